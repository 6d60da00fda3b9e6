import type { Contour } from '../../geometry/contour.ts';
import { nextRound } from '../nesting.ts';

/** Known by the list of contours that they are of. */
const known = new WeakMap<readonly Contour[], Contour[][]>();

/** What is swept, thing by thing: each outermost edge with all that lies in it. */
export function sweptThings(contours: readonly Contour[]): readonly (readonly Contour[])[] {
  const before = known.get(contours);
  if (before) return before;
  const round = nextRound(contours);
  const things = new Map<number, Contour[]>();
  contours.forEach((contour, i) => {
    let outermost = i;
    while (round[outermost]! >= 0) outermost = round[outermost]!;
    const own = things.get(outermost);
    if (own) own.push(contour);
    else things.set(outermost, [contour]);
  });
  const made = [...things.values()];
  known.set(contours, made);
  return made;
}
