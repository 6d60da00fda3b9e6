'use client';

import { addBar, moveBar, removeBar } from '@needlefile/core/recipe/edits/bars';
import * as bridge from '@needlefile/core/recipe/edits/bridges';
import { placeTabsAgain, removeTab, slideTab } from '@needlefile/core/recipe/edits/tabs';
import type { Made, Recipe } from '@needlefile/core/recipe/schema';
import type { AssemblyPicture, PictureBridge } from '@needlefile/core/screen/assembly-picture';
import { original } from 'immer';
import { useMemo } from 'react';
import { useJobStore, type JobStore } from './job-store';

type Hold = Made['hold'];

/** What is done by hand to what holds a thing, with what stands in the picture: each a step of the history. */
export function useHoldEdits(picture: AssemblyPicture | null): HoldEdits {
  const store = useJobStore();
  return useMemo(() => holdEdits(store, picture), [store, picture]);
}

export type HoldEdits = ReturnType<typeof holdEdits>;

export function holdEdits(store: JobStore, picture: AssemblyPicture | null) {
  const edit = (label: string, change: (hold: Hold) => Hold, gesture?: object) =>
    store.getState().edit(
      label,
      (recipe) => {
        const own = recipe.assemblies.findIndex(({ id }) => id === picture?.id);
        const [thing, before] = [recipe.assemblies[own], (original(recipe) as Recipe).assemblies[own]];
        if (thing && thing.make !== 'coupon') thing.hold = change((before as Made).hold);
      },
      gesture,
    );
  const standing = picture?.bridges ?? [];
  const tabs = picture?.tabs ?? [];
  const islandsOf = (letter: string) =>
    (picture?.islands ?? []).filter((island) => island.letter === letter).map(({ id }) => id);
  return {
    slideBridge: (own: PictureBridge, at: number, gesture?: object) =>
      edit('Slide a bridge', (hold) => bridge.slideBridge(hold, standing, own, at), gesture),
    widenBridge: (own: PictureBridge, width: number | null) =>
      edit('Width of a bridge', (hold) => bridge.widenBridge(hold, standing, own, width)),
    removeBridge: (own: PictureBridge) => edit('Take a bridge out', (hold) => bridge.removeBridge(hold, standing, own)),
    addBridge: (island: string, place: Hold['bridges']['byHand'][string][number]) =>
      edit('Draw a bridge', (hold) => bridge.addBridge(hold, standing, island, place)),
    placeBridgesAgain: (islands: readonly string[]) =>
      edit('Place bridges again', (hold) => bridge.placeBridgesAgain(hold, islands)),
    /** Gives a letter's bridges to all equal letters. */
    copyToAlike: (letter: string) =>
      edit('Bridges for all alike', (hold) => {
        const text = picture?.letters.find(({ id }) => id === letter)?.text;
        const alike = (picture?.letters ?? []).filter((other) => other.text === text && other.id !== letter);
        return bridge.copyBridges(
          hold,
          standing,
          islandsOf(letter),
          alike.map(({ id }) => id),
        );
      }),
    mayDrop: (island: string, may: boolean) =>
      edit(may ? 'Let an island drop' : 'Hold an island', (hold) => {
        const dropping = (picture?.islands ?? []).filter(({ status }) => status === 'may drop').map(({ id }) => id);
        return bridge.letDrop(hold, island, may, dropping);
      }),
    /** Adds a bar where a place on the sheet (mm, y down) lies between two letters of a line; else tells false. */
    addBarAt: (x: number, y: number): boolean => {
      const place = picture && barPlaceAt(picture, x, y);
      if (place) edit('Draw a bar', (hold) => addBar(hold, place.letter, place.height));
      return place !== null;
    },
    moveBar: (letter: string, index: number, height: number) =>
      edit('Height of a bar', (hold) => moveBar(hold, letter, index, height)),
    removeBar: (letter: string, index: number) => edit('Take a bar out', (hold) => removeBar(hold, letter, index)),
    /** Tabs by their number in the picture. */
    slideTab: (n: number, at: number, gesture?: object) =>
      edit('Slide a tab', (hold) => slideTab(hold, tabs, tabs[n]!, at), gesture),
    removeTab: (n: number) => edit('Take a tab out', (hold) => removeTab(hold, tabs, tabs[n]!)),
    placeTabsAgain: () => edit('Place tabs again', placeTabsAgain),
  };
}

/** How far above or below the baseline a bar may be, in cap heights. */
const LOWEST_BAR = -2;
const HIGHEST_BAR = 3;

function barPlaceAt({ letters }: AssemblyPicture, x: number, y: number): { letter: string; height: number } | null {
  const middle = ({ bounds }: (typeof letters)[number]) => (bounds.minX + bounds.maxX) / 2;
  // A bar passes over letters that do not reach so high.
  const near = letters.filter(({ bounds }) => y > bounds.minY && y < bounds.maxY);
  const before = near.filter((letter) => middle(letter) < x).sort((a, b) => middle(b) - middle(a))[0];
  if (!before || !near.some((letter) => letter.line === before.line && middle(letter) > x)) return null;
  const height = Number(((before.baseline - y) / before.capHeight).toFixed(3));
  return height < LOWEST_BAR || height > HIGHEST_BAR ? null : { letter: before.id, height };
}
