import type { Point } from '../geometry/point.ts';
import { nearStrokes } from './near-strokes.ts';
import { pointAlong, pointsBetween, type MeasuredRing } from './scan-lines.ts';

/** The edge is looked at so often, in spacings; shorter stretches between two that want a stroke get one too. */
const [STEP, GAP] = [0.1, 3];
/** The wall is covered where a stroke comes within half the tool and this share of it. */
const NEAR = 0.1;

/**
 * Stretches of the edge that get a stroke along them, where no stroke covers the wall beyond it: where the edge runs as
 * the lines do, and between lines that end at it. Above half of a ring the whole of it.
 * @param strokes what is drawn already
 */
export function wallStrokes(
  rings: readonly MeasuredRing[],
  strokes: readonly (readonly Point[])[],
  width: number,
  spacing: number,
): Point[][] {
  const radius = width / 2;
  const isCovered = nearStrokes(strokes, radius + NEAR * width);
  return rings.flatMap((ring) => {
    const count = Math.max(8, Math.ceil(ring.length / (STEP * spacing)));
    const stations = Array.from({ length: count }, (_, i) => (ring.length * i) / count);
    const wants = stations.map((place) => !isCovered(wallBeyond(ring, place, radius)));
    const filled = withShortGaps(wants, Math.round(GAP / STEP));
    const wanted = filled.filter(Boolean).length;
    if (wanted === 0) return [];
    if (wanted > count / 2) return [[...ring.points, ring.points[0]!]];
    return runsOf(filled).map(([first, last]) => {
      const [from, to] = [stations[first]! - ring.length / count, stations[last]! + ring.length / count];
      const [start, end] = [(from + ring.length) % ring.length, to % ring.length];
      return [pointAlong(ring, start), ...pointsBetween(ring, start, end, false), pointAlong(ring, end)];
    });
  });
}

/** The wall lies to the right of the edge: outer rings run counter-clockwise, holes clockwise. */
function wallBeyond(ring: MeasuredRing, station: number, radius: number): Point {
  const reach = Math.min(radius / 4, ring.length / 16);
  const [a, p, b] = [pointAlong(ring, station - reach), pointAlong(ring, station), pointAlong(ring, station + reach)];
  const size = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  return { x: p.x + (radius * (b.y - a.y)) / size, y: p.y - (radius * (b.x - a.x)) / size };
}

/** Gaps of no more than so many between two that are wanted are wanted too, round the ring. */
function withShortGaps(wants: readonly boolean[], most: number): boolean[] {
  const count = wants.length;
  const filled = [...wants];
  for (let i = 0; i < count; i++) {
    if (!wants[i]) continue;
    let gap = 1;
    while (gap <= most + 1 && !wants[(i + gap) % count]) gap++;
    if (gap <= most + 1) for (let k = 1; k < gap; k++) filled[(i + k) % count] = true;
  }
  return filled;
}

/** Runs that are wanted, each by its first and last, going over the end of the ring. */
function runsOf(wants: readonly boolean[]): [number, number][] {
  const count = wants.length;
  const runs: [number, number][] = [];
  wants.forEach((wanted, i) => {
    if (!wanted || wants[(i + count - 1) % count]) return;
    let length = 1;
    while (wants[(i + length) % count]) length++;
    runs.push([i, (i + length - 1) % count]);
  });
  return runs;
}
