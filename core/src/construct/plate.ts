import type { Bounds } from '../geometry/bounds.ts';
import type { Point } from '../geometry/point.ts';

/** Middles of the holes in a plate's corners, `inset` mm from both edges, counter-clockwise from below left. */
export const cornerHoles = ({ minX, minY, maxX, maxY }: Bounds, inset: number): Point[] => [
  { x: minX + inset, y: minY + inset },
  { x: maxX - inset, y: minY + inset },
  { x: maxX - inset, y: maxY - inset },
  { x: minX + inset, y: maxY - inset },
];
