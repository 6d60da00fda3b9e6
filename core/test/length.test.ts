import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatLength, parseLength } from '../src/units/length.ts';

const mmOf = (text: string, unit: 'mm' | 'in' = 'mm') => {
  const parsed = parseLength(text, unit);
  return parsed.ok ? Number(parsed.mm.toFixed(6)) : parsed.reason;
};

describe('lengths', () => {
  it.each([
    ['12', 12],
    ['12mm', 12],
    ['1.5 cm', 15],
    ['12,5', 12.5],
    ['.5', 0.5],
    ['1/8in', 3.175],
    ['3.5"', 88.9],
    ['2+3/16 in', 55.5625],
    ['2 3/16"', 55.5625],
    ['-4', -4],
    ["1'", 304.8],
    ['2 ft', 609.6],
    ['0.5 m', 500],
    ['3 IN', 76.2],
  ])('reads %s', (text, mm) => expect(mmOf(text)).toBe(mm));

  it('takes a bare number in the unit of the screen', () => expect(mmOf('2', 'in')).toBe(50.8));

  it.each(['', 'abc', '1e9', '12 kg', '1/0 in', '--3', '1/2/3', 'NaN', 'Infinity', '9999999'])(
    'refuses “%s” with a reason',
    (text) => {
      const parsed = parseLength(text, 'mm');
      expect(parsed).toMatchObject({ ok: false, reason: expect.stringMatching(/\w{3,}/) });
    },
  );

  it('refuses a text far too long at once, not after a search that grows with its square', () => {
    const begin = performance.now();
    expect(mmOf(`1${' '.repeat(50_000)}!`)).toMatch(/is not a length/);
    expect(performance.now() - begin).toBeLessThan(1000);
  });

  it('reads back what it wrote, to the digits it wrote', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -5000, max: 5000, noNaN: true }),
        fc.constantFrom('mm' as const, 'in' as const),
        (mm, unit) => {
          const parsed = parseLength(formatLength(mm, unit), unit);
          expect(parsed.ok && Math.abs(parsed.mm - mm)).toBeLessThanOrEqual(unit === 'mm' ? 0.00501 : 0.0128);
        },
      ),
    );
  });
});
