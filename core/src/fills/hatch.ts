import { componentRegion, componentsOf } from '../geometry/components.ts';
import { flatten, type Contour, type Region } from '../geometry/contour.ts';
import { regionArea } from '../geometry/contour-facts.ts';
import { offsetRegion } from '../geometry/kernel/offset.ts';
import { FLATTENED, growRegion } from '../geometry/kernel/ring-offset.ts';
import { distance, type Point } from '../geometry/point.ts';
import { line } from '../geometry/segment.ts';
import { turnPointBy } from '../geometry/turn.ts';
import type { Fill, FillStroke } from './fill.ts';
import { heightsOf, measuredRing, shorterWay, pointsBetween, spansIn, type MeasuredRing } from './scan-lines.ts';
import { serpentines, type Chain } from './serpentine.ts';
import { nearStrokes } from './near-strokes.ts';
import { closedLine, openLine } from './polyline.ts';
import { wallStrokes } from './walls.ts';

/** How an area is hatched. Lengths in mm, degrees counter-clockwise. */
export interface HatchPlan {
  /** What the tool leaves: a pen's line, a beam's, a cutter's diameter. */
  readonly width: number;
  /** From line to line. */
  readonly spacing: number;
  readonly angle: number;
  /** A second time across the first. */
  readonly cross: boolean;
  /** Once round the edge: before the lines, after them, or not at all. */
  readonly outline: 'none' | 'before' | 'after';
  /** So far inside the edge. */
  readonly inset: number;
  /** How lines are joined: along the edge alone, as a beam must that burns whatever it goes over; or any way inside. */
  readonly joins: 'edge' | 'any';
}

/** The edge of what is filled is followed so nearly, mm. */
const TOLERANCE = 0.005;

/** An outline of curves is the one of polygons where none of its corners is further off than this, mm. */
const SAME = 0.01;

/**
 * Fills an area with lines, none of which leaves it: the tool's middle keeps half its width from the edge. With an
 * outline nothing inside that stays uncovered, as the lines end within half a spacing of it; without one, stretches of
 * the edge that no line comes near get a stroke along them.
 */
export function hatch(region: Region, plan: HatchPlan, stay = USUAL_STAY * plan.spacing): Fill {
  const radius = plan.width / 2;
  const reach = shrunk(region, radius + plan.inset - FLATTENED);
  const isDense = plan.spacing <= plan.width;
  const hasOutline = plan.outline !== 'none';
  const inner = hasOutline && isDense ? shrunk(region, radius + plan.inset + (plan.width - plan.spacing) / 2) : reach;
  const edges: FillStroke[] = hasOutline
    ? outlineOf(region, reach, radius + plan.inset).map((contour) => ({ kind: 'outline', contour }))
    : [];
  const lines = componentsOf(inner).flatMap((component) =>
    linesIn(componentRegion(component), plan, isDense && !hasOutline, stay),
  );
  const strokes = plan.outline === 'before' ? [...edges, ...lines] : [...lines, ...edges];
  return { strokes, area: regionArea(region), reached: () => regionArea(shrunk(reach, FLATTENED - radius)) };
}

/** The edge of what the tool's middle reaches, of few curves; as polygons where those lost a slender part. */
export function outlineOf(region: Region, reach: Region, by: number): Region {
  const curves = offsetRegion(region, -by);
  const isNear = nearStrokes(
    curves.map((contour) => closedRing(flatten(contour, TOLERANCE))),
    SAME,
  );
  const isSame = reach.every(({ segments }) => segments.every(({ from }) => isNear(from)));
  return isSame ? curves : reach.map(({ segments }) => closedLine(segments.map(({ from }) => from)));
}

const closedRing = (points: readonly Point[]): Point[] => [...points, points[0]!];

/** What is deeper inside than so much, as polygons: strokes are, and slender parts keep their whole length so. */
function shrunk(region: Region, by: number): Contour[] {
  const source = region[0]?.segments[0]?.source ?? '';
  if (region.length === 0) return [];
  return growRegion(region, -by).map((points) => ({
    closed: true,
    segments: points.map((from, i) => line(from, points[(i + 1) % points.length]!, source)),
  }));
}

