import { screen, waitFor } from '@testing-library/react';
import { build, facesOf } from '@needlefile/core/job/build-job';
import { sheetDrawing } from '@needlefile/core/job/file-drawing';
import { writeFile, type Format } from '@needlefile/core/job/files';
import { houseShop } from '@needlefile/core/shop/house';
import type { RecipeInput } from '@needlefile/core/recipe/read';
import { describe, expect, it } from 'vitest';
import { faceOf, trueEdges } from '../../../core/test/workshop';
import type { ReleaseRow } from '../../src/api/job-types';
import { linesOn } from './drawn';
import { openWorkbench, type OpenWorkbench } from './open';

const SAVED = '2026-01-01T10:00:00Z';

/** A server that releases: it writes the files of what the workbench has, as its own threads do. */
async function atRelease(job: RecipeInput | string): Promise<OpenWorkbench & { releases: ReleaseRow[] }> {
  const bench = await openWorkbench(job);
  const releases: ReleaseRow[] = [];
  const files = new Map<string, Uint8Array>();
  const release = async () => {
    const recipe = bench.recipe();
    const faces = new Map([...facesOf(recipe)].map((id) => [id, faceOf(id)]));
    const job = build(recipe, { shop: trueEdges, faces });
    const id = `release-${releases.length + 1}`;
    const formats: Format[] = ['svg', 'dxf'];
    const written = await Promise.all(
      formats.map(async (format) => {
        const bytes = await writeFile(format, sheetDrawing(job, null), 0.01, []);
        files.set(`/api/releases/${id}/files/job.${format}`, bytes);
        return {
          format,
          part: null,
          fileName: `job.${format}`,
          sha256: 'ab'.repeat(32),
          size: bytes.length,
          deviation: 0.004,
        };
      }),
    );
    releases.unshift({
      id,
      revision: releases.length + 1,
      things: null,
      releasedAt: SAVED,
      files: written,
      time: 60,
      stops: 0,
    });
    return releases[0]!;
  };
  bench.server.answer = (method, path) => {
    const bytes = files.get(path);
    if (bytes) return new Response(new Uint8Array(bytes));
    if (path !== '/api/jobs/job/releases') return undefined;
    if (method === 'GET') return Response.json(releases);
    const lines = new ReadableStream<Uint8Array>({
      async start(controller) {
        const say = (line: unknown) => controller.enqueue(new TextEncoder().encode(`${JSON.stringify(line)}\n`));
        say({ progress: { doing: 'Building', share: 0.2 } });
        say({ result: await release() });
        controller.close();
      },
    });
    return new Response(lines);
  };
  await bench.station('Release');
  return { ...bench, releases };
}

const write = async (bench: OpenWorkbench, count: number): Promise<void> => {
  await bench.press(/Write the files|Release all the same/);
  await waitFor(() => expect(bench.panel().getByText(`Revision ${count}`)).toBeTruthy());
};

