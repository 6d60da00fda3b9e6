import type { MeasureReport, PlaceReport } from '@needlefile/core/job/measure-report';
import type { Bounds } from '@needlefile/core/geometry/bounds';

/** Measures as lines to read: a heading with the limit, then each place with its width, who it is between and where. */
export function measureLines({
  of,
  limits,
  least,
  thin,
  narrow,
  necks,
  islandHolds,
  points,
  counters,
  specks,
}: MeasureReport): string[] {
  return [
    `Measured: the ${of}`,
    ...section('Thinnest place', limits.wall, least.thickness ? [placeLine(least.thickness)] : []),
    ...section('Narrowest gap', limits.gap, least.gap ? [placeLine(least.gap)] : []),
    ...section(`Thin places: ${thin.length}`, limits.wall, thin.map(placeLine)),
    ...section(`Narrow gaps: ${narrow.length}`, limits.gap, narrow.map(placeLine)),
    ...section(
      `Necks between letters: ${necks.length}`,
      limits.neck,
      necks.map(({ between, width, place }) => `${mm(width)}  ${between.join(' to ')}  ${at(place)}`),
    ),
    ...section(
      `Islands by how they hang: ${islandHolds.length}`,
      limits.bridge,
      islandHolds.map(
        ({ name, width, least: narrowest, place }) =>
          `${width === null ? '   hangs on nothing' : mm(width)}  ${name}, ${narrowest.toFixed(3)} mm at its ` +
          `narrowest  ${at(place)}`,
      ),
    ),
    ...(points.length === 0
      ? []
      : [
          `Letters by the points they are joined at: ` +
            `${points.map(({ name, points: count }) => `${name} ${count}`).join(', ')}`,
        ]),
    ...section(
      `Counters: ${counters.length}`,
      limits.counter,
      counters.map(
        ({ name, disc, width, place }) => `${mm(disc)}  ${name}, ${width.toFixed(3)} mm across  ${at(place)}`,
      ),
    ),
    ...section(
      `Specks: ${specks.length}`,
      limits.speck,
      specks.map(({ size, place }) => `${mm(size)}  ${at(place)}`),
    ),
  ];
}

const section = (title: string, limit: number, lines: readonly string[]): string[] => [
  `${title} (limit ${limit.toFixed(2)} mm)`,
  ...lines.map((line) => `  ${line}`),
];
const mm = (value: number): string => `${value.toFixed(3).padStart(8)} mm`;
const at = ({ minX, minY, maxX, maxY }: Bounds): string =>
  `at ${((minX + maxX) / 2).toFixed(1)}, ${((minY + maxY) / 2).toFixed(1)}`;
const placeLine = ({ kind, width, between, place }: PlaceReport): string =>
  `${mm(width)}  ${kind}  ${between.slice(0, 3).join(', ')}  ${at(place)}`;
