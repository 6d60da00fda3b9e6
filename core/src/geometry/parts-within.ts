import { boundsMeet, boundsOfPoints, growBounds } from './bounds.ts';
import { flattenRound, type Contour, type Region } from './contour.ts';
import { regionContains } from './contour-facts.ts';
import { cross, distanceToSpan, subtract, type Point } from './point.ts';
import { flatteningSteps, hullBoundsOf, pointAt, portion, type Segment } from './segment.ts';

/** Places where lines are cut are found this well, mm. */
const FINE = 0.001;

/** A line along the edge itself lies within, mm off it at most. */
const ON_EDGE = 0.005;

/** A straight piece of an edge. */
type Edge = readonly [from: Point, to: Point];

/**
 * The parts of a line that lie in an area, in its direction; the area's edge is part of it. Curves stay curves. A line
 * that lies within as a whole is given as it is; what is left of any other is open.
 */
export function partsWithin(contour: Contour, area: Region): Contour[] {
  const edges = area.flatMap((outline) => {
    const ring = flattenRound(outline, FINE);
    return ring.map((to, i): Edge => [ring.at(i - 1)!, to]);
  });
  const parts: Segment[][] = [];
  let [isWhole, beginsWithin] = [true, false];
  /** Whether the last part goes on where the next segment begins. */
  let goesOn = false;
  for (const segment of contour.segments) {
    const stretches = stretchesWithin(segment, area, edges);
    if (segment === contour.segments[0]) beginsWithin = stretches[0]?.[0] === 0;
    isWhole &&= stretches.length === 1 && stretches[0]![0] === 0 && stretches[0]![1] === 1;
    for (const [from, to] of stretches) {
      const part = portion(segment, from, to);
      if (goesOn && from === 0) parts.at(-1)!.push(part);
      else parts.push([part]);
    }
    goesOn = stretches.at(-1)?.[1] === 1;
  }
  if (isWhole) return [contour];
  // Of a closed line the last part may go on as the first.
  if (contour.closed && goesOn && beginsWithin && parts.length > 1) parts[0] = [...parts.pop()!, ...parts[0]!];
  return parts.map((segments) => ({ segments, closed: false }));
}

/** The stretches of a segment that lie in an area, by its parameter, in order. */
function stretchesWithin(segment: Segment, area: Region, edges: readonly Edge[]): [from: number, to: number][] {
  const box = growBounds(hullBoundsOf(segment), ON_EDGE);
  const near = edges.filter((edge) => boundsMeet(boundsOfPoints(edge), box));
  const cuts = [0, ...crossings(segment, near), 1];
  const stretches: [number, number][] = [];
  for (let i = 0; i + 1 < cuts.length; i++) {
    const [from, to] = [cuts[i]!, cuts[i + 1]!];
    const middle = pointAt(segment, (from + to) / 2);
    const isWithin = near.some(([p, q]) => distanceToSpan(middle, p, q) <= ON_EDGE) || regionContains(area, middle);
    if (!isWithin) continue;
    const last = stretches.at(-1);
    if (last?.[1] === from) last[1] = to;
    else stretches.push([from, to]);
  }
  return stretches;
}

/** Where a segment crosses edges, by its parameter, in order. */
function crossings(segment: Segment, edges: readonly Edge[]): number[] {
  const steps = flatteningSteps(segment, FINE);
  const found: number[] = [];
  let from = segment.from;
  for (let i = 1; i <= steps; i++) {
    const to = i === steps ? segment.to : pointAt(segment, i / steps);
    const along = subtract(to, from);
    for (const [p, q] of edges) {
      const edge = subtract(q, p);
      const turn = cross(along, edge);
      if (turn === 0) continue;
      const [s, t] = [cross(subtract(p, from), edge) / turn, cross(subtract(p, from), along) / turn];
      const place = (i - 1 + s) / steps;
      const isMet = Math.min(s, t) > -CLOSE && Math.max(s, t) < 1 + CLOSE;
      if (isMet && place > CLOSE && place < 1 - CLOSE) found.push(place);
    }
    from = to;
  }
  return found.sort((a, b) => a - b).filter((place, i, all) => i === 0 || place - all[i - 1]! > CLOSE);
}

/** Crossings nearer than this to each other, to an end or a corner, in parameters, are one with it. */
const CLOSE = 1e-9;
