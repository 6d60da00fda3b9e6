'use client';

import { distance, nearestIndex, type Point } from '@needlefile/core/geometry/point';
import type { Picture } from '@needlefile/core/screen/picture';
import { lengthWithUnit } from '@needlefile/core/units/length';
import { useState } from 'react';
import { useUnit } from '@/hooks/unit';
import { useMarks } from '@/job/outline';
import { useView } from '@/job/view-store';
import css from './bed.module.css';
import { PadGround } from './pad-ground';

/** A point is caught from so many pixels away. */
const CATCH = 9;

/**
 * Takes two clicks on the bed, and tells how far they are from each other. A node of the artwork in hand and the middle
 * of a circle are caught, since nobody clicks as exactly as that.
 */
export function MeasurePad({ picture, scale }: { picture: Picture; scale: number }) {
  const unit = useUnit();
  const marks = useMarks(picture);
  const [from, setFrom] = useState<Point | null>(null);
  const [at, setAt] = useState<Point | null>(null);
  const far = from && at ? distance(from, at) : 0;
  const caught = (point: Point): Point => {
    const nearest = marks[nearestIndex(marks, point)];
    return nearest && distance(nearest, point) * scale <= CATCH ? nearest : point;
  };
  return (
    <g className={css.pad}>
      <PadGround
        onMove={(point) => setAt(caught(point))}
        onClick={(point) => {
          const to = caught(point);
          if (!from) return setFrom(to);
          const measured = distance(from, to);
          useView.setState({ drawing: null, measured: measured > 0 ? measured : null });
        }}
      />
      {at && marks.includes(at) && <circle className={css.drawnNode} cx={at.x} cy={at.y} r={3.5 / scale} />}
      {from && at && (
        <>
          <line className={css.drawn} x1={from.x} y1={from.y} x2={at.x} y2={at.y} />
          <text
            className={css.measured}
            transform={`translate(${at.x + 10 / scale} ${at.y - 8 / scale}) scale(${1 / scale})`}
          >
            {lengthWithUnit(far, unit)}
          </text>
        </>
      )}
      {from && <circle className={css.drawnNode} cx={from.x} cy={from.y} r={3.5 / scale} />}
    </g>
  );
}
