import type { Point } from '../../geometry/point.ts';
import type { Shades } from './grey-picture.ts';

/**
 * Rings round all that is darker than a level, at sub-pixel places (marching squares, linear between the middles of
 * pixels; where a square is parted crosswise its mean decides). Dark lies to the left as the picture is seen with y up:
 * rings round dark run counter-clockwise, rings round light in it clockwise. Places are in pixels, y down.
 */
export function ringsOf({ width, height, values }: Shades, level: number): Point[][] {
  // Edge 2 i leads right from pixel i, edge 2 i + 1 down.
  const next = new Int32Array(2 * width * height).fill(-1);
  for (let y = 0; y + 1 < height; y++)
    for (let x = 0; x + 1 < width; x++) {
      const i = y * width + x;
      const a = values[i]! < level ? 1 : 0;
      const b = values[i + 1]! < level ? 2 : 0;
      const c = values[i + width + 1]! < level ? 4 : 0;
      const d = values[i + width]! < level ? 8 : 0;
      const which = a | b | c | d;
      if (which === 0 || which === 15) continue;
      const [top, right, bottom, left] = [2 * i, 2 * (i + 1) + 1, 2 * (i + width), 2 * i + 1];
      // Named against the way they run: so dark lies to the left.
      const link = (to: number, from: number) => (next[from] = to);
      switch (which) {
        case 1:
          link(top, left);
          break;
        case 2:
          link(right, top);
          break;
        case 3:
          link(right, left);
          break;
        case 4:
          link(bottom, right);
          break;
        case 6:
          link(bottom, top);
          break;
        case 7:
          link(bottom, left);
          break;
        case 8:
          link(left, bottom);
          break;
        case 9:
          link(top, bottom);
          break;
        case 11:
          link(right, bottom);
          break;
        case 12:
          link(left, right);
          break;
        case 13:
          link(top, right);
          break;
        case 14:
          link(left, top);
          break;
        default: {
          const mean = (values[i]! + values[i + 1]! + values[i + width]! + values[i + width + 1]!) / 4;
          const joined = mean < level;
          if (which === 5) {
            link(top, joined ? right : left);
            link(bottom, joined ? left : right);
          } else {
            link(right, joined ? bottom : top);
            link(left, joined ? top : bottom);
          }
        }
      }
    }
  const place = (edge: number): Point => {
    const i = edge >> 1;
    const [x, y] = [i % width, Math.floor(i / width)];
    const other = edge % 2 === 0 ? i + 1 : i + width;
    const share = (level - values[i]!) / (values[other]! - values[i]! || 1);
    return edge % 2 === 0 ? { x: x + share, y } : { x, y: y + share };
  };
  const rings: Point[][] = [];
  for (let start = 0; start < next.length; start++) {
    if (next[start]! < 0) continue;
    const ring: Point[] = [];
    for (let edge = start; next[edge]! >= 0;) {
      ring.push(place(edge));
      const following = next[edge]!;
      next[edge] = -1;
      edge = following;
    }
    rings.push(ring);
  }
  return rings;
}
