import { contourArea, contourBounds } from '@needlefile/core/geometry/contour-facts';
import { heightOf, widthOf, type Bounds } from '@needlefile/core/geometry/bounds';
import { houseShop } from '@needlefile/core/shop/house';
import type { RecipeInput } from '@needlefile/core/recipe/read';
import { describe, expect, it } from 'vitest';
import { thingOf } from '../lettered';
import { boxesOn, layersOf, linesOn, outerCut, sizeOn } from './drawn';
import { openWorkbench, type OpenWorkbench } from './open';

/** A plate whose sizes are all said, without holes or border. */
const bare: RecipeInput = {
  make: 'engraved',
  machine: 'engraver',
  material: 'brass',
  thickness: 1.5,
  lettering: { words: 'OIL', face: 'overpass-bold', size: { by: 'cap height', value: 8 } },
  plate: { width: 60, height: 30, cornerRadius: 0, holes: null, border: null },
};

async function atPlate(job: RecipeInput | string): Promise<OpenWorkbench> {
  const bench = await openWorkbench(job);
  await bench.station('Plate');
  return bench;
}

/** Box of the plate, mm. */
const plateIn = async (bench: OpenWorkbench): Promise<Bounds> => contourBounds(outerCut(await bench.file()));
const sizeOf = async (bench: OpenWorkbench): Promise<readonly number[]> => {
  const box = await plateIn(bench);
  return [widthOf(box), heightOf(box)].map((mm) => Number(mm.toFixed(2)));
};
const areaOf = async (bench: OpenWorkbench): Promise<number> => Math.abs(contourArea(outerCut(await bench.file())));

describe('a plate', () => {
  it('is as large as is said, and else as the words and the margin ask', async () => {
    const bench = await atPlate(bare);
    expect(await sizeOf(bench)).toEqual([60, 30]);
    const [inkWidth, inkHeight] = sizeOn(await bench.file(), 'ENGRAVE');
    await bench.typeAt('thing.plate.width', '');
    await bench.typeAt('thing.plate.height', '');
    await bench.type('Margin', '11');
    const [fitWidth, fitHeight] = await sizeOf(bench);
    expect(fitWidth).toBeCloseTo(inkWidth + 22, 2);
    expect(fitHeight).toBeCloseTo(inkHeight + 22, 2);
  });

  it.each([
    // Areas by hand: what each working takes of a corner of 6 mm.
    ['round', 60 * 30 - (4 - Math.PI) * 36],
    ['chamfered', 60 * 30 - 2 * 36],
    ['notched', 60 * 30 - 4 * 36],
    ['scooped', 60 * 30 - Math.PI * 36],
  ])('has %s corners of the radius that is typed', async (working, area) => {
    const bench = await atPlate(bare);
    await bench.type(/^Corner/, '6');
    await bench.built();
    await bench.choose('Worked', working);
    expect(await areaOf(bench)).toBeCloseTo(area, 1);
  });

  it.each([
    ['Oval', (Math.PI * 60 * 30) / 4],
    ['Rectangle', 60 * 30],
  ])('is a plain %s', async (outline, area) => {
    const bench = await atPlate(bare);
    await bench.choose('Outline', outline);
    expect(await areaOf(bench)).toBeCloseTo(area, 0);
    expect(await sizeOf(bench)).toEqual([60, 30]);
  });

  it.each(['Arch', 'Stake'])('as an %s is no box', async (outline) => {
    const bench = await atPlate(bare);
    await bench.choose('Outline', outline);
    expect(await areaOf(bench)).toBeGreaterThan(0.7 * 60 * 30);
    expect(await areaOf(bench)).not.toBeCloseTo(60 * 30, 0);
  });

  it('has holes where they are said to be', async () => {
    const bench = await atPlate(bare);
    await bench.tick('Holes');
    await bench.type('Diameter', '4');
    await bench.type('From edges', '5');
    const centres = async () =>
      boxesOn(await bench.file(), 'CUT_INNER').map(({ minX, maxX, minY, maxY }) => {
        expect(maxX - minX).toBeCloseTo(4, 2);
        return [(minX + maxX) / 2, (minY + maxY) / 2] as const;
      });
    const plate = await plateIn(bench);
    const corners = await centres();
    expect(corners).toHaveLength(4);
    for (const [x, y] of corners) {
      expect(Math.min(x - plate.minX, plate.maxX - x)).toBeCloseTo(5, 2);
      expect(Math.min(y - plate.minY, plate.maxY - y)).toBeCloseTo(5, 2);
    }
    await bench.choose('Where', 'one at each end');
    const ends = await centres();
    expect(ends).toHaveLength(2);
    for (const [, y] of ends) expect(y).toBeCloseTo((plate.minY + plate.maxY) / 2, 2);
    await bench.choose('Where', 'in a row above');
    await bench.type('How many', '3');
    const above = await centres();
    expect(above).toHaveLength(3);
    for (const [, y] of above) expect(plate.maxY - y).toBeCloseTo(5, 2);
    await bench.choose('Where', 'on a bolt circle');
    await bench.type('How many', '6');
    const bolts = await centres();
    const middle = [(plate.minX + plate.maxX) / 2, (plate.minY + plate.maxY) / 2] as const;
    const radii = bolts.map(([x, y]) => Math.hypot(x - middle[0], y - middle[1]));
    expect(radii).toHaveLength(6);
    for (const radius of radii) expect(radius).toBeCloseTo(radii[0]!, 2);
    await bench.tick('Holes');
    expect(layersOf(await bench.file())).not.toContain('CUT_INNER');
  });

  it('has a border line so far from its edge', async () => {
    const bench = await atPlate(bare);
    await bench.tick('Border line');
    await bench.type('From the edge', '2.5');
    const [width, height] = sizeOn(await bench.file(), 'SCORE');
    expect([width, height].map((mm) => Number(mm.toFixed(2)))).toEqual([55, 25]);
    await bench.tick('Border line');
    expect(layersOf(await bench.file())).not.toContain('SCORE');
  });
});

