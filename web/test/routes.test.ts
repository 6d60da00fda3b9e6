import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { unzipSync } from 'fflate';
import { WHISTLE_EMBLEM } from '@needlefile/demo/artworks';
import { readArtwork } from '@needlefile/core/artwork/read-artwork';
import { readDxf } from '@needlefile/core/formats/dxf/dxf-reader';
import { CATALOGUE } from '@needlefile/faces/catalogue';
import { houseShop } from '@needlefile/core/shop/house';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { BroughtArtwork } from '../src/api/brought-artwork';
import type { JobDetail, JobRow, JobSummary, ReleaseRow } from '../src/api/job-types';
import { startTestDatabase, type TestDatabase } from './test-database';

/** What the server answers, road by road, as it is asked by a page: its handlers, on a database of their own. */

type Handler = (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response> | Response;
type Route = Partial<Record<'GET' | 'POST' | 'PUT' | 'DELETE', Handler>>;

const ROUTES: readonly (readonly [road: RegExp, names: readonly string[], load: () => Promise<unknown>])[] = [
  [/^\/api\/health$/, [], () => import('../src/app/api/health/route')],
  [/^\/api\/shop$/, [], () => import('../src/app/api/shop/route')],
  [/^\/api\/jobs$/, [], () => import('../src/app/api/jobs/route')],
  [/^\/api\/jobs\/([^/]+)$/, ['id'], () => import('../src/app/api/jobs/[id]/route')],
  [/^\/api\/jobs\/([^/]+)\/duplicate$/, ['id'], () => import('../src/app/api/jobs/[id]/duplicate/route')],
  [/^\/api\/jobs\/([^/]+)\/restore$/, ['id'], () => import('../src/app/api/jobs/[id]/restore/route')],
  [/^\/api\/jobs\/([^/]+)\/summary$/, ['id'], () => import('../src/app/api/jobs/[id]/summary/route')],
  [/^\/api\/jobs\/([^/]+)\/releases$/, ['id'], () => import('../src/app/api/jobs/[id]/releases/route')],
  [
    /^\/api\/releases\/([^/]+)\/files\/([^/]+)$/,
    ['id', 'name'],
    () => import('../src/app/api/releases/[id]/files/[name]/route'),
  ],
  [/^\/api\/artworks$/, [], () => import('../src/app/api/artworks/route')],
  [/^\/api\/artworks\/([^/]+)\/reading$/, ['id'], () => import('../src/app/api/artworks/[id]/reading/route')],
  [/^\/api\/artworks\/([^/]+)$/, ['id'], () => import('../src/app/api/artworks/[id]/route')],
  [/^\/api\/fonts$/, [], () => import('../src/app/api/fonts/route')],
  [/^\/api\/fonts\/([^/]+)$/, ['id'], () => import('../src/app/api/fonts/[id]/route')],
  [/^\/api\/faces\/([^/]+)$/, ['id'], () => import('../src/app/api/faces/[id]/route')],
  [/^\/api\/faces\/([^/]+)\/licence$/, ['id'], () => import('../src/app/api/faces/[id]/licence/route')],
];

interface Question {
  readonly method?: 'GET' | 'POST' | 'PUT' | 'DELETE';
  readonly body?: unknown;
  readonly bytes?: Uint8Array;
}

async function respond(place: string, { method = 'GET', body, bytes }: Question = {}): Promise<Response> {
  const url = new URL(place, 'http://127.0.0.1:3000');
  for (const [road, names, load] of ROUTES) {
    const match = road.exec(url.pathname);
    if (!match) continue;
    const handler = ((await load()) as Route)[method];
    if (!handler) throw new Error(`${method} is not answered at ${place}.`);
    const sent = bytes ? (bytes as Uint8Array<ArrayBuffer>) : body === undefined ? null : JSON.stringify(body);
    const request = new Request(url, { method, body: sent, headers: { host: url.host } });
    const params = Object.fromEntries(names.map((name, i) => [name, decodeURIComponent(match[i + 1]!)]));
    return handler(request, { params: Promise.resolve(params) });
  }
  throw new Error(`There is no road to ${place}.`);
}

/** What is answered, read as JSON, where it has the status that is wanted. */
async function ask<T>(place: string, question: Question = {}, status = 200): Promise<T> {
  const response = await respond(place, question);
  const text = await response.text();
  expect(response.status, `${question.method ?? 'GET'} ${place}: ${text.slice(0, 300)}`).toBe(status);
  return JSON.parse(text || 'null') as T;
}

const plate = (words: string, more: object = {}) => ({
  name: words,
  make: 'engraved',
  machine: 'engraver',
  material: 'brass',
  thickness: 1.5,
  lettering: { words, face: 'overpass-bold', size: { by: 'cap height', value: 8 } },
  ...more,
});
const newJob = (words: string, more: object = {}) =>
  ask<JobDetail>('/api/jobs', { method: 'POST', body: { recipe: plate(words, more) } }, 201);

const NOWHERE = '00000000-0000-4000-8000-000000000000';

describe('the roads of the server', () => {
  let database: TestDatabase;
  beforeAll(async () => {
    // The server runs in web/.
    vi.spyOn(process, 'cwd').mockReturnValue(path.resolve(import.meta.dirname, '..'));
    database = await startTestDatabase('routes');
    vi.stubEnv('DATABASE_URL', database.url);
  });
  afterAll(() => {
    vi.restoreAllMocks();
    vi.unstubAllEnvs();
    database?.stop();
  });

  it('says that it is well', async () => {
    expect(await ask('/api/health')).toEqual({ well: true });
  });

  describe('jobs', () => {
    it('are made, given, saved, deleted and brought back', async () => {
      const { id, revision } = await newJob('OIL');
      expect(revision).toBe(1);
      const read = await ask<JobDetail>(`/api/jobs/${id}`);
      expect(JSON.stringify(read.recipe)).toContain('"words":"OIL"');
      const saved = await ask<JobDetail>(`/api/jobs/${id}`, {
        method: 'PUT',
        body: { base: 1, recipe: plate('WATER') },
      });
      expect(saved.revision).toBe(2);
      await ask(`/api/jobs/${id}`, { method: 'DELETE' });
      await ask(`/api/jobs/${id}`, {}, 404);
      await ask(`/api/jobs/${id}`, { method: 'PUT', body: { base: 2, recipe: plate('X') } }, 404);
      await ask(`/api/jobs/${id}/restore`, { method: 'POST' });
      expect(JSON.stringify(await ask(`/api/jobs/${id}`))).toContain('"words":"WATER"');
    });

    it('are told by place and reason what is wrong with them, and nothing is kept', async () => {
      const before = (await ask<JobRow[]>('/api/jobs')).length;
      const wrong = plate('OIL', { thickness: -3 });
      const refused = await ask<{ error: string; problems: string[] }>(
        '/api/jobs',
        { method: 'POST', body: { recipe: wrong } },
        400,
      );
      expect(refused.problems.join()).toMatch(/^thickness: /);
      expect(refused.error).toContain('thickness');
      const { id } = await newJob('OIL');
      await ask(`/api/jobs/${id}`, { method: 'PUT', body: { base: 1, recipe: wrong } }, 400);
      expect((await ask<JobDetail>(`/api/jobs/${id}`)).revision).toBe(1);
      expect(await ask<JobRow[]>('/api/jobs')).toHaveLength(before + 1);
    });

    it.each<[string, Question, number]>([
      ['/api/jobs', { method: 'POST', bytes: new TextEncoder().encode('{"recipe":') }, 400],
      ['/api/jobs', { method: 'POST', body: [] }, 400],
      [`/api/jobs/${NOWHERE}`, {}, 404],
      ['/api/jobs/1%20or%201=1', {}, 404],
      [`/api/jobs/${NOWHERE}`, { method: 'DELETE' }, 404],
      [`/api/jobs/${NOWHERE}`, { method: 'PUT', body: { base: 0, recipe: {} } }, 400],
      [`/api/jobs/${NOWHERE}/duplicate`, { method: 'POST' }, 404],
      [`/api/jobs/${NOWHERE}/restore`, { method: 'POST' }, 404],
      [`/api/jobs/${NOWHERE}/summary`, {}, 404],
      ['/api/shop', { method: 'PUT', body: { base: 0, shop: { machines: [] } } }, 400],
      ['/api/artworks/art-nothing', {}, 404],
      ['/api/faces/nothing', {}, 404],
      ['/api/faces/nothing/licence', {}, 404],
      [`/api/releases/${NOWHERE}/files/zip`, {}, 404],
      [`/api/releases/${NOWHERE}/files/job.dxf`, {}, 404],
      ['/api/releases/no-id/files/job.dxf', {}, 404],
    ])('%s with %j is %i in words', async (place, question, status) => {
      const { error } = await ask<{ error: string }>(place, question, status);
      expect(error).toMatch(/^[A-Z].{8,}/);
      // Nothing of how it is made inside.
      expect(error).not.toMatch(/select|insert|at Object|node_modules/i);
    });

    it('are listed with what is released of them, and found by name and tag', async () => {
      const { id } = await newJob('PRIMROSE', { tags: ['spring flowers'] });
      const byName = await ask<JobRow[]>('/api/jobs?search=primrose');
      expect(byName.map((row) => row.id)).toEqual([id]);
      expect(byName[0]).toMatchObject({ revision: 1, releasedRevision: null });
      expect((await ask<JobRow[]>('/api/jobs?search=spring%20fl')).map((row) => row.id)).toEqual([id]);
      expect(await ask('/api/jobs?search=%25')).toEqual([]);
    });

    it('are copied with all that is in them', async () => {
      const { id } = await newJob('OIL', { tags: ['cans'] });
      const copy = await ask<JobDetail>(`/api/jobs/${id}/duplicate`, { method: 'POST' });
      expect(copy.id).not.toBe(id);
      expect(copy.recipe).toMatchObject({ name: 'OIL (copy)', tags: ['cans'] });
    });

    it('are drawn for the list', async () => {
      const { id } = await newJob('OIL');
      const summary = await ask<JobSummary>(`/api/jobs/${id}/summary`);
      expect(summary).toMatchObject({ state: 'clear', findings: 0, make: 'Engraved plate', material: '1.5 mm brass' });
      expect(summary.drawing.solid).toMatch(/^M[\d.]/);
      expect(summary.drawing.viewBox.split(' ')).toHaveLength(4);
    });
  });

  describe('releases', () => {
    const release = async (id: string, body: object) => {
      const response = await respond(`/api/jobs/${id}/releases`, { method: 'POST', body });
      expect(response.headers.get('content-type')).toBe('application/x-ndjson');
      return (await response.text())
        .trim()
        .split('\n')
        .map((line) => JSON.parse(line) as { progress?: object; result?: ReleaseRow; error?: string; status?: number });
    };

    it('are written line by line, and each file comes as it was proved', async () => {
      const { id } = await newJob('OIL');
      const lines = await release(id, { revision: 1 });
      expect(lines.length).toBeGreaterThan(2);
      expect(lines.slice(0, -1).every(({ progress }) => progress !== undefined)).toBe(true);
      const row = lines.at(-1)!.result!;
      expect(row.files.map(({ format }) => format)).toEqual(['svg', 'dxf', 'pdf']);
      expect(await ask<ReleaseRow[]>(`/api/jobs/${id}/releases`)).toEqual([row]);
      for (const { fileName, size, deviation, format } of row.files) {
        const file = await respond(`/api/releases/${row.id}/files/${fileName}`);
        expect(file.headers.get('content-disposition')).toBe(`attachment; filename="${fileName}"`);
        expect(file.headers.get('x-content-type-options')).toBe('nosniff');
        const bytes = new Uint8Array(await file.arrayBuffer());
        expect(bytes).toHaveLength(size);
        if (format === 'dxf') expect(readDxf(new TextDecoder().decode(bytes)).layers.length).toBeGreaterThan(1);
        if (format !== 'pdf') expect(deviation).toBeLessThan(0.02);
      }
      const zip = await respond(`/api/releases/${row.id}/files/zip`);
      const inside = unzipSync(new Uint8Array(await zip.arrayBuffer()));
      expect(Object.keys(inside).sort()).toEqual([...row.files.map(({ fileName }) => fileName), 'report.json'].sort());
      expect((await ask<JobRow[]>('/api/jobs?search=OIL')).find((each) => each.id === id)!.releasedRevision).toBe(1);
    });

    it('of another revision than the one that was seen are refused, in a line', async () => {
      const { id } = await newJob('OIL');
      await ask(`/api/jobs/${id}`, { method: 'PUT', body: { base: 1, recipe: plate('WATER') } });
      const [line] = await release(id, { revision: 1 });
      expect(line).toMatchObject({ status: 409, error: expect.stringContaining('revision 2') as string });
      expect(await ask(`/api/jobs/${id}/releases`)).toEqual([]);
    });

    it('of some things alone are named after them, and told so ever after', async () => {
      const { id } = await newJob('OIL');
      const { recipe } = await ask<{ recipe: { assemblies: object[] } }>(`/api/jobs/${id}`);
      const [thing] = recipe.assemblies;
      const assemblies = [thing, { ...thing, id: 'thing-2', name: 'Spare tag' }];
      await ask(`/api/jobs/${id}`, { method: 'PUT', body: { base: 1, recipe: { ...recipe, assemblies } } });
      await release(id, { revision: 2, only: ['thing-2'] });
      const [row] = await ask<ReleaseRow[]>(`/api/jobs/${id}/releases`);
      expect(row!.things).toEqual(['Spare tag']);
      expect(row!.files.every(({ fileName }) => fileName.includes('-spare-tag.'))).toBe(true);
    });

    it('of things that the job has not are refused', async () => {
      const { id } = await newJob('OIL');
      const lines = await release(id, { revision: 1, only: ['thing-9'] });
      expect(lines.at(-1)).toMatchObject({ error: expect.any(String) as string });
      await ask(`/api/jobs/${id}/releases`, { method: 'POST', body: { revision: 1, only: [] } }, 400);
      await ask(`/api/jobs/${id}/releases`, { method: 'POST', body: { revision: 'newest' } }, 400);
    });
  });

  describe('the shop', () => {
    it('is saved on what was seen, else it tells what stands there', async () => {
      const { revision, shop } = await ask<{ revision: number; shop: typeof houseShop }>('/api/shop');
      const next = { ...shop, currency: '£' };
      const saved = await ask<{ revision: number }>('/api/shop', {
        method: 'PUT',
        body: { base: revision, shop: next },
      });
      expect(saved.revision).toBe(revision + 1);
      const stale = await ask<{ error: string; current: object }>(
        '/api/shop',
        { method: 'PUT', body: { base: revision, shop } },
        409,
      );
      expect(stale.current).toMatchObject({ revision: revision + 1, shop: { currency: '£' } });
      await ask('/api/shop', { method: 'PUT', body: { base: revision + 1, shop } });
    });

    it('takes no limit that is less than nothing', async () => {
      const { revision, shop } = await ask<{ revision: number; shop: typeof houseShop }>('/api/shop');
      const [first, ...rest] = shop.machines;
      const limits = { ...first!.limits, wall: { least: -1, perThickness: 0 } };
      const wrong = { ...shop, machines: [{ ...first!, limits }, ...rest] };
      await ask('/api/shop', { method: 'PUT', body: { base: revision, shop: wrong } }, 400);
      expect((await ask<{ revision: number }>('/api/shop')).revision).toBe(revision);
    });
  });

  describe('artworks', () => {
    const send = (name: string, bytes: Uint8Array, status = 201) =>
      ask<BroughtArtwork & { error: string }>(
        `/api/artworks?name=${encodeURIComponent(name)}`,
        { method: 'POST', bytes },
        status,
      );
    const text = (svg: string) => new TextEncoder().encode(svg);

    it('are kept by what is in them, and come back as they were', async () => {
      const first = await send('Emblem.svg', WHISTLE_EMBLEM.bytes);
      const again = await send('The same.svg', WHISTLE_EMBLEM.bytes);
      expect(again.id).toBe(first.id);
      const response = await respond(`/api/artworks/${first.id}`);
      expect(new Uint8Array(await response.arrayBuffer())).toEqual(new Uint8Array(WHISTLE_EMBLEM.bytes));
      // Never as a page.
      expect(response.headers.get('content-type')).toBe('application/octet-stream');
    });

    it('of one make-up are read as was remembered of one of them', async () => {
      const two = (x: number, colour = '#d00000') =>
        text(
          `<svg width="90mm" height="50mm" viewBox="0 0 90 50">` +
            `<g id="rim"><rect x="${x}" width="40" height="30"/></g>` +
            `<g id="name"><rect x="3" y="3" width="5" height="5" fill="${colour}"/></g></svg>`,
        );
      const first = await send('First.svg', two(1));
      expect(first.remembered).toBeNull();
      const reading = { name: 'rim', role: 'opening', operation: null, layers: ['rim'], mmPerUnit: 1, join: 0.2 };
      const items = [reading, { ...reading, name: null, role: null, layers: ['name'], operation: 'area' }];
      await ask(`/api/artworks/${first.id}/reading`, { method: 'PUT', body: { items } });
      const { remembered } = await send('Second.svg', two(20));
      expect(remembered).toMatchObject(items);
      // Of another make-up, or of none that is known, nothing is.
      expect((await send('Third.svg', two(1, '#0000d0'))).remembered).toBeNull();
      await ask('/api/artworks/art-nothing/reading', { method: 'PUT', body: { items } }, 404);
      await ask(`/api/artworks/${first.id}/reading`, { method: 'PUT', body: { items: [] } }, 400);
    });

    it('that are pictures come back as their shades', async () => {
      const white = { create: { width: 10, height: 10, channels: 3, background: '#fff' } } as const;
      const png = await sharp({ create: { width: 40, height: 20, channels: 3, background: '#336699' } })
        .composite([{ input: white }])
        .png()
        .toBuffer();
      const { id } = await send('Blue.png', new Uint8Array(png));
      const reading = await readArtwork(new Uint8Array(await (await respond(`/api/artworks/${id}`)).arrayBuffer()));
      expect(reading.picture).toMatchObject({ width: 40, height: 20 });
    });

    it.each([
      ['nothing.svg', '', /empty/],
      ['broken.svg', '<svg><path d="M0 0L', /not well-formed/],
      ['words.svg', '<svg><text>only words</text></svg>', /nothing in the file that can be cut or engraved/],
      ['liar.svg', '%PDF-1.7', /PDF is damaged/],
      ['liar.dxf', 'PK\u0003\u0004', /ZIP/],
      ['bomb.svg', '<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]><svg>&b;</svg>', /./],
    ])('%s is refused with a reason', async (name, body, reason) => {
      const { error } = await send(name, text(body), 422).catch(() => send(name, text(body), 400));
      expect(error).toMatch(reason);
    });
  });

  describe('faces and fonts', () => {
    const font = () => {
      const require = createRequire(import.meta.url);
      const folder = path.dirname(require.resolve('@expo-google-fonts/martian-mono/package.json'));
      return new Uint8Array(readFileSync(path.join(folder, '700Bold/MartianMono_700Bold.ttf')));
    };

    it.each(CATALOGUE)('$id of the wall comes with its licence', async ({ id, licence }) => {
      const text = await (await respond(`/api/faces/${id}/licence`)).text();
      expect(text).toMatch(
        { 'OFL-1.1': /Open Font License/i, 'Apache-2.0': /Apache License/, Hershey: /Hershey/ }[licence],
      );
    });

    it('of the wall come as they are shipped', async () => {
      const face = await respond('/api/faces/graduate');
      expect(face.headers.get('content-type')).toBe('font/ttf');
      expect((await face.arrayBuffer()).byteLength).toBeGreaterThan(10_000);
    });

    it('that are brought are checked, listed, given and taken away', async () => {
      const { id, facts } = await ask<{ id: string; facts: { name: string; glyphs: number } }>(
        '/api/fonts?name=workshop.ttf',
        { method: 'POST', bytes: font() },
        201,
      );
      expect(facts.name).toBe('Martian Mono Bold');
      expect((await ask<{ id: string }[]>('/api/fonts')).map((each) => each.id)).toContain(id);
      const given = await respond(`/api/faces/${id}`);
      expect(given.headers.get('cache-control')).toBe('no-store');
      await respond(`/api/fonts/${id}`, { method: 'DELETE' });
      expect((await ask<{ id: string }[]>('/api/fonts')).map((each) => each.id)).not.toContain(id);
      await ask(`/api/faces/${id}`, {}, 404);
    });

    it.each([
      ['damaged', () => font().subarray(0, 9000)],
      ['none', () => new TextEncoder().encode('This is no font, whatever its name says. '.repeat(20))],
    ])('that is %s is refused with a reason', async (_, bytes) => {
      const { error } = await ask<{ error: string }>('/api/fonts?name=a.ttf', { method: 'POST', bytes: bytes() }, 422);
      expect(error).toMatch(/font/i);
    });

    it('that is empty is refused', async () => {
      await ask('/api/fonts?name=a.ttf', { method: 'POST', bytes: new Uint8Array() }, 400);
    });
  });
});
