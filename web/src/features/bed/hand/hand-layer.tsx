'use client';

import { boundsContain, boundsMeet, centreOf, type Bounds } from '@needlefile/core/geometry/bounds';
import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { useMemo, useState, type PointerEvent } from 'react';
import { isStretchable, type Factors } from '@needlefile/core/recipe/edits/stretch';
import { choose, letGo } from '@/job/chosen';
import type { Item } from '@needlefile/core/recipe/schema';
import { useJob } from '@/job/job-store';
import { inHand, movable } from '@/job/in-hand';
import type { SheetEdits } from '@/job/sheet-edits';
import { useView } from '@/job/view-store';
import { onSheet } from '../on-sheet';
import { isPanning } from '../use-zoom';
import { catchOn, type Caught } from './catch';
import { frameOf, targetsOf, type HandFrame, type Target } from './frame';
import { Ghost } from './ghost';
import { Guides } from './guides';
import { Handles, type HandleKind } from './handles';
import css from './hand.module.css';
import { boxOfDrag, Marquee } from './marquee';
import { OutlineLayer } from './outline-layer';

interface Drag {
  readonly kind: 'press' | 'move' | 'marquee' | HandleKind;
  /** What was pressed; null: the ground. */
  readonly on: Target | null;
  /** Whether that was in hand before. */
  readonly again: boolean;
  readonly x0: number;
  readonly y0: number;
  readonly x: number;
  readonly y: number;
  /** Where a corner is dragged: the point that stays, y down. */
  readonly about?: { readonly x: number; readonly y: number };
  readonly caught: Caught | null;
  /** Each way by itself, not in proportion. */
  readonly stretched: boolean;
}

/** A press becomes a drag after so many pixels. */
const BEGINS = 4;
/** Edges catch within so many pixels. */
const REACH = 7;
/** Angles catch on whole multiples of this, within so many degrees, and are whole degrees elsewhere. */
const QUARTER = 15;
const CATCH_ANGLE = 2.5;

