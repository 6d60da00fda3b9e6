import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isEqual } from '../src/assembly/equal.ts';

describe('plain data are alike', () => {
  it('when each member is, in whatever order they stand', () => {
    fc.assert(fc.property(fc.jsonValue(), (value) => isEqual(value, structuredClone(value))));
    expect(isEqual({ a: 1, b: [{ c: null }] }, { b: [{ c: null }], a: 1 })).toBe(true);
  });

  it.each([
    [
      { a: undefined, b: 1 },
      { b: 1, c: 2 },
    ],
    [{ a: 1 }, { a: 1, b: undefined }],
    [[1, 2], [1]],
    [[], {}],
    [{ a: [{ b: 1 }] }, { a: [{ b: 2 }] }],
    [null, {}],
    [0, '0'],
  ])('but not %j and %j', (a, b) => {
    expect(isEqual(a, b)).toBe(false);
    expect(isEqual(b, a)).toBe(false);
  });
});
