import type { Memo } from '../geometry/memo.ts';

/** Letters and groups of letters whose results are surely kept: as many again may be. */
const PARTS_KEPT = 3000;

/** What a stage made, how often it was asked for since, and what was made on the way. */
interface Kept {
  result: unknown;
  lastUsed: number;
  readonly within: Kept[];
}

/**
 * Remembers what each stage of a build made of what it was given, whichever thing it was for: alike things are computed
 * once, and a change of one leaves the others. A result is forgotten when so many builds went by that had no use for
 * it.
 */
export class StageCache {
  private readonly kept = new Map<string, Kept>();
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
    const place = `${name} ${key}`;
    const known = this.kept.get(place);
    if (known) {
      this.use(known);
      this.running.at(-1)?.within.push(known);
      return known.result as T;
    }
    this.counts.set(name, (this.counts.get(name) ?? 0) + 1);
    const made: Kept = { result: undefined, lastUsed: this.builds, within: [] };
    this.running.push(made);
    try {
      made.result = compute();
    } finally {
      this.running.pop();
    }
    this.kept.set(place, made);
    this.running.at(-1)?.within.push(made);
    return made.result as T;
  }

  /** A short name for a long key: the same one as long as it is in use. */
  name(name: string, key: string): string {
    return this.stage(name, key, () => this.newName());
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
    for (const [place, { lastUsed }] of this.kept) if (this.builds - lastUsed > this.depth) this.kept.delete(place);
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
