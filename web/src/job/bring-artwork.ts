'use client';

import type { ArtworkItem } from '@needlefile/core/recipe/schema';
import { bringFile } from '@/api/bring-file';
import type { BroughtArtwork } from '@/api/brought-artwork';
import { notify } from '@/components/toasts';
import type { SheetEdits } from './sheet-edits';

/** What can be brought, for pickers of files. */
export const ARTWORK_FILES =
  '.svg,.svgz,.dxf,.pdf,.plt,.hpgl,.hpg,.png,.jpg,.jpeg,.webp,.bmp,image/svg+xml,image/vnd.dxf,application/pdf';

/** Brings files of artwork and puts each into the thing in hand; says why where one cannot be. */
export async function bringArtwork(files: Iterable<File>, edits: SheetEdits): Promise<void> {
  for (const file of files)
    try {
      edits.addArtwork(await bringFile<BroughtArtwork>('/api/artworks', file));
    } catch (error) {
      notify((error as Error).message);
    }
}

/** Puts another version of a file in the place of an item's: how it is read and what was decided of it stays. */
export async function bringNewVersion(file: File, item: ArtworkItem, edits: SheetEdits): Promise<void> {
  try {
    edits.replaceArtwork(item, await bringFile<BroughtArtwork>('/api/artworks', file));
  } catch (error) {
    notify((error as Error).message);
  }
}

/** A file that was copied as text: an SVG or a DXF; null where it is none. */
export function fileOfText(text: string): File | null {
  const start = text.slice(0, 2000).trimStart();
  if (/^(<\?xml|<!--|<!DOCTYPE svg|<svg)/i.test(start) && start.includes('<svg')) return new File([text], 'Pasted.svg');
  if (/^0\s+SECTION\s/.test(start)) return new File([text], 'Pasted.dxf');
  return null;
}
