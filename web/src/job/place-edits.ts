'use client';

import { turnPointBy } from '@needlefile/core/geometry/turn';
import type { Point } from '@needlefile/core/geometry/point';
import { itemName } from '@needlefile/core/items/kinds';
import { inThing } from '@needlefile/core/recipe/edits/items';
import {
  circleOfHolds,
  itemsMovedBy,
  movedItems,
  setInField,
  stillHeld,
  withHold,
} from '@needlefile/core/recipe/edits/places';
import { scaledItem } from '@needlefile/core/recipe/edits/size';
import { stretchedItem, type Factors } from '@needlefile/core/recipe/edits/stretch';
import { thingsMovedBy } from '@needlefile/core/recipe/edits/things';
import type { HeldAxis, Item } from '@needlefile/core/recipe/schema';
import type { AssemblyPicture, PictureItem } from '@needlefile/core/screen/assembly-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { inHand, middleOf, movable, whereItems, whereOf, whereThings } from './in-hand';
import type { JobStore } from './job-store';
import type { Keepable } from './view-store';

interface MoveOptions {
  readonly label?: string;
  /** What is held stays held, at another distance. */
  readonly keepHolds?: boolean;
}

/** Where things and items in hand are: moved, turned, sized, lined up, held. */
export function placeEdits(store: JobStore, picture: Picture | null) {
  const { change } = store.getState();
  const hand = () => inHand(store.getState().recipe);
  const drawn = (assembly: string) => picture?.assemblies.find(({ id }) => id === assembly);

  /** Gives items in hand another form, about a point of the sheet (y up) that stays. */
  const reform = (
    label: string,
    about: Point,
    point: (from: Point) => Point,
    form: (item: Item, before: Item) => Item,
  ) => {
    const { thing, assembly, items } = hand();
    const there = drawn(assembly);
    if (!there) return;
    const free = movable(thing, items);
    const { origin, turn } = there;
    const centre = turnPointBy(-turn)({ x: about.x - origin.x, y: about.y - origin.y });
    const carried = ({ x, y }: Point): Point => {
      const to = point({ x: x - centre.x, y: y - centre.y });
      return { x: centre.x + to.x, y: centre.y + to.y };
    };
    const moves = new Map(there.items.flatMap(({ id, at }) => (free.has(id) ? [[id, carried(at)] as const] : [])));
    // Edges that words are held by go with what they are edges of.
    const where = there.items.map((item) => {
      const here = whereOf(item);
      const to = moves.get(item.id);
      if (!to) return here;
      const level = middleOf(item).y;
      const edge = (x: number) => carried({ x: here.at.x + x, y: here.at.y + level }).x - to.x;
      const { left, centre: middle, right } = here.edges;
      return { ...here, edges: { left: edge(left), centre: edge(middle), right: edge(right) } };
    });
    change(label, (recipe) =>
      inThing(recipe, thing.id, (own) => {
        const placed = movedItems(own, moves, where);
        return {
          ...placed,
          items: placed.items.map((item, i) => (free.has(item.id) ? form(item, own.items[i]!) : item)),
        };
      }),
    );
  };

  /** Holds axes of items of the thing in hand, as one step; or tells who would hang on each other in a circle. */
  const holdAll = (all: readonly Keepable[]): string[] | null => {
    const { thing, assembly } = hand();
    const placed = movedItems(thing, new Map(), whereItems(picture, assembly));
    const held = all
      .flatMap(({ item, x, y }) => [['x', item, x] as const, ['y', item, y] as const])
      .reduce((own, [axis, item, to]) => (to ? withHold(own, item, axis, to) : own), placed);
    const circle = circleOfHolds(held);
    if (circle) return circle.map((id) => itemName(thing.items.find((each) => each.id === id)!));
    change('Keep', (recipe) => inThing(recipe, thing.id, () => held));
    return null;
  };

  return {
    /**
     * Sets words in a clear field of another item, so far from its edges, mm.
     * @returns names of items that would hang on each other, if any
     */
    setInField: (item: string, of: string, margin: number): string[] | null => {
      const { thing, assembly } = hand();
      const set = setInField(thing, item, { of, margin, at: null }, whereItems(picture, assembly));
      const circle = circleOfHolds(set);
      if (circle) return circle.map((id) => itemName(thing.items.find((each) => each.id === id)!));
      change('Set in a field', (recipe) => inThing(recipe, thing.id, () => set));
      return null;
    },
    /** Moves what is in hand, mm on the sheet, y up. */
    move: (by: Point, { label = 'Move', keepHolds = false }: MoveOptions = {}) => {
      const { thing, assembly, items, things } = hand();
      if (things) {
        change(label, (recipe) => thingsMovedBy(recipe, new Set(things), by, whereThings(picture)));
        return;
      }
      const own = turnPointBy(-(drawn(assembly)?.turn ?? 0))(by);
      const where = whereItems(picture, assembly);
      change(label, (recipe) =>
        inThing(recipe, thing.id, (it) => itemsMovedBy(it, movable(thing, items), own, where, keepHolds)),
      );
    },
    /** Puts items of the thing in hand where their origins are to be, each by itself: aligning, spacing. */
    moveItems: (label: string, moves: ReadonlyMap<string, Point>) => {
      const { thing, assembly, items } = hand();
      const free = movable(thing, items);
      const own = new Map([...moves].filter(([id]) => free.has(id)));
      const where = whereItems(picture, assembly);
      change(label, (recipe) => inThing(recipe, thing.id, (it) => movedItems(it, own, where)));
    },
    /**
     * Turns what is in hand, degrees counter-clockwise.
     * @param about a point of the sheet, y up, that items turn round; things turn round their own middles
     */
    turn: (degrees: number, about: Point) => {
      const { things } = hand();
      if (!things)
        return reform('Turn', about, turnPointBy(degrees), (item) => ({
          ...item,
          turn: tidyTurn(item.turn + degrees),
        }));
      change('Turn', (recipe) => ({
        ...recipe,
        assemblies: recipe.assemblies.map((each) => {
          if (!things.includes(each.id)) return each;
          const place = turnedPlace(each.place, degrees, drawn(each.id));
          return { ...each, turn: tidyTurn(each.turn + degrees), place };
        }),
      }));
    },
    /**
     * Makes items in hand so many times as large in proportion.
     * @param about the point of the sheet, y up, that stays
     */
    scale: (factor: number, about: Point) =>
      reform(
        'Size',
        about,
        ({ x, y }) => ({ x: x * factor, y: y * factor }),
        (item, before) => stillHeld(scaledItem(item, factor), before, { x: factor, y: factor }),
      ),
    /** The same, so many times as wide and as high: all of them must be stretchable. */
    stretch: (factors: Factors, about: Point) =>
      reform(
        'Stretch',
        about,
        ({ x, y }) => ({ x: x * factors.x, y: y * factors.y }),
        (item, before) => stillHeld(stretchedItem(item, factors), before, factors),
      ),
    /** Makes items as wide as the first of them, in proportion, each about its middle. */
    matchWidths: (ids: readonly string[]) => {
      const { thing, assembly, items: chosen } = hand();
      const items = drawn(assembly)?.items ?? [];
      const free = movable(thing, chosen);
      const widthOf = ({ own }: PictureItem) => own.maxX - own.minX;
      const wanted = widthOf(items.find(({ id }) => id === ids[0])!);
      const sized = items.filter((item) => free.has(item.id) && widthOf(item) > 0);
      const factors = new Map(sized.map((item) => [item.id, wanted / widthOf(item)]));
      const moves = new Map(
        sized.map((item) => {
          const [more, middle] = [1 - factors.get(item.id)!, middleOf(item)];
          return [item.id, { x: item.at.x + middle.x * more, y: item.at.y + middle.y * more }] as const;
        }),
      );
      change('Equal widths', (recipe) =>
        inThing(recipe, thing.id, (own) => {
          const placed = movedItems(own, moves, whereItems(picture, assembly));
          return { ...placed, items: placed.items.map((item) => scaledItem(item, factors.get(item.id) ?? 1)) };
        }),
      );
    },
    /**
     * Holds an axis of an item of the thing in hand to something.
     * @returns names of items that would hang on each other in a circle: then nothing is changed
     */
    hold: (item: string, axis: 'x' | 'y', to: HeldAxis): string[] | null =>
      holdAll([{ item, x: null, y: null, [axis]: to }]),
    holdAll,
    /** An axis of an item is free again, where it is. */
    letGo: (item: string, axis: 'x' | 'y') => {
      const { thing, assembly } = hand();
      const at = whereItems(picture, assembly).find(({ id }) => id === item)?.at;
      if (at) change('Let go', (recipe) => inThing(recipe, thing.id, (own) => withHold(own, item, axis, at[axis])));
    },
  };
}

/** From -180 to 180, in hundredths. */
const tidyTurn = (degrees: number): number => Number(((((degrees % 360) + 540) % 360) - 180).toFixed(2));

/** A thing that was put somewhere keeps its middle there when it is turned by a quarter. */
function turnedPlace(place: Point | null, degrees: number, drawn: AssemblyPicture | undefined): Point | null {
  if (!place || !drawn || Math.abs(degrees) % 180 !== 90) return place;
  const { minX, minY, maxX, maxY } = drawn.object;
  const more = (maxX - minX - (maxY - minY)) / 2;
  return { x: place.x + more, y: place.y - more };
}
