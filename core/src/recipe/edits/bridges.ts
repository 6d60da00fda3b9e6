import { islandId, numberOfIsland } from '../identity.ts';
import type { Hold } from '../parts.ts';
import { tidyShare } from './shares.ts';

type BridgeByHand = Hold['bridges']['byHand'][string][number];

/** A bridge as it stands: by hand at its island's nth place, or (null) where the search put it. */
export interface StandingBridge {
  readonly id: string;
  readonly island: string;
  /** Share of the island's outline. */
  readonly at: number;
  /** Degrees from the letter's own level. */
  readonly angle: number;
  readonly handIndex: number | null;
}

/** More than any island needs. */
const MOST_BRIDGES = 12;

export const bridgesOf = <T extends StandingBridge>(standing: readonly T[], island: string): T[] =>
  standing.filter((bridge) => bridge.island === island);

/** An island's places by hand: as they are in the recipe, or as the search placed them. */
function byHandOf(hold: Hold, standing: readonly StandingBridge[], island: string): BridgeByHand[] {
  const found = bridgesOf(standing, island).map(({ at, angle }): BridgeByHand => ({
    at: tidyShare(at),
    angle: Number(angle.toFixed(2)),
    width: null,
  }));
  return hold.bridges.byHand[island] ?? found;
}

const withByHand = (hold: Hold, places: Readonly<Record<string, BridgeByHand[]>>): Hold => ({
  ...hold,
  bridges: { ...hold.bridges, byHand: { ...hold.bridges.byHand, ...places } },
});

/** Fixes the bridges of one's island where they are, and changes that one. */
function changed(
  hold: Hold,
  standing: readonly StandingBridge[],
  { id, island, handIndex }: StandingBridge,
  change: (own: BridgeByHand) => readonly BridgeByHand[],
): Hold {
  const index = handIndex ?? bridgesOf(standing, island).findIndex((bridge) => bridge.id === id);
  const places = byHandOf(hold, standing, island).flatMap((own, i) => (i === index ? change(own) : [own]));
  return withByHand(hold, { [island]: places });
}

/** Puts a bridge elsewhere on its island, at the angle that suits the place. */
export const slideBridge = (
  hold: Hold,
  standing: readonly StandingBridge[],
  bridge: StandingBridge,
  at: number,
): Hold => changed(hold, standing, bridge, ({ width }) => [{ at: tidyShare(at), angle: null, width }]);

/** @param width mm; null: as wide as all */
export const widenBridge = (
  hold: Hold,
  standing: readonly StandingBridge[],
  bridge: StandingBridge,
  width: number | null,
): Hold => changed(hold, standing, bridge, (own) => [{ ...own, width }]);

export const removeBridge = (hold: Hold, standing: readonly StandingBridge[], bridge: StandingBridge): Hold =>
  changed(hold, standing, bridge, () => []);

export function addBridge(hold: Hold, standing: readonly StandingBridge[], island: string, place: BridgeByHand): Hold {
  const places = [...byHandOf(hold, standing, island), { ...place, at: tidyShare(place.at) }];
  return withByHand(hold, { [island]: places.slice(0, MOST_BRIDGES) });
}

/** Gives islands back to the search. */
export function placeBridgesAgain(hold: Hold, islands: readonly string[]): Hold {
  const kept = Object.entries(hold.bridges.byHand).filter(([island]) => !islands.includes(island));
  return { ...hold, bridges: { ...hold.bridges, byHand: Object.fromEntries(kept) } };
}

/** Gives a letter's bridges, by its islands, to other letters. */
export function copyBridges(
  hold: Hold,
  standing: readonly StandingBridge[],
  islands: readonly string[],
  letters: readonly string[],
): Hold {
  const places = islands.flatMap((island) => {
    const own = byHandOf(hold, standing, island);
    return [island, ...letters.map((letter) => islandId(letter, numberOfIsland(island)))].map((id) => [id, own]);
  });
  return withByHand(hold, Object.fromEntries(places) as Record<string, BridgeByHand[]>);
}

/**
 * Lets an island fall out, or not.
 * @param dropping islands that may now: what all may do is said island by island once one of them may not
 */
export function letDrop({ drop, ...hold }: Hold, island: string, may: boolean, dropping: readonly string[]): Hold {
  if (may) return { ...hold, drop: { ...drop, islands: [...new Set([...drop.islands, island])] } };
  const islands = drop.islands.length === 0 ? dropping : drop.islands;
  return { ...hold, drop: { all: false, islands: islands.filter((id) => id !== island) } };
}
