import type { Matrix } from '../../geometry/matrix.ts';
import type { Viewport } from './outlines.ts';

export interface ViewBox extends Viewport {
  readonly x: number;
  readonly y: number;
}

export function viewBoxOf(text: string | undefined): ViewBox | null {
  const numbers = (text ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const [x, y, width, height] = numbers;
  const isOne = text !== undefined && numbers.length === 4 && numbers.every(Number.isFinite);
  return isOne && width! > 0 && height! > 0 ? { x: x!, y: y!, width: width!, height: height! } : null;
}

/** From a view box to the room it is shown in, by `preserveAspectRatio`. */
export function viewBoxMatrix(box: ViewBox, { width, height }: Viewport, how = 'xMidYMid meet'): Matrix {
  const [x, y] = [width / box.width, height / box.height];
  if (how.includes('none')) return { a: x, b: 0, c: 0, d: y, e: -box.x * x, f: -box.y * y };
  const k = how.includes('slice') ? Math.max(x, y) : Math.min(x, y);
  const share = (least: string, most: string): number => (how.includes(least) ? 0 : how.includes(most) ? 1 : 0.5);
  return {
    a: k,
    b: 0,
    c: 0,
    d: k,
    e: -box.x * k + (width - box.width * k) * share('xMin', 'xMax'),
    f: -box.y * k + (height - box.height * k) * share('YMin', 'YMax'),
  };
}
