import { describe, expect, it } from 'vitest';
import { couponPlaces } from '../src/job/coupon-windows.ts';
import { measure } from '../src/job/measure-job.ts';
import { growBounds, joinBounds, widthOf } from '../src/geometry/bounds.ts';
import { contourArea, contourBounds, regionArea } from '../src/geometry/contour-facts.ts';
import { roundedRectangle } from '../src/geometry/shapes.ts';
import { MAKE_IDS } from '../src/makes/makes.ts';
import type { Version1Input } from '../src/recipe/migrate/version-1.ts';
import type { CouponOf, Recipe } from '../src/recipe/schema.ts';
import { reportOf } from '../src/job/report.ts';
import { buildOf, jobOf, measuresOf, recipeOf, thingIn, withThing } from './workshop.ts';

/** The coupon alone: what it shows is not laid on the sheet. */
const couponJob = (recipe: Recipe, places: Pick<CouponOf, 'windows' | 'frame'>): Recipe =>
  recipeOf({
    ...recipe,
    assemblies: [
      { ...thingIn(recipe), hidden: true },
      { make: 'coupon', of: thingIn(recipe).id, ...places },
    ],
  });

const stencil = (words: string, more: Partial<Version1Input> = {}): Version1Input => ({
  make: 'cut-through',
  machine: 'co2-laser',
  material: 'plywood',
  lettering: { words },
  ...more,
});

describe('makes', () => {
  it('a backer follows its letters at its distance, round or mitred, with narrow holes filled', () => {
    const backed = (backer: Version1Input['backer']) =>
      buildOf({
        make: 'backed',
        machine: 'co2-laser',
        material: 'plywood',
        lettering: { words: 'HO', size: { by: 'cap height', value: 40 } },
        backer,
      });
    const round = backed({ distance: 5, leastHole: 100 });
    const piece = round.pieces.find(({ name }) => name === 'Backer')!;
    const ink = round.arrangement.letters.map(({ bounds }) => bounds);
    expect(widthOf(piece.component.bounds)).toBeCloseTo(widthOf(joinBounds(ink)) + 10, 2);
    expect(piece.component.holes).toEqual([]);
    expect(
      backed({ distance: 2, leastHole: 0 }).pieces.some(
        ({ name, component }) => name === 'Backer' && component.holes.length > 0,
      ),
    ).toBe(true);
    const mitred = backed({ distance: 5, leastHole: 100, corners: 'mitred' }).pieces.find(
      ({ name }) => name === 'Backer',
    )!;
    expect(mitred.component.area).toBeGreaterThan(piece.component.area + 10);
    expect(round.pieces.filter(({ status }) => status === 'kept')).toHaveLength(3);
  });

  it('a relief plate engraves all but its letters and frame, and past the cut edge where there is no frame', () => {
    const relief = (frame: number) =>
      buildOf({
        make: 'relief',
        machine: 'router',
        material: 'oak',
        thickness: 15,
        lettering: { words: 'GUARD', size: { by: 'cap height', value: 50 } },
        plate: { holes: null },
        relief: { frame, bleed: 2 },
      });
    const [framed, open] = [relief(8), relief(0)];
    const letters = regionArea(framed.construction.groups.flatMap(({ region }) => region));
    const plate = framed.arrangement.plate!;
    const inside = roundedRectangle(growBounds(plate, -8), 0, '');
    expect(regionArea(framed.drawing.area)).toBeCloseTo(contourArea(inside) - letters, 0);
    expect(joinBounds(open.drawing.area.map(contourBounds)).maxX).toBeCloseTo(open.arrangement.plate!.maxX + 2, 6);
  });

  it('keeps words, size and what else applies when the make changes', () => {
    const recipe = recipeOf(stencil('FENNY'));
    for (const make of MAKE_IDS) {
      const built = buildOf(withThing(recipe, () => ({ make })));
      expect(built.arrangement.letters.map(({ text }) => text).join('')).toBe('FENNY');
      expect(built.capHeight).toBe(60);
      expect(built.operations.length).toBeGreaterThan(0);
    }
  });
});

describe('a test coupon', () => {
  it('shows the riskiest places at true size, each in a rim that holds it', () => {
    const recipe = recipeOf(stencil('ABOARD', { hold: { bridges: { width: 2 } } }));
    const whole = buildOf(recipe);
    const [{ built, measures } = { built: null, measures: null }] = measure(whole).assemblies;
    const coupon = couponPlaces(built!, measures!)!;
    expect(coupon.windows.length).toBeGreaterThanOrEqual(2);
    const job = couponJob(recipe, coupon);
    const cut = buildOf(job);
    expect(cut.pieces.filter(({ status }) => status === 'kept')).toHaveLength(coupon.windows.length);
    expect(cut.pieces.filter(({ status, intended }) => status !== 'kept' && !intended)).toEqual([]);
    const narrowest = Math.min(...whole.hold.bridges.map(({ width }) => width));
    expect(measuresOf(cut).thickness.least!.width).toBeLessThan(narrowest + 0.05);
  });
});

describe('letters and backers from two sheets', () => {
  const sheetOf = (laid: boolean, more: object = {}) =>
    buildOf({
      machine: 'fibre-laser',
      material: 'brass',
      thickness: 2,
      backers: { machine: 'co2-laser', material: 'plywood', thickness: 6, laid },
      assemblies: [
        {
          make: 'backed',
          backer: { distance: 5, locate: true, ...more },
          items: [{ words: 'Fenny', size: { by: 'cap height', value: 30 } }],
        },
      ],
    });

  it('each has its own material, machine and thickness, and together they are what one sheet would have', () => {
    const [letters, backers] = [sheetOf(false), sheetOf(true)];
    const both = buildOf({ ...letters.recipe, backers: null });
    const areaOf = (job: typeof both) => regionArea(job.hold.material);
    expect(areaOf(letters) + areaOf(backers)).toBeCloseTo(areaOf(both), 3);
    expect(backers.pieces.filter(({ status }) => status === 'kept').map(({ name }) => name)).toEqual(['Backer']);
    expect(letters.pieces.filter(({ status }) => status === 'kept')).toHaveLength(5);
    expect([letters.material.id, letters.machine.id]).toEqual(['brass', 'fibre-laser']);
    expect([backers.material.id, backers.machine.id]).toEqual(['plywood', 'co2-laser']);
    expect(letters.construction.linework).toEqual([]);
    expect(backers.construction.linework.length).toBeGreaterThan(0);
    const [of, on] = [reportOf(letters), reportOf(backers)];
    expect([of.lays, of.thickness, on.lays, on.thickness]).toEqual(['letters', 2, 'backers', 6]);
    // In brass of 8.5 g/cm3 and plywood, each as thick as it is.
    const gramsOf = (job: typeof both) => (areaOf(job) * job.material.density * (job === letters ? 2 : 6)) / 1000;
    const weights = (report: typeof of) =>
      report.assemblies[0]!.pieces.filter(({ status }) => status === 'kept').reduce(
        (sum, { weight }) => sum + weight,
        0,
      );
    expect(weights(of)).toBeCloseTo(gramsOf(letters), 3);
    expect(weights(on)).toBeCloseTo(gramsOf(backers), 3);
  });

  it('letters engraved on their backer lie on its sheet', () => {
    expect(sheetOf(true, { letters: 'engrave' }).construction.area.length).toBeGreaterThan(0);
    const job = sheetOf(true, { letters: 'engrave' }).recipe;
    expect(jobOf({ ...job, backers: { ...job.backers!, laid: false } }).assemblies).toEqual([]);
  });
});
