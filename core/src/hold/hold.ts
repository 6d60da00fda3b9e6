import { componentsOf } from '../geometry/components.ts';
import type { Region } from '../geometry/contour.ts';
import { knockOut, weld } from '../geometry/kernel/boolean.ts';
import type { Construction } from '../construct/construct.ts';
import type { Letter } from '../lettering/layout.ts';
import { placeBridges, type Bridge, type BridgePlan } from './bridges.ts';
import { findIslands, type Island } from './islands.ts';

/** The material as it will be cut, and what holds it. */
export interface Hold {
  readonly material: Region;
  readonly islands: readonly Island[];
  readonly bridges: readonly Bridge[];
  /** Islands that no bridge could reach, or was asked to. */
  readonly unheld: readonly Island[];
}

/** Holds the islands of a cut-through plate. Other makes have none, and their material stays as it is. */
export function hold(construction: Construction, letters: readonly Letter[], plan: BridgePlan | null): Hold {
  if (!plan) return { material: construction.material, islands: [], bridges: [], unheld: [] };
  const held = findIslands(componentsOf(construction.material), letters);
  const { bridges, unheld } = placeBridges(held, plan);
  const cutAway = knockOut(construction.letters, weld(bridges.map(({ strip }) => strip)));
  const material = bridges.length === 0 ? construction.material : knockOut(construction.body, cutAway);
  return { material, islands: held.islands, bridges, unheld };
}
