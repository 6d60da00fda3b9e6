import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, describe, expect, it, vi } from 'vitest';
import type { Report } from '../../core/src/build/report.ts';
import { DEMO_JOBS } from '../../demo/src/jobs.ts';
import { main } from '../src/main.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'needlefile-cli-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const recipe = (name: string, value: unknown): string => {
  const file = path.join(folder, `${name}.json`);
  writeFileSync(file, typeof value === 'string' ? value : JSON.stringify(value));
  return file;
};
/** Runs a command in this process, and hears what it prints. */
const run = async (...args: string[]) => {
  const heard = { stdout: '', stderr: '' };
  const out = vi.spyOn(console, 'log').mockImplementation((text: string) => void (heard.stdout += `${text}\n`));
  const err = vi.spyOn(console, 'error').mockImplementation((text: string) => void (heard.stderr += `${text}\n`));
  const status = await main(args);
  out.mockRestore();
  err.mockRestore();
  return { status, ...heard };
};

describe('the command line', () => {
  it('runs as a program', () => {
    const program = path.resolve(import.meta.dirname, '../bin/needlefile.mjs');
    const file = recipe('program', {
      make: 'engraved',
      machine: 'engraver',
      material: 'brass',
      lettering: { words: 'SAND' },
    });
    expect(spawnSync(process.execPath, [program, 'check', file], { encoding: 'utf8' })).toMatchObject({
      status: 0,
      stdout: 'Nothing found: clear.\n',
    });
    expect(spawnSync(process.execPath, [program, 'check', 'none.json'], { encoding: 'utf8' })).toMatchObject({
      status: 2,
      stdout: '',
      stderr: expect.stringContaining('There is no file none.json'),
    });
  });

  it('checks: prints findings with their mends and tells a stop by its exit code', async () => {
    const bad = await run(
      'check',
      recipe('bad', { make: 'cut-through', lettering: { words: 'BOD' }, hold: { bridges: { width: '2mm' } } }),
    );
    expect(bad).toMatchObject({ status: 1, stderr: '' });
    expect(bad.stdout).toMatch(
      /STOP {2}Bridge too narrow: B in BOD.*2 mm, wants at least 5\.1[\s\S]*mend: Use a wider bridge: hold\.bridges\.width = 5\.1/,
    );
    expect(
      await run(
        'check',
        recipe('good', { make: 'cut-through', lettering: { words: 'BOD', size: { by: 'cap height', value: 120 } } }),
      ),
    ).toMatchObject({ status: 0, stdout: 'Nothing found: clear.\n' });
  });

  it('writes nothing where a finding says stop, unless it is told to all the same', async () => {
    const out = path.join(folder, 'stopped');
    const file = recipe('stopped', {
      make: 'cut-through',
      lettering: { words: 'BOD' },
      hold: { bridges: { perIsland: 'none' } },
    });
    expect(await run('build', file, '--out', out)).toMatchObject({
      status: 1,
      stdout: '',
      stderr: expect.stringMatching(/STOP[\s\S]*4 findings say STOP/),
    });
    expect(existsSync(out)).toBe(false);
    expect(await run('build', file, '--out', out, '--anyway')).toMatchObject({ status: 0 });
    expect(readdirSync(out).sort()).toEqual(['report.json', 'stopped.dxf', 'stopped.pdf', 'stopped.svg']);
  });

  it('prints the recipe format as JSON Schema', async () => {
    const { status, stdout } = await run('schema');
    expect(status).toBe(0);
    expect(JSON.parse(stdout)).toHaveProperty('properties.lettering');
  });

  it('has help for itself and for each command', async () => {
    expect((await run('--help')).stdout).toMatch(/build RECIPE\.json[\s\S]*check[\s\S]*schema/);
    for (const command of ['build', 'check', 'schema'])
      expect(await run(command, '--help')).toMatchObject({
        status: 0,
        stdout: expect.stringContaining(`needlefile ${command}`),
      });
  });

  const good = { make: 'cut-through', lettering: { words: 'A' } };
  it.each([
    ['no such command', () => ['bend'], /no command “bend”/],
    ['no file', () => ['check', path.join(folder, 'none.json')], /There is no file/],
    ['broken JSON', () => ['check', recipe('broken', '{"make": ')], /is not JSON/],
    [
      'no recipe',
      () => [
        'check',
        recipe('other', { make: 'cut-through', lettering: { words: 'A', size: { by: 'cap height', value: 'abc' } } }),
      ],
      /lettering\.size\.value: “abc” is not a length/,
    ],
    [
      'too many words',
      () => ['check', recipe('long', { make: 'cut-through', lettering: { words: 'A'.repeat(10_000) } })],
      /2000 characters or fewer/,
    ],
    ['no folder', () => ['build', recipe('a', good)], /--out DIR/],
    ['a wrong format', () => ['build', recipe('b', good), '--out', folder, '--format', 'dwg'], /no format “dwg”/],
    [
      'nothing to write',
      () => ['build', recipe('c', { ...good, workOrder: { outline: { work: null } } }), '--out', folder],
      /nothing to release/,
    ],
  ])('says in words that there is %s, and exits with 2', async (_, args, words) => {
    const { status, stdout, stderr } = await run(...args());
    expect({ status, stdout }).toEqual({ status: 2, stdout: '' });
    expect(stderr).toMatch(words);
    expect(stderr).not.toMatch(/\n\s+at /);
  });
});

