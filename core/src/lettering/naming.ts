import type { SourceId } from '../geometry/segment.ts';
import type { Letter } from './layout.ts';

/** What people call a letter of the job: `O in LOAD`, with `first`, `second` … where the word has it more than once; `dot of i in tin` for `<letter>~1`. */
export function letterName(id: SourceId, letters: readonly Letter[]): string {
  const [own, part] = id.split('~');
  if (part !== undefined) return `${/[ij!?;:]/.test(letters.find((each) => each.id === own)?.text ?? '') ? 'dot' : 'part'} of ${letterName(own!, letters)}`;
  const letter = letters.find((each) => each.id === id);
  if (!letter) return OTHERS[id.split(':')[0]!] ?? id;
  if (letter.word === letter.text) return letter.text;
  const alike = letters.filter(({ text, word, line }) => text === letter.text && word === letter.word && line === letter.line);
  const place = alike.length > 1 ? `${ORDINALS[alike.indexOf(letter)] ?? `${alike.indexOf(letter) + 1}th`} ` : '';
  return `${place}${letter.text} in ${letter.word}`;
}

/** What else an edge can come from. */
const OTHERS: Record<string, string> = { plate: 'the plate', rail: 'the rail', backer: 'the backer', hole: 'a hole', bridge: 'a bridge', tie: 'a tie', coupon: 'the coupon', ground: 'the ground' };

const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth'];

/** Several letters in the order they are read. */
export function letterNames(ids: Iterable<SourceId>, letters: readonly Letter[]): string[] {
  const wanted = new Set(ids);
  return letters.filter(({ id }) => wanted.has(id)).map(({ id }) => letterName(id, letters));
}
