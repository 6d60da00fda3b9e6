import { arcOfTurn } from '../../geometry/arc-from-ends.ts';
import { flatten, type Contour } from '../../geometry/contour.ts';
import { add, cross, distance, dot, scale, subtract, turnBetween, unit, type Point } from '../../geometry/point.ts';
import { line, tangentAt, type Segment } from '../../geometry/segment.ts';
import { meetingOf } from './corners.ts';

/** A contour whose round corners were made sharp, and the radius of each by the number of the line that it leads to. */
export interface Sharpened {
  readonly contour: Contour;
  readonly radii: ReadonlyMap<number, number>;
}

/** A round corner may have been fitted with so many arcs and curves, and turns by so much, degrees. */
const [MOST_PIECES, LEAST_TURN, MOST_TURN] = [3, 20, 160];
/** Lines shorter than nothing, mm. */
const NOTHING = 1e-9;

/**
 * What goes from one line to the next as near to an arc that touches both as a tolerance is a round corner: the lines
 * are carried on to where they meet.
 * @param tolerance mm
 */
export function sharpened(contour: Contour, tolerance: number): Sharpened {
  const first = contour.segments.findIndex(({ kind }) => kind === 'line');
  if (first < 0) return { contour, radii: new Map() };
  const sides = sidesOf([...contour.segments.slice(first), ...contour.segments.slice(0, first)]);
  const corners = sides.map(({ edge, then }, i) =>
    roundCorner(edge, then, sides[(i + 1) % sides.length]!.edge, tolerance),
  );
  const radii = new Map<number, number>();
  const segments: Segment[] = [];
  sides.forEach(({ edge, then }, i) => {
    const [before, after] = [corners.at(i - 1), corners[i]];
    if (before) radii.set(segments.length, before.radius);
    segments.push(line(before?.point ?? edge.from, after?.point ?? edge.to, edge.source));
    if (!after) segments.push(...then);
  });
  return { contour: { ...contour, segments }, radii };
}

/** Corners made round again. null where lines are too short for that. */
export function rounded({ contour, radii }: Sharpened): Contour | null {
  const { segments } = contour;
  const count = segments.length;
  const turns = segments.map((segment, i) => turnBetween(tangentAt(segments.at(i - 1)!, 1), tangentAt(segment, 0)));
  const reaches = turns.map((turn, i) => (radii.get(i) ?? 0) * Math.tan(Math.abs(turn) / 2));
  const own: Segment[] = [];
  for (const [i, segment] of segments.entries()) {
    const [start, end] = [reaches[i]!, reaches[(i + 1) % count]!];
    if (start === 0 && end === 0) {
      own.push(segment);
      continue;
    }
    const way = unit(subtract(segment.to, segment.from));
    const left = distance(segment.from, segment.to) - start - end;
    if (left < -NOTHING) return null;
    const from = add(segment.from, scale(way, start));
    if (start > 0) {
      const back = scale(unit(tangentAt(segments.at(i - 1)!, 1)), -start);
      const arc = arcOfTurn(add(segment.from, back), from, (turns[i]! * 180) / Math.PI, segment.source);
      if (!arc) return null;
      own.push(arc);
    }
    if (left > NOTHING) own.push(line(from, add(segment.to, scale(way, -end)), segment.source));
  }
  return { ...contour, segments: own };
}

/** A line, and the arcs and curves from it to the next. */
interface Side {
  readonly edge: Segment;
  readonly then: Segment[];
}

function sidesOf(segments: readonly Segment[]): Side[] {
  const sides: Side[] = [];
  for (const segment of segments)
    if (segment.kind === 'line') sides.push({ edge: segment, then: [] });
    else sides.at(-1)!.then.push(segment);
  return sides;
}

interface RoundCorner {
  /** Where its lines meet. */
  readonly point: Point;
  readonly radius: number;
}

function roundCorner(a: Segment, between: readonly Segment[], b: Segment, tolerance: number): RoundCorner | null {
  if (between.length === 0 || between.length > MOST_PIECES || a === b) return null;
  const [into, out] = [unit(subtract(a.to, a.from)), unit(subtract(b.to, b.from))];
  const turn = Math.abs(turnBetween(into, out));
  if (turn < (LEAST_TURN * Math.PI) / 180 || turn > (MOST_TURN * Math.PI) / 180) return null;
  const point = meetingOf({ through: a.to, way: into }, { through: b.from, way: out });
  if (!point) return null;
  // An arc that touches both lines is nearest to where they meet in its middle.
  const edge = flatten({ segments: between, closed: false }, tolerance / 8);
  const radius = Math.min(...edge.map((each) => distance(each, point))) / (1 / Math.cos(turn / 2) - 1);
  const inward = unit(subtract(out, into));
  const centre = add(point, scale(inward, radius / Math.cos(turn / 2)));
  const isNear = edge.every((each) => {
    const own = subtract(each, centre);
    const isBetween = dot(own, into) >= 0 && dot(own, out) <= 0;
    const off = isBetween ? Math.abs(distance(each, centre) - radius) : offLines(each, point, into, out);
    return off <= tolerance;
  });
  return isNear ? { point, radius } : null;
}

/** How far a place lies off the nearer of two lines that meet. */
const offLines = (place: Point, meeting: Point, a: Point, b: Point): number =>
  Math.min(...[a, b].map((way) => Math.abs(cross(subtract(place, meeting), way))));
