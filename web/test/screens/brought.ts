import { act, screen, waitFor } from '@testing-library/react';
import type { ArtworkItem } from '@needlefile/core/recipe/schema';
import { expect } from 'vitest';
import { choose } from '../../src/job/chosen';
import { thingOf } from '../lettered';
import { openWorkbench, type OpenWorkbench } from './open';

/** The item of that kind in the thing that is worked on. */
export const itemOf = (bench: OpenWorkbench, kind: string) =>
  thingOf(bench.recipe()).items.find((item) => item.kind === kind) as ArtworkItem;

/** A job with an item of a kind in hand, and everything unfolded. */
export async function inHand(job: string, kind = 'artwork'): Promise<OpenWorkbench> {
  const bench = await openWorkbench(job);
  const { id, items } = thingOf(bench.recipe());
  act(() => choose(id, items.find((item) => item.kind === kind)!.id));
  await bench.built();
  document.querySelectorAll('details').forEach((fold) => fold.setAttribute('open', ''));
  return bench;
}

/** Brings a file that the server keeps by an id. */
export async function bring(bench: OpenWorkbench, id: string, bytes: Uint8Array): Promise<void> {
  bench.server.answer = (method, path) => {
    if (method === 'POST' && path.startsWith('/api/artworks'))
      return Response.json({ id, fileName: 'brought', remembered: null }, { status: 201 });
    return path === `/api/artworks/${id}` ? new Response(bytes as BodyInit) : undefined;
  };
  await bench.user.upload(screen.getByLabelText('Files of artwork'), new File(['it'], 'brought.svg'));
  await waitFor(() => expect(itemOf(bench, 'artwork')).toBeTruthy());
  await bench.built();
}
