import { boundsMeet, growBounds } from '../geometry/bounds.ts';
import { flattenRound, type Contour } from '../geometry/contour.ts';
import { contourArea, contourBounds, contourContains } from '../geometry/contour-facts.ts';
import { distanceToSpan, type Point } from '../geometry/point.ts';
import { pointAt, segmentLength, type Segment } from '../geometry/segment.ts';

/** Ways are looked at so closely, mm, and lines told so nearly. */
const [STEP, FINE] = [0.25, 0.02];

/** A cut line that others come near. */
export interface Near {
  readonly contour: Contour;
  readonly ring: readonly Point[];
}

/** Of all cut lines those that come within a reach of one, mm. */
export const linesNear = (contour: Contour, lines: readonly Contour[], reach: number): Near[] =>
  lines
    .filter((other) => boundsMeet(contourBounds(other), growBounds(contourBounds(contour), reach)))
    .map((other) => ({ contour: other, ring: flattenRound(other, FINE) }));

/** Whether a lead lies in the waste beside its line, crosses nothing, and begins clear of every line. */
export function isClear(lead: readonly Segment[], own: Contour, near: readonly Near[], kerf: number): boolean {
  const start = lead[0]!.from;
  return near.every(({ ring }) => !isNear(start, ring, kerf / 2)) && staysBeside(lead, own, near, kerf);
}

/** Whether a way lies in the waste beside its line and crosses no other. */
export function staysBeside(way: readonly Segment[], own: Contour, near: readonly Near[], kerf: number): boolean {
  const points = way.flatMap((segment) => {
    const count = Math.max(2, Math.ceil(segmentLength(segment) / STEP));
    return Array.from({ length: count }, (_, i) => pointAt(segment, i / count));
  });
  return near.every(({ contour, ring }) => {
    // The waste of a hole lies in it. What else it begins in, as the hole's plate, it stays in.
    const isIn = contour === own ? contourArea(own) < 0 : contourContains(contour, points[0]!);
    return points.every((point) => {
      // To its own line it comes ever nearer, and may begin on it; from others it keeps off.
      if (contour === own) return isNear(point, ring, FINE) || contourContains(contour, point) === isIn;
      return contourContains(contour, point) === isIn && !isNear(point, ring, kerf / 4);
    });
  });
}

/** Whether a point comes so near to a ring, mm. */
export const isNear = (point: Point, ring: readonly Point[], reach: number): boolean =>
  ring.some((to, i) => i > 0 && distanceToSpan(point, ring[i - 1]!, to) < reach);
