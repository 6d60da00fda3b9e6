import { execFileSync } from 'node:child_process';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { faceFile, faceIds, faceOf } from '../core/test/workshop.ts';
import { CATALOGUE } from '../faces/src/catalogue.ts';

/** Shaping against Debian's hb-shape, over the wall of faces. */

const STRINGS = [
  'ALDERWICK',
  'Pennywhistle',
  'AVATAR To. We',
  'LOAD 8 TONS',
  'Fenny Cross',
  'fi fl ffi ffl',
  'Guard & Parcels',
  'Saloon',
  'Marigold',
  'No. 2',
  '1234567890',
  '12:45',
  'Lo, "quoted"',
  'Wren’s',
  'P.W.',
  'TyTeTo',
  'Ålesund Øre',
  'café',
  'Straße',
  'naïve',
  'e\u0301e\u0308',
  'Way Out!',
  'INJECTOR',
  'blower (sand)',
  'Zz-Yy',
  'Qu, qu?',
  'bow over',
  'vow wow',
  '3/4 in',
  'A B  C',
];

/** Units of the font to one of the reference's, so that its whole numbers are as fine as ours. */
const FINE = 64;

function reference(
  file: string,
  text: string,
  unitsPerEm: number,
): { g: number; cl: number; dx: number; dy: number; ax: number }[] {
  return JSON.parse(
    execFileSync(
      'hb-shape',
      ['--output-format=json', '--no-glyph-names', '--utf8-clusters', `--font-size=${unitsPerEm * FINE}`, file, text],
      { encoding: 'utf8' },
    ),
  ) as never;
}

describe('shaping', () => {
  it.each(faceIds)('%s: the glyphs and places of hb-shape, within 0.01 mm at 50 mm caps', (id) => {
    const { package: folder, file } = CATALOGUE.find((face) => face.id === id)!;
    const face = faceOf(id);
    expect(faceFile(id).byteLength).toBeGreaterThan(0);
    const mm = 50 / face.capHeight;
    for (const text of STRINGS) {
      const glyphs = face.shape(text);
      const expected = reference(
        path.resolve(import.meta.dirname, '../node_modules', folder, file),
        text,
        face.unitsPerEm,
      );
      expect(
        glyphs.map(({ glyph }) => glyph),
        text,
      ).toEqual(expected.map(({ g }) => g));
      let x = 0;
      expected.forEach(({ dx, dy, ax }, i) => {
        expect(Math.abs((x + dx) / FINE - glyphs[i]!.x) * mm, `${text}, x of glyph ${i + 1}`).toBeLessThan(0.01);
        expect(Math.abs(dy / FINE - glyphs[i]!.y) * mm, `${text}, y of glyph ${i + 1}`).toBeLessThan(0.01);
        x += ax;
      });
    }
  });
});
