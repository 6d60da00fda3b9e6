import { boundsContain, type Bounds } from './bounds.ts';
import { formOf, type Contour, type Region } from './contour.ts';
import { contourArea, contourBounds, contourContains, regionArea, sourcesOf } from './contour-facts.ts';
import type { Point } from './point.ts';
import { pointAt, type SourceId } from './segment.ts';

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
  const outers = region
    .filter((contour) => contourArea(contour) > 0)
    .map((outer) => ({ outer, bounds: contourBounds(outer), area: contourArea(outer), holes: [] as Contour[] }));
  outers.sort((a, b) => a.area - b.area);
  for (const hole of region) {
    if (contourArea(hole) > 0) continue;
    const box = contourBounds(hole);
    const round = outers.filter(({ bounds }) => boundsContain(bounds, box, 1e-3));
    // The smallest outer contour round a hole is the one it belongs to; where only one can be, it need not be asked.
    const owner = round.length === 1 ? round[0] : round.find(({ outer }) => contourContains(outer, probePoint(hole)));
    owner?.holes.push(hole);
  }
  return outers
    .map(({ outer, holes, bounds }) => ({
      outer,
      holes,
      bounds,
      area: regionArea([outer, ...holes]),
      sources: sourcesOf([outer, ...holes]),
    }))
    .sort((a, b) => b.area - a.area);
}

export const componentRegion = ({ outer, holes }: Component): Region => [outer, ...holes];

/**
 * A point on a contour, clear of its corners, for asking what the contour lies in: contours of a region do not cross.
 */
export function probePoint(contour: Contour): Point {
  const { form, dx, dy } = formOf(contour);
  const { x, y } = pointAt(form.segments[0]!, 0.5);
  return { x: x + dx, y: y + dy };
}
