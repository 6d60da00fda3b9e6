import type { NamePart, Recipe } from '../recipe/schema.ts';
import { decimal } from '../formats/numbers.ts';

/** What a name of files can tell. */
export interface NameFacts {
  readonly recipe: Pick<Recipe, 'name' | 'assemblies'>;
  readonly machine: string;
  readonly material: string;
  /** mm */
  readonly thickness: number;
  /** Of what is drawn, mm. */
  readonly width: number;
  readonly height: number;
  readonly revision: number;
  /** Of the release, as 2026-05-31. */
  readonly date: string;
  /** What of the job it is, where that is not all. */
  readonly only?: string;
}

/** Longer names are cut: with an ending, and a number that a system may add, they still fit everywhere. */
const LONGEST = 100;

/** Names that some systems keep for themselves. */
const KEPT = /^(con|prn|aux|nul|com\d|lpt\d)$/i;

/** The name of a release's files, without an ending: what file systems refuse is left out, and blanks are dashes. */
export function fileName(parts: readonly NamePart[], facts: NameFacts): string {
  const told = [...parts.map((part) => tell(part, facts)), facts.only ?? ''].map(plain).filter((part) => part !== '');
  const name = told.join('-').slice(0, LONGEST).replace(/-+$/, '');
  if (name === '') return 'job';
  return KEPT.test(name) ? `${name}-job` : name;
}

function tell(part: NamePart, facts: NameFacts): string {
  switch (part) {
    case 'job':
      return facts.recipe.name;
    case 'words':
      return wordsOf(facts.recipe);
    case 'thickness':
      return `${decimal(facts.thickness, 2)}mm`;
    case 'size':
      return `${Math.round(facts.width)}x${Math.round(facts.height)}`;
    case 'revision':
      return `r${facts.revision}`;
    default:
      return facts[part];
  }
}

/** The first words that are there. */
function wordsOf({ assemblies }: NameFacts['recipe']): string {
  const items = assemblies.flatMap((each) => (each.make === 'coupon' || each.hidden ? [] : each.items));
  const first = items.find((item) => item.kind === 'lettering');
  return first?.kind === 'lettering' ? first.words : '';
}

/** Letters, figures, points and dashes. */
const plain = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/₂/g, '2')
    .replace(/[^\w\s.-]/g, '')
    .trim()
    .replace(/[\s_]+/g, '-')
    .replace(/^[.-]+|[.-]+$/g, '')
    .toLowerCase();
