import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, describe, expect, it, vi } from 'vitest';
import { main } from '../cli/src/main.ts';

/** Shapes and plates as released, against the same drawn by Debian's python3-shapely from what they are. */

interface Verdict {
  readonly area: number;
  readonly apart: number;
  readonly edges: number;
}

const folder = mkdtempSync(path.join(tmpdir(), 'needlefile-shapes-'));
afterAll(() => {
  vi.restoreAllMocks();
  rmSync(folder, { recursive: true, force: true });
});

const WORKS = ['round', 'chamfered', 'notched', 'scooped'] as const;
const size = { width: 60, height: 36 };

const SHAPES = [
  ...WORKS.map((corners) => ({ by: 'rectangle', ...size, cornerRadius: 7, corners })),
  { by: 'rectangle', ...size },
  { by: 'round', diameter: 33 },
  { by: 'oval', ...size },
  { by: 'polygon', diameter: 50, sides: 3 },
  { by: 'polygon', diameter: 50, sides: 8, cornerRadius: 4 },
  { by: 'star', diameter: 60, points: 5, inner: 0.45 },
  { by: 'star', diameter: 60, points: 12, inner: 0.8 },
  { by: 'arrow', ...size, head: 22, shaft: 14 },
  ...(['square', 'round', 'pointed'] as const).map((ends) => ({ by: 'rule', width: 80, thickness: 6, ends })),
  { by: 'arc', radius: 40, from: 20, sweep: 130, thickness: 5, ends: 'square' },
  { by: 'arc', radius: 40, from: 200, sweep: 290, thickness: 5, ends: 'round' },
  { by: 'stake', width: 40, height: 90, point: 25, cornerRadius: 6 },
  { by: 'slot', width: 50, height: 12 },
  { by: 'keyhole', diameter: 14, slot: 6, height: 30 },
  { by: 'tag', width: 70, height: 34, corner: 10, hole: 6, inset: 9 },
  { by: 'arch', ...size, rise: 12 },
  { by: 'arch', ...size, rise: 30 },
  { by: 'ring', diameter: 60, inner: 41 },
  {
    by: 'path',
    thickness: 4,
    nodes: [
      { x: 0, y: 0 },
      { x: 40, y: 8 },
      { x: 22, y: 40 },
    ],
  },
  {
    by: 'path',
    thickness: 0,
    closed: true,
    nodes: [
      { x: 0, y: 0 },
      { x: 40, y: 8 },
      { x: 22, y: 40 },
    ],
  },
];

/** A plate with an opening in its middle, all sizes given. */
const plate = (outline: object, said: object, holes: readonly (readonly [number, number])[], hole = 5) => ({
  expected: { by: 'plate', outline, holes, hole, opening: { by: 'rectangle', width: 20, height: 8 } },
  thing: {
    make: 'cut-through',
    plate: { width: 100, height: 64, ...said },
    hold: { bridges: { perIsland: 'none' }, drop: { all: true } },
    items: [
      {
        kind: 'shape',
        outline: { by: 'rectangle', width: 20, height: 8 },
        place: {
          x: { own: 'centre', of: 'plate', edge: 'centre' },
          y: { own: 'middle', of: 'plate', edge: 'middle' },
        },
      },
    ],
  },
});

const [w, h] = [100, 64];
const onCircle = (count: number, radius: number) =>
  Array.from({ length: count }, (_, i): [number, number] => {
    const angle = Math.PI / 2 + (i * 2 * Math.PI) / count;
    return [radius * Math.cos(angle), radius * Math.sin(angle)];
  });
const round = { by: 'rectangle', width: w, height: h, cornerRadius: 6 };

const PLATES = [
  ...WORKS.map((corners) =>
    plate({ ...round, cornerRadius: 9, corners }, { corners, cornerRadius: 9, holes: null }, []),
  ),
  plate({ by: 'oval', width: w, height: h }, { outline: 'oval', holes: null }, []),
  plate({ by: 'arch', width: w, height: h, rise: 0.3 * h }, { outline: 'arch', holes: null }, []),
  plate(
    { by: 'stake', width: w, height: h, point: 0.25 * h, cornerRadius: 6 },
    { outline: 'stake', cornerRadius: 6, holes: null },
    [],
  ),
  plate(
    round,
    { holes: { inset: 8, at: 'corners' } },
    [-1, 1].flatMap((x) => [-1, 1].map((y): [number, number] => [x * (w / 2 - 8), y * (h / 2 - 8)])),
  ),
  plate(round, { holes: { inset: 9, at: 'ends' } }, [
    [9 - w / 2, 0],
    [w / 2 - 9, 0],
  ]),
  plate(
    round,
    { holes: { inset: 10, at: 'above', count: 3 } },
    [10 - w / 2, 0, w / 2 - 10].map((x) => [x, h / 2 - 10]),
  ),
  plate(round, { holes: { inset: 7, at: 'circle', count: 5 } }, onCircle(5, h / 2 - 7)),
];

const jobs = [
  ...SHAPES.map((outline) => ({
    expected: outline,
    thing: { make: 'stand-alone', items: [{ kind: 'shape', outline }] },
  })),
  ...PLATES,
];

describe('shapes and plates', () => {
  it('are in the released DXF what their words say', async () => {
    vi.spyOn(console, 'log').mockImplementation(() => undefined);
    vi.spyOn(console, 'error').mockImplementation(() => undefined);
    for (const [i, { thing }] of jobs.entries()) {
      const recipe = path.join(folder, `job${i}.json`);
      const job = {
        machine: 'co2-laser',
        material: 'plywood',
        release: { tolerance: 0.002, kerf: 'controller' },
        assemblies: [thing],
      };
      writeFileSync(recipe, JSON.stringify(job));
      const out = path.join(folder, `out${i}`);
      expect(await main(['build', recipe, '--anyway', '--out', out]), JSON.stringify(thing)).toBe(0);
    }
    const verdicts = JSON.parse(
      execFileSync('/usr/bin/python3', [path.join(import.meta.dirname, 'shapes.py'), folder], {
        input: JSON.stringify(jobs.map(({ expected }) => expected)),
        encoding: 'utf8',
        maxBuffer: 1e8,
      }),
    ) as Verdict[];
    expect(verdicts).toHaveLength(jobs.length);
    verdicts.forEach(({ area, apart, edges }, i) => {
      const named = JSON.stringify(jobs[i]!.expected);
      expect(area, named).toBeGreaterThan(50);
      // The other library takes a circle for four cubics: 0.03 % of its radius.
      expect(apart / area, named).toBeLessThan(1e-3);
      expect(edges, named).toBeLessThan(0.02);
    });
  }, 300_000);
});
