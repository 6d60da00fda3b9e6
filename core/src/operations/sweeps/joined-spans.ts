import { joinAllSpans, type RowSpans } from '../../motion/row-spans.ts';

/** Rows of several things, of which any can be left out. */
export class JoinedSpans {
  readonly spans: RowSpans;
  /** Which thing reaches furthest in each row, and how far the next of them does. */
  private readonly leastOf: Int32Array;
  private readonly mostOf: Int32Array;
  private readonly nextLeast: Float64Array;
  private readonly nextMost: Float64Array;

  constructor(private readonly things: readonly RowSpans[]) {
    this.spans = joinAllSpans(things);
    const { first, least, most } = this.spans;
    this.leastOf = new Int32Array(least.length).fill(-1);
    this.mostOf = new Int32Array(least.length).fill(-1);
    this.nextLeast = new Float64Array(least.length).fill(Infinity);
    this.nextMost = new Float64Array(least.length).fill(-Infinity);
    things.forEach((own, k) => {
      for (let i = 0, row = own.first - first; i < own.least.length; i++, row++) {
        if (own.least[i] === least[row] && this.leastOf[row]! < 0) this.leastOf[row] = k;
        else if (own.least[i]! < this.nextLeast[row]!) this.nextLeast[row] = own.least[i]!;
        if (own.most[i] === most[row] && this.mostOf[row]! < 0) this.mostOf[row] = k;
        else if (own.most[i]! > this.nextMost[row]!) this.nextMost[row] = own.most[i]!;
      }
    });
  }

  /** Whether the rows would be shorter without a thing. */
  isOnEdge(thing: number): boolean {
    const { first, least } = this.things[thing]!;
    for (let i = 0, row = first - this.spans.first; i < least.length; i++, row++)
      if (this.leastOf[row] === thing || this.mostOf[row] === thing) return true;
    return false;
  }

  /** The rows of all others. */
  without(thing: number): RowSpans {
    let [from, to] = [Infinity, -Infinity];
    this.things.forEach(({ first, least }, k) => {
      if (k === thing) return;
      from = Math.min(from, first);
      to = Math.max(to, first + least.length);
    });
    const by = from - this.spans.first;
    const least = this.spans.least.slice(by, by + to - from);
    const most = this.spans.most.slice(by, by + to - from);
    for (let i = 0; i < least.length; i++) {
      if (this.leastOf[by + i] === thing) least[i] = this.nextLeast[by + i]!;
      if (this.mostOf[by + i] === thing) most[i] = this.nextMost[by + i]!;
    }
    return { first: from, least, most };
  }
}
