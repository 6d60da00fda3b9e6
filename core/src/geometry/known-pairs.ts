/** What was made of two things, in this order: known again as long as both are there. */
export class KnownPairs<Made> {
  private readonly known = new WeakMap<object, WeakMap<object, Made>>();

  of(one: object, other: object, make: () => Made): Made {
    let own = this.known.get(one);
    if (!own) this.known.set(one, (own = new WeakMap()));
    let made = own.get(other);
    if (made === undefined) own.set(other, (made = make()));
    return made;
  }
}
