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

/**
 * Asks the server.
 * @throws ServerRefused
 */
export async function ask<T>(path: string, init?: { method?: string; body?: unknown }): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, {
      method: init?.method ?? 'GET',
      ...(init?.body === undefined
        ? {}
        : { body: JSON.stringify(init.body), headers: { 'content-type': 'application/json' } }),
    });
  } catch {
    throw new ServerRefused('The server does not answer. Check that Needlefile is still running.', 0);
  }
  const json = (await response.json().catch(() => null)) as Record<string, unknown> | null;
  if (!response.ok)
    throw new ServerRefused(
      typeof json?.error === 'string' ? json.error : `The server answered ${response.status}.`,
      response.status,
      json ?? {},
    );
  return json as T;
}
