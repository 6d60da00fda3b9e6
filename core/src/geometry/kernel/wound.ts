import { visitPairs } from '../box-pairs.ts';
import { isConnected, type Contour, type Region } from '../contour.ts';
import { hullBounds, segmentHulls, turnsRightOf } from '../contour-facts.ts';
import { hullTable } from '../hull-table.ts';
import { pointAt, portion, tangentAt, type Segment } from '../segment.ts';
import { goesOn } from '../self-crossings.ts';
import { apartByRun, follow } from './joints.ts';
import { NEAR, stretchOf } from './curve-crossings.ts';
import { ContourPair, stretchesOnce, type ContourCrossing, type Crossing } from './region-crossings.ts';
import { combine, crossingsAlong, spaced } from './splice.ts';

/** What rises less than this, mm, goes level. */
const LEVEL = 1e-6;

/** So much of a segment, to either side of a place on it, is no other part of it. */
const HARDLY = 1e-3;

/**
 * The area that closed contours, which may cross each other and themselves, go round more often forwards than
 * backwards (the positive rule), on the curves themselves: found by where they cross, and by how often each run is gone
 * round on its right.
 * @param cut is told the segments that were made by cutting others
 * @returns null where two lines touch, graze or run along each other, so that it takes a sweep on a grid to decide
 */
export function woundRound(contours: readonly Contour[], cut = new Set<Segment>()): Region | null {
  const crossings = allCrossings(contours);
  if (!crossings) return null;
  const crossed = crossingsAlong(contours, crossings);
  const depths: number[] = [];
  for (const [i, own] of crossed.entries()) {
    if (own.reduce((sum, { enters }) => sum + (enters ? 1 : -1), 0) !== 0 || !spaced(own, crossings)) return null;
    const depth = depthAtStart(contours, i, own);
    if (depth === null) return null;
    depths.push(depth);
  }
  const owners = contours.map((_, i) => i);
  const combined = combine('union', { contours, owners, crossings, crossed, depths }, cut);
  // Segments shorter than a hair may have been lost at a crossing.
  return combined?.every((contour) => isConnected(contour)) ? combined : null;
}

/** Every crossing of contours with each other and with themselves; null where one cannot be told for sure. */
function allCrossings(contours: readonly Contour[]): Crossing[] | null {
  // Of each row of the table its contour, and of each contour its first row.
  const owner = new Uint32Array(contours.reduce((sum, { segments }) => sum + segments.length, 0));
  const first = new Uint32Array(contours.length + 1);
  contours.forEach(({ segments }, i) => {
    first[i + 1] = first[i]! + segments.length;
    owner.fill(i, first[i]!, first[i + 1]!);
  });
  if (contours.some(({ segments }) => segments.some(mayLoop))) return null;
  const owners = contours.map((_, i) => i);
  const pairs = new Map<number, ContourPair>();
  const [found, whole] = [[] as Crossing[], stretchesOnce()];
  let certain = true;
  visitPairs(hullTable(contours), NEAR, (a, b) => {
    if (!certain) return;
    const [low, high] = a < b ? [a, b] : [b, a];
    const [i, j] = [owner[low]!, owner[high]!];
    const [m, n] = [low - first[i]!, high - first[j]!];
    if (i === j && apartByRun(contours[i]!.segments, m, n)) return;
    if (i === j && follow(contours[i]!.segments.length, m, n)) {
      certain = false;
      return;
    }
    const key = i * contours.length + j;
    let pair = pairs.get(key);
    if (!pair) pairs.set(key, (pair = new ContourPair(i, j, contours, owners, found)));
    certain = pair.compare(m, n, whole);
  });
  return certain && [...pairs.values()].every((pair) => pair.approachesAccountedFor()) ? found : null;
}

/** Whether a segment may cross itself: it turns by half a turn or more. */
const mayLoop = (segment: Segment): boolean =>
  segment.kind === 'cubic' && !goesOn(segment) && stretchOf(segment).spread >= Math.PI / 2;

/**
 * How often the contours go round what is to the right of the start of one of them: asked at two places along it; null
 * where the two tell different things.
 */
function depthAtStart(contours: readonly Contour[], i: number, own: readonly ContourCrossing[]): number | null {
  const depths = steepest(contours[i]!.segments).map((at) => depthAtStartBy(contours, i, own, at));
  return depths.every((depth) => depth === depths[0]) ? depths[0]! : null;
}

/** The same, asked beside one of its segments. */
function depthAtStartBy(
  contours: readonly Contour[],
  i: number,
  own: readonly ContourCrossing[],
  at: number,
): number | null {
  const looked = contours[i]!.segments[at]!;
  const crossed = own.flatMap(({ segment, t }) => (segment === at ? [t] : []));
  // Half a circle is as high at its end as at its beginning, and goes level in its middle.
  const isLevel = Math.abs(looked.to.y - looked.from.y) < LEVEL;
  const place = widestGap(isLevel ? [...crossed, 0.5].sort((a, b) => a - b) : crossed);
  const p = pointAt(looked, place);
  const rise = tangentAt(looked, place).y;
  if (Math.abs(rise) < LEVEL) return null;
  let depth = rise > 0 ? 0 : -1;
  contours.forEach((contour, j) => {
    const box = hullBounds(contour);
    if (p.y < box.minY || p.y > box.maxY || p.x > box.maxX) return;
    const { hulls } = segmentHulls(contour);
    for (let k = 0; 4 * k < hulls.length; k++) {
      if (hulls[4 * k + 1]! > p.y || hulls[4 * k + 3]! < p.y || hulls[4 * k + 2]! < p.x) continue;
      if (j !== i || k !== at) depth += turnsRightOf(contour.segments[k]!, p);
      else
        for (const part of [portion(looked, 0, place - HARDLY), portion(looked, place + HARDLY, 1)])
          depth += turnsRightOf(part, p);
    }
  });
  for (const { segment, t, enters } of own) if (segment < at || (segment === at && t < place)) depth -= enters ? 1 : -1;
  return depth;
}

/** The middle of the widest stretch from 0 to 1 between places in order. */
function widestGap(places: readonly number[]): number {
  let [middle, widest, last] = [0.5, 0, 0];
  for (const place of [...places, 1]) {
    if (place - last > widest) [middle, widest] = [(place + last) / 2, place - last];
    last = place;
  }
  return middle;
}

/** Of either half of a contour the segment that ends furthest above or below where it begins. */
function steepest(segments: readonly Segment[]): number[] {
  const half = segments.length >> 1;
  const best = [0, half];
  const most = [-1, -1];
  segments.forEach(({ from, to }, i) => {
    const which = i < half ? 0 : 1;
    const rise = Math.abs(to.y - from.y);
    if (rise > most[which]!) [best[which], most[which]] = [i, rise];
  });
  return best;
}
