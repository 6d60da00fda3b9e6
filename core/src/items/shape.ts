import { SHAPE } from '../recipe/identity.ts';
import type { ShapeItem } from '../recipe/parts.ts';
import { figureOf, OUTLINE_NAMES } from '../shapes/outlines.ts';
import { asLetter } from './as-letter.ts';
import type { ItemKind } from './item.ts';

/** Room above a shape that is put below others by itself, mm. */
const GAP = 5;

/** A shape in its own frame: drawn as a letter is, so that it is welded, bridged and joined as one. */
export const shape: ItemKind<ShapeItem> = {
  planOf: (item) => ({ outline: item.outline, name: calledBy(item) }),
  draw: (item) => {
    const { contours, strokes } = figureOf(item.outline, SHAPE);
    const letter = asLetter(calledBy(item), JSON.stringify(item.outline), contours, strokes);
    return {
      letters: [letter],
      bounds: letter.bounds,
      baselines: [],
      lines: null,
      gap: GAP,
      lettering: null,
      artwork: null,
    };
  },
  face: () => null,
  source: () => null,
  called: ({ outline }) => OUTLINE_NAMES[outline.by],
};

const calledBy = ({ name, outline }: ShapeItem): string => name ?? OUTLINE_NAMES[outline.by];
