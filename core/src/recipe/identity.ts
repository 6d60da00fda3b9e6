/**
 * What things of a job are called: made and taken apart here, and nowhere else. A name stays while words, sizes and
 * faces change round it, so that what was put by hand on a thing stays on it.
 *
 * Inside its item a letter is `letter:<line>.<cluster>.<index>`, and a shape's one outline `shape`; in its assembly
 * both are `<item>/…`. A letter's parts are the letter itself and `<letter>~1` …, by size; islands are `<letter>#0` …,
 * from the top, or `plate#0` …; bridges `<island>:0` …, and the edges of one `bridge:<bridge>`. Names carry no
 * assembly, so that two alike have all in common.
 * Letters that touch are computed together, and once for all places they stand in: there the nth of them is `#<n>`.
 */

declare const kind: unique symbol;
type Name<Kind extends string> = string & { readonly [kind]: Kind };

export type LetterId = Name<'letter'>;
/** A letter, or one of its smaller parts; or a rail, or the plate. */
export type PartId = Name<'part'> | LetterId | typeof RAIL | typeof PLATE;
export type IslandId = Name<'island'>;
export type BridgeId = Name<'bridge'>;

/** Where a letter stands in the words: line, the place of its first character in the line, number among its glyphs. */
export interface LetterNumbers {
  readonly line: number;
  readonly cluster: number;
  readonly index: number;
}

/** The only plate, rail, backer … of what is made. */
export const PLATE = 'plate';
export const RAIL = 'rail';
export const BACKER = 'backer';
export const BASE = 'base';
export const COUPON = 'coupon';
export const GROUND = 'ground';
export const BORDER = 'border';

/** What assemblies, items and operations are called. */
export const OWN_ID = /^[a-z][a-z0-9-]{0,31}$/;

/** A letter inside its item. */
export const LETTER_IN_ITEM = /^letter:\d+\.\d+\.\d+$/;
/** A letter or a shape inside its item. */
export const OUTLINE_IN_ITEM = /^(letter:\d+\.\d+\.\d+|shape)$/;
/** A letter or a shape in its assembly. */
export const LETTER_ID = /^[a-z][a-z0-9-]*\/(letter:\d+\.\d+\.\d+|shape)$/;
export const ISLAND_ID = /^([a-z][a-z0-9-]*\/(letter:\d+\.\d+\.\d+|shape)|plate)#\d+$/;

const LETTER_START = /^([a-z][a-z0-9-]*\/)?letter:(\d+)\.(\d+)\.(\d+)/;

/** The one outline of a shape, inside its item. */
export const SHAPE = 'shape' as LetterId;

/** What is called so inside an item, as it is called in the assembly. */
export const inItem = <T extends string>(item: string, own: T): T => `${item}/${own}` as T;

/** The item that a name is of; null where it is of none. */
export function itemOf(name: string): string | null {
  const item = name.slice(name.startsWith(BRIDGE_EDGE) ? BRIDGE_EDGE.length : 0, Math.max(0, name.indexOf('/')));
  return OWN_ID.test(item) ? item : null;
}

/** An item as it lies on the sheet: in which copy of which thing. */
export type LaidItem = Name<'laid item'>;
const LAID_ITEM = /^([a-z][a-z0-9-]*):(\d+)\/([a-z][a-z0-9-]*)$/;

/** @param copy from 0 @param item null: what is of no item, as a plate's own */
export const laidItem = (thing: string, copy: number, item: string | null): LaidItem =>
  `${thing}:${copy}/${item ?? 'thing'}` as LaidItem;

/** @returns null where the name is not one of a laid item */
export function laidItemParts(
  name: string,
): { readonly thing: string; readonly copy: number; readonly item: string } | null {
  const [, thing, copy, item] = LAID_ITEM.exec(name) ?? [];
  return thing === undefined ? null : { thing, copy: Number(copy), item: item! };
}

/** A thing as it lies on the sheet: which copy of which. */
export type LaidThing = Name<'laid thing'>;
export const LAID_THING = /^[a-z][a-z0-9-]*:\d+$/;

/** @param copy from 0 */
export const laidThing = (thing: string, copy: number): LaidThing => `${thing}:${copy}` as LaidThing;

/** A line that is run, among those of its operation in its thing: whose it is, and which of those. */
export type LineName = Name<'line'>;
export const LINE_NAME = /^.{0,160}\^\d+$/;

/** @param owner the letter, plate, hole … that most of it is of @param n which of the lines of that, from 0 */
export const lineName = (owner: string, n: number): LineName => `${owner}^${n}` as LineName;
/** Whose line it is. */
export const ownerOfLine = (line: string): string => line.slice(0, line.lastIndexOf('^'));

/** What is called so in the assembly, as it is called inside its item. */
export const withinItem = <T extends string>(name: T): T => name.slice(name.indexOf('/') + 1) as T;

export const letterId = ({ line, cluster, index }: LetterNumbers): LetterId =>
  `letter:${line}.${cluster}.${index}` as LetterId;

/** Where the letter stands that a name is of, or of whose part, island or bridge it is; null where it is of none. */
export function numbersOf(name: string): LetterNumbers | null {
  const match = LETTER_START.exec(name);
  return match && { line: Number(match[2]), cluster: Number(match[3]), index: Number(match[4]) };
}

export const isLetter = (name: string): name is LetterId => LETTER_ID.test(name);

/** The same thing (letter, part, island) of a letter that stands elsewhere. */
export const ofLetterAt = (name: string, numbers: LetterNumbers): string =>
  name.replace(LETTER_START, (_, item: string | undefined) => (item ?? '') + letterId(numbers));

/** The nth part of a letter (or of what else comes in parts), by size from 0. */
export const partId = (whole: string, n: number): PartId => (n === 0 ? whole : `${whole}~${n}`) as PartId;
export const letterOfPart = (part: string): LetterId => part.split('~', 1)[0] as LetterId;
export const isSmallerPart = (part: string): boolean => part.includes('~');
/** Gives a letter another name, and its smaller parts theirs of it. */
export const asPartsOf =
  (letter: LetterId) =>
  (name: string): PartId =>
    isSmallerPart(name) ? partId(letter, Number(name.slice(name.indexOf('~') + 1))) : letter;

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

/** The same thing of another of the letters computed together. */
export const ofGroupNumber = (name: string, letter: LetterId): string =>
  name.replace(GROUP_START, (_, edge: string | undefined) => (edge ?? '') + letter);

/** What is called so among the letters computed together, as it is called in the job. */
export const outOfGroup = <T extends string>(name: T, letters: readonly { readonly id: LetterId }[]): T =>
  name.replace(GROUP_START, (_, edge: string | undefined, n: string) => (edge ?? '') + letters[Number(n)]!.id) as T;

const { compare } = new Intl.Collator('en', { numeric: true });

/** Names in the order in which letters are read. */
export const inReadingOrder = (names: Iterable<string>): string[] => [...names].sort(compare);
