import { inReadingOrder } from '../recipe/identity.ts';
import type { Bounds } from '../geometry/bounds.ts';
import { letterName } from '../lettering/naming.ts';
import type { Speck } from '../measure/specks.ts';
import type { Histogram, ThinPlace } from '../measure/thickness.ts';
import { placeBounds } from '../sheet/placement.ts';
import type { Measures } from './measure-assembly.ts';
import type { AssemblyMeasures } from './measure-job.ts';

/** Figures of thickness of a thing, mm. Places in mm on the sheet. */
export interface MeasureReport {
  readonly of: Measures['of'];
  readonly limits: Measures['limits'];
  readonly least: { readonly thickness: PlaceReport | null; readonly gap: PlaceReport | null };
  readonly thin: readonly PlaceReport[];
  readonly narrow: readonly PlaceReport[];
  readonly necks: readonly {
    readonly between: readonly [string, string];
    readonly width: number;
    readonly place: Bounds;
  }[];
  readonly counters: readonly {
    readonly name: string;
    readonly disc: number;
    readonly width: number;
    readonly area: number;
    readonly place: Bounds;
  }[];
  readonly specks: readonly Pick<Speck, 'size' | 'place'>[];
  /**
   * How wide each island's way to the frame is, and at how many points each part of stand-alone lettering is joined.
   */
  readonly islandHolds: readonly (Measures['islandHolds'][number] & { readonly name: string })[];
  readonly points: readonly { readonly name: string; readonly points: number }[];
  /** Area by thickness, mm² for each bar so many mm wide. */
  readonly histograms: { readonly thickness: Histogram; readonly gap: Histogram };
}

export interface PlaceReport {
  readonly kind: 'neck' | 'wall';
  readonly width: number;
  readonly length: number;
  readonly place: Bounds;
  readonly between: readonly string[];
}

/** Sums the measures of a thing up. */
export function measureReportOf({ built, measures, placement }: AssemblyMeasures): MeasureReport {
  const { arrangement, hold } = built;
  const name = (id: string) => letterName(id, arrangement.letters);
  const on = (place: Bounds): Bounds => placeBounds(place, placement);
  const placeOf = ({ kind, width, length, place, between }: ThinPlace): PlaceReport => ({
    kind,
    width,
    length,
    place: on(place),
    between: between.map(name),
  });
  const { thickness, gaps } = measures;
  return {
    of: measures.of,
    limits: measures.limits,
    least: { thickness: thickness.least && placeOf(thickness.least), gap: gaps.least && placeOf(gaps.least) },
    thin: thickness.thin.map(placeOf),
    narrow: gaps.thin.map(placeOf),
    necks: measures.necks.map(({ a, b, width, place }) => ({
      between: inReadingOrder([a, b]).map(name) as [string, string],
      width,
      place: on(place),
    })),
    counters: measures.counters.map(({ name: letter, disc, width, area, place }) => ({
      name: letter,
      disc,
      width,
      area,
      place: on(place),
    })),
    specks: measures.specks.map(({ size, place }) => ({ size, place: on(place) })),
    islandHolds: measures.islandHolds.map((each, i) => ({
      ...each,
      place: on(each.place),
      name: hold.islands[i]!.name,
    })),
    points: measures.points.map(({ part, points }) => ({ name: name(part), points })),
    histograms: { thickness: thickness.histogram, gap: gaps.histogram },
  };
}
