import { boundsOfPoints, heightOf, joinBounds, widthOf } from './bounds.ts';
import { flatten, ringContains, type Region } from './contour.ts';
import { hullBounds } from './contour-facts.ts';
import { distanceToSpan, type Point } from './point.ts';

/** How near the widest disc is found, mm, where nothing else is asked for, and against its own diameter. */
const PRECISION = 0.005;
const SHARE = 0.001;

/** Curves are flattened at least this finely against the shorter side of the region's box. */
const FLATTENING_SHARE = 1 / 20_000;

/** The widest disc that fits within a region. */
export interface Disc {
  readonly centre: Point;
  readonly diameter: number;
}

/**
 * Finds the widest disc in a region: quarters its box again and again, going on only where a cell could
 * still hold a wider one (the grid search for a polygon's pole of inaccessibility).
 * @param precision mm; a thousandth of the diameter is enough; in a stroke of even width a fine one takes its time
 */
export function widestDisc(region: Region, precision = PRECISION): Disc {
  const rough = joinBounds(region.map(hullBounds));
  const tolerance = Math.max(precision / 2, Math.min(widthOf(rough), heightOf(rough)) * FLATTENING_SHARE);
  const rings = region.map((contour) => flatten(contour, tolerance));
  const box = boundsOfPoints(rings.flat());
  const spans = rings.flatMap((ring) => ring.map((p, i): readonly [Point, Point] => [p, ring[(i + 1) % ring.length]!]));
  const reach = (p: Point): number => {
    let best = Infinity;
    for (const [a, b] of spans) {
      if (
        Math.min(a.x, b.x) - p.x > best ||
        p.x - Math.max(a.x, b.x) > best ||
        Math.min(a.y, b.y) - p.y > best ||
        p.y - Math.max(a.y, b.y) > best
      )
        continue;
      best = Math.min(best, distanceToSpan(p, a, b));
    }
    let inside = false;
    for (const ring of rings) if (ringContains(ring, p)) inside = !inside;
    return inside ? best : -best;
  };
  let best: Disc = { centre: { x: box.minX, y: box.minY }, diameter: 0 };
  const size = Math.max(1e-3, Math.min(widthOf(box), heightOf(box)));
  let cells: { p: Point; half: number; reach: number }[] = [];
  const look = (p: Point, half: number) => {
    const found = reach(p);
    if (2 * found > best.diameter) best = { centre: p, diameter: 2 * found };
    cells.push({ p, half, reach: found });
  };
  for (let x = box.minX + size / 2; x < box.maxX + size / 2; x += size)
    for (let y = box.minY + size / 2; y < box.maxY + size / 2; y += size) look({ x, y }, size / 2);
  while (cells.length > 0) {
    const better = best.diameter + Math.max(precision, SHARE * best.diameter);
    const hopeful = cells.filter((cell) => 2 * (cell.reach + cell.half * Math.SQRT2) > better);
    cells = [];
    for (const { p, half } of hopeful)
      for (const dx of [-half / 2, half / 2])
        for (const dy of [-half / 2, half / 2]) look({ x: p.x + dx, y: p.y + dy }, half / 2);
  }
  return best;
}
