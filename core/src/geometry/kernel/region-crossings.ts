import type { Bounds } from '../bounds.ts';
import { boxTableOf, visitPairs } from '../box-pairs.ts';
import type { Contour } from '../contour.ts';
import { distance, type Point } from '../point.ts';
import { tangentAt, type Segment } from '../segment.ts';
import { visitNear } from './near-segments.ts';
import { findCrossings, NEAR, stretchOf, type Approach, type CurveCrossing, type Stretch } from './curve-crossings.ts';

/** A crossing nearer than this to a joint, mm, is set on the joint: no run of curve is as short. */
export const HAIR = 0.002;

/** Where the lines of two regions cross. */
export interface Crossing {
  readonly at: Point;
  /** Its places along the two contours. */
  readonly first: ContourCrossing;
  readonly second: ContourCrossing;
}

export interface ContourCrossing {
  readonly contour: number;
  readonly segment: number;
  readonly t: number;
  /** The region whose edge is crossed there, and whether the contour goes into it. */
  readonly other: number;
  readonly enters: boolean;
  readonly crossing: number;
}

/** Every crossing between contours of different owners; null where one cannot be told for sure. */
export function crossingsOf(
  contours: readonly Contour[],
  owners: readonly number[],
  boxes: readonly Bounds[],
): Crossing[] | null {
  const found: Crossing[] = [];
  const whole = stretchesOnce();
  let certain = true;
  visitPairs(boxTableOf(boxes), NEAR, (i, j) => {
    if (!certain || owners[i] === owners[j]) return;
    const pair = new ContourPair(i, j, contours, owners, found);
    visitNear(contours[i]!, contours[j]!, NEAR, (m, n) => (certain = pair.compare(m, n, whole)));
    certain &&= pair.approachesAccountedFor();
  });
  return certain ? found : null;
}

/** The whole of each segment as a stretch, made once. */
export function stretchesOnce(): (segment: Segment) => Stretch {
  const stretches = new Map<Segment, Stretch>();
  return (segment) => {
    let known = stretches.get(segment);
    if (!known) stretches.set(segment, (known = stretchOf(segment)));
    return known;
  };
}

/** The crossings of two contours, or of one with itself. */
export class ContourPair {
  private readonly bySegment = new Map<number, Crossing[]>();
  private readonly crossings: Crossing[] = [];
  private readonly approaches: Approach[] = [];

  /** @param found where crossings are put, beside those of other pairs: their numbers are their places in it */
  constructor(
    private readonly i: number,
    private readonly j: number,
    private readonly contours: readonly Contour[],
    private readonly owners: readonly number[],
    private readonly found: Crossing[],
  ) {}

  /** Finds where a segment of the one crosses one of the other. @returns whether that can be told for sure */
  compare(m: number, n: number, whole: (segment: Segment) => Stretch): boolean {
    const [a, b] = [this.contours[this.i]!.segments[m]!, this.contours[this.j]!.segments[n]!];
    const own: CurveCrossing[] = [];
    return (
      findCrossings(whole(a), whole(b), own, this.approaches) && own.every((crossing) => this.note(m, n, crossing))
    );
  }

  /**
   * Notes a crossing once; at a joint the same one is found on both segments. @returns false where the two tell
   * different things of it
   */
  private note(m: number, n: number, { t, u, at }: CurveCrossing): boolean {
    const { i, j, contours, owners } = this;
    const [da, db] = [tangentAt(contours[i]!.segments[m]!, t), tangentAt(contours[j]!.segments[n]!, u)];
    // Material lies to the left of both.
    const enters = da.x * db.y - da.y * db.x < 0;
    const [p, q] = [onJoint(contours[i]!, m, t, at), onJoint(contours[j]!, n, u, at)];
    const along = this.bySegment.get(p.segment) ?? [];
    const known = along.find(({ first, second }) => isSame(first, p) && isSame(second, q));
    if (known) return known.first.enters === enters;
    const number = this.found.length;
    const crossing: Crossing = {
      at: p.joint ?? q.joint ?? at,
      first: { contour: i, segment: p.segment, t: p.t, other: owners[j]!, enters, crossing: number },
      second: { contour: j, segment: q.segment, t: q.t, other: owners[i]!, enters: !enters, crossing: number },
    };
    this.found.push(crossing);
    this.crossings.push(crossing);
    this.bySegment.set(p.segment, along);
    along.push(crossing);
    return true;
  }

  /** What comes near without crossing is meant to touch, unless the two cross close by. */
  approachesAccountedFor(): boolean {
    const { approaches, crossings } = this;
    return (
      approaches.length * crossings.length <= MOST_COMPARED &&
      approaches.every(({ at, reach }) => crossings.some((crossing) => distance(crossing.at, at) <= reach))
    );
  }
}

/** A place along a contour, set on the joint that it all but is at: the beginning of a segment. */
function onJoint(
  { segments }: Contour,
  segment: number,
  t: number,
  at: Point,
): { segment: number; t: number; joint?: Point } {
  const { from, to } = segments[segment]!;
  if (distance(from, at) < HAIR) return { segment, t: 0, joint: from };
  if (distance(to, at) < HAIR) return { segment: segment + 1 < segments.length ? segment + 1 : 0, t: 0, joint: to };
  return { segment, t };
}

const isSame = (a: { segment: number; t: number }, b: { segment: number; t: number }): boolean =>
  a.segment === b.segment && Math.abs(a.t - b.t) < 1e-6;

/** Artwork in which more approaches and crossings than this would have to be compared is left to the sweep. */
const MOST_COMPARED = 10_000_000;
