import type { Contour, Region } from '../geometry/contour.ts';
import { weld } from '../geometry/kernel/boolean.ts';
import { contourOfPath } from '../geometry/nodes/node-path.ts';
import { arc, line, type SourceId } from '../geometry/segment.ts';
import { circle, roundedRectangle } from '../geometry/shapes.ts';
import type { ShapeItem } from '../recipe/parts.ts';
import { arcBand, bandAlong, ring } from './bands.ts';
import { workedCorners } from './corners.ts';
import { arch, arrow, heart, keyhole, oval, polygonOf, rule, slot, stake, star, tag } from './figures.ts';

export type Outline = ShapeItem['outline'];

/** What a shape comes to: an area, or lines that the tool follows. */
export interface Figure {
  readonly contours: Region;
  readonly strokes: readonly Contour[];
}

/** Degrees that an arc turns at least, and that are left open of a circle. */
const LEAST_TURN = 0.5;

const CENTRE = { x: 0, y: 0 };

const areaOf = (...contours: readonly Contour[]): Figure => ({ contours, strokes: [] });
const linesOf = (...strokes: readonly Contour[]): Figure => ({ contours: [], strokes });

/** Draws an outline about the middle of its box. Lengths in mm. */
export function figureOf(outline: Outline, source: SourceId): Figure {
  switch (outline.by) {
    case 'rectangle': {
      const [x, y] = [outline.width / 2, outline.height / 2];
      const { corners, cornerRadius: by } = outline;
      if (corners === 'round') return areaOf(roundedRectangle({ minX: -x, minY: -y, maxX: x, maxY: y }, by, source));
      const square = [
        { x: -x, y: -y, by },
        { x, y: -y, by },
        { x, y, by },
        { x: -x, y, by },
      ];
      return areaOf(workedCorners(square, corners, source));
    }
    case 'round':
      return areaOf(circle(CENTRE, outline.diameter / 2, source));
    case 'oval':
      return areaOf(oval(outline.width, outline.height, source));
    case 'polygon':
      return areaOf(polygonOf(outline.diameter, outline.sides, outline.cornerRadius, source));
    case 'star':
      return areaOf(star(outline.diameter, outline.points, outline.inner, outline.cornerRadius, source));
    case 'heart':
      return areaOf(heart(outline.width, outline.height, source));
    case 'arrow':
      return areaOf(arrow(outline.width, outline.height, outline.head, outline.shaft, source));
    case 'rule': {
      const { width, thickness, ends } = outline;
      if (thickness > 0) return areaOf(rule(width, thickness, ends, source));
      return linesOf(open([line({ x: -width / 2, y: 0 }, { x: width / 2, y: 0 }, source)]));
    }
    case 'arc': {
      const { radius, from, sweep, thickness, ends } = outline;
      const all = Math.abs(sweep) < LEAST_TURN ? LEAST_TURN : Math.abs(sweep) > 360 - LEAST_TURN ? 360 : sweep;
      if (thickness > 0)
        return {
          contours: arcBand({ centre: CENTRE, radius, from, sweep: all }, thickness, ends, source),
          strokes: [],
        };
      return linesOf(all === 360 ? circle(CENTRE, radius, source) : open([arc(CENTRE, radius, from, all, source)]));
    }
    case 'stake':
      return areaOf(stake(outline.width, outline.height, outline.point, outline.cornerRadius, source));
    case 'slot':
      return areaOf(slot(outline.width, outline.height, source));
    case 'keyhole':
      return areaOf(keyhole(outline.diameter, outline.slot, outline.height, source));
    case 'tag':
      return areaOf(...tag(outline, source));
    case 'arch':
      return areaOf(arch(outline.width, outline.height, outline.rise, source));
    case 'ring':
      return areaOf(
        ...ring(CENTRE, outline.diameter / 2, Math.min(outline.inner, outline.diameter * 0.98) / 2, source),
      );
    case 'path': {
      const drawn = contourOfPath(outline, source);
      if (drawn.segments.length === 0) return linesOf();
      if (outline.thickness > 0) return { contours: bandAlong(drawn.segments, outline.thickness, source), strokes: [] };
      return drawn.closed ? areaOf(...weld([drawn])) : linesOf(drawn);
    }
  }
}

const open = (segments: Contour['segments']): Contour => ({ segments, closed: false });

/** What people call an outline. */
export const OUTLINE_NAMES: Record<Outline['by'], string> = {
  rectangle: 'Rectangle',
  round: 'Round',
  oval: 'Oval',
  polygon: 'Polygon',
  star: 'Star',
  heart: 'Heart',
  arrow: 'Arrow',
  rule: 'Rule',
  arc: 'Arc',
  stake: 'Stake',
  slot: 'Slot',
  keyhole: 'Keyhole',
  tag: 'Tag',
  arch: 'Arch',
  ring: 'Ring',
  path: 'Own drawing',
};
