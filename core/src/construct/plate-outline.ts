import { centreOf, growBounds, heightOf, joinBounds, widthOf, type Bounds } from '../geometry/bounds.ts';
import { moveRegion, type Region } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { offsetRegion } from '../geometry/kernel/offset.ts';
import type { Point } from '../geometry/point.ts';
import { onCircle, type SourceId } from '../geometry/segment.ts';
import { roundedRectangle } from '../geometry/shapes.ts';
import { widestBox } from '../geometry/widest-box.ts';
import type { Plate } from '../recipe/parts.ts';
import { workedCorners } from '../shapes/corners.ts';
import { arch, oval, stake } from '../shapes/figures.ts';

/** Which part of an outline's box has room for words: shares of its width and height, and where that begins. */
export interface Room {
  readonly width: number;
  readonly height: number;
  /** Share of the width to the left of it, and of the height below it. */
  readonly before: number;
  readonly below: number;
}

/** A plate in its place: what is said of it, its box, and the outline of an item that it takes; null: its own. */
export interface PlateForm {
  readonly plan: Plate;
  readonly box: Bounds;
  readonly figure: Region | null;
}

/** How much of the height an arch's round top takes, and the point of a stake. */
const RISE = 0.3;
const POINT = 0.25;

export const ROOM: Record<Plate['outline'], Room> = {
  rectangle: { width: 1, height: 1, before: 0, below: 0 },
  // The largest rectangle in an oval of any proportion.
  oval: { width: Math.SQRT1_2, height: Math.SQRT1_2, before: (1 - Math.SQRT1_2) / 2, below: (1 - Math.SQRT1_2) / 2 },
  arch: { width: 1, height: 1 - RISE, before: 0, below: 0 },
  stake: { width: 1, height: 1 - POINT, before: 0, below: POINT },
};

/** The part of a region's box that has room for words so many times as wide as high; the whole where it has none. */
export function roomIn(region: Region, aspect: number): Room {
  const inner = widestBox(region, aspect);
  if (!inner) return ROOM.rectangle;
  const outer = joinBounds(region.map(contourBounds));
  const [width, height] = [widthOf(outer), heightOf(outer)];
  return {
    width: widthOf(inner) / width,
    height: heightOf(inner) / height,
    before: (inner.minX - outer.minX) / width,
    below: (inner.minY - outer.minY) / height,
  };
}

/** The outline of a plate in its box, grown all round by so much, mm; less than 0 shrinks it. */
export function plateOutline({ plan, box, figure }: PlateForm, by: number, source: SourceId): Region {
  if (figure) return moveRegion(by === 0 ? figure : offsetRegion(figure, by), 0, 0, () => source);
  const { outline, corners, cornerRadius } = plan;
  if (outline === 'rectangle' && corners === 'round') {
    const radius = by > 0 && cornerRadius === 0 ? 0 : Math.max(0, cornerRadius + by);
    return [roundedRectangle(growBounds(box, by), radius, source)];
  }
  const { x, y } = centreOf(box);
  const own = moveRegion([drawn(plan, widthOf(box), heightOf(box), source)], x, y);
  return by === 0 ? own : offsetRegion(own, by);
}

function drawn({ outline, corners, cornerRadius: by }: Plate, width: number, height: number, source: SourceId) {
  const [x, y] = [width / 2, height / 2];
  switch (outline) {
    case 'rectangle':
      return workedCorners(
        [
          { x: -x, y: -y, by },
          { x, y: -y, by },
          { x, y, by },
          { x: -x, y, by },
        ],
        corners,
        source,
      );
    case 'oval':
      return oval(width, height, source);
    case 'arch':
      return arch(width, height, height * RISE, source);
    case 'stake':
      return stake(width, height, height * POINT, by, source);
  }
}

/** Middles of the holes in a plate. In corners: counter-clockwise from below left; in a row: from the left. */
export function holesIn(box: Bounds, { at, inset, count }: NonNullable<Plate['holes']>): Point[] {
  const { minX, minY, maxX, maxY } = box;
  const middle = centreOf(box);
  switch (at) {
    case 'corners':
      return [
        { x: minX + inset, y: minY + inset },
        { x: maxX - inset, y: minY + inset },
        { x: maxX - inset, y: maxY - inset },
        { x: minX + inset, y: maxY - inset },
      ];
    case 'ends':
      return [
        { x: minX + inset, y: middle.y },
        { x: maxX - inset, y: middle.y },
      ];
    case 'above': {
      const apart = count > 1 ? (maxX - minX - 2 * inset) / (count - 1) : 0;
      const first = count > 1 ? minX + inset : middle.x;
      return Array.from({ length: count }, (_, i) => ({ x: first + i * apart, y: maxY - inset }));
    }
    case 'circle': {
      const radius = Math.max(0, Math.min(widthOf(box), heightOf(box)) / 2 - inset);
      return Array.from({ length: count }, (_, i) => onCircle(middle, radius, 90 + (i * 360) / count));
    }
  }
}
