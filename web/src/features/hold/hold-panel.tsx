'use client';

import { MAKES } from '@needlefile/core/makes/makes';
import { holdsFor, roleOf } from '@needlefile/core/assembly/plans';
import type { MeasurePicture } from '@needlefile/core/screen/measure-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { PanelHead } from '@/components/panel';
import { useChosenAssembly, useChosenMeasures, useChosenPicture, useThing } from '@/job/chosen';
import { BridgesPanel } from './bridges-panel';
import { CouponSection } from './coupon-section';
import { JoinsPanel } from './joins-panel';
import { TabsFold } from './tabs-fold';
import { ThinPlacesFold } from './pinches-fold';

interface Props {
  readonly picture: Picture | null;
  readonly measures: MeasurePicture | null;
}

/** What keeps a thing in one piece: bridges for islands, joins for what is loose, tabs, thin places. */
export function HoldPanel({ picture: job, measures: all }: Props) {
  const picture = useChosenPicture(job);
  const measures = useChosenMeasures(all);
  const thing = useThing((made) => made);
  const isCoupon = useChosenAssembly().make === 'coupon';
  const { nothingToHold } = MAKES[thing.make];
  const loose = picture?.pieces.filter(({ status }) => status === 'loose').length ?? 0;
  if (isCoupon)
    return (
      <PanelHead title="Hold">
        This is a test coupon: its pieces hang in their rims. What holds them is set in the job it was cut from.
      </PanelHead>
    );
  const { bridged, joined } = holdsFor(
    thing.make,
    thing.items.map((item) => roleOf(item, thing.make)),
  );
  return (
    <>
      {bridged && <BridgesPanel picture={picture} measures={measures} />}
      {joined && <JoinsPanel picture={picture} measures={measures} />}
      {!bridged && !joined && (
        <PanelHead title="Hold">
          {loose === 0 ? (nothingToHold ?? 'There is nothing to hold yet.') : `The backer is in ${loose + 1} parts.`}
        </PanelHead>
      )}
      <ThinPlacesFold measures={measures} />
      <TabsFold picture={picture} />
      <CouponSection ready={measures !== null} />
    </>
  );
}
