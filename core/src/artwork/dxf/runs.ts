import { arcOfBulge } from '../../geometry/arc-from-ends.ts';
import type { Contour } from '../../geometry/contour.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { arc, line, type Segment } from '../../geometry/segment.ts';
import { placedContour } from '../../geometry/placed-contour.ts';
import type { Tag } from './tags.ts';

const DEGREES = 180 / Math.PI;

/** A corner of a polyline; `bulge` is of the run that begins there. */
export interface Vertex extends Point {
  readonly bulge?: number;
}

/** Vertices in the order of their tags: 10 and 20, and 42 for the bulge. */
export function lightVertices(tags: readonly Tag[]): Vertex[] {
  const vertices: { x: number; y: number; bulge: number }[] = [];
  for (const { code, value } of tags) {
    const last = vertices.at(-1);
    if (code === 10) vertices.push({ x: Number(value), y: 0, bulge: 0 });
    else if (code === 20 && last) last.y = Number(value);
    else if (code === 42 && last) last.bulge = Number(value);
  }
  return vertices;
}

/** A polyline; closed too where it comes back to its beginning of itself. */
export function polyline(vertices: readonly Vertex[], closed: boolean): Contour[] {
  const segments = vertices.flatMap((from, i): Segment[] => {
    const to = vertices[i + 1] ?? (closed ? vertices[0] : undefined);
    if (!to || distance(from, to) === 0) return [];
    const [a, b] = [
      { x: from.x, y: from.y },
      { x: to.x, y: to.y },
    ];
    const { bulge = 0 } = from;
    return [Math.abs(bulge) < 1e-9 ? line(a, b, '') : arcOfBulge(a, b, bulge)];
  });
  return segments.length > 0 ? [{ segments, closed }] : [];
}

/** An arc of an ellipse from one parameter to another, radians; `ratio` is negative where it is seen from behind. */
export function ellipse(centre: Point, major: Point, ratio: number, start: number, end: number): Contour[] {
  const turn = (((end - start) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
  const sweep = turn < 1e-9 ? 2 * Math.PI : turn;
  if (Math.hypot(major.x, major.y) === 0 || ratio === 0) return [];
  const unit: Contour = {
    segments: [arc({ x: 0, y: 0 }, 1, start * DEGREES, sweep * DEGREES, '')],
    closed: Math.abs(sweep - 2 * Math.PI) < 1e-9,
  };
  const matrix = { a: major.x, b: major.y, c: -major.y * ratio, d: major.x * ratio, e: centre.x, f: centre.y };
  return [placedContour(unit, matrix)];
}
