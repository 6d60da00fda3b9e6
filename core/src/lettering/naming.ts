import { isLetter, isSmallerPart, kindOf, letterOfPart, LETTER_IN_ITEM, numbersOf } from '../recipe/identity.ts';
import type { SourceId } from '../geometry/segment.ts';
import type { Letter } from './layout.ts';

/**
 * What people call a letter of the job: `O in LOAD`, with `first`, `second` … where the word has it more than once;
 * `dot of i in tin` for `<letter>~1`.
 */
export function letterName(id: SourceId, letters: readonly Letter[]): string {
  const names = namesOf(letters);
  const named = names.get(id);
  if (named) return named.name;
  if (isSmallerPart(id)) {
    const own = letterOfPart(id);
    return `${/[ij!?;:]/.test(names.get(own)?.letter.text ?? '') ? 'dot' : 'part'} of ${letterName(own, letters)}`;
  }
  // Where a letter that is no longer there stood.
  const numbers = isLetter(id) || LETTER_IN_ITEM.test(id) ? numbersOf(id) : null;
  return numbers ? `letter ${numbers.cluster + 1} of line ${numbers.line + 1}` : (OTHERS[kindOf(id)] ?? 'an edge');
}

interface Named {
  readonly letter: Letter;
  /** Place in the order they are read. */
  readonly index: number;
  readonly name: string;
}

const known = new WeakMap<readonly Letter[], ReadonlyMap<SourceId, Named>>();

/** The names of a job's letters, found once: every piece, island and finding asks for some. */
function namesOf(letters: readonly Letter[]): ReadonlyMap<SourceId, Named> {
  let names = known.get(letters);
  if (!names) {
    const alike = countAlike();
    const counts = letters.map(alike);
    const own = new Map<SourceId, Named>();
    letters.forEach((letter, index) => {
      const { id, text, word } = letter;
      const { number, of } = counts[index]!;
      const which = of.count > 1 ? `${ORDINALS[number] ?? `${number + 1}th`} ` : '';
      own.set(id, { letter, index, name: word === text ? text : `${which}${text} in ${word}` });
    });
    known.set(letters, (names = own));
  }
  return names;
}

/** Numbers letters among those of the same text, in the same word of the same line, from 0. */
function countAlike(): (letter: Letter) => { readonly number: number; readonly of: { readonly count: number } } {
  const lines: Map<string, Map<string, { count: number }>>[] = [];
  return ({ line, word, text }) => {
    const words = (lines[line] ??= new Map());
    let texts = words.get(word);
    if (!texts) words.set(word, (texts = new Map()));
    let of = texts.get(text);
    if (!of) texts.set(text, (of = { count: 0 }));
    return { number: of.count++, of };
  };
}

/** What else an edge can come from. */
const OTHERS: Record<string, string> = {
  plate: 'the plate',
  rail: 'the rail',
  backer: 'the backer',
  base: 'the base',
  hole: 'a hole',
  bridge: 'a bridge',
  tie: 'a tie',
  coupon: 'the coupon',
  ground: 'the ground',
};

const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth'];

/** Those of the letters that are among the ids, in the order they are read. */
export function lettersAmong(ids: Iterable<SourceId>, letters: readonly Letter[]): Letter[] {
  const names = namesOf(letters);
  const found = new Set<Named>();
  for (const id of ids) {
    const named = names.get(id);
    if (named) found.add(named);
  }
  return [...found].sort((a, b) => a.index - b.index).map(({ letter }) => letter);
}

/** The names of several letters in the order they are read. */
export const letterNames = (ids: Iterable<SourceId>, letters: readonly Letter[]): string[] =>
  lettersAmong(ids, letters).map(({ id }) => letterName(id, letters));