describe('a second opinion on the files, by programs that are not ours', () => {
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

  it('finds every job true in size, closed, alike in all three files, and in the pieces that the report foretells', async () => {
    for (const [i, job] of jobs.entries())
      expect(
        await run('build', recipe(`job${i}`, job), '--anyway', '--out', path.join(folder, `out${i}`)),
      ).toMatchObject({
        status: 0,
      });
    const verdict = execFileSync(
      '/usr/bin/python3',
      [path.join(import.meta.dirname, 'second_opinion.py'), ...jobs.map((_, i) => path.join(folder, `out${i}`))],
      { encoding: 'utf8', maxBuffer: 1e8 },
    );
    const opinions = JSON.parse(verdict) as Opinion[];
    expect(opinions).toHaveLength(jobs.length);
    opinions.forEach((opinion, i) => {
      const report = JSON.parse(readFileSync(path.join(folder, `out${i}`, 'report.json'), 'utf8')) as Report;
      const name = report.name;
      expect(opinion.audit, name).toEqual([]);
      expect(opinion.openContours, name).toBe(0);
      expect(opinion.svgAgainstDxf, name).toBeLessThan(0.02);
      expect(opinion.pdfAgainstDxf, name).toBeLessThan(0.02);
      for (const size of [opinion.svgSize, opinion.pdfSize]) {
        // In whole pixels of 0.1 mm.
        expect(Math.abs(size[0] - report.sheet.width), name).toBeLessThan(0.11);
        expect(Math.abs(size[1] - report.sheet.height), name).toBeLessThan(0.11);
      }
      // What lies on the table by the other library, against what we say lies there.
      const material = report.pieces.filter(({ status, intended }) => status !== 'drop-out' || !intended);
      const slugs = report.pieces.filter(({ status, intended }) => status === 'drop-out' && intended);
      expect(opinion.materialAreas, name).toHaveLength(material.length);
      expect(opinion.slugAreas, name).toHaveLength(slugs.length);
      for (const [found, said] of [
        [opinion.materialAreas, material],
        [opinion.slugAreas, slugs],
      ] as const) {
        const areas = said.map(({ area }) => area).sort((a, b) => a - b);
        found.forEach((area, k) => expect(Math.abs(area - areas[k]!), name).toBeLessThan(0.02 + areas[k]! * 2e-4));
      }
    });
  }, 180_000);
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
