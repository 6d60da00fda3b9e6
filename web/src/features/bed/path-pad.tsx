'use client';

import type { Picture } from '@needlefile/core/screen/picture';
import { screenPath } from '@needlefile/core/screen/path';
import { contourOfPath } from '@needlefile/core/geometry/nodes/node-path';
import { pathThrough, type DrawnPoint } from '@needlefile/core/geometry/nodes/through-points';
import type { Point } from '@needlefile/core/geometry/point';
import { useEffect, useState } from 'react';
import type { SheetEdits } from '@/job/sheet-edits';
import { useView } from '@/job/view-store';
import css from './bed.module.css';
import { onSheet } from './on-sheet';
import { isPanning } from './use-zoom';

/** A click this near to the first node closes the drawing, pixels. */
const CLOSES = 9;
/** With Shift a run goes level, upright or halfway between. */
const STEP = Math.PI / 4;

/**
 * Takes clicks on the bed as nodes of a drawing: the first again closes it, Enter or Escape ends it, Backspace takes
 * one out, and S makes the next ones smooth, or corners again.
 */
export function PathPad({ picture, scale, edits }: { picture: Picture; scale: number; edits: SheetEdits }) {
  const [nodes, setNodes] = useState<readonly DrawnPoint[]>([]);
  const smooth = useView((state) => state.smooth);
  const [at, setAt] = useState<Point | null>(null);
  const { height } = picture.sheet;
  useEffect(() => {
    const end = (closed: boolean) => {
      if (nodes.length > 1) edits.addDrawing(turnedUp(nodes, height), closed);
      useView.setState({ drawing: null });
    };
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Enter' || event.key === 'Escape') end(false);
      else if (event.key === 'Backspace') setNodes(nodes.slice(0, -1));
      else if (event.key.toLowerCase() === 's' && !event.ctrlKey && !event.metaKey)
        useView.setState({ smooth: !smooth });
      else return;
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, [nodes, smooth, edits, height]);

  const [first, last] = [nodes[0], nodes.at(-1)];
  const closes = (point: Point) =>
    first !== undefined && nodes.length > 2 && Math.hypot(point.x - first.x, point.y - first.y) * scale < CLOSES;
  const straight = (point: Point, level: boolean): Point => {
    if (!level || !last) return point;
    const angle = Math.round(Math.atan2(point.y - last.y, point.x - last.x) / STEP) * STEP;
    const far = Math.hypot(point.x - last.x, point.y - last.y);
    return { x: last.x + far * Math.cos(angle), y: last.y + far * Math.sin(angle) };
  };
  const drawn = at ? [...nodes, { ...at, smooth }] : nodes;
  return (
    <g className={css.pad}>
      <rect
        x={-1e4}
        y={-1e4}
        width={2e4 + picture.sheet.width}
        height={2e4 + picture.sheet.height}
        onPointerMove={(event) => setAt(straight(onSheet(event.currentTarget, event), event.shiftKey))}
        onPointerUp={(event) => {
          if (event.button !== 0 || isPanning()) return;
          const point = straight(onSheet(event.currentTarget, event), event.shiftKey);
          if (closes(point)) {
            edits.addDrawing(turnedUp(nodes, height), true);
            useView.setState({ drawing: null });
          } else setNodes([...nodes, { ...point, smooth }]);
        }}
      />
      {drawn.length > 1 && <path className={css.drawn} d={pathOf(drawn, height)} />}
      {nodes.map(({ x, y }, i) => (
        <circle key={i} className={css.drawnNode} cx={x} cy={y} r={(i === 0 ? 5 : 3.5) / scale} />
      ))}
    </g>
  );
}

/** Points of the screen on the sheet, y up. */
const turnedUp = (points: readonly DrawnPoint[], height: number): DrawnPoint[] =>
  points.map((point) => ({ ...point, y: height - point.y }));

/** Path data of what is drawn so far. */
const pathOf = (points: readonly DrawnPoint[], height: number): string =>
  screenPath([contourOfPath(pathThrough(turnedUp(points, height), false), '')], height);
