import { scale, type Point } from '../../geometry/point.ts';
import type { ClosedLines, Gap } from './close-lines.ts';
import type { CrossedLine } from './crossed-lines.ts';
import type { DoubledRun } from './doubled.ts';
import type { Overshoot } from './overshoots.ts';
import type { FileSpeck } from './specks.ts';

/** Where something is in the file: by that it is known again. Of what has no two ends both places are the same. */
export interface InFile {
  readonly inFile: { readonly layer: string; readonly from: Point; readonly to: Point };
}

export interface FileGap extends Gap, InFile {}

/** What became of the lines of a file; lengths in mm. */
export interface Closing {
  /** Lines of no length. */
  readonly nothing: number;
  readonly doubled: readonly (DoubledRun & InFile)[];
  readonly nearly: readonly (DoubledRun & InFile)[];
  readonly overshoots: readonly (Overshoot & InFile)[];
  readonly crossed: readonly (CrossedLine & InFile)[];
  readonly specks: readonly (FileSpeck & InFile)[];
  /** Decisions of what is not there, by their places among all. */
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
  nearly: all.flatMap(({ nearly }) => nearly),
  overshoots: all.flatMap(({ overshoots }) => overshoots),
  crossed: all.flatMap(({ crossed }) => crossed),
  specks: all.flatMap(({ specks }) => specks),
  lost: all.flatMap(({ lost }) => lost),
  nothing: sumOf(all.map(({ nothing }) => nothing)),
  open: sumOf(all.map(({ open }) => open)),
});

/** What was found in one layer of a file. */
export interface LayerFaults extends Omit<ClosedLines, 'closed' | 'lost'> {
  readonly crossed: readonly CrossedLine[];
  readonly specks: readonly FileSpeck[];
  /** Decisions of what is not there, by their places among all. */
  readonly lost: readonly number[];
}

/** What became of the lines of one layer of a file that was taken so many times as large. */
export function closingOf(faults: LayerFaults, layer: string, factor: number): Closing {
  const { joined, gaps, doubled, nearly, overshoots, crossed, specks, nothing, open, lost } = faults;
  const there = (from: Point, to: Point): InFile => ({
    inFile: { layer, from: scale(from, 1 / factor), to: scale(to, 1 / factor) },
  });
  const ends = (gap: Gap): FileGap => ({ ...gap, ...there(gap.from, gap.to) });
  const spot = <T extends { readonly at: Point }>(each: T): T & InFile => ({ ...each, ...there(each.at, each.at) });
  return {
    joined: joined.map(ends),
    gaps: gaps.map(ends),
    doubled: doubled.map(spot),
    nearly: nearly.map(spot),
    overshoots: overshoots.map(spot),
    crossed: crossed.map(spot),
    specks: specks.map(spot),
    ...{ nothing, lost, open: open.length },
  };
}

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
    nearly: spots(closing.nearly),
    overshoots: spots(closing.overshoots),
    crossed: spots(closing.crossed).map((each) => ({ ...each, places: each.places.map(place) })),
    specks: spots(closing.specks),
  };
}
