import { fitArcs, type BulgeStep } from '../../geometry/arc-fit.ts';
import type { Contour } from '../../geometry/contour.ts';
import { depthsOf } from '../../geometry/depths.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { portion } from '../../geometry/segment.ts';
import { circleOf, type Circle } from '../../geometry/shapes.ts';

/** The circle that a contour is, where a file can say so: machines begin circles on their right, and so must it. */
export function circleToTell(contour: Contour): Circle | null {
  const round = circleOf(contour);
  return round && beginsOnItsRight(contour, round) ? round : null;
}

const beginsOnItsRight = ({ segments: [first] }: Contour, { centre, radius }: Circle): boolean =>
  distance(first!.from, { x: centre.x + radius, y: centre.y }) < 1e-6;

/** A node of a line on which the tool goes up and down, z upwards from the face. */
export interface NodeInSpace {
  readonly at: Point;
  readonly z: number;
}

/** The nodes of a line on which the tool goes up and down; null where it does not. */
export function nodesInSpace(contour: Contour): NodeInSpace[] | null {
  const depths = depthsOf(contour);
  if (!depths) return null;
  const { segments } = contour;
  return [segments[0]!.from, ...segments.map(({ to }) => to)].map((at, i) => ({ at, z: -depths[i]! }));
}

/** The contour as polyline vertices; each bulge belongs to the side that leaves its vertex. */
export function polylineVertices({ segments, closed }: Contour, tolerance: number): { at: Point; bulge: number }[] {
  const steps: BulgeStep[] = [];
  for (const segment of segments) {
    if (segment.kind === 'line') steps.push({ to: segment.to, bulge: 0 });
    else if (segment.kind === 'cubic') steps.push(...fitArcs(segment, tolerance));
    else {
      // A half turn at most to a side: larger bulges are badly conditioned.
      const parts = Math.max(1, Math.ceil(Math.abs(segment.sweep) / 180));
      const bulge = Math.tan((segment.sweep / parts / 4) * (Math.PI / 180));
      for (let i = 1; i <= parts; i++)
        steps.push({ to: i === parts ? segment.to : portion(segment, 0, i / parts).to, bulge });
    }
  }
  const start = segments[0]!.from;
  const vertices = steps.map(({ bulge }, i) => ({ at: i === 0 ? start : steps[i - 1]!.to, bulge }));
  return closed ? vertices : [...vertices, { at: steps.at(-1)!.to, bulge: 0 }];
}
