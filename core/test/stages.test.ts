import { describe, expect, it } from 'vitest';
import { StageCache } from '../src/assembly/stages.ts';
import type { RecipeInput } from '../src/recipe/schema.ts';
import { buildOf } from './workshop.ts';

/** Counts what is computed, by stage. */
class CountingCache extends StageCache {
  readonly computed: string[] = [];

  override stage<T>(name: string, key: string, compute: () => T): T {
    return super.stage(name, key, () => {
      this.computed.push(name);
      return compute();
    });
  }
}

const job = (more: Partial<RecipeInput> = {}): RecipeInput => ({
  make: 'cut-through',
  machine: 'co2-laser',
  material: 'plywood',
  lettering: { words: 'BOARD' },
  ...more,
});

const AFTER_HOLD = ['coupon', 'drawing', 'pieces', 'tabs', 'operations'];
const AFTER_CONSTRUCTION = ['construction', 'hold', ...AFTER_HOLD];

describe('a change does again what it reaches, and no more', () => {
  const changes: readonly (readonly [string, Partial<RecipeInput>, readonly string[]])[] = [
    ['name', { name: 'Another' }, []],
    ['tag', { tags: ['lamp hut'] }, []],
    ['tolerance of the files', { release: { tolerance: 0.05 } }, []],
    ['cutting speed', { workOrder: { outline: { work: 'cut', speed: 9 } } }, ['operations']],
    ['lines assigned to cut', { workOrder: { linework: { work: 'cut' } } }, ['pieces', 'operations']],
    ['tabs', { hold: { tabs: { by: 'number', number: 3 } } }, ['tabs', 'operations']],
    ['width of bridges', { hold: { bridges: { width: 2 } } }, ['hold', ...AFTER_HOLD]],
    ['weight of letters', { lettering: { words: 'BOARD', thicken: { by: 0.3 } } }, AFTER_CONSTRUCTION],
    ['margin', { plate: { margin: 30 } }, ['arrangement', ...AFTER_CONSTRUCTION]],
    ['words', { lettering: { words: 'BOARDS' } }, ['lettering', 'arrangement', ...AFTER_CONSTRUCTION]],
    // What this make has no use for is in no stage's plan.
    ['rail of another make', { rail: { height: 20 } }, []],
    ['relief of another make', { relief: { frame: 5 } }, []],
    ['backer of another make', { backer: { distance: 9 } }, []],
    ['joins of another make', { hold: { joins: { closeUp: true } } }, []],
  ];

  it.each(changes)('another %s', (_, change, stages) => {
    const cache = new CountingCache();
    buildOf(job(), cache);
    cache.computed.length = 0;
    buildOf(job(change), cache);
    expect(cache.computed.sort()).toEqual([...stages].sort());
  });

  it('and nothing of what it did before', () => {
    const cache = new CountingCache();
    buildOf(job(), cache);
    buildOf(job({ lettering: { words: 'BOARDS' } }), cache);
    cache.computed.length = 0;
    buildOf(job(), cache);
    expect(cache.computed).toEqual([]);
  });
});
