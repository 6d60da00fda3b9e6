import type { Recipe } from '@needlefile/core/recipe/schema';
import type { Chosen } from '@/job/chosen';
import type { Station } from '@/job/view-store';

/** A problem is told as `assemblies.0.plate.width: why`; a place has no colon with a blank after it. */
export function problemOf(problem: string): { readonly place: string; readonly reason: string } {
  const place = problem.split(': ', 1)[0]!;
  return { place, reason: problem.slice(place.length + 2) || problem };
}

/** Whose field a place is, where it is a thing's or an item's, and what that field is called there. */
export function ownerOf(
  place: string,
  { assemblies }: Recipe,
): { readonly assembly: string; readonly item: string | null; readonly field: string } | null {
  const match = /^assemblies\.(\d+)\.(?:items\.(\d+)\.)?(.+)$/.exec(place);
  const thing = match && assemblies[Number(match[1])];
  if (!match || !thing) return null;
  const item = match[2] === undefined || thing.make === 'coupon' ? null : (thing.items[Number(match[2])] ?? null);
  return { assembly: thing.id, item: item?.id ?? null, field: `${item ? 'item' : 'thing'}.${match[3]}` };
}

/** What the field of a place is called on the screen: those of what is worked on are there, others are not. */
export function fieldOf(place: string, recipe: Recipe, { thing, item }: Chosen): string {
  const owner = ownerOf(place, recipe);
  if (!owner) return place;
  const isShown = owner.assembly === thing.id && (owner.item === null || owner.item === item?.id);
  return isShown ? owner.field : place;
}

/** The station where a field is. */
export function stationOf(field: string): Station {
  const [first, second, third] = field.split('.');
  if (first === 'item') return 'letter';
  if (first === 'thing') return second === 'hold' || second === 'windows' ? 'hold' : 'plate';
  if (first === 'operations' && third === 'fill') return 'strokes';
  if (first === 'operations' || first === 'assignment') return 'work-order';
  return first === 'release' ? 'release' : 'plate';
}

/** `assemblies.0.plate.cornerRadius: must be …` as a person reads it: plate, corner radius must be …. */
export function inWords(problem: string): string {
  const { place, reason } = problemOf(problem);
  const words = place
    .replace(/^assemblies\.\d+\.(items\.\d+\.)?/, '')
    .replace(/^operations\.(\d+)/, (_, index) => `operation ${Number(index) + 1}`)
    .split('.')
    .map((key) => key.replace(/[A-Z]/g, (capital) => ` ${capital.toLowerCase()}`));
  return `${words.join(', ')} ${reason}`;
}
