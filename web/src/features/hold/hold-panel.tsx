'use client';

import { isBridged, isJoined, MAKES } from '@needlefile/core/makes/makes';
import type { MeasurePicture } from '@needlefile/core/screen/measure-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { PanelHead } from '@/components/panel';
import { useJob } from '@/job/job-store';
import { BridgesPanel } from './bridges-panel';
import { CouponSection } from './coupon-section';
import { JoinsPanel } from './joins-panel';
import { TabsFold } from './tabs-fold';
import { ThinPlacesFold } from './thin-places-fold';

interface Props {
  readonly picture: Picture | null;
  readonly measures: MeasurePicture | null;
}

/** What keeps the job in one piece: bridges for islands, joins for stand-alone letters, tabs, thin places. */
export function HoldPanel({ picture, measures }: Props) {
  const make = useJob((state) => state.recipe.make);
  const isCoupon = useJob((state) => state.recipe.coupon !== null);
  const { nothingToHold } = MAKES[make];
  const loose = picture?.pieces.filter(({ status }) => status === 'loose').length ?? 0;
  if (isCoupon)
    return (
      <PanelHead title="Hold">
        This is a test coupon: its pieces hang in their rims. What holds them is set in the job it was cut from.
      </PanelHead>
    );
  return (
    <>
      {isBridged(make) && <BridgesPanel picture={picture} measures={measures} />}
      {isJoined(make) && <JoinsPanel picture={picture} measures={measures} />}
      {nothingToHold !== null && (
        <PanelHead title="Hold">{loose === 0 ? nothingToHold : `The backer is in ${loose + 1} parts.`}</PanelHead>
      )}
      <ThinPlacesFold measures={measures} />
      <TabsFold picture={picture} />
      <CouponSection ready={measures !== null} />
    </>
  );
}
