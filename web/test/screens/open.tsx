import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import {
  cleanup,
  fireEvent,
  queries,
  render,
  screen,
  waitFor,
  within,
  type BoundFunctions,
} from '@testing-library/react';
import { userEvent, type UserEvent } from '@testing-library/user-event';
import { readArtwork } from '@needlefile/core/artwork/read-artwork';
import type { ReadDrawing } from '@needlefile/core/formats/sheet-drawing';
import { build, facesOf, filesOf } from '@needlefile/core/job/build-job';
import { runJob } from '@needlefile/core/job/run-job';
import { readRecipe, type RecipeInput } from '@needlefile/core/recipe/read';
import type { Recipe } from '@needlefile/core/recipe/schema';
import type { Shop } from '@needlefile/core/shop/shop';
import { CATALOGUE } from '@needlefile/faces/catalogue';
import { DEMO_JOBS } from '@needlefile/demo/jobs';
import { AppRouterContext, type AppRouterInstance } from 'next/dist/shared/lib/app-router-context.shared-runtime';
import type { ReactNode } from 'react';
import { expect } from 'vitest';
import { faceOf, recipeOf, trueEdges } from '../../../core/test/workshop';
import { Toasts } from '../../src/components/toasts';
import { Workbench } from '../../src/features/workbench/workbench';
import { setUnit } from '../../src/hooks/unit';
import { foldCheck } from '../../src/job/folded';
import { createJobStore, JobStoreContext } from '../../src/job/job-store';
import { useView } from '../../src/job/view-store';
import { PretendServer } from './server';
import { installSurroundings } from './surroundings';

/** What is found within a part of the page. */
type Within = BoundFunctions<typeof queries>;

/** A page on the screen, and what a person does there. */
export interface OpenPage {
  readonly user: UserEvent;
  readonly server: PretendServer;
  /** Pages that were gone to. */
  readonly visited: readonly string[];
}

/** An open workbench, with what a person does at it. */
export interface OpenWorkbench extends OpenPage {
  readonly recipe: () => Recipe;
  /** How many steps can be undone. */
  readonly steps: () => number;
  readonly station: (name: string) => Promise<void>;
  /** The panel of the station. */
  readonly panel: () => Within;
  readonly check: () => Within;
  /** Waits until the bed and the check show the recipe as it is. */
  readonly built: () => Promise<void>;
  /** Waits until that is measured, too. */
  readonly measured: () => Promise<void>;
  /** Takes one of a few choices. */
  readonly take: (choices: string, option: string) => Promise<void>;
  /** Types into a field in place of what it holds, and leaves it. */
  readonly type: (label: string | RegExp, text: string) => Promise<void>;
  /** The same, by where the field says that it stands in the recipe. */
  readonly typeAt: (place: string, text: string) => Promise<void>;
  /** Chooses in a list, by what it says. */
  readonly choose: (label: string | RegExp, option: string | RegExp) => Promise<void>;
  readonly press: (name: string | RegExp) => Promise<void>;
  readonly tick: (name: string | RegExp) => Promise<void>;
  /** What the DXF of the job as it stands tells the machine, which must be what the job says. */
  readonly file: () => Promise<ReadDrawing>;
}

const demoJob = (name: string): RecipeInput => {
  const job = DEMO_JOBS.find((each) => each.name === name);
  if (!job) throw new Error(`No demo job is called ${name}.`);
  return job;
};

const view = useView.getState();

/** The recipe of the workbench that is open. */
let last: (() => Recipe) | undefined;

/** Closes what a test opened, whatever it was. */
export function closePage(): void {
  // Notices outlive a page. What is under way ends with it.
  screen.queryAllByRole('button', { name: 'Dismiss' }).forEach((each) => fireEvent.click(each));
  cleanup();
  // Whatever was done, the server takes what comes of it, as it is.
  const recipe = last?.();
  last = undefined;
  if (recipe) expect(readRecipe(JSON.parse(JSON.stringify(recipe)))).toEqual({ ok: true, recipe });
}

