import { z } from 'zod';
import { parseLength } from '../../units/length.ts';
import { LIMITS } from './limits.ts';

/**
 * A length in a recipe: a number of millimetres, or a text in any notation people use (`"1/8in"`, `"2+3/16 in"`).
 * @param least smallest allowed, mm
 * @param most largest allowed, mm
 */
export function lengthField(least: number, most: number) {
  return z
    .union([z.number(), z.string()])
    .transform((value, context) => {
      if (typeof value === 'number') return value;
      const parsed = parseLength(value, 'mm');
      if (parsed.ok) return parsed.mm;
      context.addIssue({ code: 'custom', message: parsed.reason });
      return z.NEVER;
    })
    .pipe(z.number().min(least, `must be ${least} mm or more`).max(most, `must be ${most} mm or less`));
}

/** A plain number between two limits. */
export const numberField = (least: number, most: number) =>
  z.number().min(least, `must be ${least} or more`).max(most, `must be ${most} or less`);

/** A length within the limits of what it is. */
export const lengthIn = (name: keyof typeof LIMITS) => lengthField(LIMITS[name].least, LIMITS[name].most);

/** A number within the limits of what it is. */
export const numberIn = (name: keyof typeof LIMITS) => numberField(LIMITS[name].least, LIMITS[name].most);
