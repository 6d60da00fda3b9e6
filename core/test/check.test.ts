import { describe, expect, it } from 'vitest';
import { build } from '../src/job/build-job.ts';
import type { Contour } from '../src/geometry/contour.ts';
import { contourArea } from '../src/geometry/contour-facts.ts';
import { stopsFirst } from '../src/check/stops-first.ts';
import { StageCache } from '../src/assembly/stages.ts';
import { reportOf } from '../src/job/report.ts';
import type { RuleName } from '../src/check/finding.ts';
import { applyPatch } from '../src/recipe/patch.ts';
import type { RecipeInput } from '../src/recipe/read.ts';
import { houseShop } from '../src/shop/house.ts';
import { buildOf, faceOf, jobOf, recipeOf } from './workshop.ts';

/** Found by measuring: see measures.test.ts and bridges.test.ts. */
type MeasuredRule = 'weak hold' | 'few points' | 'thin neck' | 'thin wall' | 'narrow gap' | 'filled counter' | 'speck';

/** Rules about files and outlines that come beside a recipe: artwork.test.ts and redrawn.test.ts have them. */
type AboutFiles =
  | 'artwork missing'
  | 'open line'
  | 'nearly doubled'
  | 'lost decision'
  | 'lost outline'
  | 'no clear field'
  | 'unseen layer'
  | 'crossing line';

/** Rules about machines that the house has none of: file-rules.test.ts has it. */
type AboutTheShop = 'too many colours';

