'use client';

import type { ArtworkItem } from '@needlefile/core/recipe/schema';
import { create } from 'zustand';
import { bringFile } from '@/api/bring-file';
import type { BroughtArtwork } from '@/api/brought-artwork';
import { notify } from '@/components/toasts';
import type { SheetEdits } from './sheet-edits';

/** What can be brought, for pickers of files. */
export const ARTWORK_FILES =
  '.svg,.svgz,.dxf,.pdf,.plt,.hpgl,.hpg,.png,.jpg,.jpeg,.webp,.gif,.tif,.tiff,.bmp,' +
  'image/svg+xml,image/vnd.dxf,application/pdf';

/** The file that is being read just now, and what ends that. */
interface Bringing {
  readonly file: { readonly name: string; readonly number: number; readonly of: number } | null;
  readonly stop: () => void;
}

export const useBringing = create<Bringing>(() => ({ file: null, stop: () => {} }));

/** Brings files of artwork and puts each into the thing in hand; says why where one cannot be. */
export async function bringArtwork(files: Iterable<File>, edits: SheetEdits): Promise<void> {
  const all = [...files];
  for (const [i, file] of all.entries()) {
    const brought = await bring(file, i + 1, all.length);
    if (brought === 'stopped') return;
    if (brought) edits.addArtwork(brought);
  }
}

/** Puts another version of a file in the place of an item's: how it is read and what was decided of it stays. */
export async function bringNewVersion(file: File, item: ArtworkItem, edits: SheetEdits): Promise<void> {
  const brought = await bring(file, 1, 1);
  if (brought && brought !== 'stopped') edits.replaceArtwork(item, brought);
}

/** @returns null where it cannot be read, which is told */
async function bring(file: File, number: number, of: number): Promise<BroughtArtwork | 'stopped' | null> {
  const stopper = new AbortController();
  useBringing.setState({ file: { name: file.name, number, of }, stop: () => stopper.abort() });
  try {
    return await bringFile<BroughtArtwork>('/api/artworks', file, stopper.signal);
  } catch (error) {
    if (stopper.signal.aborted) return 'stopped';
    notify((error as Error).message);
    return null;
  } finally {
    useBringing.setState({ file: null });
  }
}

/** A file that was copied as text: an SVG or a DXF; null where it is none. */
export function fileOfText(text: string): File | null {
  const start = text.slice(0, 2000).trimStart();
  if (/^(<\?xml|<!--|<!DOCTYPE svg|<svg)/i.test(start) && start.includes('<svg')) return new File([text], 'Pasted.svg');
  if (/^0\s+SECTION\s/.test(start)) return new File([text], 'Pasted.dxf');
  return null;
}
