import type { Contour } from '../geometry/contour.ts';
import { distance, dot, subtract, type Point } from '../geometry/point.ts';
import { cubic, line, type Segment } from '../geometry/segment.ts';

/** A bend sharper than this, degrees, is meant as a corner. */
const CORNER = 55;

/** A facet this many times longer than its neighbour is meant as a straight line. */
const STRAIGHT = 2.6;

/**
 * Gives a stroke that was stored as short straight facets back as the smooth line it stands for: through every point,
 * with the direction of the circle through a point and its neighbours, corners kept and long straights left straight.
 */
export function smoothStroke(points: readonly Point[]): Contour {
  const distinct = points.filter((p, i) => i === 0 || distance(p, points[i - 1]!) > 1e-9);
  const last = distinct.length - 1;
  const home = last > 2 && distance(distinct[0]!, distinct[last]!) < 1e-9;
  const at = (i: number): Point | undefined => (home ? distinct[(i + last) % last] : distinct[i]);
  const chord = (i: number): Point | undefined => {
    const [a, b] = [at(i), at(i + 1)];
    return a && b && subtract(b, a);
  };
  const size = (v: Point | undefined) => (v ? Math.hypot(v.x, v.y) : 0);
  const isCorner = (i: number): boolean => {
    const [before, after] = [chord(i - 1), chord(i)];
    if (!before || !after) return true;
    return dot(before, after) < Math.cos((CORNER * Math.PI) / 180) * size(before) * size(after);
  };
  /** Both its ends are corners, or it is far longer than what it runs into. */
  const isStraight = (i: number): boolean => {
    const own = size(chord(i));
    const before = isCorner(i) ? 0 : size(chord(i - 1));
    const after = isCorner(i + 1) ? 0 : size(chord(i + 1));
    if (before === 0 && after === 0) return true;
    return own > STRAIGHT * Math.max(before, after);
  };
  const direction = (i: number): Point | null => {
    const [before, after] = [chord(i - 1), chord(i)];
    if (!before || !after || isCorner(i)) return null;
    if (isStraight(i - 1)) return unit(before);
    if (isStraight(i)) return unit(after);
    const [a, b] = [size(before), size(after)];
    return unit({ x: (before.x / a) * b + (after.x / b) * a, y: (before.y / a) * b + (after.y / b) * a });
  };
  const segments: Segment[] = [];
  for (let i = 0; i < last; i++) {
    const [from, to] = [distinct[i]!, distinct[i + 1]!];
    const [leave, arrive] = [direction(i), direction(i + 1)];
    if (isStraight(i) || (!leave && !arrive)) {
      segments.push(line(from, to, ''));
      continue;
    }
    const span = distance(from, to);
    const along = unit(subtract(to, from));
    // With only one direction known, the curve is the one that turns evenly: the other direction mirrors it in the
    // chord.
    const [u, v] = [leave ?? mirrored(arrive!, along), arrive ?? mirrored(leave!, along)];
    const reach = span / (3 * Math.max(0.5, (dot(u, along) + dot(v, along)) / 2));
    segments.push(
      cubic(
        from,
        { x: from.x + u.x * reach, y: from.y + u.y * reach },
        { x: to.x - v.x * reach, y: to.y - v.y * reach },
        to,
        '',
      ),
    );
  }
  return { segments, closed: false };
}

function unit({ x, y }: Point): Point {
  const size = Math.hypot(x, y) || 1;
  return { x: x / size, y: y / size };
}

function mirrored(v: Point, along: Point): Point {
  const share = 2 * dot(v, along);
  return { x: along.x * share - v.x, y: along.y * share - v.y };
}
