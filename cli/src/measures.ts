import type { MeasureReport, PinchReport } from '@needlefile/core/job/measure-report';
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
    ...section('Thinnest place', limits.wall, least.thickness ? [pinchLine(least.thickness)] : []),
    ...section('Narrowest gap', limits.gap, least.gap ? [pinchLine(least.gap)] : []),
    ...section(`Thin places: ${thin.length}`, limits.wall, thin.map(pinchLine)),
    ...section(`Narrow gaps: ${narrow.length}`, limits.gap, narrow.map(pinchLine)),
    ...section(
      `Necks between letters: ${necks.length}`,
      limits.neck,
      necks.map(({ between, width, where }) => `${mm(width)}  ${between.join(' to ')}  ${at(where)}`),
    ),
    ...section(
      `Islands by how they hang: ${islandHolds.length}`,
      limits.bridge,
      islandHolds.map(
        ({ name, width, least: narrowest, where }) =>
          `${width === null ? '   hangs on nothing' : mm(width)}  ${name}, ${narrowest.toFixed(3)} mm at its ` +
          `narrowest  ${at(where)}`,
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
        ({ name, disc, width, where }) => `${mm(disc)}  ${name}, ${width.toFixed(3)} mm across  ${at(where)}`,
      ),
    ),
    ...section(
      `Specks: ${specks.length}`,
      limits.speck,
      specks.map(({ size, where }) => `${mm(size)}  ${at(where)}`),
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
const pinchLine = ({ kind, width, between, where }: PinchReport): string =>
  `${mm(width)}  ${kind}  ${between.slice(0, 3).join(', ')}  ${at(where)}`;
