import colorString from 'color-string';
import type { Stroke } from '../stroke-area.ts';
import { userUnits } from './lengths.ts';
import type { Style } from './styles.ts';

/** How an element is painted, as far as it tells what a tool does. */
export interface Paint {
  readonly fill: 'none' | 'ink' | 'white';
  readonly stroke: 'none' | 'ink' | 'white';
  readonly evenOdd: boolean;
  /** Of its fill, or else of its stroke, as #rrggbb where it is said so, or by its name. */
  readonly colour: string;
}

/** From this on a colour is white: what is white takes away from what lies below it. */
const WHITE = 0xfc;

export function paintOf(style: Style): Paint {
  const fill = inkOf(style.fill ?? 'black', style, style['fill-opacity']);
  const stroke = inkOf(style.stroke ?? 'none', style, style['stroke-opacity'], style['stroke-width']);
  const seen = fill === 'none' || (fill === 'white' && stroke !== 'none') ? style.stroke : style.fill;
  return { fill, stroke, evenOdd: style['fill-rule'] === 'evenodd', colour: colourNamed(seen ?? 'black', style) };
}

/** A paint by its colour, lower case; short notations written out. */
function colourNamed(paint: string, { color }: Style): string {
  const name = paint.trim().toLowerCase();
  if (name === 'currentcolor') return (color ?? 'black').toLowerCase();
  const short = /^#([0-9a-f])([0-9a-f])([0-9a-f])$/.exec(name);
  return short
    ? `#${short
        .slice(1)
        .map((digit) => digit + digit)
        .join('')}`
    : name;
}

function inkOf(paint: string, style: Style, own = '1', width = '1'): Paint['fill'] {
  const name = colourNamed(paint, style);
  const figures = figuresOf(name);
  if (name === 'none' || figures?.value[3] === 0 || isNothing(own) || isNothing(style.opacity) || isNothing(width))
    return 'none';
  return figures && isWhite(figures) ? 'white' : 'ink';
}

/** Whether what is painted lets nothing through that lies below it. */
export const isPlainly = (style: Style): boolean =>
  [style.opacity, style['fill-opacity']].every((each) => each === undefined || Number.parseFloat(each) === 1);

const isNothing = (text: string | undefined): boolean => text !== undefined && Number.parseFloat(text) === 0;

/** A colour by its figures, the last of them how opaque it is; null for what is none, as a gradient. */
const figuresOf = (colour: string) => colorString.get(colour.replace(/\s+(icc-color|device-)[^]*$/, ''));

type Figures = NonNullable<ReturnType<typeof figuresOf>>;

function isWhite({ model, value: [first = 0, second = 0, third = 0] }: Figures): boolean {
  if (model === 'rgb') return Math.min(first, second, third) >= WHITE;
  return (model === 'hsl' ? third : second) >= (WHITE / 255) * 100;
}

/**
 * How a line is stroked; null where it does not say how wide: what everybody begins with is meant by nobody.
 * @param whole what percentages are of
 * @param scale units of the file to one of the element's
 */
export function strokeSaid(style: Style, whole: number, scale: number): Stroke | null {
  const width = userUnits(style['stroke-width'] ?? '0', whole) * scale;
  if (!(width > 0)) return null;
  const [cap, join] = [style['stroke-linecap'], style['stroke-linejoin']];
  const longest = Number.parseFloat(style['stroke-miterlimit'] ?? '4');
  return {
    width,
    ends: cap === 'round' || cap === 'square' ? cap : 'butt',
    corners: join === 'round' ? 'round' : join === 'bevel' ? 'bevelled' : 'mitred',
    longestMitre: longest >= 1 ? longest : 4,
  };
}
