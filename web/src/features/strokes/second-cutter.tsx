'use client';

import { followersOf, USUAL_FLAT, withCutters, withSecondCutter } from '@needlefile/core/recipe/edits/fills';
import { LIMITS, type OperationPlan, type Recipe } from '@needlefile/core/recipe/schema';
import type { Tool } from '@needlefile/core/shop/shop';
import { Button } from 'react-bootstrap';
import { useShop } from '@/hooks/shop';
import { useJob } from '@/job/job-store';

/** Offers a flat cutter for what a fill leaves: a narrower one after a cutter, any on the floor of a cone. */
export function SecondCutter({ operation: { id, fill } }: { operation: OperationPlan }) {
  const recipe = useJob((state) => state.recipe);
  const change = useJob((state) => state.change);
  const flat = useShop()
    .tools.filter(({ kind }) => kind === 'flat')
    .sort((a, b) => a.diameter - b.diameter);
  const isFull = recipe.operations.length >= LIMITS.operations.most;
  if (isFull || followersOf(recipe, id).length > 0) return null;
  const edit =
    fill?.kind === 'pocket'
      ? withNarrower(id, fill.tool, flat)
      : fill?.kind === 'cone' && fill.deepest
        ? withFlat(id)
        : null;
  if (!edit) return null;
  return (
    <Button size="sm" variant="outline-secondary" onClick={() => change('A second cutter', edit)}>
      {fill?.kind === 'cone' ? 'Clear the floor with a flat cutter' : 'Clear the rest with a smaller cutter'}
    </Button>
  );
}

type Edit = (recipe: Recipe) => Recipe;

/** The widest of the rack that is at most half as wide, at its feed, else any half as wide. */
function withNarrower(id: string, diameter: number, rack: readonly Tool[]): Edit | null {
  const half = diameter / 2;
  if (half < LIMITS.fillWidth.least) return null;
  const cutter = rack.findLast((each) => each.diameter <= half) ?? { diameter: Number(half.toFixed(3)), feed: null };
  return (recipe) => withCutters(recipe, id, cutter, { diameter, feed: null });
}

/** A flat cutter for the floor of a cone. */
const withFlat =
  (id: string): Edit =>
  (recipe) =>
    withSecondCutter(recipe, id, USUAL_FLAT);

/** What a second cutter clears after, and taking it out. */
export function AfterAnother({ first, name }: { first: string; name: string }) {
  const change = useJob((state) => state.change);
  return (
    <p className="field-hint d-flex justify-content-between align-items-center gap-2">
      <span>Clears only what “{name}” leaves.</span>
      <Button
        size="sm"
        variant="outline-secondary"
        className="text-nowrap"
        onClick={() => change('Without a second cutter', (own) => withSecondCutter(own, first, null))}
      >
        Take out
      </Button>
    </p>
  );
}
