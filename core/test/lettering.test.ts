import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { heightOf, widthOf } from '../src/geometry/bounds.ts';
import { FontRefused } from '../src/lettering/gate.ts';
import { openFace } from '../src/lettering/face.ts';
import { layOut, PLAIN, type LetteringPlan } from '../src/lettering/layout.ts';
import { letterName } from '../src/lettering/naming.ts';
import { faceFile, faceIds, faceOf } from './workshop.ts';

const plan = (words: string, more: Partial<LetteringPlan> = {}): LetteringPlan => ({ words, size: { by: 'cap height', value: 50 }, ...PLAIN, lineSpacing: 1.5, ...more });

describe('layout', () => {
  it.each(faceIds)('%s: H is as high as the cap height asked for, and the whole as wide as the width', (id) => {
    const face = faceOf(id);
    const [h] = layOut(plan('H'), face).letters;
    expect(h!.bounds.maxY).toBeCloseTo(50, 2);
    const wide = layOut(plan('Fenny\nCross', { size: { by: 'overall width', value: 300 }, letterSpacing: 2 }), face);
    expect(widthOf(wide.bounds)).toBeCloseTo(300, 1);
  });

  it('keeps every letter’s identity when other words change', () => {
    const ids = (words: string) => layOut(plan(words), faceOf('overpass-bold')).letters.map(({ id, text }) => `${id} ${text}`);
    const [before, after] = [ids('LOAD\nEMPTY'), ids('LOAD 8 TONS\nEMPTY')];
    expect(after).toEqual(expect.arrayContaining(before));
    expect(new Set(after).size).toBe(after.length);
  });

  it('lines lines up, left, centre and right', () => {
    const edges = (align: LetteringPlan['align']) => {
      const { letters } = layOut(plan('WIDE LINE\nI', { align }), faceOf('marcellus'));
      const i = letters.at(-1)!.bounds;
      return { left: i.minX, right: i.maxX, width: Math.max(...letters.map(({ bounds }) => bounds.maxX)) };
    };
    expect(edges('left').left).toBeCloseTo(0, 6);
    expect(edges('right').right).toBeCloseTo(edges('right').width, 6);
    expect(edges('centre').left + edges('centre').right).toBeCloseTo(edges('centre').width, 6);
  });

  it('sets lines by their own scale, a line spacing apart', () => {
    const { letters, baselines } = layOut(plan('H\nH', { lineScale: [1, 0.4], lineSpacing: 1.2 }), faceOf('besley-bold'));
    expect(heightOf(letters[1]!.bounds)).toBeCloseTo(20, 2);
    expect(baselines).toEqual([0, -60]);
  });

  it('names what the face lacks and sets the rest', () => {
    const { letters, missing } = layOut(plan('A🚂B🚂'), faceOf('overpass-bold'));
    expect(letters.map(({ text }) => text)).toEqual(['A', 'B']);
    expect(missing).toEqual([{ text: '🚂', line: 0, count: 2 }]);
  });

  it('takes any text without falling over', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 40 }), fc.constantFrom(...faceIds), (words, id) => {
        const { letters } = layOut(plan(words), faceOf(id));
        for (const { bounds } of letters) expect(Number.isFinite(bounds.minX + bounds.maxX + bounds.minY + bounds.maxY)).toBe(true);
      }),
      { numRuns: 120 },
    );
  });

  it('calls letters as people do', () => {
    const { letters } = layOut(plan('RETURN 8'), faceOf('overpass-bold'));
    expect(letters.map(({ id }) => letterName(id, letters))).toEqual(['first R in RETURN', 'E in RETURN', 'T in RETURN', 'U in RETURN', 'second R in RETURN', 'N in RETURN', '8']);
  });
});

describe('font gate', () => {
  it('refuses what is no font, is cut short or lacks a table, and says why', () => {
    const whole = faceFile('marcellus');
    const refusal = (bytes: Uint8Array) => {
      try {
        openFace(bytes);
        return null;
      } catch (error) {
        expect(error).toBeInstanceOf(FontRefused);
        return (error as Error).message;
      }
    };
    expect(refusal(new Uint8Array(3))).toMatch(/nearly empty/);
    expect(refusal(new TextEncoder().encode('<html>not a font at all</html>'))).toMatch(/not a TrueType/);
    expect(refusal(whole.slice(0, 2000))).toMatch(/past its end|cut short/);
    const renamed = whole.slice();
    const at = Buffer.from(renamed).indexOf('hmtx');
    renamed.set(new TextEncoder().encode('hmtX'), at);
    expect(refusal(renamed)).toMatch(/hmtx/);
  });
});
