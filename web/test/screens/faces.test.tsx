import { screen, waitFor } from '@testing-library/react';
import { CATALOGUE } from '@needlefile/faces/catalogue';
import type { BroughtFace } from '../../src/api/brought-face';
import { beforeEach, describe, expect, it } from 'vitest';
import { faceFile } from '../../../core/test/workshop';
import { letteringOf } from '../lettered';
import { openWorkbench, type OpenWorkbench } from './open';

const brought: BroughtFace = {
  id: 'font-0123456789abcdef01234567',
  fileName: 'workshop.ttf',
  facts: {
    name: 'Workshop Bold',
    licence: `Only for the workshop. ${'And so on. '.repeat(20)}`,
    licenceUrl: '',
    embedding: 'may be embedded and installed',
    glyphs: 245,
    axes: 0,
  },
} as BroughtFace;

let bench: OpenWorkbench;
let kept: BroughtFace[];
beforeEach(async () => {
  kept = [];
  bench = await openWorkbench('Mess room hook, Wren');
  bench.server.answer = (method, path) => {
    if (path.startsWith('/api/fonts')) {
      if (method === 'GET') return Response.json(kept);
      if (method === 'DELETE') return ((kept = []), Response.json({}));
      if (path.includes('broken'))
        return Response.json({ error: 'The font file is damaged: its table “glyf” is cut short.' }, { status: 422 });
      kept = [brought];
      return Response.json(brought, { status: 201 });
    }
    // It has the letters of one of the wall.
    if (path === `/api/faces/${brought.id}`) return new Response(new Uint8Array(faceFile('graduate')));
    return undefined;
  };
});
const bring = (name: string) => bench.user.upload(screen.getByLabelText('Font file'), new File(['font'], name));

describe('faces', () => {
  it('stand on the wall, each with what it is for', async () => {
    await bench.press(/^Face:/);
    for (const { name, kind } of CATALOGUE) {
      const [row] = bench.panel().getAllByRole('button', { name: new RegExp(`^${name.replace(/[(),.]/g, '.')}`) });
      expect(row!.textContent).toContain(kind);
    }
  });

  it('that are brought are taken at once, with their licence, and stand first', async () => {
    await bring('workshop.ttf');
    await waitFor(() => expect(letteringOf(bench.recipe()).face).toBe(brought.id));
    expect(await screen.findByText('Brought: Workshop Bold')).toBeTruthy();
    await bench.built();
    const note = bench.panel().getByText(/workshop\.ttf, 245 letters and signs/);
    expect(note.textContent).toMatch(/Licence: Only for the workshop\..* …/);
    await bench.press(/^Face:/);
    const rows = bench
      .panel()
      .getAllByRole('button')
      .map(({ textContent }) => textContent);
    expect(rows.indexOf('Workshop Boldbrought')).toBeLessThan(rows.findIndex((row) => row!.startsWith('Overpass')));
  });

  it('that are damaged are refused with the reason, and the job stays as it was', async () => {
    const before = bench.recipe();
    await bring('broken.ttf');
    expect(await screen.findByText(/broken\.ttf: The font file is damaged/)).toBeTruthy();
    expect(bench.recipe()).toBe(before);
  });

  it('that are taken away are told as not here, with a way out', async () => {
    await bring('workshop.ttf');
    await bench.built();
    await waitFor(() => expect(bench.panel().getByRole('button', { name: 'Remove this font' })).toBeTruthy());
    await bench.press('Remove this font');
    await waitFor(() => expect(bench.panel().getByText(/\(not here\)/)).toBeTruthy());
    const lost = await openWorkbench({
      make: 'cut-through',
      lettering: { words: 'FENNY', face: 'lost-face' },
    });
    expect(lost.check().getByText(/The face “lost-face” is not here/)).toBeTruthy();
    await lost.user.click(lost.check().getByRole('button', { name: 'Use Overpass Bold' }));
    await lost.built();
    expect(letteringOf(lost.recipe()).face).toBe('overpass-bold');
    expect(lost.check().getByText('Every character is in the face')).toBeTruthy();
  });
});
