import { packPicture } from '@needlefile/core/artwork/packed';
import { decodePicture, isPicture } from '@needlefile/pictures/decode';
import { faceFile } from '../../../core/test/workshop';
import { CATALOGUE } from '@needlefile/faces/catalogue';
import { DEMO_ARTWORKS } from '@needlefile/demo/artworks';
import { houseShop } from '@needlefile/core/shop/house';
import type { Shop } from '@needlefile/core/shop/shop';
import { vi } from 'vitest';
import type { KeptShop } from '../../src/api/kept-shop';

/** Stands for the server where it only keeps: faces, artworks and the shop. What it decides is tested on itself. */
export class PretendServer {
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
    const [, , kind, id = ''] = path.split('/');
    if (kind === 'faces') return bytesOf(CATALOGUE.some((face) => face.id === id) ? faceFile(id) : undefined);
    if (kind === 'artworks') return bytesOf(await artworkOf(id));
    if (kind === 'fonts') return Response.json([]);
    if (kind === 'shop') return this.shop(method, sent as { shop: Shop });
    return Response.json({ error: `Nothing is at ${path}.` }, { status: 404 });
  }

  private shop(method: string, sent: { shop: Shop }): Response {
    if (method === 'PUT') this.kept = { revision: this.kept.revision + 1, shop: sent.shop };
    return Response.json(this.kept);
  }
}

const bytesOf = (bytes: Uint8Array | undefined): Response =>
  bytes ? new Response(new Uint8Array(bytes)) : Response.json({ error: 'It is not here.' }, { status: 404 });

/** A demo artwork as the server gives it: pictures decoded. */
export async function artworkOf(id: string): Promise<Uint8Array | undefined> {
  const bytes = DEMO_ARTWORKS.find((artwork) => artwork.id === id)?.bytes;
  return bytes && isPicture(bytes) ? packPicture(await decodePicture(bytes)) : bytes;
}
