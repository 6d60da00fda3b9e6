'use client';

import type { AssemblyPicture } from '@needlefile/core/screen/picture';
import { memo } from 'react';
import { choose } from '@/job/chosen';
import { useView } from '@/job/view-store';
import css from './bed.module.css';

/** Takes a letter in hand by a click on it, and with it its item and its thing; the one in hand is framed. */
export const LetterHandles = memo(function LetterHandles({
  thing: { id: thing, letters },
  scale,
}: {
  thing: AssemblyPicture;
  scale: number;
}) {
  const chosen = useView((state) => (state.letter !== null && state.assembly === thing ? state.letter : null));
  const slack = 3 / scale;
  return (
    <g>
      {letters.map(({ id, item, name, bounds }) => (
        <rect
          key={id}
          className={css.letter}
          data-chosen={id === chosen}
          x={bounds.minX - slack}
          y={bounds.minY - slack}
          width={bounds.maxX - bounds.minX + 2 * slack}
          height={bounds.maxY - bounds.minY + 2 * slack}
          onClick={() => {
            choose(thing, item);
            useView.setState({ letter: id === chosen ? null : id });
          }}
        >
          <title>{name}</title>
        </rect>
      ))}
    </g>
  );
});
