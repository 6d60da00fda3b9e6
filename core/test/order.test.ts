import { describe, expect, it } from 'vitest';
import { contourContains } from '../src/geometry/contour-facts.ts';
import { probePoint } from '../src/geometry/components.ts';
import { buildOf } from './workshop.ts';

describe('the order of cutting', () => {
  it.each([
    { make: 'stand-alone', lettering: { words: '®©' } },
    { make: 'backed', lettering: { words: 'B8@', face: 'bungee-shade' } },
  ] as const)('cuts nothing within a line that was cut before: $lettering.words', (job) => {
    const { operations } = buildOf(job);
    const cuts = operations.flatMap(({ contours }) => contours);
    expect(cuts.length).toBeGreaterThan(4);
    cuts.forEach((later, i) => {
      for (const earlier of cuts.slice(0, i))
        expect(earlier.closed && contourContains(earlier, probePoint(later))).toBe(false);
    });
  });
});
