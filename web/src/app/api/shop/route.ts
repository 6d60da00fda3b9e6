import { shopSchema } from '@needlefile/core/recipe/shop-schema';
import type { Shop } from '@needlefile/core/shop/shop';
import { z } from 'zod';
import { answer, readBody } from '@/server/http';
import { getShop, saveShop } from '@/server/shop';

export const GET = (request: Request) => answer(request, getShop);

export const PUT = (request: Request) =>
  answer(request, async () => {
    const { base, shop } = await readBody(request, z.object({ base: z.int().min(0), shop: shopSchema }));
    return saveShop(base, shop as Shop);
  });
