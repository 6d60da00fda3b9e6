/** Rounds after which levels hardly move any more. */
const ROUNDS = 40;

/**
 * Levels that part the shades of a picture into so many and the ground: halfway between the middles of clusters of
 * shades (k-means in one dimension, Lloyd 1957).
 * @param shades how many pixels are of each of so many shades, the darkest first
 * @param count how many levels
 */
export function levelsFor(shades: readonly number[], count: number): number[] {
  const step = 256 / shades.length;
  let middles = Array.from({ length: count + 1 }, (_, i) => (255 * i) / count);
  const between = (): number[] => middles.slice(1).map((middle, i) => (middle + middles[i]!) / 2);
  for (let round = 0; round < ROUNDS; round++) {
    const levels = between();
    const [sums, counts] = [middles.map(() => 0), middles.map(() => 0)];
    shades.forEach((pixels, i) => {
      const shade = (i + 0.5) * step;
      const own = levels.filter((level) => shade >= level).length;
      sums[own]! += pixels * shade;
      counts[own]! += pixels;
    });
    middles = middles.map((middle, i) => (counts[i]! > 0 ? sums[i]! / counts[i]! : middle));
  }
  return between().map(Math.round);
}
