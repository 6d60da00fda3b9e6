import { describe, expect, it } from 'vitest';
import { StageCache } from '../src/assembly/stages.ts';
import type { RecipeInput } from '../src/recipe/read.ts';
import type { Version1Input } from '../src/recipe/migrate/version-1.ts';
import { jobOf } from './workshop.ts';

/** What a build does, by stage: how often each, in the order of their names. */
function runsOf(input: RecipeInput, cache: StageCache): Record<string, number> {
  const before = new Map(cache.runs);
  jobOf(input, cache);
  const runs = [...cache.runs].map(([name, runs]) => [name, runs - (before.get(name) ?? 0)] as const);
  return Object.fromEntries(runs.filter(([, times]) => times > 0).sort());
}

const once = (...stages: string[]) => Object.fromEntries(stages.sort().map((name) => [name, 1]));

const job = (more: Partial<Version1Input> = {}): Version1Input => ({
  make: 'cut-through',
  machine: 'co2-laser',
  material: 'plywood',
  lettering: { words: 'BOARD' },
  ...more,
});

/** Its check is done anew, whatever is said of a thing or of its work. */
const said = (...stages: string[]) => once('assembly', ...stages);

const AFTER_HOLD = ['drawing', 'tabs', 'lines', 'pieces'];
const AFTER_CONSTRUCTION = ['construction', 'hold', ...AFTER_HOLD];

describe('a change does again what it reaches, and no more', () => {
  const changes: readonly (readonly [string, Partial<Version1Input>, Record<string, number>])[] = [
    ['name', { name: 'Another' }, {}],
    ['tag', { tags: ['lamp hut'] }, {}],
    ['tolerance of the files', { release: { tolerance: 0.05 } }, {}],
    ['margin of the sheet', { sheet: { margin: 30 } }, {}],
    ['cutting speed', { workOrder: { outline: { work: 'cut', speed: 9 } } }, said()],
    ['work for lines', { workOrder: { linework: { work: 'cut' } } }, said('lines', 'pieces')],
    ['tabs', { hold: { tabs: { by: 'number', number: 3 } } }, said('tabs', 'lines', 'pieces')],
    ['width of bridges', { hold: { bridges: { width: 2 } } }, said('hold', ...AFTER_HOLD)],
    ['weight of letters', { lettering: { words: 'BOARD', thicken: { by: 0.3 } } }, said(...AFTER_CONSTRUCTION)],
    ['margin', { plate: { margin: 30 } }, said('arrangement', ...AFTER_CONSTRUCTION)],
    ['words', { lettering: { words: 'BOARDS' } }, said('item', 'arrangement', ...AFTER_CONSTRUCTION)],
    // What this make has no use for is in no stage's plan.
    ['rail of another make', { rail: { height: 20 } }, said()],
    ['relief of another make', { relief: { frame: 5 } }, said()],
    ['backer of another make', { backer: { distance: 9 } }, said()],
    ['joins of another make', { hold: { joins: { closeUp: true } } }, said()],
  ];

  it.each(changes)('another %s', (_, change, stages) => {
    const cache = new StageCache();
    jobOf(job(), cache);
    expect(runsOf(job(change), cache)).toEqual(stages);
  });

  it('and nothing of what it did before', () => {
    const cache = new StageCache();
    jobOf(job(), cache);
    jobOf(job({ lettering: { words: 'BOARDS' } }), cache);
    expect(runsOf(job(), cache)).toEqual({});
  });

  it('but what nobody asked for in so many builds is forgotten', () => {
    const cache = new StageCache(2);
    jobOf(job(), cache);
    for (const words of ['A', 'B', 'C', 'D']) jobOf(job({ lettering: { words } }), cache);
    expect(runsOf(job(), cache)).toMatchObject({ item: 1, hold: 1 });
  });
});

describe('things of one sheet', () => {
  const tag = (words: string, more: object = {}) => ({ make: 'engraved' as const, items: [{ words }], ...more });
  const sheet = (...assemblies: ReturnType<typeof tag>[]): RecipeInput => ({
    machine: 'engraver',
    material: 'brass',
    assemblies,
  });

  it('that are alike are computed once, whatever they are called and wherever they lie', () => {
    const cache = new StageCache();
    const twins = sheet(tag('WREN'), tag('WREN', { name: 'Spare' }), tag('WREN', { place: { x: 5, y: 300 } }));
    expect(runsOf(twins, cache)).toMatchObject({ assembly: 1, ...once('item', 'arrangement', ...AFTER_CONSTRUCTION) });
    expect(runsOf(sheet(tag('WREN', { copies: 40 })), cache)).toEqual({});
  });

  it('are moved, turned and copied without anything of them being computed', () => {
    const cache = new StageCache();
    jobOf(sheet(tag('WREN'), tag('FENNY', { place: { x: 0, y: 200 } })), cache);
    for (const more of [{ place: { x: 40, y: 250 } }, { turn: 90 }, { copies: 3 }, { name: 'Fenny' }]) {
      const runs = runsOf(sheet(tag('WREN'), tag('FENNY', { place: { x: 0, y: 200 }, ...more })), cache);
      expect(runs, JSON.stringify(more)).toEqual({});
    }
  });

  it('stay as they are while one of them is changed', () => {
    const cache = new StageCache();
    const tags = ['WREN', 'FENNY', 'ALDER', 'ROWAN'].map((words) => tag(words));
    jobOf(sheet(...tags), cache);
    const runs = runsOf(sheet(...tags.slice(0, 3), tag('ROWANS')), cache);
    expect(runs).toMatchObject({ assembly: 1, ...once('item', 'arrangement', ...AFTER_CONSTRUCTION) });
  });
});
