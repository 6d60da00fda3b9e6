'use client';

import type { Point } from '@needlefile/core/geometry/point';
import { create } from 'zustand';

/** Where the pointer is on the sheet, mm, y up; null off the bed. A store of its own, as it changes with every move. */
export const useCursor = create<{ at: Point | null }>(() => ({ at: null }));
