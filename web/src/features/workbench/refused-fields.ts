import type { Recipe } from '@needlefile/core/recipe/schema';
import type { Chosen } from '@/job/chosen';
import type { Station } from '@/job/view-store';

/** A problem is told as `assemblies.0.plate.width: why`; a path has no colon with a blank after it. */
export function problemOf(problem: string): { readonly path: string; readonly reason: string } {
  const path = problem.split(': ', 1)[0]!;
  return { path, reason: problem.slice(path.length + 2) || problem };
}

/** Whose field a path leads to, where it is a thing's or an item's, and what that field is called there. */
export function ownerOf(
  path: string,
  { assemblies }: Recipe,
): { readonly assembly: string; readonly item: string | null; readonly field: string } | null {
  const match = /^assemblies\.(\d+)\.(?:items\.(\d+)\.)?(.+)$/.exec(path);
  const thing = match && assemblies[Number(match[1])];
  if (!match || !thing) return null;
  const item = match[2] === undefined || thing.make === 'coupon' ? null : (thing.items[Number(match[2])] ?? null);
  return { assembly: thing.id, item: item?.id ?? null, field: `${item ? 'item' : 'thing'}.${match[3]}` };
}

/** What the field at a path is called on the screen: those of what is worked on are there, others are not. */
export function fieldOf(path: string, recipe: Recipe, { thing, item }: Chosen): string {
  const owner = ownerOf(path, recipe);
  if (!owner) return path;
  const isShown = owner.assembly === thing.id && (owner.item === null || owner.item === item?.id);
  return isShown ? owner.field : path;
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
  const { path, reason } = problemOf(problem);
  const words = path
    .replace(/^assemblies\.\d+\.(items\.\d+\.)?/, '')
    .replace(/^operations\.(\d+)/, (_, index) => `operation ${Number(index) + 1}`)
    .split('.')
    .map((key) => key.replace(/[A-Z]/g, (capital) => ` ${capital.toLowerCase()}`));
  return `${words.join(', ')} ${reason}`;
}
