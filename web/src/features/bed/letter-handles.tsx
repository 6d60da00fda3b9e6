'use client';

import type { Picture } from '@needlefile/core/screen/picture';
import { memo } from 'react';
import { useView } from '@/job/view-store';
import css from './bed.module.css';

/** Takes a letter in hand by a click on it; the one in hand is framed. */
export const LetterHandles = memo(function LetterHandles({
  letters,
  scale,
}: {
  letters: Picture['letters'];
  scale: number;
}) {
  const chosen = useView((state) => state.letter);
  const slack = 3 / scale;
  return (
    <g>
      {letters.map(({ id, name, bounds }) => (
        <rect
          key={id}
          className={css.letter}
          data-chosen={id === chosen}
          x={bounds.minX - slack}
          y={bounds.minY - slack}
          width={bounds.maxX - bounds.minX + 2 * slack}
          height={bounds.maxY - bounds.minY + 2 * slack}
          onClick={() => useView.setState({ letter: id === chosen ? null : id })}
        >
          <title>{name}</title>
        </rect>
      ))}
    </g>
  );
});
