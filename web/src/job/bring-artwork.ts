'use client';

import { bringFile } from '@/api/bring-file';
import type { BroughtArtwork } from '@/api/brought-artwork';
import { notify } from '@/components/toasts';
import type { SheetEdits } from './sheet-edits';

/** Brings files of artwork and puts each into the thing in hand; says why where one cannot be. */
export async function bringArtwork(files: Iterable<File>, edits: SheetEdits): Promise<void> {
  for (const file of files)
    try {
      edits.addArtwork(await bringFile<BroughtArtwork>('/api/artworks', file));
    } catch (error) {
      notify((error as Error).message);
    }
}
