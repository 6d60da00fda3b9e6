/** Of lists that begin with the same thing, so many are remembered. */
const KEPT = 3;

interface Known<Made> {
  readonly list: readonly object[];
  readonly made: Made;
}

/** What was made of several things, in this order: the last few are known again as long as the first is there. */
export class KnownLists<Made> {
  private readonly known = new WeakMap<object, readonly Known<Made>[]>();

  /** @param holds whether what was made of the same things is what would be made now */
  of<Thing extends object>(
    list: readonly Thing[],
    make: (list: readonly Thing[]) => Made,
    holds: (made: Made) => boolean = () => true,
  ): Made {
    const [first] = list;
    if (!first) return make(list);
    const before = this.known.get(first) ?? [];
    const same = before.find((each) => isSame(each.list, list) && holds(each.made));
    if (same) return same.made;
    const made = make(list);
    this.known.set(first, [{ list, made }, ...before.slice(0, KEPT - 1)]);
    return made;
  }
}

const isSame = (a: readonly object[], b: readonly object[]): boolean =>
  a.length === b.length && a.every((each, i) => each === b[i]);
