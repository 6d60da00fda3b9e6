import 'server-only';
import { createHash } from 'node:crypto';
import { eq, inArray } from 'drizzle-orm';
import { packPicture } from '@needlefile/core/artwork/packed';
import { UnreadableArtwork } from '@needlefile/core/artwork/unreadable-artwork';
import type { Remembered } from '@needlefile/core/recipe/remembered';
import { decodePicture, isPicture } from '@needlefile/pictures/decode';
import type { BroughtArtwork } from '../../api/brought-artwork';
import { db } from '../db/client';
import { artworks, readings } from '../db/schema';
import { Refusal } from '../refusal';
import { inspectArtwork } from './inspect';

/** A larger file is a picture in disguise, or not for cutting, bytes. */
export const MOST_ARTWORK_BYTES = 32 * 1024 * 1024;

/** Checks that a file can be read, and keeps it as it came. The same file twice is kept once. */
export async function addArtwork(fileName: string, file: Uint8Array, signal: AbortSignal): Promise<BroughtArtwork> {
  const parts = await inspectArtwork(await decoded(file), signal);
  const makeUp = parts === null ? null : sha256Of(parts);
  const sha256 = sha256Of(file);
  const id = `art-${sha256.slice(0, 24)}`;
  await db()
    .insert(artworks)
    .values({ id, sha256, fileName, makeUp, bytes: Buffer.from(file) })
    .onConflictDoUpdate({ target: artworks.id, set: { makeUp } });
  const [known] = makeUp ? await db().select().from(readings).where(eq(readings.makeUp, makeUp)) : [];
  return { id, fileName, remembered: known?.items ?? null };
}

const sha256Of = (data: string | Uint8Array): string => createHash('sha256').update(data).digest('hex');

/** Files of the make-up of a file that is here are read so from now on. @throws Refusal 404, or 422 for a picture */
export async function rememberReading(id: string, items: Remembered): Promise<void> {
  const [row] = await db().select({ makeUp: artworks.makeUp }).from(artworks).where(eq(artworks.id, id));
  if (!row) throw new Refusal(404, 'There is no such artwork here.');
  const { makeUp } = row;
  if (makeUp === null) throw new Refusal(422, 'Bring the file once more: it was kept before files were compared.');
  await db()
    .insert(readings)
    .values({ makeUp, items })
    .onConflictDoUpdate({ target: readings.makeUp, set: { items, updatedAt: new Date() } });
}

/** A picture as its shades; any other file as it came. @throws Refusal 422 where a picture cannot be decoded */
async function decoded(file: Uint8Array): Promise<Uint8Array> {
  if (!isPicture(file)) return file;
  try {
    return packPicture(await decodePicture(file));
  } catch (error) {
    if (error instanceof UnreadableArtwork) throw new Refusal(422, error.message);
    throw error;
  }
}

/** The file of artwork, as those who draw it take it. @throws Refusal 404 */
export async function artworkBytes(id: string): Promise<Uint8Array> {
  const [row] = await db().select({ bytes: artworks.bytes }).from(artworks).where(eq(artworks.id, id));
  if (!row) throw new Refusal(404, 'There is no such artwork here.');
  return decoded(new Uint8Array(row.bytes));
}

/** Files of artwork by id, of those that are here. */
export async function artworksOf(ids: readonly string[]): Promise<Record<string, Uint8Array>> {
  if (ids.length === 0) return {};
  const rows = await db()
    .select({ id: artworks.id, bytes: artworks.bytes })
    .from(artworks)
    .where(inArray(artworks.id, [...ids]));
  return Object.fromEntries(
    await Promise.all(rows.map(async ({ id, bytes }) => [id, await decoded(new Uint8Array(bytes))] as const)),
  );
}
