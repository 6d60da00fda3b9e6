import type { Point } from '../../geometry/point.ts';
import type { Shades } from './grey-picture.ts';

/** Sides of a square between the middles of four pixels. */
const [TOP, RIGHT, BOTTOM, LEFT] = [0, 1, 2, 3];
/** Corners that are dark, from the top left one on as the clock goes: 1, 2, 4, 8; two across from each other. */
const [FALLING, RISING] = [5, 10];
/** Of each set of dark corners: which sides a ring goes through, to and from, so that dark lies to its left. */
const THROUGH: readonly (readonly number[])[] = [
  [],
  [TOP, LEFT],
  [RIGHT, TOP],
  [RIGHT, LEFT],
  [BOTTOM, RIGHT],
  [TOP, LEFT, BOTTOM, RIGHT],
  [BOTTOM, TOP],
  [BOTTOM, LEFT],
  [LEFT, BOTTOM],
  [TOP, BOTTOM],
  [RIGHT, TOP, LEFT, BOTTOM],
  [RIGHT, BOTTOM],
  [LEFT, RIGHT],
  [TOP, RIGHT],
  [LEFT, TOP],
  [],
];
/** The same where two dark corners across from each other are joined. */
const JOINED: Readonly<Record<number, readonly number[]>> = {
  [FALLING]: [TOP, RIGHT, BOTTOM, LEFT],
  [RISING]: [RIGHT, BOTTOM, LEFT, TOP],
};

/**
 * Rings round all that is darker than a level, at sub-pixel places (marching squares, linear between the middles of
 * pixels; where a square is parted crosswise its mean decides). Dark lies to the left as the picture is seen with y up:
 * rings round dark run counter-clockwise, rings round light in it clockwise. Places are in pixels, y down.
 */
export function ringsOf(shades: Shades, level: number): Point[][] {
  const { next, edges } = followingEdges(shades, level);
  const rings: Point[][] = [];
  for (const start of edges) {
    const ring: Point[] = [];
    for (let edge = start; next[edge] !== NONE;) {
      ring.push(placeOn(edge, shades, level));
      const following = next[edge]!;
      next[edge] = NONE;
      edge = following;
    }
    if (ring.length > 0) rings.push(ring);
  }
  return rings;
}

/** No edge: the first lies in the rim of ground, and nothing leads there. */
const NONE = 0;

/** All edges that rings go through, row by row, and which edge a ring comes to from each. */
interface Following {
  readonly edges: readonly number[];
  readonly next: Int32Array;
}

/** Edge 2 i leads right from pixel i to the next, 2 i + 1 down. */
function followingEdges({ width, height, values }: Shades, level: number): Following {
  const next = new Int32Array(2 * width * height);
  const edges: number[] = [];
  const sides = [0, 3, 2 * width, 1];
  for (let y = 0; y + 1 < height; y++) {
    // The right side of each square is the left side of the next.
    let [above, below] = [values[y * width]! < level, values[(y + 1) * width]! < level];
    for (let i = y * width, end = i + width - 1; i < end; i++) {
      const [a, d] = [above, below];
      above = values[i + 1]! < level;
      below = values[i + width + 1]! < level;
      if (a === above && a === below && a === d) continue;
      const dark = (a ? 1 : 0) | (above ? 2 : 0) | (below ? 4 : 0) | (d ? 8 : 0);
      const mean = (values[i]! + values[i + 1]! + values[i + width]! + values[i + width + 1]!) / 4;
      const through = (mean < level ? JOINED[dark] : undefined) ?? THROUGH[dark]!;
      for (let k = 0; k < through.length; k += 2) {
        const from = 2 * i + sides[through[k + 1]!]!;
        next[from] = 2 * i + sides[through[k]!]!;
        edges.push(from);
      }
    }
  }
  return { edges, next };
}

function placeOn(edge: number, { width, values }: Shades, level: number): Point {
  const i = edge >> 1;
  const [x, y] = [i % width, Math.floor(i / width)];
  const other = edge % 2 === 0 ? i + 1 : i + width;
  const share = (level - values[i]!) / (values[other]! - values[i]! || 1);
  return edge % 2 === 0 ? { x: x + share, y } : { x, y: y + share };
}
