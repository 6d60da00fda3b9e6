'use client';

import { mapTestPlate } from '@needlefile/core/makes/test-plates';
import type { Machine, Shop } from '@needlefile/core/shop/shop';
import { usualThickness } from '@/components/material-choice';
import { useTestJob } from './test-job';

/** Makes the job that proves a machine's output map. */
export function TestPattern({ shop, machine }: { shop: Shop; machine: Machine }) {
  const make = useTestJob();
  const material = machine.materials[0]!;
  return (
    <button
      type="button"
      className="btn btn-light btn-sm"
      disabled={make.isPending}
      onClick={() => make.mutate(mapTestPlate({ machine, material, thickness: usualThickness(shop, material) }))}
    >
      Make a test plate
    </button>
  );
}
