import 'server-only';
import { z } from 'zod';
import { refusedAtDoor } from './doorkeeper';
import { Refusal } from './refusal';

/** A job's recipe is never larger, bytes. */
const MOST_JSON_BYTES = 1024 * 1024;

/**
 * Wraps a route handler: asks at the door who sends the request; what the handler returns becomes JSON, what it throws
 * becomes a clear answer.
 */
export async function answer(request: Request, handle: () => Promise<unknown>): Promise<Response> {
  try {
    const refused = refusedAtDoor(request);
    if (refused) throw new Refusal(403, refused);
    const result = await handle();
    return result instanceof Response ? result : Response.json(result ?? {});
  } catch (error) {
    const { status, body } = refusalOf(error);
    return Response.json(body, { status });
  }
}

/** What a fault is told as. What nobody foresaw goes to the server's log. */
export function refusalOf(error: unknown): { readonly status: number; readonly body: object } {
  if (error instanceof Refusal) return { status: error.status, body: { error: error.message, ...error.details } };
  if (isDatabaseGone(error))
    return {
      status: 503,
      body: {
        error:
          'The database does not answer. Nothing is lost: your work is kept in this browser and saving is tried again.',
      },
    };
  console.error(error);
  return {
    status: 500,
    body: { error: 'Something went wrong on the server; the details are in its log. Try again.' },
  };
}

/**
 * Reads and checks a request's JSON.
 * @throws Refusal 400 or 413
 */
export async function readBody<T>(request: Request, schema: z.ZodType<T>): Promise<T> {
  const bytes = await readBytes(request, MOST_JSON_BYTES, 'That is more than 1 MB, and too much for a job.');
  let json: unknown;
  try {
    json = JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    throw new Refusal(400, 'The request is not JSON.');
  }
  const parsed = schema.safeParse(json);
  if (!parsed.success) {
    const issues = parsed.error.issues.map(({ path, message }) => [...path, message].join(': '));
    throw new Refusal(400, `What was sent cannot be used. ${issues.join('; ')}`);
  }
  return parsed.data;
}

/**
 * Reads a request's body as it comes, and no more of it than may be.
 * @throws Refusal 413 with `tooLarge` as soon as it is known to be larger
 */
export async function readBytes(request: Request, most: number, tooLarge: string): Promise<Uint8Array> {
  if (Number(request.headers.get('content-length') ?? 0) > most) throw new Refusal(413, tooLarge);
  const parts: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  while (reader) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.byteLength;
    if (size > most) {
      await reader.cancel();
      throw new Refusal(413, tooLarge);
    }
    parts.push(value);
  }
  const bytes = new Uint8Array(size);
  let at = 0;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.byteLength;
  }
  return bytes;
}

/** Something that a long task reports while it is done. */
export type Line<Progress, Result> =
  { readonly progress: Progress } | { readonly result: Result } | { readonly error: string; readonly status: number };

/**
 * Wraps a handler that takes long: its answer is a line of JSON for each report of progress, and a last one with the
 * result or the fault. Whoever asked and goes away takes the task back.
 */
export function answerInLines<Progress, Result>(
  request: Request,
  handle: (tell: (progress: Progress) => void, signal: AbortSignal) => Promise<Result>,
): Response {
  const gone = new AbortController();
  request.signal.addEventListener('abort', () => gone.abort(), { once: true });
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    async start(controller) {
      const send = (line: Line<Progress, Result>) => {
        if (!gone.signal.aborted) controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
      };
      try {
        send({ result: await handle((progress) => send({ progress }), gone.signal) });
      } catch (error) {
        const { status, body: told } = refusalOf(error);
        send({ ...told, status } as Line<Progress, Result>);
      }
      if (!gone.signal.aborted) controller.close();
    },
    cancel: () => gone.abort(),
  });
  // A server that packs the answer would keep its lines back until there are many.
  return new Response(body, {
    headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store, no-transform' },
  });
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
  // Statement or lock took too long, idle in a transaction, and what PostgreSQL says when it is stopped or starting.
  '57014',
  '55P03',
  '25P03',
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
