import { burn } from '../centerline/burn.ts';
import { degreeIn, runsOf } from '../centerline/runs.ts';
import { turnsNear } from '../centerline/skeleton.ts';
import { boxTable } from '../geometry/box-pairs.ts';
import { componentRegion, componentsOf } from '../geometry/components.ts';
import { flatten, type Contour, type Region } from '../geometry/contour.ts';
import { contourLength, regionArea } from '../geometry/contour-facts.ts';
import type { Rings } from '../geometry/kernel/polygon-boolean.ts';
import { growRings, growRegion } from '../geometry/kernel/ring-offset.ts';
import { medialAxis } from '../geometry/medial-axis.ts';
import { distance, distanceToSpan, mix, type Point } from '../geometry/point.ts';
import { slopingLine, type Segment, type SourceId } from '../geometry/segment.ts';
import { isIn } from './clip-lines.ts';
import type { Fill, FillStroke } from './fill.ts';
import { contoursOf, evened, lengthOf } from './polyline.ts';

/** A conical cutter, whose width changes with its depth. Lengths in mm. */
export interface Cone {
  /** Between its sides, degrees. */
  readonly angle: number;
  /** Width of its flat tip. */
  readonly tip: number;
}

/** How letters are cut by a cone. Lengths in mm. */
export interface ConePlan extends Cone {
  /** It goes no deeper than this; null: as deep as the letters are wide. */
  readonly deepest: number | null;
}

/** By how much a cone's radius grows with its depth. */
const slopeOf = ({ angle }: Cone): number => Math.tan((angle * Math.PI) / 360);

/** How wide a cone cuts at a depth, mm. */
export const coneWidth = (cone: Cone, depth: number): number => cone.tip + 2 * depth * slopeOf(cone);

/** The radius of a cone where it goes as deep as it may, mm. */
const limitOf = (plan: ConePlan): number => (plan.deepest === null ? Infinity : coneWidth(plan, plan.deepest) / 2);

/** Of an area what a cone leaves for a flat cutter at its greatest depth: nothing where it goes as deep as need be. */
export function floorOf(region: Region, { angle, tip, deepest }: ConePlan): Contour[] {
  if (deepest === null) return [];
  return contoursOf(growRegion(region, -deepest * slopeOf({ angle, tip })));
}

/** A point of a cone's way: z is how deep it goes, mm, positive downwards. */
interface Point3 extends Point {
  readonly z: number;
}

/** Branches that add less than this to what is cut are faults of the outline, mm. */
const FAULT = 0.01;
/** Edges are sampled finely up to so many usual widths across, so many times finer than for measuring. */
const [CARE, FINER] = [2.5, 2];
/** The edge turns by more at a corner, radians. */
const CORNER = 0.3;
/** Depth is right within this between two nodes, and points are left out within that, mm. */
const [TRUE, STRAIGHT] = [0.002, 0.004];
/** Outlines are followed so nearly, mm. */
const FINE = 0.0015;

/**
 * Cuts an area along its middle, as deep everywhere as the cone is as wide as the area: corners come out sharp, since
 * the cutter rises in them. Where that would be deeper than it may go, a ring at full depth, and the floor within it is
 * left to a flat cutter.
 * @param stay how far the cutter goes back on what it cut, rather than being lifted, mm; null: by how wide letters are
 */
export function cone(region: Region, plan: ConePlan, stay: number | null = null): Fill {
  const slope = slopeOf(plan);
  const limit = limitOf(plan);
  const depthOf = (radius: number): number => Math.max(0, (Math.min(radius, limit) - plan.tip / 2) / slope);
  const source = region[0]?.segments[0]?.source ?? '';
  const ways = componentsOf(region).flatMap((part) => waysIn(componentRegion(part), plan.tip / 2, limit, stay));
  const strokes = ways.map((way): FillStroke => {
    const kept = simplified3(
      way.map(({ x, y, z }) => ({ x, y, z: depthOf(z) })),
      STRAIGHT,
    );
    return {
      kind: 'cone',
      contour: { closed: false, segments: kept.slice(1).map((to, i) => sloping(kept[i]!, to, source)) },
    };
  });
  return {
    strokes: strokes.filter(({ contour }) => contour.segments.length > 0),
    area: regionArea(region),
    reached: () => reachedByCone(region, plan),
  };
}

