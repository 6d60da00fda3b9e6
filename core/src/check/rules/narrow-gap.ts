import { MAKES } from '../../makes/makes.ts';
import type { Finding } from '../finding.ts';
import { findingsOfPlaces, whose } from '../measured-places.ts';
import { largeEnough } from '../mends/larger-lettering.ts';
import { thickenAll } from '../mends/thicken.ts';
import type { MeasuredSubject } from '../subjects.ts';

/** Gaps and slots must not be closed or eaten by the cut. Those of an engraving are told by what is thin of it. */
export function narrowGap(subject: MeasuredSubject): Finding[] {
  const { recipe, limits } = subject;
  const { letters } = MAKES[recipe.make];
  if (letters === 'engraved') return [];
  const found = subject.gaps.thin;
  const widths = found.map(({ width }) => width);
  return findingsOfPlaces(subject, {
    rule: 'narrow gap',
    limit: 'gap',
    found,
    between: ({ between }) => between,
    value: ({ width }) => width,
    title: ({ between }) => `Narrow gap: ${whose(between, subject)}`,
    mends: [
      ...largeEnough(recipe, widths, limits.gap),
      ...(letters === 'opening' ? thickenAll(recipe, widths, limits.gap, 0) : []),
    ],
  });
}
