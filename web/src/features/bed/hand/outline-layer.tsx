'use client';

import { boundsMeet } from '@needlefile/core/geometry/bounds';
import { inverse, transformPoint, type Matrix } from '@needlefile/core/geometry/matrix';
import type { NodeRef } from '@needlefile/core/geometry/nodes/ends';
import { movedHandle, movedNodes, type Handle } from '@needlefile/core/geometry/nodes/handles';
import { nearestOn, runMiddle, withNodeOn } from '@needlefile/core/geometry/nodes/insert';
import { contourOfPath, isCurve, type NodePath } from '@needlefile/core/geometry/nodes/node-path';
import { placedContour } from '@needlefile/core/geometry/placed-contour';
import { distance, type Point } from '@needlefile/core/geometry/point';
import { screenPath } from '@needlefile/core/screen/path';
import type { Picture } from '@needlefile/core/screen/picture';
import { use, useMemo, useState, type PointerEvent } from 'react';
import { MOST_NODES_SHOWN, shownAt, useOutline, type Outline } from '@/job/outline';
import { useView } from '@/job/view-store';
import { onSheet } from '../on-sheet';
import { Seen } from '../seen';
import { isPanning } from '../use-zoom';
import { boxOfDrag, Marquee } from './marquee';
import css from './nodes.module.css';

/** What is dragged. The outlines are as they were when it began. */
type Grip =
  | {
      readonly kind: 'node' | Handle;
      readonly on: NodeRef;
      readonly outline: Outline;
      readonly chosen: readonly NodeRef[];
      readonly start: Point;
      /** One drag is one step of the history. */
      readonly gesture: object;
    }
  | { readonly kind: 'marquee'; readonly x0: number; readonly y0: number; readonly x: number; readonly y: number };

/** A press becomes a drag after so many pixels. */
const BEGINS = 3;
/** Of very many nodes, those that would lie on others are left out, pixels. */
const FREE = 7;
/** A run as long as this, in pixels, shows where a click puts a node in. */
const LONG_RUN = 60;

const isSame = (a: NodeRef, b: NodeRef): boolean => a.path === b.path && a.node === b.node;

/** Outlines in hand: nodes are chosen and dragged, with the handles of those that are chosen. */
export function OutlineLayer({ picture, scale }: { picture: Picture; scale: number }) {
  const outline = useOutline(picture);
  return outline && <Outlines outline={outline} picture={picture} scale={scale} />;
}

