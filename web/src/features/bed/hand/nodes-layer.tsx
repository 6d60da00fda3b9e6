'use client';

import { drawnLine } from '@needlefile/core/shapes/own-drawing';
import { turnPointBy } from '@needlefile/core/geometry/turn';
import type { Point } from '@needlefile/core/geometry/point';
import { movedHandle, runMiddles, withNodeOn, type Handle, type PathOutline } from '@needlefile/core/shapes/path-nodes';
import type { ShapeItem } from '@needlefile/core/recipe/schema';
import { screenPath } from '@needlefile/core/screen/path';
import type { Picture } from '@needlefile/core/screen/picture';
import { useState, type PointerEvent } from 'react';
import { useEditItem, useItem } from '@/job/chosen';
import { useView } from '@/job/view-store';
import { onSheet } from '../on-sheet';
import css from './nodes.module.css';

interface Grip {
  readonly node: number;
  readonly handle: Handle;
  /** One drag is one step of the history. */
  readonly gesture: object;
  readonly way: Way;
}

/** From the frame of an item to the sheet, y down, and back. */
interface Way {
  readonly out: (own: Point) => Point;
  readonly back: (sheet: Point) => Point;
}

/** Nodes of an own drawing in hand: dragged, and put in by a click on the middle of a run. */
export function NodesLayer({ picture, scale }: { picture: Picture; scale: number }) {
  const item = useItem();
  const assembly = useView((state) => state.assembly);
  const isOne = useView((state) => state.inHand && state.items.length === 1);
  if (!isOne || item?.kind !== 'shape' || item.outline.by !== 'path' || item.locked) return null;
  const way = wayOf(picture, assembly, item);
  return way && <Nodes key={item.id} outline={item.outline} way={way} scale={scale} />;
}

function Nodes({ outline, way, scale }: { outline: PathOutline; way: Way; scale: number }) {
  const edit = useEditItem<ShapeItem>();
  const chosen = useView((state) => state.node);
  const [grip, setGrip] = useState<Grip | null>(null);
  // While it is dragged the drawing may come to lie elsewhere in its thing: the pointer keeps what it had.
  const { out } = grip?.way ?? way;
  const change = (label: string, next: (own: PathOutline) => PathOutline, gesture?: object) =>
    edit(label, (draft) => void ((draft.outline as PathOutline) = next(draft.outline as PathOutline)), gesture);
  const take = (event: PointerEvent<SVGElement>, node: number, handle: Handle) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    useView.setState({ node });
    setGrip({ node, handle, gesture: {}, way });
  };
  const drags = {
    onPointerMove: (event: PointerEvent<SVGElement>) => {
      if (!grip) return;
      const to = grip.way.back(onSheet(event.currentTarget as SVGGraphicsElement, event));
      change('Move a node', (own) => movedHandle(own, grip.node, grip.handle, to), grip.gesture);
    },
    onPointerUp: () => setGrip(null),
    onPointerCancel: () => setGrip(null),
  };
  const half = 4 / scale;
  return (
    <g>
      {grip && <Trace outline={outline} out={out} />}
      {outline.nodes.map(({ to, ...node }, n) => {
        if (to === 'line' || !('c1' in to)) return null;
        const next = outline.nodes[(n + 1) % outline.nodes.length]!;
        return (['c1', 'c2'] as const).map((handle) => {
          const [at, end] = [out(to[handle]), out(handle === 'c1' ? node : next)];
          return (
            <g key={`${n} ${handle}`}>
              <line className={css.stem} x1={end.x} y1={end.y} x2={at.x} y2={at.y} />
              <circle
                className={css.control}
                data-node={`${n} ${handle}`}
                cx={at.x}
                cy={at.y}
                r={half}
                onPointerDown={(event) => take(event, n, handle)}
                {...drags}
              />
            </g>
          );
        });
      })}
      {runMiddles(outline).map((middle, run) => {
        if (!middle) return null;
        const { x, y } = out(middle);
        return (
          <path
            key={run}
            className={css.more}
            data-run={run}
            d={`M${x - half} ${y}h${2 * half}M${x} ${y - half}v${2 * half}`}
            onPointerDown={(event) => event.stopPropagation()}
            onClick={() => {
              change('Put a node in', (own) => withNodeOn(own, run));
              useView.setState({ node: run + 1 });
            }}
          >
            <title>Put a node in</title>
          </path>
        );
      })}
      {outline.nodes.map((node, n) => {
        const { x, y } = out(node);
        return (
          <rect
            key={n}
            className={css.node}
            data-node={n}
            data-chosen={n === chosen}
            x={x - half}
            y={y - half}
            width={2 * half}
            height={2 * half}
            onPointerDown={(event) => take(event, n, 'node')}
            {...drags}
          >
            <title>{`Node ${n + 1}`}</title>
          </rect>
        );
      })}
    </g>
  );
}

/** The drawing at once as it will be: what it is made into follows when it has been computed. */
function Trace({ outline, out }: { outline: PathOutline; out: Way['out'] }) {
  const up = (own: Point): Point => {
    const { x, y } = out(own);
    return { x, y: -y };
  };
  const nodes = outline.nodes.map(({ to, ...node }) => ({
    ...up(node),
    to: to !== 'line' && 'c1' in to ? { c1: up(to.c1), c2: up(to.c2) } : to,
  }));
  return <path className={css.trace} d={screenPath([drawnLine(nodes, outline.closed, '')], 0)} />;
}

function wayOf(picture: Picture, assembly: string | null, item: ShapeItem): Way | null {
  const there = picture.assemblies.find(({ id }) => id === assembly) ?? picture.assemblies[0];
  const at = there?.items.find(({ id }) => id === item.id)?.at;
  if (!there || !at) return null;
  const { origin, turn } = there;
  const { height } = picture.sheet;
  return {
    out: (own) => {
      const inThing = turnPointBy(item.turn)(own);
      const { x, y } = turnPointBy(turn)({ x: inThing.x + at.x, y: inThing.y + at.y });
      return { x: x + origin.x, y: height - (y + origin.y) };
    },
    back: ({ x, y }) => {
      const inThing = turnPointBy(-turn)({ x: x - origin.x, y: height - y - origin.y });
      return turnPointBy(-item.turn)({ x: inThing.x - at.x, y: inThing.y - at.y });
    },
  };
}
