import { describe, expect, it } from 'vitest';
import { regionContains } from '../src/geometry/contour-facts.ts';
import { distance, mix } from '../src/geometry/point.ts';
import type { Version1Input } from '../src/recipe/migrate/version-1.ts';
import { buildOf, measuresOf, own } from './workshop.ts';
import { ONLY_THING } from '../src/recipe/migrate/1-to-2.ts';

describe('joins', () => {
  const script = (
    words: string,
    joins: NonNullable<Version1Input['hold']>['joins'] = {},
    more: Partial<Version1Input> = {},
  ): Version1Input => ({
    make: 'stand-alone',
    machine: 'co2-laser',
    material: 'plywood',
    lettering: { words, face: 'grand-hotel', size: { by: 'cap height', value: 40 } },
    hold: { joins },
    ...more,
  });

  it('closes letters up until they join, and no further', () => {
    const built = buildOf(script('Marigold', { closeUp: true }));
    const moved = built.lettering.closedUp!;
    expect([...moved.keys()]).toEqual(['letter:0.1.0']);
    const limit = measuresOf(built).limits.neck;
    const between = (b: typeof built) =>
      measuresOf(b).necks.find(({ a, b: other }) => [a, other].includes(own('letter:0.0.0')))!.width;
    expect(between(built)).toBeGreaterThanOrEqual(limit - 0.005);
    expect(between(built)).toBeLessThan(limit * 1.6);
  });

  it('ties dots and what else is loose, so that one piece comes off', () => {
    const built = buildOf(script('Jill: 3 tins!', { ties: 'loose' }));
    expect(built.pieces.filter(({ status }) => status !== 'drop-out')).toHaveLength(1);
    for (const { from, to, width } of built.hold.ties)
      for (const t of [0.1, 0.5, 0.9])
        for (const side of [-0.49, 0.49]) {
          const [dx, dy] = [(to.x - from.x) / distance(from, to), (to.y - from.y) / distance(from, to)];
          const p = mix(from, to, t);
          expect(regionContains(built.hold.material, { x: p.x - dy * width * side, y: p.y + dx * width * side })).toBe(
            true,
          );
        }
  });

  it('draws a bar at its height, and tells of one that joins nothing', () => {
    const bars = { 'letter:0.0.0': [0.5] };
    const built = buildOf(
      script('HI', { bars }, { lettering: { words: 'HI', size: { by: 'cap height', value: 40 } } }),
    );
    const [bar] = built.hold.ties;
    expect(bar!.from.y).toBeCloseTo(built.arrangement.letters[0]!.origin.y + 20, 3);
    expect(bar!.to.y).toBeCloseTo(bar!.from.y, 6);
    expect(built.pieces.filter(({ status }) => status !== 'drop-out')).toHaveLength(1);
    const over = buildOf(
      script(
        'HoII',
        { bars: { 'letter:0.0.0': [0.8] } },
        { lettering: { words: 'HoII', size: { by: 'cap height', value: 40 } } },
      ),
    );
    expect(over.hold.ties[0]!.length).toBeGreaterThan(20);
    expect(over.pieces.filter(({ status }) => status !== 'drop-out')).toHaveLength(3);
    // And below what does not reach so low.
    const below = buildOf(
      script(
        'H-H',
        { bars: { 'letter:0.0.0': [0.08] } },
        { lettering: { words: 'H-H', face: 'overpass-bold', size: { by: 'cap height', value: 40 } } },
      ),
    );
    expect(below.hold.ties).toHaveLength(1);
    expect(buildOf(script('HI', { bars: { 'letter:0.1.0': [0.5] } })).findings.map(({ rule }) => rule)).toContain(
      'lost bar',
    );
  });

  it('counts the points that a letter is joined at', () => {
    const on = buildOf(
      script(
        'HL',
        { points: 2 },
        {
          lettering: { words: 'HL', size: { by: 'cap height', value: 40 }, letterSpacing: 4 },
          rail: { height: 8, overlap: 3 },
        },
      ),
    );
    const { points, findings } = measuresOf(on);
    expect(points).toEqual([
      { part: own('letter:0.0.0'), points: 2 },
      { part: own('letter:0.1.0'), points: 1 },
    ]);
    expect(findings.filter(({ rule }) => rule === 'few points').map(({ id }) => id)).toEqual([
      `${ONLY_THING}/few points:${own('letter:0.1.0')}`,
    ]);
  });
});
