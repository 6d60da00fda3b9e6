import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { flatten, type Contour } from '../src/geometry/contour.ts';
import { reverseContour } from '../src/geometry/contour-facts.ts';
import type { Point } from '../src/geometry/point.ts';
import { circle, roundedRectangle } from '../src/geometry/shapes.ts';
import { line } from '../src/geometry/segment.ts';
import { timeAlong, timeStraight, type Motion } from '../src/motion/motion.ts';
import { readArtwork } from '../src/artwork/read-artwork.ts';
import type { ReadDrawing } from '../src/formats/sheet-drawing.ts';
import { readSvg } from '../src/formats/svg/svg-reader.ts';
import { writeSvg } from '../src/formats/svg/svg-writer.ts';
import { agreementOf } from '../src/job/agreement.ts';
import { layerUses, sheetDrawing } from '../src/job/file-drawing.ts';
import { FORMATS } from '../src/job/files.ts';
import { runJob } from '../src/job/run-job.ts';
import { drawingOfArtwork } from '../src/machine/drawing-of-artwork.ts';
import { runFile, usesOf } from '../src/machine/run-file.ts';
import { sweepOf } from '../src/motion/sweep.ts';
import { houseShop } from '../src/shop/house.ts';
import { DEMO_JOBS } from '../../demo/src/jobs.ts';
import { jobOf, recipeOf } from './workshop.ts';

const box = (minX: number, minY: number, maxX: number, maxY: number): Contour =>
  roundedRectangle({ minX, minY, maxX, maxY }, 0, 'it');
const plasma = houseShop.machines.find(({ id }) => id === 'plasma')!;
const laser = houseShop.machines.find(({ id }) => id === 'co2-laser')!;
const drawing = (layers: Readonly<Record<string, readonly Contour[]>>) => ({
  width: 100,
  height: 100,
  layers: Object.entries(layers).map(([name, contours]) => ({ name, contours })),
  unread: {},
});

/** The same way in small steps: at each as fast as may be, looking ahead for whatever asks to be slower. */
function steppedTime(points: readonly Point[], { speed, acceleration, deviation }: Motion): number {
  const step = 0.01;
  const places: { far: number; limit: number }[] = [];
  let far = 0;
  points.forEach((point, i) => {
    const [before, after] = [points[i - 1], points[i + 1]];
    if (before) far += Math.hypot(point.x - before.x, point.y - before.y);
    if (!before || !after) return void places.push({ far, limit: 0 });
    const turn = Math.abs(
      Math.atan2(
        (point.x - before.x) * (after.y - point.y) - (point.y - before.y) * (after.x - point.x),
        (point.x - before.x) * (after.x - point.x) + (point.y - before.y) * (after.y - point.y),
      ),
    );
    const [a, b] = [
      Math.hypot(point.x - before.x, point.y - before.y),
      Math.hypot(after.x - point.x, after.y - point.y),
    ];
    const radius = Math.min(
      (deviation * Math.cos(turn / 2)) / (1 - Math.cos(turn / 2)),
      Math.min(a, b) / 2 / Math.tan(turn / 2),
    );
    places.push({ far, limit: turn < 1e-7 ? speed : Math.min(speed, Math.sqrt(acceleration * radius)) });
  });
  let [at, speedNow, time] = [0, 0, 0];
  const allowed = (where: number): number => {
    let most = speed;
    for (const place of places)
      if (place.far >= where)
        most = Math.min(most, Math.sqrt(place.limit ** 2 + 2 * acceleration * (place.far - where)));
    return most;
  };
  while (at < far - step) {
    const next = Math.min(allowed(at + step), Math.sqrt(speedNow ** 2 + 2 * acceleration * step));
    time += step / Math.max(1e-3, (speedNow + next) / 2);
    speedNow = next;
    at += step;
  }
  return time;
}

