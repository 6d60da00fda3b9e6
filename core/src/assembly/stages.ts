import type { Memo } from '../geometry/memo.ts';

/** Letters and groups of letters whose results are surely kept: as many again may be. */
const PARTS_KEPT = 3000;

/**
 * Remembers what each stage of a build last gave for the inputs it had, so that a change recomputes only what it
 * reaches. Inputs are known by a key: whatever text tells two inputs apart.
 */
export class StageCache {
  private readonly kept = new Map<string, Map<string, unknown>>();
  private readonly parts = new Map<string, Parts>();

  /** @param depth results remembered per stage: enough for undo and previews to come back at once */
  constructor(private readonly depth = 6) {}

  stage<T>(name: string, key: string, compute: () => T): T {
    let results = this.kept.get(name);
    if (!results) this.kept.set(name, (results = new Map()));
    if (results.has(key)) {
      const known = results.get(key) as T;
      // Moved to the end: the least recently used goes first.
      results.delete(key);
      results.set(key, known);
      return known;
    }
    const result = compute();
    results.set(key, result);
    if (results.size > this.depth) results.delete(results.keys().next().value!);
    return result;
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
 * @param after the stage before, whose results it may use
 * @param plan all that the stage is given of the recipe: its key
 */
export function runStage<Plan, T>(
  cache: StageCache,
  name: string,
  after: Staged<unknown> | null,
  plan: Plan,
  compute: (plan: Plan) => T,
): Staged<T> {
  const key = (after?.key ?? '') + JSON.stringify(plan);
  return { made: cache.stage(name, key, () => compute(plan)), key };
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
