import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { run } from './heard.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'needlefile-strokes-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const svg = (name: string, path_: string): string => {
  const file = path.join(folder, name);
  writeFileSync(file, `<svg width="60mm" height="40mm" viewBox="0 0 60 40"><path d="${path_}"/></svg>`);
  return file;
};
const told = (name: string) =>
  JSON.parse(readFileSync(path.join(folder, 'out', name), 'utf8')) as {
    strokes: { kind: string; closed: boolean; points: number[][]; diameter?: number }[];
    figures: Record<string, number>;
  };

const out = path.join(folder, 'out');
const bar = svg('bar.svg', 'M10 10H50V16H10Z');

describe('strokes on the command line', () => {
  it('traces the middle of what a file draws, where it draws it', async () => {
    const traced = await run('centerline', bar, '--out', out, '--json');
    expect(JSON.parse(traced.stdout)).toMatchObject({ strokes: 1, dots: 0, nodes: 2 });
    expect(readdirSync(out).sort()).toEqual(['bar.dxf', 'bar.svg']);
    const [, x1, y1, x2, y2] = /d="M([\d.]+) ([\d.]+)[LH]([\d.]+)(?: ([\d.]+))?/
      .exec(readFileSync(path.join(out, 'bar.svg'), 'utf8'))!
      .map(Number);
    const ends = [x1!, x2!].sort((a, b) => a - b);
    expect(ends[0]!).toBeCloseTo(10, 1);
    expect(ends[1]!).toBeCloseTo(50, 1);
    for (const y of [y1!, Number.isNaN(y2!) ? y1! : y2!]) expect(y).toBeCloseTo(13, 1);
    expect(await run('centerline', bar, '--out', out, '--spurs', '-1')).toMatchObject({ status: 2 });
    expect(await run('centerline', svg('nothing.svg', ''), '--out', out)).toMatchObject({ status: 1 });
  });

  it.each([
    ['pocket', ['--tool', '2mm', '--overlap', '0.5']],
    ['hatch', ['--width', '0.5', '--lines', 'rings']],
    ['hatch', ['--width', '0.5', '--lines', 'middle', '--spacing', '0.7']],
    ['cone', ['--angle', '90', '--tip', '0', '--deepest', '2']],
    ['dots', ['--diameter', '3', '--pitch', '5']],
    ['rest', ['--tool', '4', '--smaller', '1']],
  ] as const)('fills by %s, and tells where the file has its areas', async (kind, options) => {
    expect(await run('fill', bar, '--out', out, '--kind', kind, ...options)).toMatchObject({ status: 0, stderr: '' });
    const { strokes, figures } = told('bar.json');
    expect(strokes.length).toBe(figures['strokes']);
    for (const [x, y, z] of strokes.flatMap(({ points }) => points)) {
      expect(x! >= 10 && x! <= 50 && y! >= 10 && y! <= 16).toBe(true);
      if (kind === 'cone') expect(z! <= 0 && z! >= -2).toBe(true);
    }
    if (kind === 'dots') expect(strokes.every(({ diameter }) => diameter === 3)).toBe(true);
  });

  it('refuses what it cannot do', async () => {
    for (const wrong of [
      ['--kind', 'paint'],
      ['--kind', 'pocket', '--overlap', '1'],
      ['--kind', 'rest', '--tool', '1', '--smaller', '2'],
      ['--kind', 'cone', '--angle', '200'],
      ['--kind', 'dots', '--diameter', '3', '--pitch', '2'],
    ])
      expect(await run('fill', bar, '--out', out, ...wrong)).toMatchObject({ status: 2, stdout: '' });
    expect(await run('fill', bar, '--out', out, '--kind', 'pocket', '--tool', '20')).toMatchObject({ status: 1 });
  });
});

describe('a file run on the command line', () => {
  it('is told by operation, the same from an SVG, a DXF and a PDF', async () => {
    const recipe = path.join(folder, 'tag.json');
    writeFileSync(
      recipe,
      JSON.stringify({ make: 'cut-through', machine: 'plasma', material: 'mild-steel', lettering: { words: 'TIN' } }),
    );
    expect(await run('build', recipe, '--out', out, '--format', 'svg,dxf,pdf')).toMatchObject({ status: 0 });
    const account = async (format: string) =>
      JSON.parse((await run('run', path.join(out, `tag.${format}`), '--machine', 'plasma', '--json')).stdout) as {
        seconds: number;
        falls: { area: number }[];
        onFree: unknown[];
        operations: { work: string; lines: number }[];
      };
    const [fromSvg, fromDxf, fromPdf] = [await account('svg'), await account('dxf'), await account('pdf')];
    expect(fromPdf.seconds).toBeCloseTo(fromSvg.seconds, 1);
    expect(fromPdf.falls).toHaveLength(fromSvg.falls.length);
    expect(fromDxf.seconds / fromSvg.seconds).toBeCloseTo(1, 2);
    // Three letters, and the plate without holes, which falls last.
    expect(fromSvg.falls).toHaveLength(4);
    expect(Math.max(...fromSvg.falls.map(({ area }) => area))).toBe(fromSvg.falls.at(-1)!.area);
    expect(fromSvg.onFree).toEqual([]);
    expect((await run('run', path.join(out, 'tag.svg'))).stdout).toMatch(/CUT.*\(cut\).*pieces come free/s);
    expect(await run('run', bar, '--machine', 'loom')).toMatchObject({ status: 2 });
    expect(await run('run', bar)).toMatchObject({ status: 1, stdout: expect.stringContaining('left out') });
  });
});
