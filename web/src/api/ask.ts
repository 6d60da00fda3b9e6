/** The server said no, or did not answer: its message is for the person. */
export class ServerRefused extends Error {
  constructor(
    message: string,
    /** 0 where there was no answer at all. */
    readonly status: number,
    readonly details: Record<string, unknown> = {},
  ) {
    super(message);
  }
}

interface Question {
  readonly method?: string;
  /** Sent as JSON. */
  readonly body?: unknown;
  readonly signal?: AbortSignal | undefined;
  /** An answer that takes longer is given up, ms. */
  readonly longest?: number;
}

/** No answer takes longer, except where it is said. */
const LONGEST_MS = 20_000;
const NO_ANSWER = 'The server does not answer. Check that Needlefile is still running.';
const CUT_OFF = 'The server’s answer was cut off.';

/**
 * Asks the server.
 * @throws ServerRefused where it says no, does not answer in time, or its answer is cut off
 */
export async function ask<T>(path: string, question: Question = {}): Promise<T> {
  const response = await send(path, question);
  const json = await jsonOf(response);
  if (!response.ok) throw refusal(json, response.status);
  if (json === null) throw new ServerRefused(CUT_OFF, 0);
  return json as T;
}

/** The text of an answer is read within the same time limit. */
const jsonOf = (response: Response): Promise<unknown> =>
  response.json().then(
    (json: unknown) => json,
    () => null,
  );

/**
 * Asks for something that takes long, and hears how far it is: answers come as lines of JSON (see the server's
 * `answerInLines`).
 * @throws ServerRefused as `ask` does; `signal` takes the question back
 */
export async function askInLines<Progress, Result>(
  path: string,
  question: Question,
  onProgress: (progress: Progress) => void,
): Promise<Result> {
  const response = await send(path, { longest: Infinity, ...question });
  if (!response.ok || !response.body) throw refusal(await jsonOf(response), response.status);
  for await (const text of linesOf(response.body)) {
    const line = JSON.parse(text) as { progress: Progress } | { result: Result } | { error: string; status: number };
    if ('progress' in line) onProgress(line.progress);
    else if ('result' in line) return line.result;
    else throw refusal(line, line.status);
  }
  throw new ServerRefused(CUT_OFF, 0);
}

async function* linesOf(body: ReadableStream<Uint8Array>): AsyncGenerator<string> {
  const reader = body.getReader();
  const decoder = new TextDecoder();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read().catch(() => {
      throw new ServerRefused(CUT_OFF, 0);
    });
    if (done) return;
    const lines = (rest + decoder.decode(value, { stream: true })).split('\n');
    rest = lines.pop()!;
    yield* lines;
  }
}

async function send(path: string, { method = 'GET', body, signal, longest = LONGEST_MS }: Question): Promise<Response> {
  const limits = [signal, longest < Infinity ? AbortSignal.timeout(longest) : undefined].filter((each) => !!each);
  try {
    return await fetch(path, {
      method,
      signal: AbortSignal.any(limits),
      ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
    });
  } catch {
    throw new ServerRefused(signal?.aborted ? 'Stopped.' : NO_ANSWER, 0);
  }
}

function refusal(json: unknown, status: number): ServerRefused {
  const details = (json ?? {}) as Record<string, unknown>;
  const said = typeof details.error === 'string' ? details.error : `The server answered ${status}.`;
  return new ServerRefused(said, status, details);
}