/** How much of an area a cone cuts, mm²: what its tip gets into, less the floor that it is not wide enough for. */
export function reachedByCone(region: Region, plan: ConePlan): number {
  const [tip, limit] = [plan.tip / 2, limitOf(plan)];
  const areaOf = (rings: Rings): number => regionArea(contoursOf(rings));
  const whole = tip > 0 ? areaOf(growRings(growRegion(region, -tip), tip)) : regionArea(region);
  return Number.isFinite(limit) ? whole - areaOf(growRegion(region, -limit)) : whole;
}

const flat = ({ x, y }: Point): Point => ({ x, y });
const sloping = (from: Point3, to: Point3, source: SourceId): Segment =>
  slopingLine(flat(from), flat(to), [from.z, to.z], source);

/** Ways of one part, each point with the distance to its edge as z: deepest first, twigs after what they leave. */
function waysIn(part: Region, tip: number, limit: number, stay: number | null): Point3[][] {
  const truly = edgeDistance(part);
  const widest = Math.min(limit, 1e3);
  const axis = medialAxis(part, { material: CARE * usualWidth(part), gaps: 0 }, FINER);
  const rim = part.map((contour) => flatten(contour, FINE));
  // Where samples are coarse, middles of discs may lie outside.
  const inside = axis.side.map((side, t) => (side === 1 && isIn({ x: axis.x[t]!, y: axis.y[t]! }, rim) ? 1 : 0));
  const { neighbours, burnt, order, from } = burn(axis, inside);
  const isKept = new Uint8Array(inside.length);
  for (let t = 0; t < inside.length; t++) if (inside[t] === 1 && burnt[t] === Infinity) isKept[t] = 1;
  for (const t of order)
    if (burnt[t]! - axis.radius[t]! >= FAULT || (from[t]! >= 0 && isKept[from[t]!] === 1)) isKept[t] = 1;
  const middle = (t: number): Point => ({ x: axis.x[t]!, y: axis.y[t]! });
  const { samples } = axis;
  const turns = turnsNear(samples, 0);
  const corners = samples.x.flatMap((x, i) => (turns[i]! > CORNER ? [{ x, y: samples.y[i]!, z: 0 }] : []));
  /** The corner that a way runs out into: the distance to the edge falls evenly towards it. */
  const toCorner = (end: Point3): Point3 | undefined =>
    corners.find((corner) => {
      const far = distance(corner, end);
      if (far > Math.max(0.05, 6 * end.z) || far < 1e-6) return false;
      return [0.3, 0.6].every((share) => Math.abs(truly(mix(end, corner, share)) - (1 - share) * end.z) < TRUE);
    });
  const ways = runsOf({ neighbours }, isKept).flatMap(({ nodes, closed }) => {
    const middles = evened((closed ? [...nodes, nodes[0]!] : nodes).map(middle));
    const points = middles.map((point): Point3 => ({ ...point, z: truly(point) }));
    if (!closed) {
      const [first, last] = [toCorner(points[0]!), toCorner(points.at(-1)!)];
      if (first && degreeIn({ neighbours }, isKept, nodes[0]!) === 1) points.unshift(first);
      if (last && degreeIn({ neighbours }, isKept, nodes.at(-1)!) === 1) points.push(last);
    }
    return within(refined(points, truly), tip, widest);
  });
  const rings = limit < 1e3 ? growRegion(part, -limit) : [];
  const deepest = ways.flatMap((way) => [way[0]!, way.at(-1)!]).filter(({ z }) => z > limit - TRUE);
  const floors = rings.flatMap((ring) =>
    parted(
      ring.map(({ x, y }) => ({ x, y, z: limit })),
      deepest,
    ),
  );
  return joinedUp([...ways, ...floors], stay ?? USUAL_STAY * usualWidth(part));
}

/** Ends of ways lie this near to the ring round a floor that they come out on, mm. */
const ON_RING = 0.02;

/** A ring in parts, from one of the ends that lie on it to the next; whole where none does. */
function parted(ring: readonly Point3[], ends: readonly Point3[]): Point3[][] {
  const cuts = ends
    .flatMap((end) => {
      const [at, far] = nearestSide(ring, end);
      return far < ON_RING ? [{ at, along: distance(ring[at]!, end), end }] : [];
    })
    .sort((p, q) => p.at - q.at || p.along - q.along);
  const [first] = cuts;
  if (!first) return [[...ring, ring[0]!]];
  return cuts.map(({ at, end }, i) => {
    const next = cuts[i + 1] ?? { ...first, at: first.at + ring.length };
    const between = Array.from({ length: next.at - at }, (_, k) => ring[(at + 1 + k) % ring.length]!);
    return [end, ...between, next.end];
  });
}

