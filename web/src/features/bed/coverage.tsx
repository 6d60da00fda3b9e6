'use client';

import type { Picture } from '@needlefile/core/screen/picture';
import { memo, useId } from 'react';
import css from './bed.module.css';

/** Width of the hatch that marks what is missed, pixels. */
const HATCH = 6;

/** What strokes cover of the areas that they fill: as wide as the tool is, over a hatch of what is missed. */
export const Coverage = memo(function Coverage({ picture, scale }: { picture: Picture; scale: number }) {
  const id = useId();
  const side = HATCH / scale;
  return (
    <>
      <pattern id={id} width={side} height={side} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width={side} height={side} className={css.missedGround} />
        <rect width={side / 2} height={side} className={css.missedLine} />
      </pattern>
      {picture.operations.map(
        ({ id: operation, round, path, filled }) =>
          filled && (
            <g key={`${operation} ${round}`} className={css.coverage}>
              <path d={filled.area} fill={`url(#${id})`} fillRule="evenodd" />
              <path className={css.covered} d={path} strokeWidth={filled.width} />
              <path className={css.toolMiddle} d={path} />
              <path className={css.coveredEdge} d={filled.area} />
            </g>
          ),
      )}
    </>
  );
});
