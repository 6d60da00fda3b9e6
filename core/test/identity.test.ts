import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import * as identity from '../src/recipe/identity.ts';
import { buildOf } from './workshop.ts';

const itemId = fc.stringMatching(identity.OWN_ID);
const place = fc.record({ line: fc.nat(99), cluster: fc.nat(1999), index: fc.nat(20) });

describe('what things are called', () => {
  it('is read back as it was made', () => {
    fc.assert(
      fc.property(itemId, place, place, fc.nat(30), fc.nat(9), (item, at, elsewhere, n, m) => {
        const inside = identity.letterId(at);
        expect(inside).toMatch(identity.LETTER_IN_ITEM);
        const letter = identity.inItem(item, inside);
        expect([identity.itemOf(letter), identity.withinItem(letter)]).toEqual([item, inside]);
        expect(identity.isLetter(letter)).toBe(true);
        expect(identity.numbersOf(letter)).toEqual(at);
        const part = identity.partId(letter, n);
        expect(identity.letterOfPart(part)).toBe(letter);
        expect(identity.isSmallerPart(part)).toBe(n > 0);
        const island = identity.islandId(letter, n);
        expect(island).toMatch(identity.ISLAND_ID);
        expect([identity.ownerOfIsland(island), identity.numberOfIsland(island)]).toEqual([letter, n]);
        const edge = identity.bridgeEdge(identity.bridgeId(island, m));
        expect(identity.isBridgeEdge(edge)).toBe(true);
        for (const name of [letter, part, island, edge]) expect(identity.itemOf(name)).toBe(item);
        for (const name of [letter, part, island]) {
          expect(identity.numbersOf(name)).toEqual(at);
          expect(identity.isBridgeEdge(name)).toBe(false);
          const moved = identity.ofLetterAt(name, elsewhere);
          expect(identity.numbersOf(moved)).toEqual(elsewhere);
          expect(identity.ofLetterAt(moved, at)).toBe(name);
        }
        for (const name of [part, island, edge]) expect(identity.isLetter(name) && name !== letter).toBe(false);
      }),
    );
  });

  it('in a group stands for the group’s own letters, and for no others', () => {
    fc.assert(
      fc.property(fc.array(place, { minLength: 1, maxLength: 12 }), fc.nat(), fc.nat(9), (places, which, n) => {
        const letters = places.map((at) => ({ id: identity.inItem('item-1', identity.letterId(at)) }));
        const nth = which % letters.length;
        const own = identity.inGroup(nth);
        for (const named of [
          (letter: identity.LetterId): string => letter,
          (letter: identity.LetterId) => identity.islandId(letter, n),
          (letter: identity.LetterId) => identity.bridgeEdge(identity.bridgeId(identity.islandId(letter, n), 1)),
        ]) {
          expect(identity.numberInGroup(named(own))).toBe(nth);
          expect(identity.outOfGroup(named(own), letters)).toBe(named(letters[nth]!.id));
          // What is called so in the job already stays.
          expect(identity.outOfGroup(named(letters[0]!.id), letters)).toBe(named(letters[0]!.id));
        }
        for (const other of [identity.PLATE, identity.holeEdge(n), identity.islandId(null, n)]) {
          expect(identity.itemOf(other)).toBeNull();
          expect([identity.numberInGroup(other), identity.outOfGroup(other, letters)]).toEqual([null, other]);
        }
      }),
    );
  });

  it('is read in the order of the words: lines, places and parts by number, not by digits', () => {
    const at = (line: number, cluster: number) => identity.letterId({ line, cluster, index: 0 });
    const names = [at(0, 2), at(0, 10), at(1, 0), at(2, 3), at(10, 0)];
    expect(identity.inReadingOrder([...names].reverse())).toEqual(names);
  });

  it('of a whole job is each thing’s own', () => {
    const { hold, arrangement } = buildOf({ make: 'cut-through', lettering: { words: 'B8@ BOOB\n8BOB' } });
    const all = [...arrangement.letters, ...hold.islands, ...hold.bridges].map(({ id }): string => id);
    expect(new Set(all).size).toBe(all.length);
    for (const { island } of hold.bridges) expect(hold.islands.map(({ id }) => id)).toContain(island);
    for (const { id, letter } of hold.islands) expect(identity.ownerOfIsland(id)).toBe(letter);
  });
});