/** A job with each fault, by the rule that finds it. */
const FAULTS: Record<Exclude<RuleName, MeasuredRule | AboutFiles | AboutTheShop>, RecipeInput> = {
  'bare area': {
    machine: 'engraver',
    material: 'brass',
    operations: [
      { id: 'area', work: 'engrave', fill: { width: 3 } },
      { id: 'outer', work: 'cut' },
    ],
    assignment: { inner: 'outer', line: null },
    assemblies: [{ make: 'engraved', items: [{ words: 'I', size: { by: 'cap height', value: 8 } }] }],
  },
  'short stroke': {
    machine: 'router',
    material: 'oak',
    assemblies: [
      {
        make: 'single-line',
        items: [{ words: 'F', face: 'overpass-bold', size: { by: 'cap height', value: 6 }, centerline: {} }],
      },
    ],
  },
  'over the edge': {
    machine: 'engraver',
    material: 'brass',
    operations: [
      { id: 'area', work: 'engrave', fill: { kind: 'dots' } },
      { id: 'outer', work: 'cut' },
    ],
    assignment: { inner: 'outer', line: null },
    assemblies: [{ make: 'engraved', items: [{ words: 'I', dots: { 'letter:0.0.0': { in: [[0.2, 2]] } } }] }],
  },
  'colliding dots': {
    machine: 'engraver',
    material: 'brass',
    operations: [
      { id: 'area', work: 'engrave', fill: { kind: 'dots' } },
      { id: 'outer', work: 'cut' },
    ],
    assignment: { inner: 'outer', line: null },
    assemblies: [
      {
        make: 'engraved',
        items: [
          {
            words: 'I',
            dots: {
              'letter:0.0.0': {
                in: [
                  [0.2, 2],
                  [0.21, 2],
                ],
              },
            },
          },
        ],
      },
    ],
  },
  'depth lost': {
    machine: 'router',
    material: 'oak',
    operations: [
      { id: 'area', work: 'engrave', fill: { kind: 'cone' } },
      { id: 'outer', work: 'cut' },
    ],
    assignment: { inner: 'outer', line: null },
    release: { formats: ['svg'] },
    assemblies: [{ make: 'engraved', items: [{ words: 'I' }] }],
  },
  'too deep': {
    machine: 'router',
    material: 'oak',
    thickness: 6,
    operations: [
      { id: 'area', work: 'engrave', fill: { kind: 'cone', angle: 30 } },
      { id: 'outer', work: 'cut' },
    ],
    assignment: { inner: 'outer', line: null },
    assemblies: [{ make: 'engraved', items: [{ words: 'I', size: { by: 'cap height', value: 60 } }] }],
  },
  'too many sweeps': {
    machine: 'engraver',
    material: 'brass',
    operations: [
      { id: 'area', work: 'engrave', rows: { byHand: ['a', 'b', 'c', 'd', 'e'].map((id) => [`thing-1:0/${id}`]) } },
      { id: 'outer', work: 'cut' },
    ],
    assignment: { inner: 'outer', line: null },
    assemblies: [{ make: 'engraved', items: ['a', 'b', 'c', 'd', 'e'].map((id) => ({ id, words: 'I' })) }],
  },
  'no words': { make: 'engraved', machine: 'engraver', material: 'brass', lettering: { words: ' \n ' } },
  'face missing': { make: 'cut-through', lettering: { words: 'A', face: 'lost-face' } },
  'missing character': { make: 'cut-through', lettering: { words: 'A🚂' } },
  'loose piece': { make: 'stand-alone', lettering: { words: 'FENNY' } },
  'drop-out': { make: 'cut-through', lettering: { words: 'BOD' }, hold: { bridges: { perIsland: 'none' } } },
  'narrow bridge': { make: 'cut-through', lettering: { words: 'BOD' }, hold: { bridges: { width: 2 } } },
  'one bridge': {
    make: 'cut-through',
    thickness: 8,
    lettering: { words: 'O', size: { by: 'cap height', value: 250 } },
    hold: { bridges: { perIsland: 'one' } },
  },
  'slender bridge': { make: 'cut-through', lettering: { words: 'O', size: { by: 'cap height', value: 250 } } },
  'lost bridge': {
    make: 'cut-through',
    lettering: { words: 'FENNY' },
    hold: { bridges: { byHand: { 'letter:0.9.0#0': [{ at: 0.2 }] } } },
  },
  'lost bar': { make: 'stand-alone', lettering: { words: 'HI' }, hold: { joins: { bars: { 'letter:0.9.0': [0.5] } } } },
  'off the sheet': { make: 'cut-through', lettering: { words: 'BOD' }, sheet: { width: 100 } },
  overlap: {
    assemblies: [
      { make: 'engraved', items: [{ words: 'A' }], place: { x: 10, y: 10 } },
      { make: 'engraved', items: [{ words: 'B' }], place: { x: 20, y: 20 } },
    ],
    machine: 'engraver',
    material: 'brass',
  },
  'words off the plate': { make: 'cut-through', lettering: { words: 'BOD' }, plate: { width: 60 } },
  'nothing seen': {
    machine: 'plasma',
    material: 'mild-steel',
    assemblies: [
      {
        make: 'cut-through',
        items: [
          { kind: 'shape', outline: { by: 'rectangle', width: 200, height: 80 }, place: { x: 0, y: 0 } },
          { words: 'WREN', size: { by: 'cap height', value: 30 }, place: { x: -40, y: -15 } },
        ],
      },
    ],
  },
  'past the guide': {
    machine: 'co2-laser',
    material: 'plywood',
    assemblies: [
      {
        make: 'stand-alone',
        items: [
          { id: 'ornament', kind: 'shape', role: 'guide', outline: { by: 'heart', width: 90, height: 80 } },
          { words: 'WREN', place: { x: 0, y: 0 } },
        ],
      },
    ],
  },
  'too near': {
    machine: 'router',
    material: 'plywood',
    thickness: 6,
    sheet: { gap: 2 },
    assemblies: [{ make: 'engraved', copies: 3, plate: { width: 120, height: 60 }, items: [{ words: 'TEA' }] }],
  },
  // A disc in a ring: between them there is no room for a lead of either.
  'lead in the way': {
    ...{ machine: 'plasma', material: 'mild-steel', thickness: 3, release: { kerf: 'file' } },
    assemblies: [
      {
        make: 'stand-alone',
        place: { x: 30, y: 30 },
        items: [{ kind: 'shape', role: 'material', outline: { by: 'round', diameter: 40 } }],
      },
      {
        make: 'stand-alone',
        place: { x: 10, y: 10 },
        items: [
          { kind: 'shape', role: 'material', outline: { by: 'round', diameter: 80 } },
          { kind: 'shape', role: 'opening', outline: { by: 'round', diameter: 46 } },
        ],
      },
    ],
  },
  'hole in the way': { make: 'cut-through', lettering: { words: 'FENNY' }, plate: { margin: 4, holes: { inset: 8 } } },
  unassigned: { make: 'cut-through', lettering: { words: 'FENNY' }, workOrder: { outline: { work: null } } },
  'single-line face': { make: 'cut-through', lettering: { words: 'FENNY', face: 'hershey-sans-line' } },
  'past the circle': {
    make: 'engraved',
    machine: 'engraver',
    material: 'brass',
    lettering: { words: 'FENNY CROSS', bow: { radius: 50 } },
  },
  'lost nudge': { make: 'cut-through', lettering: { words: 'FENNY', nudges: { 'letter:0.9.0': { x: 3 } } } },
  'cut too wide': {
    make: 'cut-through',
    machine: 'engraver',
    material: 'brass',
    thickness: 1,
    lettering: { words: 'ICE', size: { by: 'cap height', value: 4 } },
  },
  'no lead': {
    make: 'cut-through',
    release: { kerf: 'file' },
    lettering: { words: 'I', size: { by: 'cap height', value: 12 } },
  },
  'closed counter': { make: 'cut-through', lettering: { words: 'BA', thicken: { by: 8 } } },
  'parted letter': {
    make: 'stand-alone',
    hold: { pieces: 'separate' },
    lettering: { words: 'n', face: 'pinyon-script', thicken: { by: -1.5 } },
  },
  machine: { make: 'engraved', machine: 'plasma', lettering: { words: 'FENNY' } },
  order: {
    make: 'engraved',
    machine: 'engraver',
    material: 'brass',
    lettering: { words: 'FENNY' },
    workOrder: { sequence: ['outer cuts', 'engrave', 'mark', 'score', 'inner cuts'] },
  },
};

