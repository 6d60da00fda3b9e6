'use client';

import type { Picture } from '@needlefile/core/screen/picture';
import { useEffect } from 'react';
import { notify } from '@/components/toasts';
import { bringArtwork, fileOfText } from '@/job/bring-artwork';
import { useSheetEdits } from '@/job/sheet-edits';
import { useView } from '@/job/view-store';

/** In a field copying and pasting is of its text. */
const isField = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('input, textarea, select, [contenteditable], [role="dialog"]') !== null;

/** Copy, cut, paste and duplicate of what is in hand on the sheet, wherever the focus is but in a field. */
export function useSheetKeys(picture: Picture | null): void {
  const edits = useSheetEdits(picture);
  useEffect(() => {
    const copy = (event: ClipboardEvent) => {
      if (isField(event.target) || !useView.getState().inHand || String(window.getSelection() ?? '') !== '') return;
      event.clipboardData?.setData('text/plain', edits.clip());
      event.preventDefault();
      if (event.type === 'cut') edits.remove();
    };
    const paste = (event: ClipboardEvent) => {
      if (isField(event.target)) return;
      const text = event.clipboardData?.getData('text/plain') ?? '';
      event.preventDefault();
      const pastedText = fileOfText(text);
      const files = [...(event.clipboardData?.files ?? []), ...(pastedText ? [pastedText] : [])];
      if (files.length > 0) void bringArtwork(files, edits);
      else if (!edits.paste(text))
        notify('There is nothing on the clipboard that goes on the sheet. Copy words, things or a drawing.');
    };
    const key = (event: KeyboardEvent) => {
      if (isField(event.target) || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'd') return;
      event.preventDefault();
      if (useView.getState().inHand) edits.duplicate();
    };
    const remove = (event: KeyboardEvent) => {
      const inList = event.target instanceof Element && event.target.closest('[aria-label="On the sheet"]');
      if (inList && !isField(event.target) && event.key === 'Delete' && useView.getState().inHand) edits.remove();
    };
    window.addEventListener('copy', copy);
    window.addEventListener('cut', copy);
    window.addEventListener('paste', paste);
    window.addEventListener('keydown', key);
    window.addEventListener('keydown', remove);
    return () => {
      window.removeEventListener('copy', copy);
      window.removeEventListener('cut', copy);
      window.removeEventListener('paste', paste);
      window.removeEventListener('keydown', key);
      window.removeEventListener('keydown', remove);
    };
  }, [edits]);
}
