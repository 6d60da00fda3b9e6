import type { Point } from '../../geometry/point.ts';
import type { BridgePlan } from './bridge.ts';

/** Directions tried where any will do: degrees. */
export const ANY = Array.from({ length: 24 }, (_, i) => i * 15);

/** Strokes that lean further than this from upright, degrees, are no longer a letter's slant. */
const STEEPEST = 40;

/** How far around a direction edges count towards it, degrees. */
const SPREAD = 4;

/**
 * The directions, degrees counter-clockwise, in which bridges are wanted first.
 * @param turn degrees that the letter stands turned by
 * @param rings outlines of the island, by which its letter's slant is told
 */
export function wantedDirections(
  direction: BridgePlan['direction'],
  turn: number,
  rings: readonly (readonly Point[])[],
): readonly number[] {
  switch (direction) {
    case 'any':
      return ANY;
    case 'level':
      return [turn, turn + 180];
    case 'upright':
      return [turn + 90, turn + 270];
    case 'along': {
      const slant = slantOf(rings, turn);
      return [turn + 90 + slant, turn + 270 + slant];
    }
  }
}

/**
 * How far the longest edges lean from upright, degrees counter-clockwise: the fullest place of a histogram of edges by
 * direction.
 */
function slantOf(rings: readonly (readonly Point[])[], turn: number): number {
  const bins = new Float64Array(2 * STEEPEST + 1);
  for (const ring of rings) {
    ring.forEach((p, i) => {
      const q = ring[(i + 1) % ring.length]!;
      const angle = (Math.atan2(q.y - p.y, q.x - p.x) * 180) / Math.PI - turn - 90;
      const lean = ((((angle + 90) % 180) + 180) % 180) - 90;
      if (Math.abs(lean) > STEEPEST) return;
      // Nearly upright edges count a little more: a round letter has no slant.
      const size = Math.hypot(q.x - p.x, q.y - p.y) * (1 - Math.abs(lean) / (4 * STEEPEST));
      for (
        let bin = Math.max(-STEEPEST, Math.ceil(lean - SPREAD));
        bin <= Math.min(STEEPEST, Math.floor(lean + SPREAD));
        bin++
      )
        bins[bin + STEEPEST]! += size * (1 - Math.abs(bin - lean) / (SPREAD + 1));
    });
  }
  let best = STEEPEST;
  bins.forEach((size, bin) => {
    if (size > bins[best]! * 1.02) best = bin;
  });
  return best - STEEPEST;
}
