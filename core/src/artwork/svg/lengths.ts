/** Units of CSS, in its pixels: 96 to an inch. */
const PX: Record<string, number> = {
  px: 1,
  '': 1,
  mm: 96 / 25.4,
  cm: 96 / 2.54,
  q: 96 / 101.6,
  in: 96,
  pt: 96 / 72,
  pc: 16,
  em: 16,
  rem: 16,
  ex: 8,
};

const LENGTH = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*([a-z%]*)\s*$/i;

/** A length of CSS and its unit, in small letters; null where it is none. */
export function parseCssLength(text: string | undefined): { readonly value: number; readonly unit: string } | null {
  const match = text === undefined ? null : LENGTH.exec(text);
  if (!match) return null;
  const [value, unit] = [Number(match[1]), match[2]!.toLowerCase()];
  return Number.isFinite(value) && (unit === '%' || unit in PX) ? { value, unit } : null;
}

/** The same in user units; a percentage is of `whole`. @returns the fallback where it is no length */
export function userUnits(text: string | undefined, whole: number, fallback = 0): number {
  const length = parseCssLength(text);
  if (!length) return fallback;
  return length.unit === '%' ? (length.value / 100) * whole : length.value * PX[length.unit]!;
}

/** Millimetres to a unit of length that is one in the world; null for pixels, percentages and bare numbers. */
export const mmOf = (unit: string): number | null =>
  ['mm', 'cm', 'q', 'in', 'pt', 'pc'].includes(unit) ? (PX[unit]! / 96) * 25.4 : null;
