import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { FileReading } from '../src/artwork/drawn.ts';
import { rgbOf } from '../src/artwork/dxf/colours.ts';
import { splineSegments } from '../src/artwork/dxf/splines.ts';
import { readDxfArtwork } from '../src/artwork/dxf/read-dxf.ts';
import { UnreadableArtwork } from '../src/artwork/unreadable-artwork.ts';
import { distance } from '../src/geometry/point.ts';
import { pointAt } from '../src/geometry/segment.ts';

type Tags = readonly (string | number)[];

/** A DXF of sections, each of tags: code, value, code, value … */
const file = (sections: Record<string, Tags>, ending = '\n'): Uint8Array =>
  new TextEncoder().encode(
    [
      ...Object.entries(sections).flatMap(([name, tags]) => [0, 'SECTION', 2, name, ...tags, 0, 'ENDSEC']),
      0,
      'EOF',
      '',
    ].join(ending),
  );
const line = (more: Tags = []): Tags => [0, 'LINE', 8, 'A', ...more, 10, 0, 20, 0, 11, 100, 21, 0];
const read = (sections: Record<string, Tags>) => readDxfArtwork(file(sections));
const binsOf = ({ left }: FileReading) => left.map(({ kind, count, what }) => [kind, count, ...what]);

describe('a DXF as artwork', () => {
  it('accounts for what it does not take, kind by kind', () => {
    const reading = read({
      TABLES: [
        ...[0, 'LAYER', 2, 'OFF', 62, -1, 0, 'LAYER', 2, 'COLD', 62, 3, 70, 1],
        ...[0, 'LAYER', 2, 'FOLD', 6, 'Hidden', 0, 'LAYER', 2, 'A', 6, 'Continuous'],
      ],
      BLOCKS: [0, 'BLOCK', 2, 'RING', 10, 0, 20, 0, 0, 'INSERT', 2, 'RING', ...line(), 0, 'ENDBLK'],
      ENTITIES: [
        ...line(),
        ...[0, 'LINE', 8, 'OFF', 10, 0, 20, 0, 11, 1, 21, 0],
        ...[0, 'LINE', 8, 'COLD', 10, 0, 20, 0, 11, 1, 21, 0],
        ...line([60, 1]),
        ...line([67, 1]),
        ...line([6, 'CENTER2']),
        ...[0, 'LINE', 8, 'FOLD', 10, 0, 20, 0, 11, 1, 21, 0],
        ...[0, 'LINE', 8, 'FOLD', 6, 'CONTINUOUS', 10, 0, 20, 0, 11, 1, 21, 0],
        ...[0, 'TEXT', 8, 'A', 1, 'Fenny %%c20'],
        ...[0, 'MTEXT', 8, 'A', 1, '{\\fSome|b0;Cross}\\Phalt \\U+00E9'],
        ...[0, 'DIMENSION', 8, 'A', 0, 'POINT', 8, 'A', 10, 1, 20, 1, 0, 'IMAGE', 8, 'A', 0, '3DFACE', 8, 'A'],
        ...[0, 'WIPEOUT', 8, 'A'],
        ...[0, 'INSERT', 2, 'GONE', 0, 'INSERT', 2, 'RING'],
        ...[0, 'LINE', 8, 'A', 10, 5, 20, 5, 11, 5, 21, 5],
        ...[0, 'LWPOLYLINE', 8, 'A', 43, 2, 10, 0, 20, 0, 10, 9, 20, 9],
        ...[0, 'SPLINE', 8, 'A', 71, 3, 11, 0, 21, 0, 11, 5, 21, 5, 11, 9, 21, 0],
      ],
    });
    expect(binsOf(reading)).toEqual([
      ['hidden', 3, 'OFF', 'COLD', 'A'],
      ['paper space', 1, 'LINE'],
      ['dashed', 2, 'A', 'FOLD'],
      ['text', 2, 'Fenny Ø20', 'Cross halt é'],
      ['dimension', 1],
      ['point', 1],
      ['picture', 1],
      ['three-dimensional', 1],
      ['other content', 1, 'WIPEOUT'],
      ['missing', 1, 'GONE'],
      ['loop', 1, 'RING'],
      ['zero length', 1, 'A'],
      ['approximate', 1, 'A'],
    ]);
    expect(reading.elements).toHaveLength(7);
  });

  it('layer 0 and colours by block are those of the insert; colours are told as they are', () => {
    const { elements } = read({
      TABLES: [0, 'LAYER', 2, 'RED', 62, 1],
      BLOCKS: [
        ...[0, 'BLOCK', 2, 'B', 10, 0, 20, 0],
        ...[0, 'LINE', 8, '0', 62, 0, 10, 0, 20, 0, 11, 1, 21, 0],
        ...[0, 'LINE', 8, 'OWN', 62, 5, 10, 0, 20, 0, 11, 1, 21, 0],
        ...[0, 'ENDBLK'],
      ],
      ENTITIES: [0, 'INSERT', 8, 'RED', 2, 'B', 10, 0, 20, 0, 0, 'LINE', 8, 'RED', 420, 0x123456, 11, 1],
    });
    expect(elements.map(({ layer, colour }) => [layer, colour])).toEqual([
      ['RED', '#ff0000'],
      ['OWN', '#0000ff'],
      ['RED', '#123456'],
    ]);
    // Hues of the table: orange, its paler twin, and the darkest of them.
    expect([30, 31, 38].map((number) => rgbOf([], number))).toEqual(['#ff8000', '#ffbf80', '#4f2800']);
  });

  it.each([
    [[9, '$INSUNITS', 70, 4], 1, true],
    [[9, '$INSUNITS', 70, 1], 25.4, true],
    // 100 metres long it would be.
    [[9, '$INSUNITS', 70, 6], 1, false],
    [[9, '$INSUNITS', 70, 0], 1, false],
    [[], 1, false],
  ])('its unit is what its header says, doubted where the size is unlikely: %s', (HEADER, mmPerUnit, certain) => {
    expect(read({ HEADER, ENTITIES: line() }).scale).toMatchObject({ mmPerUnit, certain });
  });

  it('of no unit is likeliest in what makes its lengths whole', () => {
    const inches = [1.0625, 2.375, 3.5, 0.8125, 5.1875].flatMap((size, i) => [
      0,
      'LINE',
      10,
      0,
      20,
      i,
      11,
      size,
      21,
      i,
    ]);
    const { mmPerUnit, offers } = read({ ENTITIES: inches }).scale;
    expect(mmPerUnit).toBe(25.4);
    expect(offers[0]).toMatchObject({ name: 'inches', whole: 1 });
    // Whole in every unit: then in one that makes it of a size to be worked.
    const small = [2, 3, 4, 5, 6].flatMap((size, i) => [0, 'LINE', 10, 0, 20, i, 11, size, 21, i]);
    expect(read({ ENTITIES: small }).scale.mmPerUnit).toBe(25.4);
  });

  it('may have very many corners in one line of a block', () => {
    const corners = Array.from({ length: 80_000 }, (_, i) => [10, i, 20, i % 2]).flat();
    const BLOCKS = [...[0, 'BLOCK', 2, 'LONG'], ...[0, 'LWPOLYLINE', 8, 'A'], ...corners, 0, 'ENDBLK'];
    const { elements } = read({ BLOCKS, ENTITIES: [0, 'INSERT', 2, 'LONG'] });
    expect(elements[0]!.contours[0]!.segments).toHaveLength(79_999);
  });

  it('is read with any line ending, and in the code page of its time', () => {
    for (const ending of ['\r\n', '\r'])
      expect(readDxfArtwork(file({ ENTITIES: line() }, ending)).elements).toHaveLength(1);
    const bytes = file({
      HEADER: [9, '$ACADVER', 1, 'AC1015', 9, '$DWGCODEPAGE', 3, 'ANSI_1252'],
      ENTITIES: [0, 'TEXT', 1, 'Caf#', ...line()],
    });
    expect(readDxfArtwork(bytes.map((byte) => (byte === 35 ? 0xe9 : byte))).left).toEqual([
      { kind: 'text', count: 1, what: ['Café'] },
    ]);
  });

  it('a damaged one is refused with a reason, wherever it is cut', () => {
    const whole = file({ HEADER: [9, '$INSUNITS', 70, 4], ENTITIES: [...line(), ...line()] });
    const end = new TextDecoder().decode(whole).lastIndexOf('ENDSEC');
    for (let cut = 20; cut < end; cut++)
      expect(() => readDxfArtwork(whole.subarray(0, cut)), `cut at ${cut}`).toThrow(UnreadableArtwork);
    expect(() => read({ HEADER: [] })).toThrow('no entities');
    expect(() => read({ ENTITIES: ['zero', 'LINE'] })).toThrow('should be a group code');
  });

  it('a bomb of blocks is refused before it goes off', () => {
    const tens = Array.from({ length: 10 }, (_, i): Tags => [0, 'INSERT', 2, `B${i}`]);
    const BLOCKS = Array.from({ length: 9 }, (_, i): Tags => [
      ...[0, 'BLOCK', 2, `B${i + 1}`],
      ...Array.from({ length: 10 }, () => tens[i]!).flat(),
      ...[0, 'ENDBLK'],
    ]);
    expect(() =>
      read({ BLOCKS: [0, 'BLOCK', 2, 'B0', ...line(), 0, 'ENDBLK', ...BLOCKS.flat()], ENTITIES: tens[9]! }),
    ).toThrow('more than 500,000 things');
    // Of nothing, too.
    expect(() => read({ BLOCKS: BLOCKS[0]!, ENTITIES: [0, 'INSERT', 2, 'B1', 70, 30000, 71, 30000] })).toThrow(
      'more than 500,000 things',
    );
  });

  it('whatever its bytes say, it is read or refused, and never breaks', () => {
    const whole = file({
      TABLES: [0, 'LAYER', 2, 'A', 62, 1],
      BLOCKS: [0, 'BLOCK', 2, 'B', ...line(), 0, 'ENDBLK'],
      ENTITIES: [
        ...[0, 'INSERT', 2, 'B', 41, 2, 0, 'SPLINE', 71, 2, 40, 0, 40, 0, 40, 0, 40, 1, 40, 1, 40, 1],
        ...[10, 0, 20, 0, 10, 5, 20, 5, 10, 9, 20, 0, 0, 'ARC', 10, 0, 20, 0, 40, 5, 50, 0, 51, 90],
        ...[0, 'HATCH', 91, 1, 92, 1, 93, 2, 72, 1, 10, 0, 20, 0, 11, 5, 21, 0, 72, 2, 10, 0, 20, 0, 40, 5],
      ],
    });
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(whole.length - 1), fc.nat(255)), { maxLength: 12 }), (changes) => {
        const bytes = Uint8Array.from(whole);
        for (const [at, byte] of changes) bytes[at] = byte;
        try {
          const { elements } = readDxfArtwork(bytes);
          for (const { contours } of elements)
            for (const { segments } of contours)
              for (const { from, to } of segments)
                expect([from.x, from.y, to.x, to.y].every(Number.isFinite)).toBe(true);
        } catch (error) {
          expect(error).toBeInstanceOf(UnreadableArtwork);
        }
      }),
    );
  });
});

describe('a spline', () => {
  it('with the weights of a circle is that circle, in arcs', () => {
    const half = Math.SQRT1_2;
    const points = [
      [1, 0],
      [1, 1],
      [0, 1],
      [-1, 1],
      [-1, 0],
    ].map(([x, y]) => ({ x: 50 * x!, y: 50 * y! }));
    const runs = splineSegments({
      degree: 2,
      knots: [0, 0, 0, 1, 1, 2, 2, 2],
      points,
      weights: [1, half, 1, half, 1],
    });
    expect(runs.map(({ kind }) => kind)).toEqual(['arc', 'arc']);
    for (const run of runs)
      for (const t of [0, 0.3, 0.7, 1]) expect(distance(pointAt(run, t), { x: 0, y: 0 })).toBeCloseTo(50, 5);
  });

  it('whose numbers do not belong together is none', () => {
    const points = [0, 1, 2, 3].map((x) => ({ x, y: 0 }));
    for (const knots of [[], [0, 0, 0, 1], [0, 0, 0, 0, 5, 4, 4, 4]])
      expect(splineSegments({ degree: 3, knots, points, weights: [] })).toEqual([]);
  });
});
