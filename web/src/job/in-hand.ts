'use client';

import { roleOf } from '@needlefile/core/assembly/plans';
import { hasPlate } from '@needlefile/core/makes/makes';
import type { Bounds } from '@needlefile/core/geometry/bounds';
import type { Point } from '@needlefile/core/geometry/point';
import type { ItemWhere } from '@needlefile/core/recipe/edits/places';
import type { ThingWhere } from '@needlefile/core/recipe/edits/things';
import type { Item, Made, Recipe } from '@needlefile/core/recipe/schema';
import type { PictureItem } from '@needlefile/core/screen/assembly-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { chosenIn } from './chosen';
import { useView } from './view-store';

/** What is in hand: items of a thing, or things. */
export interface InHand {
  readonly thing: Made;
  /** As it lies on the sheet: itself, or a coupon of it. */
  readonly assembly: string;
  readonly items: readonly Item[];
  /** Ids of things, where no items are in hand or all of a thing is. */
  readonly things: readonly string[] | null;
}

/** What a gesture on the bed or a key moves: the chosen items; or whole things, where all of one is chosen. */
export function inHand(recipe: Recipe): InHand {
  const view = useView.getState();
  const { thing, assembly } = chosenIn(recipe, view);
  const items = thing.items.filter(({ id }) => view.items.includes(id));
  const shown = thing.items.filter(({ hidden }) => !hidden);
  const isRoomy = hasPlate(thing.make) && (thing.plate.width !== null || thing.plate.height !== null);
  const isAll = items.length === 0 || (!isRoomy && shown.every((item) => items.includes(item)));
  return { thing, assembly: assembly.id, items, things: isAll ? [assembly.id, ...view.others] : null };
}

/** Ids of what may be changed by hand. */
export const unlocked = (items: readonly Item[]): Set<string> =>
  new Set(items.filter(({ locked }) => !locked).map(({ id }) => id));

/** Ids of those that lie where they are put: a plate lies round the words. */
export const movable = ({ make }: Made, items: readonly Item[]): Set<string> =>
  unlocked(items.filter((item) => roleOf(item, make) !== 'plate'));

const isEmpty = ({ own }: PictureItem): boolean => own.minX > own.maxX;

/** From an item's origin to the middle of its box, mm. */
export const middleOf = (item: PictureItem): Point =>
  isEmpty(item) ? { x: 0, y: 0 } : { x: (item.own.minX + item.own.maxX) / 2, y: (item.own.minY + item.own.maxY) / 2 };

/** Where an item is, as edits need it. */
export function whereOf(item: PictureItem): ItemWhere {
  const { id, at, own } = item;
  const edges = isEmpty(item)
    ? { left: 0, centre: 0, right: 0 }
    : { left: own.minX, centre: (own.minX + own.maxX) / 2, right: own.maxX };
  return { id, at, edges };
}

/** Where the items of a thing are in the picture. */
export const whereItems = (picture: Picture | null, thing: string): ItemWhere[] =>
  (picture?.assemblies.find(({ id }) => id === thing)?.items ?? []).map(whereOf);

/** Where things are in the picture. */
export const whereThings = (picture: Picture | null): ThingWhere[] =>
  (picture?.assemblies ?? []).map(({ id, corner, boxes }) => ({ id, corner, inRow: inFirstRow(boxes) }));

/** Copies that are level with the first. */
const inFirstRow = ([first, ...rest]: readonly Bounds[]): number =>
  1 + rest.filter(({ minY }) => Math.abs(minY - first!.minY) < 1e-6).length;