/** Takes things and items on the bed in hand: click, drag, corners, turning, and a frame drawn round several. */
export function HandLayer({ picture, scale, edits }: { picture: Picture; scale: number; edits: SheetEdits }) {
  const recipe = useJob((state) => state.recipe);
  const view = useView();
  const [drag, setDrag] = useState<Drag | null>(null);
  const targets = useMemo(() => targetsOf(picture), [picture]);
  const hand = view.inHand ? inHand(recipe) : null;
  const frame = hand && frameOf(picture, hand);
  const isLocked = hand !== null && hand.items.length > 0 && movable(hand.thing, hand.items).size === 0;
  const isPliable = hand !== null && hand.items.every(isStretchable) && isLevel(picture, hand.assembly);

  const press = (event: PointerEvent<SVGElement>, kind: Drag['kind'], on: Target | null, about?: Drag['about']) => {
    if (event.button !== 0 || isPanning()) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    event.currentTarget.ownerSVGElement?.focus();
    const { x, y } = onSheet(event.currentTarget as SVGGraphicsElement, event);
    const again = on !== null && isInHand(on);
    if (on && (event.shiftKey || event.ctrlKey || event.metaKey)) return takeAlso(on, picture);
    if (on && !again) take(on);
    setDrag({ kind, on, again, x0: x, y0: y, x, y, caught: null, stretched: false, ...(about && { about }) });
  };
  const drags = {
    onPointerMove: (event: PointerEvent<SVGElement>) => {
      if (!drag) return;
      const { x, y } = onSheet(event.currentTarget as SVGGraphicsElement, event);
      const far = Math.hypot(x - drag.x0, y - drag.y0) * scale > BEGINS;
      if (drag.kind === 'press' && !far) return;
      const kind = drag.kind === 'press' ? (drag.on === null ? 'marquee' : 'move') : drag.kind;
      const free = event.ctrlKey || event.metaKey;
      const caught =
        kind === 'move' && frame && !isLocked
          ? catchOn(picture, frame, x - drag.x0, y - drag.y0, free ? 0 : REACH / scale)
          : null;
      setDrag({ ...drag, kind, x, y, caught, stretched: kind === 'size' && event.altKey && isPliable });
    },
    onPointerUp: (event: PointerEvent<SVGElement>) => {
      if (!drag) return;
      setDrag(null);
      finish(drag, event.altKey);
    },
    onPointerCancel: () => setDrag(null),
  };
  const finish = (done: Drag, inside: boolean) => {
    if (done.kind === 'press') {
      if (!done.on) letGo();
      else if (done.again) pickLetter(done.on, done, picture);
    } else if (done.kind === 'marquee') takeWithin(boxOfDrag(done), picture, inside);
    // Escape let go of it on the way.
    else if (!hand) return;
    else if (done.kind === 'move' && done.caught) {
      edits.move({ x: done.caught.dx, y: -done.caught.dy });
      const item = hand.items.length === 1 ? hand.items[0]!.id : null;
      const { x, y } = done.caught;
      useView.setState({ keep: item !== null && (x || y) ? [{ item, x, y }] : [] });
    } else if (frame && done.kind === 'size') {
      const about = up(done.about!, picture);
      if (done.stretched) edits.stretch(factorsOf(done), about);
      else edits.scale(factorsOf(done).x, about);
    } else if (frame && done.kind === 'turn') edits.turn(turnOf(done, frame.box), up(centreOf(frame.box), picture));
  };

  return (
    <g>
      <rect
        className={css.ground}
        x={-1e5}
        y={-1e5}
        width={2e5}
        height={2e5}
        onPointerDown={(event) => press(event, 'press', null)}
        {...drags}
      />
      {targets.map((target) => {
        const { thing, item, name, box } = target;
        const slack = 3 / scale;
        return (
          <rect
            key={`${thing} ${item} ${box.minX} ${box.minY}`}
            className={css.target}
            data-kind={item === null ? 'thing' : 'item'}
            x={box.minX - slack}
            y={box.minY - slack}
            width={box.maxX - box.minX + 2 * slack}
            height={box.maxY - box.minY + 2 * slack}
            onPointerDown={(event) => press(event, 'press', target)}
            {...drags}
          >
            <title>{name}</title>
          </rect>
        );
      })}
      {frame && <Moving drag={drag} frame={frame} scale={scale} />}
      {/* Unseen while something is dragged, and there: the pointer is held by one of them. */}
      {frame && !view.redrawing && (
        <Handles
          isHidden={drag !== null && drag.kind !== 'press'}
          frame={frame}
          scale={scale}
          isLocked={isLocked}
          canSize={hand !== null && hand.items.length > 0 && hand.items.every(isFree)}
          onPress={(event, kind, about) => press(event, kind, null, about)}
          drags={drags}
        />
      )}
      {!drag && <OutlineLayer picture={picture} scale={scale} />}
      {drag?.kind === 'marquee' && <Marquee box={boxOfDrag(drag)} />}
      {drag?.caught && <Guides guides={drag.caught.guides} scale={scale} />}
    </g>
  );
}

/** What is dragged, at once where it will be: the rest follows when it has been computed. */
function Moving({ drag, frame, scale }: { drag: Drag | null; frame: HandFrame; scale: number }) {
  if (drag?.kind === 'move' && drag.caught) {
    const { dx, dy } = drag.caught;
    return (
      <Ghost
        frame={frame}
        scale={scale}
        transform={`translate(${dx} ${dy})`}
        told={{ x: dx, y: -dy }}
        by={{ dx, dy }}
      />
    );
  }
  if (drag?.kind === 'size') {
    const [k, { x, y }] = [factorsOf(drag), drag.about!];
    const transform = `translate(${x * (1 - k.x)} ${y * (1 - k.y)}) scale(${k.x} ${k.y})`;
    const { minX, minY, maxX, maxY } = frame.box;
    return (
      <Ghost
        frame={frame}
        scale={scale}
        transform={transform}
        told={{ x: (maxX - minX) * k.x, y: (maxY - minY) * k.y }}
      />
    );
  }
  if (drag?.kind === 'turn') {
    const { x, y } = centreOf(frame.box);
    const angle = turnOf(drag, frame.box);
    return <Ghost frame={frame} scale={scale} transform={`rotate(${-angle} ${x} ${y})`} angle={angle} />;
  }
  return null;
}

const up = ({ x, y }: { readonly x: number; readonly y: number }, { sheet }: Picture) => ({ x, y: sheet.height - y });

