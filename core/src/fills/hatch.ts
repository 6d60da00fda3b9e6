import { componentRegion, componentsOf } from '../geometry/components.ts';
import { flatten, type Contour, type Region } from '../geometry/contour.ts';
import { regionArea } from '../geometry/contour-facts.ts';
import { offsetRegion } from '../geometry/kernel/offset.ts';
import { FLATTENED, growRegion } from '../geometry/kernel/ring-offset.ts';
import type { Rings } from '../geometry/kernel/polygon-boolean.ts';
import { distance, distanceToSpan, type Point } from '../geometry/point.ts';
import { line } from '../geometry/segment.ts';
import { turnPointBy } from '../geometry/turn.ts';
import { isIn } from './clip-lines.ts';
import type { Fill } from './fill.ts';
import { heightsOf, measuredRing, spansIn } from './scan-lines.ts';
import { serpentines } from './serpentine.ts';
import { nearStrokes } from './near-strokes.ts';
import { closedLine, nearFor, pointsOf } from './polyline.ts';
import { ToolPath, type Pass } from './tool-path.ts';
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
  /** How lines are joined: along the edge and to the next, as a beam burns whatever it goes over; or any way inside. */
  readonly joins: 'edge' | 'any';
}

/** The edge of what is filled is followed so nearly, mm. */
const TOLERANCE = 0.005;

/** Where nobody says what a lift is worth: a way over what is done of so many spacings. */
const USUAL_STAY = 25;
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
  const outlines = hasOutline ? outlineOf(region, reach, radius + plan.inset) : [];
  const source = region[0]?.segments[0]?.source ?? '';
  const parts = partsOf(reach);
  const fields = partsOf(inner);
  const strokes = parts.flatMap((part) => {
    const isHere = (point: Point): boolean => homeOf(point, parts) === part;
    const path = new ToolPath(part, plan.width, plan.joins === 'edge' ? 0 : stay);
    const edges = outlines.filter(({ segments }) => isHere(segments[0]!.from)).map(outlinePass);
    if (plan.outline === 'before') path.run(edges);
    path.eachNearest(
      fields.filter(([outer]) => isHere(outer![0]!)),
      (field) => passesIn(field, plan, isDense && !hasOutline).forEach((passes) => path.run(passes)),
    );
    if (plan.outline === 'after') path.run(edges);
    return path.strokes(source);
  });
  return { strokes, area: regionArea(region), reached: () => regionArea(shrunk(reach, FLATTENED - radius)) };
}

const partsOf = (region: Region): Rings[] =>
  componentsOf(region).map((part) => componentRegion(part).map((ring) => withoutDoubles(pointsOf(ring))));

/** Which of several parts a point is in, or else nearest to. */
function homeOf(point: Point, parts: readonly Rings[]): Rings {
  if (parts.length === 1) return parts[0]!;
  const off = parts.map((part) => (isIn(point, part) ? 0 : farFrom(point, part)));
  return parts[off.indexOf(Math.min(...off))]!;
}

const farFrom = (point: Point, rings: Rings): number =>
  Math.min(
    ...rings.flatMap((ring) => ring.map((from, i) => distanceToSpan(point, from, ring[(i + 1) % ring.length]!))),
  );

const outlinePass = (contour: Contour): Pass => ({
  ...{ kind: 'outline', closed: true, contour },
  points: flatten(contour, FLATTENED),
});

/** The edge of what the tool's middle reaches, of few curves; as polygons where those lost a slender part. */
export function outlineOf(region: Region, reach: Region, by: number): Region {
  const curves = offsetRegion(region, -by);
  const isNear = nearStrokes(
    curves.map((contour) => closedRing(flatten(contour, TOLERANCE))),
    SAME,
  );
  const isSame = reach.every(({ segments }) => segments.every(({ from }) => isNear(from)));
  return isSame ? curves : reach.map((contour) => closedLine(pointsOf(contour), nearFor(2 * by)));
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

/**
 * The lines of one part; then, where no outline follows the edge, strokes where none of them comes near it; then what
 * goes across them.
 */
function passesIn(part: Rings, plan: HatchPlan, hasWalls: boolean): Pass[][] {
  const angles = plan.cross ? [plan.angle, plan.angle + 90] : [plan.angle];
  return angles.flatMap((angle, i): Pass[][] => {
    const [level, back] = [turnPointBy(-angle), turnPointBy(angle)];
    const rings = part.map((ring) => measuredRing(ring.map(level)));
    const spans = spansIn(rings, heightsOf(rings, plan.spacing));
    const lines = serpentines(rings, spans, plan.spacing);
    const walls = hasWalls && i === 0 ? wallStrokes(rings, lines, plan.width, plan.spacing) : [];
    const told = (kind: Pass['kind'], points: readonly Point[]): Pass => ({
      ...{ kind, closed: false },
      points: points.map(back),
    });
    return [lines.map((points) => told('line', points)), walls.map((points) => told('wall', points))];
  });
}

const withoutDoubles = (points: readonly Point[]): Point[] =>
  points.filter((point, i) => distance(point, points[(i + 1) % points.length]!) > 1e-9);
