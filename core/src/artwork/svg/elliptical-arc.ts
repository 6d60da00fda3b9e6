import type { Contour } from '../../geometry/contour.ts';
import { determinant, transformPoint, type Matrix } from '../../geometry/matrix.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { cubic, line, type ArcSegment, type Segment } from '../../geometry/segment.ts';
import { arcThrough } from '../../geometry/arc-from-ends.ts';

const RADIANS = Math.PI / 180;

/** Degrees that one cubic stands for: off by less than a millionth of the radius. */
const STEP = 30;

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
  const unit: ArcSegment = {
    kind: 'arc',
    from: pointOn(start),
    to: pointOn(start + turns),
    centre: { x: 0, y: 0 },
    radius: 1,
    startAngle: start,
    sweep: turns,
    source: '',
  };
  const cubics = asCubics(unit).map((segment) => placedCubic(segment, onEllipse));
  // Its very ends are the path's.
  const [first, last] = [cubics[0]!, cubics.at(-1)!];
  cubics[0] = { ...first, from };
  cubics[cubics.length - 1] = { ...cubics.at(-1)!, to, c2: last.c2 };
  return cubics;
}

const pointOn = (angle: number): Point => ({ x: Math.cos(angle * RADIANS), y: Math.sin(angle * RADIANS) });

type Cubic = Extract<Segment, { kind: 'cubic' }>;

const placedCubic = ({ from, c1, c2, to, source }: Cubic, matrix: Matrix): Cubic =>
  cubic(
    transformPoint(matrix, from),
    transformPoint(matrix, c1),
    transformPoint(matrix, c2),
    transformPoint(matrix, to),
    source,
  );

function asCubics({ centre, radius, startAngle, sweep, source }: ArcSegment): Cubic[] {
  const parts = Math.max(1, Math.ceil(Math.abs(sweep) / STEP));
  const step = sweep / parts;
  const reach = (4 / 3) * Math.tan((step * RADIANS) / 4) * radius;
  return Array.from({ length: parts }, (_, i) => {
    const [a, b] = [pointOn(startAngle + i * step), pointOn(startAngle + (i + 1) * step)];
    const place = (p: Point, d: Point, by: number): Point => ({
      x: centre.x + radius * p.x - by * d.y,
      y: centre.y + radius * p.y + by * d.x,
    });
    return cubic(place(a, a, 0), place(a, a, reach), place(b, b, -reach), place(b, b, 0), source);
  });
}

/** A contour under a matrix: arcs stay arcs where it turns, mirrors, moves and scales evenly, and are cubics else. */
export function placedContour({ segments, closed }: Contour, matrix: Matrix): Contour {
  const { a, b, c, d } = matrix;
  const scale = Math.hypot(a, b);
  const slack = 1e-9 * scale;
  const isEven = Math.abs(Math.hypot(c, d) - scale) <= slack && Math.abs(a * c + b * d) <= slack * scale;
  const side = Math.sign(determinant(matrix));
  const place = (p: Point): Point => transformPoint(matrix, p);
  return {
    closed,
    segments: segments.flatMap((segment): Segment[] => {
      if (segment.kind === 'line') return [{ ...segment, from: place(segment.from), to: place(segment.to) }];
      if (segment.kind === 'cubic') return [placedCubic(segment, matrix)];
      if (!isEven) return asCubics(segment).map((each) => placedCubic(each, matrix));
      const [from, centre] = [place(segment.from), place(segment.centre)];
      return [
        {
          ...segment,
          from,
          to: place(segment.to),
          centre,
          radius: segment.radius * scale,
          startAngle: Math.atan2(from.y - centre.y, from.x - centre.x) / RADIANS,
          sweep: segment.sweep * side,
        },
      ];
    }),
  };
}
