import { cross, subtract, type Point } from '../geometry/point.ts';
import type { Leg, Reading, Through } from './pieces.ts';
import { gapBetween, turnBetween, type Track } from './tracks.ts';

/** Legs that bend by more than this are not one stroke; above the second only where no other pair is about as good. */
const [MOST_BEND, DOUBTFUL] = [55, 28];
/** A change of width counts as so much bend, degrees for each power of e. */
const WIDTH_BEND = 8;
/** Two legs that open by less are an apex, where a stub lies between them, degrees. */
const APEX = 80;
/** The stub leaves both about alike, degrees: what goes straight on from one is a stroke. */
const LOPSIDED = 25;

/**
 * Reads a knot where strokes change their width: what bends least goes on.
 * @param isCorner asked of two legs that are all there is: whether they meet by a corner
 */
export function readByBends(tracks: readonly Track[], isCorner: (a: Track, b: Track) => boolean = () => true): Reading {
  const [one, other] = tracks;
  if (tracks.length === 2 && one && other && !isCorner(one, other))
    return { through: [throughOf(one, other)], corners: [], lone: [], onward: [], dropped: [] };
  const left = new Set(tracks.keys());
  const [through, corners, dropped] = [[], [], []] as [Through[], [Leg, Leg][], Leg[]];
  const take = (i: number, j: number) => {
    left.delete(i);
    left.delete(j);
  };
  apexes(tracks, left, corners, dropped);
  const fork = forkOf(tracks, left);
  if (fork) {
    take(...fork);
    corners.push([tracks[fork[0]]!.leg, tracks[fork[1]]!.leg]);
  }
  const bends: { i: number; j: number; bend: number }[] = [];
  for (const i of left) for (const j of left) if (j > i) bends.push({ i, j, bend: bendOf(tracks[i]!, tracks[j]!) });
  bends.sort((p, q) => p.bend - q.bend);
  for (const { i, j, bend } of bends) {
    if (!left.has(i) || !left.has(j) || bend > MOST_BEND) continue;
    const rival = bends.find(
      (p) => p.bend > bend && left.has(p.i) && left.has(p.j) && (p.i === i || p.j === j || p.i === j || p.j === i),
    );
    if (bend > DOUBTFUL && rival && rival.bend < bend + 8) continue;
    take(i, j);
    through.push(throughOf(tracks[i]!, tracks[j]!));
  }
  if (through.length === 0 && corners.length === 0 && left.size >= 2) {
    const rest = bends.filter(({ i, j }) => left.has(i) && left.has(j));
    const { i, j } = rest.find((pair) => meetAhead(tracks[pair.i]!, tracks[pair.j]!)) ?? rest[0]!;
    take(i, j);
    corners.push([tracks[i]!.leg, tracks[j]!.leg]);
  }
  return { through, corners, lone: [...left].map((i) => ({ leg: tracks[i]!.leg, on: null })), onward: [], dropped };
}

const throughOf = (a: Track, b: Track): Through => ({ legs: [a.leg, b.leg], gap: gapBetween(a, b), guide: [] });

function bendOf(a: Track, b: Track): number {
  const chord = { x: b.begin.x - a.begin.x, y: b.begin.y - a.begin.y };
  const long = Math.hypot(chord.x, chord.y) || 1;
  const angle = (u: Point, v: Point) => Math.acos(Math.max(-1, Math.min(1, u.x * v.x + u.y * v.y)));
  const along = { x: chord.x / long, y: chord.y / long };
  const bend = angle(a.way, along) + angle(along, { x: -b.way.x, y: -b.way.y });
  return (bend * 180) / Math.PI + WIDTH_BEND * Math.abs(Math.log(a.radius / b.radius));
}

/** Arms of a fork bend into its stem by less than this, alike within that, and open by less than so much, degrees. */
const [FORKED, ALIKE, OPENING] = [45, 4, 80];
/** Each is a stroke by so much, half-widths. */
const STROKE = 2;

/** The two arms of a knot like that of a Y: neither is more the stroke that goes on as the stem than the other. */
function forkOf(tracks: readonly Track[], left: ReadonlySet<number>): [number, number] | null {
  if (tracks.length !== 3 || left.size !== 3 || tracks.some(({ good }) => good < STROKE)) return null;
  for (const [i, j, stem] of [
    [0, 1, 2],
    [0, 2, 1],
    [1, 2, 0],
  ] as const) {
    const [a, b] = [bendOf(tracks[i]!, tracks[stem]!), bendOf(tracks[j]!, tracks[stem]!)];
    const opening = 180 - (Math.abs(turnBetween(tracks[i]!, tracks[j]!)) * 180) / Math.PI;
    if (Math.max(a, b) < FORKED && Math.abs(a - b) < ALIKE && opening < OPENING) return [i, j];
  }
  return null;
}

/** Whether two legs that run straight on cross ahead of both: where not, one comes to the other's side. */
function meetAhead(a: Track, b: Track): boolean {
  const turn = cross(a.way, b.way);
  const between = subtract(b.begin, a.begin);
  return turn !== 0 && cross(between, b.way) / turn > 0 && cross(between, a.way) / turn > 0;
}

/** A branch that keeps its width over a good length, and is no wider than what it comes from, is no point. */
const isStroke = (stub: Track, others: number): boolean =>
  stub.good > 1.2 * stub.radius && stub.spread < 0.25 && stub.radius < 1.12 * others;

/** Two legs that come together at a sharp angle, with the point they make as a stub between them. */
function apexes(tracks: readonly Track[], left: Set<number>, corners: [Leg, Leg][], dropped: Leg[]): void {
  for (const k of [...left]) {
    const stub = tracks[k]!;
    if (!stub.isLeaf || tracks.length < 3) continue;
    let found: [number, number] | null = null;
    for (const i of left)
      for (const j of left) {
        if (j <= i || i === k || j === k) continue;
        const [a, b] = [tracks[i]!, tracks[j]!];
        const opening = Math.PI - Math.abs(turnBetween(a, b));
        if ((opening * 180) / Math.PI > APEX) continue;
        const mean = { x: a.way.x + b.way.x, y: a.way.y + b.way.y };
        const size = Math.hypot(mean.x, mean.y) || 1;
        const along = -(stub.way.x * mean.x + stub.way.y * mean.y) / size;
        const r = Math.max(a.radius, b.radius);
        if (isStroke(stub, r) || Math.abs(bendOf(a, stub) - bendOf(b, stub)) > LOPSIDED) continue;
        if (along < 0.8 || stub.reach > r / Math.sin(Math.max(0.15, opening / 2)) + r) continue;
        found = [i, j];
      }
    if (!found) continue;
    for (const i of [k, ...found]) left.delete(i);
    corners.push([tracks[found[0]]!.leg, tracks[found[1]]!.leg]);
    dropped.push(stub.leg);
    return;
  }
}
