'use client';

import { LIMITS, type Made } from '@needlefile/core/recipe/schema';
import { Form } from 'react-bootstrap';
import { Field } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { PanelSection } from '@/components/panel';
import { useEditThing, useThing } from '@/job/chosen';

type HolesAt = NonNullable<Made['plate']['holes']>['at'];

const HOLES_WORDS: Record<HolesAt, string> = {
  corners: 'in the corners',
  ends: 'one at each end',
  above: 'in a row above',
  circle: 'on a bolt circle',
};

/** Holes in a plate, by distance from its edges. */
export function HolesSection() {
  const holes = useThing((thing) => thing.plate.holes);
  const edit = useEditThing();
  return (
    <PanelSection
      title="Holes"
      aside={
        <Form.Check
          type="switch"
          aria-label="Holes"
          checked={holes !== null}
          onChange={(event) =>
            edit(
              'Holes',
              (draft) =>
                void (draft.plate.holes = event.target.checked
                  ? { diameter: 5, inset: 12, at: 'corners', count: 2 }
                  : null),
            )
          }
        />
      }
    >
      {holes && (
        <>
          <Field label="Where" htmlFor="holes-at">
            <Form.Select
              id="holes-at"
              value={holes.at}
              onChange={({ target }) =>
                edit('Where holes are', (draft) => void (draft.plate.holes!.at = target.value as HolesAt))
              }
            >
              {(Object.keys(HOLES_WORDS) as HolesAt[]).map((each) => (
                <option key={each} value={each}>
                  {HOLES_WORDS[each]}
                </option>
              ))}
            </Form.Select>
          </Field>
          {(holes.at === 'above' || holes.at === 'circle') && (
            <NumberField
              at="thing.plate.holes.count"
              label="How many"
              value={holes.count}
              {...LIMITS.holes}
              step={1}
              whole
              onChange={(count) => edit('Holes', (draft) => void (draft.plate.holes!.count = count))}
            />
          )}
          <LengthField
            at="thing.plate.holes.diameter"
            label="Diameter"
            value={holes.diameter}
            {...LIMITS.hole}
            onChange={(mm) => edit('Hole diameter', (draft) => void (draft.plate.holes!.diameter = mm))}
          />
          <LengthField
            at="thing.plate.holes.inset"
            label="From edges"
            value={holes.inset}
            {...LIMITS.holeInset}
            onChange={(mm) => edit('Hole place', (draft) => void (draft.plate.holes!.inset = mm))}
          />
        </>
      )}
    </PanelSection>
  );
}
