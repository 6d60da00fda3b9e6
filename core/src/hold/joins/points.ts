import { letterOfPart, RAIL, type LetterId } from '../../recipe/identity.ts';
import { boundsMeet, type Bounds } from '../../geometry/bounds.ts';
import { componentsOf } from '../../geometry/components.ts';
import type { Region } from '../../geometry/contour.ts';
import { common } from '../../geometry/kernel/boolean.ts';
import type { Memo } from '../../geometry/memo.ts';
import { roundedRectangle } from '../../geometry/shapes.ts';
import type { Letter } from '../../lettering/layout.ts';
import type { Tie } from './tie.ts';

/** At how many places a letter is joined to others, to a rail or by ties. */
export interface PartPoints {
  readonly part: LetterId;
  readonly points: number;
}

/** Counts the places where each letter meets others: the separate overlaps of their outlines, and ties. */
export function pointsOfParts(
  letters: readonly Letter[],
  rails: readonly Bounds[],
  ties: readonly Tie[],
  memo: Memo,
): PartPoints[] {
  const own = letters.filter(({ contours }) => contours.length > 0);
  const points = new Map(own.map(({ id }) => [id, 0]));
  const add = (id: LetterId, count: number) => points.set(id, (points.get(id) ?? 0) + count);
  own.forEach((a, i) => {
    for (const b of own.slice(i + 1)) {
      if (!boundsMeet(a.bounds, b.bounds)) continue;
      const key = [a.shape, b.shape, (b.origin.x - a.origin.x).toFixed(3), (b.origin.y - a.origin.y).toFixed(3)].join();
      const count = memo('points', key, () => overlaps(a.contours, b.contours));
      add(a.id, count);
      add(b.id, count);
    }
    for (const rail of rails)
      if (boundsMeet(a.bounds, rail)) add(a.id, overlaps(a.contours, [roundedRectangle(rail, 0, RAIL)]));
  });
  for (const { part, why } of ties) if (why !== 'thin') add(letterOfPart(part), 1);
  return own.map(({ id }) => ({ part: id, points: points.get(id)! }));
}

const overlaps = (a: Region, b: Region): number => componentsOf(common(a, b)).length;
