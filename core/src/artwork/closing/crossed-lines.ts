import { boundsOfPoints, heightOf, widthOf } from '../../geometry/bounds.ts';
import type { Contour } from '../../geometry/contour.ts';
import type { Point } from '../../geometry/point.ts';
import { pointAt } from '../../geometry/segment.ts';
import { selfCrossings, type SelfCrossing } from '../../geometry/self-crossings.ts';
import type { Crossed } from '../../recipe/parts.ts';
import { decidedAs, type Decided } from './decided.ts';
import { saidAt } from './said-at.ts';

/** A line that closes, and crosses itself. */
export interface CrossedLine {
  /** Where it first does. */
  readonly at: Point;
  readonly places: readonly Point[];
  /** How long the smallest of its first loops is, mm. */
  readonly size: number;
  /** What was decided of it by hand; null: nothing. */
  readonly taken: Crossed | null;
}

/** Lines cross themselves where chords this near to them do, mm. */
const TOLERANCE = 0.005;
/** Loops of a scribble that are measured. */
const MEASURED = 50;

/**
 * Lines that cross themselves, by their numbers among those that are given.
 * @param near what moved no further is the same, mm
 */
export function crossedLines(
  closed: readonly Contour[],
  decided: readonly Decided[],
  near: number,
): { readonly crossed: ReadonlyMap<number, CrossedLine>; readonly lost: readonly Decided[] } {
  const said = saidAt(decidedAs(decided, 'parted', 'filled'), near);
  const crossed = new Map<number, CrossedLine>();
  closed.forEach((contour, i) => {
    const crossings = selfCrossings(contour, TOLERANCE);
    if (crossings.length === 0) return;
    const places = crossings.map(({ at }) => at);
    const size = Math.min(...crossings.slice(0, MEASURED).map((crossing) => loopOf(contour, crossing)));
    const taken = (said.take(places)?.kind ?? null) as Crossed | null;
    crossed.set(i, { at: places[0]!, places, size, taken });
  });
  return { crossed, lost: said.lost() };
}

/** Of each segment looked at. */
const SHARES = [0.25, 0.5, 0.75, 1];

/** The longer side of the smaller of the two parts that a crossing parts a line into: nearly. mm */
function loopOf({ segments }: Contour, { at, first, second }: SelfCrossing): number {
  const [within, without] = [[at], [at]];
  segments.forEach((segment, i) => {
    for (const t of SHARES) {
      const isPast = i > first.segment || (i === first.segment && t > first.t);
      const isBefore = i < second.segment || (i === second.segment && t < second.t);
      (isPast && isBefore ? within : without).push(pointAt(segment, t));
    }
  });
  return Math.min(...[within, without].map(boundsOfPoints).map((box) => Math.max(widthOf(box), heightOf(box))));
}
