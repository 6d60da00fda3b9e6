'use client';

import { LIMITS, PLATE_OUTLINES } from '@needlefile/core/recipe/schema';
import { Form } from 'react-bootstrap';
import { Field } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { PanelSection } from '@/components/panel';
import { useEditThing, useThing } from '@/job/chosen';
import { HolesSection } from './holes-section';

const OUTLINE_WORDS: Record<(typeof PLATE_OUTLINES)[number], string> = {
  rectangle: 'Rectangle',
  oval: 'Oval',
  arch: 'Arch',
  stake: 'Stake',
};

/** The plate of a thing: its size, outline and corners, holes and border line. */
export function PlateSection({ width, height }: { width: string; height: string }) {
  const plate = useThing((thing) => thing.plate);
  const edit = useEditThing();
  return (
    <>
      <PanelSection title="Plate">
        <LengthField
          at="thing.plate.width"
          label="Width"
          value={plate.width}
          placeholder={width}
          {...LIMITS.plate}
          onChange={(mm) => edit('Plate width', (draft) => void (draft.plate.width = mm))}
          onEmpty={() => edit('Plate width', (draft) => void (draft.plate.width = null))}
        />
        <LengthField
          at="thing.plate.height"
          label="Height"
          value={plate.height}
          placeholder={height}
          {...LIMITS.plate}
          onChange={(mm) => edit('Plate height', (draft) => void (draft.plate.height = mm))}
          onEmpty={() => edit('Plate height', (draft) => void (draft.plate.height = null))}
          hint={
            plate.width === null || plate.height === null
              ? 'Empty: as large as the words and the margin ask.'
              : undefined
          }
        />
        {(plate.width === null || plate.height === null) && (
          <LengthField
            at="thing.plate.margin"
            label="Margin"
            value={plate.margin}
            {...LIMITS.plateMargin}
            onChange={(mm) => edit('Margin', (draft) => void (draft.plate.margin = mm))}
          />
        )}
        <Field label="Outline" htmlFor="plate-outline">
          <Form.Select
            id="plate-outline"
            value={plate.outline}
            onChange={({ target }) =>
              edit('Outline of the plate', (draft) => void (draft.plate.outline = target.value as typeof plate.outline))
            }
          >
            {PLATE_OUTLINES.map((each) => (
              <option key={each} value={each}>
                {OUTLINE_WORDS[each]}
              </option>
            ))}
          </Form.Select>
        </Field>
        {(plate.outline === 'rectangle' || plate.outline === 'stake') && (
          <LengthField
            at="thing.plate.cornerRadius"
            label={plate.corners === 'round' ? 'Corner radius' : 'Corners'}
            value={plate.cornerRadius}
            {...LIMITS.cornerRadius}
            onChange={(mm) => edit('Corner radius', (draft) => void (draft.plate.cornerRadius = mm))}
          />
        )}
        {plate.outline === 'rectangle' && plate.cornerRadius > 0 && (
          <Field label="Worked" htmlFor="corners">
            <Form.Select
              id="corners"
              value={plate.corners}
              onChange={({ target }) =>
                edit('Corners', (draft) => void (draft.plate.corners = target.value as typeof plate.corners))
              }
            >
              {(['round', 'chamfered', 'notched', 'scooped'] as const).map((each) => (
                <option key={each}>{each}</option>
              ))}
            </Form.Select>
          </Field>
        )}
      </PanelSection>
      <HolesSection />
      <PanelSection
        title="Border line"
        aside={
          <Form.Check
            type="switch"
            aria-label="Border line"
            checked={plate.border !== null}
            onChange={(event) =>
              edit('Border line', (draft) => void (draft.plate.border = event.target.checked ? { inset: 4 } : null))
            }
          />
        }
      >
        {plate.border && (
          <LengthField
            at="thing.plate.border.inset"
            label="From the edge"
            value={plate.border.inset}
            {...LIMITS.borderInset}
            onChange={(mm) => edit('Border place', (draft) => void (draft.plate.border!.inset = mm))}
          />
        )}
      </PanelSection>
    </>
  );
}
