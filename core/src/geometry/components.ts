import { boundsContain, type Bounds } from './bounds.ts';
import { contourArea, contourBounds, measuringPoints, regionArea, ringContains, sourcesOf, type Contour, type Region } from './contour.ts';
import type { Point } from './point.ts';
import type { SourceId } from './segment.ts';

/** One connected piece of a region: its outer contour and the holes in it. */
export interface Component {
  readonly outer: Contour;
  readonly holes: readonly Contour[];
  readonly bounds: Bounds;
  /** mm², holes taken off. */
  readonly area: number;
  readonly sources: ReadonlySet<SourceId>;
}

/** Parts a region into its connected pieces, largest first. */
export function componentsOf(region: Region): Component[] {
  const outers = region.filter((contour) => contourArea(contour) > 0).map((outer) => ({ outer, bounds: contourBounds(outer), area: contourArea(outer), holes: [] as Contour[] }));
  outers.sort((a, b) => a.area - b.area);
  for (const hole of region) {
    if (contourArea(hole) > 0) continue;
    const box = contourBounds(hole);
    const probe = probePoint(hole);
    // The smallest outer contour round a hole is the one it belongs to.
    outers.find(({ outer, bounds }) => boundsContain(bounds, box, 1e-3) && ringContains(measuringPoints(outer), probe))?.holes.push(hole);
  }
  return outers
    .map(({ outer, holes, bounds }) => ({ outer, holes, bounds, area: regionArea([outer, ...holes]), sources: sourcesOf([outer, ...holes]) }))
    .sort((a, b) => b.area - a.area);
}

export const componentRegion = ({ outer, holes }: Component): Region => [outer, ...holes];

/**
 * A point just inside a contour, clear of its line, for asking what the contour lies in: the middle of the widest gap on
 * a level line through it.
 */
export function probePoint(contour: Contour): Point {
  const ring = measuringPoints(contour);
  const { minY, maxY } = contourBounds(contour);
  let best: { p: Point; width: number } | undefined;
  for (const share of [0.5, 0.37, 0.71]) {
    const y = minY + (maxY - minY) * share;
    const xs: number[] = [];
    let last = ring.at(-1)!;
    for (const next of ring) {
      if (next.y > y !== last.y > y) xs.push(((last.x - next.x) * (y - next.y)) / (last.y - next.y) + next.x);
      last = next;
    }
    xs.sort((a, b) => a - b);
    for (let i = 0; i + 1 < xs.length; i += 2) {
      const width = xs[i + 1]! - xs[i]!;
      if (!best || width > best.width) best = { p: { x: (xs[i]! + xs[i + 1]!) / 2, y }, width };
    }
  }
  return best?.p ?? ring[0]!;
}
