import 'server-only';
import { ReleaseRefused } from '@needlefile/core/build/release';
import { z } from 'zod';

/** An answer other than yes, in words for the person who asked. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly details: object = {},
  ) {
    super(message);
  }
}

const MOST_BYTES = 1024 * 1024;

/** Wraps a route handler: what it returns becomes JSON, what it throws becomes a clear answer. */
export async function answer(handle: () => Promise<unknown>): Promise<Response> {
  try {
    const result = await handle();
    return result instanceof Response ? result : Response.json(result ?? {});
  } catch (error) {
    if (error instanceof Refusal)
      return Response.json({ error: error.message, ...error.details }, { status: error.status });
    if (error instanceof ReleaseRefused) return Response.json({ error: error.message }, { status: 422 });
    if (isDatabaseGone(error))
      return Response.json(
        {
          error:
            'The database does not answer. Nothing is lost: your work is kept in this browser and saving is tried again.',
        },
        { status: 503 },
      );
    console.error(error);
    return Response.json(
      { error: 'Something went wrong on the server; the details are in its log. Try again.' },
      { status: 500 },
    );
  }
}

/**
 * Reads and checks a request's JSON.
 * @throws Refusal 400 or 413
 */
export async function readBody<T>(request: Request, schema: z.ZodType<T>): Promise<T> {
  const text = await request.text();
  if (text.length > MOST_BYTES) throw new Refusal(413, 'That is more than 1 MB, and too much for a job.');
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new Refusal(400, 'The request is not JSON.');
  }
  const parsed = schema.safeParse(json);
  if (!parsed.success)
    throw new Refusal(400, parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('; '));
  return parsed.data;
}

/** @throws Refusal 404 for what cannot be an id */
export function readId(id: string): string {
  if (!z.uuid().safeParse(id).success) throw new Refusal(404, 'There is no such thing here.');
  return id;
}

const CONNECTION_FAULTS = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'CONNECT_TIMEOUT',
  'CONNECTION_CLOSED',
  'CONNECTION_ENDED',
  'CONNECTION_DESTROYED',
  '57P01',
  '57P02',
  '57P03',
  '3D000',
  '08006',
  '08001',
]);

function isDatabaseGone(error: unknown): boolean {
  for (let cause = error; cause instanceof Error; cause = cause.cause)
    if (CONNECTION_FAULTS.has((cause as { code?: string }).code ?? '')) return true;
  return false;
}
