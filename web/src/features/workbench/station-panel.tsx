'use client';

import type { MeasurePicture } from '@needlefile/core/screen/measure-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { memo } from 'react';
import { HoldPanel } from '../hold/hold-panel';
import { LetterPanel } from '../letter/letter-panel';
import { PlatePanel } from '../plate/plate-panel';
import { ReleasePanel } from '../release/release-panel';
import { RoleSection } from '../sheet/role-section';
import { StrokesPanel } from '../strokes/strokes-panel';
import { WorkOrderPanel } from '../work-order/work-order-panel';
import { useView } from '@/job/view-store';

interface Props {
  readonly picture: Picture | null;
  readonly measures: MeasurePicture | null;
}

export const StationPanel = memo(function StationPanel({ picture, measures }: Props) {
  const station = useView((state) => state.station);
  switch (station) {
    case 'letter':
      return <LetterPanel picture={picture} what={<RoleSection picture={picture} />} />;
    case 'plate':
      return <PlatePanel picture={picture} />;
    case 'hold':
      return <HoldPanel picture={picture} measures={measures} />;
    case 'strokes':
      return <StrokesPanel picture={picture} />;
    case 'work-order':
      return <WorkOrderPanel picture={picture} />;
    case 'release':
      return <ReleasePanel picture={picture} />;
  }
});
