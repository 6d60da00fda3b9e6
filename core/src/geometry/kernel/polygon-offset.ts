import { EndType, inflatePaths, JoinType, type Path64 } from 'clipper2-ts';
import { closedContour, flatten, type Contour, type Region } from '../contour.ts';
import { distanceToSpan, type Point } from '../point.ts';
import { line, type SourceId } from '../segment.ts';
import { LONGEST_MITRE, type Corners } from './corners.ts';
import { GRID_PER_MM } from './provenance.ts';

/** How finely curves become polygons, and corners arcs, mm. */
const TOLERANCE = 0.001;

/**
 * A region grown or shrunk by the kernel's own offset of fine polygons: lines only, each named after the edge that it
 * lies nearest to.
 */
export function polygonOffset(region: Region, by: number, corners: Corners): Contour[] {
  const edges = edgesOf(region);
  const paths = region.map((contour): Path64 => flatten(contour, TOLERANCE).map(toGrid));
  const join = corners === 'round' ? JoinType.Round : JoinType.Miter;
  const moved = inflatePaths(paths, by * GRID_PER_MM, join, EndType.Polygon, LONGEST_MITRE, TOLERANCE * GRID_PER_MM);
  return moved.map((path) => {
    const points = path.map(({ x, y }): Point => ({ x: x / GRID_PER_MM, y: y / GRID_PER_MM }));
    return closedContour(
      points.map((from, i) => line(from, points[(i + 1) % points.length]!, nearestSource(edges, from))),
    );
  });
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
