import { boundsOfPoints } from '../../../geometry/bounds.ts';
import type { Point } from '../../../geometry/point.ts';
import { RIM, type Shades } from '../grey-picture.ts';
import { Cover, type Cells } from './cover.ts';
import { gaussian } from './spread.ts';

/** Rows that are drawn at once; and what a cell that is all covered is kept as: large pictures have many. */
const [BAND, FULL] = [64, 255];

/** What was traced of a picture, to be drawn again as the picture was: pixels, y up from its bottom left corner. */
export class Redrawn {
  private constructor(
    private readonly shades: Shades,
    /** All cells of the picture and its rim, and how much of each the outlines cover. */
    readonly cells: Cells,
    private readonly shares: Uint8ClampedArray,
    /** How the picture is blurred. */
    readonly weights: Float64Array,
  ) {}

  /** @param blur of a Gaussian, pixels, beside what pixels blur */
  static of(shades: Shades, rings: readonly (readonly Point[])[], blur: number): Redrawn {
    const cells = { left: -RIM, bottom: -RIM, width: shades.width, height: shades.height };
    return new Redrawn(shades, cells, sharesOf(cells, rings), gaussian(blur));
  }

  withBlur(blur: number): Redrawn {
    return new Redrawn(this.shades, this.cells, this.shares, gaussian(blur));
  }

  /** How much of each of some cells is covered; row by row from the bottom. */
  sharesIn(cells: Cells): Float64Array {
    const first = this.indexOf(cells);
    return cut(cells, (x, y) => this.shares[first + y * this.cells.width + x]! / FULL);
  }

  /** The picture's shades in some cells; row by row from the bottom. */
  shadesIn(cells: Cells): Float64Array {
    // The rows of a picture begin at its top.
    const { width, height } = this.cells;
    const first = (height - 1 - (cells.bottom - this.cells.bottom)) * width + cells.left - this.cells.left;
    return cut(cells, (x, y) => this.shades.values[first - y * width + x]!);
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
    cover.shares().forEach((share, i) => {
      this.shares[first + Math.floor(i / width) * all.width + (i % width)]! += FULL * share;
    });
  }

  private indexOf({ left, bottom }: Cells): number {
    return (bottom - this.cells.bottom) * this.cells.width + left - this.cells.left;
  }
}

function sharesOf(cells: Cells, rings: readonly (readonly Point[])[]): Uint8ClampedArray {
  const shares = new Uint8ClampedArray(cells.width * cells.height);
  const boxed = rings.map((ring) => ({ ring, ...boundsOfPoints(ring) }));
  for (let row = 0; row < cells.height; row += BAND) {
    const band = { ...cells, bottom: cells.bottom + row, height: Math.min(BAND, cells.height - row) };
    const cover = new Cover(band);
    for (const { ring, minY, maxY } of boxed)
      if (maxY > band.bottom && minY < band.bottom + band.height) cover.add(ring);
    cover.shares().forEach((share, i) => {
      shares[row * cells.width + i] = FULL * share;
    });
  }
  return shares;
}

function cut({ width, height }: Cells, valueAt: (x: number, y: number) => number): Float64Array {
  const out = new Float64Array(width * height);
  for (let y = 0, at = 0; y < height; y++) for (let x = 0; x < width; x++) out[at++] = valueAt(x, y);
  return out;
}
