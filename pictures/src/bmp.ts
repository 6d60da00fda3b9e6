import { UnreadableArtwork } from '@needlefile/core/artwork/unreadable-artwork';

/** A bitmap of three channels, from the top. */
export interface Bitmap {
  readonly width: number;
  readonly height: number;
  readonly rgb: Uint8Array;
  readonly dotsPerInch: number | null;
}

/** A BMP begins so. */
export const isBmp = (bytes: Uint8Array): boolean => bytes[0] === 0x42 && bytes[1] === 0x4d;

const INCHES_IN_METRE = 39.3701;

/**
 * Reads a BMP that is not packed, of 1, 4, 8, 24 or 32 bits: what scanners and old programs write.
 * @throws UnreadableArtwork where it is damaged, of another kind, or larger than it may be
 */
export function readBmp(bytes: Uint8Array, mostPixels: number): Bitmap {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const damaged = (): never => {
    throw new UnreadableArtwork('The picture is damaged. Open it in another program and save it again.');
  };
  if (bytes.length < 54) return damaged();
  const [start, header] = [view.getUint32(10, true), view.getUint32(14, true)];
  const [width, signed] = [view.getInt32(18, true), view.getInt32(22, true)];
  const [bits, packing] = [view.getUint16(28, true), view.getUint32(30, true)];
  const height = Math.abs(signed);
  if (header < 40 || ![1, 4, 8, 24, 32].includes(bits) || (packing !== 0 && packing !== 3))
    throw new UnreadableArtwork('The BMP is of a kind that cannot be read. Save it as a PNG.');
  if (width <= 0 || height === 0) return damaged();
  if (width * height > mostPixels)
    throw new UnreadableArtwork(
      `The picture has ${Math.round((width * height) / 1e6)} million pixels. Save it smaller.`,
    );
  const row = Math.ceil((width * bits) / 32) * 4;
  if (start + row * height > bytes.length) return damaged();
  const colours = paletteOf(view, 14 + header, bits <= 8 ? Math.min(view.getUint32(46, true) || 1 << bits, 256) : 0);
  const rgb = new Uint8Array(3 * width * height);
  for (let y = 0; y < height; y++) {
    // Rows run from the lowest up, unless the height is negative.
    const from = start + row * (signed > 0 ? height - 1 - y : y);
    for (let x = 0; x < width; x++) {
      const to = 3 * (y * width + x);
      if (bits > 8) {
        const at = from + (x * bits) / 8;
        for (let k = 0; k < 3; k++) rgb[to + k] = bytes[at + 2 - k]!;
      } else {
        const byte = bytes[from + ((x * bits) >> 3)]!;
        const colour = (byte >> (8 - bits - ((x * bits) & 7))) & ((1 << bits) - 1);
        rgb.set(colours[colour] ?? [0, 0, 0], to);
      }
    }
  }
  const perMetre = view.getInt32(38, true);
  return { width, height, rgb, dotsPerInch: perMetre > 0 ? Math.round(perMetre / INCHES_IN_METRE) : null };
}

function paletteOf(view: DataView, at: number, count: number): [number, number, number][] {
  const colours: [number, number, number][] = [];
  for (let i = 0; i < count && at + 4 * i + 3 < view.byteLength; i++)
    colours.push([view.getUint8(at + 4 * i + 2), view.getUint8(at + 4 * i + 1), view.getUint8(at + 4 * i)]);
  return colours;
}
