import { closedContour, type Contour } from './contour.ts';
import { distance, type Point } from './point.ts';
import { arc, line, type Segment, type SourceId } from './segment.ts';
import type { Bounds } from './bounds.ts';

/** A rectangle, counter-clockwise, its corners rounded by `radius` mm (at most half its shorter side). */
export function roundedRectangle({ minX, minY, maxX, maxY }: Bounds, radius: number, source: SourceId): Contour {
  const r = Math.max(0, Math.min(radius, (maxX - minX) / 2, (maxY - minY) / 2));
  if (r < 1e-6)
    return polygon(
      [
        { x: minX, y: minY },
        { x: maxX, y: minY },
        { x: maxX, y: maxY },
        { x: minX, y: maxY },
      ],
      source,
    );
  const corners: [Point, number][] = [
    [{ x: maxX - r, y: minY + r }, -90],
    [{ x: maxX - r, y: maxY - r }, 0],
    [{ x: minX + r, y: maxY - r }, 90],
    [{ x: minX + r, y: minY + r }, 180],
  ];
  const segments: Segment[] = [];
  const arcs = corners.map(([centre, start]) => arc(centre, r, start, 90, source));
  arcs.forEach((turn, i) => {
    segments.push(turn);
    const to = arcs[(i + 1) % arcs.length]!.from;
    if (Math.hypot(to.x - turn.to.x, to.y - turn.to.y) > 1e-9) segments.push(line(turn.to, to, source));
  });
  return joined(segments);
}

/** A circle, counter-clockwise, of two half turns. */
export function circle(centre: Point, radius: number, source: SourceId): Contour {
  return joined([arc(centre, radius, 0, 180, source), arc(centre, radius, 180, 180, source)]);
}

export interface Circle {
  readonly centre: Point;
  readonly radius: number;
}

/** The circle that a contour is, or null. */
export function circleOf({ segments, closed }: Contour): Circle | null {
  const first = segments[0];
  if (!closed || first?.kind !== 'arc') return null;
  let sweep = 0;
  for (const segment of segments) {
    if (
      segment.kind !== 'arc' ||
      distance(segment.centre, first.centre) > 1e-9 ||
      Math.abs(segment.radius - first.radius) > 1e-9
    )
      return null;
    sweep += segment.sweep;
  }
  return Math.abs(Math.abs(sweep) - 360) < 1e-6 ? { centre: first.centre, radius: first.radius } : null;
}

/** Straight sides from point to point, and home. */
export function polygon(points: readonly Point[], source: SourceId): Contour {
  return closedContour(points.map((from, i) => line(from, points[(i + 1) % points.length]!, source)));
}

/**
 * A closed contour of segments that meet but for the rounding of sines: each begins exactly where the last ended.
 */
export function joined(segments: readonly Segment[]): Contour {
  return closedContour(segments.map((segment, i) => ({ ...segment, from: segments.at(i - 1)!.to })));
}
