import { packPicture } from '@needlefile/core/artwork/packed';
import { decodePicture, isPicture } from '@needlefile/pictures/decode';
import { faceFile } from '../../../core/test/workshop';
import { CATALOGUE } from '@needlefile/faces/catalogue';
import { DEMO_ARTWORKS } from '@needlefile/demo/artworks';
import { houseShop } from '@needlefile/core/shop/house';
import type { Shop } from '@needlefile/core/shop/shop';
import { vi } from 'vitest';
import type { RecipeInput } from '@needlefile/core/recipe/read';
import type { JobDetail, JobSummary } from '../../src/api/job-types';
import type { KeptShop } from '../../src/api/kept-shop';

/** A job as the server has it. */
interface Kept {
  revision: number;
  recipe: RecipeInput;
  deleted: boolean;
}

const SAVED = '2026-01-01T10:00:00Z';

/** Stands for the server where it only keeps: faces, artworks, the shop and jobs. The server has tests of its own. */
export class PretendServer {
  readonly jobs = new Map<string, Kept>();
  kept: KeptShop = { revision: 0, shop: houseShop };
  /** What was asked that changes something: method, path and body. */
  readonly asked: { readonly method: string; readonly path: string; readonly body: unknown }[] = [];
  /** Answers of a test's own, before all others; undefined leaves the question to the rest. */
  answer: (method: string, path: string, body: unknown) => Response | undefined = () => undefined;

  constructor(shop: Shop = houseShop) {
    this.kept = { revision: 0, shop };
    vi.stubGlobal('fetch', (path: string, init?: RequestInit) => this.respond(path, init));
  }

  private async respond(path: string, { method = 'GET', body }: RequestInit = {}): Promise<Response> {
    const sent: unknown = typeof body === 'string' ? JSON.parse(body) : body;
    if (method !== 'GET') this.asked.push({ method, path, body: sent });
    const own = this.answer(method, path, sent);
    if (own) return own;
    const [, , kind, id = '', what = ''] = path.split('?')[0]!.split('/');
    if (kind === 'jobs' && id === '') return this.listOrMake(method, path, sent as { recipe: RecipeInput });
    if (kind === 'jobs') return this.job(method, id, what, sent as { base: number; recipe: RecipeInput });
    if (kind === 'faces') return bytesOf(CATALOGUE.some((face) => face.id === id) ? faceFile(id) : undefined);
    if (kind === 'artworks') return bytesOf(await artworkOf(id));
    if (kind === 'fonts') return Response.json([]);
    if (kind === 'shop') return this.shop(method, sent as { shop: Shop });
    return Response.json({ error: `Nothing is at ${path}.` }, { status: 404 });
  }

  /** Puts a job in. */
  keep(recipe: RecipeInput, id = `job-${this.jobs.size + 1}`): string {
    this.jobs.set(id, { revision: 1, recipe, deleted: false });
    return id;
  }

  private listOrMake(method: string, path: string, sent: { recipe: RecipeInput }): Response {
    if (method === 'POST') return Response.json(this.detail(this.keep(sent.recipe)), { status: 201 });
    const search = new URLSearchParams(path.split('?')[1]).get('search') ?? '';
    const all = [...this.jobs].filter(([, job]) => !job.deleted && (job.recipe.name ?? '').includes(search));
    return Response.json(
      all.map(([id, { recipe, revision }]) => ({
        ...{ id, name: recipe.name, tags: recipe.tags ?? [], revision, updatedAt: SAVED },
        ...{ releasedRevision: null, summary: null },
      })),
    );
  }

  private job(method: string, id: string, what: string, sent: { base: number; recipe: RecipeInput }): Response {
    const job = this.jobs.get(id);
    if (!job || (job.deleted && what !== 'restore'))
      return Response.json({ error: 'There is no such job.' }, { status: 404 });
    if (what === 'summary') return Response.json(SUMMARY);
    if (what === 'releases') return Response.json([]);
    if (what === 'restore') job.deleted = false;
    if (what === 'duplicate')
      return Response.json(this.detail(this.keep({ ...job.recipe, name: `${job.recipe.name} (copy)` })));
    if (method === 'DELETE') job.deleted = true;
    if (method === 'PUT') {
      if (sent.base !== job.revision)
        return Response.json({ error: 'It was changed elsewhere.', current: this.detail(id) }, { status: 409 });
      Object.assign(job, { revision: job.revision + 1, recipe: sent.recipe });
    }
    return Response.json(this.detail(id));
  }

  private detail(id: string): JobDetail {
    const { revision, recipe } = this.jobs.get(id)!;
    return { id, revision, recipe, updatedAt: SAVED };
  }

  private shop(method: string, sent: { shop: Shop }): Response {
    if (method === 'PUT') this.kept = { revision: this.kept.revision + 1, shop: sent.shop };
    return Response.json(this.kept);
  }
}

const SUMMARY: JobSummary = {
  ...{ state: 'clear', findings: 0, make: 'Engraved plate', size: { width: 60, height: 30 } },
  ...{ material: 'Brass', machine: 'Rotary engraver' },
  drawing: { viewBox: '0 0 60 30', solid: 'M0 0H60V30H0Z', engraved: '', linework: '' },
};

const bytesOf = (bytes: Uint8Array | undefined): Response =>
  bytes ? new Response(new Uint8Array(bytes)) : Response.json({ error: 'It is not here.' }, { status: 404 });

/** A demo artwork as the server gives it: pictures decoded. */
async function artworkOf(id: string): Promise<Uint8Array | undefined> {
  const bytes = DEMO_ARTWORKS.find((artwork) => artwork.id === id)?.bytes;
  return bytes && isPicture(bytes) ? packPicture(await decodePicture(bytes)) : bytes;
}
