'use client';

import type { Picture } from '@needlefile/core/screen/picture';
import { centreOf, heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import { useView } from '@/job/view-store';
import css from './bed.module.css';
import { BridgeHandles } from './bridge-handles';
import { DrawingPad } from './drawing-pad';
import { TabHandles } from './tab-handles';

/**
 * What holds the job: bridges and ties in hatching, islands by number, tabs; what is unheld in the colour of a stop.
 */
export function HoldMarks({ picture, scale }: { picture: Picture; scale: number }) {
  const size = 16 / scale;
  const chosen = useView((state) => state.island);
  const drawing = useView((state) => state.drawing);
  return (
    <>
      <defs>
        <pattern
          id="bridge-hatch"
          width={4 / scale}
          height={4 / scale}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" y1="0" x2="0" y2={4 / scale} stroke="var(--verdigris)" strokeWidth={1.4 / scale} />
        </pattern>
      </defs>
      <path className={css.bridge} d={picture.bridgeArea + picture.ties} fill="url(#bridge-hatch)" />
      {picture.islands.map(({ id, bounds, status }, i) => {
        const { x, y } = centreOf(bounds);
        const room = Math.min(widthOf(bounds), heightOf(bounds)) * scale;
        // A number that would hide its island waits until there is room.
        if (room < 18) return null;
        return (
          <g
            key={id}
            className={css.island}
            data-status={status}
            data-chosen={id === chosen}
            onClick={() => useView.setState({ island: id === chosen ? null : id })}
          >
            <circle cx={x} cy={y} r={size / 2} />
            <text x={x} y={y} fontSize={size * 0.62}>
              {i + 1}
            </text>
          </g>
        );
      })}
      <TabHandles picture={picture} scale={scale} />
      <BridgeHandles picture={picture} scale={scale} />
      {drawing && <DrawingPad picture={picture} kind={drawing} scale={scale} />}
    </>
  );
}
