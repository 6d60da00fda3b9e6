'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { Button, Spinner } from 'react-bootstrap';
import { ask } from '@/api/ask';
import { PanelSection } from '@/components/panel';
import { useShop } from '@/hooks/shop';
import { searchCoupon } from '@/worker/core-workers';
import type { JobDetail } from '@/api/job-types';
import { chosenIn } from '@/job/chosen';
import { useJobStore } from '@/job/job-store';
import { useView } from '@/job/view-store';
import { couponJob } from './coupon-job';

/** Makes a job of the riskiest places of this thing, to cut first. */
export function CouponSection({ ready }: { ready: boolean }) {
  const router = useRouter();
  const store = useJobStore();
  const shop = useShop();
  const search = useRef<{ readonly stop: () => void } | null>(null);
  useEffect(() => () => search.current?.stop(), []);
  const [state, setState] = useState<{ readonly working: boolean; readonly problem: string | null }>({
    working: false,
    problem: null,
  });
  const make = async () => {
    setState({ working: true, problem: null });
    try {
      const { recipe } = store.getState();
      const { thing } = chosenIn(recipe, useView.getState());
      const begun = searchCoupon({ recipe, shop }, thing.id);
      search.current = begun;
      const windows = await begun.result;
      if (!windows)
        return setState({ working: false, problem: 'There is nothing to test: no neck, bridge or counter was found.' });
      const created = await ask<JobDetail>('/api/jobs', {
        method: 'POST',
        body: { recipe: couponJob(recipe, thing, windows) },
      });
      router.push(`/jobs/${created.id}`);
    } catch (error) {
      setState({ working: false, problem: `The coupon could not be made: ${(error as Error).message}` });
    }
  };
  return (
    <PanelSection title="Test coupon">
      <Button size="sm" variant="light" disabled={!ready || state.working} onClick={() => void make()}>
        {state.working ? <Spinner size="sm" /> : 'Make a coupon to cut first'}
      </Button>
      <div className={state.problem ? 'field-problem' : 'field-hint'}>
        {state.problem ?? 'Its thinnest neck, narrowest bridge and smallest counter at true size, as a job of its own.'}
      </div>
    </PanelSection>
  );
}
