'use client';

import type { AssemblyPicture, PictureBridge } from '@needlefile/core/screen/assembly-picture';
import { formatLength } from '@needlefile/core/units/length';
import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import { useUnit } from '@/hooks/unit';
import { useHoldEdits } from '@/job/hold-edits';
import { choose } from '@/job/chosen';
import { useView } from '@/job/view-store';
import css from './bed.module.css';
import { nearestShare, onSheet } from './on-sheet';

/** How far the arrow keys slide a bridge: a share of its island's outline. */
const STEP = 0.005;
const FAR = 0.03;

/** Every bridge can be taken in hand: dragged along its island, or slid by the arrow keys; Delete takes it out. */
export function BridgeHandles({ picture, scale }: { picture: AssemblyPicture; scale: number }) {
  const edits = useHoldEdits(picture);
  const [held, setHeld] = useState<{ readonly id: string; readonly gesture: object } | null>(null);
  const chosen = useView((state) => (state.assembly === picture.id ? state.island : null));
  const slideTo = (bridge: PictureBridge, event: PointerEvent<SVGGElement>, gesture: object) => {
    const island = picture.islands.find(({ id }) => id === bridge.island);
    const { x, y } = onSheet(event.currentTarget, event);
    if (island) edits.slideBridge(bridge, nearestShare(island.outline, x, y).share, gesture);
  };
  const onKeyDown = (bridge: PictureBridge, event: KeyboardEvent) => {
    const way = { ArrowLeft: 1, ArrowUp: 1, ArrowRight: -1, ArrowDown: -1 }[event.key];
    if (way) edits.slideBridge(bridge, bridge.at + way * (event.shiftKey ? FAR : STEP));
    else if (event.key === 'Delete' || event.key === 'Backspace') edits.removeBridge(bridge);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <g>
      {picture.bridges.map((bridge, i) => {
        const island = picture.report.islands.find(({ id }) => id === bridge.island);
        const isHeld = held?.id === bridge.id;
        return (
          <g
            key={bridge.id}
            role="button"
            tabIndex={0}
            aria-label={`Bridge ${i + 1}: ${island?.name ?? ''}`}
            className={css.grip}
            data-chosen={isHeld || bridge.island === chosen}
            onPointerDown={(event) => {
              if (event.button !== 0) return;
              event.currentTarget.setPointerCapture(event.pointerId);
              event.currentTarget.focus();
              setHeld({ id: bridge.id, gesture: {} });
              choose(picture.id, ...useView.getState().items);
              useView.setState({ island: bridge.island });
            }}
            onPointerMove={(event) => isHeld && slideTo(bridge, event, held.gesture)}
            onPointerUp={() => setHeld(null)}
            onPointerCancel={() => setHeld(null)}
            onKeyDown={(event) => onKeyDown(bridge, event)}
          >
            <polygon points={cornersOf(bridge, 3 / scale)} />
            {isHeld && <Figures bridge={bridge} scale={scale} />}
          </g>
        );
      })}
    </g>
  );
}

/** The strip from wall to wall, a little larger so that thin ones can be taken hold of. */
function cornersOf({ from, to, width }: PictureBridge, slack: number): string {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const size = Math.hypot(dx, dy) || 1;
  const [ux, uy] = [dx / size, dy / size];
  const half = width / 2 + slack;
  const corner = ([x, y]: readonly [number, number], along: number, aside: number) =>
    `${x + ux * along - uy * aside},${y + uy * along + ux * aside}`;
  return [
    corner(from, -slack, -half),
    corner(to, slack, -half),
    corner(to, slack, half),
    corner(from, -slack, half),
  ].join(' ');
}

/** Length and neck of the bridge in hand. */
function Figures({ bridge: { from, to, length, width }, scale }: { bridge: PictureBridge; scale: number }) {
  const unit = useUnit();
  const digits = unit === 'mm' ? 2 : 3;
  const [x, y] = [(from[0] + to[0]) / 2 + 14 / scale, (from[1] + to[1]) / 2 - 14 / scale];
  const text = `${formatLength(length, unit, digits)} long · ${formatLength(width, unit, digits)} ${unit}`;
  return (
    <g className={css.figuresTag} pointerEvents="none">
      <rect x={x} y={y - 15 / scale} width={(text.length * 8.1 + 12) / scale} height={21 / scale} rx={3 / scale} />
      <text x={x + 6 / scale} y={y} fontSize={11.5 / scale}>
        {text}
      </text>
    </g>
  );
}
