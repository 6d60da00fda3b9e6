import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { thingOf } from '../lettered';
import { useView } from '../../src/job/view-store';
import { linesOn } from './drawn';
import { stencil } from './jobs';
import { openWorkbench, type OpenWorkbench } from './open';

const press = (bench: OpenWorkbench, name: string | RegExp) =>
  bench.user.click(bench.check().getByRole('button', { name }));
const titles = (bench: OpenWorkbench) =>
  bench
    .check()
    .queryAllByRole('heading', { level: 3 })
    .map((title) => title.textContent);

describe('the shop check', () => {
  it('says what was looked at and is in order', async () => {
    const bench = await openWorkbench('Wagon stencil, 8 tons');
    await bench.measured();
    for (const passed of [
      'Every character is in the face',
      'Nothing drops out',
      'Every bridge is wide enough',
      'Every island hangs as strongly as its bridges',
      'Everything is thick and wide enough',
      'All of it is on the sheet',
      'Every line has its operation',
    ])
      expect(bench.check().getByText(passed), passed).toBeTruthy();
    expect(bench.check().getByText('clear')).toBeTruthy();
  });

  it('shows a mend before it is taken, and takes it as one step', async () => {
    const bench = await openWorkbench(stencil('OO', { bridges: { perIsland: 'none' } }));
    expect(titles(bench)).toEqual(['Stop 2 islands drop out']);
    const mend = bench.check().getByRole('button', { name: 'Add bridges' });
    await bench.user.hover(mend);
    await waitFor(() => expect(screen.getByText('Shown with the mend: Add bridges')).toBeTruthy());
    expect(bench.steps()).toBe(0);
    await bench.user.unhover(mend);
    await waitFor(() => expect(screen.queryByText(/Shown with the mend/)).toBeNull());
    await bench.user.hover(mend);
    await bench.user.click(mend);
    // What is shown is the job itself again.
    expect(useView.getState().preview).toBeNull();
    await bench.built();
    expect(titles(bench)).toEqual([]);
    expect(bench.steps()).toBe(1);
    // An island between two bridges parts its ring in two.
    expect(linesOn(await bench.file(), 'CUT_INNER').length).toBeGreaterThanOrEqual(2);
  });

  it('puts findings of one kind together, rings each on the bed and goes there', async () => {
    const bench = await openWorkbench(stencil('OBO', { bridges: { perIsland: 'none' } }));
    expect(titles(bench)).toEqual(['Stop 4 islands drop out']);
    const [place] = bench.check().getAllByRole('button', { name: /O in OBO/ });
    await bench.user.hover(place!);
    expect(useView.getState().ring).not.toBeNull();
    await bench.user.unhover(place!);
    expect(useView.getState().ring).toBeNull();
    await bench.user.click(place!);
    expect(useView.getState()).toMatchObject({ assembly: thingOf(bench.recipe()).id });
    expect(useView.getState().focus).not.toBeNull();
  });

  it('lets a finding be where somebody says why, and tells it again when it gets worse', async () => {
    const bench = await openWorkbench(stencil('O', { bridges: { width: 1 } }));
    await bench.built();
    expect(titles(bench).join()).toMatch(/too narrow|Narrow/);
    await press(bench, 'Accept …');
    const accept = bench.check().getByRole('button', { name: /^Accept (it|all)/ });
    expect(accept).toHaveProperty('disabled', true);
    fireEvent.change(bench.check().getByLabelText('Why may it be so?'), { target: { value: 'It is card.' } });
    fireEvent.change(bench.check().getByLabelText('Who says so'), { target: { value: 'The foreman' } });
    await bench.user.click(accept);
    await bench.built();
    expect(titles(bench).join()).not.toMatch(/too narrow|Narrow/);
    expect(bench.recipe().accepted.every(({ reason, by }) => reason === 'It is card.' && by === 'The foreman')).toBe(
      true,
    );
    expect(bench.check().getByText(/^\d+$/).closest('details')!.textContent).toContain('The foreman: It is card.');
    await bench.station('Hold');
    await bench.type('Bridge width', '0.8');
    await bench.built();
    expect(titles(bench).join()).toMatch(/too narrow|Narrow/);
    await bench.type('Bridge width', '1');
    await bench.built();
    expect(titles(bench).join()).not.toMatch(/too narrow|Narrow/);
    await bench.user.click(bench.check().getAllByRole('button', { name: 'Tell it again' })[0]!);
    await bench.built();
    expect(titles(bench).join()).toMatch(/too narrow|Narrow/);
  });

  it('can be left without accepting', async () => {
    const bench = await openWorkbench(stencil('O', { bridges: { width: 1 } }));
    await press(bench, 'Accept …');
    await press(bench, 'Leave it');
    expect(bench.recipe().accepted).toEqual([]);
    expect(bench.check().queryByLabelText('Why may it be so?')).toBeNull();
  });

  it('is folded up to what matters, and unfolded again', async () => {
    const bench = await openWorkbench(stencil('OO', { bridges: { perIsland: 'none' } }));
    await press(bench, 'Fold the shop check');
    const folded = screen.getByRole('complementary', { name: 'Shop check' });
    expect(folded.textContent).toContain('2 stops');
    expect(within(folded).queryByRole('button', { name: 'Add bridges' })).toBeNull();
    await bench.user.click(within(folded).getByRole('button'));
    expect(bench.check().getByRole('button', { name: 'Add bridges' })).toBeTruthy();
  });

  it('gives dots to the stations by what is found there', async () => {
    const bench = await openWorkbench(stencil('OO', { bridges: { perIsland: 'none' } }));
    const state = (name: string) =>
      within(
        within(screen.getByRole('navigation', { name: 'Stations' }))
          .getByText(name)
          .closest('button')!,
      )
        .getByRole('img')
        .getAttribute('aria-label');
    expect(['Letter', 'Hold', 'Release'].map(state)).toEqual(['clear', 'stop', 'stop']);
    await press(bench, 'Add bridges');
    await bench.built();
    expect(['Letter', 'Hold', 'Release'].map(state)).toEqual(['clear', 'clear', 'clear']);
  });

  it('says what a face lacks, and takes it out of the words', async () => {
    const bench = await openWorkbench(stencil('OX', {}));
    await bench.type('Words', 'OX 🚂');
    await bench.built();
    expect(titles(bench)).toContain('Stop The face has no “🚂”');
    await press(bench, 'Take out “🚂”');
    await bench.built();
    expect(thingOf(bench.recipe()).items[0]).toMatchObject({ words: 'OX ' });
    await bench.type('Words', '');
    await bench.built();
    expect(titles(bench).join()).toContain('There are no words yet');
  });

  it('dims what was found before, until it is measured again', async () => {
    const bench = await openWorkbench({
      ...stencil('AW', {}),
      lettering: { words: 'AW', face: 'pinyon-script', size: { by: 'cap height', value: 14 } },
    });
    await bench.measured();
    const thin = () =>
      bench
        .check()
        .queryAllByRole('heading', { name: /thin|narrow gap/i })[0]
        ?.closest('section');
    expect(thin()?.getAttribute('data-stale')).toBe('false');
    const dimmed: (string | null | undefined)[] = [];
    const watch = new MutationObserver(() => dimmed.push(thin()?.getAttribute('data-stale')));
    watch.observe(screen.getByRole('complementary', { name: 'Shop check' }), { subtree: true, attributes: true });
    await bench.type('Words', 'AWE');
    await bench.measured();
    watch.disconnect();
    expect(dimmed).toContain('true');
    expect(thin()?.getAttribute('data-stale')).toBe('false');
  });
});

describe('what comes off the table', () => {
  it('is shown in the tray, kept parts and scrap apart', async () => {
    const bench = await openWorkbench(stencil('OO', { bridges: { perIsland: 'none' } }));
    const tray = screen.getByRole('region', { name: /table|tray/i });
    expect(tray.textContent).toMatch(/drop/i);
    await press(bench, 'Add bridges');
    await bench.built();
    expect(tray.textContent).not.toMatch(/[1-9]\d* drop out/i);
  });
});
