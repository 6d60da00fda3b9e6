'use client';

import type { Picture } from '@needlefile/core/build/picture';
import { HoldPanel } from '../hold/hold-panel';
import { LetterPanel } from '../letter/letter-panel';
import { PlatePanel } from '../plate/plate-panel';
import { ReleasePanel } from '../release/release-panel';
import { WorkOrderPanel } from '../work-order/work-order-panel';
import { useView } from './view-store';

export function StationPanel({ picture }: { picture: Picture | null }) {
  const station = useView((state) => state.station);
  switch (station) {
    case 'letter':
      return <LetterPanel picture={picture} />;
    case 'plate':
      return <PlatePanel picture={picture} />;
    case 'hold':
      return <HoldPanel picture={picture} />;
    case 'work-order':
      return <WorkOrderPanel picture={picture} />;
    case 'release':
      return <ReleasePanel picture={picture} />;
  }
}
