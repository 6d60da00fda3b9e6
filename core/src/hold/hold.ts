import { componentsOf } from '../geometry/components.ts';
import type { Region } from '../geometry/contour.ts';
import { common, knockOut, weld } from '../geometry/kernel/boolean.ts';
import type { Construction } from '../construct/construct.ts';
import type { Letter } from '../lettering/layout.ts';
import { placeBridges, type Bridge, type BridgePlan } from './bridges.ts';
import { findIslands, type Island } from './islands.ts';

/** The material as it will be cut, and what holds it. */
export interface Hold {
  readonly material: Region;
  readonly islands: readonly Island[];
  readonly bridges: readonly Bridge[];
  /** What the bridges leave standing of the cut-through area. */
  readonly bridgeArea: Region;
  /** Islands that no bridge could reach, or was asked to. */
  readonly unheld: readonly Island[];
}

/** Holds the islands of a cut-through plate. Other makes have none, and their material stays as it is. */
export function hold(construction: Construction, letters: readonly Letter[], plan: BridgePlan | null): Hold {
  if (!plan) return { material: construction.material, islands: [], bridges: [], bridgeArea: [], unheld: [] };
  const held = findIslands(componentsOf(construction.material), letters);
  const { bridges, unheld } = placeBridges(held, plan);
  const strips = weld(bridges.map(({ strip }) => strip));
  const material = bridges.length === 0 ? construction.material : knockOut(construction.body, knockOut(construction.letters, strips));
  return { material, islands: held.islands, bridges, bridgeArea: common(strips, construction.letters), unheld };
}
