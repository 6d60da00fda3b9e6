import type { Tool } from '../../shop/shop.ts';
import { freeId, leavesSome } from '../schema/references.ts';
import { plainOperation } from '../schema/operations.ts';
import { LIMITS, plainFill, type FillOf, type FillPlan, type OperationPlan, type Recipe } from '../schema.ts';

/** Another fill for an operation. What cleared after it, and finds nothing to clear there any more, ends. */
export function withFill(recipe: Recipe, id: string, fill: FillPlan | null): Recipe {
  const followers = leavesSome(fill) ? [] : followersOf(recipe, id);
  return {
    ...recipe,
    operations: recipe.operations
      .filter((each) => !followers.includes(each.id))
      .map((each) => (each.id === id ? { ...each, fill } : each)),
  };
}

/** Operations that clear what another leaves. */
export const followersOf = ({ operations }: Pick<Recipe, 'operations'>, id: string): string[] =>
  operations.flatMap((each) => (each.fill?.kind === 'pocket' && each.fill.after === id ? [each.id] : []));

/**
 * Clears with one cutter, or with a second one for what the first leaves: a smaller one, or a flat one for the floor of
 * a cone. The second is an operation of its own, right after. There are no more of them than the format allows.
 * @param second its diameter, mm; null: there is none
 */
export function withSecondCutter(recipe: Recipe, id: string, second: number | null): Recipe {
  const followers = followersOf(recipe, id);
  if (second === null)
    return { ...recipe, operations: recipe.operations.filter((each) => !followers.includes(each.id)) };
  if (followers.length === 0) return { ...recipe, operations: followedBy(recipe.operations, id, second) };
  const withTool = (each: OperationPlan): OperationPlan =>
    each.id === followers[0] && each.fill?.kind === 'pocket' ? { ...each, fill: { ...each.fill, tool: second } } : each;
  return { ...recipe, operations: recipe.operations.map(withTool) };
}

/** A flat cutter that most racks have, mm: what a cone's floor is cleared with to begin with. */
export const USUAL_FLAT = 1;

/** The operations with one more, right after another, for what that one leaves. @param tool its diameter, mm */
export function followedBy(operations: readonly OperationPlan[], id: string, tool: number): OperationPlan[] {
  const at = operations.findIndex((each) => each.id === id);
  const first = operations[at];
  if (!first || !leavesSome(first.fill) || operations.length >= LIMITS.operations.most) return [...operations];
  const taken = operations.map((each) => each.id);
  const added = plainOperation(freeId(taken, `${id.slice(0, 24)}-rest`), first.work);
  const like: FillOf<'pocket'> = first.fill?.kind === 'pocket' ? first.fill : plainFill('pocket');
  return [
    ...operations.slice(0, at + 1),
    { ...added, fill: { ...like, tool, after: id } },
    ...operations.slice(at + 1),
  ];
}

/** A cutter, mm, and how fast it goes, mm/s; null: as its operation does. */
type Cutter = Pick<Tool, 'diameter'> & { readonly feed: number | null };

/**
 * Clears with cutters of the rack, each at its feed: the machine's usual speed breaks a fine one.
 * @param before the wider one that goes first; null: the one is alone
 */
export function withCutters(recipe: Recipe, id: string, cutter: Cutter, before: Cutter | null): Recipe {
  const fill = recipe.operations.find((each) => each.id === id)?.fill;
  if (fill?.kind !== 'pocket') return recipe;
  const first = before ?? cutter;
  const cleared = withFill(recipe, id, { ...fill, tool: first.diameter });
  const followed = withSecondCutter(cleared, id, before && cutter.diameter);
  const followers = followersOf(followed, id);
  const speedOf = (each: OperationPlan): number | null =>
    (each.id === id ? first.feed : followers.includes(each.id) ? cutter.feed : null) ?? each.speed;
  return { ...followed, operations: followed.operations.map((each) => ({ ...each, speed: speedOf(each) })) };
}
