import { describe, expect, it } from 'vitest';
import { endOf, startOf, type Contour } from '../src/geometry/contour.ts';
import { contourArea } from '../src/geometry/contour-facts.ts';
import { line } from '../src/geometry/segment.ts';
import { asWritten } from '../src/operations/as-written.ts';
import { jobOf, operationOn, recipeOf } from './workshop.ts';

const stroke = (source: string, ...points: readonly (readonly [number, number])[]): Contour => ({
  closed: false,
  segments: points.slice(1).map(([x, y], i) => line({ x: points[i]![0], y: points[i]![1] }, { x, y }, source)),
});
const ways = (contours: readonly Contour[]) =>
  contours.map((contour) => [startOf(contour), endOf(contour)].map(({ x, y }) => `${x} ${y}`).join(' > '));

describe('lines as a hand writes them', () => {
  const E = [
    stroke('item-1/letter:0.1.0', [3, 0], [0, 0]),
    stroke('item-1/letter:0.1.0', [0, 2], [2, 2]),
    stroke('item-1/letter:0.1.0', [3, 4], [0, 4]),
    stroke('item-1/letter:0.1.0', [0, 0], [0, 4]),
  ];

  it('begin with what goes down, then have bars from above, all from the left', () => {
    expect(ways(asWritten(E))).toEqual(['0 4 > 0 0', '0 4 > 3 4', '0 2 > 2 2', '0 0 > 3 0']);
    expect(ways(asWritten([...E].reverse()))).toEqual(ways(asWritten(E)));
  });

  it('have dots last', () => {
    const i = [stroke('item-1/letter:0.0.0', [1, 5], [1.04, 5]), stroke('item-1/letter:0.0.0', [1, 0], [1, 3.5])];
    expect(ways(asWritten(i))).toEqual(['1 3.5 > 1 0', '1 5 > 1.04 5']);
  });

  it('go letter by letter and line by line, whatever lies nearer', () => {
    const at = (id: string, x: number) => stroke(`item-1/letter:${id}`, [x, 0], [x, 3]);
    const found = asWritten([
      at('1.0.0', 0),
      at('0.2.0', 9),
      at('0.0.0', 1),
      at('0.0.1', 5),
      stroke('plate', [7, 7], [8, 8]),
    ]);
    expect(found.map(({ segments }) => segments[0]!.source)).toEqual(
      ['0.0.0', '0.0.1', '0.2.0', '1.0.0'].map((id) => `item-1/letter:${id}`).concat('plate'),
    );
  });

  it('go round from the top, counter-clockwise', () => {
    const corners = [
      [7, 4],
      [4, 1],
      [1, 4],
      [4, 7],
      [7, 4],
    ] as const;
    const around = { ...stroke('item-1/letter:0.0.0', ...corners), closed: true };
    const [round] = asWritten([around]);
    expect(startOf(round!)).toEqual({ x: 4, y: 7 });
    expect(contourArea(round!)).toBeGreaterThan(0);
  });

  it('are in the file in that order where the job asks for it, and else with little travel', () => {
    const job = (written: boolean) =>
      jobOf(
        recipeOf({
          ...{ machine: 'engraver', material: 'brass', thickness: 1 },
          operations: [
            { id: 'line', work: 'score', written },
            { id: 'outer', work: 'cut' },
          ],
          assignment: { inner: 'outer', area: 'line' },
          assemblies: [{ make: 'single-line', items: [{ words: 'EH\nLIT', face: 'saira-stencil' }] }],
        } as never),
      );
    const placesIn = (written: boolean) =>
      operationOn(job(written), 'line')!.contours.map(
        ({ segments }) => /letter:([\d.]+)/.exec(segments[0]!.source)?.[1],
      );
    const places = placesIn(true).filter((place) => place !== undefined);
    expect(new Set(places)).toEqual(new Set(['0.0.0', '0.1.0', '1.0.0', '1.1.0', '1.2.0']));
    expect(places).toEqual([...places].sort());
    expect(placesIn(false)).not.toEqual(placesIn(true));
  });
});
