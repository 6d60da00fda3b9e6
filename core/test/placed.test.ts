import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { StageCache } from '../src/assembly/stages.ts';
import { boundsMeet } from '../src/geometry/bounds.ts';
import { componentsOf, probePoint } from '../src/geometry/components.ts';
import { closedContour, endOf, moveRegion, nodeCount, startOf, type Region } from '../src/geometry/contour.ts';
import {
  contourArea,
  contourBounds,
  contourContains,
  contourLength,
  hullBounds,
  regionContains,
  reverseContour,
  segmentHulls,
  sourcesOf,
} from '../src/geometry/contour-facts.ts';
import { hullBoundsOf } from '../src/geometry/segment.ts';
import { circle } from '../src/geometry/shapes.ts';
import { layOut, PLAIN } from '../src/lettering/layout.ts';
import { letterName, letterNames, lettersAmong } from '../src/lettering/naming.ts';
import { faceIds, faceOf } from './workshop.ts';

const letterOf = (face: string, text: string): Region =>
  layOut({ ...PLAIN, words: text, size: { by: 'cap height', value: 30 } }, faceOf(face)).letters.flatMap(
    ({ contours }) => contours,
  );

/** The same region with nothing left of where it came from: every segment made, every fact to be found anew. */
const madeAnew = (region: Region): Region =>
  region.map(({ segments }) => closedContour(segments.map((segment) => ({ ...segment }))));

const move = fc.double({ min: -500, max: 500, noNaN: true });
const placed = fc
  .record({
    face: fc.constantFrom(...faceIds),
    text: fc.constantFrom(...'AB8@gi&'),
    moves: fc.array(fc.tuple(move, move), { minLength: 1, maxLength: 3 }),
  })
  .map(({ face, text, moves }) =>
    moves.reduce(
      (region, [dx, dy], i) => moveRegion(region, dx, dy, (source) => `${source}+${i}`),
      letterOf(face, text),
    ),
  );

describe('a contour placed elsewhere', () => {
  it('is in all that is known of it what it would be if it were made there', () => {
    fc.assert(
      fc.property(placed, (region) => {
        const anew = madeAnew(region);
        region.forEach((contour, i) => {
          const own = anew[i]!;
          expect(contourArea(contour)).toBeCloseTo(contourArea(own), 6);
          expect(contourLength(contour)).toBeCloseTo(contourLength(own), 6);
          for (const boundsOf of [contourBounds, hullBounds])
            for (const side of ['minX', 'minY', 'maxX', 'maxY'] as const)
              expect(boundsOf(contour)[side]).toBeCloseTo(boundsOf(own)[side], 8);
          for (const pointOf of [startOf, endOf, probePoint])
            expect(Math.hypot(pointOf(contour).x - pointOf(own).x, pointOf(contour).y - pointOf(own).y)).toBeLessThan(
              1e-9,
            );
          expect(sourcesOf([contour])).toEqual(sourcesOf([own]));
          expect(nodeCount(contour)).toBe(own.segments.length);
          const { hulls, dx } = segmentHulls(contour);
          expect(hulls[0]! + dx).toBeCloseTo(segmentHulls(own).hulls[0]!, 8);
        });
      }),
      { numRuns: 60 },
    );
  });

  it('holds the same points, and turned round is the same line', () => {
    fc.assert(
      fc.property(
        placed,
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        (region, across, up) => {
          const { minX, minY, maxX, maxY } = contourBounds(region[0]!);
          const p = { x: minX + across * (maxX - minX), y: minY + up * (maxY - minY) };
          const anew = madeAnew(region);
          // On a line, the last digit tells on which side.
          const near = { minX: p.x - 0.01, maxX: p.x + 0.01, minY: p.y - 0.01, maxY: p.y + 0.01 };
          const nearLine = anew.some(({ segments }) =>
            segments.some((segment) => boundsMeet(hullBoundsOf(segment), near)),
          );
          if (!nearLine) expect(regionContains(region, p)).toBe(regionContains(anew, p));
          const back = reverseContour(region[0]!);
          expect(reverseContour(back)).toBe(region[0]);
          expect(contourArea(back)).toBeCloseTo(-contourArea(region[0]!), 9);
          expect(back.segments[0]!.from).toEqual(region[0]!.segments.at(-1)!.to);
          expect(contourContains(back, p)).toBe(contourContains(region[0]!, p));
        },
      ),
      { numRuns: 80 },
    );
  });

  it('has its holes where the original has them', () => {
    const ring = [
      circle({ x: 0, y: 0 }, 10, 'a'),
      reverseContour(circle({ x: 0, y: 0 }, 6, 'a')),
      circle({ x: 0, y: 0 }, 3, 'a'),
    ];
    const parts = componentsOf(moveRegion(ring, 300, -40, () => 'b'));
    expect(parts.map(({ holes, area }) => [holes.length, Math.round(area / Math.PI)])).toEqual([
      [1, 64],
      [0, 9],
    ]);
    expect([...parts[0]!.sources]).toEqual(['b']);
  });
});

