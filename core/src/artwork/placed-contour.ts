import type { Contour } from '../geometry/contour.ts';
import { determinant, transformPoint, type Matrix } from '../geometry/matrix.ts';
import type { Point } from '../geometry/point.ts';
import { cubic, type ArcSegment, type CubicSegment, type Segment } from '../geometry/segment.ts';

const RADIANS = Math.PI / 180;

/** Degrees that one cubic stands for: off by less than a millionth of the radius. */
const STEP = 30;

const placedCubic = ({ from, c1, c2, to, source }: CubicSegment, matrix: Matrix): CubicSegment =>
  cubic(
    transformPoint(matrix, from),
    transformPoint(matrix, c1),
    transformPoint(matrix, c2),
    transformPoint(matrix, to),
    source,
  );

const pointOn = (angle: number): Point => ({ x: Math.cos(angle * RADIANS), y: Math.sin(angle * RADIANS) });

function asCubics({ centre, radius, startAngle, sweep, source }: ArcSegment): CubicSegment[] {
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

/** An arc under a matrix, as cubics. */
export const placedAsCubics = (segment: ArcSegment, matrix: Matrix): CubicSegment[] =>
  asCubics(segment).map((each) => placedCubic(each, matrix));

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
      if (!isEven) return placedAsCubics(segment, matrix);
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
