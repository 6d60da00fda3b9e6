import { compose, moveBy, scaleBy, turnBy, type Matrix } from '../../geometry/matrix.ts';

export const AS_IT_IS: Matrix = moveBy(0, 0);

const FUNCTION = /([a-z]+)\s*\(([^)]*)\)/gi;
const RADIANS = Math.PI / 180;

/** The matrix of a transform list, y down as in the file; null where it is none that can be drawn by. */
export function parseTransform(text: string | undefined): Matrix | null {
  if (text === undefined || text.trim() === '' || text.trim() === 'none') return AS_IT_IS;
  if (text.replace(FUNCTION, '').replace(/[\s,]/g, '') !== '') return null;
  let all = AS_IT_IS;
  for (const [, name, list] of text.matchAll(FUNCTION)) {
    const numbers = list!
      .split(/[\s,]+/)
      .filter((each) => each !== '')
      .map((each) => Number(each.replace(/(px|deg)$/i, '')));
    const own = numbers.every(Number.isFinite) ? oneOf(name!.toLowerCase(), numbers) : null;
    if (!own) return null;
    all = compose(all, own);
  }
  return all;
}

function oneOf(name: string, n: readonly number[]): Matrix | null {
  const [first = 0, second] = n;
  switch (name) {
    case 'matrix':
      return n.length === 6 ? { a: n[0]!, b: n[1]!, c: n[2]!, d: n[3]!, e: n[4]!, f: n[5]! } : null;
    case 'translate':
      return moveBy(first, second ?? 0);
    case 'scale':
      return scaleBy(first, second ?? first);
    case 'rotate': {
      const [, x = 0, y = 0] = n;
      return compose(moveBy(x, y), turnBy(first), moveBy(-x, -y));
    }
    case 'skewx':
      return { ...AS_IT_IS, c: Math.tan(first * RADIANS) };
    case 'skewy':
      return { ...AS_IT_IS, b: Math.tan(first * RADIANS) };
    default:
      return null;
  }
}
