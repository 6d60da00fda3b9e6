/** A way of setting letters that a face offers and a person may switch. */
export interface FeatureChoice {
  /** OpenType feature tag. */
  readonly tag: string;
  /** In plain words. */
  readonly name: string;
  /** Whether it is on where nobody says otherwise. */
  readonly usual: boolean;
}

const NAMES: Record<string, readonly [name: string, usual: boolean]> = {
  kern: ['Kerning pairs', true],
  liga: ['Joined letters (fi, fl)', true],
  dlig: ['Rarer joined letters', false],
  hlig: ['Old joined letters', false],
  clig: ['Joins by neighbour', true],
  calt: ['Shapes by neighbour', true],
  smcp: ['Small capitals', false],
  c2sc: ['Small capitals from capitals', false],
  onum: ['Old-style figures', false],
  lnum: ['Lining figures', false],
  pnum: ['Figures as wide as they are', false],
  tnum: ['Figures all equally wide', false],
  zero: ['Zero with a slash', false],
  frac: ['Fractions', false],
  ordn: ['Raised ordinals', false],
  sups: ['Raised figures', false],
  subs: ['Lowered figures', false],
  case: ['Marks at capital height', false],
  swsh: ['Swashes', false],
  titl: ['Titling capitals', false],
  salt: ['Other shapes', false],
  hist: ['Old shapes', false],
  unic: ['One-case letters', false],
};

/**
 * The switches among a font's feature tags, in a steady order; those that shape a script rightly are not for switching.
 */
export function featureChoices(tags: Iterable<string>, nameOf: (tag: string) => string | undefined): FeatureChoice[] {
  const present = new Set(tags);
  const choices = Object.entries(NAMES).flatMap(([tag, [name, usual]]) =>
    present.has(tag) ? [{ tag, name, usual }] : [],
  );
  const numbered = [...present].filter((tag) => /^(ss|cv)\d\d$/.test(tag)).sort();
  return [
    ...choices,
    ...numbered.map((tag) => ({
      tag,
      name: nameOf(tag) ?? `${tag.startsWith('ss') ? 'Letter set' : 'Letter shape'} ${Number(tag.slice(2))}`,
      usual: false,
    })),
  ];
}
