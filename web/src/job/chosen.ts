'use client';

import type { Assembly, Item, LetteringItem, Made, Recipe } from '@needlefile/core/recipe/schema';
import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import type { AssemblyMeasurePicture, MeasurePicture } from '@needlefile/core/screen/measure-picture';
import type { Draft } from 'immer';
import { useCallback } from 'react';
import { useJob, useJobStore, type JobState } from './job-store';
import { useView } from './view-store';

/** What the stations work on: one thing of the job, and one item of it. */
export interface Chosen {
  /** As it lies on the sheet; a coupon is one too. */
  readonly assembly: Assembly;
  /** What is changed: the thing itself, or what the coupon shows. */
  readonly thing: Made;
  /** null where the thing has none. */
  readonly item: Item | null;
}

/** What a person last took in hand; where that is not there, whatever is seen first. */
export function chosenIn(
  recipe: Recipe,
  wanted: { readonly assembly: string | null; readonly items: readonly string[] },
): Chosen {
  const { assemblies } = recipe;
  const assembly =
    assemblies.find(({ id }) => id === wanted.assembly) ?? assemblies.find(({ hidden }) => !hidden) ?? assemblies[0]!;
  const thing = assembly.make === 'coupon' ? (assemblies.find(({ id }) => id === assembly.of) as Made) : assembly;
  const item =
    thing.items.find(({ id }) => id === wanted.items.at(-1)) ??
    thing.items.find(({ kind }) => kind === 'lettering') ??
    thing.items[0] ??
    null;
  return { assembly, thing, item };
}

function useChosenWith<T>(select: (chosen: Chosen, job: JobState) => T): T {
  const assembly = useView((state) => state.assembly);
  const items = useView((state) => state.items);
  return useJob((job) => select(chosenIn(job.recipe, { assembly, items }), job));
}

/** The thing that is worked on. */
export const useThing = <T>(select: (thing: Made) => T): T => useChosenWith(({ thing }) => select(thing));

/** Id of the thing that is worked on, as it lies on the sheet. */
export const useChosenAssembly = (): Assembly => useChosenWith(({ assembly }) => assembly);

/** The item that is worked on; null where there is none. */
export const useItem = (): Item | null => useChosenWith(({ item }) => item);

/** Whether items in hand, all of one kind, differ in something: then no one value of it can be shown. */
export function useMixed<T extends Item>(kind: T['kind'], of: (item: T) => unknown): boolean {
  const items = useView((state) => state.items);
  return useChosenWith(({ thing, item }) => {
    if (!item || item.kind !== kind || items.length < 2) return false;
    const own = of(item as T);
    return thing.items.some((each) => items.includes(each.id) && each.kind === kind && of(each as T) !== own);
  });
}

/** The lettering that is worked on. @throws Error where none is: panels of letters are shown only where one is */
export const useLettering = <T>(select: (item: LetteringItem) => T): T =>
  useChosenWith(({ item }) => {
    if (item?.kind !== 'lettering') throw new Error('No lettering is worked on.');
    return select(item);
  });

type Edit<T> = (label: string, change: (draft: Draft<T>) => void, gesture?: object) => void;

/** Changes the thing that is worked on, as a step of the history. */
export function useEditThing(): Edit<Made> {
  const store = useJobStore();
  return useCallback(
    (label, change, gesture) => {
      const { recipe, edit } = store.getState();
      const { id } = chosenIn(recipe, useView.getState()).thing;
      edit(label, (draft) => change(draft.assemblies.find((each) => each.id === id) as Draft<Made>), gesture);
    },
    [store],
  );
}

/** Changes the item that is worked on, and with it all of its kind that are in hand. */
export function useEditItem<T extends Item = Item>(): Edit<T> {
  const store = useJobStore();
  const edit = useEditThing();
  return useCallback(
    (label, change, gesture) => {
      const { item } = chosenIn(store.getState().recipe, useView.getState());
      if (!item) return;
      const ids = [item.id, ...useView.getState().items];
      edit(
        label,
        (thing) => {
          for (const each of thing.items)
            if (ids.includes(each.id) && each.kind === item.kind) change(each as Draft<T>);
        },
        gesture,
      );
    },
    [store, edit],
  );
}

export const useEditLettering = (): Edit<LetteringItem> => useEditItem<LetteringItem>();

/** The picture of the thing that is worked on; null where it is not seen. */
export function useChosenPicture(picture: Picture | null): AssemblyPicture | null {
  const { id } = useChosenAssembly();
  return picture?.assemblies.find((each) => each.id === id) ?? null;
}

export function useChosenMeasures(measures: MeasurePicture | null): AssemblyMeasurePicture | null {
  const { id } = useChosenAssembly();
  return measures?.assemblies.find((each) => each.id === id) ?? null;
}

/** Takes a thing in hand, or items of it. */
export const choose = (assembly: string, ...items: readonly (string | null)[]): void =>
  useView.setState(({ assembly: before, redrawing }) => ({
    assembly,
    items: items.filter((item) => item !== null),
    others: [],
    inHand: true,
    keep: [],
    nodes: [],
    measured: null,
    redrawing: redrawing && before === assembly,
    ...(before === assembly ? {} : { letter: null, island: null }),
  }));

/** Lets go of what is in hand; the stations go on working on it. */
export const letGo = (): void =>
  useView.setState({ inHand: false, keep: [], others: [], letter: null, drawing: null, nodes: [], redrawing: false });
