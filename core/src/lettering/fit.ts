/** Cap heights that are tried, mm: smaller than anything cut, and larger than any sheet. */
const [SMALLEST, LARGEST] = [0.1, 1e4];

/** As near as a size needs to be met, mm. */
const CLOSE = 1e-6;

/**
 * The cap height at which a measure of the lettering (its width, its height) comes to a wanted value. Straight
 * lettering grows evenly with its cap height, so two tries settle it; on a circle the secant goes on.
 * @param measure mm, growing with the cap height
 */
export function capHeightWhere(measure: (capHeight: number) => number, wanted: number): number {
  let [a, b] = [10, 20];
  let [atA, atB] = [measure(a) - wanted, measure(b) - wanted];
  for (let round = 0; round < 12 && Math.abs(atB) > CLOSE && atA !== atB; round++) {
    const next = Math.min(LARGEST, Math.max(SMALLEST, b - (atB * (b - a)) / (atB - atA)));
    if (next === b) break;
    [a, atA] = [b, atB];
    [b, atB] = [next, measure(next) - wanted];
  }
  return Number.isFinite(b) ? b : SMALLEST;
}
