'use client';

import type { NodeRef } from '@needlefile/core/geometry/nodes/ends';
import type { Bounds } from '@needlefile/core/geometry/bounds';
import type { RecipePatch } from '@needlefile/core/recipe/patch';
import type { HeldAxis } from '@needlefile/core/recipe/schema';
import { create } from 'zustand';

export const STATIONS = ['letter', 'plate', 'hold', 'strokes', 'work-order', 'release'] as const;
export type Station = (typeof STATIONS)[number];
export type BedView = 'solid' | 'paths' | 'pieces' | 'thickness' | 'run';

/** An item, and what it may be held to. */
export interface Keepable {
  readonly item: string;
  readonly x: HeldAxis | null;
  readonly y: HeldAxis | null;
}

/** What is looked at: nothing here is part of the job. */
interface ViewState {
  readonly station: Station;
  readonly view: BedView;
  /** The thing taken in hand, by id; null: whatever is first. */
  readonly assembly: string | null;
  /** Items of it that are taken in hand, by id, the last of them last; none: the thing itself. */
  readonly items: readonly string[];
  /** Other things that are taken in hand with it. */
  readonly others: readonly string[];
  /** Whether anything is in hand at all: else the stations still work on what is first, and nothing is framed. */
  readonly inHand: boolean;
  /** Words that were just added, by id: they are typed over at once. */
  readonly fresh: string | null;
  /** What items that were just dragged caught on, or were lined up with, and may be held to. */
  readonly keep: readonly Keepable[];
  /** Nodes of outlines that are worked on, the last of them last. */
  readonly nodes: readonly NodeRef[];
  /** Whether outlines of letters and artwork are worked on. */
  readonly redrawing: boolean;
  /** The letter of the thing taken in hand, by id. */
  readonly letter: string | null;
  /** The island of the thing whose bridges are looked at, by id. */
  readonly island: string | null;
  /** What the next drag on the bed draws. */
  readonly drawing: 'bridge' | 'bar' | 'path' | 'measure' | 'corners' | 'field' | null;
  /** Whether the next node of what is drawn is a smooth one. */
  readonly smooth: boolean;
  /** How far two points are apart that were clicked, mm. */
  readonly measured: number | null;
  /** Whether traced pictures are shown under what was made of them. */
  readonly pictures: boolean;
  /** The operation whose lines are looked at alone, by id. */
  readonly operation: string | null;
  /** Whether the bed shows what tools cover of the areas that they fill. */
  readonly coverage: boolean;
  /** What the thickness view shows. */
  readonly thicknessOf: 'thickness' | 'gap';
  /** A place on the bed to ring, y down. */
  readonly ring: Bounds | null;
  /** A place to bring into the middle, or to fill the bed with; a new object each time. */
  readonly focus: { readonly where: Bounds; readonly filling?: boolean } | null;
  /** A mend that is looked at before it is taken. */
  readonly preview: { readonly label: string; readonly patch: RecipePatch } | null;
}

export const useView = create<ViewState>(() => ({
  station: 'letter',
  view: 'solid',
  assembly: null,
  items: [],
  others: [],
  inHand: false,
  fresh: null,
  keep: [],
  nodes: [],
  redrawing: false,
  letter: null,
  island: null,
  drawing: null,
  smooth: false,
  measured: null,
  pictures: false,
  operation: null,
  coverage: false,
  thicknessOf: 'thickness',
  ring: null,
  focus: null,
  preview: null,
}));
