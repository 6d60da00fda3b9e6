import { joinBounds, widthOf, type Bounds } from '../geometry/bounds.ts';
import type { Contour, Region } from '../geometry/contour.ts';
import { contourArea, contourBounds, regionArea } from '../geometry/contour-facts.ts';
import { knockOut } from '../geometry/kernel/boolean.ts';
import { determinant } from '../geometry/matrix.ts';
import { distance, type Point } from '../geometry/point.ts';
import type { SourceId } from '../geometry/segment.ts';
import { circle } from '../geometry/shapes.ts';
import { turnPointBy } from '../geometry/turn.ts';
import type { Letter } from '../lettering/layout.ts';
import type { DotsByHand } from '../recipe/parts.ts';

/** Where a letter stands: what dots put by hand are told in. */
export interface LetterFrame {
  readonly id: SourceId;
  readonly origin: Point;
  /** Degrees counter-clockwise. */
  readonly turn: number;
  /** mm; 0 of what has none: lengths are then mm. */
  readonly capHeight: number;
  /** To be read through the back. */
  readonly mirrored: boolean;
}

/** The frame of a letter as it stands. */
export const frameOfLetter = ({ id, origin, turn, capHeight, drawnFrom }: Letter): LetterFrame => ({
  ...{ id, origin, turn, capHeight },
  mirrored: drawnFrom !== null && determinant(drawnFrom.matrix) < 0,
});

/** What lengths of a letter are told in, mm. */
export const unitOf = ({ capHeight }: Pick<LetterFrame, 'capHeight'>): number => capHeight || 1;

/** A dot that was taken out was no further from there than this, in diameters. */
const THERE = 0.75;

/** A place of a letter, told in its cap heights from its origin, in the thing. */
export function dotAt([u, v]: DotsByHand['in'][number], frame: LetterFrame): Point {
  const { origin, turn, mirrored } = frame;
  const unit = unitOf(frame);
  const { x, y } = turnPointBy(turn)({ x: (mirrored ? -u : u) * unit, y: v * unit });
  return { x: origin.x + x, y: origin.y + y };
}

/** A place in the thing, as it is told of a letter. */
export function dotOf({ x, y }: Point, frame: LetterFrame): [number, number] {
  const { origin, turn, mirrored } = frame;
  const unit = unitOf(frame);
  const own = turnPointBy(-turn)({ x: x - origin.x, y: y - origin.y });
  return [(mirrored ? -own.x : own.x) / unit, own.y / unit];
}

/** The middle of a dot. */
export function middleOfDot(dot: Contour): Point {
  const { minX, minY, maxX, maxY } = contourBounds(dot);
  return { x: (minX + maxX) / 2, y: (minY + maxY) / 2 };
}

/** Dots with those that a hand took out left out, and those that it put in. @param hand by letter */
export function withDotsByHand(
  dots: readonly Contour[],
  diameter: number,
  hand: Readonly<Record<string, DotsByHand>>,
  letters: readonly LetterFrame[],
): readonly Contour[] {
  const own = letters.filter(({ id }) => id in hand);
  if (own.length === 0) return dots;
  const left = new Set(dots);
  for (const letter of own)
    for (const place of hand[letter.id]!.out) {
      const near = nearest(left, dotAt(place, letter), THERE * diameter);
      if (near) left.delete(near);
    }
  const put = own.flatMap((letter) =>
    hand[letter.id]!.in.map((place) => {
      const [, , wide] = place;
      return circle(dotAt(place, letter), (wide ? wide * unitOf(letter) : diameter) / 2, letter.id);
    }),
  );
  return [...left, ...put];
}

function nearest(dots: ReadonlySet<Contour>, at: Point, within: number): Contour | null {
  let [best, least] = [null as Contour | null, within];
  for (const dot of dots) {
    const far = distance(middleOfDot(dot), at);
    if (far <= least) [best, least] = [dot, far];
  }
  return best;
}

/** Dots that share more than this of themselves with what is not their area are over its edge. */
const OVER = 0.01;

/** Dots over the edge of their area: those of a fill never are by themselves, those that a hand put may be. */
export function overTheEdge(put: readonly Contour[], area: Region): Bounds[] {
  return put.filter((dot) => regionArea(knockOut([dot], area)) > OVER * contourArea(dot)).map(contourBounds);
}

/** Dots lie on each other where they share more than this, mm: those beside each other touch at most. */
const TOUCH = 0.001;

/** Where dots lie on each other: those of a fill never do by themselves, those that a hand put may. */
export function collisionsOf(dots: readonly Contour[]): Bounds[] {
  const wideOf = (dot: Contour): number => widthOf(contourBounds(dot));
  const side = Math.max(...dots.map(wideOf));
  const cells = new Map<string, Contour[]>();
  const found: Bounds[] = [];
  for (const dot of dots) {
    const { x, y } = middleOfDot(dot);
    const [column, row] = [Math.floor(x / side), Math.floor(y / side)];
    for (let i = column - 1; i <= column + 1; i++)
      for (let j = row - 1; j <= row + 1; j++)
        for (const other of cells.get(`${i} ${j}`) ?? [])
          if (distance(middleOfDot(other), { x, y }) < (wideOf(dot) + wideOf(other)) / 2 - TOUCH)
            found.push(joinBounds([contourBounds(dot), contourBounds(other)]));
    const key = `${column} ${row}`;
    cells.set(key, [...(cells.get(key) ?? []), dot]);
  }
  return found;
}
