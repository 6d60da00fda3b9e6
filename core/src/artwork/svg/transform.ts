import { heightOf, widthOf, type Bounds } from '../../geometry/bounds.ts';
import { compose, moveBy, scaleBy, turnBy, type Matrix } from '../../geometry/matrix.ts';
import type { Point } from '../../geometry/point.ts';
import { parseCssLength, userUnits } from './lengths.ts';
import type { Viewport } from './outlines.ts';
import type { Style } from './styles.ts';

export const AS_IT_IS: Matrix = moveBy(0, 0);

const FUNCTION = /([a-z]+)\s*\(([^)]*)\)/gi;
const RADIANS = Math.PI / 180;

/**
 * How an element is placed by its style: a list of transforms, about their origin. y down as in the file; null where it
 * is none that can be drawn by.
 * @param box of the element in its own units; null where it cannot be told
 */
export function transformOf(style: Style, view: Viewport, box: () => Bounds | null): Matrix | null {
  const own = parseTransform(style.transform);
  const isOfBox = style['transform-box'] === 'fill-box' || style['transform-box'] === 'content-box';
  const said = style['transform-origin'];
  if (!own || own === AS_IT_IS || (said === undefined && !isOfBox)) return own;
  const around = isOfBox ? box() : { minX: 0, minY: 0, maxX: view.width, maxY: view.height };
  const origin = around && originIn(said ?? '0 0', around);
  return origin && compose(moveBy(origin.x, origin.y), own, moveBy(-origin.x, -origin.y));
}

/** Sides of a box by name, as shares of it. */
const SIDES: Readonly<Record<string, string>> = { left: '0%', top: '0%', center: '50%', right: '100%', bottom: '100%' };

function originIn(said: string, box: Bounds): Point | null {
  const words = said.trim().toLowerCase().split(/\s+/);
  const [first, second = 'center'] = words;
  // Sides may be named the other way round.
  const [x, y] =
    ['top', 'bottom'].includes(first!) || ['left', 'right'].includes(second) ? [second, first!] : [first!, second];
  const [across, down] = [SIDES[x] ?? x, SIDES[y] ?? y];
  if (!parseCssLength(across) || !parseCssLength(down)) return null;
  return { x: box.minX + userUnits(across, widthOf(box)), y: box.minY + userUnits(down, heightOf(box)) };
}

function parseTransform(text: string | undefined): Matrix | null {
  if (text === undefined || text.trim() === '' || text.trim() === 'none') return AS_IT_IS;
  if (text.replace(FUNCTION, '').replace(/[\s,]/g, '') !== '') return null;
  let all = AS_IT_IS;
  for (const [, name, list] of text.matchAll(FUNCTION)) {
    const numbers = list!
      .split(/[\s,]+/)
      .filter((each) => each !== '')
      .map(figureOf);
    const own = numbers.every(Number.isFinite) ? oneOf(name!.toLowerCase(), numbers) : null;
    if (!own) return null;
    all = compose(all, own);
  }
  return all;
}

/** Degrees to units of angle. */
const ANGLES: Readonly<Record<string, number>> = { deg: 1, grad: 0.9, rad: 180 / Math.PI, turn: 360 };

/** A number, a length in user units, or an angle in degrees; NaN where it is none. */
function figureOf(text: string): number {
  const angle = /(deg|grad|rad|turn)$/i.exec(text)?.[1];
  if (angle) return Number(text.slice(0, -angle.length)) * ANGLES[angle.toLowerCase()]!;
  return text.endsWith('%') ? NaN : userUnits(text, NaN, NaN);
}

function oneOf(name: string, n: readonly number[]): Matrix | null {
  const [first = 0, second] = n;
  switch (name) {
    case 'matrix':
      return n.length === 6 ? { a: n[0]!, b: n[1]!, c: n[2]!, d: n[3]!, e: n[4]!, f: n[5]! } : null;
    case 'translate':
      return moveBy(first, second ?? 0);
    case 'translatex':
      return moveBy(first, 0);
    case 'translatey':
      return moveBy(0, first);
    case 'scale':
      return scaleBy(first, second ?? first);
    case 'scalex':
      return scaleBy(first, 1);
    case 'scaley':
      return scaleBy(1, first);
    case 'rotate':
    case 'rotatez': {
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
