import 'server-only';
import { readShop } from '@needlefile/core/recipe/shop-schema';
import { houseShop } from '@needlefile/core/shop/house';
import type { Shop } from '@needlefile/core/shop/shop';
import { eq } from 'drizzle-orm';
import type { KeptShop } from '../api/kept-shop';
import { db, type Connection } from './db/client';
import { jobs, shops } from './db/schema';
import { Refusal } from './refusal';

const THE_SHOP = 1;

/** The shop as somebody set it, or the house's own. */
export async function getShop(connection: Connection = db()): Promise<KeptShop> {
  const [row] = await connection.select().from(shops).where(eq(shops.id, THE_SHOP));
  if (!row) return { revision: 0, shop: houseShop };
  const read = readShop(row.shop);
  if (!read.ok) throw new Refusal(422, `The shop's settings cannot be read: ${read.problems.join('; ')}`);
  return { revision: row.revision, shop: read.shop };
}

/**
 * Keeps the shop's settings on top of revision `base`.
 * @throws Refusal 409 with the shop as it stands where someone else changed it since
 */
export async function saveShop(base: number, shop: Shop): Promise<KeptShop> {
  return db().transaction(async (tx) => {
    const values = { id: THE_SHOP, revision: base + 1, shop, updatedAt: new Date() };
    const [row] =
      base === 0
        ? await tx.insert(shops).values(values).onConflictDoNothing().returning()
        : await tx.update(shops).set(values).where(eq(shops.revision, base)).returning();
    if (!row)
      throw new Refusal(
        409,
        'The limits were changed elsewhere meanwhile. They are shown as they stand now; set yours again.',
        { current: await getShop(tx) },
      );
    // Drawings and states in the list of jobs were made against the old limits.
    await tx.update(jobs).set({ summary: null, summaryRevision: null });
    return { revision: row.revision, shop };
  });
}
