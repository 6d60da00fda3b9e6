import { MAKES } from '../../makes/makes.ts';
import type { Finding } from '../finding.ts';
import { measuredFindings, whose } from '../measured-findings.ts';
import { largeEnough } from '../mends/larger-lettering.ts';
import { thickenAll } from '../mends/thicken.ts';
import { letteringOf, type MeasuredSubject } from '../subjects.ts';

/** Gaps and slots must not be closed or eaten by the cut. Those of an engraving are told by what is thin of it. */
export function narrowGap(subject: MeasuredSubject): Finding[] {
  const { thing, limits } = subject;
  const { letters } = MAKES[thing.make];
  const items = letteringOf(subject.items);
  if (letters === 'engraved') return [];
  const found = subject.gaps.thin;
  const widths = found.map(({ width }) => width);
  return measuredFindings(subject, {
    rule: 'narrow gap',
    limit: 'gap',
    found,
    between: ({ between }) => between,
    value: ({ width }) => width,
    title: ({ between }) => `Narrow gap: ${whose(between, subject)}`,
    mends: [
      ...largeEnough(items, widths, limits.gap),
      ...(letters === 'opening' ? thickenAll(items, widths, limits.gap, 0) : []),
    ],
  });
}
