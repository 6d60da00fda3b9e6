import { boundsMeet } from '../bounds.ts';
import type { Contour, Region } from '../contour.ts';
import { hullBounds, segmentHulls } from '../contour-facts.ts';
import { distanceToSpan, type Point } from '../point.ts';
import { flatteningSteps, pointAt, type Segment } from '../segment.ts';

/** A true parallel is nowhere nearer to its source than this short of the offset, mm. */
const NEARER = 0.01;

/** Points of a contour that are looked at: they may not all lie where a false loop happens to be far enough away. */
const LOOKS = 5;

/** Whether a contour keeps its distance from a region's edges: at a few places along it, and where it is in doubt. */
export function standsOff(
  { segments }: Contour,
  region: Region,
  by: number,
  doubtful: ReadonlySet<Segment> | null = null,
): boolean {
  const least = Math.abs(by) - NEARER;
  const step = Math.max(1, Math.floor(segments.length / LOOKS));
  return segments.every((segment, i) => {
    if (i % step > 0 && !doubtful?.has(segment)) return true;
    const p = pointAt(segment, 0.5);
    return !region.some((contour) => comesNear(contour, p, least));
  });
}

/** Whether a point lies nearer than `least` mm to a contour. */
export function comesNear(contour: Contour, p: Point, least: number): boolean {
  const box = { minX: p.x - least, minY: p.y - least, maxX: p.x + least, maxY: p.y + least };
  if (!boundsMeet(hullBounds(contour), box)) return false;
  const { hulls, dx, dy } = segmentHulls(contour);
  return contour.segments.some((segment, i) => {
    const apart =
      hulls[4 * i]! + dx > box.maxX ||
      hulls[4 * i + 2]! + dx < box.minX ||
      hulls[4 * i + 1]! + dy > box.maxY ||
      hulls[4 * i + 3]! + dy < box.minY;
    return !apart && distanceToSegment(segment, p) < least;
  });
}

function distanceToSegment(segment: Segment, p: Point): number {
  const steps = flatteningSteps(segment, NEARER / 4);
  let least = Infinity;
  let from = segment.from;
  for (let i = 1; i <= steps; i++) {
    const to = i === steps ? segment.to : pointAt(segment, i / steps);
    least = Math.min(least, distanceToSpan(p, from, to));
    from = to;
  }
  return least;
}
