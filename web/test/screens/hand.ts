import { fireEvent, screen } from '@testing-library/react';
import { pixelOf } from './surroundings';

/** What a hand does on the bed, for tests: places are mm on the sheet, y down. */

export const bed = (): HTMLElement => screen.getByRole('group', { name: /^The sheet/ });

/** Where nothing lies. */
export const ground = (): Element => document.querySelector('rect[width="200000"]')!;

/** What takes an item in hand, by its name. */
export const target = (name: string): Element =>
  [...document.querySelectorAll('rect[data-kind=item]')].find(
    (rect) => rect.querySelector('title')?.textContent === name,
  )!;

/** Corners that size what is in hand, or the knob that turns it. */
export const handle = (kind: 'size' | 'turn', n = 0): Element => document.querySelectorAll(`[data-hand=${kind}]`)[n]!;

/** The middle of a rectangle on the sheet. */
export function boxOf(rect: Element): { readonly x: number; readonly y: number } {
  const [x, y, width, height] = ['x', 'y', 'width', 'height'].map((name) => Number(rect.getAttribute(name)));
  return { x: x! + width! / 2, y: y! + height! / 2 };
}

/** Keys held at the press, and on the way. */
interface Held {
  readonly press?: object;
  readonly way?: object;
}

/** Presses the left button at a point of the sheet, goes by so many mm, and lets go. */
export function drag(
  on: Element,
  from: { readonly x: number; readonly y: number },
  dx: number,
  dy: number,
  { press, way }: Held = {},
): void {
  const at = (x: number, y: number, keys: object = {}) => ({ ...pixelOf(bed(), { x, y }), button: 0, ...keys });
  fireEvent.pointerDown(on, at(from.x, from.y, press));
  fireEvent.pointerMove(on, at(from.x + dx / 2, from.y + dy / 2, way));
  fireEvent.pointerMove(on, at(from.x + dx, from.y + dy, way));
  fireEvent.pointerUp(on, at(from.x + dx, from.y + dy, way));
}

export const click = (on: Element, press: object = {}): void => drag(on, boxOf(on), 0, 0, { press });

/** Clicks at a point of the sheet. */
export const clickAt = (on: Element, x: number, y: number, keys: object = {}): void =>
  drag(on, { x, y }, 0, 0, { press: keys, way: keys });
