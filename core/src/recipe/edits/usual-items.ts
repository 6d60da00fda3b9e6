import { mapPoints, type NodePath } from '../../geometry/nodes/node-path.ts';
import { boundsOfPoints, centreOf } from '../../geometry/bounds.ts';
import type { Item, Made, ShapeItem } from '../schema.ts';
import { newItem } from './items.ts';

type Outline = ShapeItem['outline'];

/**
 * An outline as it is first drawn: as large as suits what is there already.
 * @param size mm, about as high as letters beside it
 */
export function usualOutline(by: Outline['by'], size: number): object {
  const mm = (share: number) => Math.max(0.5, Number((size * share).toFixed(1)));
  switch (by) {
    case 'rectangle':
      return { by, width: mm(2), height: mm(1) };
    case 'round':
    case 'polygon':
    case 'star':
      return { by, diameter: mm(1) };
    case 'oval':
      return { by, width: mm(1.6), height: mm(1) };
    case 'heart':
      return { by, width: mm(1), height: mm(0.9) };
    case 'arrow':
      return { by, width: mm(2), height: mm(0.8), head: mm(0.7), shaft: mm(0.3) };
    case 'rule':
      return { by, width: mm(5), thickness: mm(0.1) };
    case 'arc':
      return { by, radius: mm(1.5), from: 30, sweep: 120, thickness: mm(0.1) };
    case 'stake':
      return { by, width: mm(1.5), height: mm(5), point: mm(1.2), cornerRadius: mm(0.2) };
    case 'slot':
      return { by, width: mm(1), height: mm(0.3) };
    case 'keyhole':
      return { by, diameter: mm(0.5), slot: mm(0.2), height: mm(1) };
    case 'tag':
      return { by, width: mm(3), height: mm(1.6), corner: mm(0.4), hole: mm(0.3), inset: mm(0.45) };
    case 'arch':
      return { by, width: mm(2), height: mm(1.5), rise: mm(0.6) };
    case 'ring':
      return { by, diameter: mm(1.4), inner: mm(1) };
    case 'path': {
      const half = mm(1);
      return {
        by,
        nodes: [
          { x: -half, y: 0 },
          { x: half, y: 0 },
        ],
      };
    }
  }
}

/** A shape more, of the usual size beside what a thing has. */
export const usualShape = (by: Outline['by'], size: number): Item =>
  newItem({ kind: 'shape', outline: usualOutline(by, size) });

/** Lettering more, in the face of what a thing has already, a third smaller. */
export function usualWords(thing: Made, fallback: { readonly face: string; readonly capHeight: number }): Item {
  const last = [...thing.items].reverse().find((item) => item.kind === 'lettering');
  const own = last?.size.by === 'cap height' ? last.size.value : fallback.capHeight;
  const value = Number((own * (last ? 2 / 3 : 1)).toFixed(1));
  return newItem({
    kind: 'lettering',
    words: 'Words',
    face: last?.face ?? fallback.face,
    size: { by: 'cap height', value: Math.max(1, value) },
  });
}

/** Thickness of a drawn line that is an object itself, in cap heights. */
const DRAWN_THICKNESS = 0.08;

/**
 * An own drawing. What is closed is an area; an open line has a thickness where lines are made of something, and is
 * followed by the tool where they are not.
 * @param points in the frame of the thing, mm
 */
export function drawing(path: NodePath, { make }: Made, capHeight: number): Item {
  const { nodes, closed } = path;
  // Adding nothing makes 0 of what is written -0.
  const round = (mm: number) => Number(mm.toFixed(3)) + 0;
  const { x, y } = centreOf(boundsOfPoints(nodes));
  const own = mapPoints(path, (point) => ({ x: round(point.x - x), y: round(point.y - y) }));
  const isFollowed = !closed && (make === 'engraved' || make === 'relief');
  return newItem({
    kind: 'shape',
    role: isFollowed ? 'line' : null,
    place: { x: round(x), y: round(y) },
    outline: {
      by: 'path',
      nodes: [...own.nodes],
      closed,
      thickness: closed || isFollowed ? 0 : Math.max(0.5, round(capHeight * DRAWN_THICKNESS)),
    },
  });
}
