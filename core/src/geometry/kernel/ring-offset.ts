import { Clipper, FillRule, type Path64 } from 'clipper2-ts';
import { flatten, type Region } from '../contour.ts';
import { distance, type Point } from '../point.ts';
import { GRID_PER_MM } from './provenance.ts';
import type { Rings } from './polygon-boolean.ts';

/**
 * How finely curves become polygons, and corners arcs, mm: without that much a tool as wide as a stem would not get
 * into all of it.
 */
export const FLATTENED = 0.001;
/** An inner corner is moved as one vertex where that takes no more than this share of either side. */
const MITRED = 0.45;
/** Steps shorter than this have no direction, mm. */
const SHORT = 1e-6;

/**
 * A region grown, or shrunk, by a distance with round corners: rings of points, which belong to nobody.
 * @param fine how finely curves become polygons, and corners arcs, mm
 */
export const growRegion = (region: Region, by: number, fine = FLATTENED): Point[][] =>
  growRings(
    region.map((contour) => flatten(contour, fine)),
    by,
    fine,
  );

/**
 * Rings of points grown, or shrunk, by a distance with round corners. Every side is moved; outer corners get arcs. At
 * inner corners, of which flattened curves are full, moved sides run past each other: where the turn is gentle they are
 * joined there, so that the union, by the positive rule, has little to take away. Where it is not, the way goes by the
 * corner itself, whose loop that rule takes away.
 * @param rings outer ones counter-clockwise, holes clockwise, mm
 * @param fine how finely corners become arcs, mm
 */
export function growRings(rings: Rings, by: number, fine = FLATTENED): Point[][] {
  const moved = rings
    .map((ring) => toGrid(by === 0 ? ring : movedRing(ring, by, fine)))
    .filter((path) => path.length >= 3);
  const union = Clipper.union(moved, FillRule.Positive);
  return union.map((path) => path.map(({ x, y }): Point => ({ x: x / GRID_PER_MM, y: y / GRID_PER_MM })));
}

const toGrid = (points: readonly Point[]): Path64 =>
  points.map(({ x, y }) => ({ x: Math.round(x * GRID_PER_MM), y: Math.round(y * GRID_PER_MM) }));

function movedRing(ring: readonly Point[], by: number, fine: number): Point[] {
  const points = ring.filter((point, i) => distance(point, ring[(i + 1) % ring.length]!) > SHORT);
  const count = points.length;
  if (count < 3) return [];
  const lengths = new Float64Array(count);
  const across = new Float64Array(2 * count);
  points.forEach((from, i) => {
    const to = points[(i + 1) % count]!;
    const length = (lengths[i] = distance(from, to));
    // Outwards is to the right of the way.
    across[2 * i] = (to.y - from.y) / length;
    across[2 * i + 1] = (from.x - to.x) / length;
  });
  const step = 2 * Math.acos(Math.max(0, 1 - fine / Math.abs(by)));
  const out: Point[] = [];
  for (let i = 0; i < count; i++) {
    const before = (i + count - 1) % count;
    const [ax, ay, bx, by2] = [across[2 * before]!, across[2 * before + 1]!, across[2 * i]!, across[2 * i + 1]!];
    const turn = Math.atan2(ax * by2 - ay * bx, ax * bx + ay * by2);
    const { x, y } = points[i]!;
    if (turn * by > 0) addArc(out, points[i]!, Math.atan2(ay, ax), turn, by, step);
    else {
      const shorter = Math.min(lengths[before]!, lengths[i]!);
      const half = Math.tan(Math.abs(turn) / 2);
      if (Math.abs(by) * half <= MITRED * shorter) {
        // Along the sum of both ways across, as far as the two moved sides meet.
        const share = by / (1 + ax * bx + ay * by2);
        out.push({ x: x + (ax + bx) * share, y: y + (ay + by2) * share });
        continue;
      }
      out.push({ x: x + ax * by, y: y + ay * by });
      if (Math.abs(turn) >= Math.PI / 2 || Math.abs(by) * Math.sin(Math.abs(turn)) > shorter) out.push({ x, y });
      out.push({ x: x + bx * by, y: y + by2 * by });
    }
  }
  return out;
}

function addArc(out: Point[], { x, y }: Point, from: number, turn: number, by: number, step: number): void {
  const count = Math.max(1, Math.ceil(Math.abs(turn) / step));
  for (let i = 0; i <= count; i++) {
    const angle = from + (turn * i) / count;
    out.push({ x: x + by * Math.cos(angle), y: y + by * Math.sin(angle) });
  }
}
