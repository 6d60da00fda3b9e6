import path from 'node:path';
import fc from 'fast-check';
import { unzipSync } from 'fflate';
import { readRecipe } from '@needlefile/core/recipe/read';
import type { Recipe } from '@needlefile/core/recipe/schema';
import { houseShop } from '@needlefile/core/shop/house';
import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { letteringOf } from './lettered';
import { startTestDatabase, type TestDatabase } from './test-database';

/** What the server keeps, on a database of its own. */

const recipeOf = (words: string, more: object = {}): Recipe => {
  const read = readRecipe({
    make: 'engraved',
    machine: 'engraver',
    material: 'brass',
    thickness: 1.5,
    lettering: { words, size: { by: 'cap height', value: 8 } },
    ...more,
  });
  if (!read.ok) throw new Error(read.problems.join());
  return read.recipe;
};

const refused = async (act: Promise<unknown>): Promise<{ status: number; message: string; details: object }> =>
  act.then(
    () => expect.unreachable('It was not refused.'),
    (error: { status: number; message: string; details: object }) => error,
  );

describe('what is kept', () => {
  let database: TestDatabase;
  let jobs: typeof import('../src/server/jobs');
  let releases: typeof import('../src/server/releases');
  let shop: typeof import('../src/server/shop');
  let client: typeof import('../src/server/db/client');
  let schema: typeof import('../src/server/db/schema');
  beforeAll(async () => {
    // The server runs in web/.
    vi.spyOn(process, 'cwd').mockReturnValue(path.resolve(import.meta.dirname, '..'));
    database = await startTestDatabase('kept');
    vi.stubEnv('DATABASE_URL', database.url);
    [jobs, releases, shop, client, schema] = await Promise.all([
      import('../src/server/jobs'),
      import('../src/server/releases'),
      import('../src/server/shop'),
      import('../src/server/db/client'),
      import('../src/server/db/schema'),
    ]);
  }, 120_000);
  afterAll(() => {
    vi.restoreAllMocks();
    vi.unstubAllEnvs();
    database?.stop();
  });

  const historyOf = async (id: string) => {
    const { revisions } = schema;
    const rows = await client.db().select().from(revisions).where(eq(revisions.jobId, id)).orderBy(revisions.revision);
    return rows.map(({ revision, recipe }) => [revision, letteringOf(recipe as Recipe).words]);
  };

  it('a job stored in version 1 of the format is given as it is, and copied and saved as one of today', async () => {
    const old = { make: 'engraved', machine: 'engraver', material: 'brass', lettering: { words: 'OLD 1' } } as const;
    const [stored] = await client.db().insert(schema.jobs).values({ recipe: old, name: 'Old', tags: [] }).returning();
    expect((await jobs.getJob(stored!.id)).recipe).toEqual(old);
    const copy = await jobs.duplicateJob(stored!.id);
    expect(copy.recipe).toMatchObject({
      needlefile: 2,
      assemblies: [{ make: 'engraved', items: [{ words: 'OLD 1' }] }],
    });
    const read = readRecipe(old);
    expect(read.ok && (await jobs.saveJob(stored!.id, 1, read.recipe))).toMatchObject({ revision: 2 });
  });

  it('a save makes a revision, and all revisions stay', async () => {
    const { id } = await jobs.createJob(recipeOf('SAND'));
    expect(await jobs.saveJob(id, 1, recipeOf('SAND 2'))).toMatchObject({ revision: 2 });
    expect(await jobs.getJob(id)).toMatchObject({
      revision: 2,
      recipe: { assemblies: [{ items: [{ words: 'SAND 2' }] }] },
    });
    expect(await historyOf(id)).toEqual([
      [1, 'SAND'],
      [2, 'SAND 2'],
    ]);
  });

  it('a save on a stale revision is told what stands there now; the same save again is the same save', async () => {
    const { id } = await jobs.createJob(recipeOf('BLOWER'));
    const first = await jobs.saveJob(id, 1, recipeOf('BLOWER, MINE'));
    expect(await jobs.saveJob(id, 1, recipeOf('BLOWER, MINE'))).toEqual(first);
    const { status, details } = await refused(jobs.saveJob(id, 1, recipeOf('BLOWER, THEIRS')));
    expect(status).toBe(409);
    expect(details).toMatchObject({
      current: { revision: 2, recipe: { assemblies: [{ items: [{ words: 'BLOWER, MINE' }] }] } },
    });
    expect(await historyOf(id)).toHaveLength(2);
  });

  it('many who save at once: each revision is one person’s, none is left out, and the rest are refused', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.record({ base: fc.integer({ min: 1, max: 4 }), who: fc.nat(3) }), { minLength: 2, maxLength: 24 }),
        async (saves) => {
          const { id } = await jobs.createJob(recipeOf('START'));
          const answers = await Promise.allSettled(
            saves.map(({ base, who }) => jobs.saveJob(id, base, recipeOf(`WHO ${who} ON ${base}`))),
          );
          const history = await historyOf(id);
          expect(history.map(([revision]) => revision)).toEqual(history.map((_, i) => i + 1));
          answers.forEach((answer, i) => {
            const { base, who } = saves[i]!;
            if (answer.status === 'fulfilled')
              expect(history[answer.value.revision - 1]).toEqual([base + 1, `WHO ${who} ON ${base}`]);
            else expect(answer.reason).toMatchObject({ status: 409 });
          });
          expect((await jobs.getJob(id)).revision).toBe(history.length);
        },
      ),
      { numRuns: 12 },
    );
  });

  it('a deleted job is in no list, takes no save, and comes back as it was', async () => {
    const { id } = await jobs.createJob(recipeOf('GUARD', { name: 'Guard’s van' }));
    const listed = async () => (await jobs.listJobs('guard’s')).map((job) => job.id);
    expect(await listed()).toEqual([id]);
    await jobs.setDeleted(id, true);
    expect(await listed()).toEqual([]);
    expect((await refused(jobs.getJob(id))).status).toBe(404);
    expect((await refused(jobs.saveJob(id, 1, recipeOf('GUARD 2')))).status).toBe(404);
    await jobs.setDeleted(id, false);
    expect(await jobs.saveJob(id, 1, recipeOf('GUARD 2'))).toMatchObject({ revision: 2 });
    expect((await refused(jobs.setDeleted('00000000-0000-4000-8000-000000000000', true))).status).toBe(404);
  });

  it('jobs are found by name and tag, and what stands for anything elsewhere stands for itself', async () => {
    await jobs.createJob(recipeOf('A', { name: '100% oak_panel', tags: ['Goods shed'] }));
    const found = async (search: string) => (await jobs.listJobs(search)).map(({ name }) => name);
    for (const search of ['100%', 'k_p', 'goods SHED', '  OAK '])
      expect(await found(search), search).toEqual(['100% oak_panel']);
    for (const search of ['0_%', 'oak%panel', '\\']) expect(await found(search), search).toEqual([]);
  });

  it('a copy is another job, and its name no longer than names may be', async () => {
    const { id } = await jobs.createJob(recipeOf('COPY', { name: 'n'.repeat(120) }));
    const copy = await jobs.duplicateJob(id);
    expect(copy.id).not.toBe(id);
    expect(copy.recipe.name).toBe(`${'n'.repeat(110)} (copy)`);
    expect(readRecipe(copy.recipe).ok).toBe(true);
  });

  it('a summary is drawn once, and again when the shop’s limits have changed', async () => {
    const { id } = await jobs.createJob(recipeOf('LIMITS'));
    const kept = async () => (await jobs.listJobs()).find((job) => job.id === id)!.summary;
    expect(await kept()).toBeNull();
    const summary = await jobs.jobSummary(id);
    expect(await kept()).toEqual(summary);
    const { revision } = await shop.getShop();
    const changed = { ...houseShop, materials: houseShop.materials.slice(0, 3) };
    expect(await shop.saveShop(revision, changed)).toEqual({ revision: revision + 1, shop: changed });
    expect(await kept()).toBeNull();
    expect((await refused(shop.saveShop(revision, houseShop))).details).toMatchObject({
      current: { revision: revision + 1 },
    });
    await shop.saveShop(revision + 1, houseShop);
  });

  it('released files are kept by what is in them, are of the revision looked at, and come out whole', async () => {
    const { id } = await jobs.createJob(recipeOf('VALVE', { name: 'Ventil Ä/ö: Nº 3' }));
    const release = (revision: number) =>
      releases.releaseJob(id, revision, null, () => undefined, new AbortController().signal);
    const first = await release(1);
    const again = await release(1);
    expect(first.files.map(({ format }) => format)).toEqual(['svg', 'dxf', 'pdf']);
    expect(first.files[0]!.fileName).toBe('ventil-ao-no-3-r1.svg');
    const [svg, dxf] = first.files;
    expect(again.files.slice(0, 2).map(({ sha256 }) => sha256)).toEqual([svg!.sha256, dxf!.sha256]);
    const contents = await client.db().$count(schema.fileContents, eq(schema.fileContents.sha256, svg!.sha256));
    expect(contents).toBe(1);
    const { bytes } = await releases.releasedFile(first.id, first.files[0]!.fileName);
    expect(bytes.length).toBe(svg!.size);
    const zip = unzipSync(new Uint8Array((await releases.releasedZip(first.id)).bytes));
    expect(Object.keys(zip).sort()).toEqual(['report.json', ...first.files.map(({ fileName }) => fileName)].sort());
    expect(Buffer.from(zip[svg!.fileName]!)).toEqual(Buffer.from(bytes));

    await jobs.saveJob(id, 1, recipeOf('VALVE 2'));
    const stale = await refused(release(1));
    expect(stale).toMatchObject({ status: 409, message: expect.stringContaining('at revision 2 now') });
    expect(await releases.listReleases(id)).toHaveLength(2);
    expect((await jobs.listJobs()).find((job) => job.id === id)).toMatchObject({ revision: 2, releasedRevision: 1 });
    expect((await refused(releases.releasedFile(first.id, 'dwg'))).status).toBe(404);
  });

  it('a database that is gone is told as such, and what it refuses is not', async () => {
    const { refusalOf } = await import('../src/server/http');
    const away = Object.assign(new Error('connect'), { code: 'ECONNREFUSED' });
    expect(refusalOf(new Error('query failed', { cause: away }))).toMatchObject({ status: 503 });
    const silent = vi.spyOn(console, 'error').mockImplementation(() => undefined);
    expect(refusalOf(Object.assign(new Error('unique'), { code: '23505' }))).toMatchObject({ status: 500 });
    expect(silent).toHaveBeenCalledOnce();
    silent.mockRestore();
  });
});
