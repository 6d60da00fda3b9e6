'use client';

import { useState } from 'react';
import { useView } from '@/job/view-store';
import css from './bed.module.css';
import { PadGround } from './pad-ground';

interface Point {
  readonly x: number;
  readonly y: number;
}

interface Props {
  readonly scale: number;
  /** How many clicks are asked for. */
  readonly count: number;
  /** Points of the sheet, mm, y down. */
  readonly onDone: (points: readonly Point[]) => void;
}

/** Takes some clicks on the bed. Escape, as everywhere, ends it. */
export function ClicksPad({ scale, count, onDone }: Props) {
  const [points, setPoints] = useState<readonly Point[]>([]);
  return (
    <g className={css.pad}>
      <PadGround
        onClick={(point) => {
          const now = [...points, point];
          setPoints(now);
          if (now.length < count) return;
          useView.setState({ drawing: null });
          onDone(now);
        }}
      />
      <polyline className={css.drawn} points={points.map(({ x, y }) => `${x},${y}`).join(' ')} />
      {points.map(({ x, y }, i) => (
        <circle key={i} className={css.drawnNode} cx={x} cy={y} r={3.5 / scale} />
      ))}
    </g>
  );
}
