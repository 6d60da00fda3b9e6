import { afterEach, describe, expect, it, vi } from 'vitest';
import { ask, askInLines, ServerRefused } from '../src/api/ask';

/** How the page asks the server, and what it makes of answers that are late, cut off or none. */

afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

const answer = (respond: (path: string, init: RequestInit) => Response | Promise<Response>) =>
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => Promise.resolve(respond(path, init)));

const refused = (act: Promise<unknown>): Promise<ServerRefused> =>
  act.then(
    () => expect.unreachable('It was not refused.'),
    (error: ServerRefused) => error,
  );

const linesOf = (...parts: string[]): Response =>
  new Response(
    new ReadableStream<Uint8Array>({
      start(controller) {
        for (const part of parts) controller.enqueue(new TextEncoder().encode(part));
        controller.close();
      },
    }),
  );

describe('a question', () => {
  it('is sent as JSON where it has a body, and answered as JSON', async () => {
    const asked: [string, RequestInit][] = [];
    answer((path, init) => (asked.push([path, init]), Response.json({ revision: 3 })));
    expect(await ask('/api/jobs/a', { method: 'PUT', body: { base: 2 } })).toEqual({ revision: 3 });
    await ask('/api/jobs');
    const [[path, put], [, get]] = asked as [[string, RequestInit], [string, RequestInit]];
    expect(path).toBe('/api/jobs/a');
    expect(put).toMatchObject({ method: 'PUT', body: '{"base":2}', headers: { 'content-type': 'application/json' } });
    expect(get).toMatchObject({ method: 'GET' });
    expect(get.body).toBeUndefined();
  });

  it('that is refused tells the server’s words, its status, and what came with them', async () => {
    answer(() => Response.json({ error: 'It was changed elsewhere.', current: { revision: 4 } }, { status: 409 }));
    const error = await refused(ask('/api/jobs/a'));
    expect(error).toBeInstanceOf(ServerRefused);
    expect(error).toMatchObject({ message: 'It was changed elsewhere.', status: 409 });
    expect(error.details).toMatchObject({ current: { revision: 4 } });
  });

  it('that is refused without words says the status', async () => {
    answer(() => new Response('<html>Bad gateway</html>', { status: 502 }));
    expect(await refused(ask('/api/jobs'))).toMatchObject({ message: 'The server answered 502.', status: 502 });
  });

  it('whose answer is cut off, or none, says so', async () => {
    answer(() => new Response('{"revision": 3', { status: 200 }));
    expect(await refused(ask('/api/jobs'))).toMatchObject({ message: 'The server’s answer was cut off.', status: 0 });
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('Failed to fetch')));
    const error = await refused(ask('/api/jobs'));
    expect(error.message).toMatch(/^The server does not answer\./);
    expect(error.status).toBe(0);
  });

  it('that takes too long is given up; one that is taken back says that it was', async () => {
    vi.stubGlobal(
      'fetch',
      (_: string, { signal }: RequestInit) =>
        new Promise((_resolve, reject) => signal!.addEventListener('abort', () => reject(new Error('aborted')))),
    );
    expect((await refused(ask('/api/jobs', { longest: 20 }))).message).toMatch(/^The server does not answer\./);
    const stopper = new AbortController();
    const asked = refused(ask('/api/jobs', { signal: stopper.signal }));
    stopper.abort();
    expect((await asked).message).toBe('Stopped.');
  });
});

describe('a long task', () => {
  it('tells how far it is, however its lines are cut into parts, and its result last', async () => {
    const whole = '{"progress":{"doing":"Bäume","share":0.5}}\n{"progress":{"share":1}}\n{"result":{"id":"r"}}\n';
    const bytes = new TextEncoder().encode(whole);
    for (const size of [1, 3, 7, bytes.length]) {
      answer(
        () =>
          new Response(
            new ReadableStream<Uint8Array>({
              start(controller) {
                for (let at = 0; at < bytes.length; at += size) controller.enqueue(bytes.slice(at, at + size));
                controller.close();
              },
            }),
          ),
      );
      const told: unknown[] = [];
      expect(await askInLines('/api/release', {}, (progress) => told.push(progress))).toEqual({ id: 'r' });
      expect(told).toEqual([{ doing: 'Bäume', share: 0.5 }, { share: 1 }]);
    }
  });

  it('that fails on its way tells the fault of its last line', async () => {
    answer(() => linesOf('{"progress":{"share":0.1}}\n', '{"error":"The job was changed.","status":409}\n'));
    expect(await refused(askInLines('/api/release', {}, () => {}))).toMatchObject({
      message: 'The job was changed.',
      status: 409,
    });
  });

  it('that is refused at once, or ends without a result, says so', async () => {
    answer(() => Response.json({ error: 'There is no such job.' }, { status: 404 }));
    expect(await refused(askInLines('/api/release', {}, () => {}))).toMatchObject({ status: 404 });
    answer(() => linesOf('{"progress":{"share":0.1}}\n'));
    expect((await refused(askInLines('/api/release', {}, () => {}))).message).toBe('The server’s answer was cut off.');
    answer(
      () =>
        new Response(
          new ReadableStream<Uint8Array>({
            start: (controller) => controller.error(new Error('connection reset')),
          }),
        ),
    );
    expect((await refused(askInLines('/api/release', {}, () => {}))).message).toBe('The server’s answer was cut off.');
  });
});