const LEAST = 0.02;

/** How far the corner is from the one that stays, against how far it was: along the diagonal, or each way by itself. */
function factorsOf({ about, x0, y0, x, y, stretched }: Drag): Factors {
  const [dx, dy] = [x - about!.x, y - about!.y];
  const [dx0, dy0] = [x0 - about!.x, y0 - about!.y];
  const share = (now: number, before: number) => Math.max(LEAST, before === 0 ? 1 : now / before);
  if (stretched) return { x: share(dx, dx0), y: share(dy, dy0) };
  const both = share(dx * dx0 + dy * dy0, dx0 * dx0 + dy0 * dy0);
  return { x: both, y: both };
}

/** Words in a field are as large as that has room for. */
const isFree = (item: Item): boolean => item.kind !== 'lettering' || item.field === null;

const isLevel = ({ assemblies }: Picture, thing: string): boolean =>
  (assemblies.find(({ id }) => id === thing)?.turn ?? 0) % 180 === 0;

function turnOf({ x0, y0, x, y }: Drag, box: Bounds): number {
  const { x: cx, y: cy } = centreOf(box);
  const angle = ((Math.atan2(cy - y, x - cx) - Math.atan2(cy - y0, x0 - cx)) * 180) / Math.PI;
  const whole = Math.round(angle / QUARTER) * QUARTER;
  return Math.abs(angle - whole) <= CATCH_ANGLE ? whole : Math.round(angle);
}

function isInHand({ thing, item }: Target): boolean {
  const { inHand: any, assembly, items, others } = useView.getState();
  if (!any) return false;
  if (items.length > 0) return assembly === thing && item !== null && items.includes(item);
  return assembly === thing || others.includes(thing);
}

function take({ thing, item }: Target): void {
  choose(thing, item);
  useView.setState({ letter: null });
}

/** With Shift one more, or one less. */
function takeAlso({ thing, item }: Target, { assemblies }: Picture): void {
  const { inHand: any, assembly, items, others } = useView.getState();
  if (!any) return choose(thing, item);
  if (thing === assembly && item !== null && items.length > 0)
    return choose(thing, ...(items.includes(item) ? items.filter((each) => each !== item) : [...items, item]));
  if (thing === assembly || assembly === null) return choose(thing, item);
  // Of several things each is taken whole.
  const known = others.filter((id) => assemblies.some((each) => each.id === id));
  const next = known.includes(thing) ? known.filter((id) => id !== thing) : [...known, thing];
  useView.setState({ others: next, items: [], inHand: true });
}

/** What the marquee touches, or with Alt what lies inside. Of one thing its items; of several the things. */
function takeWithin(box: Bounds, { assemblies }: Picture, inside: boolean): void {
  const isTaken = (own: Bounds) => own.minX <= own.maxX && (inside ? boundsContain(box, own) : boundsMeet(box, own));
  const taken = assemblies
    .map((thing) => ({ thing, items: thing.items.filter((item) => isTaken(item.box)) }))
    .filter(({ thing, items }) => items.length > 0 || thing.boxes.some(isTaken));
  const [first, ...rest] = taken;
  if (!first) return letGo();
  choose(first.thing.id, ...(rest.length === 0 ? first.items.map(({ id }) => id) : []));
  useView.setState({ others: rest.map(({ thing }) => thing.id) });
}

/** A click on words that are in hand takes the letter under it. */
function pickLetter({ thing, item }: Target, { x, y }: Drag, { assemblies }: Picture): void {
  const { letter, station, assembly, items } = useView.getState();
  const own = assemblies.find(({ id }) => id === thing);
  if (item !== null && (assembly !== thing || !items.includes(item))) return choose(thing, item);
  if (item === null || station !== 'letter') return;
  const hit = letterAt(own, item, x, y);
  useView.setState({ letter: hit && hit !== letter ? hit : null });
}

const letterAt = (thing: AssemblyPicture | undefined, item: string, x: number, y: number): string | null =>
  thing?.letters.find(
    ({ item: own, bounds: { minX, minY, maxX, maxY } }) =>
      own === item && x >= minX && x <= maxX && y >= minY && y <= maxY,
  )?.id ?? null;
