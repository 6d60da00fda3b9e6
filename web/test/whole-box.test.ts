import { describe, expect, it } from 'vitest';
import { wholeBox } from '@/features/bed/whole-box';

type Shown = Parameters<typeof wholeBox>[0];
const box = (minX: number, minY: number, maxX: number, maxY: number) => ({ minX, minY, maxX, maxY });
/** A sheet of 200 by 100 with a thing on it, and a letter of that. */
const shown = (object: ReturnType<typeof box>, letter = object): Shown =>
  ({ sheet: { width: 200, height: 100 }, object, assemblies: [{ letters: [{ bounds: letter }] }] }) as unknown as Shown;

describe('what the bed is fitted to', () => {
  it('is the sheet, as long as all lies on it, or next to nothing beside it', () => {
    for (const object of [box(20, 20, 180, 80), box(-9, 20, 209, 104)])
      expect(wholeBox(shown(object))).toEqual(box(0, 0, 200, 100));
  });

  it('is all that reaches further, of artwork on a plate too', () => {
    expect(wholeBox(shown(box(-30, 20, 180, 80)))).toEqual(box(-30, 0, 200, 100));
    expect(wholeBox(shown(box(20, 20, 180, 80), box(50, -300, 90, 250)))).toEqual(box(0, -300, 200, 250));
  });

  it('is not what lies so far off that the rest would not be seen', () => {
    expect(wholeBox(shown(box(20, 20, 180, 80), box(5000, 0, 5010, 10)))).toEqual(box(0, 0, 200, 100));
  });
});
