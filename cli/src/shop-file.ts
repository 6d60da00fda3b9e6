import { readShop } from '@needlefile/core/recipe/shop-schema';
import { houseShop } from '@needlefile/core/shop/house';
import type { Shop } from '@needlefile/core/shop/shop';
import { UsageError } from './arguments.ts';
import { bytesOf } from './files.ts';

/** The option by which a command is given a shop of its own. */
export const SHOP_OPTION = { shop: { type: 'string' } } as const;

/** The shop of a file, as the application keeps it and answers at /api/shop; the house's own where none is named. */
export async function shopFrom(file: unknown): Promise<Shop> {
  if (typeof file !== 'string') return houseShop;
  let value: unknown;
  try {
    value = JSON.parse(new TextDecoder().decode(await bytesOf(file)));
  } catch (error) {
    if (error instanceof UsageError) throw error;
    throw new UsageError(`${file} is no JSON: ${(error as Error).message}`);
  }
  const kept = value && typeof value === 'object' && 'shop' in value ? value.shop : value;
  const read = readShop(kept);
  if (!read.ok) throw new UsageError(`${file} is no shop:\n  ${read.problems.join('\n  ')}`);
  return read.shop;
}
