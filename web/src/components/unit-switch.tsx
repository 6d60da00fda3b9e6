'use client';

import { Choices } from './choices';
import { setUnit, useUnit } from '@/hooks/unit';

/** The one switch for every length on the screen. */
export function UnitSwitch() {
  return (
    <Choices
      bare
      label="Unit"
      value={useUnit()}
      onChange={setUnit}
      options={[
        { value: 'mm', label: 'mm' },
        { value: 'in', label: 'inch' },
      ]}
    />
  );
}
