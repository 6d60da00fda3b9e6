import { EndType, inflatePaths, JoinType, type Path64 } from 'clipper2-ts';
import { closedContour, flatten, type Contour, type Region } from '../contour.ts';
import { contourLength, regionArea } from '../contour-facts.ts';
import { distanceToSpan, type Point } from '../point.ts';
import type { SourceId } from '../segment.ts';
import { polygon } from '../shapes.ts';
import { LONGEST_MITRE, type Corners } from './corners.ts';
import { GRID_PER_MM } from './provenance.ts';
import { FLATTENED, growRegion } from './ring-offset.ts';

/** An offset of fine polygons. */
export interface PolygonOffset {
  /** mm². */
  readonly area: number;
  /** How long its edge is, mm. */
  readonly edge: number;
  /** Lines only, each named after the edge of the region that it lies nearest to: which is dear to tell. */
  readonly contours: () => Contour[];
}

/** A region grown or shrunk as fine polygons: with round corners as rings, with mitres by the kernel's own offset. */
export function polygonOffset(region: Region, by: number, corners: Corners): PolygonOffset {
  const rings = corners === 'round' ? growRegion(region, by) : mitred(region, by);
  const contours = rings.map((points) => polygon(points, ''));
  return {
    area: regionArea(contours),
    edge: contours.reduce((sum, contour) => sum + contourLength(contour), 0),
    contours: () => {
      const edges = edgesOf(region);
      return contours.map(({ segments }) =>
        closedContour(segments.map((segment) => ({ ...segment, source: nearestSource(edges, segment.from) }))),
      );
    },
  };
}

function mitred(region: Region, by: number): Point[][] {
  const paths = region.map((contour): Path64 => flatten(contour, FLATTENED).map(toGrid));
  const moved = inflatePaths(paths, by * GRID_PER_MM, JoinType.Miter, EndType.Polygon, LONGEST_MITRE);
  return moved.map((path) => path.map(({ x, y }): Point => ({ x: x / GRID_PER_MM, y: y / GRID_PER_MM })));
}

const toGrid = ({ x, y }: Point) => ({ x: Math.round(x * GRID_PER_MM), y: Math.round(y * GRID_PER_MM) });

interface Edge {
  readonly from: Point;
  readonly to: Point;
  readonly source: SourceId;
}

/** Chords, coarse: they only tell whose edge is near. */
const edgesOf = (region: Region): Edge[] =>
  region.flatMap(({ segments }) => segments.map(({ from, to, source }) => ({ from, to, source })));

function nearestSource(edges: readonly Edge[], p: Point): SourceId {
  let [least, source] = [Infinity, ''];
  for (const edge of edges) {
    const away = distanceToSpan(p, edge.from, edge.to);
    if (away < least) [least, source] = [away, edge.source];
  }
  return source;
}
