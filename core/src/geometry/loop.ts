import type { Contour } from './contour.ts';
import { distance } from './point.ts';

/** Ends that lie so near to each other are one, mm. */
const SAME = 2e-3;

/**
 * The closed line that an open one makes: where it ends in one of the nodes that it went through before, all between
 * the two. What comes before is how it is led to it.
 * @returns null where it does not come home
 */
export function loopOf(contour: Contour): Contour | null {
  if (contour.closed) return contour;
  const { segments } = contour;
  const end = segments.at(-1)!.to;
  // The last time that it was there before: what it goes over twice is past the start.
  const start = segments.findIndex(({ from }) => distance(from, end) < SAME);
  return start < 0 ? null : { segments: segments.slice(start), closed: true };
}
