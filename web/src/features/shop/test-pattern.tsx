'use client';

import { mapTestPlate } from '@needlefile/core/makes/test-plates';
import { usualThickness } from '@/components/material-choice';
import type { SectionProps } from './section';
import { TestJobButton } from './test-job';

/** Makes the job that proves a machine's output map. */
export function TestPattern({ shop, machine, isSaved }: Pick<SectionProps, 'shop' | 'machine' | 'isSaved'>) {
  const material = machine.materials[0]!;
  const thickness = usualThickness(shop, material);
  return (
    <TestJobButton isSaved={isSaved} recipe={() => mapTestPlate({ machine, material, thickness })}>
      Make a test plate
    </TestJobButton>
  );
}
