import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { UnreadableArtwork } from '../unreadable-artwork.ts';

/** An element of an SVG, its name and attributes without their prefixes. */
export interface SvgElement {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: SvgElement[];
  readonly parent: SvgElement | null;
  /** Its own text, as style sheets and titles have it. */
  text: string;
}

const MOST_BYTES = 64 * 1024 * 1024;
const MOST_DEPTH = 256;
const MOST_ELEMENTS = 400_000;

/** Longer values of entities are left out: they are there to fill the memory. */
const LONGEST_ENTITY = 2048;

const withoutPrefix = (name: string): string => name.slice(name.indexOf(':') + 1);

/**
 * Reads the elements of an SVG. Nothing that it refers to outside itself is looked at; entities of its own are taken
 * where they are plain and short.
 * @throws UnreadableArtwork where it is not well-formed, is no SVG, or is large or nested beyond reason
 */
export function readElements(text: string): SvgElement {
  if (text.length > MOST_BYTES) throw new UnreadableArtwork('The SVG is larger than 64 MB.');
  // With prefixes left to us: what resolves them takes very long where elements are nested deep.
  const parser = new SaxesParser();
  let root: SvgElement | null = null;
  let here: SvgElement | null = null;
  let [depth, count] = [0, 0];
  parser.on('error', (error) => {
    throw new UnreadableArtwork(`The SVG is not well-formed: ${error.message}`);
  });
  parser.on('doctype', (doctype) => {
    for (const [, name, , value] of doctype.matchAll(/<!ENTITY\s+([\w.:-]+)\s+(["'])([^]*?)\2\s*>/g))
      parser.ENTITIES[name!] = value!.includes('&') || value!.length > LONGEST_ENTITY ? '' : value!;
  });
  parser.on('opentag', (tag: SaxesTagPlain) => {
    if (++depth > MOST_DEPTH) throw new UnreadableArtwork(`The SVG is nested more than ${MOST_DEPTH} deep.`);
    if (++count > MOST_ELEMENTS)
      throw new UnreadableArtwork(`The SVG has more than ${MOST_ELEMENTS.toLocaleString('en')} elements.`);
    const element: SvgElement = {
      name: withoutPrefix(tag.name),
      attributes: Object.fromEntries(
        Object.entries(tag.attributes as Record<string, string>).map(([name, value]) => [withoutPrefix(name), value]),
      ),
      children: [],
      parent: here,
      text: '',
    };
    here?.children.push(element);
    root ??= element;
    here = element;
  });
  const addText = (more: string) => {
    if (here) here.text += more;
  };
  parser.on('text', addText);
  parser.on('cdata', addText);
  parser.on('closetag', () => {
    depth--;
    here = here?.parent ?? null;
  });
  parser.write(text).close();
  const found = root as SvgElement | null;
  if (found?.name !== 'svg') throw new UnreadableArtwork('This is not an SVG: its first element is no svg.');
  return found;
}
