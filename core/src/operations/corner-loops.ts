import type { Contour } from '../geometry/contour.ts';
import { add, scale, type Point } from '../geometry/point.ts';
import { arc, line, tangentAt, type Segment } from '../geometry/segment.ts';
import { staysBeside, type Near } from './beside-lines.ts';

/** Corners that turn by less, or by so much that they are needles, get no loop, degrees. */
const [LEAST_TURN, MOST_TURN] = [35, 165];
/** A loop is tried in these shares of what is asked for. */
const SIZES = [1, 0.6, 0.35] as const;
/** An arc round a corner of the part is no wider than this share of the cut. */
const ROUNDED = 0.75;

/** A corner of a part, between two of its segments, or in place of the arc that the cut goes round it. */
interface Corner {
  readonly at: Point;
  /** The ways into it and out of it, unit vectors, and the turn between them, degrees. */
  readonly into: Point;
  readonly out: Point;
  readonly turn: number;
  /** Where the segment before ends and that after begins. */
  readonly from: Point;
  readonly to: Point;
}

/**
 * Goes past outer corners of a part into the waste, round in a loop and back along the next side, where there is room:
 * so the cut does not slow down in the corner, nor lag behind its arc there. Each loop leaves the corner and comes back
 * to it.
 * @param round the segments of a cut, material to the left
 * @param own the closed line that they are of
 * @param by how far past the corner it goes, mm
 * @param kerf width of the cut, mm
 */
export function withCornerLoops(
  round: readonly Segment[],
  own: Contour,
  near: readonly Near[],
  by: number,
  kerf: number,
): Segment[] {
  if (by <= 0) return [...round];
  const looped: Segment[] = [];
  for (let i = 0; i < round.length; i++) {
    const [segment, next] = [round[i]!, round[i + 1]];
    const arcAhead = isRoundACorner(segment, kerf) ? cornerOfArc(round[i - 1], segment, next) : null;
    const ways = arcAhead ? loopAt(arcAhead, own, near, by, kerf) : null;
    if (ways) {
      looped.push(...ways);
      continue;
    }
    looped.push(segment);
    const sharp = next && cornerBetween(segment, next);
    if (sharp) looped.push(...(loopAt(sharp, own, near, by, kerf) ?? []));
  }
  return looped;
}

const isRoundACorner = (segment: Segment, kerf: number): segment is Extract<Segment, { kind: 'arc' }> =>
  segment.kind === 'arc' && segment.sweep > LEAST_TURN && segment.radius <= ROUNDED * kerf;

const unit = (p: Point): Point => scale(p, 1 / Math.max(1e-12, Math.hypot(p.x, p.y)));
const rightOf = ({ x, y }: Point): Point => ({ x: y, y: -x });

/** By how much a way turns to the left, degrees. */
const turnOf = (a: Point, b: Point): number =>
  (Math.atan2(a.x * b.y - a.y * b.x, a.x * b.x + a.y * b.y) * 180) / Math.PI;

function cornerBetween(before: Segment, after: Segment): Corner | null {
  const [into, out] = [unit(tangentAt(before, 1)), unit(tangentAt(after, 0))];
  const turn = turnOf(into, out);
  const at = before.to;
  return turn < LEAST_TURN || turn > MOST_TURN ? null : { at, into, out, turn, from: at, to: at };
}

/** The corner that a part has where its cut goes round it by an arc: where the two sides would meet. */
function cornerOfArc(
  before: Segment | undefined,
  own: Extract<Segment, { kind: 'arc' }>,
  after: Segment | undefined,
): Corner | null {
  if (!before || !after || own.sweep > MOST_TURN) return null;
  const [into, out] = [unit(tangentAt(own, 0)), unit(tangentAt(own, 1))];
  const reach = own.radius * Math.tan((own.sweep * Math.PI) / 360);
  return { at: add(own.from, scale(into, reach)), into, out, turn: own.sweep, from: own.from, to: own.to };
}

/** From the side before a corner past it, round, and on to the side after it; null where there is no room. */
function loopAt(
  { at, into, out, turn, from, to }: Corner,
  own: Contour,
  near: readonly Near[],
  by: number,
  kerf: number,
): Segment[] | null {
  for (const share of SIZES) {
    const past = by * share;
    const [leaves, returns] = [add(at, scale(into, past)), add(at, scale(out, -past))];
    const radius = past * Math.tan(((180 - turn) * Math.PI) / 360);
    const centre = add(leaves, scale(rightOf(into), radius));
    const start = (Math.atan2(leaves.y - centre.y, leaves.x - centre.x) * 180) / Math.PI;
    const turned = { ...arc(centre, radius, start, turn - 360, ''), from: leaves, to: returns };
    const loop: Segment[] = [line(at, leaves, ''), turned, line(returns, at, '')];
    if (!staysBeside(loop, own, near, kerf)) continue;
    const isAt = (point: Point): boolean => Math.hypot(point.x - at.x, point.y - at.y) < 1e-9;
    return [...(isAt(from) ? [] : [line(from, at, '')]), ...loop, ...(isAt(to) ? [] : [line(at, to, '')])];
  }
  return null;
}
