import { centreOf, heightOf, widthOf, type Bounds } from '../geometry/bounds.ts';
import type { AssemblyBuild } from '../assembly/build-assembly.ts';
import type { CouponOf } from '../recipe/schema.ts';
import type { Measures } from './measure-assembly.ts';

/** Windows of a coupon at most. */
const MOST = 4;

/** A window reaches no further past the thing than this, mm. */
const ROUND = 20;

/** A window is so many times as large as the place it shows, and at least so many limits. */
const ROOM = 3;

/**
 * The riskiest places of a thing for a test coupon: its thinnest neck or wall, its narrowest bridge, its narrowest gap
 * and its smallest counter. Each is known by the letter it is nearest to, so that it stays there.
 * @returns null where there is nothing to test
 */
export function couponPlaces(
  { arrangement: { letters, object }, hold, around: { thickness } }: AssemblyBuild,
  measures: Measures,
): Pick<CouponOf, 'windows' | 'frame'> | null {
  const narrowest = <T>(list: readonly T[], width: (each: T) => number): T | undefined =>
    list.reduce<T | undefined>(
      (least, each) => (least === undefined || width(each) < width(least) ? each : least),
      undefined,
    );
  const risky: Bounds[] = [];
  const neck = narrowest(measures.necks, ({ width }) => width);
  const bridge = narrowest(hold.bridges, ({ width, length }) => width - length * 1e-3);
  const counter = narrowest(measures.counters, ({ disc }) => disc);
  for (const box of [
    neck?.where,
    bridge && boxOf(bridge.from, bridge.to),
    measures.thickness.least?.where,
    counter?.where,
    measures.gaps.least?.where,
  ])
    if (box && !risky.some((other) => near(other, box, 2 * measures.limits.wall))) risky.push(box);
  const outlined = letters.filter(({ contours }) => contours.length > 0);
  if (risky.length === 0 || outlined.length === 0) return null;
  const least = Math.max(8, ROOM * Math.max(measures.limits.wall, measures.limits.neck, 1) * 2);
  const windows = risky.slice(0, MOST).map((box) => {
    const middle = centreOf(box);
    const letter = narrowest(outlined, ({ bounds }) =>
      Math.hypot(centreOf(bounds).x - middle.x, centreOf(bounds).y - middle.y),
    )!;
    const own = centreOf(letter.bounds);
    const size = Math.min(
      Math.max(least, ROOM * Math.max(widthOf(box), heightOf(box))),
      Math.max(widthOf(object), heightOf(object)) + ROUND,
    );
    return { letter: letter.id, x: round(middle.x - own.x), y: round(middle.y - own.y), size: Math.ceil(size) };
  });
  return { windows, frame: Math.max(3, round(thickness)) };
}

const round = (mm: number): number => Number(mm.toFixed(2));
const boxOf = (a: { x: number; y: number }, b: { x: number; y: number }): Bounds => ({
  minX: Math.min(a.x, b.x),
  maxX: Math.max(a.x, b.x),
  minY: Math.min(a.y, b.y),
  maxY: Math.max(a.y, b.y),
});
const near = (a: Bounds, b: Bounds, by: number): boolean =>
  Math.hypot(centreOf(a).x - centreOf(b).x, centreOf(a).y - centreOf(b).y) < by;