describe('a release', () => {
  it('is written at the revision that is seen, and told with what each file is proved by', async () => {
    const bench = await atRelease('Valve tag, injector');
    await write(bench, 1);
    const [{ body }] = bench.server.asked.filter(({ path }) => path.endsWith('/releases')) as unknown as [
      { body: unknown },
    ];
    expect(body).toEqual({ revision: 1, only: null });
    expect(bench.panel().getAllByText('0.0040 mm')).toHaveLength(2);
    expect(
      bench
        .panel()
        .getByRole('link', { name: /job\.dxf/ })
        .getAttribute('href'),
    ).toBe('/api/releases/release-1/files/job.dxf');
    expect(bench.panel().getByRole('link', { name: 'All files as one ZIP' })).toBeTruthy();
  });

  it('is compared with the one before: what is gone, what is new', async () => {
    const bench = await atRelease('Valve tag, injector');
    await write(bench, 1);
    await bench.station('Letter');
    await bench.type('Words', 'INJECTOR\nNo. 3');
    await bench.station('Release');
    await write(bench, 2);
    await bench.user.click(bench.panel().getByText('Revision 1'));
    await bench.press('What changed to revision 2');
    await waitFor(() => expect(bench.panel().getByRole('img', { name: 'Changes from revision 1 to 2' })).toBeTruthy());
    expect(bench.panel().getByText('Dashed: gone. Heavy: new. Thin: as before.')).toBeTruthy();
    expect(bench.panel().getByText('ENGRAVE').closest('li')!.textContent).toMatch(/\d+ gone, \d+ new/);
    expect(linesOn(await bench.file(), 'ENGRAVE').length).toBeGreaterThan(0);
  });

  it('that is the same again has the same lines in the same places', async () => {
    const bench = await atRelease('Valve tag, injector');
    await write(bench, 1);
    await write(bench, 2);
    await bench.user.click(bench.panel().getByText('Revision 1'));
    await bench.press('What changed to revision 2');
    await waitFor(() => expect(bench.panel().getByText('The same lines in the same places.')).toBeTruthy());
  });

  it('that is refused says why, and the job can be released again', async () => {
    const bench = await atRelease('Valve tag, injector');
    const { answer } = bench.server;
    bench.server.answer = (method, path, body) =>
      method === 'POST'
        ? Response.json({ error: 'The job is at revision 4 now.' }, { status: 409 })
        : answer(method, path, body);
    await bench.press('Write the files');
    await waitFor(() => expect(bench.panel().getByRole('alert').textContent).toBe('The job is at revision 4 now.'));
    bench.server.answer = answer;
    await write(bench, 1);
    expect(bench.panel().queryByRole('alert')).toBeNull();
  });

  it('whose answer is cut off in the middle says so', async () => {
    const bench = await atRelease('Valve tag, injector');
    const { answer } = bench.server;
    bench.server.answer = (method, path, body) =>
      method === 'POST' ? new Response('{"progress":{"doing":"Building","share":0.1}}\n') : answer(method, path, body);
    await bench.press('Write the files');
    await waitFor(() => expect(bench.panel().getByRole('alert').textContent).toBe('The server’s answer was cut off.'));
  });

  it('with stops is another button, and says how many there are', async () => {
    const bench = await atRelease('Platform sign, Way Out');
    await bench.station('Hold');
    await bench.take('Per island', '0');
    await bench.built();
    await bench.station('Release');
    expect(bench.panel().getByText(/^The shop check has \d+ stops?\./)).toBeTruthy();
    expect(bench.panel().queryByRole('button', { name: 'Write the files' })).toBeNull();
    await write(bench, 1);
  });
});

describe('what is released', () => {
  it('has the formats that are ticked, one at least', async () => {
    const bench = await atRelease('Valve tag, injector');
    expect(bench.recipe().release.formats).toBeNull();
    for (const format of ['SVG', 'PDF']) await bench.tick(format);
    expect(bench.recipe().release.formats).not.toContain('svg');
    for (const format of bench.recipe().release.formats!) await bench.tick(format.toUpperCase());
    expect(bench.recipe().release.formats).toHaveLength(1);
  });

  it('has a name of the parts that are taken, in their order, and shows it before', async () => {
    const bench = await atRelease('Valve tag, injector');
    const shown = () =>
      bench.panel().getByText('Names').closest('details')!.querySelector('summary .soft')!.textContent;
    expect(shown()).toBe('valve-tag-injector-r1');
    for (const part of ['revision', 'job', 'material', 'thickness']) await bench.press(new RegExp(`^${part}`));
    // One part is left at least: the job's name goes once another stands beside it.
    expect(bench.recipe().release.name).toEqual(['job', 'material', 'thickness']);
    expect(shown()).toMatch(/^valve-tag-injector-brass-1.5mm$/);
    await bench.press(/^material/);
    expect(shown()).not.toMatch(/brass/);
  });

  it('is of the things that are ticked, one at least', async () => {
    const bench = await atRelease('Lamp hut set, one sheet');
    await bench.tick('Hook tag');
    await write(bench, 1);
    const [{ body }] = bench.server.asked.filter(({ path }) => path.endsWith('/releases')) as unknown as [
      { body: { only: string[] } },
    ];
    const ids = bench.recipe().assemblies.map(({ id }) => id);
    expect(body.only).toEqual(ids.slice(0, 2));
    await bench.tick('Lamp hut plate');
    await bench.tick('Rowan');
    expect(bench.panel().getByText('1 of 3')).toBeTruthy();
  });

  it('has the kerf set off by the files or by the controller, as this job says', async () => {
    const bench = await atRelease('Valve tag, injector');
    const { kerf } = houseShop.machines.find(({ id }) => id === 'engraver')!;
    expect(bench.panel().getByText(new RegExp(`must set them off by half of ${kerf} mm`))).toBeTruthy();
    await bench.take('Kerf set off by', 'The files');
    expect(bench.recipe().release.kerf).toBe('file');
    await bench.built();
    expect(bench.panel().getByText(/Cut lines lie .* mm beside the true edges/)).toBeTruthy();
    await bench.take('Kerf set off by', 'Controller');
    // As the machine has it: nothing of the job's own.
    expect(bench.recipe().release.kerf).toBeNull();
    expect(screen.queryByRole('alert')).toBeNull();
  });
});
