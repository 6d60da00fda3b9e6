import type { Contour, Region } from '../contour.ts';
import { segmentHulls } from '../contour-facts.ts';
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
  const { hulls, dx, dy } = segmentHulls(contour);
  const [minX, minY, maxX, maxY] = [p.x - least - dx, p.y - least - dy, p.x + least - dx, p.y + least - dy];
  // A long list, of which few are near: only those are made, where the contour is another one elsewhere.
  for (let i = 0; i < hulls.length; i += 4) {
    if (hulls[i]! > maxX || hulls[i + 2]! < minX || hulls[i + 1]! > maxY || hulls[i + 3]! < minY) continue;
    if (distanceToSegment(contour.segments[i >> 2]!, p) < least) return true;
  }
  return false;
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
