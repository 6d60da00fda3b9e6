import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { RecipeInput } from '@needlefile/core/recipe/read';
import { houseShop } from '@needlefile/core/shop/house';
import { beforeEach, describe, expect, it } from 'vitest';
import { trueEdges } from '../../../core/test/workshop';
import { JobsPage } from '../../src/features/jobs/jobs-page';
import { NewJobPage } from '../../src/features/new-job/new-job-page';
import { JobPage } from '../../src/features/workbench/job-page';
import { built, showPage, type OpenPage } from './open';
import { PretendServer } from './server';

const tag = (name: string, words = 'OIL'): RecipeInput => ({
  name,
  make: 'engraved',
  machine: 'engraver',
  material: 'brass',
  thickness: 1.5,
  lettering: { words, face: 'overpass-bold', size: { by: 'cap height', value: 8 } },
});

beforeEach(() => window.localStorage.clear());

describe('the list of jobs', () => {
  const rows = () => [...document.querySelectorAll('tbody tr')];
  const names = () => rows().map((row) => row.getAttribute('data-job'));
  const more = async ({ user }: OpenPage, name: string, what: string) => {
    await user.click(screen.getByRole('button', { name: `More for ${name}` }));
    await user.click(screen.getByRole('button', { name: what }));
  };
  let page: OpenPage;
  beforeEach(async () => {
    const server = new PretendServer(trueEdges);
    server.keep({ ...tag('Oil tag'), tags: ['lamp hut'] });
    server.keep(tag('Water tag'));
    server.keep(tag('Sand box'));
    page = showPage(<JobsPage />, server);
    await waitFor(() => expect(rows()).toHaveLength(3));
  });

  it('has each with its drawing, size and state, in mm or inch', async () => {
    await waitFor(() => expect(document.querySelectorAll('tbody svg path[d^=M]')).toHaveLength(3));
    expect(rows()[0]!.textContent).toMatch(/Oil tag.*Engraved plate60 × 30Brass.*clear.*revision 1/);
    await page.user.click(screen.getByText('inch'));
    expect(rows()[0]!.textContent).toContain('2.4 × 1.2');
  });

  it('is searched by name, and says where nothing is found', async () => {
    const search = screen.getByLabelText('Search jobs by name or tag');
    await page.user.type(search, 'tag');
    await waitFor(() => expect(names()).toEqual(['Oil tag', 'Water tag']));
    fireEvent.change(search, { target: { value: '100%_' } });
    await waitFor(() => expect(screen.getByText('No job has “100%_” in its name or tags')).toBeTruthy());
    await page.user.click(screen.getByRole('button', { name: 'Show all jobs' }));
    await waitFor(() => expect(names()).toHaveLength(3));
    await page.user.click(screen.getByRole('button', { name: 'lamp hut' }));
    expect(search).toHaveProperty('value', 'lamp hut');
  });

  it('is sorted by a click on a column, and the other way by another', async () => {
    await page.user.click(screen.getByRole('button', { name: /^Job/ }));
    expect(names()).toEqual(['Oil tag', 'Sand box', 'Water tag']);
    expect(screen.getByRole('columnheader', { name: /Job/ }).getAttribute('aria-sort')).toBe('ascending');
    await page.user.click(screen.getByRole('button', { name: /^Job/ }));
    expect(names()).toEqual(['Water tag', 'Sand box', 'Oil tag']);
  });

  it('deletes a job and brings it back', async () => {
    await more(page, 'Water tag', 'Delete');
    await waitFor(() => expect(names()).toEqual(['Oil tag', 'Sand box']));
    await page.user.click(await screen.findByRole('button', { name: 'Undo' }));
    await waitFor(() => expect(names()).toHaveLength(3));
  });

  it('copies a job and goes to the copy', async () => {
    await more(page, 'Water tag', 'Duplicate');
    await waitFor(() => expect(page.visited).toEqual(['/jobs/job-4']));
    expect(page.server.jobs.get('job-4')!.recipe.name).toBe('Water tag (copy)');
  });

  it('renames a job; Escape leaves it as it was', async () => {
    await more(page, 'Water tag', 'Rename');
    const field = await screen.findByLabelText('New name');
    fireEvent.change(field, { target: { value: 'Boiler tag' } });
    fireEvent.keyDown(field, { key: 'Escape' });
    expect(screen.queryByLabelText('New name')).toBeNull();
    expect(page.server.asked).toEqual([]);
    await more(page, 'Water tag', 'Rename');
    const again = await screen.findByLabelText('New name');
    fireEvent.change(again, { target: { value: ' Boiler tag ' } });
    fireEvent.blur(again);
    await waitFor(() => expect(names()).toContain('Boiler tag'));
    expect(page.server.jobs.get('job-2')!.recipe.name).toBe('Boiler tag');
  });

  it('says that it cannot be had, and is asked for again', async () => {
    const server = new PretendServer();
    server.answer = () => Response.json({ error: 'The database does not answer.' }, { status: 503 });
    const broken = showPage(<JobsPage />, server);
    await waitFor(() => expect(screen.getByText('The database does not answer.')).toBeTruthy());
    server.answer = () => undefined;
    await broken.user.click(screen.getByRole('button', { name: 'Try again' }));
    await waitFor(() => expect(screen.getByText('No jobs yet')).toBeTruthy());
  });
});

