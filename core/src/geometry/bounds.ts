import type { Point } from './point.ts';

/** An upright box, mm. `minX > maxX` stands for nothing at all. */
export interface Bounds {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
}

export const NO_BOUNDS: Bounds = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };

export function boundsOfPoints(points: Iterable<Point>): Bounds {
  let { minX, minY, maxX, maxY } = NO_BOUNDS;
  for (const { x, y } of points) {
    if (x < minX) minX = x;
    if (x > maxX) maxX = x;
    if (y < minY) minY = y;
    if (y > maxY) maxY = y;
  }
  return { minX, minY, maxX, maxY };
}

export function joinBounds(all: Iterable<Bounds>): Bounds {
  let { minX, minY, maxX, maxY } = NO_BOUNDS;
  for (const box of all) {
    minX = Math.min(minX, box.minX);
    minY = Math.min(minY, box.minY);
    maxX = Math.max(maxX, box.maxX);
    maxY = Math.max(maxY, box.maxY);
  }
  return { minX, minY, maxX, maxY };
}

export const isEmptyBounds = (box: Bounds): boolean => box.minX > box.maxX;
export const widthOf = (box: Bounds): number => Math.max(0, box.maxX - box.minX);
export const heightOf = (box: Bounds): number => Math.max(0, box.maxY - box.minY);
export const centreOf = (box: Bounds): Point => ({ x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 });

/** What lies in both boxes. */
export const commonBounds = (a: Bounds, b: Bounds): Bounds => ({
  minX: Math.max(a.minX, b.minX),
  minY: Math.max(a.minY, b.minY),
  maxX: Math.min(a.maxX, b.maxX),
  maxY: Math.min(a.maxY, b.maxY),
});

/** True where two boxes touch or come within `gap` of each other. */
export function boundsMeet(a: Bounds, b: Bounds, gap = 0): boolean {
  return a.minX <= b.maxX + gap && b.minX <= a.maxX + gap && a.minY <= b.maxY + gap && b.minY <= a.maxY + gap;
}

/** True where `inner` lies wholly inside `outer`, give or take `slack`. */
export function boundsContain(outer: Bounds, inner: Bounds, slack = 0): boolean {
  return (
    inner.minX >= outer.minX - slack &&
    inner.maxX <= outer.maxX + slack &&
    inner.minY >= outer.minY - slack &&
    inner.maxY <= outer.maxY + slack
  );
}

export function growBounds(box: Bounds, by: number): Bounds {
  return { minX: box.minX - by, minY: box.minY - by, maxX: box.maxX + by, maxY: box.maxY + by };
}

export function moveBounds({ minX, minY, maxX, maxY }: Bounds, dx: number, dy: number): Bounds {
  return { minX: minX + dx, minY: minY + dy, maxX: maxX + dx, maxY: maxY + dy };
}