function Outlines({ outline, picture, scale }: { outline: Outline; picture: Picture; scale: number }) {
  const chosen = useView((state) => state.nodes);
  const [grip, setGrip] = useState<Grip | null>(null);
  const { height } = picture.sheet;
  // While it is dragged the drawing may come to lie elsewhere in its thing: the pointer keeps what it had.
  const way = grip && grip.kind !== 'marquee' ? grip.outline : outline;
  const out = (point: Point): Point => shownAt(way, height, point);
  const back = ({ x, y }: Point, of: Outline): Point => transformPoint(inverse(of.toSheet), { x, y: height - y });
  const { paths } = outline;

  const take = (event: PointerEvent<SVGElement>, on: NodeRef, kind: Handle) => {
    if (event.button !== 0 || isPanning()) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    event.currentTarget.ownerSVGElement?.focus();
    const isIn = chosen.some((each) => isSame(each, on));
    let next = chosen;
    if (kind === 'node' && event.shiftKey) next = isIn ? chosen.filter((each) => !isSame(each, on)) : [...chosen, on];
    else if (kind === 'node' && !isIn) next = [on];
    else if (kind === 'node') next = [...chosen.filter((each) => !isSame(each, on)), on];
    useView.setState({ nodes: next });
    const start = onSheet(event.currentTarget as SVGGraphicsElement, event);
    setGrip({ kind, on, outline, chosen: next, start, gesture: {} });
  };
  const move = (event: PointerEvent<SVGElement>) => {
    if (!grip) return;
    const to = onSheet(event.currentTarget as SVGGraphicsElement, event);
    if (grip.kind === 'marquee') return setGrip({ ...grip, ...to });
    if (Math.hypot(to.x - grip.start.x, to.y - grip.start.y) * scale < BEGINS) return;
    const { on, outline: from, start } = grip;
    const own = from.paths[on.path]!;
    const [there, was] = [back(to, from), back(start, from)];
    const by = { x: there.x - was.x, y: there.y - was.y };
    const isMoved = among(grip.chosen);
    const moved =
      grip.kind === 'node'
        ? from.paths.map((each, path) => movedNodes(each, (node) => isMoved({ path, node }), by))
        : from.paths.map((path, i) =>
            i === on.path ? movedHandle(own, on.node, grip.kind as Handle, there, event.altKey) : path,
          );
    from.change('Move nodes', moved, grip.chosen, grip.gesture);
  };
  const drags = { onPointerMove: move, onPointerUp: () => finish(), onPointerCancel: () => setGrip(null) };
  const finish = () => {
    setGrip(null);
    if (grip?.kind !== 'marquee') return;
    const box = boxOfDrag(grip);
    const isClick = (box.maxX - box.minX + box.maxY - box.minY) * scale < BEGINS;
    if (isClick) return pickAt(picture, grip);
    const inside = paths.flatMap(({ nodes }, path) =>
      nodes.flatMap((node, n) => {
        const { x, y } = out(node);
        return boundsMeet(box, { minX: x, minY: y, maxX: x, maxY: y }) ? [{ path, node: n }] : [];
      }),
    );
    useView.setState({ nodes: inside });
  };
  const insert = (path: number, run: number, t: number) =>
    outline.change(
      'Put a node in',
      paths.map((each, i) => (i === path ? withNodeOn(each, run, t) : each)),
      [{ path, node: run + 1 }],
    );
  const insertAt = (event: { clientX: number; clientY: number; currentTarget: SVGGraphicsElement }, path: number) => {
    const { run, t } = nearestOn(paths[path]!, back(onSheet(event.currentTarget, event), outline));
    insert(path, run, t);
  };
  const half = 4 / scale;
  const seen = use(Seen);
  const isFew = paths.reduce((sum, { nodes }) => sum + nodes.length, 0) <= MOST_NODES_SHOWN;
  const isSeen = ({ x, y }: Point): boolean =>
    isFew || seen === null || boundsMeet(seen, { minX: x, minY: y, maxX: x, maxY: y });
  const isChosen = useMemo(() => among(chosen), [chosen]);
  const nodesOn = paths.flatMap(({ nodes }, path) => {
    let last: Point | null = null;
    return nodes.flatMap((node, n): ShownNode[] => {
      const [on, at] = [{ path, node: n }, out(node)];
      const isFree = isFew || isChosen(on) || last === null || distance(at, last) * scale >= FREE;
      if (!isFree || !isSeen(at)) return [];
      last = at;
      return [{ on, at }];
    });
  });
  const shown = nodesOn.length <= MOST_NODES_SHOWN ? nodesOn : [];
  return (
    <g>
      {!outline.isOne && (
        <rect
          className={css.ground}
          x={-1e5}
          y={-1e5}
          width={2e5}
          height={2e5}
          onPointerDown={(event) => {
            if (event.button !== 0 || isPanning()) return;
            event.currentTarget.setPointerCapture(event.pointerId);
            event.currentTarget.ownerSVGElement?.focus();
            const { x, y } = onSheet(event.currentTarget, event);
            setGrip({ kind: 'marquee', x0: x, y0: y, x, y });
          }}
          {...drags}
        />
      )}
      <Trace paths={paths} toSheet={way.toSheet} height={height} onInsert={outline.isOne ? null : insertAt} />
      {shown.map(({ on: { path, node: run }, at: a }) => {
        const { nodes } = paths[path]!;
        const middle = runMiddle(paths[path]!, run);
        const b = out(nodes[(run + 1) % nodes.length]!);
        if (!middle || (Math.hypot(b.x - a.x, b.y - a.y) * scale < LONG_RUN && !outline.isOne)) return null;
        const { x, y } = out(middle);
        return (
          <path
            key={`${path} ${run}`}
            className={css.more}
            data-run={`${path}.${run}`}
            d={`M${x - half} ${y}h${2 * half}M${x} ${y - half}v${2 * half}`}
            onPointerDown={(event) => event.stopPropagation()}
            onClick={() => insert(path, run, 0.5)}
          >
            <title>Put a node in</title>
          </path>
        );
      })}
      {handlesOf(paths, outline.isOne ? () => true : isChosen).map(({ on, handle, at, end }) => {
        const [tip, foot] = [out(at), out(end)];
        return (
          <g key={`${on.path} ${on.node} ${handle}`}>
            <line className={css.stem} x1={foot.x} y1={foot.y} x2={tip.x} y2={tip.y} />
            <circle
              className={css.control}
              data-node={`${on.path}.${on.node} ${handle}`}
              cx={tip.x}
              cy={tip.y}
              r={half}
              onPointerDown={(event) => take(event, on, handle)}
              {...drags}
            />
          </g>
        );
      })}
      {shown.map(({ on, at: { x, y } }) => (
        <rect
          key={`${on.path} ${on.node}`}
          className={css.node}
          data-node={`${on.path}.${on.node}`}
          data-chosen={isChosen(on)}
          x={x - half}
          y={y - half}
          width={2 * half}
          height={2 * half}
          onPointerDown={(event) => take(event, on, 'node')}
          {...drags}
        >
          <title>{`Node ${on.node + 1}`}</title>
        </rect>
      ))}
      {grip?.kind === 'marquee' && <Marquee box={boxOfDrag(grip)} />}
    </g>
  );
}

