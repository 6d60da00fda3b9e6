import { z } from 'zod';
import { assemblySchema } from '../schema/assembly.ts';
import { itemSchema } from '../schema/item.ts';
import { MOST_CHARACTERS } from '../schema/lettering.ts';
import type { Assembly, Item, Made, Recipe } from '../schema.ts';
import { withCopyOf } from './by-hand.ts';
import { newItem, withItem } from './items.ts';
import { withOperationsOf } from './operations.ts';
import { withThing } from './things.ts';

/** What is copied out of a job, as text: whole things, or items of one with what was put by hand on them. */
const clipSchema = z.union([
  z.strictObject({ needlefile: z.literal('things'), things: z.array(assemblySchema).min(1).max(200) }),
  z.strictObject({ needlefile: z.literal('items'), of: assemblySchema, items: z.array(itemSchema).min(1).max(200) }),
]);

type Clip = z.output<typeof clipSchema>;

/** Text for the clipboard of things that are chosen, or of items of one. */
export function clipOfThings({ assemblies }: Recipe, ids: readonly string[]): string {
  return JSON.stringify({ needlefile: 'things', things: assemblies.filter(({ id }) => ids.includes(id)) });
}
export function clipOfItems(thing: Made, ids: readonly string[]): string {
  const items = thing.items.filter(({ id }) => ids.includes(id));
  return JSON.stringify({ needlefile: 'items', of: { ...thing, items: [] }, items });
}

/** What was pasted, and under which ids; null where there is nothing in it. */
export interface Pasted {
  readonly recipe: Recipe;
  /** Where items were pasted, or the first of the things. */
  readonly thing: string;
  readonly items: readonly string[];
}

/**
 * Puts what was copied out of this job or another into it: things beside the others, items into a thing. Any other text
 * becomes lettering.
 * @param into id of the thing that items go into
 * @param like a piece of lettering that pasted text is set as; null: as usual
 */
export function pasted(recipe: Recipe, text: string, into: string, like: Item | null): Pasted | null {
  const clip = readClip(text);
  if (clip?.needlefile === 'things') return pastedThings(recipe, clip.things);
  const target = recipe.assemblies.find((each): each is Made => each.id === into && each.make !== 'coupon');
  if (!target) return null;
  const words = text.replace(/\r\n?/g, '\n').trim();
  if (!clip && (words === '' || words.length > MOST_CHARACTERS || words.split('\n').length > 40)) return null;
  const items = clip ? clip.items : [letteringOf(words, like)];
  let thing = target;
  const ids = items.map((item) => {
    // What it was held to is elsewhere.
    const free = item.place && typeof item.place.x === 'number' && typeof item.place.y === 'number';
    const own = withOperationsOf(item, () => null);
    const added = withItem(thing, { ...own, place: free ? item.place : null });
    const from = clip && clip.of.make !== 'coupon' ? clip.of.hold : null;
    thing = from ? { ...added.thing, hold: withCopyOf(added.thing.hold, from, item.id, added.id) } : added.thing;
    return added.id;
  });
  const assemblies = recipe.assemblies.map((each) => (each.id === into ? thing : each));
  return { recipe: { ...recipe, assemblies }, thing: into, items: ids };
}

function letteringOf(words: string, like: Item | null): Item {
  if (like?.kind !== 'lettering') return newItem({ kind: 'lettering', words });
  const { face, size, features, axes } = like;
  return newItem({ kind: 'lettering', words, face, size, features, axes });
}

function pastedThings(recipe: Recipe, things: readonly Assembly[]): Pasted | null {
  const operations = new Set(recipe.operations.map(({ id }) => id));
  let [changed, first]: [Recipe, string | null] = [recipe, null];
  for (const thing of things) {
    if (thing.make === 'coupon') continue;
    const known = (id: string | null): string | null => (id !== null && operations.has(id) ? id : null);
    const items = thing.items.map((item) => withOperationsOf(item, known));
    const added = withThing(changed, { ...thing, place: null, items });
    changed = added.recipe;
    first ??= added.id;
  }
  return first === null ? null : { recipe: changed, thing: first, items: [] };
}

function readClip(text: string): Clip | null {
  if (!text.startsWith('{"needlefile"')) return null;
  try {
    const read = clipSchema.safeParse(JSON.parse(text));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}
