import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, describe, expect, it, vi } from 'vitest';
import { main } from '../cli/src/main.ts';
import type { Report } from '../core/src/job/report.ts';
import { DEMO_ARTWORKS } from '../demo/src/artworks.ts';
import { DEMO_JOBS } from '../demo/src/jobs.ts';

/** Released files against Debian's python3-ezdxf, python3-shapely, rsvg-convert, mutool and pdftocairo. */

const folder = mkdtempSync(path.join(tmpdir(), 'needlefile-files-'));
afterAll(() => {
  vi.restoreAllMocks();
  rmSync(folder, { recursive: true, force: true });
});

/** Writes the files of a job as the command line does. */
async function release(job: object, i: number): Promise<number> {
  vi.spyOn(console, 'log').mockImplementation(() => undefined);
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
  const recipe = path.join(folder, `job${i}.json`);
  writeFileSync(recipe, JSON.stringify(job));
  return main(['build', recipe, '--anyway', '--out', path.join(folder, `out${i}`)]);
}

describe('released files', () => {
  const script = { face: 'yellowtail', size: { by: 'cap height', value: 70 } } as const;
  const jobs = [
    ...DEMO_JOBS,
    {
      name: 'Script word',
      make: 'stand-alone',
      machine: 'co2-laser',
      material: 'plywood',
      lettering: { words: 'Pennywhistle', ...script },
    },
    {
      name: 'Two faces in one plate, with a hole',
      machine: 'co2-laser',
      material: 'plywood',
      assemblies: [
        {
          make: 'cut-through',
          items: [
            { words: 'BOARD' },
            { words: 'Ravenglen', face: 'grand-hotel' },
            { kind: 'shape', outline: { by: 'round', diameter: 9 } },
          ],
        },
      ],
    },
    {
      name: 'Things on one sheet',
      machine: 'co2-laser',
      material: 'plywood',
      assemblies: [
        { make: 'cut-through', items: [{ words: 'ROAD 8', size: { by: 'cap height', value: 40 } }], turn: 90 },
        { make: 'stand-alone', copies: 3, rail: {}, items: [{ words: 'Wren', face: 'fredoka-semibold' }] },
        { make: 'engraved', items: [{ words: 'No. 8' }], place: { x: 400, y: 20 }, turn: 30 },
      ],
    },
    { name: 'Islands', make: 'cut-through', lettering: { words: 'ABDOPQR8@', size: { by: 'cap height', value: 90 } } },
    {
      name: 'Shaded islands',
      make: 'cut-through',
      machine: 'co2-laser',
      material: 'plywood',
      lettering: { words: 'R8@&%', face: 'bungee-shade', size: { by: 'cap height', value: 90 } },
    },
    {
      name: 'Islands that drop',
      make: 'cut-through',
      lettering: { words: '8@B', face: 'unifrakturcook' },
      hold: { bridges: { perIsland: 'none' } },
    },
    {
      name: 'Cut lines set off, with leads',
      make: 'cut-through',
      release: { kerf: 'file' },
      lettering: { words: 'FENNY & 8', size: { by: 'cap height', value: 70 } },
      plate: { holes: {} },
    },
    {
      name: 'Three lines',
      make: 'engraved',
      machine: 'co2-laser',
      material: 'acrylic',
      lettering: {
        words: 'BLOWER\nINJECTOR\nSAND',
        align: 'left',
        face: 'vollkorn-bold',
        size: { by: 'overall width', value: '4in' },
      },
      plate: { border: {}, holes: {} },
    },
  ];

  it('are true in size, closed, alike in all three formats, and in the pieces that the report foretells', async () => {
    for (const { id, bytes } of DEMO_ARTWORKS) writeFileSync(path.join(folder, id), bytes);
    for (const [i, job] of jobs.entries()) expect(await release(job, i)).toBe(0);
    const verdict = execFileSync(
      '/usr/bin/python3',
      [path.join(import.meta.dirname, 'files.py'), ...jobs.map((_, i) => path.join(folder, `out${i}`))],
      { encoding: 'utf8', maxBuffer: 1e8 },
    );
    const opinions = JSON.parse(verdict) as Opinion[];
    expect(opinions).toHaveLength(jobs.length);
    opinions.forEach((opinion, i) => {
      const report = JSON.parse(readFileSync(path.join(folder, `out${i}`, 'report.json'), 'utf8')) as Report;
      const name = report.name;
      expect(opinion.audit, name).toEqual([]);
      expect(opinion.openContours, name).toBe(report.operations.reduce((sum, { open }) => sum + open, 0));
      const cut = report.operations.filter(({ work }) => work === 'cut');
      // With a lead, a line comes home to where it first came to itself.
      const open = cut.reduce((sum, each) => sum + each.open, 0);
      expect(open, name).toBe(name.includes('leads') ? cut.reduce((sum, each) => sum + each.contours, 0) : 0);
      expect(opinion.svgAgainstDxf, name).toBeLessThan(0.02);
      expect(opinion.pdfAgainstDxf, name).toBeLessThan(0.02);
      for (const size of [opinion.svgSize, opinion.pdfSize]) {
        // In whole pixels of half a millimetre.
        expect(Math.abs(size[0] - report.sheet.width), name).toBeLessThan(0.51);
        expect(Math.abs(size[1] - report.sheet.height), name).toBeLessThan(0.51);
      }
      // What lies on the table by the other library, against what we say lies there.
      const pieces = report.assemblies.flatMap((thing) =>
        Array<typeof thing.pieces>(thing.copies).fill(thing.pieces).flat(),
      );
      const material = pieces.filter(({ status, intended }) => status !== 'drop-out' || !intended);
      const slugs = pieces.filter(({ status, intended }) => status === 'drop-out' && intended);
      expect(opinion.materialAreas, name).toHaveLength(material.length);
      expect(opinion.slugAreas, name).toHaveLength(slugs.length);
      for (const [found, said] of [
        [opinion.materialAreas, material],
        [opinion.slugAreas, slugs],
      ] as const) {
        // The other library takes a circle for four cubics, which are up to 0.03 % of the radius off.
        const areas = said.map(({ area }) => area).sort((a, b) => a - b);
        // A cut does not get into a crotch that is narrower than itself.
        const crotches = report.kerf > 0 ? 0.1 + 0.3 * report.kerf ** 2 : 0;
        found.forEach((area, k) =>
          expect(Math.abs(area - areas[k]!), name).toBeLessThan(0.02 + crotches + areas[k]! * 4e-4),
        );
      }
    });
  }, 300_000);
});

interface Opinion {
  readonly audit: string[];
  readonly openContours: number;
  /** Hausdorff distances, mm. */
  readonly svgAgainstDxf: number;
  readonly pdfAgainstDxf: number;
  readonly svgSize: [number, number];
  readonly pdfSize: [number, number];
  /** Ascending, mm². */
  readonly materialAreas: number[];
  readonly slugAreas: number[];
}