/** The side of a ring that a point is nearest to, by its first corner, and how far off that is. */
function nearestSide(ring: readonly Point3[], point: Point): [side: number, far: number] {
  let [best, least] = [0, Infinity];
  ring.forEach((from, i) => {
    const far = distanceToSpan(point, from, ring[(i + 1) % ring.length]!);
    if (far < least) [best, least] = [i, far];
  });
  return [best, least];
}

/** Where nobody says what a lift is worth: a way back of so many widths. */
const USUAL_STAY = 8;

/** As wide as a band of a part's area and edge is, mm. */
function usualWidth(part: Region): number {
  const edge = part.reduce((sum, contour) => sum + contourLength(contour), 0);
  return Math.max(0.02, (2 * regionArea(part)) / edge);
}

/** More points where the distance to the edge is not even between two. */
function refined(points: readonly Point3[], truly: (point: Point) => number): Point3[] {
  const out: Point3[] = [points[0]!];
  const between = (a: Point3, b: Point3, depth: number): void => {
    if (depth < 7 && distance(a, b) > 0.01) {
      const point = mix(a, b, 0.5);
      const z = truly(point);
      if (Math.abs(z - (a.z + b.z) / 2) > TRUE) {
        const middle = { ...point, z };
        between(a, middle, depth + 1);
        between(middle, b, depth + 1);
        return;
      }
    }
    out.push(b);
  };
  for (let i = 0; i + 1 < points.length; i++) between(points[i]!, points[i + 1]!, 0);
  return out;
}

/** Stretches where the cone fits: between the width of its tip and the widest it may be. */
function within(points: readonly Point3[], least: number, most: number): Point3[][] {
  const ways: Point3[][] = [];
  let open: Point3[] = [];
  const fits = ({ z }: Point3) => z >= least - 1e-9 && z <= most + 1e-9;
  const cut = (a: Point3, b: Point3): Point3 => {
    const bound = Math.min(a.z, b.z) < least ? least : most;
    const share = Math.max(0, Math.min(1, (bound - a.z) / (b.z - a.z || 1)));
    return { ...mix(a, b, share), z: bound };
  };
  points.forEach((point, i) => {
    const before = points[i - 1];
    if (fits(point)) {
      if (before && !fits(before)) open.push(cut(before, point));
      open.push(point);
    } else if (before && fits(before)) {
      open.push(cut(before, point));
      ways.push(open);
      open = [];
    }
  });
  if (open.length > 1) ways.push(open);
  return ways.filter((way) => way.length > 1);
}

/**
 * Ways put one after the other where one begins on another, so that the cutter stays down: from the end of a twig it
 * goes back along what it cut, as long as that is no longer than a lift is worth.
 * @param longest way back, mm
 */
function joinedUp(ways: readonly Point3[][], longest: number): Point3[][] {
  const byEnd = new Map<string, Set<Point3[]>>();
  for (const way of ways)
    for (const end of [way[0]!, way.at(-1)!]) {
      const own = byEnd.get(placeOf(end));
      if (own) own.add(way);
      else byEnd.set(placeOf(end), new Set([way]));
    }
  const left = new Set(ways);
  const take = (way: Point3[]): void => {
    left.delete(way);
    for (const end of [way[0]!, way.at(-1)!]) byEnd.get(placeOf(end))!.delete(way);
  };
  /** One that begins at a place, with that first: the shortest, so that twigs come before what goes on. */
  const nextFrom = (place: Point3): Point3[] | null => {
    const key = placeOf(place);
    const [next] = [...(byEnd.get(key) ?? [])].sort((p, q) => lengthOf(p) - lengthOf(q));
    if (!next) return null;
    take(next);
    return placeOf(next[0]!) === key ? next : [...next].reverse();
  };
  const joined: Point3[][] = [];
  for (const way of ways) {
    if (!left.has(way)) continue;
    take(way);
    // From a tip inwards, where there is one.
    const isInwards = byEnd.get(placeOf(way.at(-1)!))!.size > 0;
    const run = isInwards ? [...way] : [...way].reverse();
    for (let back: Point3[] = [], at = run.length - 1, far = 0; at >= 0 && far <= longest; at--) {
      const next = nextFrom(run[at]!);
      if (next) {
        run.push(...back, ...next.slice(1));
        [back, at, far] = [[], run.length, 0];
      } else if (at > 0) {
        back.push(run[at - 1]!);
        far += distance(run[at]!, run[at - 1]!);
      }
    }
    joined.push(run);
  }
  return joined;
}

/** Ends that are one place have the same name. */
const placeOf = ({ x, y }: Point): string => `${x.toFixed(6)} ${y.toFixed(6)}`;

