'use client';

import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { Button } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { PanelFold } from '@/components/panel';
import { useEditThing, useThing } from '@/job/chosen';
import { useHoldEdits } from '@/job/hold-edits';
import css from './hold.module.css';

/** Short uncut lengths that hold parts in the sheet. */
export function TabsFold({ picture }: { picture: AssemblyPicture | null }) {
  const tabs = useThing((thing) => thing.hold.tabs);
  const edit = useEditThing();
  const edits = useHoldEdits(picture);
  const count = picture?.tabs.length ?? 0;
  return (
    <PanelFold title="Tabs" state={tabs.by === 'none' ? 'none' : `${count} in all`}>
      <Choices
        label="Tabs"
        value={tabs.by}
        onChange={(by) => edit('Tabs', (draft) => void (draft.hold.tabs.by = by))}
        options={[
          { value: 'none', label: 'None' },
          { value: 'number', label: 'Number', title: 'So many to each part' },
          { value: 'length', label: 'Length', title: 'One for so much of a part’s outline' },
        ]}
      />
      {tabs.by === 'number' && (
        <NumberField
          at="thing.hold.tabs.number"
          label="To a part"
          value={tabs.number}
          least={1}
          most={100}
          step={1}
          whole
          onChange={(number) => edit('Number of tabs', (draft) => void (draft.hold.tabs.number = number))}
        />
      )}
      {tabs.by === 'length' && (
        <LengthField
          at="thing.hold.tabs.every"
          label="One each"
          value={tabs.every}
          {...LIMITS.tabEvery}
          onChange={(mm) => edit('Tabs by outline', (draft) => void (draft.hold.tabs.every = mm))}
        />
      )}
      {tabs.by !== 'none' && (
        <>
          <LengthField
            at="thing.hold.tabs.length"
            label="Stays uncut"
            value={tabs.length}
            {...LIMITS.tabLength}
            onChange={(mm) => edit('Length of tabs', (draft) => void (draft.hold.tabs.length = mm))}
            hint="Gaps in the outer cuts, wider by the cut itself. Drag one along its part; Delete takes it out."
          />
          {Object.keys(tabs.byHand).length > 0 && (
            <div className={css.actions}>
              <Button size="sm" variant="light" onClick={edits.placeTabsAgain}>
                Place tabs again
              </Button>
            </div>
          )}
        </>
      )}
    </PanelFold>
  );
}