describe('shop check', () => {
  it.each(Object.entries(FAULTS))(
    'finds “%s”, and each of its mends but the last resort puts it right',
    (rule, input) => {
      const { findings, recipe } = jobOf(input);
      const own = findings.filter((finding) => finding.rule === rule);
      expect(own.length).toBeGreaterThan(0);
      for (const { measure } of own)
        if (measure)
          expect(measure.wants === 'at least' ? measure.value < measure.limit : measure.value > measure.limit).toBe(
            true,
          );
      for (const { mends } of own)
        for (const { label, patch } of mends) {
          // Closing up is a step on the way: it may need taking more than once.
          if (label === 'Close the letters up') continue;
          const after = jobOf(recipeOf(applyPatch(recipe, patch))).findings.filter((finding) => finding.rule === rule);
          expect(after, `${rule}: ${label}`).toEqual([]);
        }
    },
  );

  it('is silent on a sound job', () => {
    expect(
      buildOf({ make: 'cut-through', lettering: { words: 'LOAD 8 TONS', size: { by: 'cap height', value: 100 } } })
        .findings,
    ).toEqual([]);
  });
});

describe('what is seen', () => {
  const box = (role: string, width: number) =>
    ({ kind: 'shape', role, outline: { by: 'rectangle', width, height: width / 2 }, place: { x: 0, y: 0 } }) as const;
  const jobIn = (make: string, ...items: readonly object[]) =>
    jobOf({ machine: 'co2-laser', material: 'plywood', assemblies: [{ make, items }] } as RecipeInput);

  it.each([
    ['a hole in a hole', 1, [box('opening', 90), box('opening', 30)]],
    ['a hole in a panel in a hole', 0, [box('opening', 90), box('material', 60), box('opening', 30)]],
    ['a panel laid over a hole after it, and that hole', 2, [box('opening', 30), box('material', 90)]],
    ['a panel on the plate', 1, [box('material', 30)]],
    ['what is engraved in a hole', 1, [box('opening', 90), box('engraved', 30)]],
    ['what is engraved across the edge of a hole', 0, [box('opening', 30), box('engraved', 90)]],
    ['what is engraved where all is', 1, [box('engraved', 90), box('engraved', 30)]],
    ['what stands where all is engraved', 0, [box('engraved', 90), box('standing', 30)]],
    ['what stands where nothing is', 1, [box('standing', 30)]],
    ['the same twice', 2, [box('opening', 30), box('opening', 30)]],
    ['a guide', 0, [box('guide', 30), box('opening', 30)]],
  ])('%s: %i', (_, unseen, items) => {
    const { findings } = jobIn('cut-through', ...items);
    expect(findings.filter(({ rule }) => rule === 'nothing seen')).toHaveLength(unseen);
  });

  it.each([
    ['in a hole', 'opening', 'material'],
    ['where all is engraved', 'engraved', 'standing'],
  ])('what is engraved %s is mended by what is seen there', (_, below, role) => {
    const items = [box(below, 90), box('engraved', 30)];
    const job = jobIn('cut-through', ...items);
    const { mends } = job.findings.find(({ rule }) => rule === 'nothing seen')!;
    expect(mends.flatMap(({ patch }) => patch.map(({ value }) => value))).toEqual([role]);
    const after = jobOf(recipeOf(applyPatch(job.recipe, mends[0]!.patch)));
    expect(after.findings.map(({ rule }) => rule)).not.toContain('nothing seen');
  });
});

