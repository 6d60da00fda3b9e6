'use client';

import { lengthWithUnit } from '@needlefile/core/units/length';
import { useState } from 'react';
import { useUnit } from '@/hooks/unit';
import { useView } from '@/job/view-store';
import css from './bed.module.css';
import { PadGround } from './pad-ground';

interface Point {
  readonly x: number;
  readonly y: number;
}

/** Takes two clicks on the bed, and tells how far they are from each other. */
export function MeasurePad({ scale }: { scale: number }) {
  const unit = useUnit();
  const [from, setFrom] = useState<Point | null>(null);
  const [at, setAt] = useState<Point | null>(null);
  const far = from && at ? Math.hypot(at.x - from.x, at.y - from.y) : 0;
  return (
    <g className={css.pad}>
      <PadGround
        onMove={setAt}
        onClick={(point) => {
          if (!from) return setFrom(point);
          const measured = Math.hypot(point.x - from.x, point.y - from.y);
          useView.setState({ drawing: null, measured: measured > 0 ? measured : null });
        }}
      />
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
