import { MAKES } from '../../makes/makes.ts';
import type { Counter } from '../../measure/counters.ts';
import type { Recipe } from '../../recipe/schema.ts';
import { isUnder } from '../../shop/limits.ts';
import type { Finding, Mend } from '../finding.ts';
import { findingsOfPlaces } from '../measured-places.ts';
import { largeEnough } from '../mends/larger-lettering.ts';
import { lackOnEachSide } from '../mends/thicken.ts';
import type { MeasuredSubject } from '../subjects.ts';
import { tidy } from '../wording.ts';

/** Counters must stay open. What is cut through a plate has islands in place of counters. */
export function filledCounter(subject: MeasuredSubject): Finding[] {
  const { recipe, limits } = subject;
  if (MAKES[recipe.make].letters === 'opening') return [];
  const found = subject.counters.filter(({ disc }) => isUnder(disc, limits.counter));
  const widths = found.map(({ disc }) => disc);
  return findingsOfPlaces(subject, {
    rule: 'filled counter',
    limit: 'counter',
    found,
    between: ({ letter }) => [letter],
    value: ({ disc }) => disc,
    title: ({ name }) => `Counter fills: ${name}`,
    mends: [...openThose(recipe, found, limits.counter), ...largeEnough(recipe, widths, limits.counter)],
  });
}

/** Opening just the counters that would fill. */
function openThose({ lettering: { thicken } }: Recipe, counters: readonly Counter[], limit: number): Mend[] {
  if (counters.length === 0) return [];
  const by = counters.map(({ letter, disc }) => [
    letter,
    tidy((thicken.counters[letter] ?? 0) + lackOnEachSide(disc, limit), 2),
  ]);
  return [
    {
      label: counters.length === 1 ? 'Open the counter' : `Open those ${counters.length} counters`,
      patch: [
        {
          path: ['lettering', 'thicken', 'counters'],
          value: { ...thicken.counters, ...(Object.fromEntries(by) as Record<string, number>) },
        },
      ],
    },
  ];
}
