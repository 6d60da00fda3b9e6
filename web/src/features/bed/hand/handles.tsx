'use client';

import type { PointerEvent, PointerEventHandler } from 'react';
import type { HandFrame } from './frame';
import css from './hand.module.css';

export type HandleKind = 'size' | 'turn';

interface Props {
  readonly frame: HandFrame;
  readonly scale: number;
  readonly isHidden: boolean;
  readonly isLocked: boolean;
  readonly canSize: boolean;
  readonly onPress: (
    event: PointerEvent<SVGElement>,
    kind: HandleKind,
    about?: { readonly x: number; readonly y: number },
  ) => void;
  readonly drags: {
    readonly onPointerMove: PointerEventHandler<SVGElement>;
    readonly onPointerUp: PointerEventHandler<SVGElement>;
    readonly onPointerCancel: PointerEventHandler<SVGElement>;
  };
}

/** The frame of what is in hand: its corners size it in proportion, the knob above it turns it. */
export function Handles({ frame: { box }, scale, isHidden, isLocked, canSize, onPress, drags }: Props) {
  const slack = 4 / scale;
  const [left, top, right, bottom] = [box.minX - slack, box.minY - slack, box.maxX + slack, box.maxY + slack];
  const half = 4 / scale;
  const corners = [
    [left, top, right, bottom],
    [right, top, left, bottom],
    [right, bottom, left, top],
    [left, bottom, right, top],
  ] as const;
  const middle = (left + right) / 2;
  return (
    <g visibility={isHidden ? 'hidden' : undefined}>
      <rect className={css.frame} data-locked={isLocked} x={left} y={top} width={right - left} height={bottom - top} />
      {!isLocked && (
        <>
          <line className={css.stem} x1={middle} y1={top} x2={middle} y2={top - 16 / scale} />
          <circle
            data-hand="turn"
            className={css.knob}
            cx={middle}
            cy={top - 18 / scale}
            r={4.5 / scale}
            onPointerDown={(event) => onPress(event, 'turn')}
            {...drags}
          >
            <title>Turn</title>
          </circle>
        </>
      )}
      {canSize &&
        !isLocked &&
        corners.map(([x, y, aboutX, aboutY], i) => (
          <rect
            key={i}
            data-hand="size"
            className={css.corner}
            data-way={i % 2 === 0 ? 'down' : 'up'}
            x={x - half}
            y={y - half}
            width={2 * half}
            height={2 * half}
            onPointerDown={(event) => onPress(event, 'size', { x: aboutX, y: aboutY })}
            {...drags}
          >
            <title>Size in proportion</title>
          </rect>
        ))}
    </g>
  );
}