/** The true distance from a point to the edge of a part, by squares. */
function edgeDistance(part: Region): (point: Point) => number {
  const spans = part.flatMap((contour) => {
    const ring = flatten(contour, FINE);
    return ring.map((from, i) => [from, ring[(i + 1) % ring.length]!] as const);
  });
  const table = boxTable(spans.length);
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  spans.forEach(([a, b], i) => {
    [table.minX[i], table.maxX[i]] = [Math.min(a.x, b.x), Math.max(a.x, b.x)];
    [table.minY[i], table.maxY[i]] = [Math.min(a.y, b.y), Math.max(a.y, b.y)];
    [minX, maxX] = [Math.min(minX, table.minX[i]!), Math.max(maxX, table.maxX[i]!)];
    [minY, maxY] = [Math.min(minY, table.minY[i]!), Math.max(maxY, table.maxY[i]!)];
  });
  const size = Math.max(0.01, Math.max(maxX - minX, maxY - minY) / 40);
  const [columns, rows] = [Math.ceil((maxX - minX) / size) + 1, Math.ceil((maxY - minY) / size) + 1];
  const cells: number[][] = Array.from({ length: columns * rows }, () => []);
  const cell = (value: number, least: number, count: number) =>
    Math.max(0, Math.min(count - 1, Math.floor((value - least) / size)));
  spans.forEach((_, i) => {
    for (let x = cell(table.minX[i]!, minX, columns); x <= cell(table.maxX[i]!, minX, columns); x++)
      for (let y = cell(table.minY[i]!, minY, rows); y <= cell(table.maxY[i]!, minY, rows); y++)
        cells[y * columns + x]!.push(i);
  });
  const starts = Float64Array.from(spans.flatMap(([{ x, y }]) => [x, y]));
  const ways = Float64Array.from(spans.flatMap(([a, b]) => [b.x - a.x, b.y - a.y]));
  const squaredTo = (i: number, x: number, y: number): number => {
    const [dx, dy, ux, uy] = [x - starts[2 * i]!, y - starts[2 * i + 1]!, ways[2 * i]!, ways[2 * i + 1]!];
    const share = Math.max(0, Math.min(1, (dx * ux + dy * uy) / (ux * ux + uy * uy || 1)));
    return (dx - ux * share) ** 2 + (dy - uy * share) ** 2;
  };
  return (point) => {
    const [column, row] = [cell(point.x, minX, columns), cell(point.y, minY, rows)];
    let least = Infinity;
    for (let ring = 0; ring < Math.max(columns, rows); ring++) {
      // Squares of a further ring are at least so far away.
      if (ring > 1 && ((ring - 1) * size) ** 2 > least) break;
      for (let x = column - ring; x <= column + ring; x++)
        for (let y = row - ring; y <= row + ring; y++) {
          if (Math.max(Math.abs(x - column), Math.abs(y - row)) !== ring) continue;
          if (x < 0 || y < 0 || x >= columns || y >= rows) continue;
          for (const i of cells[y * columns + x]!) {
            const far = squaredTo(i, point.x, point.y);
            if (far < least) least = far;
          }
        }
    }
    return Math.sqrt(least);
  };
}

/** Fewer points, none left out further than a tolerance in place or depth (Douglas and Peucker, 1973, in space). */
function simplified3(points: readonly Point3[], tolerance: number): Point3[] {
  const isKept = new Uint8Array(points.length);
  isKept[0] = isKept[points.length - 1] = 1;
  const open: [number, number][] = [[0, points.length - 1]];
  for (let span = open.pop(); span; span = open.pop()) {
    const [from, to] = span;
    let [worst, at] = [tolerance, -1];
    const [a, b] = [points[from]!, points[to]!];
    const [ux, uy, uz] = [b.x - a.x, b.y - a.y, b.z - a.z];
    const squared = ux * ux + uy * uy + uz * uz || 1;
    for (let i = from + 1; i < to; i++) {
      const [px, py, pz] = [points[i]!.x - a.x, points[i]!.y - a.y, points[i]!.z - a.z];
      const t = Math.max(0, Math.min(1, (px * ux + py * uy + pz * uz) / squared));
      const off = Math.sqrt((px - t * ux) ** 2 + (py - t * uy) ** 2 + (pz - t * uz) ** 2);
      if (off > worst) [worst, at] = [off, i];
    }
    if (at < 0) continue;
    isKept[at] = 1;
    open.push([from, at], [at, to]);
  }
  return points.filter((_, i) => isKept[i] === 1);
}
