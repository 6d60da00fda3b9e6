'use client';

import type { Point } from '@needlefile/core/geometry/point';
import { compose, moveBy, turnBy, transformPoint, type Matrix } from '@needlefile/core/geometry/matrix';
import type { NodeRef } from '@needlefile/core/geometry/nodes/ends';
import { tidied } from '@needlefile/core/geometry/nodes/handles';
import { marksOf } from '@needlefile/core/geometry/nodes/marks';
import type { NodePath } from '@needlefile/core/geometry/nodes/node-path';
import { redraw } from '@needlefile/core/geometry/nodes/redraw';
import { redrawingOf, withArtworkDrawn, withLetterDrawn, type OneLetter } from '@needlefile/core/recipe/edits/redrawn';
import { withinItem } from '@needlefile/core/recipe/identity';
import type { ArtworkItem, Item, LetteringItem, ShapeItem } from '@needlefile/core/recipe/schema';
import type { OutlineOf, OutlinePicture } from '@needlefile/core/screen/outline-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { original, type Draft } from 'immer';
import { useCallback, useMemo } from 'react';
import { useChosenAssembly, useEditThing, useItem } from './chosen';
import { useView } from './view-store';

/** Outlines that a hand works on: an own drawing's, a letter's, or artwork's. */
export interface Outline {
  readonly paths: readonly NodePath[];
  /** From what lengths of the paths are in to the sheet, mm, y up. */
  readonly toSheet: Matrix;
  /** The same to millimetres about its own origin: what is told in figures. */
  readonly toOwn: Matrix;
  /** It is one path and stays one. */
  readonly isOne: boolean;
  /** Makes it what it is after a change; the nodes that are then in hand, as the change has them. */
  readonly change: (label: string, paths: readonly NodePath[], chosen: readonly NodeRef[], gesture?: object) => void;
}

/** What is to be drawn for a hand to work on, while it redraws letters or artwork, or measures artwork. */
export function useOutlineOf(): OutlineOf | null {
  const item = useItem();
  const { redrawing, letter, drawing } = useView();
  const { id: assembly } = useChosenAssembly();
  const isMeasured = drawing === 'measure' && item?.kind === 'artwork';
  const id = (redrawing || isMeasured) && item ? item.id : null;
  const own = item?.kind === 'lettering' ? letter : null;
  const isPossible = item?.kind === 'artwork' || own !== null;
  return useMemo(
    () => (id !== null && isPossible ? { assembly, item: id, letter: own } : null),
    [id, assembly, own, isPossible],
  );
}

/** The letter that a picture of outlines is of. */
export function letterOf(picture: Picture, { letter, glyph, assembly }: OutlinePicture): OneLetter | null {
  if (letter === null || glyph === null) return null;
  const thing = picture.assemblies.find(({ id }) => id === assembly);
  const text = thing?.letters.find(({ id }) => id === letter)?.text ?? '';
  return { letter: withinItem(letter), glyph, text };
}

/** The outlines in hand; null where there are none. */
export function useOutline(picture: Picture | null): Outline | null {
  const item = useItem();
  const { redrawing, letter, inHand, items } = useView();
  const { id: assembly } = useChosenAssembly();
  const edit = useEditItemById();
  return useMemo(() => {
    if (!picture || !item || item.locked) return null;
    if (item.kind === 'shape')
      return inHand && items.length === 1 ? outlineOfShape(picture, assembly, item, edit) : null;
    const own = picture.outline;
    if (!redrawing || !own || own.item !== item.id || own.assembly !== assembly) return null;
    if (item.kind === 'lettering' && own.letter !== letter) return null;
    return outlineOfItem(picture, own, item, edit);
  }, [picture, item, redrawing, assembly, letter, inHand, items, edit]);
}

type EditItem = (label: string, item: string, next: (item: Item) => Item, gesture?: object) => void;

/** Points of the artwork in hand that distances are measured between, on the sheet, mm, y down. */
export function useMarks(picture: Picture): readonly Point[] {
  const item = useItem();
  return useMemo(() => {
    const own = picture.outline;
    if (item?.kind !== 'artwork' || own?.item !== item.id) return [];
    const paths = redraw(own.paths, item.redrawn).paths.map(({ path }) => path);
    return marksOf(paths).map((point) => shownAt(own, picture.sheet.height, point));
  }, [picture, item]);
}

