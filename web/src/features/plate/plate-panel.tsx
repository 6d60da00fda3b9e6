'use client';

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
import { PlateSection } from './plate-section';
import { RailSection } from './rail-section';
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