/** Shows a page, all else closed. */
export function showPage(page: ReactNode, server = new PretendServer(trueEdges)): OpenPage {
  cleanup();
  installSurroundings();
  setUnit('mm');
  foldCheck(false);
  useView.setState(view, true);
  const user = userEvent.setup({ delay: null });
  const visited: string[] = [];
  const router = { push: (place: string) => void visited.push(place), prefetch() {} } as unknown as AppRouterInstance;
  render(
    <AppRouterContext value={router}>
      <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
        {page}
        <Toasts />
      </QueryClientProvider>
    </AppRouterContext>,
  );
  return { user, server, visited };
}

/** Waits until the bed and the check show the job as it is. */
export const built = (): Promise<void> =>
  waitFor(() =>
    expect(screen.getByRole('complementary', { name: 'Shop check' }).getAttribute('aria-busy')).toBe('false'),
  );

/** Opens the workbench, all else closed. @param job a recipe, or a demo job by its name */
export async function openWorkbench(job: RecipeInput | string, shop: Shop = trueEdges): Promise<OpenWorkbench> {
  window.localStorage.clear();
  const opened = recipeOf(typeof job === 'string' ? demoJob(job) : job);
  const store = createJobStore({ id: 'job', revision: 1, updatedAt: '2026-01-01T00:00:00Z', recipe: opened }, opened);
  const page = showPage(
    <JobStoreContext value={store}>
      <Workbench />
    </JobStoreContext>,
    new PretendServer(shop),
  );
  const { user, server } = page;
  const recipe = (last = () => store.getState().recipe);
  const panel = () => within(document.querySelector<HTMLElement>('section[aria-label=Station]')!);
  const field = (label: string | RegExp) => panel().getByLabelText(label, { selector: 'input, select, textarea' });
  await built();
  unfold();
  return {
    ...page,
    recipe,
    steps: () => store.getState().past.length,
    station: async (name) => {
      await user.click(within(screen.getByRole('navigation', { name: 'Stations' })).getByText(name));
      unfold();
    },
    panel,
    check: () => within(screen.getByRole('complementary', { name: 'Shop check' })),
    built,
    measured: async () => {
      await built();
      await waitFor(() => expect(screen.queryByText('Measuring thickness …')).toBeNull());
    },
    take: (choices, option) =>
      user.click(within(panel().getByRole('radiogroup', { name: choices })).getByText(option, { exact: true })),
    type: async (label, text) => fill(field(label), text),
    typeAt: async (place, text) => fill(document.querySelector<HTMLElement>(`input[data-at="${place}"]`)!, text),
    choose: async (label, option) => {
      const list = field(label);
      await user.selectOptions(list, within(list).getByRole('option', { name: option }));
    },
    press: (name) => user.click(panel().getByRole('button', { name })),
    tick: (name) => user.click(field(name)),
    file: async () => fileOf(recipe(), server.kept.shop),
  };
}

function fill(field: HTMLElement, text: string): void {
  fireEvent.change(field, { target: { value: text } });
  fireEvent.keyDown(field, { key: 'Enter' });
  fireEvent.blur(field);
}

/** Opens what is folded up in the panel. */
const unfold = () => document.querySelectorAll('details').forEach((fold) => fold.setAttribute('open', ''));

const fetched = async (path: string): Promise<Uint8Array> => new Uint8Array(await (await fetch(path)).arrayBuffer());

async function fileOf(recipe: Recipe, shop: Shop): Promise<ReadDrawing> {
  const ids = [...facesOf(recipe)].filter((id) => CATALOGUE.some((face) => face.id === id));
  const artworks = await Promise.all(
    [...filesOf(recipe)].map(async (id) => [id, await readArtwork(await fetched(`/api/artworks/${id}`))] as const),
  );
  const faces = new Map(ids.map((id) => [id, faceOf(id)]));
  const { drawing, differences } = await runJob(build(recipe, { shop, faces, artworks: new Map(artworks) }), 'dxf');
  expect(differences).toEqual([]);
  return drawing;
}
