import type { Item } from '../recipe/parts.ts';

type Common = 'id' | 'name' | 'role' | 'place' | 'turn' | 'hidden' | 'locked' | 'operation' | 'dots';

/** What an item has of its kind: all but what every item has, which tells nothing of its form. */
export function ownFields<T extends Item>(item: T): Omit<T, Common> {
  const {
    id: _id,
    name: _name,
    role: _role,
    place: _place,
    turn: _turn,
    hidden: _hidden,
    locked: _locked,
    operation: _operation,
    dots: _dots,
    ...own
  } = item;
  return own;
}
