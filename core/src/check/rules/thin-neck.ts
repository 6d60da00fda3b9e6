import type { Neck } from '../../measure/necks.ts';
import { RAIL } from '../../recipe/identity.ts';
import type { Recipe } from '../../recipe/schema.ts';
import { isUnder } from '../../shop/limits.ts';
import type { Finding, Mend } from '../finding.ts';
import { findingsOfPlaces, whose } from '../measured-places.ts';
import { thickenAll } from '../mends/thicken.ts';
import type { MeasuredSubject } from '../subjects.ts';
import { tidy } from '../wording.ts';

/** Necks that join two letters too thinly. */
export const thinNecks = ({ necks, limits }: MeasuredSubject): Neck[] =>
  necks.filter(({ width }) => isUnder(width, limits.neck));

/** Letters must be joined by enough. */
export function thinNeck(subject: MeasuredSubject): Finding[] {
  const { recipe, limits } = subject;
  const found = thinNecks(subject);
  const widths = found.map(({ width }) => width);
  return findingsOfPlaces(subject, {
    rule: 'thin neck',
    limit: 'neck',
    found,
    between: ({ a, b }) => [a, b],
    value: ({ width }) => width,
    title: ({ a, b }) => `Thin neck: ${whose([a, b], subject)}`,
    mends: [...closeUp(recipe, found, limits.neck), ...thickenAll(recipe, widths, limits.neck, limits.counter)],
  });
}

function closeUp({ lettering, rail, hold }: Recipe, necks: readonly Neck[], limit: number): Mend[] {
  const worst = Math.min(...necks.filter(({ a, b }) => a !== RAIL && b !== RAIL).map(({ width }) => width));
  if (!Number.isFinite(worst) || rail) return [];
  const spacing = tidy(lettering.letterSpacing - Math.max(0.2, (limit - worst) / 2), 1);
  const byItself: Mend = {
    label: 'Close up what joins too thinly',
    patch: [{ path: ['hold', 'joins', 'closeUp'], value: true }],
  };
  const all: Mend = {
    label: `Close the letters up to ${spacing} mm`,
    patch: [{ path: ['lettering', 'letterSpacing'], value: spacing }],
  };
  return hold.joins.closeUp ? [all] : [byItself, all];
}
