import { MAKES } from '../../makes/makes.ts';
import type { Counter } from '../../measure/counters.ts';
import type { LetteringItem } from '../../recipe/schema.ts';
import { isUnder } from '../../shop/limits.ts';
import { itemOf, withinItem } from '../../recipe/identity.ts';
import { inLettering } from '../../recipe/patch.ts';
import type { Finding, Mend } from '../finding.ts';
import { measuredFindings } from '../measured-findings.ts';
import { largeEnough } from '../mends/larger-lettering.ts';
import { lackOnEachSide } from '../mends/thicken.ts';
import { letteringOf, type MeasuredSubject } from '../subjects.ts';
import { tidy } from '../wording.ts';

/** Counters must stay open. What is cut through a plate has islands in place of counters. */
export function filledCounter(subject: MeasuredSubject): Finding[] {
  const { thing, limits } = subject;
  const items = letteringOf(subject.items);
  if (MAKES[thing.make].letters === 'opening') return [];
  const found = subject.counters.filter(({ disc }) => isUnder(disc, limits.counter));
  const widths = found.map(({ disc }) => disc);
  return measuredFindings(subject, {
    rule: 'filled counter',
    limit: 'counter',
    found,
    between: ({ letter }) => [letter],
    value: ({ disc }) => disc,
    title: ({ name }) => `Counter fills: ${name}`,
    mends: [...openThose(items, found, limits.counter), ...largeEnough(items, widths, limits.counter)],
  });
}

/** Opening just the counters that would fill. */
function openThose(items: readonly LetteringItem[], counters: readonly Counter[], limit: number): Mend[] {
  const patch = items.flatMap(({ id, thicken }) => {
    const own = counters.filter(({ letter }) => itemOf(letter) === id);
    if (own.length === 0) return [];
    const by = own.map(({ letter, disc }): [string, number] => {
      const known = thicken.counters[withinItem(letter)] ?? 0;
      return [withinItem(letter), tidy(known + lackOnEachSide(disc, limit), 2)];
    });
    return inLettering(id, {
      path: ['thicken', 'counters'],
      value: { ...thicken.counters, ...Object.fromEntries(by) },
    });
  });
  if (patch.length === 0) return [];
  return [{ label: counters.length === 1 ? 'Open the counter' : `Open those ${counters.length} counters`, patch }];
}
