import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Dropped, Latest, Overdue } from '../src/worker/latest';

/** Hands that finish when the test says so. */
function workshop() {
  const begun: { request: string; hand: number; finish: (result: string) => void; fail: (error: Error) => void }[] = [];
  const ended: number[] = [];
  let hands = 0;
  const latest = new Latest<string, string>(() => {
    const hand = ++hands;
    return {
      run: (request) => new Promise((finish, fail) => begun.push({ request, hand, finish, fail })),
      end: () => ended.push(hand),
    };
  });
  return { latest, begun, ended };
}

/** What becomes of a promise, as a word. */
const fate = (promise: Promise<string>): Promise<string> =>
  promise.catch((error: Error) => (error instanceof Dropped ? 'dropped' : `failed: ${error.message}`));

describe('the latest first', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('runs one at a time, and of those asked for meanwhile only the newest', async () => {
    const { latest, begun, ended } = workshop();
    const fates = ['a', 'b', 'c'].map((request) => fate(latest.ask(request)));
    expect(begun.map(({ request }) => request)).toEqual(['a']);
    begun[0]!.finish('A');
    expect(await fates[0]).toBe('A');
    expect(await fates[1]).toBe('dropped');
    expect(begun.map(({ request }) => request)).toEqual(['a', 'c']);
    begun[1]!.finish('C');
    expect(await fates[2]).toBe('C');
    expect(ended).toEqual([]);
  });

  it('ends the hand that took longer than it may, and gives the next request a new one', async () => {
    const { latest, begun, ended } = workshop();
    const endless = fate(latest.ask('endless'));
    begun[0]!.fail(new Overdue('given up'));
    expect(await endless).toBe('failed: given up');
    expect(ended).toEqual([1]);
    const next = latest.ask('next');
    expect(begun[1]!.hand).toBe(2);
    begun[1]!.finish('N');
    expect(await next).toBe('N');
  });

  it('cuts off what a newer one has waited for too long, and takes nothing from it any more', async () => {
    const { latest, begun, ended } = workshop();
    const [slow, newer] = [fate(latest.ask('slow')), fate(latest.ask('newer'))];
    vi.advanceTimersByTime(1400);
    expect(ended).toEqual([]);
    vi.advanceTimersByTime(200);
    expect(ended).toEqual([1]);
    expect(await slow).toBe('dropped');
    begun[0]!.finish('too late');
    expect(begun[1]).toMatchObject({ request: 'newer', hand: 2 });
    begun[1]!.finish('NEWER');
    expect(await newer).toBe('NEWER');
  });

  it('leaves alone, however long it takes, what nothing waits for', () => {
    const { latest, ended } = workshop();
    void fate(latest.ask('long'));
    vi.advanceTimersByTime(60_000);
    expect(ended).toEqual([]);
  });

  it('goes on after a failure, with the same hand', async () => {
    const { latest, begun } = workshop();
    const first = fate(latest.ask('a'));
    begun[0]!.fail(new Error('no font'));
    expect(await first).toBe('failed: no font');
    void fate(latest.ask('b'));
    expect(begun[1]).toMatchObject({ request: 'b', hand: 1 });
  });

  it('gives everything up when stopped, and begins anew when asked again', async () => {
    const { latest, begun, ended } = workshop();
    const fates = [fate(latest.ask('a')), fate(latest.ask('b'))];
    latest.stop();
    expect(await Promise.all(fates)).toEqual(['dropped', 'dropped']);
    expect(ended).toEqual([1]);
    void fate(latest.ask('c'));
    expect(begun.at(-1)).toMatchObject({ request: 'c', hand: 2 });
    latest.close();
    expect(ended).toEqual([1, 2]);
  });
});
