'use client';

import { followersOf, USUAL_FLAT, withSecondCutter } from '@needlefile/core/recipe/edits/fills';
import { LIMITS, type OperationPlan } from '@needlefile/core/recipe/schema';
import { Button } from 'react-bootstrap';
import { useShop } from '@/hooks/shop';
import { useJob } from '@/job/job-store';

/** Offers a flat cutter for what a fill leaves: a narrower one after a cutter, any on the floor of a cone. */
export function SecondCutter({ operation: { id, fill } }: { operation: OperationPlan }) {
  const recipe = useJob((state) => state.recipe);
  const change = useJob((state) => state.change);
  const flat = useShop()
    .tools.filter(({ kind }) => kind === 'flat')
    .map(({ diameter }) => diameter)
    .sort((a, b) => a - b);
  const isFull = recipe.operations.length >= LIMITS.operations.most;
  if (isFull || followersOf(recipe, id).length > 0) return null;
  const tool =
    fill?.kind === 'pocket' ? narrowerThan(fill.tool, flat) : fill?.kind === 'cone' && fill.deepest ? USUAL_FLAT : null;
  if (tool === null) return null;
  return (
    <Button
      size="sm"
      variant="outline-secondary"
      onClick={() => change('A second cutter', (own) => withSecondCutter(own, id, tool))}
    >
      {fill?.kind === 'cone' ? 'Clear the floor with a flat cutter' : 'Clear the rest with a smaller cutter'}
    </Button>
  );
}

/** The widest of the rack that is at most half as wide, else half as wide. */
const narrowerThan = (tool: number, rack: readonly number[]): number | null => {
  const half = tool / 2;
  if (half < LIMITS.fillWidth.least) return null;
  return rack.findLast((diameter) => diameter <= half) ?? Number(half.toFixed(3));
};

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