/** Changes one item of the thing that is worked on. */
export function useEditItemById(): EditItem {
  const edit = useEditThing();
  return useCallback(
    (label, item, next, gesture) =>
      edit(
        label,
        (thing) => {
          const n = thing.items.findIndex(({ id }) => id === item);
          // As it is, not as it is being changed: what is read of that is wrapped, node by node.
          if (n >= 0) thing.items[n] = next(original(thing.items[n]!) as Item) as Draft<Item>;
        },
        gesture,
      ),
    [edit],
  );
}

/** Where more nodes than this are on the bed, none is shown. */
export const MOST_NODES_SHOWN = 1500;

/** Own drawings are told in whole thousandths of a millimetre. */
const DIGITS = 3;

function outlineOfShape(picture: Picture, assembly: string, item: ShapeItem, edit: EditItem): Outline | null {
  const { outline } = item;
  const there = picture.assemblies.find(({ id }) => id === assembly);
  const at = there?.items.find(({ id }) => id === item.id)?.at;
  if (outline.by !== 'path' || !there || !at) return null;
  const { origin, turn } = there;
  return {
    paths: [outline],
    toSheet: compose(moveBy(origin.x, origin.y), turnBy(turn), moveBy(at.x, at.y), turnBy(item.turn)),
    toOwn: moveBy(0, 0),
    isOne: true,
    change: (label, [path], chosen, gesture) => {
      if (!path) return;
      const { nodes, closed } = tidied(path, DIGITS);
      edit(label, item.id, (own) => ({ ...own, outline: { ...outline, nodes, closed } }) as Item, gesture);
      useView.setState({ nodes: chosen });
    },
  };
}

function outlineOfItem(
  picture: Picture,
  own: OutlinePicture,
  item: LetteringItem | ArtworkItem,
  edit: EditItem,
): Outline {
  const one = letterOf(picture, own);
  const changesOf = (of: Item) => {
    if (of.kind === 'artwork') return of.redrawn;
    return (of.kind === 'lettering' && one && redrawingOf(of, one)?.changes) || [];
  };
  const known = changesOf(item);
  return {
    paths: redraw(own.paths, known).paths.map(({ path }) => path),
    toSheet: own.toSheet,
    toOwn: own.toOwn,
    isOne: false,
    change: (label, paths, chosen, gesture) => {
      const now = paths.map((path) => tidied(path, own.digits));
      const drawn = (before: Item): Item => {
        if (before.kind === 'artwork') return withArtworkDrawn(before, own.paths, now);
        if (before.kind !== 'lettering' || !one) return before;
        return withLetterDrawn(before, one, redrawingOf(before, one)?.letter === null, own.paths, now);
      };
      let changes = known;
      edit(
        label,
        item.id,
        (before) => {
          const after = drawn(before);
          changes = changesOf(after);
          return after;
        },
        gesture,
      );
      const shown = redraw(own.paths, changes).paths.map(({ path }) => path);
      useView.setState({ nodes: sameNodes(now, shown, chosen) });
    },
  };
}

/** The same nodes of paths that may come in another order and begin elsewhere. */
function sameNodes(from: readonly NodePath[], to: readonly NodePath[], chosen: readonly NodeRef[]): NodeRef[] {
  const wanted = chosen.flatMap(({ path, node }) => from[path]?.nodes[node] ?? []);
  const byX = new Map<number, (NodeRef & Point)[]>(wanted.map(({ x }) => [x, []]));
  to.forEach(({ nodes }, path) => nodes.forEach(({ x, y }, node) => byX.get(x)?.push({ path, node, x, y })));
  return wanted.flatMap(({ x, y }) => {
    const found = byX.get(x)?.findLast((each) => each.y === y);
    return found ? [{ path: found.path, node: found.node }] : [];
  });
}

/** A point of an outline on the sheet, y down as it is shown. */
export const shownAt = ({ toSheet }: Pick<Outline, 'toSheet'>, height: number, point: Point): Point => {
  const { x, y } = transformPoint(toSheet, point);
  return { x, y: height - y };
};
