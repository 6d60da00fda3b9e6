import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import { run } from './heard.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'needlefile-cli-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const recipe = (name: string, value: unknown): string => {
  const file = path.join(folder, `${name}.json`);
  writeFileSync(file, typeof value === 'string' ? value : JSON.stringify(value));
  return file;
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
    const endless = spawnSync(process.execPath, [program, 'check', file, '--limit', '0.01'], { encoding: 'utf8' });
    expect(endless).toMatchObject({ status: 2, stdout: '', stderr: expect.stringContaining('stopped after 0.01 s') });
  });

  it('checks: prints findings with their mends and tells a stop by its exit code', async () => {
    const bad = await run(
      'check',
      recipe('bad', { make: 'cut-through', lettering: { words: 'BOD' }, hold: { bridges: { width: '2mm' } } }),
    );
    expect(bad).toMatchObject({ status: 1, stderr: '' });
    expect(bad.stdout).toMatch(
      /STOP {2}Bridge too narrow: B in BOD.*2 mm, wants at least 5\.1[\s\S]*mend: Use a wider bridge: thing-1\/hold\.bridges\.width = 5\.1/,
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

  it('reads artwork into millimetres, and refuses what it cannot read with an account of why', async () => {
    const file = (name: string, text: string) => {
      writeFileSync(path.join(folder, name), text);
      return path.join(folder, name);
    };
    const out = path.join(folder, 'read');
    const open = file('open.svg', '<svg viewBox="0 0 9 9"><path fill="none" stroke="#000" d="M0 0H8V8H0V0.6"/></svg>');
    const first = await run('read', open, '--out', out, '--scale', '2', '--join', '0.5mm');
    expect(first).toMatchObject({ status: 0, stderr: '' });
    expect(first.stdout).toContain('Gap of');
    const wider = await run('read', open, '--out', out, '--scale', '2', '--join', '0.1in', '--json');
    expect(JSON.parse(wider.stdout)).toMatchObject({ error: null, closed: 1, open: 0, scale: { asked: false } });
    expect(readdirSync(out).sort()).toEqual(['open.dxf', 'open.json', 'open.svg']);
    const broken = await run('read', file('broken.svg', '<svg><g>'), '--out', out);
    expect(broken).toMatchObject({ status: 1, stdout: '', stderr: expect.stringContaining('broken.svg') });
    expect(await run('read', file('empty.svg', '<svg/>'), '--out', out)).toMatchObject({ status: 1 });
    for (const wrong of [
      ['--scale', '0'],
      ['--join', '9 ells'],
      ['--join', '1m'],
    ])
      expect(await run('read', open, '--out', out, ...wrong)).toMatchObject({ status: 2 });
  });

  it('traces a picture, and fits outlines of very many nodes anew', async () => {
    const out = path.join(folder, 'fitted');
    const wheel = Array.from({ length: 2000 }, (_, i) => {
      const [angle, radius] = [(Math.PI * i) / 1000, i % 500 < 250 ? 40 : 30];
      return `${50 + radius * Math.cos(angle)} ${50 + radius * Math.sin(angle)}`;
    }).join('L');
    const text = `<svg width="100mm" height="100mm" viewBox="0 0 100 100"><path d="M${wheel}Z"/></svg>`;
    const [drawn, picture] = ['wheel.svg', 'wheel.png'].map((name) => path.join(folder, name)) as [string, string];
    writeFileSync(drawn, text);
    writeFileSync(
      picture,
      await sharp(Buffer.from(text), { density: 300 })
        .resize(600, 600)
        .flatten({ background: '#fff' })
        .png()
        .toBuffer(),
    );
    const told = async (...args: string[]) =>
      JSON.parse((await run('read', ...args, '--out', out, '--json')).stdout) as {
        nodes: { before: number; after: number; off: number };
        size: [number, number];
        closed: number;
      };
    const { nodes } = await told(drawn, '--simplify', '0.03');
    expect([nodes.before, nodes.after <= 16, nodes.off <= 0.03]).toEqual([2000, true, true]);
    const traced = await told(picture, '--scale', String(100 / 600));
    expect([traced.closed, traced.nodes.after <= 24]).toEqual([1, true]);
    for (const side of traced.size) expect(Math.abs(side - 80)).toBeLessThan(0.1);
    writeFileSync(picture, Buffer.from([0x89, 0x50, 0x4e, 0x47, 1, 2, 3]));
    expect(await run('read', picture, '--out', out)).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('The picture is damaged'),
    });
  });

  it('leaves what lies beside the page of a file, and takes it where that is said', async () => {
    const boxes = '<path d="M10 10h20v20h-20z"/><path d="M150 10h20v20h-20z"/>';
    const badge = path.join(folder, 'badge.svg');
    writeFileSync(badge, `<svg width="100mm" height="80mm" viewBox="0 0 100 80">${boxes}</svg>`);
    const told = async (...args: string[]) =>
      JSON.parse((await run('read', badge, '--out', path.join(folder, 'beside'), '--json', ...args)).stdout) as {
        readonly size: readonly number[];
        readonly found: object;
      };
    expect(await told()).toMatchObject({ size: [20, 20], found: { 'beside the page': 1 } });
    expect(await told('--beside', 'take')).toMatchObject({ size: [160, 20], found: {} });
  });

  it('prints the recipe format as JSON Schema', async () => {
    const { status, stdout } = await run('schema');
    expect(status).toBe(0);
    expect(JSON.parse(stdout)).toHaveProperty('anyOf.0.properties.assemblies');
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
    [
      'an option twice',
      () => ['build', 'a.json', '--format', 'svg', '--format', 'dxf'],
      /--format is given more than once/,
    ],
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