describe('letters by name', () => {
  const { letters } = layOut(
    { ...PLAIN, words: 'TOTAL TOTAL\nI TO', size: { by: 'cap height', value: 20 } },
    faceOf('overpass-bold'),
  );

  it('counts the same letters of one word of a line, and of no other', () => {
    expect(
      letters.filter(({ line, text }) => line === 0 && text === 'O').map(({ id }) => letterName(id, letters)),
    ).toEqual(['first O in TOTAL', 'second O in TOTAL']);
    expect(letters.filter(({ line }) => line === 1).map(({ id }) => letterName(id, letters))).toEqual([
      'I',
      'T in TO',
      'O in TO',
    ]);
    expect(letterName('plate', letters)).toBe('the plate');
    expect(letterName(`${letters[0]!.id}~1`, letters)).toBe('part of first T in TOTAL');
  });

  it('gives letters once each, in the order they are read', () => {
    const ids = letters.map(({ id }) => id);
    expect(lettersAmong([ids[3]!, 'plate', ids[1]!, ids[3]!], letters).map(({ id }) => id)).toEqual([ids[1], ids[3]]);
    expect(letterNames([ids[1]!, ids[0]!], letters)).toEqual(['first T in TOTAL', 'first O in TOTAL']);
  });
});

describe('what is kept between builds', () => {
  it('computes a stage once for its key, and lets go what no build used for so long', () => {
    const cache = new StageCache(1);
    const done: string[] = [];
    const ask = (key: string) => cache.stage('lettering', key, () => done.push(key));
    // Each string is one build.
    for (const keys of ['ab', 'a', 'ab', 'a', 'a', 'b']) {
      for (const key of keys) ask(key);
      cache.turn();
    }
    expect(done).toEqual(['a', 'b', 'b']);
  });

  it('keeps what was made within a stage as long as the stage itself', () => {
    const cache = new StageCache(1);
    const done: string[] = [];
    const inner = () => cache.stage('inner', 'x', () => done.push('inner'));
    const outer = () => cache.stage('outer', 'x', () => (inner(), done.push('outer')));
    for (let n = 0; n < 4; n++) {
      outer();
      cache.turn();
    }
    inner();
    expect(done).toEqual(['inner', 'outer']);
  });

  it('keeps thousands of letters, and those in use however many come and go', () => {
    const { memo } = new StageCache();
    let times = 0;
    const used = () => memo('letter', 'used', () => ++times);
    for (let i = 0; i < 20_000; i++) {
      memo('letter', String(i), () => i);
      if (i % 1000 === 0) used();
    }
    expect(used()).toBe(1);
    expect(memo('letter', '19999', () => -1)).toBe(19_999);
    expect(memo('letter', '0', () => -1)).toBe(-1);
    expect(memo('group', 'used', () => 'another')).toBe('another');
  });
});
