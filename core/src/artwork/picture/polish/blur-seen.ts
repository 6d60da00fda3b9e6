import type { Point } from '../../../geometry/point.ts';
import { medianOf } from '../grey-picture.ts';
import { squares } from './least-squares.ts';
import type { Redrawn } from './redrawn.ts';
import { View } from './view.ts';

/** So many pieces tell, and so many looks. */
const [PIECES, LOOKS] = [60, 9];
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** How blurred outlines must be drawn to look most like a picture, pixels, no more than given (golden section). */
export function blurSeen(redrawn: Redrawn, pieces: readonly (readonly Point[])[], most: number): number {
  const every = Math.max(1, Math.floor(pieces.length / PIECES));
  const own = pieces.filter((_, i) => i % every === 0);
  const off = (sigma: number) => {
    const drawn = redrawn.withBlur(sigma);
    return medianOf(own.map((points) => View.of(drawn, points)).map((view) => (view ? squares(view.off(null)) : 1)));
  };
  let [low, high] = [0.15, most];
  let [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
  let [offA, offB] = [off(a), off(b)];
  for (let look = 2; look < LOOKS; look++)
    if (offA < offB) {
      [high, b, offB] = [b, a, offA];
      a = high - GOLDEN * (high - low);
      offA = off(a);
    } else {
      [low, a, offA] = [a, b, offB];
      b = low + GOLDEN * (high - low);
      offB = off(b);
    }
  return (low + high) / 2;
}
