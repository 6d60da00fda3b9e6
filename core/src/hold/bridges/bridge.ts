import type { BridgeId, IslandId } from '../../recipe/identity.ts';
import type { Contour } from '../../geometry/contour.ts';
import type { Point } from '../../geometry/point.ts';

/** Material left to hold an island: a straight strip across the cut-through area. Lengths in mm. */
export interface Bridge {
  readonly id: BridgeId;
  readonly island: IslandId;
  readonly width: number;
  /** Across the gap, from wall to wall along the middle. */
  readonly length: number;
  /** Degrees counter-clockwise, from the island outward. */
  readonly angle: number;
  readonly from: Point;
  readonly to: Point;
  /** Where it leaves the island: a share of the island's outline, see geometry/outline.ts. */
  readonly at: number;
  /** Which of the island's places put by hand it stands at; null where the search placed it. */
  readonly handIndex: number | null;
  /** The strip, reaching into the material on both sides, with what is wanted of its roots. */
  readonly strip: readonly Contour[];
}

/** Where somebody put a bridge: it moves with its island. */
export interface BridgeByHand {
  /** Share of the island's outline, 0 to 1: see geometry/outline.ts. */
  readonly at: number;
  /** Degrees counter-clockwise from the letter's own level; null: as suits the place. */
  readonly angle: number | null;
  /** mm; null: as wide as all. */
  readonly width: number | null;
}

/** How a bridge ends at the walls. */
export interface Root {
  readonly shape: 'square' | 'rounded' | 'tapered';
  /** How far it widens on each side, mm. */
  readonly size: number;
}

/** How islands are to be held. Ids are those of islands. */
export interface BridgePlan {
  readonly perIsland: 'none' | 'one' | 'two' | 'by size' | 'by weight';
  readonly width: number;
  /** `along`: along the letter's own strokes, slanted where they are. */
  readonly direction: 'upright' | 'level' | 'along' | 'any';
  readonly root: Root;
  /** Area of island that one bridge is to carry, mm²: what `by weight` counts by. */
  readonly load: number;
  readonly byHand: Readonly<Record<string, readonly BridgeByHand[]>>;
  /** Islands that may fall out on purpose. */
  readonly drop: 'all' | readonly string[];
}

/** How many bridges each island has, by its id. */
export function countBridges(bridges: readonly Bridge[]): Map<string, number> {
  const counts = new Map<string, number>();
  for (const { island } of bridges) counts.set(island, (counts.get(island) ?? 0) + 1);
  return counts;
}
