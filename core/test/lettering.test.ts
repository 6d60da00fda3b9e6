import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { heightOf, widthOf } from '../src/geometry/bounds.ts';
import { isConnected } from '../src/geometry/contour.ts';
import { regionArea } from '../src/geometry/contour-facts.ts';
import { directionAt } from '../src/geometry/fit-offset.ts';
import { FontRefused } from '../src/lettering/gate.ts';
import { readKernTable } from '../src/lettering/legacy-kern.ts';
import { openFace } from '../src/lettering/face.ts';
import { layOut, PLAIN, type LetteringPlan, type Size } from '../src/lettering/layout.ts';
import { letterName } from '../src/lettering/naming.ts';
import { followLetters } from '../src/recipe/edits/words.ts';
import { faceFile, faceIds, faceOf, strokeFaceIds } from './workshop.ts';

const plan = (words: string, more: Partial<LetteringPlan> = {}): LetteringPlan => ({
  words,
  size: { by: 'cap height', value: 50 },
  ...PLAIN,
  lineSpacing: 1.5,
  ...more,
});

describe('layout', () => {
  it.each(faceIds)('%s: H is as high as the cap height asked for, and the whole as wide as the width', (id) => {
    const face = faceOf(id);
    const [h] = layOut(plan('H'), face).letters;
    expect(h!.bounds.maxY).toBeCloseTo(50, 2);
    const wide = layOut(plan('Fenny\nCross', { size: { by: 'overall width', value: 300 }, letterSpacing: 2 }), face);
    expect(widthOf(wide.bounds)).toBeCloseTo(300, 1);
  });

  it('keeps every letter’s identity when other words change', () => {
    const ids = (words: string) =>
      layOut(plan(words), faceOf('overpass-bold')).letters.map(({ id, text }) => `${id} ${text}`);
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
    const { letters, baselines } = layOut(
      plan('H\nH', { lineScale: [1, 0.4], lineSpacing: 1.2 }),
      faceOf('besley-bold'),
    );
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
        for (const { bounds } of letters)
          expect(Number.isFinite(bounds.minX + bounds.maxX + bounds.minY + bounds.maxY)).toBe(true);
      }),
      { numRuns: 120 },
    );
  });

  it('calls letters as people do', () => {
    const { letters } = layOut(plan('RETURN 8'), faceOf('overpass-bold'));
    expect(letters.map(({ id }) => letterName(id, letters))).toEqual([
      'first R in RETURN',
      'E in RETURN',
      'T in RETURN',
      'U in RETURN',
      'second R in RETURN',
      'N in RETURN',
      '8',
    ]);
  });
});

