'use client';

import { LIMITS } from '@needlefile/core/recipe/schema';
import { Form } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { MaterialChoice } from '@/components/material-choice';
import { PanelSection } from '@/components/panel';
import { SheetChoice } from '@/components/sheet-choice';
import { useEditThing, useThing } from '@/job/chosen';
import { useJob } from '@/job/job-store';

/** The backer that follows the letters. */
export function BackerSection() {
  const backer = useThing((thing) => thing.backer);
  const edit = useEditThing();
  return (
    <PanelSection title="Backer">
      <LengthField
        at="thing.backer.distance"
        label="Past letters"
        value={backer.distance}
        {...LIMITS.backerDistance}
        onChange={(mm) => edit('Backer', (draft) => void (draft.backer.distance = mm))}
      />
      <Choices
        label="Corners"
        value={backer.corners}
        onChange={(corners) => edit('Backer corners', (draft) => void (draft.backer.corners = corners))}
        options={[
          { value: 'round', label: 'Round' },
          { value: 'mitred', label: 'Mitred' },
        ]}
      />
      <LengthField
        at="thing.backer.leastHole"
        label="Least hole"
        value={backer.leastHole}
        placeholder="house limit"
        {...LIMITS.backerHole}
        onChange={(mm) => edit('Holes in the backer', (draft) => void (draft.backer.leastHole = mm))}
        onEmpty={() => edit('Holes in the backer', (draft) => void (draft.backer.leastHole = null))}
        hint="Narrower holes are filled."
      />
      <Choices
        label="Letters are"
        value={backer.letters}
        onChange={(letters) => edit('Letters on the backer', (draft) => void (draft.backer.letters = letters))}
        options={[
          { value: 'cut', label: 'Cut', title: 'By themselves, to glue on' },
          { value: 'engrave', label: 'Engraved', title: 'On the backer itself' },
        ]}
      />
      {backer.letters === 'cut' && (
        <>
          <LengthField
            at="thing.backer.gap"
            label="Apart"
            value={backer.gap}
            {...LIMITS.backerGap}
            onChange={(mm) => edit('Between letters and backer', (draft) => void (draft.backer.gap = mm))}
            hint="Between letters and backer on the sheet."
          />
          <Form.Check
            type="switch"
            id="locate"
            label="Lines that show where letters go"
            checked={backer.locate}
            onChange={({ target }) => edit('Lines for placing', (draft) => void (draft.backer.locate = target.checked))}
          />
        </>
      )}
      <BackersSheet />
    </PanelSection>
  );
}

/** Backers of all things of the job may be cut from a sheet of their own. */
function BackersSheet() {
  const { backers, machine, material, thickness } = useJob((state) => state.recipe);
  const edit = useJob((state) => state.edit);
  return (
    <>
      <Form.Check
        type="switch"
        id="backers-sheet"
        label="Backers from a sheet of their own"
        checked={backers !== null}
        onChange={({ target }) =>
          edit(
            'Sheet of backers',
            (draft) => void (draft.backers = target.checked ? { machine, material, thickness, laid: true } : null),
          )
        }
      />
      {backers && (
        <>
          <SheetChoice
            backers={backers.laid}
            onChange={(laid) => edit('Sheet on the bed', (draft) => void (draft.backers!.laid = laid))}
          />
          <MaterialChoice
            machine={backers.machine}
            material={backers.material}
            thickness={backers.thickness}
            onChange={(what, own) => edit(`${what} of backers`, (draft) => void Object.assign(draft.backers!, own))}
          />
        </>
      )}
    </>
  );
}
