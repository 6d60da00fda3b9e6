import type { Contour, Region } from '../geometry/contour.ts';
import { reverseContour } from '../geometry/contour-facts.ts';
import { weldRegions } from '../geometry/kernel/boolean.ts';
import { distance, mix, type Point } from '../geometry/point.ts';
import { arc, flatteningSteps, line, pointAt, type Segment, type SourceId } from '../geometry/segment.ts';
import { circle, joined } from '../geometry/shapes.ts';

/** Curves of a band become straight runs that lie so near them, mm. */
const TOLERANCE = 0.01;

/** A ring about a middle. */
export const ring = (centre: Point, outer: number, inner: number, source: SourceId): Region => [
  circle(centre, outer, source),
  reverseContour(circle(centre, inner, source)),
];

/** A piece of a ring: radius to its middle, degrees counter-clockwise. A whole turn makes the ring. */
export function arcBand(
  { centre, radius, from, sweep }: ArcLine,
  thickness: number,
  ends: 'square' | 'round',
  source: SourceId,
): Region {
  const half = Math.min(thickness / 2, radius * 0.95);
  if (Math.abs(sweep) >= 360) return ring(centre, radius + half, radius - half, source);
  const [start, turn] = sweep < 0 ? [from + sweep, -sweep] : [from, sweep];
  const outer = arc(centre, radius + half, start, turn, source);
  const inner = arc(centre, radius - half, start + turn, -turn, source);
  const end = (angle: number, a: Point, b: Point, first: number): Segment[] =>
    ends === 'square'
      ? [line(a, b, source)]
      : [arc({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, half, angle + first, 180, source)];
  const band = joined([
    outer,
    ...end(start + turn, outer.to, inner.from, 0),
    inner,
    ...end(start, inner.to, outer.from, 180),
  ]);
  // Round ends may meet where a turn is nearly whole.
  return weldRegions([[band]]);
}

/** A circle's line from an angle on. */
export interface ArcLine {
  readonly centre: Point;
  readonly radius: number;
  readonly from: number;
  readonly sweep: number;
}

/** What a round tool of this width leaves when it follows lines: their band, with round ends and joints. */
export function bandAlong(runs: readonly Segment[], width: number, source: SourceId): Region {
  return weldRegions(
    runs.flatMap((run): Region[] => {
      if (run.kind === 'line') return [[capsule(run.from, run.to, width, source)]];
      if (run.kind === 'arc') {
        const { centre, radius, startAngle, sweep } = run;
        if (radius > width / 2) return [arcBand({ centre, radius, from: startAngle, sweep }, width, 'round', source)];
      }
      const steps = flatteningSteps(run, TOLERANCE);
      return Array.from({ length: steps }, (_, i) => [
        capsule(pointAt(run, i / steps), pointAt(run, (i + 1) / steps), width, source),
      ]);
    }),
  );
}

/** A straight band with round ends. */
export function capsule(from: Point, to: Point, width: number, source: SourceId): Contour {
  const radius = width / 2;
  if (distance(from, to) < 1e-6) return circle(mix(from, to, 0.5), radius, source);
  const along = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
  const [end, start] = [arc(to, radius, along - 90, 180, source), arc(from, radius, along + 90, 180, source)];
  return joined([line(start.to, end.from, source), end, line(end.to, start.from, source), start]);
}