describe('build', () => {
  it('gives with its cache what it gives without, whatever was built before', () => {
    const cache = new StageCache();
    const inputs: RecipeInput[] = [
      { make: 'cut-through', lettering: { words: 'BOD' } },
      { make: 'cut-through', lettering: { words: 'BODY' } },
      { make: 'cut-through', lettering: { words: 'BODY' }, hold: { bridges: { width: 8 } } },
      { make: 'cut-through', thickness: 6, lettering: { words: 'BODY' } },
      { make: 'engraved', lettering: { words: 'BODY' } },
      { make: 'stand-alone', lettering: { words: 'BODY' }, rail: {} },
      { make: 'stand-alone', lettering: { words: 'BODY' }, rail: {}, hold: { pieces: 'separate' } },
      { make: 'cut-through', lettering: { words: 'BODY' }, workOrder: { outline: { work: 'cut', speed: 7 } } },
      { make: 'cut-through', lettering: { words: 'BOD' } },
    ];
    for (const input of inputs) expect(reportOf(buildOf(input, cache))).toEqual(reportOf(buildOf(input)));
  });

  it('does no geometry again when only a setting changes', () => {
    const cache = new StageCache();
    const resources = { shop: houseShop, faces: new Map([['overpass-bold', faceOf('overpass-bold')]]) };
    const recipe = recipeOf({ make: 'cut-through', lettering: { words: 'BOD' } });
    const first = build(recipe, resources, cache);
    const operations = recipe.operations.map((operation) => ({ ...operation, speed: 5 }));
    const second = build({ ...recipe, operations }, resources, cache);
    expect(second.assemblies[0]!.built.hold).toBe(first.assemblies[0]!.built.hold);
    expect(second.operations[0]!.time).toBeGreaterThan(first.operations[0]!.time);
  });

  it('cuts inner lines before outer ones, each line once, all closed', () => {
    const { operations, drawing } = buildOf({
      make: 'cut-through',
      lettering: { words: 'LOAD 8' },
      plate: { holes: {} },
    });
    expect(operations.map(({ kinds }) => kinds)).toEqual([['inner'], ['outer']]);
    const cut = operations.flatMap(({ contours }) => contours);
    expect(new Set(cut).size).toBe(cut.length);
    // Begun wherever it is best.
    const areas = (contours: readonly Contour[]) => contours.map((each) => contourArea(each).toFixed(6)).sort();
    expect(areas(cut)).toEqual(areas(drawing.outline));
    expect(cut.every(({ closed }) => closed)).toBe(true);
  });

  it('foretells what falls out when engraved areas are assigned to cut, and offers to engrave them', () => {
    const job = {
      make: 'engraved',
      machine: 'co2-laser',
      material: 'plywood',
      lettering: { words: 'BAD 8' },
    } as const;
    expect(buildOf(job).pieces).toHaveLength(1);
    const cut = buildOf({ ...job, workOrder: { area: { work: 'cut' } } });
    // The plate; the letters B, A, D and 8; and what they lie round: two, one, one and two.
    expect(cut.pieces.map(({ status, intended }) => `${status} ${intended}`)).toEqual([
      'kept true',
      ...Array<string>(6).fill('drop-out false'),
      ...Array<string>(4).fill('drop-out true'),
    ]);
    const found = cut.findings.filter(({ rule }) => rule === 'drop-out');
    expect(found).toHaveLength(6);
    expect(new Set(found.map(({ id }) => id)).size).toBe(6);
    const mended = applyPatch(cut.recipe, found[0]!.mends[0]!.patch);
    expect(buildOf(mended).findings).toEqual([]);
  });

  it('foretells what a border frees that is assigned to cut', () => {
    const job = buildOf({
      make: 'engraved',
      machine: 'co2-laser',
      material: 'plywood',
      lettering: { words: 'SAND', size: { by: 'cap height', value: 30 } },
      plate: { width: 200, height: 100, cornerRadius: 0, border: { inset: 10 } },
      workOrder: { linework: { work: 'cut' } },
    });
    expect(job.pieces.map(({ status, component }) => [status, Math.round(component.area)])).toEqual([
      ['kept', 200 * 100 - 180 * 80],
      ['drop-out', 180 * 80],
    ]);
    expect(job.findings.map(({ title }) => title)).toEqual(['Comes loose from the plate: Inside the border']);
  });

  it('calls letters that are gone by where they stood, never by their ids', () => {
    const job = buildOf(FAULTS['lost nudge']);
    const said = job.findings.map(({ title, detail }) => `${title} ${detail}`).join(' ');
    expect(said).toContain('letter 10 of line 1');
    expect(said).not.toMatch(/letter:\d/);
  });
});

describe('an accepted finding', () => {
  const job = (width: number, accepted: object[] = []) =>
    jobOf({
      accepted,
      assemblies: [{ make: 'cut-through', items: [{ words: 'O' }], hold: { bridges: { width } } }],
    } as never).findings.filter(({ rule }) => rule === 'narrow bridge');

  it('says why, and stops nothing', () => {
    const [first] = job(2);
    const accepted = [{ finding: first!.id, reason: 'Held by hand', by: 'Wren', value: first!.measure!.value }];
    const told = job(2, accepted).find(({ id }) => id === first!.id)!;
    expect(told).toMatchObject({ severity: 'accepted', accepted: { reason: 'Held by hand', by: 'Wren' } });
    expect(stopsFirst(job(2, accepted)).at(-1)!.severity).toBe('accepted');
    // What has become better is still accepted, what has become worse is told again.
    expect(job(2.5, accepted).find(({ id }) => id === first!.id)!.severity).toBe('accepted');
    expect(job(1.5, accepted).find(({ id }) => id === first!.id)!.severity).toBe(first!.severity);
  });
});
