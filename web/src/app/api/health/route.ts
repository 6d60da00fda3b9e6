import { sql } from 'drizzle-orm';
import { db } from '@/server/db/client';
import { answer } from '@/server/http';

/** Whether the server and its database answer, for whoever watches over them. */
export const GET = (request: Request) =>
  answer(request, async () => {
    await db().execute(sql`select 1`);
    return { well: true };
  });
