import { cubicsOfArc } from './arc-cubics.ts';
import type { Contour } from './contour.ts';
import { determinant, transformPoint, type Matrix } from './matrix.ts';
import type { Point } from './point.ts';
import { cubic, type ArcSegment, type CubicSegment, type Segment } from './segment.ts';

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

/** An arc under a matrix, as cubics. */
export const placedAsCubics = (segment: ArcSegment, matrix: Matrix): CubicSegment[] =>
  cubicsOfArc(segment, STEP).map((each) => placedCubic(each, matrix));

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
