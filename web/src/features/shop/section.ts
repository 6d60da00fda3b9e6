import type { Machine, Shop } from '@needlefile/core/shop/shop';

/** A part of the shop's settings: what it shows, and how it is changed before it is saved. */
export interface SectionProps {
  readonly shop: Shop;
  readonly machine: Machine;
  /** Whether all of it is as the server has it. */
  readonly isSaved: boolean;
  readonly change: (shop: Shop) => void;
  readonly changeMachine: (values: Partial<Machine>) => void;
}