describe('a new job', () => {
  it('is shown as it will come out, and begins with what was chosen', async () => {
    const { user, server, visited } = showPage(<NewJobPage />);
    fireEvent.change(screen.getByLabelText('Words'), { target: { value: 'BOD' } });
    const preview = screen.getByRole('region', { name: 'How it will come out' });
    await waitFor(() => expect(preview.textContent).toMatch(/bridges hold 4 islands/));
    await user.selectOptions(
      screen.getByLabelText('Machine'),
      houseShop.machines.find(({ id }) => id === 'co2-laser')!.name,
    );
    const stock = houseShop.materials.find(({ id }) => id === 'plywood')!.stock;
    await user.selectOptions(screen.getByLabelText('Material'), 'Birch plywood');
    await user.click(screen.getByRole('button', { name: String(stock.at(-1)) }));
    expect(screen.getByRole('button', { name: String(stock.at(-1)) }).getAttribute('aria-pressed')).toBe('true');
    await user.click(screen.getByRole('button', { name: 'Start the job' }));
    await waitFor(() => expect(visited).toEqual(['/jobs/job-1']));
    const { recipe } = server.jobs.get('job-1')!;
    expect(recipe).toMatchObject({ machine: 'co2-laser', material: 'plywood', thickness: stock.at(-1) });
    expect(JSON.stringify(recipe)).toContain('"words":"BOD"');
  });

  it('needs words, and says why it cannot begin', async () => {
    const { user, server, visited } = showPage(<NewJobPage />);
    await user.click(screen.getByRole('button', { name: 'Start the job' }));
    expect((await screen.findByRole('alert')).textContent).toBe('Type the words that the machine is to make.');
    expect(server.asked).toEqual([]);
    server.answer = (method) =>
      method === 'POST' ? Response.json({ error: 'The database does not answer.' }, { status: 503 }) : undefined;
    await user.type(screen.getByLabelText('Words'), 'OIL');
    await user.click(screen.getByRole('button', { name: 'Start the job' }));
    await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('The database does not answer.'));
    expect(visited).toEqual([]);
    server.answer = () => undefined;
    await user.click(screen.getByRole('button', { name: 'Start the job' }));
    await waitFor(() => expect(visited).toHaveLength(1));
  });
});

