import type { Point } from '../../geometry/point.ts';
import { neighbours, spansOf, type Near, type Spans } from './near-stops.ts';
import type { StopTable, Tour } from './stops.ts';

/** Stops moved together at most. */
const RUN = 3;
/** A gain smaller than this is none, mm. */
const GAIN = 1e-7;
/** Looks at a stop, for each stop there is, in one descent. */
const MOST_TRIES = 500;
/** Stops in which two runs change places when a tour is shaken. */
const WINDOW = 30;

/**
 * Shortens a tour: runs of one to three stops are put elsewhere, either way about (Or-opt), and longer ones turned
 * about where they stand (2-opt), as long as that gains; then two neighbouring runs change places, what lies at the
 * cuts is shortened again, and the change is kept where the whole is shorter (iterated local search). Nothing is put
 * before what it waits for.
 * @param kicks how often two runs change places; the same number gives the same tour
 */
export function shorten(table: StopTable, tour: Tour, from: Point, kicks: number): Tour {
  const search = new Search(table, tour, from);
  search.descend([...tour.order]);
  search.kick(kicks);
  return { order: search.order, way: search.way };
}

/** A tour being shortened. */
class Search {
  readonly order: Int32Array;
  readonly way: Int32Array;
  private readonly count: number;
  private readonly position: Int32Array;
  private readonly near: readonly Near[];
  private readonly spans: Spans;
  private readonly queued: Uint8Array;
  /** Runs that a stop is the first or the last of: by position, and what is saved without them. */
  private readonly taken = {
    firsts: new Int32Array(2 * RUN),
    lasts: new Int32Array(2 * RUN),
    without: new Float64Array(2 * RUN),
  };
  /** Positions changed since the last kick. */
  private changed = { from: Infinity, to: -1 };

  constructor(
    private readonly table: StopTable,
    tour: Tour,
    private readonly from: Point,
  ) {
    this.count = table.count;
    this.order = tour.order.slice();
    this.way = tour.way.slice();
    this.position = new Int32Array(this.count);
    this.order.forEach((stop, n) => (this.position[stop] = n));
    this.near = neighbours(table);
    this.spans = spansOf(table);
    this.queued = new Uint8Array(this.count);
  }

  /** Shortens until no stop of the queue, nor what was changed for it, gains. @returns mm gained */
  descend(queue: number[]): number {
    let gained = 0;
    for (const stop of queue) this.queued[stop] = 1;
    // Each change gains, so that it comes to an end; how long that may take is bounded all the same.
    for (let tries = MOST_TRIES * this.count; queue.length > 0 && tries > 0; tries--) {
      const stop = queue.pop()!;
      this.queued[stop] = 0;
      const gain = this.improve(stop, queue);
      if (gain === 0) continue;
      gained += gain;
      this.enqueue(this.position[stop]!, queue);
    }
    for (const stop of queue) this.queued[stop] = 0;
    return gained;
  }

  /** Lets neighbouring runs change places, and keeps what is shorter. */
  kick(times: number): void {
    if (this.count < 4) return;
    const [order, way] = [this.order.slice(), this.way.slice()];
    // A plain generator (Lehmer): the same tour for the same job.
    let state = 48_271;
    const random = (below: number): number => (state = (state * 48_271) % 2_147_483_647) % below;
    for (let n = 0; n < times; n++) {
      this.changed = { from: Infinity, to: -1 };
      const window = Math.min(WINDOW, this.count);
      const start = random(this.count - window + 1);
      const [a, b, c] = [0, 1, 2].map(() => start + random(window + 1)).sort((x, y) => x - y) as [
        number,
        number,
        number,
      ];
      if (a === b || b === c || !this.mayMove(a, b - 1, c)) continue;
      const before = this.join(a - 1, a) + this.join(b - 1, b) + this.join(c - 1, c);
      this.moveRun(a, b - 1, c, false);
      const middle = a + (c - b);
      const after = this.join(a - 1, a) + this.join(middle - 1, middle) + this.join(c - 1, c);
      const queue: number[] = [];
      for (const at of [a, middle, c]) this.enqueue(at, queue);
      const gained = before - after + this.descend(queue);
      const { from, to } = this.changed;
      for (let i = from; i <= to; i++) {
        if (gained > GAIN) {
          order[i] = this.order[i]!;
          way[order[i]!] = this.way[order[i]!]!;
        } else {
          this.order[i] = order[i]!;
          this.position[order[i]!] = i;
          this.way[order[i]!] = way[order[i]!]!;
        }
      }
    }
  }

  /** Puts the stops at a position and beside it into the queue. */
  private enqueue(at: number, queue: number[]): void {
    for (let i = Math.max(0, at - 1); i <= Math.min(this.count - 1, at + 1); i++) {
      const stop = this.order[i]!;
      if (this.queued[stop]) continue;
      this.queued[stop] = 1;
      queue.push(stop);
    }
  }

