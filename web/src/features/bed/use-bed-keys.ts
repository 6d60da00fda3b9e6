'use client';

import type { Picture } from '@needlefile/core/screen/picture';
import { withinItem } from '@needlefile/core/recipe/identity';
import { MM_PER_INCH } from '@needlefile/core/units/length';
import { useEffect, useRef, type KeyboardEvent } from 'react';
import { notify } from '@/components/toasts';
import { useUnit } from '@/hooks/unit';
import { choose, chosenIn, letGo, useChosenPicture, useEditLettering, useItem } from '@/job/chosen';
import { useJobStore } from '@/job/job-store';
import { inHand } from '@/job/in-hand';
import { nodeEdits } from '@/job/node-edits';
import { useOutline, type Outline } from '@/job/outline';
import type { SheetEdits } from '@/job/sheet-edits';
import { useView } from '@/job/view-store';
import { middleOfHand } from './hand/frame';
import { keepIt } from './hand/keep-offer';

const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** Degrees that a key turns by, and how much larger or smaller one makes. */
const TURN = 15;
const FINE_TURN = 1;
const LARGER = 1.05;

/** What keys do on the bed besides zooming. @returns whether the key was taken */
export function useBedKeys(
  picture: Picture | null,
  edits: SheetEdits,
  upToDate: boolean,
): (event: KeyboardEvent) => boolean {
  const inTurn = useInTurn(edits, upToDate);
  const store = useJobStore();
  const unit = useUnit();
  const editLettering = useEditLettering();
  const outline = useOutline(picture);
  const thing = useChosenPicture(picture);
  const kind = useItem()?.kind;
  const steps = unit === 'mm' ? { fine: 0.1, plain: 1, far: 10 } : inches();

  const moveLetter = (letter: string, [x, y]: readonly [number, number], step: number) =>
    editLettering('Move a letter', (item) => {
      const nudge = (item.nudges[withinItem(letter)] ??= { x: 0, y: 0, turn: 0, scale: 1 });
      nudge.x = Number((nudge.x + x * step).toFixed(4));
      nudge.y = Number((nudge.y + y * step).toFixed(4));
    });

  return (event) => {
    if (event.ctrlKey || event.metaKey) return false;
    const view = useView.getState();
    const way = ARROWS[event.key];
    const step = event.altKey ? steps.fine : event.shiftKey ? steps.far : steps.plain;
    if (event.key === 'Escape') {
      // One step back at a time: the nodes, the outline, what is in hand.
      if (view.nodes.length > 0) useView.setState({ nodes: [] });
      else if (view.redrawing) useView.setState({ redrawing: false });
      else letGo();
      return true;
    }
    if (outline && onNodeKey(event, outline, way, step)) return true;
    if (event.key === 'n' && (view.letter || kind === 'artwork' || (kind === 'lettering' && view.inHand))) {
      // Which of its letters is asked for at Letter.
      const isAsked = kind === 'lettering' && !view.letter;
      useView.setState({ redrawing: !view.redrawing, nodes: [], inHand: true, ...(isAsked && { station: 'letter' }) });
      return true;
    }
    if (way && view.letter && view.station === 'letter') {
      moveLetter(view.letter, way, step / 2);
      return true;
    }
    if (picture && (event.key === 'PageDown' || event.key === 'PageUp')) {
      takeNext(picture, event.key === 'PageUp');
      return true;
    }
    if (!view.inHand || !picture) return false;
    const recipe = store.getState().recipe;
    const hand = inHand(recipe);
    const middle = middleOfHand(picture, hand);
    if (way) edits.move({ x: way[0] * step, y: way[1] * step }, { keepHolds: true });
    else if (event.key === 'Delete' || event.key === 'Backspace') {
      // A dot that was clicked and missed is meant, not the words.
      const areDots = view.station === 'strokes' && thing !== null && thing.dots.length > 0;
      if (areDots) notify('No dot is in hand: click one first. What is on the sheet is taken out at Letter.');
      else edits.remove();
    } else if (event.key === 'k' && view.keep.length > 0) keepIt(edits);
    else if (event.key === 'h') edits.toggleHidden(hand.assembly, hand.items.at(-1)?.id ?? null);
    else if (event.key === 'l' && hand.items.length > 0)
      for (const { id } of hand.items) edits.toggleLocked(hand.thing.id, id);
    else if (middle && event.key.toLowerCase() === 'r')
      inTurn((now) => now.turn(event.shiftKey ? -TURN : TURN, middle));
    else if (middle && (event.key === '[' || event.key === ']'))
      inTurn((now) => now.turn(event.key === '[' ? FINE_TURN : -FINE_TURN, middle));
    else if (middle && hand.items.length > 0 && (event.key === '>' || event.key === '<'))
      inTurn((now) => now.scale(event.key === '>' ? LARGER : 1 / LARGER, middle));
    else return false;
    return true;
  };

  /** The next item or thing in the list; behind the last the first. */
  function takeNext({ assemblies }: Picture, back: boolean): void {
    const all = assemblies.flatMap((thing) => [
      { thing: thing.id, item: null as string | null },
      ...(thing.report.make === 'coupon'
        ? []
        : thing.items.map(({ id }) => ({ thing: thing.id, item: id as string | null }))),
    ]);
    const { inHand: any, items } = useView.getState();
    const { assembly } = chosenIn(store.getState().recipe, useView.getState());
    const now = any ? all.findIndex(({ thing, item }) => thing === assembly.id && item === (items.at(-1) ?? null)) : -1;
    const next = all.at(back ? Math.max(now, 0) - 1 : (now + 1) % all.length);
    if (next) choose(next.thing, next.item);
  }
}

/** What keys do to nodes in hand. @returns whether the key was taken */
function onNodeKey(
  event: KeyboardEvent,
  outline: Outline,
  way: readonly [number, number] | undefined,
  step: number,
): boolean {
  const edits = nodeEdits(outline, useView.getState().nodes);
  const isFirst = edits.chosen.length === 0;
  if (!(isFirst && outline.isOne) && (event.key === 'PageDown' || event.key === 'PageUp')) {
    useView.setState({ nodes: edits.step(event.key === 'PageDown' ? 1 : -1) });
    return true;
  }
  if (isFirst) return false;
  if (way) edits.move({ x: way[0] * step, y: way[1] * step });
  else if (event.key === 'Delete' || event.key === 'Backspace') edits.remove();
  else if (event.key === 'i') edits.insert();
  else if (event.key === 's') edits.smooth();
  else if (event.key === 'c') edits.corner();
  else if (event.key === 'b') edits.breakApart();
  else if (event.key === 'j') edits.join?.();
  else return false;
  return true;
}

/** Turning and sizing begin from where things are seen: of keys that come faster, each waits for the picture before. */
function useInTurn(edits: SheetEdits, upToDate: boolean): (step: (edits: SheetEdits) => void) => void {
  const waiting = useRef<((edits: SheetEdits) => void)[]>([]);
  useEffect(() => {
    if (upToDate) waiting.current.shift()?.(edits);
  }, [edits, upToDate]);
  return (step) => {
    if (upToDate && waiting.current.length === 0) step(edits);
    else waiting.current.push(step);
  };
}

const inches = () => ({ fine: MM_PER_INCH / 64, plain: MM_PER_INCH / 16, far: MM_PER_INCH / 4 });
