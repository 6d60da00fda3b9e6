/** A unit a person may read and type lengths in. Inside the core every length is in millimetres. */
export type LengthUnit = 'mm' | 'in';

export const MM_PER_INCH = 25.4;

/** What `parseLength` makes of a typed text: millimetres, or the reason why not, in words for the person who typed. */
export type ParsedLength = { readonly ok: true; readonly mm: number } | { readonly ok: false; readonly reason: string };

const UNIT_IN_MM: Record<string, number> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: MM_PER_INCH,
  inch: MM_PER_INCH,
  inches: MM_PER_INCH,
  '"': MM_PER_INCH,
  '”': MM_PER_INCH,
  '″': MM_PER_INCH,
  ft: 304.8,
  "'": 304.8,
};

/**
 * sign, whole-and-fraction | fraction | decimal, unit. Commas are decimal marks; a plus sign or a space joins whole and
 * fraction.
 */
const LENGTH =
  /^([+-])?\s*(?:(\d+)\s*[+\s]\s*(\d+)\s*\/\s*(\d+)|(\d+)\s*\/\s*(\d+)|(\d+(?:[.,]\d*)?|[.,]\d+))\s*(mm|cm|m|inches|inch|in|ft|"|”|″|')?$/i;

/** The largest length that means anything on a machine bed, and so the largest that is taken: 100 m. */
export const LONGEST_MM = 100_000;

/** No length needs more characters. */
const LONGEST_TEXT = 64;

/**
 * Reads a length as people write it: `12`, `12mm`, `1.5 cm`, `1/8in`, `3.5"`, `2+3/16 in`, `2 3/16"`.
 * @param text what was typed
 * @param bare the unit of a number without one
 */
export function parseLength(text: string, bare: LengthUnit): ParsedLength {
  const trimmed = text.trim();
  if (trimmed === '') return { ok: false, reason: 'Type a length, such as 12, 12 mm or 1/8 in.' };
  // The pattern takes time by the square of the text's length.
  const match = trimmed.length <= LONGEST_TEXT ? LENGTH.exec(trimmed) : null;
  if (!match)
    return {
      ok: false,
      reason: `“${shorten(trimmed)}” is not a length. Type one such as 12, 12 mm, 1/8 in or 2+3/16 in.`,
    };
  const [, sign, whole, numerator, denominator, loneNumerator, loneDenominator, decimal, unit] = match;
  const over = Number(denominator ?? loneDenominator ?? 1);
  if (over === 0) return { ok: false, reason: 'A fraction cannot have 0 below the line.' };
  const value =
    decimal !== undefined
      ? Number(decimal.replace(',', '.'))
      : Number(whole ?? 0) + Number(numerator ?? loneNumerator) / over;
  const mm = value * (UNIT_IN_MM[(unit ?? bare).toLowerCase()] ?? 1) * (sign === '-' ? -1 : 1);
  if (!Number.isFinite(mm) || Math.abs(mm) > LONGEST_MM)
    return { ok: false, reason: `${shorten(trimmed)} is too long: lengths go up to 100 m.` };
  return { ok: true, mm };
}

/**
 * Writes a length as a number with the digits a shop reads: hundredths of a millimetre, thousandths of an inch, no idle
 * zeros.
 * @param mm the length in millimetres
 * @param digits decimals to keep when the default does not fit
 */
export function formatLength(mm: number, unit: LengthUnit, digits = unit === 'mm' ? 2 : 3): string {
  const value = unit === 'mm' ? mm : mm / MM_PER_INCH;
  const text = value.toFixed(digits);
  const plain = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return plain === '-0' ? '0' : plain;
}

/** A length with its unit, as in `12 mm` or `0.472 in`. */
export function lengthWithUnit(mm: number, unit: LengthUnit, digits?: number): string {
  return `${formatLength(mm, unit, digits)} ${unit}`;
}

function shorten(text: string): string {
  return text.length > 24 ? `${text.slice(0, 24)}…` : text;
}
