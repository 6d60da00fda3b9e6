import { UnreadableArtwork } from '../unreadable-artwork.ts';
import { rgbOf } from './colours.ts';
import type { Tag } from './tags.ts';

/** An entity with what belongs to it: vertices of a polyline, attributes of an insert. */
export interface Entity {
  readonly type: string;
  readonly tags: readonly Tag[];
  readonly parts: readonly Entity[];
}

export interface Block {
  readonly base: readonly [x: number, y: number];
  readonly entities: readonly Entity[];
}

export interface Layer {
  /** Off or frozen. */
  readonly hidden: boolean;
  readonly colour: string;
  readonly lineType: string;
}

/** The sections of a DXF that are of use. */
export interface DxfDrawing {
  /** What the header says, by variable: its first value. */
  readonly header: ReadonlyMap<string, string>;
  readonly layers: ReadonlyMap<string, Layer>;
  readonly blocks: ReadonlyMap<string, Block>;
  readonly entities: readonly Entity[];
}

/** The first value of a code, as a number; another where there is none, or it is no number. */
export function numberOf(tags: readonly Tag[], code: number, otherwise = 0): number {
  const value = Number(tags.find((tag) => tag.code === code)?.value ?? otherwise);
  return Number.isFinite(value) ? value : otherwise;
}

export const textOf = (tags: readonly Tag[], code: number): string =>
  tags.find((tag) => tag.code === code)?.value ?? '';

/** Entities that are followed by parts of theirs, and what those are. */
const PARTS: Record<string, string> = { POLYLINE: 'VERTEX', INSERT: 'ATTRIB' };

/** @throws UnreadableArtwork where a section does not end */
export function drawingOf(tags: readonly Tag[]): DxfDrawing {
  const sections = sectionsOf(tags);
  const entities = sections.get('ENTITIES');
  if (!entities) throw new UnreadableArtwork('The DXF has no entities: nothing is drawn in it.');
  return {
    header: headerOf(sections.get('HEADER') ?? []),
    layers: layersOf(sections.get('TABLES') ?? []),
    blocks: blocksOf(sections.get('BLOCKS') ?? []),
    entities: entitiesOf(entities),
  };
}

function sectionsOf(tags: readonly Tag[]): Map<string, Tag[]> {
  const sections = new Map<string, Tag[]>();
  let own: Tag[] | null = null;
  for (let i = 0; i < tags.length; i++) {
    const { code, value } = tags[i]!;
    if (code === 0 && value === 'SECTION') sections.set(tags[++i]?.value ?? '', (own = []));
    else if (code === 0 && value === 'ENDSEC') own = null;
    else if (code === 0 && value === 'EOF') break;
    else own?.push(tags[i]!);
  }
  if (own) throw new UnreadableArtwork('The DXF is cut short: a part of it does not end. Save it again.');
  return sections;
}

function headerOf(tags: readonly Tag[]): Map<string, string> {
  const header = new Map<string, string>();
  tags.forEach(({ code, value }, i) => {
    const next = tags[i + 1];
    if (code === 9 && next) header.set(value, next.value);
  });
  return header;
}

/** Tags parted where each thing begins. */
function thingsOf(tags: readonly Tag[]): Tag[][] {
  const things: Tag[][] = [];
  for (const tag of tags)
    if (tag.code === 0) things.push([tag]);
    else things.at(-1)?.push(tag);
  return things;
}

function layersOf(tags: readonly Tag[]): Map<string, Layer> {
  const layers = new Map<string, Layer>();
  for (const own of thingsOf(tags)) {
    if (own[0]!.value !== 'LAYER') continue;
    const colour = numberOf(own, 62, 7);
    const hidden = colour < 0 || (numberOf(own, 70) & 1) === 1;
    layers.set(textOf(own, 2), { hidden, colour: rgbOf(own, Math.abs(colour)), lineType: textOf(own, 6) });
  }
  return layers;
}

function blocksOf(tags: readonly Tag[]): Map<string, Block> {
  const blocks = new Map<string, Block>();
  let own: { name: string; base: readonly [number, number]; tags: Tag[] } | null = null;
  for (const thing of thingsOf(tags)) {
    const { value } = thing[0]!;
    if (value === 'BLOCK') own = { name: textOf(thing, 2), base: [numberOf(thing, 10), numberOf(thing, 20)], tags: [] };
    else if (value === 'ENDBLK' && own) {
      blocks.set(own.name, { base: own.base, entities: entitiesOf(own.tags) });
      own = null;
    } else for (const tag of thing) own?.tags.push(tag);
  }
  return blocks;
}

function entitiesOf(tags: readonly Tag[]): Entity[] {
  const entities: (Entity & { readonly parts: Entity[] })[] = [];
  for (const own of thingsOf(tags)) {
    const type = own[0]!.value;
    if (type === 'SEQEND') continue;
    const last = entities.at(-1);
    const entity = { type, tags: own, parts: [] };
    if (last && PARTS[last.type] === type) last.parts.push(entity);
    else entities.push(entity);
  }
  return entities;
}
