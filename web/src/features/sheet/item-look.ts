import { roleOf } from '@needlefile/core/assembly/plans';
import { itemName } from '@needlefile/core/items/kinds';
import type { Item, Made } from '@needlefile/core/recipe/schema';
import {
  Circle,
  FileEarmarkRichtext,
  Fonts,
  Heart,
  Hexagon,
  Pencil,
  Slash,
  Square,
  Star,
  type Icon,
} from 'react-bootstrap-icons';
import { ROLE_WORDS } from './role-words';

const SHAPES: Record<string, Icon> = {
  round: Circle,
  oval: Circle,
  ring: Circle,
  heart: Heart,
  star: Star,
  polygon: Hexagon,
  rule: Slash,
  arc: Slash,
  path: Pencil,
};

function iconOf(item: Item): Icon {
  switch (item.kind) {
    case 'lettering':
      return Fonts;
    case 'artwork':
      return FileEarmarkRichtext;
    case 'shape':
      return SHAPES[item.outline.by] ?? Square;
  }
}

/** How an item is shown in the list: a glyph for its kind, its name, and what it is in its thing. */
export function itemLook(item: Item, thing: Made): { name: string; word: string; icon: Icon } {
  return {
    name: itemName(item),
    word: ROLE_WORDS[roleOf(item, thing.make)],
    icon: iconOf(item),
  };
}
