/** Letters of faces, traced: judged by what a hand writes them with. */
import { joinBounds } from '../../core/src/geometry/bounds.ts';
import { flatten, type Contour, type Region } from '../../core/src/geometry/contour.ts';
import {
  contourArea,
  contourBounds,
  contourLength,
  regionArea,
  regionContains,
} from '../../core/src/geometry/contour-facts.ts';
import { directionAt } from '../../core/src/geometry/fit-offset.ts';
import { distance, distanceToSpan, mix, type Point } from '../../core/src/geometry/point.ts';
import { thickened } from '../../core/test/thickened.ts';
import type { FaceCase } from './cases.ts';
import { featuresOf, polylineOf, type Polyline } from './features.ts';

/** What is said of each of some letters. */
const ofEach = <Said>(table: readonly (readonly [letters: string, said: Said])[]): ReadonlyMap<string, Said> =>
  new Map(table.flatMap(([letters, said]) => [...letters].map((letter) => [letter, said] as const)));

/** The free ends that a letter may have, where serifs are left out. */
const ENDS = ofEach<readonly number[]>([
  ['BDOo08', [0]],
  ['g', [0, 1, 2]],
  ['Pe69', [1]],
  ['Qabdpq', [1, 2]],
  ['ACIJLMNRSUVWZcijlsvwz257', [2]],
  ['Gnru3', [2, 3]],
  ['14&', [2, 3, 4]],
  ['EFTYhy', [3]],
  ['mt', [3, 4]],
  ['HKXfkx', [4]],
]);

/** The corners that a letter may have, where a face rounds them off; others none. */
const CORNERS = ofEach([
  ['AFGLPRVYabdeknruvy1237', 1],
  ['DENZmz45', 2],
  ['BMWw', 3],
]);

/** A stroke turns at a node by more than a hand would see, degrees. */
const BREAK = 12;
/** Edges turn by more at a corner, degrees; a stroke may have one within so many widths of that. */
const [EDGE_CORNER, ABOUT_CORNER] = [20, 1.3];
/** Strokes as wide as this share of the letter's own go round as many holes. */
const DRAWN = 0.3;
/** So much of a letter lies in the widest discs about points of its strokes; of one with serifs. */
const [REACHED, REACHED_WITHIN] = [0.86, 0.75];
/** Ends stop no further than this before the edge, widths. */
const SHORT = 0.75;

/** What is wrong with the strokes of a letter, in words; none: it is without fault. */
export function faultsOf({ letter, region, hasSerifs }: FaceCase, strokes: readonly Contour[]): string[] {
  const edge = region.reduce((sum, contour) => sum + contourLength(contour), 0);
  const width = (2 * regionArea(region)) / edge;
  const step = 0.03 * width;
  const lines = strokes.filter((stroke) => contourLength(stroke) > 2 * step).map((each) => polylineOf(each, step));
  const told = featuresOf(lines, width);
  const faults: string[] = [];
  const expected = ENDS.get(letter)!;
  const ends = told.ends.length;
  // Serifs that are strokes have ends of their own.
  if (hasSerifs ? ends < Math.min(...expected) : !expected.includes(ends)) faults.push(`${ends} ends`);
  const drawn = thickened(strokes, { width: DRAWN * width });
  if (holesIn(region) !== holesIn(drawn)) faults.push(`goes round ${holesIn(drawn)} of ${holesIn(region)} holes`);
  const [pieces, parts] = [region.length - holesIn(region), drawn.length - holesIn(drawn)];
  if (parts !== pieces) faults.push(`in ${parts} parts for ${pieces}`);
  const corners = [...cornersOf(region), ...told.tees, ...told.meetings, ...told.crossings];
  const kinks = strokes
    .flatMap((stroke) => breaksOf(stroke, BREAK))
    .filter((at) => corners.every((corner) => distance(corner, at) > ABOUT_CORNER * width));
  if (kinks.length > (CORNERS.get(letter) ?? 0)) faults.push(`${kinks.length} kinks`);
  const reached = reachOf(region, strokes, width);
  if (reached < (hasSerifs ? REACHED_WITHIN : REACHED)) faults.push(`reaches ${(100 * reached).toFixed(0)} %`);
  const isShort = lines.some((line) => stopsShort(line, told.ends, region, width));
  if (isShort) faults.push('stops short');
  return faults;
}

const holesIn = (region: Region): number => region.filter((contour) => contourArea(contour) < 0).length;

/** Where a contour turns at a node by more than so many degrees. */
function breaksOf({ segments, closed }: Contour, least: number): Point[] {
  return segments.flatMap((segment, i) => {
    const next = segments[i + 1] ?? (closed ? segments[0] : undefined);
    if (!next) return [];
    const [u, v] = [directionAt(segment, 1), directionAt(next, 0)];
    const turn = (Math.atan2(u.x * v.y - u.y * v.x, u.x * v.x + u.y * v.y) * 180) / Math.PI;
    return Math.abs(turn) > least ? [segment.to] : [];
  });
}

const cornersOf = (region: Region): Point[] => region.flatMap((contour) => breaksOf(contour, EDGE_CORNER));

/** The share of a letter that lies in the widest discs about points of its strokes. */
function reachOf(region: Region, strokes: readonly Contour[], width: number): number {
  const rings = region.map((contour) => flatten(contour, 0.01 * width));
  const spans = rings.flatMap((ring) => ring.map((p, i): [Point, Point] => [p, ring[(i + 1) % ring.length]!]));
  const discs = strokes
    .flatMap((stroke) => polylineOf(stroke, 0.1 * width).points)
    .filter((at) => regionContains(region, at))
    .map((at) => ({ at, radius: 1.02 * Math.min(...spans.map(([a, b]) => distanceToSpan(at, a, b))) }));
  const { minX, minY, maxX, maxY } = joinBounds(region.map(contourBounds));
  let [inside, reached] = [0, 0];
  for (let x = minX; x < maxX; x += width / 8)
    for (let y = minY; y < maxY; y += width / 8) {
      if (!regionContains(region, { x, y })) continue;
      inside++;
      if (discs.some(({ at, radius }) => distance(at, { x, y }) <= radius)) reached++;
    }
  return reached / inside;
}

/** Whether one of the free ends of a line goes on in the letter for long. */
function stopsShort({ points, closed }: Polyline, ends: readonly Point[], region: Region, width: number): boolean {
  if (closed) return false;
  return [points, [...points].reverse()].some((way) => {
    const [end, before] = [way[0]!, way[Math.min(4, way.length - 1)]!];
    if (!ends.includes(end)) return false;
    const long = distance(before, end);
    return [0.2, 0.4, 0.6, 0.8, 1].every((share) =>
      regionContains(region, mix(end, before, (-share * SHORT * width) / long)),
    );
  });
}
