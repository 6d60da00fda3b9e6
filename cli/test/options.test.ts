import { existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { houseShop } from '@needlefile/core/shop/house';
import { afterAll, describe, expect, it } from 'vitest';
import { run } from './heard.ts';

/** What each option of the command line does, on a square and a disc whose figures can be told by hand. */

const folder = mkdtempSync(path.join(tmpdir(), 'needlefile-options-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const keep = (name: string, text: string): string => {
  const file = path.join(folder, name);
  writeFileSync(file, text);
  return file;
};
const svg = (body: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="40mm" viewBox="0 0 40 40">${body}</svg>`;
const square = keep('square.svg', svg('<path d="M10 10H30V30H10Z"/>'));
const disc = keep('disc.svg', svg('<circle cx="20" cy="20" r="10"/>'));

interface Told {
  readonly frame: { readonly unit: string };
  readonly strokes: readonly {
    readonly kind: string;
    readonly closed?: boolean;
    readonly points: readonly number[][];
  }[];
  readonly figures: {
    readonly area: number;
    readonly reachedShare: number;
    readonly length: number;
    readonly strokes: number;
  };
}

let count = 0;
async function fill(file: string, ...options: string[]): Promise<Told> {
  const out = path.join(folder, `fill-${count++}`);
  const { status, stderr } = await run('fill', file, '--out', out, ...options);
  expect({ status, stderr }).toEqual({ status: 0, stderr: '' });
  expect(
    readdirSync(out)
      .map((name) => path.extname(name))
      .sort(),
  ).toEqual(['.dxf', '.json', '.svg']);
  const [json] = readdirSync(out).filter((name) => name.endsWith('.json'));
  return JSON.parse(readFileSync(path.join(out, json!), 'utf8')) as Told;
}

const xs = ({ strokes }: Told): number[] => strokes.flatMap(({ points }) => points.map(([x]) => x!));

describe('needlefile fill', () => {
  it('hatches: lines so far apart, half their width from the edge, at an angle', async () => {
    const told = await fill(square, '--width', '0.4', '--spacing', '1', '--outline', 'none');
    expect(told.frame.unit).toBe('mm');
    expect(told.figures.area).toBeCloseTo(400, 2);
    // Rows of 19.6 mm a millimetre apart, and what joins them.
    expect(told.figures.length).toBeGreaterThan(19 * 19.6);
    expect(told.figures.length).toBeLessThan(22 * 21);
    expect(Math.min(...xs(told))).toBeCloseTo(10.2, 2);
    const upright = await fill(square, '--width', '0.4', '--spacing', '1', '--outline', 'none', '--angle', '90');
    expect(upright.figures.length / told.figures.length).toBeCloseTo(1, 1);
    const crossed = await fill(square, '--width', '0.4', '--spacing', '1', '--outline', 'none', '--cross');
    expect(crossed.figures.length / told.figures.length).toBeCloseTo(2, 1);
  });

  it('hatches along the edge, with an inset, and once round', async () => {
    const rings = await fill(disc, '--lines', 'rings', '--width', '1', '--spacing', '1');
    expect(rings.strokes.length).toBeGreaterThan(0);
    const inset = await fill(square, '--width', '0.4', '--inset', '2', '--outline', 'before', '--joins', 'edge');
    expect(Math.min(...xs(inset))).toBeCloseTo(12.2, 2);
    expect(inset.strokes[0]).toMatchObject({ closed: true });
    // 0.1 inch.
    expect(Math.min(...xs(await fill(square, '--inset', '0.1in', '--width', '0.4')))).toBeCloseTo(12.74, 2);
  });

  it('clears: more overlap is a longer way, and the wall is last', async () => {
    const wide = await fill(disc, '--kind', 'pocket', '--tool', '2', '--overlap', '0.2');
    const close = await fill(disc, '--kind', 'pocket', '--tool', '2', '--overlap', '0.7');
    expect(close.figures.length).toBeGreaterThan(1.8 * wide.figures.length);
    expect(wide.figures.reachedShare).toBeGreaterThan(0.999);
    const wall = wide.strokes.at(-1)!;
    const radii = wall.points.map(([x, y]) => Math.hypot(x! - 20, y! - 20));
    expect(Math.max(...radii)).toBeCloseTo(9, 1);
  });

  it('goes round climbing or against', async () => {
    const turning = async (way: string) => {
      const { points } = (await fill(disc, '--kind', 'pocket', '--tool', '2', '--way', way)).strokes.at(-1)!;
      return Math.sign(points.slice(1).reduce((sum, [x, y], i) => sum + points[i]![0]! * y! - x! * points[i]![1]!, 0));
    };
    expect(await turning('climb')).toBe(-(await turning('against')));
  });

  it('clears only what a larger tool leaves: corners of a square, nothing of a disc', async () => {
    const corners = await fill(square, '--kind', 'rest', '--tool', '6', '--smaller', '1');
    for (const { points } of corners.strokes)
      for (const [x, y] of points) {
        const far = Math.min(Math.abs(x! - 10), Math.abs(x! - 30)) + Math.min(Math.abs(y! - 10), Math.abs(y! - 30));
        expect(far).toBeLessThan(8);
      }
    const { status } = await run('fill', disc, '--out', path.join(folder, 'none'), '--kind', 'rest', '--tool', '6');
    expect(status).toBe(1);
  });

  it('carves: as deep as the middle is far from the edge, no deeper than is said', async () => {
    const depths = ({ strokes }: Told) => strokes.flatMap(({ points }) => points.map(([, , z]) => z!));
    const deep = await fill(square, '--kind', 'cone', '--angle', '90', '--tip', '0');
    // With sides at right angles: half as deep as it is wide.
    expect(Math.min(...depths(deep))).toBeCloseTo(-10, 1);
    const shallow = await fill(square, '--kind', 'cone', '--angle', '90', '--tip', '0', '--deepest', '3');
    expect(Math.min(...depths(shallow))).toBeCloseTo(-3, 2);
    const pointed = await fill(square, '--kind', 'cone', '--angle', '60', '--tip', '0');
    expect(Math.min(...depths(pointed))).toBeCloseTo(-10 / Math.tan(Math.PI / 6), 0);
  });

  it('dots: discs at their pitch, from the edge, in rows or scattered', async () => {
    const dots = await fill(square, '--kind', 'dots', '--diameter', '2', '--pitch', '4', '--edge', '1');
    expect(dots.strokes.every(({ kind }) => kind === 'dot')).toBe(true);
    expect(Math.min(...xs(dots))).toBeGreaterThan(11.99);
    const scattered = await fill(square, '--kind', 'dots', '--diameter', '2', '--pitch', '4', '--lie', 'scattered');
    const places = scattered.strokes.map(({ points: [place] }) => place!);
    const nearest = Math.min(
      ...places.flatMap((a, i) => places.slice(i + 1).map((b) => Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!))),
    );
    expect(nearest).toBeGreaterThan(3.999);
  });

  it.each<[options: string[], said: RegExp]>([
    [['--kind', 'knit'], /--kind takes hatch or pocket or rest or cone or dots, and not “knit”/],
    [['--width', '0'], /--width takes a length/],
    [['--width', 'wide'], /--width takes a length from .* mm, and not “wide”/],
    [['--angle', '999'], /--angle takes -360 to 360 degrees, and not “999”/],
    [['--kind', 'cone', '--angle', '3'], /--angle takes 5 to 170 degrees/],
    [['--kind', 'pocket', '--overlap', '1'], /--overlap takes a share from 0 to 0.95/],
    [['--kind', 'rest', '--tool', '1', '--smaller', '2'], /--smaller takes a tool that is smaller/],
    [['--kind', 'dots', '--diameter', '2', '--pitch', '1'], /--pitch takes at least the diameter/],
    [['--kind', 'pocket', '--way', 'sideways'], /--way takes climb or against/],
    [['--outline', 'twice'], /--outline takes none or before or after/],
    [['--joins', 'never'], /--joins takes edge or any/],
    [['--kind', 'dots', '--lie', 'flat'], /--lie takes rows or scattered/],
    [['--colour', 'red'], /[Uu]nknown option/],
  ])('refuses %j in words, and writes nothing', async (options, said) => {
    const out = path.join(folder, `refused-${count++}`);
    const { status, stdout, stderr } = await run('fill', square, '--out', out, ...options);
    expect({ status, stdout }).toEqual({ status: 2, stdout: '' });
    expect(stderr).toMatch(said);
    expect(existsSync(out)).toBe(false);
  });
});

describe('needlefile build, check and measure', () => {
  const plate = keep(
    'plate.json',
    JSON.stringify({
      make: 'engraved',
      machine: 'engraver',
      material: 'brass',
      lettering: { words: 'OIL', face: 'overpass-bold', size: { by: 'cap height', value: 12 } },
    }),
  );

  it('writes the formats that are asked for, and the report', async () => {
    const out = path.join(folder, 'formats');
    expect(await run('build', plate, '--out', out, '--format', 'dxf,plt')).toMatchObject({ status: 0, stderr: '' });
    expect(readdirSync(out).sort()).toEqual(['plate.dxf', 'plate.plt', 'report.json']);
    const wrong = await run('build', plate, '--out', out, '--format', 'bmp');
    expect(wrong.status).toBe(2);
    expect(wrong.stderr).toMatch(/svg.*dxf.*pdf.*plt/);
  });

  it('goes by the shop that is given, and says what is wrong with one that cannot be read', async () => {
    const strict = {
      ...houseShop,
      machines: houseShop.machines.map((machine) => ({
        ...machine,
        limits: { ...machine.limits, wall: { least: 50, perThickness: 0 } },
      })),
    };
    const shop = keep('strict.json', JSON.stringify({ revision: 3, shop: strict }));
    const { stdout } = await run('measure', plate, '--shop', shop);
    expect(stdout).toMatch(/50/);
    const broken = keep('broken-shop.json', '{"machines": []}');
    const refused = await run('check', plate, '--shop', broken);
    expect(refused.status).toBe(2);
    expect(refused.stderr).toMatch(/shop/i);
    expect((await run('check', plate, '--shop', path.join(folder, 'nowhere.json'))).stderr).toMatch(/There is no file/);
  });

  it('measures in words and as JSON, the same', async () => {
    const words = await run('measure', plate);
    const json = await run('measure', plate, '--json');
    expect([words.status, json.status]).toEqual([0, 0]);
    const [thing] = JSON.parse(json.stdout) as Record<string, unknown>[];
    expect(Object.keys(thing!).length).toBeGreaterThan(3);
    expect(words.stdout.split('\n').length).toBeGreaterThan(2);
  });

  it.each<[args: string[], said: RegExp]>([
    [[], /needlefile: lettering for machines/],
    [['sing'], /sing/],
    [['build', plate], /--out/],
    [['check'], /Name one recipe: needlefile check RECIPE\.json/],
    [['check', plate, plate], /Name one recipe/],
    [['check', keep('text.json', 'not json')], /JSON/],
    [['check', keep('empty.json', '{}')], /\w/],
  ])('what it cannot do is answered with what to do: %#', async (args, said) => {
    const { status, stdout, stderr } = await run(...args);
    expect([0, 2]).toContain(status);
    expect(stdout + stderr).toMatch(said);
  });
});

describe('needlefile read', () => {
  const gaps = keep('gaps.svg', svg('<path fill="none" stroke="#000" stroke-width="0.1" d="M10 10H30V30H10V10.2"/>'));
  const account = async (...options: string[]) => {
    const out = path.join(folder, `read-${count++}`);
    const { status, stdout } = await run('read', gaps, '--out', out, '--json', ...options);
    expect(status).toBe(0);
    return { told: JSON.parse(stdout) as Record<string, unknown>, out };
  };

  it('closes gaps up to what is said, and accounts for those that stay open', async () => {
    const { told: open } = await account('--join', '0.1');
    const { told: closed } = await account('--join', '0.3');
    expect(JSON.stringify(open)).not.toEqual(JSON.stringify(closed));
    const dxf = readFileSync(path.join((await account('--join', '0.3')).out, 'gaps.dxf'), 'utf8');
    // A polyline that is closed says so by its flag.
    expect(dxf).toMatch(/LWPOLYLINE[\s\S]*?\n 70\n {5}1|LWPOLYLINE[\s\S]*?\n70\n1\n/);
  });

  it('is as large as is said', async () => {
    const { out } = await account('--scale', '2', '--join', '0.3');
    const width = /width="([\d.]+)mm"/.exec(readFileSync(path.join(out, 'gaps.svg'), 'utf8'))![1];
    expect(Number(width)).toBeGreaterThan(39);
  });

  it.each<[options: string[], said: RegExp]>([
    [['--scale', '0'], /--scale takes a number above 0/],
    [['--join', '-1'], /--join/],
    [['--strokes', 'maybe'], /--strokes takes line or area or ask/],
    [['--nodes', 'few'], /--nodes takes keep or fit/],
  ])('refuses %j', async (options, said) => {
    const { status, stderr } = await run('read', gaps, '--out', path.join(folder, 'no'), ...options);
    expect(status).toBe(2);
    expect(stderr).toMatch(said);
  });
});

describe('needlefile run', () => {
  it('tells what a machine does with a file, layer by layer, as words and as JSON', async () => {
    const file = keep(
      'cut.svg',
      svg(
        '<g id="CUT"><path fill="none" stroke="#000" d="M10 10H30V30H10Z"/></g><g id="NOTE"><path d="M0 0H1V1Z"/></g>',
      ),
    );
    const words = await run('run', file, '--machine', 'co2-laser');
    expect(words.status).toBe(0);
    expect(words.stdout).toMatch(/CUT/);
    expect(words.stdout).toMatch(/NOTE/);
    const json = JSON.parse((await run('run', file, '--machine', 'co2-laser', '--json')).stdout) as {
      operations: { layer: string }[];
      falls: unknown[];
    };
    expect(json.operations.map(({ layer }) => layer)).toEqual(['CUT']);
    expect(json.falls).toHaveLength(1);
    const unknown = await run('run', file, '--machine', 'guillotine');
    expect(unknown.status).toBe(2);
    expect(unknown.stderr).toMatch(/guillotine/);
  });
});