describe('an open job', () => {
  let page: OpenPage;
  const words = () => screen.getByLabelText('Words');
  const type = (text: string) => fireEvent.change(words(), { target: { value: text } });
  const savedWords = () => JSON.stringify(page.server.jobs.get('job-1')!.recipe);
  const open = async (server = page.server) => {
    page = showPage(<JobPage id="job-1" />, server);
    await screen.findByLabelText('Words');
    await built();
  };
  /** Types what the server cannot save at this moment; it is well again afterwards. */
  const leaveUnsaved = async (text: string) => {
    page.server.answer = (method) =>
      method === 'PUT' ? Response.json({ error: 'The database does not answer.' }, { status: 503 }) : undefined;
    type(text);
    await waitFor(() => expect(screen.getByText('Not saved; kept here, trying again')).toBeTruthy());
    page.server.answer = () => undefined;
  };
  beforeEach(async () => {
    const server = new PretendServer(trueEdges);
    server.keep(tag('Oil tag'));
    await open(server);
  });

  it('saves by itself what is typed, and says when', async () => {
    type('WATER');
    await waitFor(() => expect(savedWords()).toContain('"words":"WATER"'));
    await waitFor(() => expect(screen.getByText(/^Saved \d\d:\d\d$/)).toBeTruthy());
    expect(page.server.jobs.get('job-1')!.revision).toBe(2);
  });

  it('is named as it is typed, and Escape puts the old name back', async () => {
    const name = screen.getByLabelText('Job name');
    fireEvent.focus(name);
    fireEvent.change(name, { target: { value: 'Oil tag, tender' } });
    await waitFor(() => expect(page.server.jobs.get('job-1')!.recipe.name).toBe('Oil tag, tender'));
    fireEvent.keyDown(name, { key: 'Escape' });
    expect(name).toHaveProperty('value', 'Oil tag');
    await waitFor(() => expect(page.server.jobs.get('job-1')!.recipe.name).toBe('Oil tag'));
  });

  it('undoes and redoes by buttons and keys, and says what', async () => {
    type('WATER');
    const undo = screen.getByRole('button', { name: 'Undo' });
    expect(undo.title).toBe('Undo: Words (Ctrl Z)');
    await page.user.click(undo);
    expect(words()).toHaveProperty('value', 'OIL');
    expect(undo).toHaveProperty('disabled', true);
    fireEvent.keyDown(window, { key: 'Z', ctrlKey: true, shiftKey: true });
    expect(words()).toHaveProperty('value', 'WATER');
    fireEvent.keyDown(window, { key: 'z', metaKey: true });
    fireEvent.keyDown(window, { key: 'y', ctrlKey: true });
    expect(words()).toHaveProperty('value', 'WATER');
  });

  it('goes to a station by Alt with its figure', () => {
    for (const [i, station] of ['Letter', 'Plate', 'Hold', 'Strokes', 'Work order', 'Release'].entries()) {
      fireEvent.keyDown(window, { key: String(i + 1), altKey: true });
      expect(screen.getByRole('heading', { level: 2, name: station })).toBeTruthy();
    }
  });

  it('that was saved elsewhere lets the person choose: both, mine or theirs, and loses neither', async () => {
    const elsewhere = () => {
      const job = page.server.jobs.get('job-1')!;
      Object.assign(job, { revision: job.revision + 1, recipe: tag('Oil tag', 'SAND') });
    };
    const dialog = async () => within(await screen.findByRole('dialog'));
    elsewhere();
    type('WATER');
    await page.user.click((await dialog()).getByRole('button', { name: /^Use theirs/ }));
    await waitFor(() => expect(words()).toHaveProperty('value', 'SAND'));
    await page.user.click(screen.getByRole('button', { name: 'Undo' }));
    expect(words()).toHaveProperty('value', 'WATER');
    await waitFor(() => expect(savedWords()).toContain('"words":"WATER"'));

    elsewhere();
    type('COAL');
    await page.user.click((await dialog()).getByRole('button', { name: /^Use mine/ }));
    await waitFor(() => expect(savedWords()).toContain('"words":"COAL"'));

    elsewhere();
    type('GREASE');
    await page.user.click((await dialog()).getByRole('button', { name: /^Keep both/ }));
    await waitFor(() => expect(words()).toHaveProperty('value', 'SAND'));
    const copy = page.server.jobs.get('job-2')!.recipe;
    expect(copy.name).toBe('Oil tag (my version)');
    expect(JSON.stringify(copy)).toContain('"words":"GREASE"');
  });

  it('that was deleted elsewhere becomes a new job, or is brought back with this on top', async () => {
    page.server.jobs.get('job-1')!.deleted = true;
    type('WATER');
    const dialog = within(await screen.findByRole('dialog'));
    await page.user.click(dialog.getByRole('button', { name: /^Bring the deleted job back/ }));
    await waitFor(() => expect(savedWords()).toContain('"words":"WATER"'));
    expect(page.server.jobs.get('job-1')!.deleted).toBe(false);
    page.server.jobs.get('job-1')!.deleted = true;
    type('COAL');
    await page.user.click(
      within(await screen.findByRole('dialog')).getByRole('button', { name: 'Save it as a new job' }),
    );
    await waitFor(() => expect(page.visited).toEqual(['/jobs/job-2']));
    expect(JSON.stringify(page.server.jobs.get('job-2')!.recipe)).toContain('"words":"COAL"');
  });

  it.each([
    [
      'assemblies.0.plate.margin: must be at most 500',
      'Plate',
      'thing.plate.margin',
      'plate, margin must be at most 500',
    ],
    ['assemblies.0.items.0.letterSpacing: must be less', 'Letter', 'item.letterSpacing', 'letter spacing must be less'],
    [
      'operations.0.fill.tool: must be more than 0',
      'Strokes',
      'operations.0.fill.tool',
      'operation 1, fill, tool must be',
    ],
    [
      'release.tolerance: must be at least 0.001',
      'Release',
      'release.tolerance',
      'release, tolerance must be at least',
    ],
  ])('that is refused for %s says so in words, and goes to the field', async (problem, station, at, said) => {
    page.server.answer = (method) =>
      method === 'PUT' ? Response.json({ error: problem, problems: [problem] }, { status: 400 }) : undefined;
    type('WATER');
    const strip = await waitFor(() => screen.getByText(/The server does not take this job as it is/).closest('div')!);
    expect(strip.textContent).toContain(said);
    await page.user.click(within(strip).getByRole('button', { name: 'Show' }));
    expect(screen.getByRole('heading', { level: 2, name: station })).toBeTruthy();
    const field = document.querySelector(`[data-at="${at}"]`);
    if (field) {
      expect(document.activeElement).toBe(field);
      expect(field.getAttribute('aria-invalid')).toBe('true');
    }
    await page.user.click(within(strip).getByRole('button', { name: 'Undo' }));
    page.server.answer = () => undefined;
    fireEvent.keyDown(window, { key: '1', altKey: true });
    type('COAL');
    await waitFor(() => expect(savedWords()).toContain('"words":"COAL"'));
    expect(screen.queryByText(/The server does not take/)).toBeNull();
  });

  it('that cannot be saved is kept in this browser, and goes on in the next page', async () => {
    await leaveUnsaved('WATER');
    await open();
    expect(words()).toHaveProperty('value', 'WATER');
    await waitFor(() => expect(savedWords()).toContain('"words":"WATER"'));
    expect(screen.getByRole('button', { name: 'Undo' }).title).toBe('Undo: Unsaved work (Ctrl Z)');
  });

  it('that is not there says so, and keeps unsaved work as a new job', async () => {
    await leaveUnsaved('WATER');
    page.server.jobs.get('job-1')!.deleted = true;
    page = showPage(<JobPage id="job-1" />, page.server);
    await page.user.click(await screen.findByRole('button', { name: /^Keep this browser’s unsaved work/ }));
    await waitFor(() => expect(page.visited).toEqual(['/jobs/job-2']));
    expect(page.server.jobs.get('job-2')!.recipe.name).toBe('Oil tag (unsaved work)');
  });

  it('whose recipe cannot be read is left as it is', async () => {
    page.server.jobs.get('job-1')!.recipe = { version: 99 } as unknown as RecipeInput;
    showPage(<JobPage id="job-1" />, page.server);
    expect(await screen.findByText('The job’s recipe cannot be read')).toBeTruthy();
    expect(screen.getByText(/Nothing was changed/)).toBeTruthy();
  });
});
