/** A place or a direction in the plane: mm, y up. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

export const point = (x: number, y: number): Point => ({ x, y });
export const add = (a: Point, b: Point): Point => ({ x: a.x + b.x, y: a.y + b.y });
export const subtract = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y });
export const scale = (a: Point, factor: number): Point => ({ x: a.x * factor, y: a.y * factor });
export const dot = (a: Point, b: Point): number => a.x * b.x + a.y * b.y;
export const cross = (a: Point, b: Point): number => a.x * b.y - a.y * b.x;
export const length = (a: Point): number => Math.sqrt(a.x * a.x + a.y * a.y);

/** Of length 1 the same way; what has no length stays as it is. */
export function unit({ x, y }: Point): Point {
  const long = Math.sqrt(x * x + y * y) || 1;
  return { x: x / long, y: y / long };
}

/** By the square root: Math.hypot minds overflow that no sheet comes near, and takes ten times as long. */
export function distance(a: Point, b: Point): number {
  const [dx, dy] = [a.x - b.x, a.y - b.y];
  return Math.sqrt(dx * dx + dy * dy);
}
export const mix = (a: Point, b: Point, t: number): Point => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });

/** From one way to another, counter-clockwise, radians. */
export const turnBetween = (a: Point, b: Point): number => Math.atan2(cross(a, b), dot(a, b));

/** Whether the straight ways from a to b and from c to d cross. */
export function doCross(a: Point, b: Point, c: Point, d: Point): boolean {
  const side = (from: Point, to: Point, p: Point) => Math.sign(cross(subtract(to, from), subtract(p, from)));
  return side(a, b, c) !== side(a, b, d) && side(c, d, a) !== side(c, d, b);
}

/** The squared distance of (x, y) from the span from (ax, ay) to (bx, by), in plain numbers: asked by the million. */
export function squaredToSpan(x: number, y: number, ax: number, ay: number, bx: number, by: number): number {
  const [dx, dy, px, py] = [bx - ax, by - ay, x - ax, y - ay];
  const long = dx * dx + dy * dy;
  const share = long === 0 ? 0 : Math.min(1, Math.max(0, (px * dx + py * dy) / long));
  return (px - dx * share) ** 2 + (py - dy * share) ** 2;
}

/** Distance from a point to the straight piece from a to b. */
export function distanceToSpan(p: Point, a: Point, b: Point): number {
  const span = subtract(b, a);
  const squared = dot(span, span);
  const t = squared === 0 ? 0 : Math.min(1, Math.max(0, dot(subtract(p, a), span) / squared));
  return distance(p, mix(a, b, t));
}

/** The number of the point that lies nearest to a place; 0 of none. */
export function nearestIndex(points: readonly Point[], { x, y }: Point): number {
  let [best, least] = [0, Infinity];
  for (let i = 0; i < points.length; i++) {
    const off = (points[i]!.x - x) ** 2 + (points[i]!.y - y) ** 2;
    if (off < least) [best, least] = [i, off];
  }
  return best;
}
