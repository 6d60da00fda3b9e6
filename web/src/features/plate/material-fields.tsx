'use client';

import { MaterialChoice } from '@/components/material-choice';
import { useJob } from '@/job/job-store';

/** What the job is made of, and on what. */
export function MaterialFields() {
  const { machine, material, thickness } = useJob((state) => state.recipe);
  const edit = useJob((state) => state.edit);
  return (
    <MaterialChoice
      machine={machine}
      material={material}
      thickness={thickness}
      onChange={(what, stock) => edit(what, (draft) => void Object.assign(draft, stock))}
    />
  );
}