describe('the sheet', () => {
  it('is as large as is said, what lies on it in its middle, or has room round what lies on it', async () => {
    const bench = await atPlate(bare);
    await bench.typeAt('sheet.width', '200');
    await bench.typeAt('sheet.height', '100');
    await bench.built();
    expect(await plateIn(bench)).toMatchObject({ minX: 70, minY: 35, maxX: 130, maxY: 65 });
    expect(bench.panel().queryByLabelText('Room round it')).toBeNull();
    await bench.typeAt('sheet.width', '');
    await bench.type('Room round it', '9');
    expect((await plateIn(bench)).minX).toBeCloseTo(9, 3);
  });

  it('that is too small is told, with what to do', async () => {
    const bench = await atPlate(bare);
    await bench.typeAt('sheet.width', '40');
    await bench.built();
    expect(bench.check().getByText('Reaches off the sheet by 20 mm')).toBeTruthy();
  });
});

describe('what it is made of', () => {
  it('goes with the machine: one that does not work it brings another along, with its usual thickness', async () => {
    const bench = await atPlate(bare);
    const laser = houseShop.machines.find(({ id }) => id === 'co2-laser')!;
    expect(laser.materials).not.toContain('brass');
    await bench.choose('Machine', laser.name);
    const { machine, material, thickness } = bench.recipe();
    expect(machine).toBe('co2-laser');
    expect(laser.materials).toContain(material);
    expect(houseShop.materials.find(({ id }) => id === material)!.stock).toContain(thickness);
    await bench.type('Thickness', '1/8 in');
    expect(bench.recipe().thickness).toBeCloseTo(3.175, 6);
    const other = laser.materials.find((each) => each !== material)!;
    await bench.choose('Material', houseShop.materials.find(({ id }) => id === other)!.name);
    expect(bench.recipe().material).toBe(other);
    expect(houseShop.materials.find(({ id }) => id === other)!.stock).toContain(bench.recipe().thickness);
  });
});

describe('another make', () => {
  it('keeps the words and their size, and whatever else applies', async () => {
    const bench = await atPlate('Mess room hook, Wren');
    const words = () => thingOf(bench.recipe()).items[0]!;
    const before = words();
    for (const make of [
      'Cut-through plate',
      'Engraved plate',
      'Relief plate',
      'Backed letters',
      'Stand-alone letters',
    ]) {
      await bench.choose('Make', make);
      await bench.built();
      expect(words(), make).toEqual(before);
      expect((await bench.file()).layers.length, make).toBeGreaterThan(0);
    }
    expect(thingOf(bench.recipe()).make).toBe('stand-alone');
  });
});

