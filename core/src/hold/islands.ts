import type { Component } from '../geometry/components.ts';
import { centreOf } from '../geometry/bounds.ts';
import type { SourceId } from '../geometry/segment.ts';
import { letterName } from '../lettering/naming.ts';
import type { Letter } from '../lettering/layout.ts';

/** Material inside a cut-through letter that nothing holds. */
export interface Island {
  /** `<letter id>#<n>`, n counting a letter's islands from the top: it stays while other letters change. */
  readonly id: string;
  /** `O in LOAD`, `8, upper`. */
  readonly name: string;
  readonly letter: SourceId | null;
  readonly component: Component;
}

/** Parts of the material that hang together with the frame of a plate, and those that do not. */
export interface Held {
  readonly frame: Component | null;
  readonly islands: readonly Island[];
}

/**
 * Tells the frame of a cut-through plate from the islands in it.
 * @param components pieces of the material, largest first
 */
export function findIslands(components: readonly Component[], letters: readonly Letter[]): Held {
  const frame = components.find(({ sources }) => sources.has('plate')) ?? null;
  const byLetter = new Map<SourceId | null, Component[]>();
  for (const component of components) {
    if (component === frame) continue;
    const letter = letters.find(({ id }) => component.sources.has(id))?.id ?? null;
    byLetter.set(letter, [...(byLetter.get(letter) ?? []), component]);
  }
  const islands: Island[] = [];
  for (const [letter, group] of byLetter) {
    group.sort((a, b) => centreOf(b.bounds).y - centreOf(a.bounds).y || centreOf(a.bounds).x - centreOf(b.bounds).x);
    group.forEach((component, n) => {
      const name = letter === null ? 'part of the plate' : letterName(letter, letters);
      islands.push({ id: `${letter ?? 'plate'}#${n}`, name: group.length > 1 ? `${name}, ${placeName(n, group.length)}` : name, letter, component });
    });
  }
  const order = new Map(letters.map(({ id }, i) => [id, i]));
  islands.sort((a, b) => (order.get(a.letter ?? '') ?? -1) - (order.get(b.letter ?? '') ?? -1));
  return { frame, islands };
}

function placeName(n: number, count: number): string {
  if (count === 2) return n === 0 ? 'upper' : 'lower';
  if (count === 3) return ['upper', 'middle', 'lower'][n]!;
  return `no. ${n + 1}`;
}
