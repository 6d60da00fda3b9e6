'use client';

import { usualRail } from '@needlefile/core/recipe/edits/rail';
import type { Picture } from '@needlefile/core/screen/picture';
import { heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import { MAKE_IDS, MAKES } from '@needlefile/core/makes/makes';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { formatLength } from '@needlefile/core/units/length';
import { Form } from 'react-bootstrap';
import { Field } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { PanelHead, PanelSection } from '@/components/panel';
import { useUnit } from '@/hooks/unit';
import { useChosenPicture, useEditThing, useThing } from '@/job/chosen';
import { useJob } from '@/job/job-store';
import { BackerSection } from './backer-section';
import { MaterialFields } from './material-fields';
import { ReliefSection } from './relief-section';

/** What the letters stand on or are cut into, and the sheet it all lies on. */
export function PlatePanel({ picture }: { picture: Picture | null }) {
  const sheet = useJob((state) => state.recipe.sheet);
  const edit = useJob((state) => state.edit);
  const make = useThing((thing) => thing.make);
  const editThing = useEditThing();
  const chosen = useChosenPicture(picture);
  const unit = useUnit();
  const fitted = (mm: number | undefined) =>
    mm === undefined ? 'to fit' : formatLength(mm, unit, unit === 'mm' ? 1 : 2);
  const object = chosen?.object;
  const { base, letters } = MAKES[make];
  return (
    <>
      <PanelHead title="Plate" />
      <Field label="Make" htmlFor="make">
        <Form.Select
          id="make"
          value={make}
          onChange={(event) =>
            editThing('Make', (draft) => void (draft.make = event.target.value as typeof draft.make))
          }
          aria-describedby="make-hint"
        >
          {MAKE_IDS.map((each) => (
            <option key={each} value={each}>
              {MAKES[each].name}
            </option>
          ))}
        </Form.Select>
      </Field>
      <div id="make-hint" className="field-hint mb-2">
        Another make keeps the words, their size, and whatever else still applies.
      </div>
      <MaterialFields />
      {base === 'rail' && <RailSection capHeight={chosen?.report.capHeight || 40} />}
      {base === 'backer' && <BackerSection />}
      {base === 'plate' && (
        <PlateSection width={fitted(object && widthOf(object))} height={fitted(object && heightOf(object))} />
      )}
      {letters === 'standing' && <ReliefSection />}
      <PanelSection title="Sheet" aside="laid in the middle of it">
        <LengthField
          at="sheet.width"
          label="Width"
          value={sheet.width}
          placeholder={fitted(picture?.sheet.width)}
          {...LIMITS.sheet}
          onChange={(mm) => edit('Sheet width', (draft) => void (draft.sheet.width = mm))}
          onEmpty={() => edit('Sheet width', (draft) => void (draft.sheet.width = null))}
        />
        <LengthField
          at="sheet.height"
          label="Height"
          value={sheet.height}
          placeholder={fitted(picture?.sheet.height)}
          {...LIMITS.sheet}
          onChange={(mm) => edit('Sheet height', (draft) => void (draft.sheet.height = mm))}
          onEmpty={() => edit('Sheet height', (draft) => void (draft.sheet.height = null))}
          hint={sheet.width === null || sheet.height === null ? 'Empty: as large as what lies on it asks.' : undefined}
        />
        {(sheet.width === null || sheet.height === null) && (
          <LengthField
            at="sheet.margin"
            label="Room round it"
            value={sheet.margin}
            {...LIMITS.sheetMargin}
            onChange={(mm) => edit('Room on the sheet', (draft) => void (draft.sheet.margin = mm))}
          />
        )}
      </PanelSection>
    </>
  );
}

function PlateSection({ width, height }: { width: string; height: string }) {
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
        <LengthField
          at="thing.plate.cornerRadius"
          label="Corner radius"
          value={plate.cornerRadius}
          {...LIMITS.cornerRadius}
          onChange={(mm) => edit('Corner radius', (draft) => void (draft.plate.cornerRadius = mm))}
        />
      </PanelSection>
      <PanelSection
        title="Corner holes"
        aside={
          <Form.Check
            type="switch"
            aria-label="Corner holes"
            checked={plate.holes !== null}
            onChange={(event) =>
              edit(
                'Corner holes',
                (draft) => void (draft.plate.holes = event.target.checked ? { diameter: 5, inset: 12 } : null),
              )
            }
          />
        }
      >
        {plate.holes && (
          <>
            <LengthField
              at="thing.plate.holes.diameter"
              label="Diameter"
              value={plate.holes.diameter}
              {...LIMITS.hole}
              onChange={(mm) => edit('Hole diameter', (draft) => void (draft.plate.holes!.diameter = mm))}
            />
            <LengthField
              at="thing.plate.holes.inset"
              label="From edges"
              value={plate.holes.inset}
              {...LIMITS.holeInset}
              onChange={(mm) => edit('Hole place', (draft) => void (draft.plate.holes!.inset = mm))}
            />
          </>
        )}
      </PanelSection>
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

function RailSection({ capHeight }: { capHeight: number }) {
  const rail = useThing((thing) => thing.rail);
  const edit = useEditThing();
  return (
    <PanelSection
      title="Rail"
      aside={
        <Form.Check
          type="switch"
          aria-label="Rail"
          checked={rail !== null}
          onChange={(event) =>
            edit('Rail', (draft) => void (draft.rail = event.target.checked ? usualRail(capHeight) : null))
          }
        />
      }
    >
      {rail ? (
        <>
          <LengthField
            at="thing.rail.height"
            label="Height"
            value={rail.height}
            {...LIMITS.railHeight}
            onChange={(mm) => edit('Rail height', (draft) => void (draft.rail!.height = mm))}
          />
          <LengthField
            at="thing.rail.overlap"
            label="Letters sink in"
            value={rail.overlap}
            {...LIMITS.railOverlap}
            onChange={(mm) => edit('Rail overlap', (draft) => void (draft.rail!.overlap = mm))}
          />
          <LengthField
            at="thing.rail.extend"
            label="Past the ends"
            value={rail.extend}
            {...LIMITS.railExtend}
            onChange={(mm) => edit('Rail ends', (draft) => void (draft.rail!.extend = mm))}
          />
        </>
      ) : (
        <div className="field-hint">A bar under each line that the letters stand on.</div>
      )}
    </PanelSection>
  );
}
