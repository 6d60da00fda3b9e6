import type { Contour } from '../contour.ts';
import { contourArea, contourLength } from '../contour-facts.ts';
import { distance } from '../point.ts';
import type { Segment } from '../segment.ts';

/** What is smaller is a sliver of the arithmetic: area in mm², and area over perimeter in mm. */
const SLIVER_AREA = 0.01;
const SLIVER_WIDTH = 0.002;

/** At least as long as the segment, mm, and quickly had. */
function legsOf(segment: Segment): number {
  if (segment.kind === 'line') return distance(segment.from, segment.to);
  if (segment.kind === 'arc') return segment.radius * Math.abs(segment.sweep) * (Math.PI / 180);
  return distance(segment.from, segment.c1) + distance(segment.c1, segment.c2) + distance(segment.c2, segment.to);
}

/** Whether a contour is what grazing lines leave, rather than a part of the drawing. */
export function isSliver(contour: Contour): boolean {
  const area = Math.abs(contourArea(contour));
  if (area < SLIVER_AREA) return true;
  // A curve is no longer than its legs: most contours are told by those, and need not be measured.
  const atMost = contour.segments.reduce((sum, segment) => sum + legsOf(segment), 0);
  return area / atMost < SLIVER_WIDTH && area / contourLength(contour) < SLIVER_WIDTH;
}
