import type { Contour } from './contour.ts';
import { contourArea, reverseContour } from './contour-facts.ts';
import type { Point } from './point.ts';
import { cubic, line, type Segment, type SourceId } from './segment.ts';

/** Takes (x, y) to (a x + c y + e, b x + d y + f). */
export interface Matrix {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
}

export const moveBy = (e: number, f: number): Matrix => ({ a: 1, b: 0, c: 0, d: 1, e, f });

export const scaleBy = (x: number, y: number): Matrix => ({ a: x, b: 0, c: 0, d: y, e: 0, f: 0 });

/** Turns counter-clockwise about the origin, degrees. */
export function turnBy(angle: number): Matrix {
  const [cos, sin] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
  return { a: cos, b: sin, c: -sin, d: cos, e: 0, f: 0 };
}

/** First the last of them, then the ones before it. */
export function compose(...matrices: readonly Matrix[]): Matrix {
  return matrices.reduce((m, n) => ({
    a: m.a * n.a + m.c * n.b,
    b: m.b * n.a + m.d * n.b,
    c: m.a * n.c + m.c * n.d,
    d: m.b * n.c + m.d * n.d,
    e: m.a * n.e + m.c * n.f + m.e,
    f: m.b * n.e + m.d * n.f + m.f,
  }));
}

export const transformPoint = ({ a, b, c, d, e, f }: Matrix, { x, y }: Point): Point => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f,
});

/** The matrix that undoes one. */
export function inverse({ a, b, c, d, e, f }: Matrix): Matrix {
  const size = a * d - b * c;
  return { a: d / size, b: -b / size, c: -c / size, d: a / size, e: (c * f - d * e) / size, f: (b * e - a * f) / size };
}

export const determinant = ({ a, b, c, d }: Matrix): number => a * d - b * c;

/**
 * A contour of lines and cubics under a matrix, all of it given one source. A mirrored closed contour is turned round,
 * so that outer contours stay counter-clockwise.
 * @throws where the contour has arcs: those stay arcs only under moves and even scaling
 */
export function transformContour(contour: Contour, matrix: Matrix, source: SourceId): Contour {
  const { a, b, c, d, e, f } = matrix;
  const place = ({ x, y }: Point): Point => ({ x: a * x + c * y + e, y: b * x + d * y + f });
  const segments = contour.segments.map((segment): Segment => {
    if (segment.kind === 'line') return line(place(segment.from), place(segment.to), source);
    if (segment.kind === 'cubic')
      return cubic(place(segment.from), place(segment.c1), place(segment.c2), place(segment.to), source);
    throw new Error('An arc cannot be placed by a matrix.');
  });
  const placed: Contour = { segments, closed: contour.closed };
  return contour.closed && determinant(matrix) < 0 && contourArea(placed) !== 0 ? reverseContour(placed) : placed;
}
