'use client';

import { MAKES } from '@needlefile/core/makes/makes';
import { turnPointBy } from '@needlefile/core/geometry/turn';
import type { Point } from '@needlefile/core/geometry/point';
import type { InFile } from '@needlefile/core/artwork/closing';
import { layerApart, partedBy, withCorners, withLayer, withRepairs } from '@needlefile/core/recipe/edits/artwork';
import { clipOfItems, clipOfThings, pasted } from '@needlefile/core/recipe/edits/clip';
import { moved } from '@needlefile/core/recipe/edits/lists';
import { duplicatedItem, inThing, newItem, withItem, withoutItemsInJob } from '@needlefile/core/recipe/edits/items';
import { withFileAsRemembered } from '@needlefile/core/recipe/edits/remembered';
import { circleOfHolds } from '@needlefile/core/recipe/edits/places';
import { duplicatedThing, newThing, withThing, withoutThings } from '@needlefile/core/recipe/edits/things';
import { drawing, usualShape, usualWords } from '@needlefile/core/recipe/edits/usual-items';
import { itemName } from '@needlefile/core/items/kinds';
import { mapPoints } from '@needlefile/core/geometry/nodes/node-path';
import { pathThrough, type DrawnPoint } from '@needlefile/core/geometry/nodes/through-points';
import type { ArtworkItem, Item, Made, Make, RepairKind, Role, ShapeItem } from '@needlefile/core/recipe/schema';
import type { BroughtArtwork } from '@/api/brought-artwork';
import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { useMemo } from 'react';
import { notify } from '@/components/toasts';
import { choose, chosenIn } from './chosen';
import { inHand, unlocked, whereItems } from './in-hand';
import { useJobStore, type JobStore } from './job-store';
import { placeEdits } from './place-edits';
import { useView } from './view-store';

/** Room below what is there for a file of several items, mm. */
const BELOW = 40;

/** What a decision about lines of a file is called. */
const DECIDED: Record<RepairKind | 'mended', string> = {
  join: 'Close a gap',
  together: 'Close a gap',
  across: 'Close a gap',
  prolonged: 'Close a gap',
  open: 'Keep a gap open',
  both: 'Keep both lines',
  once: 'Keep one of two lines',
  uncut: 'Keep lines that run past each other',
  parted: 'Part a line that crosses itself',
  filled: 'Fill a line that crosses itself',
  kept: 'Keep a speck',
  dropped: 'Leave a speck out',
  mended: 'Mend lines again',
};

/** What is done by hand to things and items on the sheet, as they stand in the picture: each a step of the history. */
export function useSheetEdits(picture: Picture | null): SheetEdits {
  const store = useJobStore();
  return useMemo(() => sheetEdits(store, picture), [store, picture]);
}

export type SheetEdits = ReturnType<typeof sheetEdits>;

const usualCaps = (picture: AssemblyPicture | undefined): number =>
  Math.max(0, ...(picture?.items ?? []).map(({ capHeight }) => capHeight)) || 20;

