import type { Run } from './runs.ts';
import type { Skeleton } from './skeleton.ts';

/** Strokes are of one width where the middle three fifths of their discs differ by less than this. */
const ONE_WIDTH = 0.06;
/** And nearly all are hardly thinner than the middle, nor much wider, as they are where strokes merge. */
const [THINNER, WIDER] = [0.05, 0.2];
/** Discs of another width along more than this share are those of another stroke, where that width stays. */
const [OTHER, OFF, EVEN] = [0.1, 0.035, 0.015];

/** What half-widths strokes have: that of the middle of their length, and whether all have about that. */
export interface Widths {
  readonly middle: number;
  readonly isOne: boolean;
}

/** How wide strokes are, by the discs that tell. */
export function widthsOf({ x, y, radius, isTrusted }: Skeleton, runs: readonly Run[]): Widths {
  const told: { radius: number; length: number; slope: number }[] = [];
  for (const { nodes } of runs)
    for (let i = 1; i < nodes.length; i++) {
      const [a, b] = [nodes[i - 1]!, nodes[i]!];
      if (isTrusted[a] !== 1 || isTrusted[b] !== 1) continue;
      const length = Math.hypot(x[b]! - x[a]!, y[b]! - y[a]!);
      const slope = Math.abs(radius[b]! - radius[a]!) / (length || 1);
      told.push({ radius: (radius[a]! + radius[b]!) / 2, length, slope });
    }
  if (told.length === 0) return { middle: 1, isOne: false };
  told.sort((a, b) => a.radius - b.radius);
  const whole = told.reduce((sum, { length }) => sum + length, 0);
  const quantile = (share: number): number => {
    let gone = 0;
    return (told.find(({ length }) => (gone += length) >= share * whole) ?? told.at(-1)!).radius;
  };
  const middle = quantile(0.5);
  const others = told
    .filter((each) => Math.abs(each.radius - middle) > OFF * middle && each.slope < EVEN)
    .reduce((sum, { length }) => sum + length, 0);
  const isOne =
    others < OTHER * whole &&
    quantile(0.8) - quantile(0.2) < ONE_WIDTH * middle &&
    quantile(0.04) > (1 - THINNER) * middle &&
    quantile(0.93) < (1 + WIDER) * middle;
  return { middle, isOne };
}
