import { joinBounds } from '../geometry/bounds.ts';
import type { Region } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { circle, roundedRectangle } from '../geometry/shapes.ts';
import type { Letter } from '../lettering/layout.ts';
import { SHAPE } from '../recipe/identity.ts';
import type { ShapeItem } from '../recipe/parts.ts';
import type { ItemKind } from './item.ts';

type Outline = ShapeItem['outline'];

/** Room above a shape that is put below others by itself, mm. */
const GAP = 5;

/** A shape about the middle of its box: drawn as a letter is, so that it is welded, bridged and joined as one. */
export const shape: ItemKind<ShapeItem> = {
  planOf: (item) => ({ outline: item.outline, name: calledBy(item) }),
  draw: (item) => {
    const contours = regionOf(item.outline);
    const bounds = joinBounds(contours.map(contourBounds));
    const name = calledBy(item);
    const letter: Letter = {
      id: SHAPE,
      text: name,
      word: name,
      line: 0,
      capHeight: bounds.maxY - bounds.minY,
      shape: JSON.stringify(item.outline),
      origin: { x: 0, y: 0 },
      turn: 0,
      contours,
      strokes: [],
      bounds,
      nodes: 0,
    };
    return { letters: [letter], bounds, baselines: [], gap: GAP, lettering: null };
  },
  face: () => null,
  called: ({ outline }) => NAMES[outline.by],
};

const NAMES: Record<Outline['by'], string> = { rectangle: 'Rectangle', round: 'Round' };

const calledBy = ({ name, outline }: ShapeItem): string => name ?? NAMES[outline.by];

function regionOf(outline: Outline): Region {
  switch (outline.by) {
    case 'rectangle': {
      const [x, y] = [outline.width / 2, outline.height / 2];
      return [roundedRectangle({ minX: -x, minY: -y, maxX: x, maxY: y }, outline.cornerRadius, SHAPE)];
    }
    case 'round':
      return [circle({ x: 0, y: 0 }, outline.diameter / 2, SHAPE)];
  }
}
