import { arcThrough } from '../../geometry/arc-from-ends.ts';
import type { Matrix } from '../../geometry/matrix.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { arc, line, type Segment } from '../../geometry/segment.ts';
import { placedAsCubics } from '../../geometry/placed-contour.ts';

const RADIANS = Math.PI / 180;

/**
 * An arc of an ellipse between two points, as SVG gives it (its implementation notes): round ones as arcs, others as
 * cubics; straight where a radius is 0. y down, in user units.
 */
export function arcSegments(
  from: Point,
  to: Point,
  rx: number,
  ry: number,
  turn: number,
  large: boolean,
  sweep: boolean,
): Segment[] {
  if (distance(from, to) < 1e-12) return [];
  let [a, b] = [Math.abs(rx), Math.abs(ry)];
  if (a === 0 || b === 0) return [line(from, to, '')];
  // What is positive in a plane with y down is counter-clockwise where y is taken as up.
  if (Math.abs(a - b) <= 1e-12 * a) return [arcThrough(from, to, a, large, sweep)];
  const [cos, sin] = [Math.cos(turn * RADIANS), Math.sin(turn * RADIANS)];
  const [hx, hy] = [(from.x - to.x) / 2, (from.y - to.y) / 2];
  const [x1, y1] = [cos * hx + sin * hy, -sin * hx + cos * hy];
  const short = (x1 / a) ** 2 + (y1 / b) ** 2;
  if (short > 1) [a, b] = [a * Math.sqrt(short), b * Math.sqrt(short)];
  const k = (large === sweep ? -1 : 1) * Math.sqrt(Math.max(0, 1 / Math.max(short, 1e-300) - 1)) * (short > 1 ? 0 : 1);
  const [cx1, cy1] = [(k * a * y1) / b, (-k * b * x1) / a];
  const centre = {
    x: cos * cx1 - sin * cy1 + (from.x + to.x) / 2,
    y: sin * cx1 + cos * cy1 + (from.y + to.y) / 2,
  };
  const angleOf = (x: number, y: number) => Math.atan2((y - cy1) / b, (x - cx1) / a) / RADIANS;
  const start = angleOf(x1, y1);
  let turns = angleOf(-x1, -y1) - start;
  if (sweep && turns < 0) turns += 360;
  if (!sweep && turns > 0) turns -= 360;
  const onEllipse: Matrix = { a: cos * a, b: sin * a, c: -sin * b, d: cos * b, e: centre.x, f: centre.y };
  const cubics = placedAsCubics(arc({ x: 0, y: 0 }, 1, start, turns, ''), onEllipse);
  // Its very ends are the path's.
  const [first, last] = [cubics[0]!, cubics.at(-1)!];
  cubics[0] = { ...first, from };
  cubics[cubics.length - 1] = { ...cubics.at(-1)!, to, c2: last.c2 };
  return cubics;
}
