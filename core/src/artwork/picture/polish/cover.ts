import type { Point } from '../../../geometry/point.ts';

/** Cells of one unit, from a corner on: columns to the right, rows up. */
export interface Cells {
  readonly left: number;
  readonly bottom: number;
  readonly width: number;
  readonly height: number;
}

/** Values of cells row by row from the bottom; those that are left out are empty. A row is another's afterwards. */
export type Rows = (visit: (y: number, row: Float64Array) => void) => void;

/**
 * How much of each cell closed rings cover, exactly: each edge adds what lies to the right of it in its own cells, and
 * sums along the rows give the rest. Rings run counter-clockwise round what they cover; so a ring against another, its
 * points in reverse, is the difference of the two.
 */
export class Cover {
  /** Of each row, two cells more: what an edge in the last cell would add beyond it. */
  private readonly changes: Float64Array;
  private readonly stride: number;
  /** Rows that edges are in. */
  private lowest = Infinity;
  private highest = -1;
  private readonly row: Float64Array;

  constructor(private readonly cells: Cells) {
    this.stride = cells.width + 2;
    this.changes = new Float64Array(this.stride * cells.height);
    this.row = new Float64Array(cells.width);
  }

  add(ring: readonly Point[]): void {
    const { left, bottom } = this.cells;
    let from = ring.at(-1)!;
    for (const to of ring) {
      this.edge(from.x - left, from.y - bottom, to.x - left, to.y - bottom);
      from = to;
    }
  }

  /** Nothing is covered. */
  clear(): void {
    if (this.highest >= 0) this.changes.fill(0, this.lowest * this.stride, (this.highest + 1) * this.stride);
    [this.lowest, this.highest] = [Infinity, -1];
  }

  /** The shares of cells. */
  readonly rows: Rows = (visit) => {
    const { width } = this.cells;
    const { row } = this;
    for (let y = this.lowest; y <= this.highest; y++) {
      let sum = 0;
      for (let x = 0, at = y * this.stride; x < width; x++, at++) row[x] = sum += this.changes[at]!;
      visit(y, row);
    }
  };

  private edge(ax: number, ay: number, bx: number, by: number): void {
    if (ay === by) return;
    const { height } = this.cells;
    const [x0, y0, x1, y1] = ay < by ? [ax, ay, bx, by] : [bx, by, ax, ay];
    const [low, high] = [Math.max(0, y0), Math.min(height, y1)];
    if (low >= high) return;
    // Inside lies to the left of an edge that goes up.
    const sign = ay < by ? -1 : 1;
    const slope = (x1 - x0) / (y1 - y0);
    this.lowest = Math.min(this.lowest, Math.floor(low));
    this.highest = Math.max(this.highest, Math.ceil(high) - 1);
    for (let row = Math.floor(low); row < high; row++) {
      const [from, to] = [Math.max(low, row), Math.min(high, row + 1)];
      const [p, q] = [x0 + (from - y0) * slope, x0 + (to - y0) * slope];
      this.span(row * this.stride, Math.min(p, q), Math.max(p, q), sign * (to - from));
    }
  }

  /** An edge within one row, from one place to another further right, that is so high. */
  private span(row: number, from: number, to: number, high: number): void {
    const { width } = this.cells;
    if (from >= width) return;
    if (to <= 0) this.changes[row]! += high;
    else if (from < 0 || to > width) {
      // What lies left of the cells is as good as at their edge; what lies right of them covers none.
      const each = high / (to - from);
      const [a, b] = [Math.max(0, from), Math.min(width, to)];
      this.changes[row]! += each * (a - from);
      this.inside(row, a, b, each * (b - a));
    } else this.inside(row, from, to, high);
  }

  private inside(row: number, from: number, to: number, high: number): void {
    const { changes } = this;
    const [first, last] = [Math.floor(from), Math.floor(to)];
    if (first === last) {
      const share = (from + to) / 2 - first;
      changes[row + first]! += high * (1 - share);
      changes[row + first + 1]! += high * share;
      return;
    }
    // Per cell: how much of it lies to the right of the part of the edge at or left of it.
    const each = high / (to - from);
    let before = 0;
    for (let x = first; x <= last; x++) {
      const [a, b] = [Math.max(from, x) - x, Math.min(to, x + 1) - x];
      const gone = each * (Math.max(from, x) - from);
      const here = gone + each * (b - a) * (1 - (a + b) / 2);
      changes[row + x]! += here - before;
      before = here;
    }
    changes[row + last + 1]! += high - before;
  }
}
