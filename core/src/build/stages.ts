import type { Memo } from '../geometry/memo.ts';

/** Letters and groups of letters whose results are kept. */
const PARTS_KEPT = 3000;

/**
 * Remembers what each stage of a build last gave for the inputs it had, so that a change recomputes only what it reaches.
 * Inputs are known by a key: whatever text tells two inputs apart.
 */
export class StageCache {
  private readonly kept = new Map<string, Map<string, unknown>>();
  private readonly parts = new Map<string, Map<string, unknown>>();

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

  /** For what is computed letter by letter: many results are kept at once, the least recently used going first. */
  readonly memo: Memo = (name, key, compute) => {
    let results = this.parts.get(name);
    if (!results) this.parts.set(name, (results = new Map()));
    const known = results.get(key);
    if (known !== undefined) {
      results.delete(key);
      results.set(key, known);
      return known as ReturnType<typeof compute>;
    }
    const result = compute();
    results.set(key, result);
    if (results.size > PARTS_KEPT) results.delete(results.keys().next().value!);
    return result;
  };
}
