/** Shares of a Gaussian by whole steps from its middle, as far as it tells. */
export function gaussian(sigma: number): Float64Array {
  const reach = Math.max(1, Math.ceil(3 * sigma));
  const weights = Float64Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-((i - reach) ** 2) / (2 * sigma ** 2)),
  );
  const sum = weights.reduce((total, weight) => total + weight, 0);
  return weights.map((weight) => weight / sum);
}