describe('the time of a line', () => {
  const motion: Motion = { speed: 50, acceleration: 500, deviation: 0.02 };

  it('is that of a ramp up, a way at speed and a ramp down', () => {
    // 100 mm at 50 mm/s, and 50/500 s for the two ramps.
    expect(
      timeAlong(
        [
          { x: 0, y: 0 },
          { x: 100, y: 0 },
        ],
        motion,
      ),
    ).toBeCloseTo(2.1, 9);
    // Too short to come up to speed.
    expect(timeStraight(2, motion)).toBeCloseTo(2 * Math.sqrt(2 / 500), 9);
    expect(timeAlong([{ x: 1, y: 1 }], motion)).toBe(0);
  });

  it('of a small circle is set by what turns the head, not by its speed', () => {
    const points = flatten(circle({ x: 0, y: 0 }, 2, ''), 0.0005);
    const speed = Math.sqrt(500 * 2);
    expect(timeAlong([...points, points[0]!], motion)).toBeCloseTo((2 * Math.PI * 2) / speed + speed / 500, 1);
  });

  it('is within two in a hundred of the same way in small steps', () => {
    const point = fc.record({ x: fc.integer({ min: 0, max: 20 }), y: fc.integer({ min: 0, max: 20 }) });
    fc.assert(
      fc.property(fc.array(point, { minLength: 2, maxLength: 7 }), (path) => {
        const points = path.filter((each, i) => i === 0 || each.x !== path[i - 1]!.x || each.y !== path[i - 1]!.y);
        fc.pre(points.length > 1);
        const time = timeAlong(points, motion);
        expect(Math.abs(time - steppedTime(points, motion))).toBeLessThan(0.02 * time + 0.004);
      }),
      { numRuns: 25 },
    );
  });
});

describe('a sweep', () => {
  it('takes each row at speed, and a turn after it', () => {
    const rows = { speed: 100, acceleration: 2000, settle: 0.01, pitch: 0.5, angle: 0, bothWays: true };
    // Twenty rows of 40 mm, twenty turns of 0.11 s.
    const sweep = sweepOf([box(10, 10, 50, 20)], rows);
    expect(sweep.length).toBeCloseTo(20 * 40, 6);
    expect(sweep.seconds).toBeCloseTo(20 * 0.4 + 20 * 0.11, 6);
    // Blanks between two are gone over at speed; rows that are blank cost a step.
    const apart = sweepOf([box(0, 0, 10, 1), box(90, 0, 100, 1), box(0, 11, 10, 12)], rows);
    expect(apart.length).toBeCloseTo(2 * 100 + 2 * 10, 6);
    // Four rows and turns, and twenty blank steps of half a mm; it ends above where the third begins.
    expect(apart.seconds).toBeCloseTo((2 * 100 + 2 * 10 + 20 * 0.5) / 100 + 4 * 0.11, 6);
    // One way only: back over each row but the last, and a second turn.
    const oneWay = sweepOf([box(10, 10, 50, 20)], { ...rows, bothWays: false });
    expect(oneWay.seconds).toBeCloseTo(20 * 0.4 + 19 * 0.4 + 40 * 0.11, 6);
    // Upright: eighty rows of 10 mm.
    const upright = sweepOf([box(10, 10, 50, 20)], { ...rows, angle: 90 });
    expect(upright.seconds).toBeCloseTo(80 * 0.1 + 80 * 0.11, 6);
    expect(upright.start).toEqual({ x: 10.25, y: 10 });
  });
});

describe('a file run', () => {
  it('tells what is done, in what order, and what falls when', () => {
    const plate = box(0, 0, 60, 40);
    const hole = reverseContour(box(10, 10, 20, 20));
    const run = runFile(drawing({ CUT_INNER: [hole], CUT_OUTER: [plate], SOMETHING: [hole] }), plasma);
    expect(run.operations.map(({ layer, work, lines }) => [layer, work, lines])).toEqual([
      ['CUT_INNER', 'cut', 1],
      ['CUT_OUTER', 'cut', 1],
    ]);
    expect(run.moves.map(({ kind }) => kind)).toEqual(['travel', 'pierce', 'line', 'travel', 'pierce', 'line']);
    expect(run.falls.map(({ area }) => area)).toEqual([100, 2400 - 100]);
    expect(run.falls[1]!.at).toBeCloseTo(run.seconds, 9);
    expect(run.unknown).toEqual(['SOMETHING']);
    expect(run.operations[1]!.length).toBeCloseTo(200, 6);
    expect(run.seconds).toBeCloseTo(
      run.moves.reduce((sum, { seconds }) => sum + seconds, 0),
      9,
    );
  });

  it('finds what is worked twice, and what is worked on when it is free', () => {
    const [plate, hole] = [box(0, 0, 60, 40), box(10, 10, 20, 20)];
    const run = runFile(drawing({ CUT: [plate, hole, hole] }), plasma);
    expect(run.twice).toHaveLength(1);
    expect(run.onFree.length).toBeGreaterThanOrEqual(1);
    expect(runFile(drawing({ CUT: [hole, plate] }), plasma)).toMatchObject({ twice: [], onFree: [] });
  });

  it('sweeps engraved areas, and follows strokes that fill them', () => {
    const area = box(0, 0, 20, 10);
    expect(runFile(drawing({ ENGRAVE: [area] }), laser).operations[0]).toMatchObject({ swept: true });
    const stroke: Contour = { segments: [line({ x: 0, y: 0 }, { x: 9, y: 0 }, '')], closed: false };
    const run = runFile(drawing({ ENGRAVE: [stroke] }), laser);
    expect(run.operations[0]).toMatchObject({ swept: false, length: 9 });
    expect(run.falls).toEqual([]);
  });
});

