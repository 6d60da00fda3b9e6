import type { LetteringItem } from '../schema.ts';

type Size = LetteringItem['size'];

/** A size so many times as large, in whole millimetres upward, by whatever measure it is given. */
export function enlarged(size: Size, factor: number): Size {
  const larger = (mm: number) => Math.ceil(mm * factor);
  return size.by === 'box'
    ? { ...size, width: larger(size.width), height: larger(size.height) }
    : { ...size, value: larger(size.value) };
}
