'use client';

import type { Made } from '@needlefile/core/recipe/schema';
import { Button } from 'react-bootstrap';
import { useEditThing, useThing } from '@/job/chosen';

/** How dots are changed on the bed, and how many are; all can be put back. */
export function DotsByHand() {
  const thing = useThing((own) => own);
  const edit = useEditThing();
  const { put, out } = changedIn(thing);
  return (
    <div className="field-hint d-flex justify-content-between align-items-center gap-2 mb-2">
      <span>
        {put + out === 0
          ? 'On the bed: drag a dot, take it out with Delete, double click for one more.'
          : `${put} put and ${out} taken out by hand.`}
      </span>
      {put + out > 0 && (
        <Button
          size="sm"
          variant="light"
          className="text-nowrap"
          onClick={() =>
            edit('Dots as they were', (draft) => {
              for (const item of draft.items) item.dots = {};
            })
          }
        >
          Put back
        </Button>
      )}
    </div>
  );
}

function changedIn({ items }: Made): { readonly put: number; readonly out: number } {
  const all = items.flatMap(({ dots }) => Object.values(dots));
  return {
    put: all.reduce((sum, each) => sum + each.in.length, 0),
    out: all.reduce((sum, each) => sum + each.out.length, 0),
  };
}