/** The lines of one part, and where no outline follows the edge, strokes where none of them comes near it. */
function linesIn(part: Region, plan: HatchPlan, hasWalls: boolean, stay: number): FillStroke[] {
  const angles = plan.cross ? [plan.angle, plan.angle + 90] : [plan.angle];
  return angles.flatMap((angle, i): FillStroke[] => {
    const [level, back] = [turnPointBy(-angle), turnPointBy(angle)];
    const rings = part.map((contour) => measuredRing(withoutDoubles(flatten(contour, TOLERANCE).map(level))));
    const spans = spansIn(rings, heightsOf(rings, plan.spacing));
    const source = part[0]!.segments[0]!.source;
    const chains = joined(serpentines(rings, spans, plan.spacing), rings, plan.joins === 'edge' ? 0 : stay);
    const told = (kind: FillStroke['kind'], points: readonly Point[]): FillStroke => ({
      kind,
      contour: openLine(points.map(back), source),
    });
    const drawn = chains.map(({ points }) => points);
    const walls = hasWalls && i === 0 ? wallStrokes(rings, drawn, plan.width, plan.spacing) : [];
    return [...drawn.map((points) => told('line', points)), ...walls.map((points) => told('wall', points))].filter(
      ({ contour }) => contour.segments.length > 0,
    );
  });
}

/** Where nobody says what a lift is worth: a way over what is done of so many spacings. */
const USUAL_STAY = 25;

/** Chains put one after the other, the nearest end first, joined where the tool can stay down for so long. */
function joined(chains: readonly Chain[], rings: readonly MeasuredRing[], longest: number): Chain[] {
  if (longest === 0 || chains.length < 2) return [...chains];
  const left = new Set(chains);
  const done: Chain[] = [];
  const [first] = chains;
  left.delete(first!);
  let at = { ...first!, points: [...first!.points] };
  while (left.size > 0) {
    const next = nearest(at, left);
    left.delete(next);
    const way = wayBetween(at, next, rings, longest);
    if (way) at = { start: at.start, end: next.end, points: [...at.points, ...way, ...next.points] };
    else {
      done.push(at);
      at = { ...next, points: [...next.points] };
    }
  }
  return [...done, at];
}

/** The chain that begins or ends nearest to where another ends, turned so that it begins there. */
function nearest({ points }: Chain, chains: ReadonlySet<Chain>): Chain {
  const from = points.at(-1)!;
  let [best, least, isBack] = [null as Chain | null, Infinity, false];
  for (const chain of chains)
    for (const [end, back] of [
      [chain.points[0]!, false],
      [chain.points.at(-1)!, true],
    ] as const) {
      const far = distance(from, end);
      if (far < least) [best, least, isBack] = [chain, far, back];
    }
  return isBack ? { points: [...best!.points].reverse(), start: best!.end, end: best!.start } : best!;
}

/** Points of a way inside: straight, or along the edge that both are on; null where there is neither. */
function wayBetween(from: Chain, to: Chain, rings: readonly MeasuredRing[], longest: number): Point[] | null {
  const [a, b] = [from.points.at(-1)!, to.points[0]!];
  if (distance(a, b) > longest) return null;
  if (isInside(a, b, rings)) return [];
  if (from.end.ring !== to.start.ring) return null;
  const ring = rings[from.end.ring]!;
  const { far, isBack } = shorterWay(ring, from.end.at, to.start.at);
  if (far > longest) return null;
  return pointsBetween(ring, from.end.at, to.start.at, isBack);
}

/** Whether a straight way between two points of the edge stays inside: it crosses no edge, and its middle is inside. */
function isInside(a: Point, b: Point, rings: readonly MeasuredRing[]): boolean {
  const side = (p: Point, q: Point, r: Point) => (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x);
  let inside = false;
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  const slack = 1e-14 * Math.max(1, distance(a, b)) ** 2;
  for (const { points } of rings)
    for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
      const [p, q] = [points[j]!, points[i]!];
      if (side(a, b, p) * side(a, b, q) < -slack && side(p, q, a) * side(p, q, b) < -slack) return false;
      if (p.y > middle.y !== q.y > middle.y && middle.x < ((q.x - p.x) * (middle.y - p.y)) / (q.y - p.y) + p.x)
        inside = !inside;
    }
  return inside;
}

const withoutDoubles = (points: readonly Point[]): Point[] =>
  points.filter((point, i) => distance(point, points[(i + 1) % points.length]!) > 1e-9);
