import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import path from 'node:path';
import type { ThreadPool } from '../src/server/threads/pool';
import type { Task } from './tasks/tasks';

/** Every task of these tests that has a time limit is far from it, or waits for it alone. */
const PATIENT = { longest: 60_000, late: 'Too late.', urgent: false };
const URGENT = { ...PATIENT, urgent: true };

describe('threads', () => {
  let newPool: (size: number) => ThreadPool<Task, string, string>;
  beforeAll(async () => {
    // Threads are found from the folder that the server runs in.
    vi.spyOn(process, 'cwd').mockReturnValue(path.resolve(import.meta.dirname, '..'));
    const { ThreadPool: Pool } = await import('../src/server/threads/pool');
    newPool = (size) => new Pool('../../test/tasks/tasks.ts', size, 128);
  });
  afterAll(() => vi.restoreAllMocks());

  it('do a task, tell how far it is, and tell of a fault', async () => {
    const pool = newPool(1);
    const heard: string[] = [];
    const order = { ...URGENT, onProgress: (text: string) => void heard.push(text) };
    expect(await pool.run({ name: 'A', busy: 1 }, order)).toBe('A');
    expect(heard).toEqual(['A begins']);
    await expect(pool.run({ name: 'B', busy: 0 }, order)).rejects.toThrow('B failed');
    await expect(pool.run({ name: 'C', busy: -1 }, order)).rejects.toThrow('ended in the middle');
    expect(await pool.run({ name: 'D', busy: 1 }, order)).toBe('D');
  });

  it('do first what a person waits for, and keep a thread for it', async () => {
    const pool = newPool(2);
    const done: string[] = [];
    const patient = ['a', 'b', 'c'].map((name) =>
      pool.run({ name, busy: 300 }, PATIENT).then((end) => void done.push(end)),
    );
    const urgent = ['X', 'Y'].map((name) => pool.run({ name, busy: 20 }, URGENT).then((end) => void done.push(end)));
    await Promise.all([...urgent, ...patient]);
    expect(done.slice(-2)).toEqual(['b', 'c']);
    expect(done.indexOf('Y')).toBeLessThan(done.indexOf('b'));
  });

  it('end what takes too long, and go on', async () => {
    const pool = newPool(1);
    const endless = pool.run({ name: 'A', busy: 600_000 }, { ...URGENT, longest: 300 });
    const behind = pool.run({ name: 'B', busy: 1 }, URGENT);
    await expect(endless).rejects.toMatchObject({ status: 503, message: 'Too late.' });
    expect(await behind).toBe('B');
  });

  it('give up what is taken back, waiting or running', async () => {
    const pool = newPool(1);
    const [running, waiting] = [new AbortController(), new AbortController()];
    const first = pool.run({ name: 'A', busy: 600_000 }, { ...URGENT, signal: running.signal });
    const second = pool.run({ name: 'B', busy: 1 }, { ...URGENT, signal: waiting.signal });
    const third = pool.run({ name: 'C', busy: 1 }, URGENT);
    waiting.abort();
    await expect(second).rejects.toMatchObject({ status: 499 });
    running.abort();
    await expect(first).rejects.toMatchObject({ status: 499 });
    expect(await third).toBe('C');
    await expect(pool.run({ name: 'D', busy: 1 }, { ...URGENT, signal: waiting.signal })).rejects.toThrow('Stopped');
  });
});
