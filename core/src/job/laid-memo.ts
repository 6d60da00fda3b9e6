import type { AssemblyBuild } from '../assembly/build-assembly.ts';
import { isEqual } from '../assembly/equal.ts';
import type { Placement } from '../sheet/placement.ts';
import type { LaidAssembly } from './build-job.ts';

interface Known<Result> {
  readonly name: string;
  readonly placements: readonly Placement[];
  readonly around: number;
  readonly result: Result;
}

/** What comes of a thing as it lies on the sheet: found again while it lies there as it did, whatever else changes. */
export class LaidMemo<Result> {
  /** By the id of the thing: things that are alike share what they are built of. */
  private readonly known = new WeakMap<AssemblyBuild, Map<string, Known<Result>>>();

  /** @param around what else the result depends on */
  of({ assembly: { id }, name, built, placements }: LaidAssembly, around: number, make: () => Result): Result {
    let own = this.known.get(built);
    if (!own) this.known.set(built, (own = new Map()));
    const before = own.get(id);
    if (before?.name === name && before.around === around && isEqual(before.placements, placements))
      return before.result;
    const result = make();
    own.set(id, { name, placements, around, result });
    return result;
  }
}