describe('a rail', () => {
  it('lies where it is said to, and is as high', async () => {
    const bench = await atPlate('Mess room hook, Wren');
    const outline = () => sizeOf(bench) as Promise<[number, number]>;
    const [, under] = await outline();
    await bench.typeAt('thing.rail.height', '14');
    const [, higher] = await outline();
    // It sinks into the letters from below: it grows downward.
    expect(higher - under).toBeCloseTo(5, 2);
    const [before] = await outline();
    await bench.type('Past the ends', '10');
    expect((await outline())[0] - before).toBeCloseTo(12, 2);
    await bench.choose('Where', 'under and over');
    expect((await outline())[1]).toBeGreaterThan(higher + 5);
    await bench.choose('Where', 'all round');
    expect(thingOf(bench.recipe()).rail).toMatchObject({ at: 'both', uprights: { count: 2 } });
    await bench.type('Uprights', '3');
    const inner = linesOn(await bench.file(), 'CUT_INNER').length;
    await bench.type('Uprights', '0');
    expect(thingOf(bench.recipe()).rail!.uprights).toBeNull();
    expect(linesOn(await bench.file(), 'CUT_INNER').length).not.toBe(inner);
    await bench.tick('Rail');
    expect(thingOf(bench.recipe()).rail).toBeNull();
  });

  it('stands on feet, in a base that is cut from the same sheet, with slots for them', async () => {
    const bench = await atPlate('Mess room hook, Wren');
    const before = linesOn(await bench.file(), 'CUT_OUTER').length;
    await bench.tick('Feet');
    await bench.type('How many', '3');
    await bench.tick('Cut a base from this sheet');
    await bench.type('Play in slots', '0.2');
    const feet = thingOf(bench.recipe()).rail!.feet!;
    expect(feet).toMatchObject({ count: 3, depth: 6, play: 0.2 });
    const file = await bench.file();
    expect(linesOn(file, 'CUT_OUTER')).toHaveLength(before + 1);
    const slots = boxesOn(file, 'CUT_INNER').filter((box) => Math.abs(heightOf(box) - 6.2) < 0.01);
    expect(slots).toHaveLength(3);
    for (const slot of slots) expect(widthOf(slot)).toBeCloseTo(feet.width + 0.2, 2);
    await bench.tick('Feet');
    expect(thingOf(bench.recipe()).rail!.feet).toBeNull();
  });
});

describe('a backer', () => {
  it('follows the letters at its distance, beside them or under them', async () => {
    const bench = await atPlate('Marigold on a backer');
    const outer = async () => linesOn(await bench.file(), 'CUT_OUTER').map((line) => contourBounds(line));
    const widest = async () => Math.max(...(await outer()).map(widthOf));
    const before = await widest();
    await bench.type('Past letters', '12');
    expect((await widest()) - before).toBeCloseTo(6, 1);
    const pieces = (await outer()).length;
    await bench.tick('Lines that show where letters go');
    expect(layersOf(await bench.file()).some((name) => name.startsWith('SCORE'))).toBe(false);
    await bench.user.click(bench.panel().getByText('Engraved'));
    await bench.built();
    const file = await bench.file();
    expect(layersOf(file)).toContain('ENGRAVE');
    expect(linesOn(file, 'CUT_OUTER').length).toBeLessThan(pieces);
    expect(bench.panel().queryByLabelText('Apart')).toBeNull();
  });

  it('may come from a sheet of its own, of another material', async () => {
    const bench = await atPlate('Marigold on a backer');
    await bench.tick('Backers from a sheet of their own');
    expect(bench.recipe().backers).toMatchObject({ machine: 'co2-laser', material: 'plywood', laid: true });
    await bench.built();
    expect(linesOn(await bench.file(), 'CUT')).toHaveLength(1);
    await bench.user.click(bench.panel().getByLabelText('Letters', { selector: '[type=radio]' }));
    await bench.built();
    expect(bench.recipe().backers!.laid).toBe(false);
    expect(linesOn(await bench.file(), 'CUT').length).toBeGreaterThan(1);
    const [, material] = bench.panel().getAllByLabelText('Material');
    const another = houseShop.machines
      .find(({ id }) => id === 'co2-laser')!
      .materials.find((each) => each !== 'plywood')!;
    await bench.user.selectOptions(material!, houseShop.materials.find(({ id }) => id === another)!.name);
    expect(bench.recipe()).toMatchObject({ material: 'plywood', backers: { material: another } });
    await bench.tick('Backers from a sheet of their own');
    expect(bench.recipe().backers).toBeNull();
  });
});

describe('a relief', () => {
  it('keeps a frame of its own width', async () => {
    const bench = await atPlate('Relief plate, Guard & Parcels');
    const before = sizeOn(await bench.file(), 'CUT_OUTER');
    await bench.type('Frame', '16');
    expect(thingOf(bench.recipe()).relief.frame).toBe(16);
    expect(sizeOn(await bench.file(), 'CUT_OUTER')).toEqual(before);
  });
});
