import { area, EndType, inflatePaths, JoinType } from 'clipper2-ts';
import { flatten, type Region } from '../src/geometry/contour.ts';

/** Area of the kernel's own offset of fine polygons. */
export function kernelArea(region: Region, by: number): number {
  const paths = region.map((contour) => flatten(contour, 0.002).map(({ x, y }) => ({ x: x * 1e4, y: y * 1e4 })));
  const moved = inflatePaths(paths, by * 1e4, JoinType.Round, EndType.Polygon, 2, 5);
  return moved.reduce((sum, path) => sum + area(path), 0) / 1e8;
}
