import { decodePicture, isPicture } from '@needlefile/pictures/decode';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';

/** A BMP of rows from the lowest up, each filled up to four bytes. */
function bmp(
  width: number,
  height: number,
  bits: number,
  rows: readonly (readonly number[])[],
  palette: number[] = [],
) {
  const row = Math.ceil((width * bits) / 32) * 4;
  const start = 54 + palette.length;
  const bytes = new Uint8Array(start + row * rows.length);
  const view = new DataView(bytes.buffer);
  bytes.set([0x42, 0x4d]);
  view.setUint32(10, start, true);
  view.setUint32(14, 40, true);
  view.setInt32(18, width, true);
  view.setInt32(22, height, true);
  view.setUint16(28, bits, true);
  // 300 dots to the inch.
  view.setInt32(38, 11811, true);
  bytes.set(palette, 54);
  rows.forEach((own, y) => bytes.set(own, start + y * row));
  return bytes;
}

describe('a BMP', () => {
  const [black, white] = [
    [0, 0, 0],
    [255, 255, 255],
  ];

  it('is decoded the right way up, whole colours and by a palette', async () => {
    const lowest = [...black!, ...white!, ...black!];
    const upper = [...white!, ...white!, ...black!];
    const full = bmp(3, 2, 24, [lowest, upper]);
    expect(isPicture(full)).toBe(true);
    const picture = await decodePicture(full);
    expect([picture.width, picture.height, picture.dotsPerInch]).toEqual([3, 2, 300]);
    expect([...picture.pixels]).toEqual([255, 255, 0, 0, 255, 0]);
    const turned = await decodePicture(bmp(3, -2, 24, [lowest, upper]));
    expect([...turned.pixels]).toEqual([0, 255, 0, 255, 255, 0]);
    const two = bmp(3, 2, 1, [[0b01000000], [0b11000000]], [0, 0, 0, 0, 255, 255, 255, 0]);
    expect([...(await decodePicture(two)).pixels]).toEqual([255, 255, 0, 0, 255, 0]);
  });

  it('that is cut short, vast or of another kind is refused in words', async () => {
    const whole = bmp(3, 2, 24, [black!, white!]);
    await expect(decodePicture(whole.subarray(0, 60))).rejects.toThrow('damaged');
    await expect(decodePicture(bmp(30_000, 30_000, 1, []))).rejects.toThrow('million pixels');
    await expect(decodePicture(bmp(3, 2, 16, [black!, white!]))).rejects.toThrow('Save it as a PNG');
  });
});

describe('a picture', () => {
  const [width, height] = [40, 20];
  /** A dark, or light, square of 10 on white, or on nothing. */
  const square = (shade: number, ground: readonly number[]) =>
    sharp(
      Uint8Array.from({ length: 4 * width * height }, (_, i) => {
        const [x, y] = [(i >> 2) % width, Math.floor(i / 4 / width)];
        const isIn = x >= 5 && x < 15 && y >= 5 && y < 15;
        return isIn ? (i % 4 === 3 ? 255 : shade) : ground[i % 4]!;
      }),
      { raw: { width, height, channels: 4 } },
    );
  const darkIn = async (file: Buffer) => {
    expect(isPicture(file)).toBe(true);
    const { pixels } = await decodePicture(new Uint8Array(file));
    return pixels.reduce((sum, shade) => sum + (shade < 128 ? 1 : 0), 0);
  };
  const WHITE = [255, 255, 255, 255];

  it('may be a PNG, a WebP, a GIF or a TIFF', async () => {
    const dark = square(0, WHITE);
    for (const file of [dark.png(), dark.webp({ lossless: true }), dark.gif(), dark.tiff()])
      expect(await darkIn(await file.toBuffer())).toBe(100);
  });

  it('of what is white on nothing has what is there', async () => {
    expect(await darkIn(await square(255, [0, 0, 0, 0]).png().toBuffer())).toBe(100);
    expect(await darkIn(await square(0, [0, 0, 0, 0]).png().toBuffer())).toBe(100);
    expect(await darkIn(await square(255, WHITE).png().toBuffer())).toBe(0);
  });
});