  /** Takes the first change found that gains with a stop. */
  private improve(stop: number, queue: number[]): number {
    const at = this.position[stop]!;
    const runs = this.runsAt(at);
    // Some way between two stops becomes shorter in each change that gains, and is found from one of the two.
    const longest = Math.max(this.join(at - 1, at), this.join(at, at + 1));
    const { others, away } = this.near[stop]!;
    for (let i = 0; i < others.length && away[i]! < longest; i++) {
      const other = others[i]!;
      const gain = this.moveBeside(runs, this.position[other]!, queue) || this.turnTo(stop, other, queue);
      if (gain > 0) return gain;
    }
    return 0;
  }

  /** Fills the list of runs that begin or end at a position and are worth taking out. @returns how many */
  private runsAt(at: number): number {
    const { firsts, lasts, without } = this.taken;
    let runs = 0;
    for (let length = 1; length <= RUN; length++)
      for (let first = at - length + 1; first <= at; first += Math.max(1, length - 1)) {
        const last = first + length - 1;
        if (first < 0 || last >= this.count) continue;
        const saved = this.join(first - 1, first) + this.join(last, last + 1) - this.joinAcross(first, last);
        if (saved <= GAIN) continue;
        firsts[runs] = first;
        lasts[runs] = last;
        without[runs++] = saved;
      }
    return runs;
  }

  /** The runs of the list put before or behind another stop. */
  private moveBeside(runs: number, beside: number, queue: number[]): number {
    // Nothing is made in here: this is asked a million times.
    const { firsts, lasts, without } = this.taken;
    if (runs === 0) return 0;
    const before = this.join(beside - 1, beside);
    const behind = this.join(beside, beside + 1);
    for (let run = 0; run < runs; run++) {
      const [first, last] = [firsts[run]!, lasts[run]!];
      if (beside >= first && beside <= last) continue;
      for (let gap = beside; gap <= beside + 1; gap++) {
        if (gap >= first && gap <= last + 1) continue;
        const gain = this.tryRun(first, last, gap, without[run]! + (gap === beside ? before : behind), queue);
        if (gain > 0) return gain;
      }
    }
    return 0;
  }

  /**
   * A run put into a gap between two positions, as it is or turned about; a stop alone by its best way.
   * @param saved by taking it out and opening the gap, mm
   */
  private tryRun(first: number, last: number, gap: number, saved: number, queue: number[]): number {
    const { order } = this;
    if (first === last) {
      const stop = order[first]!;
      if (saved - this.leastDetour(stop, gap) <= GAIN) return 0;
      const way = this.bestWay(stop, gap);
      const gain = saved - (this.reach(gap - 1, way) + this.leave(way, gap));
      if (gain <= GAIN || !this.mayMove(first, last, gap)) return 0;
      this.enqueue(first, queue);
      this.enqueue(gap, queue);
      this.way[stop] = way;
      this.moveRun(first, last, gap, false);
      return gain;
    }
    const asIs = this.reach(gap - 1, this.way[order[first]!]!) + this.leave(this.way[order[last]!]!, gap);
    const [headBack, tailBack] = [this.backOf(order[last]!), this.backOf(order[first]!)];
    const turned = headBack < 0 || tailBack < 0 ? Infinity : this.reach(gap - 1, headBack) + this.leave(tailBack, gap);
    const isTurned = turned < asIs && this.mayTurn(first, last);
    const gain = saved - (isTurned ? turned : asIs);
    if (gain <= GAIN || !this.mayMove(first, last, gap)) return 0;
    this.enqueue(first, queue);
    this.enqueue(last, queue);
    this.enqueue(gap, queue);
    this.moveRun(first, last, gap, isTurned);
    return gain;
  }

  /** Turns a stretch about, so that a stop and another come to lie beside each other. */
  private turnTo(stop: number, other: number, queue: number[]): number {
    const a = Math.min(this.position[stop]!, this.position[other]!);
    const b = Math.max(this.position[stop]!, this.position[other]!);
    // Behind the first of the two, or from the first to before the second.
    return this.turnIfShorter(a + 1, b, queue) || this.turnIfShorter(a, b - 1, queue);
  }

  private turnIfShorter(first: number, last: number, queue: number[]): number {
    if (last <= first) return 0;
    const head = this.backOf(this.order[last]!);
    const tail = this.backOf(this.order[first]!);
    if (head < 0 || tail < 0) return 0;
    const gain =
      this.join(first - 1, first) +
      this.join(last, last + 1) -
      this.reach(first - 1, head) -
      this.leave(tail, last + 1);
    if (gain <= GAIN || !this.mayTurn(first, last)) return 0;
    this.turn(first, last);
    this.enqueue(first, queue);
    this.enqueue(last, queue);
    return gain;
  }

