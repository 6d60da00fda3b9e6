import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, expect, it } from 'vitest';
import { joinBounds } from '../core/src/geometry/bounds.ts';
import { contourBounds, contourLength } from '../core/src/geometry/contour-facts.ts';
import { sheetDrawing } from '../core/src/job/file-drawing.ts';
import { writeFile } from '../core/src/job/files.ts';
import { CORNERS, PLAIN_FILES, type FileRules } from '../core/src/shop/file-rules.ts';
import { jobOf } from '../core/test/workshop.ts';

/** DXF files of every kind of output map against Debian's python3-ezdxf. */

const folder = mkdtempSync(path.join(tmpdir(), 'needlefile-maps-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

interface Told {
  readonly version: string;
  readonly faults: number;
  readonly layers: Readonly<Record<string, { readonly length: number; readonly box: readonly number[] }>>;
}

const job = jobOf({
  make: 'engraved',
  machine: 'co2-laser',
  material: 'plywood',
  lettering: { words: 'So 8', face: 'fredoka-semibold', size: { by: 'cap height', value: 20 } },
  plate: { holes: { diameter: 4, inset: 6 }, border: {} },
});
const drawing = sheetDrawing(job, null);

const rulesOf = (unit: 'mm' | 'inch', dxf: 'R2000' | 'R12', curves: FileRules['curves'], i: number): FileRules => ({
  ...PLAIN_FILES,
  ...{ unit, dxf, curves },
  zero: CORNERS[i % 4]!,
  yDown: i % 3 === 1,
});

it('is as long and lies where it should in any unit, version, kind of curve and frame', async () => {
  const units = ['mm', 'inch'] as const;
  const all = units.flatMap((unit) =>
    (['R2000', 'R12'] as const).flatMap((dxf) =>
      (['arcs', 'splines', 'lines'] as const).map((curves, i) =>
        rulesOf(unit, dxf, curves, i + (unit === 'mm' ? 0 : 5)),
      ),
    ),
  );
  const nameOf = ({ unit, dxf, curves }: FileRules) => `${unit}-${dxf}-${curves}.dxf`;
  for (const rules of all)
    writeFileSync(path.join(folder, nameOf(rules)), await writeFile('dxf', drawing, 0.01, [], rules));
  const script = path.join(import.meta.dirname, 'maps.py');
  const told = JSON.parse(execFileSync('/usr/bin/python3', [script, folder]).toString()) as Record<string, Told>;
  expect(Object.keys(told)).toHaveLength(12);
  for (const rules of all) {
    const own = told[nameOf(rules)]!;
    expect([own.version, own.faults]).toEqual([rules.dxf === 'R12' ? 'AC1009' : 'AC1015', 0]);
    for (const { name, contours } of drawing.layers) {
      const { length, box } = own.layers[name]!;
      const meant = contours.reduce((sum, contour) => sum + contourLength(contour), 0);
      expect(Math.abs(length - meant), `${nameOf(rules)} ${name}`).toBeLessThan(0.002 * meant);
      const { minX, minY, maxX, maxY } = joinBounds(contours.map(contourBounds));
      const x = rules.zero.endsWith('left') ? 0 : drawing.width;
      const y = rules.zero.startsWith('bottom') ? 0 : drawing.height;
      const ys = rules.yDown ? [y - maxY, y - minY] : [minY - y, maxY - y];
      [minX - x, ys[0]!, maxX - x, ys[1]!].forEach((each, i) =>
        expect(Math.abs(each - box[i]!), `${nameOf(rules)} ${name}`).toBeLessThan(0.011),
      );
    }
  }
});
