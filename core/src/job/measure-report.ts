import { inReadingOrder } from '../recipe/identity.ts';
import type { Bounds } from '../geometry/bounds.ts';
import { letterName } from '../lettering/naming.ts';
import type { Speck } from '../measure/specks.ts';
import type { Histogram, Pinch } from '../measure/thickness.ts';
import { placeBounds } from '../sheet/placement.ts';
import type { Measures } from './measure-assembly.ts';
import type { AssemblyMeasures } from './measure-job.ts';

/** Figures of thickness of a thing, mm. Places in mm on the sheet. */
export interface MeasureReport {
  readonly of: Measures['of'];
  readonly limits: Measures['limits'];
  readonly least: { readonly thickness: PinchReport | null; readonly gap: PinchReport | null };
  readonly thin: readonly PinchReport[];
  readonly narrow: readonly PinchReport[];
  readonly necks: readonly {
    readonly between: readonly [string, string];
    readonly width: number;
    readonly where: Bounds;
  }[];
  readonly counters: readonly {
    readonly name: string;
    readonly disc: number;
    readonly width: number;
    readonly area: number;
    readonly where: Bounds;
  }[];
  readonly specks: readonly Pick<Speck, 'size' | 'where'>[];
  /**
   * How wide each island's way to the frame is, and at how many points each part of stand-alone lettering is joined.
   */
  readonly islandHolds: readonly (Measures['islandHolds'][number] & { readonly name: string })[];
  readonly points: readonly { readonly name: string; readonly points: number }[];
  /** Area by thickness, mm² for each bar so many mm wide. */
  readonly histograms: { readonly thickness: Histogram; readonly gap: Histogram };
}

export interface PinchReport {
  readonly kind: 'neck' | 'wall';
  readonly width: number;
  readonly length: number;
  readonly where: Bounds;
  readonly between: readonly string[];
}

/** Sums the measures of a thing up. */
export function measureReportOf({ built, measures, placement }: AssemblyMeasures): MeasureReport {
  const { arrangement, hold } = built;
  const name = (id: string) => letterName(id, arrangement.letters);
  const on = (where: Bounds): Bounds => placeBounds(where, placement);
  const pinchOf = ({ kind, width, length, where, between }: Pinch): PinchReport => ({
    kind,
    width,
    length,
    where: on(where),
    between: between.map(name),
  });
  const { thickness, gaps } = measures;
  return {
    of: measures.of,
    limits: measures.limits,
    least: { thickness: thickness.least && pinchOf(thickness.least), gap: gaps.least && pinchOf(gaps.least) },
    thin: thickness.thin.map(pinchOf),
    narrow: gaps.thin.map(pinchOf),
    necks: measures.necks.map(({ a, b, width, where }) => ({
      between: inReadingOrder([a, b]).map(name) as [string, string],
      width,
      where: on(where),
    })),
    counters: measures.counters.map(({ name: letter, disc, width, area, where }) => ({
      name: letter,
      disc,
      width,
      area,
      where: on(where),
    })),
    specks: measures.specks.map(({ size, where }) => ({ size, where: on(where) })),
    islandHolds: measures.islandHolds.map((each, i) => ({
      ...each,
      where: on(each.where),
      name: hold.islands[i]!.name,
    })),
    points: measures.points.map(({ part, points }) => ({ name: name(part), points })),
    histograms: { thickness: thickness.histogram, gap: gaps.histogram },
  };
}