describe('fitting and placing', () => {
  const face = faceOf('overpass-bold');

  it('meets the size by each of its measures, straight and on a circle', () => {
    const sized = (size: Size, more: Partial<LetteringPlan> = {}) =>
      layOut(plan('Fenny\nCross', { size, ...more }), face);
    expect(sized({ by: 'x-height', value: 20 }).xHeight).toBeCloseTo(20, 6);
    expect(heightOf(sized({ by: 'overall height', value: 90 }).bounds)).toBeCloseTo(90, 4);
    const boxed = sized({ by: 'box', width: 200, height: 40 });
    expect(heightOf(boxed.bounds)).toBeCloseTo(40, 4);
    expect(widthOf(boxed.bounds)).toBeLessThan(200);
    const bow = { radius: 120, side: 'outside', angle: 90, upright: false } as const;
    expect(widthOf(sized({ by: 'overall width', value: 150 }, { bow }).bounds)).toBeCloseTo(150, 3);
  });

  it('stands letters on a circle: feet at its radius, heads outward or inward, turned or upright', () => {
    const size = { by: 'cap height', value: 10 } as const;
    const at = (bow: LetteringPlan['bow']) =>
      layOut(plan('HHHHH', { size, bow, align: 'centre' }), face).letters.map(({ bounds }) => bounds);
    const reach = (box: { minX: number; maxX: number; minY: number; maxY: number }) =>
      Math.hypot((box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2);
    const outside = at({ radius: 80, side: 'outside', angle: 90, upright: false });
    expect(outside[2]!.minY).toBeCloseTo(80, 1);
    expect(outside[2]!.minX + outside[2]!.maxX).toBeCloseTo(0, 0);
    for (const box of outside) expect(reach(box)).toBeCloseTo(85, 0);
    expect(outside[0]!.minX).toBeLessThan(outside[4]!.minX);
    const inside = at({ radius: 80, side: 'inside', angle: 270, upright: false });
    expect(inside[2]!.minY).toBeCloseTo(-80, 1);
    for (const box of inside) expect(reach(box)).toBeCloseTo(75, 0);
    expect(inside[0]!.minX).toBeLessThan(inside[4]!.minX);
    for (const box of at({ radius: 80, side: 'outside', angle: 90, upright: true }))
      expect(heightOf(box)).toBeCloseTo(10, 3);
  });

  it('spaces words, stretches and mirrors only when asked to', () => {
    const one = layOut(plan('AB CD'), face);
    const spaced = layOut(plan('AB CD', { wordSpacing: 15 }), face);
    expect(spaced.letters[1]!.bounds).toEqual(one.letters[1]!.bounds);
    expect(spaced.letters[2]!.bounds.minX - one.letters[2]!.bounds.minX).toBeCloseTo(15, 6);
    const wide = layOut(plan('AB CD', { stretch: 1.5 }), face);
    expect(widthOf(wide.bounds) / widthOf(one.bounds)).toBeCloseTo(1.5, 6);
    expect(heightOf(wide.bounds)).toBeCloseTo(heightOf(one.bounds), 6);
    const mirrored = layOut(plan('AB CD', { mirror: true }), face);
    expect(mirrored.letters[0]!.bounds.maxX).toBeCloseTo(one.bounds.maxX, 6);
    for (const { contours } of mirrored.letters) expect(regionArea(contours)).toBeGreaterThan(0);
  });

  it('moves one letter by hand and leaves the others, through an edit of the words', () => {
    const nudges = { 'letter:0.3.0': { x: 2, y: -3, turn: 0, scale: 1 } };
    const [plain, moved] = [layOut(plan('FENNY'), face), layOut(plan('FENNY', { nudges }), face)];
    moved.letters.forEach(({ bounds }, i) => {
      expect(bounds.minX - plain.letters[i]!.bounds.minX).toBeCloseTo(i === 3 ? 2 : 0, 9);
      expect(bounds.minY - plain.letters[i]!.bounds.minY).toBeCloseTo(i === 3 ? -3 : 0, 9);
    });
    const follow = followLetters('LOAD\nFENNY', 'LOAD\nTO FERNY');
    expect([0, 2, 3, 4].map((place) => follow(`letter:1.${place}.0`))).toEqual([
      'letter:1.3.0',
      'letter:1.5.0',
      'letter:1.6.0',
      'letter:1.7.0',
    ]);
    // Typed before it, at once or letter by letter: the T is that of Tearoom still.
    for (const words of ['The Tearoom', 'TTearoom', 'Th Tearoom'])
      expect(followLetters('Tearoom', words)('letter:0.0.0')).toBe(`letter:0.${words.length - 7}.0`);
    expect(followLetters('LOAD\nFENNY', 'FENNY')('letter:1.2.0#0')).toBe('letter:0.2.0#0');
    expect(layOut(plan('FEN', { nudges }), face).lostNudges).toEqual(['letter:0.3.0']);
  });

  it('follows every letter of a line to its like, in order, wherever something is put into it', () => {
    const line = fc.string({ unit: fc.constantFrom('A', 'B', 'C'), minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(line, line, fc.nat(12), (before, put, at) => {
        const after = before.slice(0, at) + put + before.slice(at);
        const follow = followLetters(before, after);
        const places = [...before].map((_, i) => Number(follow(`letter:0.${i}.0`).split('.')[1]));
        expect(places.map((place) => after[place]).join('')).toBe(before);
        expect(new Set(places).size).toBe(before.length);
        expect([...places].sort((a, b) => a - b)).toEqual(places);
      }),
    );
  });

  it('kerns as the face does, and can be told not to', () => {
    const width = (words: string, features = {}) => widthOf(layOut(plan(words, { features }), face).bounds);
    expect(width('AVA')).toBeLessThan(width('AVA', { kern: false }));
    expect(face.features.map(({ name }) => name)).toContain('Kerning pairs');
  });
});

describe('kern tables', () => {
  it('are read pair by pair, and nonsense is left alone', () => {
    const table = new Uint8Array(4 + 14 + 12);
    const view = new DataView(table.buffer);
    [
      [2, 1],
      [6, 26],
      [8, 1],
      [10, 2],
    ].forEach(([at, value]) => view.setUint16(at!, value!));
    [
      [18, 36, 57, -80],
      [24, 57, 36, 25],
    ].forEach(([at, left, right, value]) => {
      view.setUint16(at!, left!);
      view.setUint16(at! + 2, right!);
      view.setInt16(at! + 4, value!);
    });
    expect(readKernTable(table)).toEqual(
      new Map([
        [36 * 65536 + 57, -80],
        [57 * 65536 + 36, 25],
      ]),
    );
    expect(readKernTable(table.slice(0, 9))).toBeNull();
    expect(readKernTable(new Uint8Array(40).fill(255))).toBeNull();
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => void readKernTable(bytes)),
      { numRuns: 200 },
    );
  });
});

describe('stroke faces', () => {
  it.each(strokeFaceIds)('%s: open strokes, as high as asked, round where they were facets', (id) => {
    const { letters } = layOut(plan('HO8'), faceOf(id));
    expect(letters).toHaveLength(3);
    for (const { contours, strokes } of letters) {
      expect(contours).toEqual([]);
      expect(strokes.length).toBeGreaterThan(0);
      for (const stroke of strokes) expect(isConnected(stroke)).toBe(true);
    }
    expect(letters[0]!.bounds.maxY).toBeCloseTo(50, 1);
    // The facets of an O turn by many degrees each; the curves through the same points turn by next to none.
    const turns = letters[1]!.strokes.flatMap(({ segments }) =>
      segments.slice(1).map((segment, i) => {
        const [u, v] = [directionAt(segments[i]!, 1), directionAt(segment, 0)];
        return Math.abs(Math.atan2(u.x * v.y - u.y * v.x, u.x * v.x + u.y * v.y));
      }),
    );
    expect(turns.filter((turn) => turn > 0.02 && turn < 0.9).length).toBeLessThanOrEqual(turns.length / 4);
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
