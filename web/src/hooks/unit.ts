'use client';

import type { LengthUnit } from '@needlefile/core/units/length';
import { useEffect } from 'react';
import { create } from 'zustand';

const KEY = 'needlefile.unit';

const useUnitStore = create<{ unit: LengthUnit }>(() => ({ unit: 'mm' }));

export function setUnit(unit: LengthUnit): void {
  useUnitStore.setState({ unit });
  localStorage.setItem(KEY, unit);
}

/** The unit of every length on the screen; remembered in this browser. */
export function useUnit(): LengthUnit {
  // Read after the first drawing: the server does not know it.
  useEffect(() => {
    if (localStorage.getItem(KEY) === 'in') useUnitStore.setState({ unit: 'in' });
  }, []);
  return useUnitStore((state) => state.unit);
}