/** A node that is on the bed, where it lies there. */
interface ShownNode {
  readonly on: NodeRef;
  readonly at: Point;
}

/** Whether a node is one of some: there may be thousands of both. */
function among(nodes: readonly NodeRef[]): (on: NodeRef) => boolean {
  const keys = new Set(nodes.map(({ path, node }) => `${path}.${node}`));
  return ({ path, node }) => keys.has(`${path}.${node}`);
}

interface ShownHandle {
  readonly on: NodeRef;
  readonly handle: 'c1' | 'c2';
  readonly at: Point;
  readonly end: Point;
}

/** The points that draw the curves that meet a node of some. */
function handlesOf(paths: readonly NodePath[], isIn: (on: NodeRef) => boolean): ShownHandle[] {
  return paths.flatMap(({ nodes }, path) =>
    nodes.flatMap((node, n): ShownHandle[] => {
      const { to } = node;
      const next = (n + 1) % nodes.length;
      if (!isCurve(to) || !(isIn({ path, node: n }) || isIn({ path, node: next }))) return [];
      return [
        { on: { path, node: n }, handle: 'c1', at: to.c1, end: node },
        { on: { path, node: n }, handle: 'c2', at: to.c2, end: nodes[next]! },
      ];
    }),
  );
}

/** The drawing at once as it will be: what it is made into follows when it has been computed. */
function Trace({
  paths,
  toSheet,
  height,
  onInsert,
}: {
  paths: readonly NodePath[];
  toSheet: Matrix;
  height: number;
  onInsert:
    ((event: { clientX: number; clientY: number; currentTarget: SVGGraphicsElement }, path: number) => void) | null;
}) {
  // There may be thousands of nodes, and the view moves.
  const drawn = useMemo(
    () => paths.map((path) => screenPath([placedContour(contourOfPath(path, ''), toSheet)], height)),
    [paths, toSheet, height],
  );
  return drawn.map((d, i) => (
    <g key={i}>
      <path className={css.trace} d={d} />
      {onInsert && (
        <path
          className={css.grab}
          d={d}
          onPointerDown={(event) => event.stopPropagation()}
          onDoubleClick={(event) => onInsert(event, i)}
        >
          <title>Double click puts a node in here</title>
        </path>
      )}
    </g>
  ));
}

/** A click beside the outlines takes another letter of the words; else it lets go of the nodes. */
function pickAt({ assemblies, outline }: Picture, { x0: x, y0: y }: Extract<Grip, { kind: 'marquee' }>): void {
  const { letter } = useView.getState();
  const thing = assemblies.find(({ id }) => id === outline?.assembly);
  const hit = thing?.letters.find(
    ({ id, item, bounds }) =>
      item === outline?.item && id !== letter && boundsMeet(bounds, { minX: x, minY: y, maxX: x, maxY: y }),
  );
  useView.setState(letter !== null && hit ? { letter: hit.id, nodes: [] } : { nodes: [] });
}
