'use client';

import { assemblyName } from '@needlefile/core/job/build-job';
import type { OperationReport } from '@needlefile/core/job/report';
import { formatTravel } from '@needlefile/core/units/quantity';
import { Form } from 'react-bootstrap';
import { PanelSection } from '@/components/panel';
import { useUnit } from '@/hooks/unit';
import { useJob } from '@/job/job-store';

/** How lines follow each other within an operation: how far the head goes between them, and what comes first. */
export function RunningOrder({ reports }: { reports: readonly OperationReport[] }) {
  const recipe = useJob((state) => state.recipe);
  const edit = useJob((state) => state.edit);
  const unit = useUnit();
  const travel = reports.reduce((sum, each) => sum + each.travel, 0);
  const things = recipe.assemblies.filter(({ hidden }) => !hidden);
  return (
    <PanelSection title="Between lines" aside={reports.length > 0 ? `${formatTravel(travel, unit)} lifted` : undefined}>
      <Form.Check
        id="search-long"
        type="switch"
        label="Search longer for a short way"
        checked={recipe.order.search === 'long'}
        onChange={({ target }) =>
          edit('Search for a short way', (draft) => {
            draft.order.search = target.checked ? 'long' : 'quick';
          })
        }
      />
      <div className="field-hint">
        Inner lines before those round them, each begun where the head comes by. Searching longer takes a second or so
        at each change.
      </div>
      <Form.Check
        id="coolly"
        type="switch"
        className="mt-2"
        label="Spread the heat of cutting"
        checked={recipe.order.coolly}
        onChange={({ target }) =>
          edit('Heat of cutting', (draft) => {
            draft.order.coolly = target.checked;
          })
        }
      />
      <div className="field-hint">
        For thin sheet that warps: the next cut is where the sheet is cool. The head goes farther.
      </div>
      {things.length > 1 && (
        <fieldset className="mt-2">
          <legend className="field-hint">Before the others</legend>
          {things.map((thing) => (
            <Form.Check
              key={thing.id}
              id={`first-${thing.id}`}
              label={assemblyName(thing, recipe)}
              checked={thing.first}
              onChange={({ target }) =>
                edit('Which comes first', (draft) => {
                  const own = draft.assemblies.find(({ id }) => id === thing.id);
                  if (own) own.first = target.checked;
                })
              }
            />
          ))}
        </fieldset>
      )}
    </PanelSection>
  );
}
