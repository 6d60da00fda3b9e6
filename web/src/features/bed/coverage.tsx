'use client';

import type { Picture } from '@needlefile/core/screen/picture';
import { Fragment, memo, useId } from 'react';
import css from './bed.module.css';

/** Width of the hatch that marks what is missed, pixels. */
const HATCH = 6;

/** What strokes cover of the areas that they fill: as wide as the tool is, over a hatch of what is missed. */
export const Coverage = memo(function Coverage({ picture, scale }: { picture: Picture; scale: number }) {
  const id = useId();
  const side = HATCH / scale;
  // All areas lie below all strokes: one operation may clear what another leaves.
  const filled = picture.operations.flatMap(({ id: operation, round, path, filled: own }) =>
    own ? [{ key: `${operation} ${round}`, path, ...own }] : [],
  );
  return (
    <>
      <pattern id={id} width={side} height={side} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width={side} height={side} className={css.missedGround} />
        <rect width={side / 2} height={side} className={css.missedLine} />
      </pattern>
      <g className={css.coverage}>
        {filled.map(({ key, area }) => (
          <path key={key} d={area} fill={`url(#${id})`} fillRule="evenodd" />
        ))}
        {filled.map(({ key, cone, path, width }) =>
          cone ? (
            <path key={key} className={css.coveredByCone} d={cone.covered} />
          ) : (
            <path key={key} className={css.covered} d={path} strokeWidth={width} />
          ),
        )}
        {filled.map(({ key, path, area }) => (
          <Fragment key={key}>
            <path className={css.toolMiddle} d={path} />
            <path className={css.coveredEdge} d={area} />
          </Fragment>
        ))}
      </g>
    </>
  );
});
