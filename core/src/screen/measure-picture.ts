import type { Finding } from '../check/finding.ts';
import type { Bounds } from '../geometry/bounds.ts';
import type { Build } from '../job/build-job.ts';
import type { AssemblyMeasures, JobMeasures } from '../job/measure-job.ts';
import { measureReportOf, type MeasureReport } from '../job/measure-report.ts';
import type { Thickness, ThicknessDisc } from '../measure/thickness.ts';
import { placePoint, type Placement } from '../sheet/placement.ts';
import { downFrom } from './down.ts';

/** Measures as the screen needs them: places and path data with y down from the sheet's top edge, mm. Plain data. */
export interface MeasurePicture {
  readonly assemblies: readonly AssemblyMeasurePicture[];
  readonly findings: readonly Finding[];
}

/** Measures of a thing, where the first of its copies lies. */
export interface AssemblyMeasurePicture {
  readonly id: string;
  readonly report: MeasureReport;
  readonly maps: { readonly thickness: readonly ThicknessBand[]; readonly gap: readonly ThicknessBand[] };
}

/** All discs of one band of thickness, as one path of circles. */
export interface ThicknessBand {
  /** From so many times the limit. */
  readonly from: number;
  readonly path: string;
}

/** Where the bands of the map begin, in times the limit. */
const BANDS = [0, 0.5, 1, 1.5, 2, 3, 5];

/** Discs larger than this many times the limit add nothing to the map but ink. */
const WIDEST = 12;

export function measurePictureOf({ sheet: { height } }: Build, measures: JobMeasures): MeasurePicture {
  const down = downFrom(height);
  return {
    assemblies: measures.assemblies.map((each) => assemblyPicture(each, height)),
    findings: measures.findings.map((finding) => ({ ...finding, where: finding.where && down(finding.where) })),
  };
}

function assemblyPicture(taken: AssemblyMeasures, height: number): AssemblyMeasurePicture {
  const down = downFrom(height);
  const lowered = <T extends { readonly where: Bounds }>(each: T): T => ({ ...each, where: down(each.where) });
  const report = measureReportOf(taken);
  const { thickness, gap } = report.least;
  const { measures, placement } = taken;
  return {
    id: taken.id,
    report: {
      ...report,
      least: { thickness: thickness && lowered(thickness), gap: gap && lowered(gap) },
      thin: report.thin.map(lowered),
      narrow: report.narrow.map(lowered),
      necks: report.necks.map(lowered),
      counters: report.counters.map(lowered),
      specks: report.specks.map(lowered),
      islandHolds: report.islandHolds.map(lowered),
    },
    maps: {
      thickness: bandsOf(measures.thickness, measures.limits.wall, placement, height),
      gap: bandsOf(measures.gaps, measures.limits.gap, placement, height),
    },
  };
}

/** Thick ones first, so that what is thin is drawn over them. */
function bandsOf({ discs }: Thickness, limit: number, placement: Placement, height: number): ThicknessBand[] {
  const paths = BANDS.map((): string[] => []);
  for (const disc of discs) {
    const times = (2 * disc.radius) / limit;
    if (times > WIDEST) continue;
    paths[BANDS.filter((from) => times >= from).length - 1]!.push(
      circlePath({ ...placePoint(disc, placement), radius: disc.radius }, height),
    );
  }
  return BANDS.map((from, i) => ({ from, path: paths[i]!.join('') }))
    .filter(({ path }) => path !== '')
    .reverse();
}

function circlePath({ x, y, radius }: ThicknessDisc, height: number): string {
  const r = radius.toFixed(2);
  return (
    `M${(x - radius).toFixed(2)} ${(height - y).toFixed(2)}a${r} ${r} 0 1 0 ${(2 * radius).toFixed(2)} ` +
    `0a${r} ${r} 0 1 0 ${(-2 * radius).toFixed(2)} 0z`
  );
}
