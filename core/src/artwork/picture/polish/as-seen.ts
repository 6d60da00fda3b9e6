import type { Point } from '../../../geometry/point.ts';
import { medianOf } from '../grey-picture.ts';
import { squares } from './least-squares.ts';
import type { DrawnAgain } from './drawn-again.ts';
import { View } from './view.ts';

/** So many pieces tell, and so many looks. */
const [PIECES, LOOKS] = [80, 9];
const GOLDEN = (Math.sqrt(5) - 1) / 2;
/** The least blur that is tried, pixels. */
const LEAST_BLUR = 0.15;

/** Outlines as blurred as their picture is, and how far pixels are off then, as a share of the contrast. */
export interface AsSeen {
  readonly drawn: DrawnAgain;
  readonly noise: number;
}

/** How blurred outlines must be drawn to look most like their picture, found by golden section. @param most pixels */
export function asSeen(sharp: DrawnAgain, pieces: readonly (readonly Point[])[], most: number): AsSeen {
  const every = Math.max(1, Math.floor(pieces.length / PIECES));
  const own = pieces.filter((_, i) => i % every === 0);
  const noiseOf = (drawn: DrawnAgain) =>
    medianOf(
      own.map((points) => {
        const off = View.of(drawn, points)?.off;
        return off ? Math.sqrt(squares(off) / off.length) : 1;
      }),
    );
  const noiseAt = (blur: number) => noiseOf(sharp.withBlur(blur));
  let [low, high] = [LEAST_BLUR, most];
  let [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
  let [offA, offB] = [noiseAt(a), noiseAt(b)];
  for (let look = 2; look < LOOKS; look++)
    if (offA < offB) {
      [high, b, offB] = [b, a, offA];
      a = high - GOLDEN * (high - low);
      offA = noiseAt(a);
    } else {
      [low, a, offA] = [a, b, offB];
      b = low + GOLDEN * (high - low);
      offB = noiseAt(b);
    }
  const drawn = sharp.withBlur((low + high) / 2);
  return { drawn, noise: noiseOf(drawn) };
}
