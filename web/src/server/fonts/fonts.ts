import 'server-only';
import { createHash } from 'node:crypto';
import { desc, eq } from 'drizzle-orm';
import type { BroughtFace } from '../../api/brought-face';
import { db } from '../db/client';
import { fonts } from '../db/schema';
import { Refusal } from '../refusal';
import { inspectFont } from './inspect';

/** A font file larger than this is not for letters, bytes. */
export const MOST_FONT_BYTES = 16 * 1024 * 1024;

/** Fonts that people brought, newest first. */
export async function listFonts(): Promise<BroughtFace[]> {
  const rows = await db()
    .select({ id: fonts.id, fileName: fonts.fileName, facts: fonts.facts, addedAt: fonts.addedAt })
    .from(fonts)
    .orderBy(desc(fonts.addedAt));
  return rows.map(({ addedAt, ...row }) => ({ ...row, addedAt: addedAt.toISOString() }));
}

/** Checks a font file and keeps it as plain sfnt. The same font twice is kept once. */
export async function addFont(fileName: string, file: Uint8Array, signal: AbortSignal): Promise<BroughtFace> {
  const { bytes, facts } = await inspectFont(file, signal);
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  const id = `font-${sha256.slice(0, 24)}`;
  await db().insert(fonts).values({ id, sha256, fileName, facts, bytes }).onConflictDoNothing();
  const [row] = await db()
    .select({ id: fonts.id, fileName: fonts.fileName, facts: fonts.facts, addedAt: fonts.addedAt })
    .from(fonts)
    .where(eq(fonts.id, id));
  return { ...row!, addedAt: row!.addedAt.toISOString() };
}

export async function fontBytes(id: string): Promise<Uint8Array | undefined> {
  const [row] = await db().select({ bytes: fonts.bytes }).from(fonts).where(eq(fonts.id, id));
  return row && new Uint8Array(row.bytes);
}

/** Takes a font away. Jobs that use it keep their words, and say that the face is missing. */
export async function removeFont(id: string): Promise<void> {
  const gone = await db().delete(fonts).where(eq(fonts.id, id)).returning({ id: fonts.id });
  if (gone.length === 0) throw new Refusal(404, 'There is no such font here. It may have been removed.');
}
