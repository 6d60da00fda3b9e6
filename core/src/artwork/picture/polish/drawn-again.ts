import { boundsOfPoints } from '../../../geometry/bounds.ts';
import type { Point } from '../../../geometry/point.ts';
import { gaussian } from '../gaussian.ts';
import { RIM, type Shades } from '../grey-picture.ts';
import { Cover, type Cells, type Rows } from './cover.ts';

/** Rows that are drawn at once; and what a cell that is all covered is kept as: large pictures have many. */
const [BAND, FULL] = [64, 255];

/** What was traced of a picture, to be drawn again as the picture was: pixels, y up from its bottom left corner. */
export class DrawnAgain {
  private constructor(
    private readonly shades: Shades,
    /** All cells of the picture and its rim, and how much of each the outlines cover. */
    readonly cells: Cells,
    private readonly shares: Uint8ClampedArray,
    /** How the picture is blurred. */
    readonly weights: Float64Array,
  ) {}

  /** @param blur of a Gaussian, pixels, beside what pixels blur */
  static of(shades: Shades, rings: readonly (readonly Point[])[], blur: number): DrawnAgain {
    const cells = { left: -RIM, bottom: -RIM, width: shades.width, height: shades.height };
    return new DrawnAgain(shades, cells, sharesOf(cells, rings), gaussian(blur));
  }

  /** The same outlines, blurred otherwise: what changes in one changes in both. */
  withBlur(blur: number): DrawnAgain {
    return new DrawnAgain(this.shades, this.cells, this.shares, gaussian(blur));
  }

  /** How much of each of some cells is covered. */
  rowsIn(cells: Cells): Rows {
    const first = this.indexOf(cells);
    return (visit) => {
      const row = new Float64Array(cells.width);
      for (let y = 0; y < cells.height; y++) {
        const start = first + y * this.cells.width;
        for (let x = 0; x < cells.width; x++) row[x] = this.shares[start + x]! / FULL;
        visit(y, row);
      }
    };
  }

  /** The picture's shades in some cells, row by row from the bottom. */
  shadesIn({ left, bottom, width, height }: Cells): Float64Array {
    const all = this.cells;
    const out = new Float64Array(width * height);
    for (let y = 0, to = 0; y < height; y++) {
      // The rows of a picture begin at its top.
      let from = (all.height - 1 - (bottom - all.bottom + y)) * all.width + left - all.left;
      for (let x = 0; x < width; x++) out[to++] = this.shades.values[from++]!;
    }
    return out;
  }

  /** An outline takes another course. @param change that course and then the old one in reverse, as a ring */
  change(change: readonly Point[]): void {
    const { minX, minY, maxX, maxY } = boundsOfPoints(change);
    const all = this.cells;
    const [left, bottom] = [Math.max(all.left, Math.floor(minX)), Math.max(all.bottom, Math.floor(minY))];
    const width = Math.min(all.left + all.width, Math.ceil(maxX)) - left;
    const height = Math.min(all.bottom + all.height, Math.ceil(maxY)) - bottom;
    if (width <= 0 || height <= 0) return;
    const cells = { left, bottom, width, height };
    const cover = new Cover(cells);
    cover.add(change);
    const first = this.indexOf(cells);
    cover.rows((y, row) => row.forEach((share, x) => (this.shares[first + y * all.width + x]! += FULL * share)));
  }

  private indexOf({ left, bottom }: Cells): number {
    return (bottom - this.cells.bottom) * this.cells.width + left - this.cells.left;
  }
}

function sharesOf(cells: Cells, rings: readonly (readonly Point[])[]): Uint8ClampedArray {
  const shares = new Uint8ClampedArray(cells.width * cells.height);
  const boxed = rings.map((ring) => ({ ring, ...boundsOfPoints(ring) }));
  for (let first = 0; first < cells.height; first += BAND) {
    const band = { ...cells, bottom: cells.bottom + first, height: Math.min(BAND, cells.height - first) };
    const cover = new Cover(band);
    for (const { ring, minY, maxY } of boxed)
      if (maxY > band.bottom && minY < band.bottom + band.height) cover.add(ring);
    cover.rows((y, row) => {
      const start = (first + y) * cells.width;
      for (let x = 0; x < cells.width; x++) shares[start + x] = FULL * row[x]!;
    });
  }
  return shares;
}
