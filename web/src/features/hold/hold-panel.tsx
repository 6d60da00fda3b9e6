'use client';

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
  if (isCoupon)
    return (
      <PanelHead title="Hold">
        This is a test coupon: its pieces hang in their rims. What holds them is set in the job it was cut from.
      </PanelHead>
    );
  return (
    <>
      {make === 'cut-through' && <BridgesPanel picture={picture} measures={measures} />}
      {make === 'stand-alone' && <JoinsPanel picture={picture} measures={measures} />}
      {make === 'engraved' && (
        <PanelHead title="Hold">Engraved letters stay in their plate: there is nothing to hold.</PanelHead>
      )}
      {make === 'relief' && (
        <PanelHead title="Hold">The letters stand on their plate: there is nothing to hold.</PanelHead>
      )}
      {make === 'backed' && <PanelHead title="Hold">{backerSentence(picture)}</PanelHead>}
      <ThinPlacesFold measures={measures} />
      <TabsFold picture={picture} />
      <CouponSection ready={measures !== null} />
    </>
  );
}

function backerSentence(picture: Picture | null): string {
  const loose = picture?.pieces.filter(({ status }) => status === 'loose').length ?? 0;
  return loose === 0 ? 'The backer is one piece; the letters are glued to it.' : `The backer is in ${loose + 1} parts.`;
}
