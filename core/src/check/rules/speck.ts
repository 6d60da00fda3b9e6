import type { Finding } from '../finding.ts';
import { measuredFindings } from '../measured-findings.ts';
import { largeEnough } from '../mends/larger-lettering.ts';
import { letteringOf, type MeasuredSubject } from '../subjects.ts';

/** Nothing may be so small that it burns, falls through the table or clogs. */
export function speck(subject: MeasuredSubject): Finding[] {
  const { items, specks, limits } = subject;
  const sizes = specks.map(({ size }) => size);
  return measuredFindings(subject, {
    rule: 'speck',
    limit: 'speck',
    found: specks,
    between: ({ sources }) => sources,
    value: ({ size }) => size,
    title: () => 'Speck',
    mends: largeEnough(letteringOf(items), sizes, limits.speck),
  });
}
