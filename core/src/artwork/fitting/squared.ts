import type { Contour } from '../../geometry/contour.ts';
import { cross, distance, distanceToSpan, mix, subtract, type Point } from '../../geometry/point.ts';
import { line, moveEnds, pointAt, segmentLength, type Segment } from '../../geometry/segment.ts';

/** Lines that are off by no more than this are meant to be parallel or square, degrees. */
const MEANT = 1.5;

/**
 * A contour whose lines that are all but square to each other are so: each turns about its middle to the direction of
 * the longest (of an axis where that is as good), or across it, and they meet where they cross. Where a node would have
 * to move further than the tolerance, a line stays; lines beside arcs stay too, as those would bend.
 * @param tolerance mm
 */
export function squared(contour: Contour, tolerance: number): Contour {
  const { segments } = contour;
  const count = segments.length;
  const at = (i: number): Segment => segments[(i + count) % count]!;
  const isLine = (i: number): boolean => at(i).kind === 'line';
  // What is square to nothing tells nothing.
  const isSquare = (i: number): boolean =>
    isLine(i) && isLine(i + 1) && offSquare(angleOf(at(i + 1)) - angleOf(at(i))) <= MEANT;
  const square = segments.flatMap((segment, i) => (isSquare(i) || isSquare(i - 1) ? [segment] : []));
  if (count < 3 || square.length === 0) return contour;
  const longest = square.reduce((a, b) => (segmentLength(b) > segmentLength(a) ? b : a));
  const level = levelOf(longest, tolerance);
  const turned = segments.map((segment, i): Turned | null => {
    const off = angleOf(segment) - level;
    if (!isLine(i) || offParallel(off) > MEANT || at(i - 1).kind === 'arc' || at(i + 1).kind === 'arc') return null;
    const angle = ((level + 90 * Math.round(off / 90)) * Math.PI) / 180;
    return { through: mix(segment.from, segment.to, 0.5), way: { x: Math.cos(angle), y: Math.sin(angle) } };
  });
  const joints = segments.map((segment, i) => jointOf(segment.from, turned[(i - 1 + count) % count]!, turned[i]!));
  if (joints.some((joint, i) => distance(joint, segments[i]!.from) > tolerance)) return contour;
  return {
    ...contour,
    segments: segments.map((segment, i) => {
      const [from, to] = [joints[i]!, joints[(i + 1) % count]!];
      return from === segment.from && to === segment.to ? segment : moveEnds(segment, from, to);
    }),
  };
}

/** The direction of a line, degrees; that of an axis where its ends are hardly off that. */
function levelOf(segment: Segment, tolerance: number): number {
  const angle = angleOf(segment);
  const ends = (segmentLength(segment) / 2) * Math.sin((offParallel(angle) * Math.PI) / 180);
  return ends <= tolerance / 4 ? 90 * Math.round(angle / 90) : angle;
}

/** Curves that are all but straight as lines; and lines that go on as the one before goes, in one with it. */
export function inOne(contour: Contour, tolerance: number): Contour {
  const goesOn = (a: Segment | undefined, b: Segment): boolean =>
    a?.kind === 'line' && b.kind === 'line' && distanceToSpan(a.to, a.from, b.to) <= tolerance / 2;
  const kept: Segment[] = [];
  for (const each of contour.segments) {
    const segment = isStraight(each, tolerance / 2) ? line(each.from, each.to, each.source) : each;
    const last = kept.at(-1);
    if (goesOn(last, segment)) kept[kept.length - 1] = line(last!.from, segment.to, last!.source);
    else kept.push(segment);
  }
  // It may begin amid a line.
  const [first, last] = [kept[0]!, kept.at(-1)!];
  if (kept.length > 2 && goesOn(last, first))
    kept.splice(0, kept.length, line(last.from, first.to, first.source), ...kept.slice(1, -1));
  return { ...contour, segments: kept };
}

const isStraight = (segment: Segment, tolerance: number): boolean =>
  segment.kind !== 'line' &&
  [0.25, 0.5, 0.75].every((t) => distanceToSpan(pointAt(segment, t), segment.from, segment.to) <= tolerance);

/** Where a line lies when it is turned. */
interface Turned {
  readonly through: Point;
  readonly way: Point;
}

const angleOf = ({ from, to }: Segment): number => (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;

/** How far an angle is from the next multiple of 90 degrees. */
const offParallel = (degrees: number): number => Math.abs(degrees - 90 * Math.round(degrees / 90));
const offSquare = (degrees: number): number => Math.abs(Math.abs((((degrees % 360) + 540) % 360) - 180) - 90);

/** Where two lines meet; of one alone the foot of the node on it. */
function jointOf(node: Point, before: Turned | null, after: Turned | null): Point {
  if (!before && !after) return node;
  if (!before || !after) return footOn(node, (before ?? after)!);
  const sine = cross(before.way, after.way);
  // Parallel lines meet nowhere: both go by the middle between them.
  if (Math.abs(sine) < 0.5) return footOn(footOn(node, before), after);
  const along = cross(subtract(after.through, before.through), after.way) / sine;
  return { x: before.through.x + before.way.x * along, y: before.through.y + before.way.y * along };
}

function footOn(point: Point, { through, way }: Turned): Point {
  const along = (point.x - through.x) * way.x + (point.y - through.y) * way.y;
  return { x: through.x + way.x * along, y: through.y + way.y * along };
}
