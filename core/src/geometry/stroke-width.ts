import { flatten, type Region } from './contour.ts';
import { contourLength } from './contour-facts.ts';
import type { Point } from './point.ts';

/** Edges are followed so nearly, mm, and looked from at about so many places in all. */
const FINE = 0.02;
const LOOKS = 96;
/** Ways that differ by no more than this share are alike. */
const ALIKE = 0.08;

/** How wide strokes are on the whole, mm, and how much of their edges lies so far apart, 0 to 1. */
export interface StrokeWidth {
  readonly width: number;
  readonly alike: number;
}

/**
 * How wide the strokes of a region are: the median of the ways from its edge straight across to the edge opposite.
 * Ends of strokes look along them, but are few.
 */
export function strokeWidth(region: Region): StrokeWidth {
  const rings = region.map((contour) => flatten(contour, FINE));
  const step = region.reduce((sum, contour) => sum + contourLength(contour), 0) / LOOKS;
  const ways: number[] = [];
  for (const ring of rings) {
    let gone = step / 2;
    ring.forEach((a, i) => {
      const b = ring[(i + 1) % ring.length]!;
      const [dx, dy] = [b.x - a.x, b.y - a.y];
      const long = Math.hypot(dx, dy);
      for (; gone < long; gone += step) {
        const from = { x: a.x + (dx * gone) / long, y: a.y + (dy * gone) / long };
        // The region lies to the left of its edges.
        ways.push(wayAcross(from, -dy / long, dx / long, rings));
      }
      gone -= long;
    });
  }
  const width = ways.sort((a, b) => a - b)[ways.length >> 1] ?? 0;
  const alike = ways.filter((way) => Math.abs(way - width) < ALIKE * width).length / Math.max(1, ways.length);
  return { width, alike };
}

/** From an edge to the next one in a direction of length 1. */
function wayAcross({ x, y }: Point, ux: number, uy: number, rings: readonly (readonly Point[])[]): number {
  let nearest = Infinity;
  for (const ring of rings)
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [a, b] = [ring[j]!, ring[i]!];
      const [from, to] = [ux * (a.y - y) - uy * (a.x - x), ux * (b.y - y) - uy * (b.x - x)];
      if (from > 0 === to > 0) continue;
      const share = from / (from - to);
      const way = ux * (a.x + (b.x - a.x) * share - x) + uy * (a.y + (b.y - a.y) * share - y);
      // Not the edge that it starts from.
      if (way > FINE && way < nearest) nearest = way;
    }
  return nearest;
}
