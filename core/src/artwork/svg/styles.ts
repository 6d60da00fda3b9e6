import type { SvgElement } from './element.ts';

/** What of CSS tells how an element is drawn. */
export type Style = Readonly<Record<string, string>>;

interface Compound {
  readonly tag: string | null;
  readonly classes: readonly string[];
  readonly id: string | null;
  readonly attributes: readonly { readonly name: string; readonly value: string | null }[];
}

interface Rule {
  /** From the outermost in; `child` where only a child of the one before is meant. */
  readonly parts: readonly { readonly compound: Compound; readonly child: boolean }[];
  readonly weight: number;
  readonly declarations: readonly Declaration[];
}

interface Declaration {
  readonly name: string;
  readonly value: string;
  readonly important: boolean;
}

/** Properties that children take over. */
const INHERITED = new Set([
  'fill',
  'fill-rule',
  'clip-rule',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-opacity',
  'stroke-linecap',
  'stroke-linejoin',
  'stroke-miterlimit',
  'stroke-dasharray',
  'marker',
  'marker-start',
  'marker-mid',
  'marker-end',
  'visibility',
  'color',
]);

/** Properties that are looked at, as attributes too. */
const PRESENTED = [
  ...INHERITED,
  ...['display', 'opacity', 'clip-path', 'mask', 'mask-type', 'filter'],
  ...['transform', 'transform-origin', 'transform-box'],
];

/** The styles of elements by the style sheets of a file, its attributes, and what is inherited. */
export class Styles {
  readonly #rules: readonly Rule[];

  constructor(root: SvgElement) {
    const sheets: string[] = [];
    const look = (element: SvgElement): void => {
      if (element.name === 'style') sheets.push(element.text);
      element.children.forEach(look);
    };
    look(root);
    this.#rules = sheets.flatMap(rulesOf).sort((a, b) => a.weight - b.weight);
  }

  /** @param above the style of the element round it */
  of(element: SvgElement, above: Style): Style {
    const { attributes } = element;
    const own: Record<string, string> = {};
    for (const name of PRESENTED) if (name in attributes) own[name] = attributes[name]!;
    const declared = [
      ...this.#rules.filter(({ parts }) => matches(element, parts)).flatMap(({ declarations }) => declarations),
      ...declarationsOf(attributes.style ?? ''),
    ];
    for (const late of [false, true])
      for (const { name, value, important } of declared) if (important === late) own[name] = value;
    const inherited = Object.fromEntries(Object.entries(above).filter(([name]) => INHERITED.has(name)));
    for (const [name, value] of Object.entries(own)) if (value !== 'inherit') inherited[name] = value;
    return inherited;
  }
}

/** What a value refers to within its file; undefined where it does not. */
export const idIn = (value: string | undefined): string | undefined =>
  /^url\(\s*["']?#([^"')]+)["']?\s*\)/.exec(value ?? '')?.[1];

/** Sheets in other files, and what is meant for paper, count for nothing. */
const withoutAsides = (css: string): string =>
  withoutComments(css)
    .replace(/@(?:import|charset|namespace)[^;]*;/gi, '')
    .replace(/@media\s+(?:only\s+)?print[^{]*\{(?:[^{}]*\{[^{}]*\})*[^{}]*\}/gi, '');

const withoutComments = (css: string): string => css.replace(/\/\*[^]*?(\*\/|$)/g, '');

function rulesOf(sheet: string): Rule[] {
  const rules: Rule[] = [];
  for (const [, selectors, body] of withoutAsides(sheet).matchAll(/([^{}]+)\{([^{}]*)\}/g)) {
    const declarations = declarationsOf(body!);
    for (const selector of selectors!.split(',')) {
      const parts = partsOf(selector.trim());
      if (parts && declarations.length > 0) rules.push({ parts, declarations, weight: weightOf(parts) });
    }
  }
  return rules;
}

const declarationsOf = (body: string): Declaration[] =>
  withoutComments(body)
    .split(';')
    .flatMap((each) => {
      const colon = each.indexOf(':');
      if (colon < 0) return [];
      const value = each.slice(colon + 1).trim();
      const important = /!\s*important$/i.test(value);
      return {
        name: each.slice(0, colon).trim().toLowerCase(),
        value: value.replace(/\s*!\s*important$/i, ''),
        important,
      };
    });

/** null for what is not understood: such a rule counts for nothing. */
function partsOf(selector: string): Rule['parts'] | null {
  const words = selector
    .replace(/\s*>\s*/g, ' >')
    .split(/\s+/)
    .filter((word) => word !== '');
  const parts = words.map((word) => {
    const child = word.startsWith('>');
    const compound = compoundOf(child ? word.slice(1) : word);
    return compound && { compound, child };
  });
  return parts.length > 0 && parts.every((part) => part !== null) ? parts : null;
}

function compoundOf(word: string): Compound | null {
  const match = /^(\*|[\w:-]+)?((?:[.#][\w-]+|\[[^\]]+\])*)$/.exec(word);
  if (!match) return null;
  const pieces = match[2]!.match(/[.#][\w-]+|\[[^\]]+\]/g) ?? [];
  const named = (mark: string) => pieces.filter((piece) => piece.startsWith(mark)).map((piece) => piece.slice(1));
  return {
    tag: match[1] === undefined || match[1] === '*' ? null : match[1],
    classes: named('.'),
    id: named('#')[0] ?? null,
    attributes: named('[').map((piece) => {
      const [name, value] = piece.slice(0, -1).split('=', 2);
      return { name: name!.trim(), value: value === undefined ? null : value.trim().replace(/^["']|["']$/g, '') };
    }),
  };
}

const weightOf = (parts: Rule['parts']): number =>
  parts.reduce(
    (sum, { compound: { tag, classes, id, attributes } }) =>
      sum + (id ? 10_000 : 0) + 100 * (classes.length + attributes.length) + (tag ? 1 : 0),
    0,
  );

function matches(element: SvgElement, parts: Rule['parts']): boolean {
  const last = parts.at(-1)!;
  if (!isOne(element, last.compound)) return false;
  const rest = parts.slice(0, -1);
  if (rest.length === 0) return true;
  for (let above = element.parent; above; above = above.parent) {
    if (matches(above, rest)) return true;
    if (last.child) return false;
  }
  return false;
}

function isOne({ name, attributes }: SvgElement, { tag, classes, id, attributes: wanted }: Compound): boolean {
  const own = (attributes.class ?? '').split(/\s+/);
  return (
    (tag === null || tag === name) &&
    (id === null || attributes.id === id) &&
    classes.every((each) => own.includes(each)) &&
    wanted.every((each) => each.name in attributes && (each.value === null || attributes[each.name] === each.value))
  );
}
