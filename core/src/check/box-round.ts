import type { Bounds } from '../geometry/bounds.ts';
import type { Point } from '../geometry/point.ts';

/** The box round a strip so wide, mm. */
export function boxRound(a: Point, b: Point, width: number): Bounds {
  const half = width / 2;
  return {
    minX: Math.min(a.x, b.x) - half,
    minY: Math.min(a.y, b.y) - half,
    maxX: Math.max(a.x, b.x) + half,
    maxY: Math.max(a.y, b.y) + half,
  };
}
