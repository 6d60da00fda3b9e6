/**
 * What things of a job are called: made and taken apart here, and nowhere else. A name stays while words, sizes and
 * faces change round it, so that what was put by hand on a thing stays on it.
 *
 * `letter:<line>.<cluster>.<index>`; a letter's parts are the letter itself and `<letter>~1` …, by size; islands are
 * `<letter>#0` …, from the top, or `plate#0` …; bridges `<island>:0` …, and the edges of one `bridge:<bridge>`.
 * Letters that touch are computed together, and once for all places they stand in: there the nth of them is `#<n>`.
 */

declare const kind: unique symbol;
type Name<Kind extends string> = string & { readonly [kind]: Kind };

export type LetterId = Name<'letter'>;
/** A letter, or one of its smaller parts; or the rail. */
export type PartId = Name<'part'> | LetterId | typeof RAIL;
export type IslandId = Name<'island'>;
export type BridgeId = Name<'bridge'>;

/** Where a letter stands in the words: line, the place of its first character in the line, number among its glyphs. */
export interface LetterPlace {
  readonly line: number;
  readonly cluster: number;
  readonly index: number;
}

/** The only plate, rail, backer … of what is made. */
export const PLATE = 'plate';
export const RAIL = 'rail';
export const BACKER = 'backer';
export const COUPON = 'coupon';
export const GROUND = 'ground';
export const BORDER = 'border';

export const LETTER_ID = /^letter:\d+\.\d+\.\d+$/;
export const ISLAND_ID = /^(letter:\d+\.\d+\.\d+|plate)#\d+$/;

const LETTER_START = /^letter:(\d+)\.(\d+)\.(\d+)/;

export const letterId = ({ line, cluster, index }: LetterPlace): LetterId =>
  `letter:${line}.${cluster}.${index}` as LetterId;

/** Where the letter stands that a name is of, or of whose part, island or bridge it is; null where it is of none. */
export function letterPlace(name: string): LetterPlace | null {
  const match = LETTER_START.exec(name);
  return match && { line: Number(match[1]), cluster: Number(match[2]), index: Number(match[3]) };
}

export const isLetter = (name: string): name is LetterId => LETTER_ID.test(name);

/** The same thing (letter, part, island) of a letter that stands elsewhere. */
export const ofLetterAt = (name: string, place: LetterPlace): string => name.replace(LETTER_START, letterId(place));

/** The nth part of a letter (or of what else comes in parts), by size from 0. */
export const partId = (whole: string, n: number): PartId => (n === 0 ? whole : `${whole}~${n}`) as PartId;
export const letterOfPart = (part: string): LetterId => part.split('~', 1)[0] as LetterId;
export const isSmallerPart = (part: string): boolean => part.includes('~');

/** The nth island of a letter, from the top; of the plate where no letter has it. */
export const islandId = (letter: string | null, n: number): IslandId => `${letter ?? PLATE}#${n}` as IslandId;
/** Whose island it is: a letter's, or the plate's. */
export const ownerOfIsland = (island: string): LetterId => island.slice(0, island.lastIndexOf('#')) as LetterId;
export const numberOfIsland = (island: string): number => Number(island.slice(island.lastIndexOf('#') + 1));

export const bridgeId = (island: IslandId, n: number): BridgeId => `${island}:${n}` as BridgeId;

const BRIDGE_EDGE = 'bridge:';
/** What the edges of a bridge are called. */
export const bridgeEdge = (bridge: BridgeId): string => BRIDGE_EDGE + bridge;
export const isBridgeEdge = (source: string): boolean => source.startsWith(BRIDGE_EDGE);

export const holeEdge = (n: number): string => `hole:${n}`;

/** What kind of thing a name is of, where it is of no letter: `plate`, `hole`, `bridge`, `tie` …. */
export const kindOf = (name: string): string => name.split(':', 1)[0]!;

/** The nth of letters that are computed together. */
export const inGroup = (n: number): LetterId => `#${n}` as LetterId;

const GROUP_START = /^(bridge:)?#(\d+)/;

/** Which of the letters computed together a name is of; null where it is of none. */
export const numberInGroup = (name: string): number | null => {
  const match = GROUP_START.exec(name);
  return match && Number(match[2]);
};

/** What is called so among the letters computed together, as it is called in the job. */
export const outOfGroup = <T extends string>(name: T, letters: readonly { readonly id: LetterId }[]): T =>
  name.replace(GROUP_START, (_, edge: string | undefined, n: string) => (edge ?? '') + letters[Number(n)]!.id) as T;

const { compare } = new Intl.Collator('en', { numeric: true });

/** Names in the order in which letters are read. */
export const inReadingOrder = (names: Iterable<string>): string[] => [...names].sort(compare);
