/** Figures and lists as findings say them. */

export const tidy = (value: number, digits = 1): number => Number(value.toFixed(digits));
export const list = (names: readonly string[]): string =>
  names.length <= 4 ? names.join(', ') : `${names.slice(0, 3).join(', ')} and ${names.length - 3} more`;