  /** From what is done at one position to the next, mm; nothing comes behind the last. */
  private join(position: number, next: number): number {
    return next < this.count ? this.reach(position, this.way[this.order[next]!]!) : 0;
  }

  private joinAcross(first: number, last: number): number {
    return last + 1 < this.count ? this.reach(first - 1, this.way[this.order[last + 1]!]!) : 0;
  }

  /** From what is done at a position (-1: where the head comes from) into a way. */
  private reach(position: number, way: number): number {
    const { inX, inY, outX, outY } = this.table;
    const before = position < 0 ? -1 : this.way[this.order[position]!]!;
    const dx = inX[way]! - (before < 0 ? this.from.x : outX[before]!);
    const dy = inY[way]! - (before < 0 ? this.from.y : outY[before]!);
    return Math.sqrt(dx * dx + dy * dy);
  }

  /** From the end of a way to what is done at a position. */
  private leave(way: number, position: number): number {
    if (position >= this.count) return 0;
    const { inX, inY, outX, outY } = this.table;
    const next = this.way[this.order[position]!]!;
    const [dx, dy] = [inX[next]! - outX[way]!, inY[next]! - outY[way]!];
    return Math.sqrt(dx * dx + dy * dy);
  }

  private bestWay(stop: number, gap: number): number {
    let best = -1;
    let least = Infinity;
    for (let k = this.table.first[stop]!; k < this.table.first[stop + 1]!; k++) {
      const added = this.reach(gap - 1, k) + this.leave(k, gap);
      if (added >= least) continue;
      best = k;
      least = added;
    }
    return best;
  }

  /** No way through a stop makes the way from before a gap to behind it shorter than this. */
  private leastDetour(stop: number, gap: number): number {
    const { way, order } = this;
    const { inX, inY, outX, outY } = this.table;
    const { x, y, radius } = this.spans;
    const before = gap > 0 ? way[order[gap - 1]!]! : -1;
    let dx = x[stop]! - (before < 0 ? this.from.x : outX[before]!);
    let dy = y[stop]! - (before < 0 ? this.from.y : outY[before]!);
    const there = Math.max(0, Math.sqrt(dx * dx + dy * dy) - radius[stop]!);
    if (gap >= this.count) return there;
    const next = way[order[gap]!]!;
    dx = inX[next]! - x[stop]!;
    dy = inY[next]! - y[stop]!;
    return there + Math.max(0, Math.sqrt(dx * dx + dy * dy) - radius[stop]!);
  }

  private backOf(stop: number): number {
    return this.table.back[this.way[stop]!]!;
  }

  /** Whether a run may be put into a gap: past nothing that waits for it, nor that it waits for. */
  private mayMove(first: number, last: number, gap: number): boolean {
    const { waiting } = this.table;
    if (gap > last) {
      for (let i = first; i <= last; i++) {
        const next = waiting[this.order[i]!]!;
        if (next >= 0 && this.position[next]! > last && this.position[next]! < gap) return false;
      }
      return true;
    }
    for (let i = gap; i < first; i++) {
      const next = waiting[this.order[i]!]!;
      if (next >= 0 && this.position[next]! >= first && this.position[next]! <= last) return false;
    }
    return true;
  }

  /** Whether a stretch may be turned about: none in it waits for another, and each can be gone the other way. */
  private mayTurn(first: number, last: number): boolean {
    const { waiting } = this.table;
    for (let i = first; i <= last; i++) {
      const stop = this.order[i]!;
      const next = waiting[stop]!;
      if (this.backOf(stop) < 0 || (next >= 0 && this.position[next]! <= last)) return false;
    }
    return true;
  }

  private turn(first: number, last: number): void {
    const { order, way } = this;
    order.subarray(first, last + 1).reverse();
    for (let i = first; i <= last; i++) {
      way[order[i]!] = this.backOf(order[i]!);
      this.position[order[i]!] = i;
    }
    this.note(first, last);
  }

  private moveRun(first: number, last: number, gap: number, isTurned: boolean): void {
    const { order } = this;
    if (isTurned) this.turn(first, last);
    const run = order.slice(first, last + 1);
    const [from, to] = gap > last ? [first, gap - 1] : [gap, last];
    if (gap > last) {
      order.copyWithin(first, last + 1, gap);
      order.set(run, gap - run.length);
    } else {
      order.copyWithin(gap + run.length, gap, first);
      order.set(run, gap);
    }
    for (let i = from; i <= to; i++) this.position[order[i]!] = i;
    this.note(from, to);
  }

  private note(from: number, to: number): void {
    this.changed = { from: Math.min(this.changed.from, from), to: Math.max(this.changed.to, to) };
  }
}
