import { joinBounds, moveBounds, type Bounds } from '../geometry/bounds.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { type Contour, moveRegion } from '../geometry/contour.ts';
import { LastFew } from '../geometry/last-few.ts';
import { formRows } from './form-rows.ts';
import { rowAxes, type RowGrid, type RowSpans } from './row-spans.ts';

/** What is swept: a form, and how far it is moved, mm. What is alike and lies elsewhere has the same form. */
export interface Swept {
  readonly form: readonly Contour[];
  readonly dx: number;
  readonly dy: number;
}

/** Its edges, where they lie. */
export const sweptContours = ({ form, dx, dy }: Swept): readonly Contour[] =>
  dx === 0 && dy === 0 ? form : moveRegion(form, dx, dy);

const boxes = new WeakMap<readonly Contour[], Bounds>();

/** The box of it, where it lies. */
export function sweptBounds({ form, dx, dy }: Swept): Bounds {
  let box = boxes.get(form);
  if (!box) boxes.set(form, (box = joinBounds(form.map(contourBounds))));
  return moveBounds(box, dx, dy);
}

/** From where to where it lies across rows, mm. */
export function sweptAcross(
  { form, dx, dy }: Swept,
  { pitch, angle }: Pick<RowGrid, 'pitch' | 'angle'>,
): { readonly low: number; readonly high: number } {
  const { across } = rowAxes(angle);
  const { low, high } = formRows(form, pitch, angle);
  const by = dx * across.x + dy * across.y;
  return { low: low + by, high: high + by };
}

/** From where to where edges lie in each row of a grid. */
export const spansOf = (contours: readonly Contour[], grid: RowGrid): RowSpans =>
  sweptSpans({ form: contours, dx: 0, dy: 0 }, grid, grid.pitch);

/** So many grids are remembered of a thing: one to tell what is swept together, others of what it is swept with. */
const GRIDS = 4;

interface KnownSpans {
  readonly grid: RowGrid;
  readonly pitch: number;
  readonly spans: RowSpans;
}

const spansKnown = new WeakMap<Swept, LastFew<KnownSpans>>();

/**
 * From where to where it lies in each row of a grid, read from its form at the level nearest to the row's middle.
 * @param pitch of the rows that the form is looked at in, mm: that of the grid, or finer
 */
export function sweptSpans(swept: Swept, grid: RowGrid, pitch: number): RowSpans {
  let known = spansKnown.get(swept);
  if (!known) spansKnown.set(swept, (known = new LastFew(GRIDS)));
  return known.of(
    (each) => each.pitch === pitch && isSameGrid(each.grid, grid),
    () => ({ grid, pitch, spans: spansIn(swept, grid, pitch) }),
  ).spans;
}

const isSameGrid = (a: RowGrid, b: RowGrid): boolean => a.low === b.low && a.pitch === b.pitch && a.angle === b.angle;

function spansIn({ form, dx, dy }: Swept, grid: RowGrid, pitch: number): RowSpans {
  const { along, across } = rowAxes(grid.angle);
  const { low, high, levels, least: leasts, most: mosts } = formRows(form, pitch, grid.angle);
  const [alongBy, acrossBy] = [dx * along.x + dy * along.y, dx * across.x + dy * across.y];
  if (low > high) return { first: 0, least: new Float64Array(0), most: new Float64Array(0) };
  // Of the grid's row 0, in the frame of the form.
  const base = grid.low - acrossBy;
  const first = Math.floor((low - base) / grid.pitch + 1e-9);
  const count = Math.max(1, Math.ceil((high - base) / grid.pitch - 1e-9) - first);
  const [least, most] = [new Float64Array(count).fill(Infinity), new Float64Array(count).fill(-Infinity)];
  let isEmpty = true;
  let at = 0;
  for (let row = 0; row < count; row++) {
    const middle = base + (first + row + 0.5) * grid.pitch;
    if (middle < low) continue;
    if (middle >= high) break;
    while (at + 1 < levels.length && levels[at + 1]! - middle < middle - levels[at]!) at++;
    if (mosts[at]! < leasts[at]!) continue;
    least[row] = leasts[at]! + alongBy;
    most[row] = mosts[at]! + alongBy;
    isEmpty = false;
  }
  // What is lower than a row is high, and lies between two, is in one all the same.
  if (isEmpty)
    for (let i = 0; i < levels.length; i++) {
      least[0] = Math.min(least[0]!, leasts[i]! + alongBy);
      most[0] = Math.max(most[0]!, mosts[i]! + alongBy);
    }
  return { first, least, most };
}
