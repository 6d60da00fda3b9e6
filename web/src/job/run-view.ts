'use client';

import type { Format } from '@needlefile/core/job/files';
import type { Work } from '@needlefile/core/shop/shop';
import { create } from 'zustand';

/** What is run: a file of the job, or one that was brought. */
export type RunSource = Format | { readonly name: string; readonly bytes: Uint8Array };

interface RunState {
  readonly source: RunSource;
  /** What is done with layers of a brought file where the map is silent; null: nothing. */
  readonly works: Readonly<Record<string, Work | null>>;
  /** Seconds from the start. */
  readonly at: number;
  readonly playing: boolean;
  /** Seconds of the machine in one of the clock; null: as many as play all of it in twenty seconds. */
  readonly pace: number | null;
  /** The layer that is looked at alone. */
  readonly only: string | null;
  readonly travel: boolean;
}

/** How a run is looked at: nothing here is part of the job. */
export const useRunView = create<RunState>(() => ({
  source: 'svg',
  works: {},
  at: Infinity,
  playing: false,
  pace: null,
  only: null,
  travel: false,
}));

/** Has another file run, from its end. */
export const lookAtRun = (source: RunSource): void =>
  useRunView.setState({ source, works: {}, at: Infinity, playing: false, only: null });

/** Runs a file that was brought. */
export const bringRun = async (file: File): Promise<void> =>
  lookAtRun({ name: file.name, bytes: new Uint8Array(await file.arrayBuffer()) });
