/** The last few of what was made, the newest first: most of what is asked for is one of them. */
export class LastFew<Made> {
  private made: readonly Made[] = [];

  /** @param most so many are remembered */
  constructor(private readonly most: number) {}

  /** @param is whether what was made is what is asked for */
  of(is: (made: Made) => boolean, make: () => Made): Made {
    const before = this.made.find(is);
    if (before) return before;
    const made = make();
    this.made = [made, ...this.made.slice(0, this.most - 1)];
    return made;
  }
}
