'use client';

import type { Bounds } from '@needlefile/core/geometry/bounds';
import type { RecipePatch } from '@needlefile/core/recipe/patch';
import { create } from 'zustand';

export const STATIONS = ['letter', 'plate', 'hold', 'work-order', 'release'] as const;
export type Station = (typeof STATIONS)[number];
export type BedView = 'solid' | 'paths' | 'pieces' | 'thickness';

/** What is looked at: nothing here is part of the job. */
interface ViewState {
  readonly station: Station;
  readonly view: BedView;
  /** The thing taken in hand, and the item of it, by id; null: whatever is first. */
  readonly assembly: string | null;
  readonly item: string | null;
  /** The letter of the thing taken in hand, by id. */
  readonly letter: string | null;
  /** The island of the thing whose bridges are looked at, by id. */
  readonly island: string | null;
  /** What the next drag on the bed draws. */
  readonly drawing: 'bridge' | 'bar' | null;
  /** What the thickness view shows. */
  readonly thicknessOf: 'thickness' | 'gap';
  /** A place on the bed to ring, y down. */
  readonly ring: Bounds | null;
  /** A place to bring into the middle; a new object each time. */
  readonly focus: { readonly place: Bounds } | null;
  /** A mend that is looked at before it is taken. */
  readonly preview: { readonly label: string; readonly patch: RecipePatch } | null;
}

export const useView = create<ViewState>(() => ({
  station: 'letter',
  view: 'solid',
  assembly: null,
  item: null,
  letter: null,
  island: null,
  drawing: null,
  thicknessOf: 'thickness',
  ring: null,
  focus: null,
  preview: null,
}));
