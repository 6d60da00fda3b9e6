import { describe, expect, it } from 'vitest';
import { changesBetween } from '../src/formats/changes.ts';
import type { ReadDrawing } from '../src/formats/sheet-drawing.ts';
import { reverseContour } from '../src/geometry/contour-facts.ts';
import { roundedRectangle } from '../src/geometry/shapes.ts';
import { startedAt } from '../src/geometry/started-at.ts';
import { fileName, type NameFacts } from '../src/job/file-name.ts';
import { recipeOf } from './workshop.ts';

const box = (x: number) => roundedRectangle({ minX: x, minY: 0, maxX: x + 10, maxY: 10 }, 2, 'it');
const drawing = (layers: Readonly<Record<string, readonly ReturnType<typeof box>[]>>): ReadDrawing => ({
  width: 100,
  height: 20,
  layers: Object.entries(layers).map(([name, contours]) => ({ name, contours })),
  unread: {},
});

describe('what changed between two files', () => {
  it('is told line by line, wherever lines are begun and in whatever order', () => {
    const before = drawing({ CUT: [box(0), box(20), box(40)], MARK: [box(60)] });
    const after = drawing({ CUT: [reverseContour(box(40)), startedAt(box(0), 3), box(25)], SCORE: [box(60)] });
    const told = changesBetween(before, after).map(({ layer, gone, come, same }) => [
      layer,
      gone.length,
      come.length,
      same.length,
    ]);
    expect(told).toEqual([
      ['CUT', 1, 1, 2],
      ['SCORE', 0, 1, 0],
      ['MARK', 1, 0, 0],
    ]);
  });

  it('tells a line that is there twice from one that is there once', () => {
    const [change] = changesBetween(drawing({ CUT: [box(0)] }), drawing({ CUT: [box(0), box(0)] }));
    expect([change!.gone.length, change!.come.length, change!.same.length]).toEqual([0, 1, 1]);
  });
});

describe('the name of files', () => {
  const facts = (name: string): NameFacts => ({
    recipe: recipeOf({ name, make: 'cut-through', lettering: { words: 'LOAD 8\nTONS' } }),
    machine: 'CO₂ laser',
    material: 'Birch plywood',
    thickness: 3.175,
    width: 120.4,
    height: 60.6,
    revision: 7,
    date: '2026-05-31',
  });

  it('is made of what is asked, in that order', () => {
    expect(fileName(['job', 'revision'], facts('Wagon stencil'))).toBe('wagon-stencil-r7');
    expect(fileName(['date', 'words', 'material', 'thickness', 'size', 'machine'], facts('x'))).toBe(
      '2026-05-31-load-8-tons-birch-plywood-3.17mm-120x61-co2-laser',
    );
    expect(fileName(['job'], { ...facts('Marigold'), only: 'backers' })).toBe('marigold-backers');
  });

  it('is one that every file system takes', () => {
    expect(fileName(['job'], facts('a/b\\c:d*e?f"g<h>i|j'))).toBe('abcdefghij');
    expect(fileName(['job'], facts('CON'))).toBe('con-job');
    expect(fileName(['job'], facts('🚂'))).toBe('job');
    expect(fileName(['job'], facts('Ventil Ä/ö: Nº 3 ...'))).toBe('ventil-ao-no-3');
    expect(fileName(['job', 'words'], facts('x'.repeat(120))).length).toBeLessThanOrEqual(100);
  });
});
