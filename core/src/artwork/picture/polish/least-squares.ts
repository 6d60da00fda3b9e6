/** Steps to try at most, and the least share by which one must better the sum to go on. */
const [MOST_STEPS, LEAST_GAIN] = [6, 0.04];
/** How much steps are held back: at first, and by so many times more or less as they fail or succeed; so many tries. */
const [HELD, MORE, LESS, TRIES] = [0.01, 8, 0.3, 3];

export interface Settled {
  readonly numbers: readonly number[];
  /** The sum of squares there. */
  readonly sum: number;
}

/** Differences that depend on some numbers, and how they change with one of them. */
export interface Differences {
  readonly at: (numbers: readonly number[]) => Float64Array;
  readonly slope: (numbers: readonly number[], of: number) => Float64Array;
}

/**
 * Numbers at which the squares of many differences add up to least, near where they begin (Levenberg 1944,
 * Marquardt 1963).
 */
export function leastSquares(start: readonly number[], { at, slope }: Differences): Settled {
  let numbers = [...start];
  let here = at(numbers);
  let sum = squares(here);
  let held = HELD;
  for (let step = 0; step < MOST_STEPS; step++) {
    const slopes = numbers.map((_, k) => slope(numbers, k));
    const rows = slopes.map((one) => [...slopes.map((other) => product(one, other)), product(one, here)]);
    const before = sum;
    for (let tries = 0; tries < TRIES && sum === before; tries++) {
      const by = solved(rows, held);
      const next = by && numbers.map((each, i) => each - by[i]!);
      const there = next && at(next);
      const sumThere = there ? squares(there) : Infinity;
      if (sumThere < sum) [numbers, here, sum, held] = [next!, there!, sumThere, held * LESS];
      else held *= MORE;
    }
    if (sum > before * (1 - LEAST_GAIN)) break;
  }
  return { numbers, sum };
}

export const squares = (values: Float64Array): number => product(values, values);

function product(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
}

/** The step that equations ask for, held back (elimination with pivots); null where it cannot be told. */
function solved(equations: readonly (readonly number[])[], held: number): number[] | null {
  const n = equations.length;
  const rows = equations.map((row, i) => row.map((value, j) => (i === j ? value + held * (value + 1e-6) : value)));
  for (let k = 0; k < n; k++) {
    let pivot = k;
    for (let i = k + 1; i < n; i++) if (Math.abs(rows[i]![k]!) > Math.abs(rows[pivot]![k]!)) pivot = i;
    [rows[k], rows[pivot]] = [rows[pivot]!, rows[k]!];
    if (Math.abs(rows[k]![k]!) < 1e-12) return null;
    for (let i = 0; i < n; i++) {
      if (i === k) continue;
      const share = rows[i]![k]! / rows[k]![k]!;
      for (let j = k; j <= n; j++) rows[i]![j]! -= share * rows[k]![j]!;
    }
  }
  return rows.map((row, k) => row[n]! / row[k]!);
}
