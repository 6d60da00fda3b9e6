'use client';

import type { RunPicture } from '@needlefile/core/screen/run-picture';
import { useMemo } from 'react';
import { useAsked, type Asked } from '@/hooks/asked';
import { useShop } from '@/hooks/shop';
import { useJob } from '@/job/job-store';
import { newRunner } from '@/worker/core-workers';
import { useRunView } from '@/job/run-view';

/** Runs the file that is looked at, anew with each change of the job. */
export function useRun(isLookedAt: boolean): Asked<RunPicture> {
  const recipe = useJob((state) => state.recipe);
  const shop = useShop();
  const source = useRunView((state) => state.source);
  const works = useRunView((state) => state.works);
  const request = useMemo(() => {
    const of = typeof source === 'string' ? { format: source } : { bytes: source.bytes, works };
    return isLookedAt ? { recipe, shop, of } : null;
  }, [isLookedAt, recipe, shop, source, works]);
  return useAsked(newRunner, request);
}
