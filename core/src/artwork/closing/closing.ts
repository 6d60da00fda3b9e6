import type { Point } from '../../geometry/point.ts';
import type { ClosedLines } from './close-lines.ts';

/** What became of the lines of a file; lengths in mm. */
export interface Closing extends Omit<ClosedLines, 'closed' | 'open'> {
  /** Lines that stay open. */
  readonly open: number;
}

const sumOf = (numbers: readonly number[]): number => numbers.reduce((sum, each) => sum + each, 0);

export const joinClosings = (all: readonly Closing[]): Closing => ({
  joined: all.flatMap(({ joined }) => joined),
  gaps: all.flatMap(({ gaps }) => gaps),
  doubled: all.flatMap(({ doubled }) => doubled),
  overshoots: all.flatMap(({ overshoots }) => overshoots),
  nothing: sumOf(all.map(({ nothing }) => nothing)),
  open: sumOf(all.map(({ open }) => open)),
});

/** The same with its places elsewhere. */
export function placeClosing(closing: Closing, place: (point: Point) => Point): Closing {
  const ends = <T extends { readonly from: Point; readonly to: Point }>(all: readonly T[]): T[] =>
    all.map((each) => ({ ...each, from: place(each.from), to: place(each.to) }));
  const spots = <T extends { readonly at: Point }>(all: readonly T[]): T[] =>
    all.map((each) => ({ ...each, at: place(each.at) }));
  return {
    ...closing,
    joined: ends(closing.joined),
    gaps: ends(closing.gaps),
    doubled: spots(closing.doubled),
    overshoots: spots(closing.overshoots),
  };
}
