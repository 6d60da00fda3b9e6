import type { Component } from '../geometry/components.ts';
import { centreOf } from '../geometry/bounds.ts';
import { groupBy } from '../geometry/group-by.ts';
import type { SourceId } from '../geometry/segment.ts';
import { inReadingOrder, islandId, PLATE, type IslandId } from '../recipe/identity.ts';
import { letterName } from '../lettering/naming.ts';
import type { Letter } from '../lettering/layout.ts';

/** Material inside a cut-through letter that nothing holds. */
export interface UnnamedIsland {
  readonly id: IslandId;
  readonly letter: SourceId | null;
  readonly component: Component;
}

export interface Island extends UnnamedIsland {
  /** `O in LOAD`, `8, upper`. */
  readonly name: string;
}

/** Parts of the material that hang together with the frame of a plate, and those that do not. */
export interface Held {
  readonly frame: Component | null;
  readonly islands: readonly UnnamedIsland[];
}

/**
 * Tells the frame of a cut-through plate (what has the source `plate`) from the islands in it.
 * @param components pieces of the material, largest first
 */
export function findIslands(components: readonly Component[]): Held {
  const frame = components.find(({ sources }) => sources.has(PLATE)) ?? null;
  // An island between welded letters belongs to the first of them.
  const byLetter = groupBy(
    components.filter((component) => component !== frame),
    ({ sources }): SourceId | null => inReadingOrder(sources)[0] ?? null,
  );
  const islands: UnnamedIsland[] = [];
  for (const [letter, group] of byLetter) {
    group.sort((a, b) => centreOf(b.bounds).y - centreOf(a.bounds).y || centreOf(a.bounds).x - centreOf(b.bounds).x);
    group.forEach((component, n) => islands.push({ id: islandId(letter, n), letter, component }));
  }
  return { frame, islands };
}

/** Gives islands the names people call them by, in the order of the letters. */
export function nameIslands(islands: readonly UnnamedIsland[], letters: readonly Letter[]): Island[] {
  const order = new Map<string, number>(letters.map(({ id }, i) => [id, i]));
  const rank = ({ letter }: UnnamedIsland) => order.get(letter ?? '') ?? -1;
  const byLetter = groupBy(islands, ({ letter }) => letter);
  return [...islands]
    .sort((a, b) => rank(a) - rank(b))
    .map((island) => {
      const alike = byLetter.get(island.letter)!;
      const name = island.letter === null ? 'part of the plate' : letterName(island.letter, letters);
      const { id, letter, component } = island;
      return {
        id,
        letter,
        component,
        name: alike.length > 1 ? `${name}, ${placeName(alike.indexOf(island), alike.length)}` : name,
      };
    });
}

function placeName(n: number, count: number): string {
  if (count === 2) return n === 0 ? 'upper' : 'lower';
  if (count === 3) return ['upper', 'middle', 'lower'][n]!;
  return `no. ${n + 1}`;
}
