/** A picture in shades of grey, over white. */
export interface GreyPicture {
  readonly width: number;
  readonly height: number;
  /** Row by row from the top: 0 is black, 255 white. */
  readonly pixels: Uint8Array;
  /** What the picture says of its size; null where it says nothing. */
  readonly dotsPerInch: number | null;
}

/** A picture with its colours. */
export interface RasterPicture extends GreyPicture {
  /** Red, green and blue of each pixel, 0 to 255, in the same order; null where it is grey, or too large for them. */
  readonly rgb: Uint8Array | null;
}

/** Shades as numbers, with a rim of ground round them. */
export interface Shades {
  readonly width: number;
  readonly height: number;
  readonly values: Float32Array;
}

/** Rim of ground round a picture, pixels: so that what reaches its edge closes. */
export const RIM = 3;

/** The shades of a picture in a rim of its ground, which is as its edge mostly is: white paper, or a dark board. */
export function shadesOf({ width, height, pixels }: GreyPicture): Shades {
  const ground = edgeMedian(width, height, pixels);
  const [w, h] = [width + 2 * RIM, height + 2 * RIM];
  const values = new Float32Array(w * h).fill(ground);
  for (let y = 0; y < height; y++) values.set(pixels.subarray(y * width, (y + 1) * width), (y + RIM) * w + RIM);
  return { width: w, height: h, values };
}

function edgeMedian(width: number, height: number, pixels: Uint8Array): number {
  const edge: number[] = [];
  for (let x = 0; x < width; x++) edge.push(pixels[x]!, pixels[(height - 1) * width + x]!);
  for (let y = 0; y < height; y++) edge.push(pixels[y * width]!, pixels[y * width + width - 1]!);
  return medianOf(edge);
}

export const medianOf = (numbers: ArrayLike<number>): number =>
  Float64Array.from(numbers).sort()[numbers.length >> 1] ?? 0;

/** The shade at a place between the middles of pixels; pixel (0, 0) has its middle at (0, 0). */
export function shadeAt({ width, height, values }: Shades, x: number, y: number): number {
  const cx = Math.max(0, Math.min(width - 1.001, x));
  const cy = Math.max(0, Math.min(height - 1.001, y));
  const i = Math.floor(cx);
  const j = Math.floor(cy);
  const s = cx - i;
  const t = cy - j;
  const at = j * width + i;
  const above = values[at]! * (1 - s) + values[at + 1]! * s;
  const below = values[at + width]! * (1 - s) + values[at + width + 1]! * s;
  return above * (1 - t) + below * t;
}
