'use client';

import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { centreOf, heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import { choose } from '@/job/chosen';
import { useView } from '@/job/view-store';
import css from './bed.module.css';
import { BridgeHandles } from './bridge-handles';
import { DrawingPad } from './drawing-pad';
import { TabHandles } from './tab-handles';

/**
 * What holds each thing: bridges and ties in hatching, islands by number, tabs; what is unheld in the colour of a stop.
 */
export function HoldMarks({ picture, scale }: { picture: Picture; scale: number }) {
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
      {picture.assemblies.map((thing) => (
        <MarksOf key={thing.id} thing={thing} scale={scale} />
      ))}
      {(drawing === 'bridge' || drawing === 'bar') && <DrawingPad picture={picture} kind={drawing} scale={scale} />}
    </>
  );
}

function MarksOf({ thing, scale }: { thing: AssemblyPicture; scale: number }) {
  const size = 16 / scale;
  const chosen = useView((state) => (state.assembly === thing.id ? state.island : null));
  return (
    <>
      <path className={css.bridge} d={thing.bridgeArea + thing.ties} fill="url(#bridge-hatch)" />
      {thing.islands.map(({ id, bounds, status }, i) => {
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
            onClick={() => {
              choose(thing.id, ...useView.getState().items);
              useView.setState({ island: id === chosen ? null : id });
            }}
          >
            <circle cx={x} cy={y} r={size / 2} />
            <text x={x} y={y} fontSize={size * 0.62}>
              {i + 1}
            </text>
          </g>
        );
      })}
      <TabHandles picture={thing} scale={scale} />
      <BridgeHandles picture={thing} scale={scale} />
    </>
  );
}