export function sheetEdits(store: JobStore, picture: Picture | null) {
  const { change } = store.getState();
  const recipeNow = () => store.getState().recipe;
  const drawn = (assembly: string) => picture?.assemblies.find(({ id }) => id === assembly);
  /** Adds an item to the thing in hand, behind the one in hand, and takes it in hand. */
  const add = (label: string, make: (thing: Made, caps: number) => Item) => {
    const { thing, assembly } = chosenIn(recipeNow(), useView.getState());
    const caps = usualCaps(drawn(assembly.id));
    let added = '';
    change(label, (recipe) =>
      inThing(recipe, thing.id, (own) => {
        const { thing: next, id } = withItem(own, make(own, caps));
        added = id;
        return next;
      }),
    );
    choose(thing.id, added);
    useView.setState({ station: 'letter', fresh: added });
  };

  const changeArtwork = (label: string, { id }: ArtworkItem, next: (item: ArtworkItem) => ArtworkItem) => {
    const { thing } = chosenIn(recipeNow(), useView.getState());
    change(label, (recipe) =>
      inThing(recipe, thing.id, (own) => ({
        ...own,
        items: own.items.map((each) => (each.id === id && each.kind === 'artwork' ? next(each) : each)),
      })),
    );
  };

  return {
    ...placeEdits(store, picture),
    addWords: () =>
      add('Add words', (thing, caps) => usualWords(thing, { face: 'overpass-bold', capHeight: Math.round(caps) })),
    /** Words that a file had as text. */
    addTheseWords: (words: string) =>
      add('Add words', (thing, caps) => ({
        ...usualWords(thing, { face: 'overpass-bold', capHeight: Math.max(1, Math.round(caps / 3)) }),
        words,
      })),
    addShape: (by: ShapeItem['outline']['by']) => add('Add a shape', (_, caps) => usualShape(by, caps)),
    /** A file that was brought, as what letters are in the thing. */
    addArtwork: ({ id, fileName, remembered }: BroughtArtwork) => {
      const file = { source: id, fileName: fileName.slice(0, 120) };
      if (!remembered) return add('Add artwork', () => newItem({ kind: 'artwork', ...file }));
      const { thing, assembly } = chosenIn(recipeNow(), useView.getState());
      const boxes = drawn(assembly.id)?.items.map(({ at, own }) => at.y + own.minY) ?? [];
      const at = { x: 0, y: boxes.length > 0 ? Math.round(Math.min(...boxes)) - BELOW : 0 };
      let added = '';
      change('Add artwork', (recipe) =>
        inThing(recipe, thing.id, (own) => {
          const next = withFileAsRemembered(own, file, remembered, { at, operations: recipe.operations });
          added = next.id;
          return next.thing;
        }),
      );
      choose(thing.id, added);
      useView.setState({ station: 'letter' });
      notify('Read as files like it were before. Undo takes it back.');
    },
    replaceArtwork: (item: ArtworkItem, { id, fileName }: BroughtArtwork) =>
      changeArtwork('New version of the file', item, (own) => ({
        ...own,
        source: id,
        fileName: fileName.slice(0, 120),
      })),
    takeLayer: (item: ArtworkItem, all: readonly string[], name: string, taken: boolean) =>
      changeArtwork(taken ? 'Take a layer' : 'Leave a layer out', item, (own) => withLayer(own, all, name, taken)),
    /** A layer of artwork as an item by itself, taken in hand. */
    layerApart: ({ id }: ArtworkItem, all: readonly string[], name: string) => {
      const { thing, assembly } = chosenIn(recipeNow(), useView.getState());
      let added = '';
      change('Layer as an item', (recipe) =>
        inThing(recipe, thing.id, (own) => {
          const apart = layerApart(own, id, all, name, whereItems(picture, assembly.id));
          added = apart.id;
          return apart.thing;
        }),
      );
      choose(thing.id, added);
    },
    /** Says what layers of a file are. */
    partBy: (item: ArtworkItem, by: ArtworkItem['partedBy']) =>
      changeArtwork('What layers are', item, (own) => partedBy(own, by)),
    /** @param kind null: as it is without a hand */
    decideFault: (item: ArtworkItem, { inFile: { layer, from, to } }: InFile, kind: RepairKind | null) =>
      changeArtwork(DECIDED[kind ?? 'mended'], item, (own) =>
        withRepairs(own, [{ layer, from: [from.x, from.y], to: [to.x, to.y] }], kind),
      ),
    /** A picture drawn straight between corners, as shares of it from its lower left. */
    straighten: (item: ArtworkItem, corners: readonly Point[]) =>
      changeArtwork('Straighten a picture', item, (own) => withCorners(own, corners)),
    undecideFaults: (item: ArtworkItem) =>
      changeArtwork('Faults of lines as by themselves', item, (own) => ({ ...own, repairs: [] })),
    /** An own drawing through points of the sheet, y up. */
    addDrawing: (points: readonly DrawnPoint[], closed: boolean) => {
      const picture = drawn(inHand(recipeNow()).assembly);
      if (!picture) return;
      const { origin, turn } = picture;
      const own = mapPoints(pathThrough(points, closed), ({ x, y }) =>
        turnPointBy(-turn)({ x: x - origin.x, y: y - origin.y }),
      );
      add('Draw a shape', (thing, caps) => drawing(own, thing, caps));
    },
    /** Another thing beside the others, with words of its own. */
    addThing: (make: Make) => {
      const { thing, assembly } = chosenIn(recipeNow(), useView.getState());
      const caps = Math.round(usualCaps(drawn(assembly.id)));
      // It gets an id of its own in the new thing.
      const { id: _, ...words } = usualWords(thing, { face: 'overpass-bold', capHeight: caps });
      let added = '';
      change('Add a thing', (recipe) => {
        const start = MAKES[make].start(caps);
        const next = withThing(recipe, newThing({ ...start, make, items: [words] }));
        added = next.id;
        return next.recipe;
      });
      choose(added);
      useView.setState({ station: 'letter', fresh: 'item-1' });
    },
    duplicate: () => {
      const { thing, assembly, items, things } = inHand(recipeNow());
      if (items.length > 0 && thing.id === assembly) {
        const copies: string[] = [];
        change('Copy', (recipe) =>
          inThing(recipe, thing.id, (own) =>
            items.reduce((next, { id }) => {
              const copied = duplicatedItem(next, id, whereItems(picture, assembly));
              copies.push(copied.id);
              return copied.thing;
            }, own),
          ),
        );
        choose(thing.id, ...copies);
        return;
      }
      let first = '';
      change('Copy', (recipe) =>
        (things ?? [assembly]).reduce((next, id) => {
          const copied = duplicatedThing(next, id);
          first ||= copied.id;
          return copied.recipe;
        }, recipe),
      );
      choose(first);
    },
    remove: () => {
      const { thing, assembly, items, things } = inHand(recipeNow());
      const free = [...unlocked(items)];
      if (items.length > 0) {
        if (free.length === 0) return;
        change('Take out', (recipe) => withoutItemsInJob(recipe, thing.id, free, whereItems(picture, assembly)));
        choose(assembly);
        return;
      }
      change('Take out', (recipe) => withoutThings(recipe, things ?? [assembly]));
      useView.setState({ assembly: null, items: [], others: [], inHand: false, letter: null, island: null });
    },
    /** Text for the clipboard. */
    clip: (): string => {
      const recipe = recipeNow();
      const { thing, assembly, items, things } = inHand(recipe);
      return items.length > 0
        ? clipOfItems(
            thing,
            items.map(({ id }) => id),
          )
        : clipOfThings(recipe, things ?? [assembly]);
    },
    /** @returns false where there was nothing in it to be put on the sheet */
    paste: (text: string): boolean => {
      const { thing, item } = chosenIn(recipeNow(), useView.getState());
      const result = pasted(recipeNow(), text, thing.id, item);
      if (!result) return false;
      change('Paste', () => result.recipe);
      choose(result.thing, ...result.items);
      return true;
    },
    /** Of an item, and of all that are in hand with it. */
    setRoleOf: (thing: string, item: string, role: Role | null) => {
      const ids = new Set([item, ...useView.getState().items]);
      change('What it is', (recipe) =>
        inThing(recipe, thing, (own) => ({
          ...own,
          items: own.items.map((each) => (ids.has(each.id) ? { ...each, role } : each)),
        })),
      );
    },
    toggleHidden: (thing: string, item: string | null) =>
      change('Hide or show', (recipe) => ({
        ...recipe,
        assemblies: recipe.assemblies.map((each) => {
          if (each.id !== thing) return each;
          if (item === null || each.make === 'coupon') return { ...each, hidden: !each.hidden };
          return { ...each, items: each.items.map((own) => (own.id === item ? { ...own, hidden: !own.hidden } : own)) };
        }),
      })),
    toggleLocked: (thing: string, item: string) =>
      change('Lock or free', (recipe) =>
        inThing(recipe, thing, (own) => ({
          ...own,
          items: own.items.map((each) => (each.id === item ? { ...each, locked: !each.locked } : each)),
        })),
      ),
    /** @returns names of items that would hang on each other in a circle: then nothing is changed */
    reorderItems: (thing: string, from: number, to: number): string[] | null => {
      const own = recipeNow().assemblies.find(({ id }) => id === thing) as Made;
      const next = { ...own, items: moved(own.items, from, to) };
      const circle = circleOfHolds(next);
      if (circle) return circle.map((id) => itemName(own.items.find((each) => each.id === id)!));
      change('Order of the list', (recipe) => inThing(recipe, thing, () => next));
      return null;
    },
    reorderThings: (from: number, to: number) =>
      change('Order of the list', (recipe) => ({ ...recipe, assemblies: moved(recipe.assemblies, from, to) })),
  };
}
