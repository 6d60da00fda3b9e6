'use client';

import type { Picture } from '@needlefile/core/screen/picture';
import { useView } from '@/job/view-store';
import css from './bed.module.css';

/** A frame round the letter in hand: a click on words that are in hand takes it. */
export function LetterInHand({ picture, scale }: { picture: Picture; scale: number }) {
  const [assembly, letter] = [useView((state) => state.assembly), useView((state) => state.letter)];
  const thing = picture.assemblies.find(({ id }) => id === assembly) ?? picture.assemblies[0];
  const found = letter === null ? undefined : thing?.letters.find(({ id }) => id === letter);
  if (!found) return null;
  const { minX, minY, maxX, maxY } = found.bounds;
  const slack = 3 / scale;
  return (
    <rect
      className={css.letter}
      x={minX - slack}
      y={minY - slack}
      width={maxX - minX + 2 * slack}
      height={maxY - minY + 2 * slack}
    >
      <title>{found.name}</title>
    </rect>
  );
}
