import { describe, expect, it } from 'vitest';
import { DEMO_JOBS } from '../../demo/src/jobs.ts';
import { ONLY_THING } from '../src/recipe/migrate/1-to-2.ts';
import { usualRail } from '../src/recipe/edits/rail.ts';
import { applyPatch, inAssembly } from '../src/recipe/patch.ts';
import { readRecipe, recipeJsonSchema } from '../src/recipe/read.ts';
import { MAKE_IDS } from '../src/makes/makes.ts';
import { startRecipe } from '../src/makes/starts.ts';
import { readShop } from '../src/recipe/shop-schema.ts';
import { sharedIn } from '../src/shop/shop.ts';
import { houseShop } from '../src/shop/house.ts';
import { buildOf, recipeOf, thingIn } from './workshop.ts';

describe('recipe', () => {
  it('fills in all that a short form leaves out, and reads itself back unchanged', () => {
    const recipe = recipeOf({ make: 'cut-through', lettering: { words: 'FENNY' } });
    expect(recipe).toMatchObject({
      needlefile: 2,
      machine: 'plasma',
      assemblies: [
        {
          make: 'cut-through',
          hold: { bridges: { perIsland: 'by size', width: null } },
          items: [{ kind: 'lettering', words: 'FENNY', role: null }],
        },
      ],
    });
    expect(recipeOf(recipe)).toEqual(recipe);
  });

  it('takes lengths in any notation', () => {
    expect(
      recipeOf({
        make: 'engraved',
        thickness: '1/16in',
        lettering: { words: 'A', size: { by: 'cap height', value: '2+1/2"' } },
      }),
    ).toMatchObject({ thickness: 1.5875, assemblies: [{ items: [{ size: { value: 63.5 } }] }] });
  });

  it.each([
    [null, /recipe/],
    [{ lettering: { words: 'A' } }, /make/],
    [{ make: 'cut-through' }, /lettering/],
    [
      { make: 'cut-through', lettering: { words: 'A', size: { by: 'cap height', value: 0 } } },
      /size\.value: must be 1 mm or more/,
    ],
    [{ make: 'cut-through', lettering: { words: 'A', size: { by: 'cap height', value: -5 } } }, /must be 1 mm or more/],
    [
      { make: 'cut-through', lettering: { words: 'A', size: { by: 'cap height', value: 1e9 } } },
      /must be 3000 mm or less/,
    ],
    [{ make: 'cut-through', lettering: { words: 'A', size: { by: 'cap height', value: 'abc' } } }, /not a length/],
    [{ make: 'cut-through', lettering: { words: 'A'.repeat(10_000) } }, /2000 characters or fewer/],
    [{ make: 'cut-through', lettering: { words: 'A' }, kern: 3 }, /kern/],
    [
      {
        make: 'cut-through',
        lettering: { words: 'A' },
        workOrder: { sequence: ['engrave', 'engrave', 'mark', 'score', 'inner cuts'] },
      },
      /each of/,
    ],
    [{ needlefile: 99 }, /version 99/],
  ])('refuses %j and says where', (value, words) => {
    const read = readRecipe(value);
    expect(read.ok).toBe(false);
    expect(read.ok || read.problems.join('\n')).toMatch(words);
  });

  it('patches one place and leaves the rest, and the one given, as they were', () => {
    const recipe = recipeOf({ make: 'stand-alone', lettering: { words: 'A' } });
    const railed = applyPatch(
      recipe,
      inAssembly(
        [
          { path: ['rail'], value: { ...usualRail(40), height: 3 } },
          { path: ['rail', 'height'], value: 5 },
        ],
        ONLY_THING,
      ),
    );
    expect(thingIn(railed).rail).toEqual({ ...usualRail(40), height: 5 });
    expect(thingIn(railed).items).toBe(thingIn(recipe).items);
    expect(thingIn(recipe).rail).toBeNull();
  });

  it('starts a working design for every make on every machine', () => {
    for (const make of MAKE_IDS)
      for (const machine of houseShop.machines)
        for (const material of machine.materials) {
          const thickness = houseShop.materials.find(({ id }) => id === material)!.stock[1]!;
          const { findings } = buildOf(
            startRecipe({ make, words: 'HINT 80', machine: machine.id, material, thickness }, houseShop),
          );
          expect(
            findings.filter(({ rule, severity }) => severity === 'stop' && rule !== 'loose piece'),
            `${make} on ${machine.id} in ${material}`,
          ).toEqual([]);
        }
  });

  it('has a JSON Schema that lets short forms through', () => {
    expect(recipeJsonSchema()).toMatchObject({
      anyOf: [
        { type: 'object', required: ['assemblies'] },
        { type: 'object', required: ['make', 'lettering'] },
      ],
    });
  });

  it('reads every demo job', () => {
    for (const job of DEMO_JOBS) expect(readRecipe(job)).toMatchObject({ ok: true });
  });
});

describe('a shop as it was kept', () => {
  it('before it said how machines move, who sets off the kerf, and what is in the rack, gets the usual', () => {
    const machines = houseShop.machines.map(
      ({ dynamics: _dynamics, pierces: _pierces, kerfBy: _kerfBy, ...machine }) => machine,
    );
    const read = readShop({ machines, materials: houseShop.materials });
    if (!read.ok) throw new Error(read.problems.join());
    expect(read.shop.machines.map(({ dynamics }) => dynamics)).toEqual(houseShop.machines.map((each) => each.dynamics));
    expect(read.shop.machines.map(({ pierces }) => pierces)).toEqual(['cuts', 'cuts', 'cuts', 'lines', 'lines']);
    // Files stay as they were.
    expect(new Set(read.shop.machines.map(({ kerfBy }) => kerfBy))).toEqual(new Set(['controller']));
    expect(read.shop.tools).toEqual(houseShop.tools);
  });

  it('tells works that a machine cannot tell apart', () => {
    const [plasma] = houseShop.machines;
    expect(houseShop.machines.flatMap(sharedIn)).toEqual([]);
    const output = { ...plasma!.output, mark: { ...plasma!.output.cut, layer: 'MARK' } };
    expect(sharedIn({ ...plasma!, output })).toEqual([
      { what: 'colour', works: ['cut', 'mark'] },
      { what: 'colour number', works: ['cut', 'mark'] },
    ]);
  });
});
