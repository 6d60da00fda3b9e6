import { distance, type Point } from '../../geometry/point.ts';
import type { RasterPicture } from './grey-picture.ts';
import type { CornerShare, PicturePlan } from './picture-plan.ts';
import { seenRatio } from './seen-ratio.ts';

/** A straightened picture has no more pixels than this. */
const MOST_PIXELS = 16_000_000;

/**
 * What lies between four corners of a picture, drawn as a rectangle: a sign that was photographed aslant, seen from
 * straight before it. Shades are taken between pixels (bilinear), by the projection that takes four points to four
 * others (Heckbert 1989).
 */
export function straightened(
  picture: RasterPicture,
  { corners, ratio }: Pick<PicturePlan, 'corners' | 'ratio'>,
): RasterPicture {
  if (!corners) return picture;
  // Rows go down.
  const at = ([x, y]: CornerShare): Point => ({ x: x * picture.width, y: (1 - y) * picture.height });
  const [a, b, c, d] = corners.map(at) as [Point, Point, Point, Point];
  const wide = (distance(a, b) + distance(d, c)) / 2;
  const high = (distance(a, d) + distance(b, c)) / 2;
  const wanted = ratio ?? seenRatio([a, b, c, d], picture);
  // The side that is told larger keeps its pixels.
  const [w, h] = wide / high > wanted ? [wide, wide / wanted] : [high * wanted, high];
  const less = Math.min(1, Math.sqrt(MOST_PIXELS / Math.max(1, w * h)));
  const [width, height] = [Math.max(2, Math.round(w * less)), Math.max(2, Math.round(h * less))];
  const project = projection(a, b, c, d);
  const drawn = (values: Uint8Array, channels: number): Uint8Array => {
    const out = new Uint8Array(width * height * channels);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const from = project((x + 0.5) / width, (y + 0.5) / height);
        for (let k = 0; k < channels; k++)
          out[(y * width + x) * channels + k] = valueBetween(picture, values, channels, k, from);
      }
    return out;
  };
  const { pixels, rgb, dotsPerInch } = picture;
  return { width, height, pixels: drawn(pixels, 1), rgb: rgb && drawn(rgb, 3), dotsPerInch };
}

/** From the unit square to four corners: (0, 0) to a, (1, 0) to b, (1, 1) to c, (0, 1) to d. */
function projection(a: Point, b: Point, c: Point, d: Point): (u: number, v: number) => Point {
  const [dx1, dx2, sx] = [b.x - c.x, d.x - c.x, a.x - b.x + c.x - d.x];
  const [dy1, dy2, sy] = [b.y - c.y, d.y - c.y, a.y - b.y + c.y - d.y];
  const whole = dx1 * dy2 - dx2 * dy1 || 1e-12;
  const [g, h] = [(sx * dy2 - dx2 * sy) / whole, (dx1 * sy - sx * dy1) / whole];
  const [ax, bx, cx] = [b.x - a.x + g * b.x, d.x - a.x + h * d.x, a.x];
  const [ay, by, cy] = [b.y - a.y + g * b.y, d.y - a.y + h * d.y, a.y];
  return (u, v) => {
    const depth = g * u + h * v + 1;
    return { x: (ax * u + bx * v + cx) / depth, y: (ay * u + by * v + cy) / depth };
  };
}

/** What a channel is at a point, of the nearest edge beyond it; a pixel's own is in its middle. */
function valueBetween(
  { width, height }: RasterPicture,
  values: Uint8Array,
  channels: number,
  channel: number,
  point: Point,
): number {
  const x = Math.min(width - 1, Math.max(0, point.x - 0.5));
  const y = Math.min(height - 1, Math.max(0, point.y - 0.5));
  const [i, j] = [Math.min(width - 2, Math.floor(x)), Math.min(height - 2, Math.floor(y))];
  if (i < 0 || j < 0) return values[channel]!;
  const [s, t] = [x - i, y - j];
  const at = (px: number, py: number): number => values[(py * width + px) * channels + channel]!;
  const above = at(i, j) * (1 - s) + at(i + 1, j) * s;
  const below = at(i, j + 1) * (1 - s) + at(i + 1, j + 1) * s;
  return Math.round(above * (1 - t) + below * t);
}
