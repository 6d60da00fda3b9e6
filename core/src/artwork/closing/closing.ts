import { scale, type Point } from '../../geometry/point.ts';
import type { ClosedLines, Gap } from './close-lines.ts';

/** A gap, and where its ends are in the file: by that it is known again. */
export interface FileGap extends Gap {
  readonly inFile: { readonly layer: string; readonly from: Point; readonly to: Point };
}

/** What became of the lines of a file; lengths in mm. */
export interface Closing extends Omit<ClosedLines, 'closed' | 'open' | 'joined' | 'gaps' | 'lost'> {
  /** Decisions of gaps that are not there, by their places among all. */
  readonly lost: readonly number[];
  readonly joined: readonly FileGap[];
  readonly gaps: readonly FileGap[];
  /** Lines that stay open. */
  readonly open: number;
}

const sumOf = (numbers: readonly number[]): number => numbers.reduce((sum, each) => sum + each, 0);

export const joinClosings = (all: readonly Closing[]): Closing => ({
  joined: all.flatMap(({ joined }) => joined),
  gaps: all.flatMap(({ gaps }) => gaps),
  doubled: all.flatMap(({ doubled }) => doubled),
  overshoots: all.flatMap(({ overshoots }) => overshoots),
  lost: all.flatMap(({ lost }) => lost),
  nothing: sumOf(all.map(({ nothing }) => nothing)),
  open: sumOf(all.map(({ open }) => open)),
});

/** Gaps of a layer of a file that was taken so many times as large. */
export const inFileAt = (gaps: readonly Gap[], layer: string, factor: number): FileGap[] =>
  gaps.map((gap) => ({ ...gap, inFile: { layer, from: scale(gap.from, 1 / factor), to: scale(gap.to, 1 / factor) } }));

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
