import type { Memo } from '../geometry/memo.ts';
import { isEqual } from './equal.ts';

/** Letters and groups of letters whose results are surely kept: as many again may be. */
const PARTS_KEPT = 3000;

/** What a stage made, how often it was asked for since, and what was made on the way. */
interface Kept {
  result: unknown;
  lastUsed: number;
  readonly within: Kept[];
}

/** Data that were last seen in a place, and what they are called. */
interface Slot {
  readonly value: unknown;
  readonly named: Kept;
}

/**
 * Remembers what each stage of a build made of what it was given, whichever thing it was for: alike things are computed
 * once, and a change of one leaves the others. A result is forgotten when so many builds went by that had no use for
 * it.
 */
export class StageCache {
  /** By stage, and by what it was given. */
  private readonly kept = new Map<string, Map<string, Kept>>();
  private readonly slots = new Map<string, Slot>();
  private readonly parts = new Map<string, Parts>();
  private readonly running: Kept[] = [];
  private builds = 0;
  private names = 0;
  private readonly counts = new Map<string, number>();

  /** @param depth builds that a result outlives its last use: enough for undo and previews to come back at once */
  constructor(private readonly depth = 6) {}

  /**
   * What a stage makes of what it is given, known again by its key: whatever text tells two such apart. Stages may be
   * run within one another; what is kept keeps what was made within it.
   */
  stage<T>(name: string, key: string, compute: () => T): T {
    const counted = () => {
      this.counts.set(name, (this.counts.get(name) ?? 0) + 1);
      return compute();
    };
    return this.keptOf(name, key, counted).result as T;
  }

  private keptOf(name: string, key: string, compute: () => unknown): Kept {
    let all = this.kept.get(name);
    if (!all) this.kept.set(name, (all = new Map<string, Kept>()));
    const known = all.get(key);
    if (known) {
      this.use(known);
      this.running.at(-1)?.within.push(known);
      return known;
    }
    const made: Kept = { result: undefined, lastUsed: this.builds, within: [] };
    this.running.push(made);
    try {
      made.result = compute();
    } finally {
      this.running.pop();
    }
    all.set(key, made);
    this.running.at(-1)?.within.push(made);
    return made;
  }

  /**
   * A short name for plain data, whatever its size: alike data have the same one as long as it is in use.
   * @param slot where such data were seen before: as a rule they are what they were, and comparing costs a third of
   *   writing them out
   * @param own what of them counts
   */
  name<T>(name: string, slot: string, value: T, own: (value: T) => unknown = (all) => all): string {
    const seen = `${name} ${slot}`;
    const last = this.slots.get(seen);
    if (last && isEqual(last.value, value)) this.use(last.named);
    else this.slots.set(seen, { value, named: this.keptOf(name, JSON.stringify(own(value)), () => this.newName()) });
    return this.slots.get(seen)!.named.result as string;
  }

  /** A name that nothing else has. */
  newName(): string {
    return `#${++this.names}`;
  }

  /** How often each stage was run, and not found, since the cache was made. */
  get runs(): ReadonlyMap<string, number> {
    return this.counts;
  }

  /** To be called when a build is done. */
  turn(): void {
    const isOld = ({ lastUsed }: Kept) => this.builds - lastUsed > this.depth;
    for (const all of this.kept.values()) for (const [key, kept] of all) if (isOld(kept)) all.delete(key);
    for (const [seen, { named }] of this.slots) if (isOld(named)) this.slots.delete(seen);
    this.builds++;
  }

  private use(kept: Kept): void {
    if (kept.lastUsed === this.builds) return;
    kept.lastUsed = this.builds;
    for (const each of kept.within) this.use(each);
  }

  /** For what is computed letter by letter: many results are kept at once, those not used for long going first. */
  readonly memo: Memo = (name, key, compute) => {
    let parts = this.parts.get(name);
    if (!parts) this.parts.set(name, (parts = new Parts()));
    const known = parts.get(key);
    if (known !== undefined) return known as ReturnType<typeof compute>;
    const result = compute();
    parts.set(key, result);
    return result;
  };
}

/** What a stage made, and by what it is known again. */
export interface Staged<T> {
  readonly made: T;
  readonly key: string;
}

/**
 * Does a stage, or finds what it made of the same plan after the same stages before.
 * @param after the stages before, whose results it may use
 * @param plan all that the stage is given of the recipe
 */
export function runStage<Plan, T>(
  cache: StageCache,
  name: string,
  after: readonly Staged<unknown>[],
  plan: Plan,
  compute: (plan: Plan) => T,
): Staged<T> {
  const key = after.map((each) => each.key).join() + JSON.stringify(plan);
  // What is made is known by a short name from then on: names of whole plans would add up from stage to stage.
  return cache.stage(name, key, () => ({ made: compute(plan), key: cache.newName() }));
}

/** Results in two generations: those used since the last turn, and those of the turn before, which go with the next. */
class Parts {
  private recent = new Map<string, unknown>();
  private before = new Map<string, unknown>();

  get(key: string): unknown {
    let result = this.recent.get(key);
    if (result === undefined && (result = this.before.get(key)) !== undefined) this.set(key, result);
    return result;
  }

  set(key: string, result: unknown): void {
    if (this.recent.size >= PARTS_KEPT) [this.before, this.recent] = [this.recent, new Map()];
    this.recent.set(key, result);
  }
}
