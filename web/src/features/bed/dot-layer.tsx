'use client';

import { dotOf } from '@needlefile/core/fills/dots-by-hand';
import { boundsContain } from '@needlefile/core/geometry/bounds';
import { withDotIn, withDotMoved, withDotOut, type DotAt } from '@needlefile/core/recipe/edits/dots';
import { inItem, withinItem } from '@needlefile/core/recipe/identity';
import type { Item } from '@needlefile/core/recipe/schema';
import type { PictureDot } from '@needlefile/core/screen/dots-picture';
import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import { useRef, useState, type MouseEvent, type PointerEvent, type ReactNode } from 'react';
import { useEditItemById } from '@/job/outline';
import css from './bed.module.css';
import { onSheet } from './on-sheet';

interface Props {
  readonly thing: AssemblyPicture;
  readonly height: number;
  readonly scale: number;
  /** What lies below the dots, and takes all else. */
  readonly children: ReactNode;
}

interface Held {
  readonly dot: PictureDot;
  readonly x: number;
  readonly y: number;
}

/** Dots are moved by so much with the arrow keys, mm. */
const STEP = 0.25;
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/**
 * Dots that areas are set with: each can be dragged, moved by the arrow keys and taken out by Delete; a double click
 * beside them in a letter puts one there.
 * @param height of the sheet, mm
 */
export function DotLayer({ thing, height, scale, children }: Props) {
  const edit = useEditItemById();
  const [held, setHeld] = useState<Held | null>(null);
  /** Where a dot was moved to by keys: it keeps them once it is drawn there. */
  const movedTo = useRef<{ readonly x: number; readonly y: number } | null>(null);
  const letterAt = (x: number, y: number) =>
    thing.letters.find(({ bounds }) => boundsContain(bounds, { minX: x, maxX: x, minY: y, maxY: y }, 0));
  /** A place on the sheet as a letter of its dots has it. */
  const placeOf = ({ item, letter }: PictureDot, x: number, y: number): DotAt | null => {
    const own = thing.letters.find(({ id }) => id === inItem(item, letter));
    return own ? dotOf({ x, y: height - y }, own.frame) : null;
  };
  const move = (dot: PictureDot, x: number, y: number) => {
    const to = placeOf(dot, x, y);
    if (to) edit('Move a dot', dot.item, (item): Item => withDotMoved(item, dot, to));
  };
  const put = (event: MouseEvent<SVGElement>) => {
    const { x, y } = onSheet(event.currentTarget as SVGGraphicsElement, event);
    const letter = letterAt(x, y);
    if (!letter) return;
    const at = dotOf({ x, y: height - y }, letter.frame);
    edit('Put a dot', letter.item, (item): Item => withDotIn(item, withinItem(letter.id), at));
  };
  const reach = 5 / scale;
  const drag = (event: PointerEvent<SVGElement>) => {
    if (!held) return;
    setHeld({ dot: held.dot, ...onSheet(event.currentTarget as SVGGraphicsElement, event) });
  };
  return (
    <g onDoubleClick={put}>
      {children}
      {thing.dots.map((dot, n) => {
        const isHeld = held?.dot === dot;
        const { x, y } = isHeld ? held : dot;
        return (
          <circle
            ref={(element) => {
              const to = movedTo.current;
              if (!element || !to || Math.hypot(dot.x - to.x, dot.y - to.y) > 0.01) return;
              movedTo.current = null;
              element.focus();
            }}
            key={`${dot.item} ${dot.letter} ${dot.at.join()}`}
            role="button"
            tabIndex={0}
            aria-label={`Dot ${n + 1}`}
            className={css.dot}
            data-byhand={dot.byHand}
            cx={x}
            cy={y}
            r={Math.max(dot.radius, reach)}
            onPointerDown={(event) => {
              if (event.button !== 0) return;
              event.stopPropagation();
              event.currentTarget.setPointerCapture(event.pointerId);
              event.currentTarget.focus();
              setHeld({ dot, x: dot.x, y: dot.y });
            }}
            onPointerMove={drag}
            onPointerUp={() => {
              setHeld(null);
              if (held && Math.hypot(held.x - dot.x, held.y - dot.y) * scale > 3) move(dot, held.x, held.y);
            }}
            onPointerCancel={() => setHeld(null)}
            onKeyDown={(event) => {
              const way = ARROWS[event.key];
              if (way) {
                movedTo.current = { x: dot.x + way[0] * STEP, y: dot.y + way[1] * STEP };
                move(dot, movedTo.current.x, movedTo.current.y);
              } else if (event.key === 'Delete' || event.key === 'Backspace')
                edit('Take a dot out', dot.item, (item): Item => withDotOut(item, dot));
              else return;
              event.preventDefault();
              event.stopPropagation();
            }}
          />
        );
      })}
    </g>
  );
}
