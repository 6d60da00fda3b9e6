'use client';

import type { Bounds } from '@needlefile/core/geometry/bounds';
import { createContext } from 'react';

/** What of the sheet is on the bed as it is zoomed, mm, y down; null where that is not known. */
export const Seen = createContext<Bounds | null>(null);
