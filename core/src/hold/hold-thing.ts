import type { Arrangement } from '../construct/arrangement.ts';
import type { Construction } from '../construct/construct.ts';
import type { Memo } from '../geometry/memo.ts';
import type { BridgePlan } from './bridges/bridge.ts';
import { heldAsItIs, holdIslands, type Hold } from './hold.ts';
import { join } from './joins/join.ts';
import type { TiePlan } from './joins/tie.ts';

/** How what would come apart is joined, and what would fall out is bridged; null where there is nothing of the kind. */
export interface HoldPlan {
  readonly joins: TiePlan | null;
  readonly bridges: BridgePlan | null;
}

/** Joins loose material first, and then bridges the islands of what is cut through it. */
export function holdThing(
  { joins, bridges }: HoldPlan,
  { material, beside, openings }: Construction,
  arrangement: Pick<Arrangement, 'items' | 'letters' | 'rails'>,
  memo: Memo,
): Hold {
  const joined = joins
    ? join({ material }, { letters: standing(arrangement), rails: arrangement.rails }, joins, memo)
    : null;
  const held = heldAsItIs(joined ?? { material });
  const whole = bridges
    ? { ...held, ...holdIslands(held.material, openings, arrangement.letters, bridges, memo) }
    : held;
  return beside.length === 0 ? whole : { ...whole, material: [...whole.material, ...beside] };
}

/** Letters that are material, and can be joined. */
export const standing = ({ items }: Pick<Arrangement, 'items'>) =>
  items.filter(({ role }) => role === 'material').flatMap(({ letters }) => letters);
