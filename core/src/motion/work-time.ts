import { endOf, startOf, type Contour } from '../geometry/contour.ts';
import { distance } from '../geometry/point.ts';
import type { Work } from '../shop/shop.ts';
import { timeStraight } from './motion.ts';
import type { Profile } from './profile.ts';
import { timeOfLine } from './time-of-line.ts';

/** Seconds of all passes along a line: those of a closed one go on from where it ends, an open one begins anew. */
export function workTime(contour: Contour, work: Work, profile: Profile): number {
  const passes = profile.passes[work];
  const once = timeOfLine(contour, profile.lines[work]);
  if (contour.closed || passes < 2) return once * passes;
  return once * passes + (passes - 1) * timeStraight(distance(startOf(contour), endOf(contour)), profile.travel);
}
