'use client';

import type { Picture, PictureBridge } from '@needlefile/core/build/picture';
import type { Recipe } from '@needlefile/core/recipe/schema';
import { useMemo } from 'react';
import { useJobStore, type JobStore } from '../workbench/job-store';
import { tidyShare } from './tidy-share';

type Place = Recipe['hold']['bridges']['byHand'][string][number];

/** What can be done to single bridges: each fixes its island's bridges where they are, and then changes one. */
export interface BridgeEdits {
  readonly slide: (bridge: PictureBridge, at: number, gesture?: object) => void;
  readonly setWidth: (bridge: PictureBridge, width: number | null) => void;
  readonly remove: (bridge: PictureBridge) => void;
  readonly add: (island: string, place: Place) => void;
  /** Gives an island back to the search. */
  readonly placeAgain: (islands: readonly string[]) => void;
  /** Gives a letter's bridges to all equal letters. */
  readonly copyToAlike: (letter: string) => void;
  readonly mayDrop: (island: string, may: boolean) => void;
}

export function useBridgeEdits(picture: Picture | null): BridgeEdits {
  const store = useJobStore();
  return useMemo(() => bridgeEdits(store, picture), [store, picture]);
}

export function bridgeEdits(store: JobStore, picture: Picture | null): BridgeEdits {
  const edit = store.getState().edit;
  /** The island's places by hand: as they are in the recipe, or as the search placed them. */
  const placesOf = (recipe: Recipe, island: string): Place[] =>
    recipe.hold.bridges.byHand[island]?.map((place) => ({ ...place })) ??
    bridgesOf(picture, island).map(({ at, angle }) => ({
      at: tidyShare(at),
      angle: Number(angle.toFixed(2)),
      width: null,
    }));
  const change = (
    label: string,
    bridge: PictureBridge,
    set: (places: Place[], index: number) => void,
    gesture?: object,
  ) =>
    edit(
      label,
      (recipe) => {
        const places = placesOf(recipe as Recipe, bridge.island);
        set(places, bridge.place ?? bridgesOf(picture, bridge.island).findIndex(({ id }) => id === bridge.id));
        recipe.hold.bridges.byHand[bridge.island] = places;
      },
      gesture,
    );
  return {
    slide: (bridge, at, gesture) =>
      change(
        'Slide a bridge',
        bridge,
        (places, i) => void (places[i] = { at: tidyShare(at), angle: null, width: places[i]?.width ?? null }),
        gesture,
      ),
    setWidth: (bridge, width) => change('Width of a bridge', bridge, (places, i) => void (places[i]!.width = width)),
    remove: (bridge) => change('Take a bridge out', bridge, (places, i) => void places.splice(i, 1)),
    add: (island, place) =>
      edit(
        'Draw a bridge',
        (recipe) =>
          void (recipe.hold.bridges.byHand[island] = [
            ...placesOf(recipe as Recipe, island),
            { ...place, at: tidyShare(place.at) },
          ].slice(0, 12)),
      ),
    placeAgain: (islands) =>
      edit(
        'Place bridges again',
        (recipe) => void islands.forEach((island) => delete recipe.hold.bridges.byHand[island]),
      ),
    copyToAlike: (letter) =>
      edit('Bridges for all alike', (recipe) => {
        const text = picture?.letters.find(({ id }) => id === letter)?.text;
        const own = (picture?.islands ?? []).filter((island) => island.letter === letter);
        for (const other of picture?.letters ?? []) {
          if (other.text !== text || other.id === letter) continue;
          for (const { id } of own)
            recipe.hold.bridges.byHand[other.id + id.slice(id.lastIndexOf('#'))] = placesOf(recipe as Recipe, id);
        }
        for (const { id } of own) recipe.hold.bridges.byHand[id] = placesOf(recipe as Recipe, id);
      }),
    mayDrop: (island, may) =>
      edit(may ? 'Let an island drop' : 'Hold an island', (recipe) => {
        const { drop } = recipe.hold;
        // What all may do is said island by island once one of them may not.
        if (!may && drop.islands.length === 0)
          drop.islands = (picture?.islands ?? []).filter(({ status }) => status === 'may drop').map(({ id }) => id);
        if (!may) drop.all = false;
        drop.islands = may ? [...new Set([...drop.islands, island])] : drop.islands.filter((id) => id !== island);
      }),
  };
}

export const bridgesOf = (picture: Picture | null, island: string): PictureBridge[] =>
  picture?.bridges.filter((bridge) => bridge.island === island) ?? [];
