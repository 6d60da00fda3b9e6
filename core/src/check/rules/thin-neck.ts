import type { Neck } from '../../measure/necks.ts';
import { RAIL } from '../../recipe/identity.ts';
import type { LetteringItem, Made } from '../../recipe/schema.ts';
import { isUnder } from '../../shop/limits.ts';
import { inAssembly, inLettering } from '../../recipe/patch.ts';
import type { Finding, Mend } from '../finding.ts';
import { measuredFindings, whose } from '../measured-findings.ts';
import { thickenAll } from '../mends/thicken.ts';
import { letteringOf, type MeasuredSubject } from '../subjects.ts';
import { tidy } from '../wording.ts';

/** Necks that join two letters too thinly. */
export const thinNecks = ({ necks, limits }: MeasuredSubject): Neck[] =>
  necks.filter(({ width }) => isUnder(width, limits.neck));

/** Letters must be joined by enough. */
export function thinNeck(subject: MeasuredSubject): Finding[] {
  const { thing, limits } = subject;
  const items = letteringOf(subject.items);
  const found = thinNecks(subject);
  const widths = found.map(({ width }) => width);
  return measuredFindings(subject, {
    rule: 'thin neck',
    limit: 'neck',
    found,
    between: ({ a, b }) => [a, b],
    value: ({ width }) => width,
    title: ({ a, b }) => `Thin neck: ${whose([a, b], subject)}`,
    mends: [...closeUp(thing, items, found, limits.neck), ...thickenAll(items, widths, limits.neck, limits.counter)],
  });
}

function closeUp({ rail, hold }: Made, items: readonly LetteringItem[], necks: readonly Neck[], limit: number): Mend[] {
  const worst = Math.min(...necks.filter(({ a, b }) => a !== RAIL && b !== RAIL).map(({ width }) => width));
  if (!Number.isFinite(worst) || rail || items.length === 0) return [];
  const closer = ({ letterSpacing }: LetteringItem) => tidy(letterSpacing - Math.max(0.2, (limit - worst) / 2), 1);
  const byItself: Mend = {
    label: 'Close up what joins too thinly',
    patch: inAssembly([{ path: ['hold', 'joins', 'closeUp'], value: true }]),
  };
  const all: Mend = {
    label: items.length === 1 ? `Close the letters up to ${closer(items[0]!)} mm` : 'Close all letters up',
    patch: items.flatMap((item) => inLettering(item.id, { path: ['letterSpacing'], value: closer(item) })),
  };
  return hold.joins.closeUp ? [all] : [byItself, all];
}
