/** Points to a cell, about, when all are in. */
const A_CELL = 2;

/** Points in the cells of a grid, put in and taken out, so that the nearest is found without looking at all. */
export class PointGrid {
  private readonly columns: number;
  private readonly rows: number;
  private readonly cell: number;
  private readonly left: number;
  private readonly bottom: number;
  private readonly cells: number[][];
  private size = 0;

  /** @param xs, ys of all points that may be put in, by number */
  constructor(
    private readonly xs: Float64Array,
    private readonly ys: Float64Array,
  ) {
    let [left, bottom, right, top] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let i = 0; i < xs.length; i++) {
      left = Math.min(left, xs[i]!);
      right = Math.max(right, xs[i]!);
      bottom = Math.min(bottom, ys[i]!);
      top = Math.max(top, ys[i]!);
    }
    [this.left, this.bottom] = xs.length > 0 ? [left, bottom] : [0, 0];
    const [width, height] = xs.length > 0 ? [right - left, top - bottom] : [0, 0];
    const most = Math.max(1, xs.length / A_CELL);
    this.cell = Math.max(Math.sqrt((width * height) / most), Math.max(width, height) / most, 1e-9);
    this.columns = Math.floor(width / this.cell) + 1;
    this.rows = Math.floor(height / this.cell) + 1;
    this.cells = Array.from({ length: this.columns * this.rows }, () => []);
  }

  add(point: number): void {
    this.cells[this.cellOf(point)]!.push(point);
    this.size++;
  }

  /** Takes a point out, where it is in. */
  remove(point: number): void {
    const cell = this.cells[this.cellOf(point)]!;
    const at = cell.indexOf(point);
    if (at < 0) return;
    cell[at] = cell.at(-1)!;
    cell.pop();
    this.size--;
  }

  /** @returns the number of the nearest point that is in, -1 where none is */
  nearest(x: number, y: number): number {
    if (this.size === 0) return -1;
    const [column, row] = [this.columnAt(x), this.rowAt(y)];
    let [best, least] = [-1, Infinity];
    const look = (r: number, c: number): void => {
      for (const point of this.cells[r * this.columns + c]!) {
        const [dx, dy] = [this.xs[point]! - x, this.ys[point]! - y];
        const away = dx * dx + dy * dy;
        if (away < least || (away === least && point < best)) [best, least] = [point, away];
      }
    };
    // Ring after ring of cells, until no further one can hold a nearer point.
    for (let ring = 0; ring < this.columns + this.rows; ring++) {
      if (best >= 0 && (ring - 1) * this.cell > Math.sqrt(least)) break;
      const [r0, r1] = [Math.max(0, row - ring), Math.min(this.rows - 1, row + ring)];
      for (let r = r0; r <= r1; r++) {
        const isEnd = r === row - ring || r === row + ring;
        const step = isEnd ? 1 : Math.max(1, 2 * ring);
        for (let c = column - ring; c <= column + ring; c += step) if (c >= 0 && c < this.columns) look(r, c);
      }
    }
    return best;
  }

  /** Calls `visit` for every point that is in the cells about a place. */
  around(x: number, y: number, visit: (point: number) => void): void {
    const [column, row] = [this.columnAt(x), this.rowAt(y)];
    for (let r = Math.max(0, row - 1); r <= Math.min(this.rows - 1, row + 1); r++)
      for (let c = Math.max(0, column - 1); c <= Math.min(this.columns - 1, column + 1); c++)
        this.cells[r * this.columns + c]!.forEach(visit);
  }

  private cellOf(point: number): number {
    return this.rowAt(this.ys[point]!) * this.columns + this.columnAt(this.xs[point]!);
  }

  private columnAt(x: number): number {
    return Math.min(this.columns - 1, Math.max(0, Math.floor((x - this.left) / this.cell)));
  }

  private rowAt(y: number): number {
    return Math.min(this.rows - 1, Math.max(0, Math.floor((y - this.bottom) / this.cell)));
  }
}
