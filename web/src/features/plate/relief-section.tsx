'use client';

import { LIMITS } from '@needlefile/core/recipe/schema';
import { LengthField } from '@/components/length-field';
import { PanelSection } from '@/components/panel';
import { useEditThing, useThing } from '@/job/chosen';

/** The ground that is engraved away: within a frame, or out past the edge. */
export function ReliefSection() {
  const { frame, bleed } = useThing((thing) => thing.relief);
  const edit = useEditThing();
  return (
    <PanelSection title="Ground">
      <LengthField
        at="thing.relief.frame"
        label="Frame"
        value={frame}
        {...LIMITS.reliefFrame}
        onChange={(mm) => edit('Frame', (draft) => void (draft.relief.frame = mm))}
        hint="Rim left standing round the ground; 0 for none."
      />
      {frame === 0 && (
        <LengthField
          at="thing.relief.bleed"
          label="Past the edge"
          value={bleed}
          {...LIMITS.reliefBleed}
          onChange={(mm) => edit('Ground past the edge', (draft) => void (draft.relief.bleed = mm))}
          hint="So that no thin rim is left when the plate is cut."
        />
      )}
    </PanelSection>
  );
}
