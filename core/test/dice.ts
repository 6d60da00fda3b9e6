/** Numbers from 0 to 1 that look like chance and are the same each time (Numerical Recipes, a linear congruence). */
export function dice(seed: number): () => number {
  let state = seed;
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
}
