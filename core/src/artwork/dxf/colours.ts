import type { Tag } from './tags.ts';

/** The first nine colours of the DXF reference; 7 is black on paper. */
const NAMED = ['', '#ff0000', '#ffff00', '#00ff00', '#00ffff', '#0000ff', '#ff00ff', '#000000', '#414141', '#808080'];

/** Brightness of each pair of ten colours that share a hue. */
const BRIGHT = [1, 0.74, 0.5, 0.41, 0.31];

/** The colour that a layer or an entity has by its true colour or else by a number, as #rrggbb. */
export function rgbOf(tags: readonly Tag[], number: number): string {
  const own = Number(tags.find(({ code }) => code === 420)?.value);
  if (Number.isInteger(own)) return `#${(own & 0xffffff).toString(16).padStart(6, '0')}`;
  if (number < 10) return NAMED[number] || '#000000';
  if (number >= 250) return hex([1, 1, 1].map((each) => each * (0.2 + (Math.min(255, number) - 250) * 0.16)));
  // Ten to a hue, hues 15 degrees apart; the second of each pair is half as strong.
  const hue = Math.floor((number - 10) / 10) * 15;
  const bright = BRIGHT[Math.floor((number % 10) / 2)]!;
  const least = number % 2 === 1 ? bright / 2 : 0;
  return hex([0, 240, 120].map((turn) => least + (bright - least) * share(hue + turn)));
}

/** How much of a primary colour is in a hue, degrees from it. */
function share(turn: number): number {
  const off = Math.abs((((turn % 360) + 540) % 360) - 180);
  return Math.max(0, Math.min(1, 2 - off / 60));
}

const hex = (channels: readonly number[]): string =>
  `#${channels
    .map((each) =>
      Math.round(255 * Math.min(1, each))
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
