import { LastFew } from './last-few.ts';

/** Of lists that begin with the same thing, so many are remembered. */
const KEPT = 3;

interface Known<Made> {
  readonly list: readonly object[];
  readonly made: Made;
}

/** What was made of several things, in this order: the last few are known again as long as the first is there. */
export class KnownLists<Made> {
  private readonly known = new WeakMap<object, LastFew<Known<Made>>>();

  /** @param holds whether what was made of the same things is what would be made now */
  of(list: readonly object[], make: () => Made, holds: (made: Made) => boolean = () => true): Made {
    const [first] = list;
    if (!first) return make();
    let own = this.known.get(first);
    if (!own) this.known.set(first, (own = new LastFew(KEPT)));
    return own.of(
      (each) => isSame(each.list, list) && holds(each.made),
      () => ({ list, made: make() }),
    ).made;
  }
}

const isSame = (a: readonly object[], b: readonly object[]): boolean =>
  a.length === b.length && a.every((each, i) => each === b[i]);
