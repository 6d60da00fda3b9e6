/** Shares of a Gaussian by whole steps from its middle, as far as it tells. */
export function gaussian(sigma: number): Float64Array {
  const reach = Math.max(1, Math.ceil(3 * sigma));
  const weights = Float64Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-((i - reach) ** 2) / (2 * sigma ** 2)),
  );
  const sum = weights.reduce((total, weight) => total + weight, 0);
  return weights.map((weight) => weight / sum);
}

/**
 * Cells blurred by shares of a Gaussian, without the rim of cells that it would reach beyond. Rows that are empty cost
 * nothing: where an outline is tried a little otherwise, most are.
 */
export function blurred(values: Float64Array, width: number, height: number, weights: Float64Array): Float64Array {
  const rim = weights.length - 1;
  const [wide, high] = [width - rim, height - rim];
  const out = new Float64Array(wide * high);
  const row = new Float64Array(wide);
  for (let y = 0; y < height; y++) {
    const first = y * width;
    let isEmpty = true;
    for (let x = first; x < first + width && isEmpty; x++) isEmpty = values[x] === 0;
    if (isEmpty) continue;
    for (let x = 0; x < wide; x++) {
      let sum = 0;
      for (let k = 0; k <= rim; k++) sum += weights[k]! * values[first + x + k]!;
      row[x] = sum;
    }
    for (let to = Math.max(0, y - rim); to <= Math.min(high - 1, y); to++) {
      const [weight, start] = [weights[y - to]!, to * wide];
      for (let x = 0; x < wide; x++) out[start + x]! += weight * row[x]!;
    }
  }
  return out;
}
