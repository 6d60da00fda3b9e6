import { EndType, inflatePaths, JoinType, type Path64 } from 'clipper2-ts';
import { flatten, ringContains, type Region } from '../contour.ts';
import type { Point } from '../point.ts';
import { GRID_PER_MM } from './provenance.ts';

/** Flattening for the question, mm: the answer is that of a width so much off at most. */
const TOLERANCE = 0.01;

/**
 * Whether a disc of so many mm can pass from one place of a region to another without leaving the region: by shrinking
 * the region by the disc's radius and asking whether the two places still hang together. Quicker by far than measuring
 * how wide the way is.
 */
export function discPasses(region: Region, diameter: number, from: Point, to: Point): boolean {
  const rings = region.map((contour): Path64 =>
    flatten(contour, TOLERANCE).map(({ x, y }) => ({ x: Math.round(x * GRID_PER_MM), y: Math.round(y * GRID_PER_MM) })),
  );
  const shrunk = inflatePaths(
    rings,
    (-diameter / 2) * GRID_PER_MM,
    JoinType.Round,
    EndType.Polygon,
    2,
    TOLERANCE * GRID_PER_MM,
  );
  const own = (p: Point) => {
    const at = { x: p.x * GRID_PER_MM, y: p.y * GRID_PER_MM };
    // The innermost ring round the place: an outer one where the place is still inside.
    const round = shrunk.filter((ring) => ringContains(ring, at));
    return round.length % 2 === 1
      ? round.reduce((least, ring) => (Math.abs(areaOf(ring)) < Math.abs(areaOf(least)) ? ring : least))
      : null;
  };
  const [a, b] = [own(from), own(to)];
  return a !== null && a === b;
}

const areaOf = (ring: Path64): number =>
  ring.reduce((sum, p, i) => sum + p.x * ring[(i + 1) % ring.length]!.y - ring[(i + 1) % ring.length]!.x * p.y, 0) / 2;
