'use client';

import type { RunPicture } from '@needlefile/core/screen/run-picture';
import { useEffect, useRef, useState } from 'react';
import { useShop } from '@/hooks/shop';
import { useJob } from '@/job/job-store';
import { newRunner, type RunRequest } from '@/worker/core-workers';
import { Dropped, type Latest } from '@/worker/latest';
import { useRunView } from './run-store';

export interface RunShown {
  readonly run: RunPicture | null;
  readonly problem: string | null;
}

/** Runs the file that is looked at, anew with each change of the job. */
export function useRun(isLookedAt: boolean): RunShown {
  const runner = useRef<Latest<RunRequest, RunPicture> | null>(null);
  const recipe = useJob((state) => state.recipe);
  const shop = useShop();
  const source = useRunView((state) => state.source);
  const works = useRunView((state) => state.works);
  const [shown, setShown] = useState<RunShown>({ run: null, problem: null });
  useEffect(
    () => () => {
      runner.current?.close();
      runner.current = null;
    },
    [],
  );
  useEffect(() => {
    if (!isLookedAt) return;
    let current = true;
    runner.current ??= newRunner();
    const of = typeof source === 'string' ? { format: source } : { bytes: source.bytes, works };
    runner.current.ask({ recipe, shop, of }).then(
      (run) => current && setShown({ run, problem: null }),
      (error: Error) =>
        current && !(error instanceof Dropped) && setShown(({ run }) => ({ run, problem: error.message })),
    );
    return () => {
      current = false;
    };
  }, [isLookedAt, recipe, shop, source, works]);
  return shown;
}
