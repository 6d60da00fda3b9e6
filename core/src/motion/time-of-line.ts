import { flattenRound, formOf, type Contour } from '../geometry/contour.ts';
import { depthsOf } from '../geometry/depths.ts';
import { timeAlong, type Motion, type PointInSpace } from './motion.ts';

/** Curves are flattened so finely, mm: the time hangs on their corners. */
const FINE = 0.005;

/** What lines took before, by their form. */
const known = new WeakMap<Contour, { readonly motion: Motion; readonly seconds: number }>();

/** Seconds along a line, once, from rest to rest; the same wherever it lies. */
export function timeOfLine(contour: Contour, motion: Motion): number {
  const { form } = formOf(contour);
  const before = known.get(form);
  if (before && isSame(before.motion, motion)) return before.seconds;
  const seconds = timeAlong(wayOf(form), motion);
  known.set(form, { motion, seconds });
  return seconds;
}

/** The way of the tool, up and down too. */
function wayOf(contour: Contour): PointInSpace[] {
  const depths = depthsOf(contour);
  const points = flattenRound(contour, FINE);
  return depths ? points.map(({ x, y }, i) => ({ x, y, z: -depths[i]! })) : points;
}

const isSame = (a: Motion, b: Motion): boolean =>
  a.speed === b.speed && a.acceleration === b.acceleration && a.deviation === b.deviation;
