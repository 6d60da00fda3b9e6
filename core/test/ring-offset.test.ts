import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contoursOf } from '../src/fills/polyline.ts';
import { flatten, type Region } from '../src/geometry/contour.ts';
import { regionArea, reverseContour } from '../src/geometry/contour-facts.ts';
import { growRegion, growRings } from '../src/geometry/kernel/ring-offset.ts';
import { circle, roundedRectangle } from '../src/geometry/shapes.ts';
import { layOut, PLAIN } from '../src/lettering/layout.ts';
import { kernelArea } from './kernel-area.ts';
import { faceIds, faceOf } from './workshop.ts';

const areaAfter = (region: Region, by: number): number => regionArea(contoursOf(growRegion(region, by)));
const disc = (radius: number): Region => [circle({ x: 3, y: 2 }, radius, 'it')];
const box = (width: number, height: number): Region => [
  roundedRectangle({ minX: 0, minY: 0, maxX: width, maxY: height }, 0, 'it'),
];

describe('rings of points, grown and shrunk', () => {
  it('rounds the corners of a box that grows, and keeps them where it shrinks', () => {
    expect(areaAfter(box(10, 6), 1)).toBeCloseTo(60 + 2 * 16 + Math.PI, 2);
    expect(areaAfter(box(10, 6), -1)).toBeCloseTo(8 * 4, 6);
    expect(areaAfter(box(10, 6), 0)).toBeCloseTo(60, 6);
  });

  it('leaves nothing of what is shrunk past its middle', () => {
    for (const by of [-1.01, -1.5, -2, -3, -10]) expect(growRegion(disc(1), by)).toEqual([]);
    for (const by of [-3.01, -4, -20]) expect(growRegion(box(10, 6), by)).toEqual([]);
  });

  it('closes a hole that grows shut, and does not bring it back', () => {
    const ring: Region = [...disc(5), reverseContour(disc(1)[0]!)];
    expect(areaAfter(ring, 0.5)).toBeCloseTo(Math.PI * (5.5 ** 2 - 0.5 ** 2), 1);
    for (const by of [1.05, 1.5, 3]) expect(areaAfter(ring, by)).toBeCloseTo(Math.PI * (5 + by) ** 2, 1);
  });

  it('parts a bone at its neck, and welds what grows together', () => {
    const bone = contoursOf([
      [
        [0, 0],
        [4, 0],
        [4, 1.5],
        [8, 1.5],
        [8, 0],
        [12, 0],
        [12, 4],
        [8, 4],
        [8, 2.5],
        [4, 2.5],
        [4, 4],
        [0, 4],
      ].map(([x, y]) => ({ x: x!, y: y! })),
    ]);
    const parts = growRegion(bone, -0.6);
    expect(parts).toHaveLength(2);
    expect(growRings(parts, 3)).toHaveLength(1);
  });

  it('is what the kernel makes of letters of all faces, by area', () => {
    for (const face of faceIds) {
      const { letters } = layOut({ ...PLAIN, words: 'R&e.', size: { by: 'cap height', value: 8 } }, faceOf(face));
      for (const { contours } of letters)
        for (const by of [-0.6, 0.3]) {
          const true_ = kernelArea(contours, by);
          // A thousandth of a mm along all edges is what both may be off by.
          const edge = contours.reduce((sum, each) => sum + flatten(each, 0.01).length, 0) * 0.002 + 0.02;
          expect(Math.abs(areaAfter(contours, by) - true_)).toBeLessThan(edge);
        }
    }
  });

  it('of any triangles: what grew and is shrunk again holds the first, and shrunk and grown lies in it', () => {
    const number = fc.integer({ min: -100, max: 100 }).map((tenths) => tenths / 10);
    const corner = fc.record({ x: number, y: number });
    fc.assert(
      fc.property(corner, corner, corner, fc.integer({ min: 1, max: 40 }), (a, b, c, tenths) => {
        const twice = (b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y);
        if (Math.abs(twice) < 1) return;
        const rings = [twice > 0 ? [a, b, c] : [a, c, b]];
        const area = regionArea(contoursOf(rings));
        const by = tenths / 10;
        expect(regionArea(contoursOf(growRings(growRings(rings, by), -by)))).toBeGreaterThan(area - 0.05);
        expect(regionArea(contoursOf(growRings(growRings(rings, -by), by)))).toBeLessThan(area + 0.05);
      }),
    );
  });
});
