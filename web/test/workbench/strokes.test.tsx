// @vitest-environment jsdom
import { describe, expect, it } from 'vitest';
import { openWorkbench } from './open';

describe('Strokes', () => {
  it('hatches', async () => {
    const t0 = performance.now();
    const bench = await openWorkbench('Valve tag, injector');
    console.log('open', performance.now() - t0);
    await bench.station('Strokes');
    await bench.choose('Areas are', 'Hatched');
    await bench.type('Line width', '0.2');
    console.log('typed', performance.now() - t0);
    await bench.built();
    console.log('built', performance.now() - t0);
    expect(bench.recipe().operations.find(({ fill }) => fill)?.fill).toMatchObject({ kind: 'hatch', width: 0.2 });
    const file = await bench.file();
    console.log('file', performance.now() - t0);
    console.log(file.layers.map((l) => `${l.name} ${l.contours.length}`));
  });
});
