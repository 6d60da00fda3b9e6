import { flattenRound, formOf, type Contour } from '../geometry/contour.ts';
import { timeAlong, type Motion } from './motion.ts';

/** Curves are flattened so finely, mm: the time hangs on their corners. */
const FINE = 0.005;

/** What lines took before, by their form. */
const known = new WeakMap<Contour, { readonly motion: Motion; readonly seconds: number }>();

/** Seconds along a line, once, from rest to rest; the same wherever it lies. */
export function timeOfLine(contour: Contour, motion: Motion): number {
  const { form } = formOf(contour);
  const before = known.get(form);
  if (before && isSame(before.motion, motion)) return before.seconds;
  const seconds = timeAlong(flattenRound(form, FINE), motion);
  known.set(form, { motion, seconds });
  return seconds;
}

const isSame = (a: Motion, b: Motion): boolean =>
  a.speed === b.speed && a.acceleration === b.acceleration && a.deviation === b.deviation;
