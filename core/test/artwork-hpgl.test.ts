import { describe, expect, it } from 'vitest';
import { readArtwork } from '../src/artwork/read-artwork.ts';
import { joinBounds } from '../src/geometry/bounds.ts';
import { contourBounds, contourLength, regionArea } from '../src/geometry/contour-facts.ts';

const bytes = (text: string): Uint8Array => Uint8Array.from(text, (letter) => letter.charCodeAt(0));
const read = (text: string) => readArtwork(bytes(text));
const boxOf = async (text: string) => {
  const { elements } = await read(text);
  return joinBounds(elements.flatMap(({ contours }) => contours.map(contourBounds)));
};

describe('a plotter file', () => {
  it('is drawn in steps of a fortieth of a millimetre, each pen a layer', async () => {
    const { elements, scale } = await read(
      'IN;SP1;PU0,0;PD4000,0,4000,2000,0,2000,0,0;SP2;PU400,400;PD800,400;PU;SP0;',
    );
    expect(elements.map(({ layer, contours }) => [layer, contours[0]!.closed])).toEqual([
      ['Pen 1', true],
      ['Pen 2', false],
    ]);
    expect(regionArea(elements[0]!.contours) * 0.025 ** 2).toBeCloseTo(100 * 50, 6);
    expect([scale.mmPerUnit, scale.certain]).toEqual([0.025, true]);
  });

  it('goes on relatively, without semicolons, and in small letters', async () => {
    const box = await boxOf('IN;SP1;PA100,100;PD;PR2000,0PR0,1000;pr-2000,-1000;PU');
    expect(box).toEqual({ minX: 100, minY: 100, maxX: 2100, maxY: 1100 });
  });

  it('turns arcs and circles about their middles, three points too', async () => {
    const { elements } = await read('IN;SP1;PU1000,0;PD;AA0,0,90;PU;PA5000,5000;CI400;PA0,0;PD;AT1000,1000,2000,0;PU;');
    const [quarter, circle, half] = elements.map(({ contours }) => contours[0]!);
    expect(contourLength(quarter!)).toBeCloseTo((1000 * Math.PI) / 2, 6);
    expect(quarter!.segments[0]!.to.y).toBeCloseTo(1000, 6);
    expect(regionArea([circle!])).toBeCloseTo(Math.PI * 400 ** 2, 3);
    // Over the top of the circle about (1000, 0).
    expect(contourLength(half!)).toBeCloseTo(1000 * Math.PI, 6);
    expect(contourBounds(half!).maxY).toBeCloseTo(1000, 6);
  });

  it('has polygons with holes, filled and followed, rectangles and curves', async () => {
    const ring = 'PM0;PD4000,0,4000,4000,0,4000,0,0;PM1;PU1000,1000;PD3000,1000,3000,3000,1000,3000,1000,1000;PM2;';
    const { elements } = await read(`IN;SP1;PU0,0;${ring}FP;EP;PU0,0;EA100,200;ER300,300;BZ0,10,10,10,10,0;`);
    expect(elements.map(({ kind, contours }) => [kind, contours.length])).toEqual([
      ['area', 2],
      ['line', 1],
      ['line', 1],
      ['line', 1],
      ['line', 1],
    ]);
  });

  it('is scaled to its window, and unsure where the window is the plotter’s own', async () => {
    const drawn = 'SP1;PU0,0;PD100,0,100,50;PU;';
    expect(await boxOf(`IN;IP0,0,8000,4000;SC0,100,0,50;${drawn}`)).toEqual({
      minX: 0,
      minY: 0,
      maxX: 8000,
      maxY: 4000,
    });
    const { scale } = await read(`IN;SC0,100,0,50;${drawn}`);
    expect(scale.certain).toBe(false);
    expect(scale.offers.map(({ mmPerUnit }) => mmPerUnit)).toContain(1);
  });

  it('decodes polylines of base 64 and 32, up and down, absolute and with fractions', async () => {
    const digits = (value: number, base: 64 | 32): string => {
      let [rest, text] = [2 * Math.abs(value) + (value < 0 ? 1 : 0), ''];
      const last = base === 64 ? 191 : 95;
      for (; rest >= base; rest = Math.floor(rest / base)) text += String.fromCharCode(63 + (rest % base));
      return text + String.fromCharCode(last + rest);
    };
    for (const base of [64, 32] as const) {
      const pair = (x: number, y: number) => digits(x, base) + digits(y, base);
      const code = `${base === 32 ? '7' : ''}<=${pair(1000, 1000)}${pair(2500, 0)}${pair(-500, -3000)}`;
      const box = await boxOf(`IN;SP1;PE${code};`);
      expect(box, `base ${base}`).toEqual({ minX: 1000, minY: -2000, maxX: 3500, maxY: 1000 });
    }
    const half = `>${digits(1, 64)}<=${digits(0, 64)}${digits(0, 64)}${digits(3001, 64)}${digits(0, 64)}`;
    expect((await boxOf(`IN;SP1;PE${half};`)).maxX).toBe(1500.5);
  });

  it('tells of words and of what it does not know, and passes over what sets the device up', async () => {
    const { left } = await read(
      '\x1b%-1BIN;VS10;SP1;PU0,0;LBFENNY 8\x03PD4000,0;DT*;LBCROSS*ZZ1,2;PU;LT2;PU0,0;PD9,9;LT;PD0,9;SP0;',
    );
    expect(left).toEqual([
      { kind: 'text', count: 2, what: ['FENNY 8', 'CROSS'] },
      { kind: 'other content', count: 1, what: ['ZZ'] },
      { kind: 'dashed', count: 1, what: ['Pen 1'] },
    ]);
  });
});
