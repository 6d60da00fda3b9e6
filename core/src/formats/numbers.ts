/** A number with at most `digits` decimals and no idle zeros. */
export function decimal(value: number, digits = 4): string {
  const text = value.toFixed(digits);
  const plain = text.includes('.') ? text.replace(/0+$/, '').replace(/\.$/, '') : text;
  return plain === '-0' ? '0' : plain;
}