describe('a file of a job, run', () => {
  const job = jobOf({
    make: 'engraved',
    machine: 'co2-laser',
    material: 'plywood',
    lettering: { words: 'SAND' },
    plate: { holes: {}, border: {} },
  });
  const uses = layerUses(job);
  const file = (change: (text: string) => string = (text) => text) =>
    readSvg(change(writeSvg(sheetDrawing(job, null))));
  const differences = (drawing: ReadDrawing, told = uses) =>
    agreementOf(runFile(drawing, job.machine, told), job.operations, told).differences;

  it.each(FORMATS)('does what the job says, as %s: lines, lengths and times', async (format) => {
    const { rows, differences: none, run } = await runJob(job, format);
    expect(none).toEqual([]);
    expect(rows.map(({ layer }) => layer)).toEqual(['ENGRAVE', 'SCORE', 'CUT_INNER', 'CUT_OUTER']);
    expect(run.seconds).toBeCloseTo(
      job.operations.reduce((sum, { time }) => sum + time, 0),
      // Points on a grid make corners where there are none.
      format === 'plt' ? 0 : 1,
    );
    // Holes and plate; what is engraved or scored frees nothing.
    expect(run.falls).toHaveLength(5);
  });

  it.each(DEMO_JOBS.map((each) => [recipeOf(each).name, each] as const))(
    'of the demo shop does so in every format: %s',
    async (_, each) => {
      const built = jobOf(each);
      for (const format of FORMATS) expect((await runJob(built, format)).differences, format).toEqual([]);
    },
  );

  it('is told apart where the file or the map is not the job’s', () => {
    const renamed = differences(file((text) => text.replace('id="SCORE"', 'id="SCRIBE"')));
    expect(renamed).toContain('the file has no layer SCORE');
    expect(renamed).toContain('the machine is told nothing of the layer SCRIBE');
    const lacking = file((text) => text.replace(/(<g id="CUT_INNER"[^>]*>\s*)<path[^>]*>/, '$1'));
    expect(differences(lacking)[0]).toBe('CUT_INNER: 3 lines in the file, 4 in the job');
    // A map that sweeps what is to be followed, and has the plate engraved.
    const wrong = uses.map((use) => (use.layer === 'SCORE' ? { ...use, swept: true } : use));
    const told = agreementOf(runFile(file(), job.machine, wrong), job.operations, uses).differences;
    expect(told.some((each) => each.startsWith('SCORE: '))).toBe(true);
    const { layers } = file();
    expect(differences({ ...file(), layers: [...layers].reverse() }).at(-1)).toMatch(/^the layers run as CUT_OUTER,/);
  });

  it('or any other file, layer by layer, as somebody says', async () => {
    const text =
      '<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="50mm" viewBox="0 0 50 50">' +
      '<rect x="10" y="10" width="20" height="20" fill="none" stroke="#ff0000"/>' +
      '<circle cx="20" cy="20" r="5" fill="none" stroke="#0000ff"/></svg>';
    const drawing = drawingOfArtwork(await readArtwork(new TextEncoder().encode(text)));
    expect(drawing.layers.map(({ name }) => name)).toEqual(['#ff0000', '#0000ff']);
    expect(runFile(drawing, laser, usesOf(drawing, laser, {})).unknown).toHaveLength(2);
    const told = usesOf(drawing, laser, { '#ff0000': 'cut', '#0000ff': 'cut' });
    const run = runFile(drawing, laser, told);
    expect(run.operations.map(({ work, lines }) => [work, lines])).toEqual([
      ['cut', 1],
      ['cut', 1],
    ]);
    // The square falls first, and the circle is cut in it.
    expect(run.falls[0]!.area).toBeCloseTo(400, 6);
    expect(run.onFree).toHaveLength(1);
    expect(runFile(drawing, laser, usesOf(drawing, laser, { '#ff0000': null })).operations).toEqual([]);
  });
});
