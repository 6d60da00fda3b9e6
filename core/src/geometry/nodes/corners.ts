import { arcAbout } from '../arc-from-ends.ts';
import { rightNormal } from '../fit-offset.ts';
import { add, scale, type Point } from '../point.ts';
import { line, pointAt, portion, segmentLength, type Segment } from '../segment.ts';
import { before } from './handles.ts';
import { nearestOn } from './insert.ts';
import { pathOfSegments, runOf, segmentOfRun, type NodePath, type PathNode } from './node-path.ts';
import { turnAt } from './smooth.ts';

/** Less than this is no corner, degrees. */
const LEAST_TURN = 2;
const [STEPS, HALVINGS] = [64, 50];

/** Where the runs that meet at a corner are cut, from 0 to 1 along each, and what comes between. */
interface Cut {
  readonly first: number;
  readonly second: number;
  readonly between: Segment;
}

/** A corner made round to a radius. null where there is none, or no room for it. */
export const rounded = <P extends NodePath>(path: P, n: number, radius: number): P | null =>
  cutCorner(path, n, (a, b, turn) => roundCut(a, b, turn > 0 ? 1 : -1, radius));

/** A corner cut off straight, so far along each of its runs. null where there is none, or no room for it. */
export const chamfered = <P extends NodePath>(path: P, n: number, by: number): P | null =>
  cutCorner(path, n, (a, b) => {
    const [first, second] = [1 - parameterAtLength(a, by, true), parameterAtLength(b, by, false)];
    if (!(first > 0) || !(second < 1)) return null;
    return { first, second, between: line(pointAt(a, first), pointAt(b, second), '') };
  });

function cutCorner<P extends NodePath>(
  path: P,
  n: number,
  cutOf: (into: Segment, out: Segment, turn: number) => Cut | null,
): P | null {
  const turn = turnAt(path, n);
  const last = before(path, n);
  if (Math.abs(turn) < LEAST_TURN || last < 0) return null;
  const [a, b] = [segmentOfRun(path, last), segmentOfRun(path, n)];
  const cut = a && b && cutOf(a, b, turn);
  if (!a || !b || !cut) return null;
  const rest = portion(b, cut.second, 1);
  const between: PathNode[] = [
    { ...cut.between.from, to: runOf(cut.between) },
    { ...cut.between.to, to: runOf(rest) },
  ];
  const nodes = path.nodes.flatMap((node, i): PathNode[] => {
    if (i === n) return between;
    return i === last ? [{ ...node, to: runOf(portion(a, 0, cut.first)) }] : [node];
  });
  return { ...path, nodes };
}

/**
 * The circle that touches both runs: its middle lies so far from the first as from the second. Walked back along the
 * first from the corner, that of the circle which touches it there comes away from the second.
 */
function roundCut(a: Segment, b: Segment, side: 1 | -1, radius: number): Cut | null {
  const middleAt = (t: number): Point => add(pointAt(a, t), scale(rightNormal(a, t), -side * radius));
  const other = pathOfSegments([b], false);
  const over = (t: number): number => nearestOn(other, middleAt(t)).away - radius;
  // The first place from the corner back: the runs may come near each other again at their other ends.
  let [far, near] = [1 - 1 / STEPS, 1];
  while (far >= 0 && over(far) < 0) [far, near] = [far - 1 / STEPS, far];
  if (far < 0) return null;
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (far + near) / 2;
    if (over(middle) < 0) near = middle;
    else far = middle;
  }
  const centre = middleAt(far);
  const { t: second } = nearestOn(other, centre);
  if (!(far > 0) || !(second < 1) || !(second > 0)) return null;
  return { first: far, second, between: arcAbout(centre, radius, pointAt(a, far), pointAt(b, second), side > 0) };
}

/** So far along a segment from its start, or from its end back: the share of it, over 1 where it is shorter. */
function parameterAtLength(segment: Segment, by: number, fromEnd: boolean): number {
  const whole = segmentLength(segment);
  if (segment.kind !== 'cubic' || by >= whole) return by / whole;
  let [low, high] = [0, 1];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    const gone = segmentLength(fromEnd ? portion(segment, 1 - middle, 1) : portion(segment, 0, middle));
    if (gone < by) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
