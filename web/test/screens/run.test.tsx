import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { useRunView } from '../../src/job/run-view';
import { openWorkbench, type OpenWorkbench } from './open';

let bench: OpenWorkbench;
const bar = () => within(screen.getByRole('group', { name: 'Run of the machine' }));
const card = () => within(screen.getByRole('region', { name: 'What the machine does' }));
const initial = useRunView.getState();
const time = () => screen.getByLabelText('Time of the run');

beforeEach(async () => {
  useRunView.setState(initial, true);
  bench = await openWorkbench('Valve tag, injector');
  await bench.user.click(within(screen.getByRole('radiogroup', { name: 'View' })).getByText('Run'));
  await screen.findByRole('group', { name: 'Run of the machine' });
});

describe('the run', () => {
  it.each(['This job’s SVG', 'This job’s DXF', 'This job’s PDF', 'This job’s plotter file'])(
    'of %s does what the job says, layer by layer',
    async (file) => {
      await bench.user.selectOptions(card().getByLabelText('File that is run'), file);
      await waitFor(() => expect(card().getByText('The file does what the job says.')).toBeTruthy());
      for (const layer of ['SCORE', 'CUT_INNER', 'CUT_OUTER']) {
        const [, told] = /· (\d+:\d\d)/.exec(card().getByText(layer).closest('li')!.textContent!)!;
        expect(card().getByText(layer).closest('li')!.textContent).toContain(`the job says ${told!}`);
      }
    },
  );

  it('is over at first, goes to any time, and tells what has come free by then', async () => {
    expect(bar().getByText('All is done')).toBeTruthy();
    const all = /(\d+) of (\d+) pieces have come free/.exec(document.body.textContent!)!;
    expect(all[1]).toBe(all[2]);
    fireEvent.change(time(), { target: { value: '0' } });
    expect(document.body.textContent).toMatch(/0 of \d+ pieces have come free/);
    expect(time().getAttribute('aria-valuetext')).toMatch(/^0:00 of \d+:\d\d, ENGRAVE/);
    fireEvent.change(time(), { target: { value: '500' } });
    expect(useRunView.getState().at).toBeGreaterThan(10);
  });

  it('goes line by line, to and fro', async () => {
    fireEvent.change(time(), { target: { value: '0' } });
    const lines: string[] = [];
    for (let i = 0; i < 4; i++) {
      await bench.user.click(bar().getByRole('button', { name: 'The next line' }));
      lines.push(time().getAttribute('aria-valuetext')!);
    }
    expect(new Set(lines).size).toBe(4);
    const { at } = useRunView.getState();
    await bench.user.click(bar().getByRole('button', { name: 'The line before' }));
    expect(useRunView.getState().at).toBeLessThan(at);
  });

  it('is played at a pace, stopped, and begun again when it is over', async () => {
    await bench.user.selectOptions(bar().getByLabelText('Pace'), '100 times');
    await bench.user.click(bar().getByRole('button', { name: 'Play' }));
    expect(useRunView.getState().playing).toBe(true);
    await waitFor(() => expect(useRunView.getState().at).toBeGreaterThan(0.5));
    await bench.user.click(bar().getByRole('button', { name: 'Pause' }));
    const { at } = useRunView.getState();
    await new Promise((resolve) => setTimeout(resolve, 60));
    expect(useRunView.getState().at).toBe(at);
  });

  it('shows one layer alone, and the ways of the lifted head', async () => {
    await bench.user.click(card().getByRole('button', { name: 'Show SCORE alone' }));
    expect(useRunView.getState().only).toBe('SCORE');
    await bench.user.click(card().getByRole('button', { name: 'Show all layers' }));
    expect(useRunView.getState().only).toBeNull();
    await bench.user.click(card().getByLabelText('Ways of the lifted head'));
    expect(useRunView.getState().travel).toBe(true);
  });

  it('of another file goes by the map, or by what a person says of its layers', async () => {
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="40mm" viewBox="0 0 40 40">
      <g id="CUT_OUTER"><path fill="none" stroke="#000" d="M5 5H35V35H5Z"/></g>
      <g id="MYSTERY"><path fill="none" stroke="#000" d="M10 10H20"/></g></svg>`;
    const file = new File([svg], 'theirs.svg', { type: 'image/svg+xml' });
    file.arrayBuffer = () => Promise.resolve(new TextEncoder().encode(svg).buffer as ArrayBuffer);
    await bench.user.upload(screen.getByLabelText('File to be run'), file);
    await waitFor(() => expect(card().getByText(/^Run by itself/)).toBeTruthy());
    expect(card().getByText('CUT_OUTER').closest('li')!.textContent).toContain('cut, 1 line');
    const unknown = card().getByLabelText('Work of MYSTERY');
    await bench.user.selectOptions(unknown, 'Engrave');
    await waitFor(() => expect(card().getByText('MYSTERY').closest('li')!.textContent).toContain('engrave, 1 line'));
    // 10 mm of it.
    expect(card().getByText('MYSTERY').closest('li')!.textContent).toContain('0.01 m');
  });

  it('says why a file cannot be run, and goes back to the job’s', async () => {
    const file = new File(['nothing'], 'noise.dxf');
    file.arrayBuffer = () => Promise.resolve(new TextEncoder().encode('nothing').buffer as ArrayBuffer);
    await bench.user.upload(screen.getByLabelText('File to be run'), file);
    await waitFor(() => expect(card().getByRole('alert').textContent).toMatch(/\w+/));
    await bench.user.selectOptions(card().getByLabelText('File that is run'), 'This job’s DXF');
    await waitFor(() => expect(card().getByText('The file does what the job says.')).toBeTruthy());
  });
});
