import { boundsOfPoints, centreOf, heightOf, widthOf, type Bounds } from './bounds.ts';
import { flatten, ringContains, type Region } from './contour.ts';
import type { Point } from './point.ts';

/** Boxes are found to such a share of the region's own. */
const PRECISION = 0.002;

/** A box nearer the middle is taken where it is so nearly as wide as any. */
const NEARLY = 0.99;

/**
 * The widest upright box of given proportion that fits within a region; as near the middle as one may lie that is
 * nearly as wide. A box of one proportion is a square once the region is squeezed, and how far a square may grow about
 * a point is the distance to the edge by the longer of its two coordinates: what follows is the quartering search of
 * `widestDisc` by that distance.
 * @param aspect width over height
 * @returns null where the region has no inside
 */
export function widestBox(region: Region, aspect: number): Bounds | null {
  const squeezed = ({ x, y }: Point): Point => ({ x: x / aspect, y });
  const rough = boundsOfPoints(region.flatMap((contour) => flatten(contour, 1).map(squeezed)));
  const size = Math.min(widthOf(rough), heightOf(rough));
  if (!(size > 0)) return null;
  const rings = region
    .filter(({ closed }) => closed)
    .map((contour) => flatten(contour, (size * PRECISION) / 2).map(squeezed));
  const box = boundsOfPoints(rings.flat());
  const spans = rings.flatMap((ring) => ring.map((p, i) => [p, ring[(i + 1) % ring.length]!] as const));
  const reach = (p: Point): number => {
    const inside = rings.filter((ring) => ringContains(ring, p)).length % 2 === 1;
    return (inside ? 1 : -1) * Math.min(...spans.map(([a, b]) => squareDistance(p, a, b)));
  };
  const step = size * PRECISION;
  const best = quartering(box, size, reach, step);
  const middle = alongTheMiddle(box, reach, step);
  const least = NEARLY * best.half;
  const { p, half } = nearMiddle(middle.half >= least ? middle : best, centreOf(box), least, reach);
  if (!(half > 0)) return null;
  return { minX: (p.x - half) * aspect, maxX: (p.x + half) * aspect, minY: p.y - half, maxY: p.y + half };
}

interface Square {
  readonly p: Point;
  readonly half: number;
}

function quartering(box: Bounds, size: number, reach: (p: Point) => number, step: number): Square {
  let best: Square = { p: centreOf(box), half: reach(centreOf(box)) };
  let cells: { p: Point; half: number; reach: number }[] = [];
  const look = (p: Point, half: number) => {
    const found = reach(p);
    if (found > best.half) best = { p, half: found };
    cells.push({ p, half, reach: found });
  };
  for (let x = box.minX + size / 2; x < box.maxX + size / 2; x += size)
    for (let y = box.minY + size / 2; y < box.maxY + size / 2; y += size) look({ x, y }, size / 2);
  while (cells.length > 0) {
    // About no point of a cell can a square grow further than about its middle by more than half the cell.
    const hopeful = cells.filter((cell) => cell.reach + cell.half > best.half + step);
    cells = [];
    for (const { p, half } of hopeful)
      for (const dx of [-half / 2, half / 2])
        for (const dy of [-half / 2, half / 2]) look({ x: p.x + dx, y: p.y + dy }, half / 2);
  }
  return best;
}

/** Moved towards the middle, upright and then level, as far as about each point a square may grow to the least. */
function nearMiddle({ p }: Square, centre: Point, least: number, reach: (p: Point) => number): Square {
  const along = (from: Point, to: Point): Point => {
    const at = (t: number): Point => ({ x: from.x + (to.x - from.x) * t, y: from.y + (to.y - from.y) * t });
    if (reach(to) >= least) return to;
    let [fits, not] = [0, 1];
    for (let i = 0; i < 12; i++) {
      const half = (fits + not) / 2;
      if (reach(at(half)) >= least) fits = half;
      else not = half;
    }
    return at(fits);
  };
  const level = along(p, { x: p.x, y: centre.y });
  const found = along(level, { x: centre.x, y: level.y });
  return { p: found, half: reach(found) };
}

function alongTheMiddle(box: Bounds, reach: (p: Point) => number, step: number): Square {
  const { x } = centreOf(box);
  let best: Square = { p: centreOf(box), half: -Infinity };
  for (let y = box.minY; y <= box.maxY;) {
    const half = reach({ x, y });
    if (half > best.half) best = { p: { x, y }, half };
    // The reach changes no faster than the point moves.
    y += Math.max(step, best.half - half);
  }
  return best;
}

/** Distance of a point from a span by the longer of the two coordinates. */
function squareDistance(p: Point, a: Point, b: Point): number {
  const [ax, ay] = [a.x - p.x, a.y - p.y];
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const at = (t: number): number => Math.max(Math.abs(ax + t * dx), Math.abs(ay + t * dy));
  // It is convex along the span, and bends only where a coordinate is 0 or both are as long.
  let least = Math.min(at(0), at(1));
  for (const [n, d] of [
    [-ax, dx],
    [-ay, dy],
    [ay - ax, dx - dy],
    [-ax - ay, dx + dy],
  ] as const)
    if (d !== 0 && n / d > 0 && n / d < 1) least = Math.min(least, at(n / d));
  return least;
}
