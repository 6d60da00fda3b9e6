import type { RasterPicture } from '@needlefile/core/artwork/grey-picture';
import { UnreadableArtwork } from '@needlefile/core/artwork/unreadable-artwork';
import { isBmp, readBmp } from './bmp.ts';
import sharp, { type Metadata, type Sharp } from 'sharp';

/** What pictures begin with. */
const STARTS: readonly (readonly number[])[] = [
  [0x89, 0x50, 0x4e, 0x47],
  [0xff, 0xd8, 0xff],
  // RIFF, as WebP is.
  [0x52, 0x49, 0x46, 0x46],
  // GIF, and TIFF of either order of bytes.
  [0x47, 0x49, 0x46, 0x38],
  [0x49, 0x49, 0x2a, 0x00],
  [0x4d, 0x4d, 0x00, 0x2a],
];

/** More could be traced, but not in a time that anybody waits. */
const MOST_PIXELS = 24_000_000;
/** Larger ones are parted by their shades alone. */
const MOST_COLOURED = 8_000_000;

/** A picture without a darker shade than this, over white, has nothing to be traced in it. */
const LIGHT = 200;

/** Whether a file is a PNG, a JPEG, a WebP, a GIF, a TIFF or a BMP picture. */
export const isPicture = (bytes: Uint8Array): boolean =>
  isBmp(bytes) || STARTS.some((start) => start.every((byte, i) => bytes[i] === byte));

/**
 * Decodes a picture into shades of grey over white, and its colours where it has some, the way up that it is meant to
 * be seen. Of what is all light on nothing, as a white emblem for dark ground is, what is there is dark.
 * @throws UnreadableArtwork where it is damaged or too large
 */
export async function decodePicture(bytes: Uint8Array): Promise<RasterPicture> {
  const bitmap = isBmp(bytes) ? readBmp(bytes, MOST_PIXELS) : null;
  const picture = (): Sharp =>
    bitmap
      ? sharp(bitmap.rgb, { raw: { width: bitmap.width, height: bitmap.height, channels: 3 }, limitInputPixels: false })
      : sharp(bytes, { limitInputPixels: false, failOn: 'error' });
  const metadata = await picture()
    .metadata()
    .catch((): Metadata => {
      throw new UnreadableArtwork('The picture is damaged. Open it in another program and save it again.');
    });
  const { width, height, density } = metadata;
  if (width * height > MOST_PIXELS)
    throw new UnreadableArtwork(
      `The picture has ${Math.round((width * height) / 1e6)} million pixels, and 24 are enough. Save it smaller.`,
    );
  const shown = () => picture().rotate().flatten({ background: '#ffffff' });
  const decoded = (way: Sharp) =>
    way
      .raw()
      .toBuffer({ resolveWithObject: true })
      .catch(() => {
        throw new UnreadableArtwork(
          'The picture is damaged or cut short. Open it in another program and save it again.',
        );
      });
  const { data, info } = await decoded(shown().greyscale());
  const seen = info.channels === 1 ? data : data.filter((_, i) => i % info.channels === 0);
  const isLight = metadata.hasAlpha && seen.every((shade) => shade > LIGHT);
  const there = isLight ? (await decoded(picture().rotate().extractChannel('alpha').negate())).data : seen;
  const pixels = there.some((shade) => shade > LIGHT) ? there : seen;
  const coloured = width * height > MOST_COLOURED ? null : await decoded(shown().toColourspace('srgb'));
  return {
    width: info.width,
    height: info.height,
    pixels: new Uint8Array(pixels),
    rgb: coloured && coloured.info.channels === 3 && hasColour(coloured.data) ? new Uint8Array(coloured.data) : null,
    dotsPerInch: bitmap ? bitmap.dotsPerInch : (density ?? null),
  };
}

/** Channels of a pixel that is no grey differ by so much. */
const NO_GREY = 40;
/** A picture has colours where this share of its pixels, and more, is no grey. */
const COLOURED = 0.002;

function hasColour(rgb: Uint8Array): boolean {
  let count = 0;
  for (let i = 0; i < rgb.length; i += 3) {
    const [r, g, b] = [rgb[i]!, rgb[i + 1]!, rgb[i + 2]!];
    if (Math.max(r, g, b) - Math.min(r, g, b) >= NO_GREY) count++;
  }
  return (3 * count) / rgb.length >= COLOURED;
}
