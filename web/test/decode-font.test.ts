import { readFileSync } from 'node:fs';
import path from 'node:path';
import { deflateSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { openFace } from '@needlefile/core/lettering/face';
import { FontRefused } from '@needlefile/core/lettering/gate';
import { decodeFont } from '../src/server/fonts/decode';

const sfnt = new Uint8Array(
  readFileSync(
    path.resolve(
      import.meta.dirname,
      '../../node_modules/@expo-google-fonts/marcellus/400Regular/Marcellus_400Regular.ttf',
    ),
  ),
);

/** The same font as WOFF 1.0: each table deflated where that makes it smaller. */
function asWoff(font: Uint8Array): Uint8Array {
  const view = new DataView(font.buffer, font.byteOffset);
  const count = view.getUint16(4);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = 12 + 16 * i;
    const data = font.subarray(view.getUint32(at + 8), view.getUint32(at + 8) + view.getUint32(at + 12));
    const packed = deflateSync(data);
    return {
      tag: view.getUint32(at),
      checksum: view.getUint32(at + 4),
      size: data.length,
      data: packed.length < data.length ? packed : data,
    };
  });
  const head = 44 + 20 * count;
  const bytes = new Uint8Array(head + tables.reduce((sum, { data }) => sum + ((data.length + 3) & ~3), 0));
  const out = new DataView(bytes.buffer);
  out.setUint32(0, 0x774f4646);
  out.setUint32(4, view.getUint32(0));
  out.setUint16(12, count);
  let at = head;
  tables.forEach(({ tag, checksum, size, data }, i) => {
    [tag, at, data.length, size, checksum].forEach((value, k) => out.setUint32(44 + 20 * i + 4 * k, value));
    bytes.set(data, at);
    at += (data.length + 3) & ~3;
  });
  return bytes;
}

const widthOfH = (font: Uint8Array) => openFace(font).shape('H')[0]!.advance;

describe('fonts that are brought', () => {
  it('are unpacked from WOFF to the letters they were', async () => {
    expect(widthOfH(await decodeFont(asWoff(sfnt)))).toBe(widthOfH(sfnt));
    expect(await decodeFont(sfnt)).toBe(sfnt);
  });

  it('are unpacked from WOFF2, variable ones with their axes', async () => {
    const woff2 = readFileSync(
      path.resolve(
        import.meta.dirname,
        '../../node_modules/@fontsource-variable/martian-mono/files/martian-mono-latin-wght-normal.woff2',
      ),
    );
    const face = openFace(await decodeFont(new Uint8Array(woff2)));
    expect(face.axes.map(({ tag, name }) => [tag, name])).toContainEqual(['wght', 'Weight']);
    const { least, most } = face.axes.find(({ tag }) => tag === 'wght')!;
    const stem = (weight: number) => {
      const heavy = face.at({ wght: weight });
      return heavy.region(heavy.shape('l')[0]!.glyph).length;
    };
    expect(stem(least)).toBeGreaterThan(0);
    expect(face.at({ wght: least }).ink(face.shape('H')[0]!.glyph)).not.toEqual(
      face.at({ wght: most }).ink(face.shape('H')[0]!.glyph),
    );
  });

  it('are refused with a reason when they are cut short or hold several', async () => {
    const woff = asWoff(sfnt);
    for (const length of [20, 50, 400, 4000])
      await expect(decodeFont(woff.subarray(0, length))).rejects.toThrow(FontRefused);
    await expect(decodeFont(new TextEncoder().encode('ttcf and more'))).rejects.toThrow(/several fonts/);
  });
});
