/** A colour of a page as channels of red, green and blue, 0 to 1; null for a pattern. */
export type PageColour = readonly [number, number, number] | null;

export const BLACK: PageColour = [0, 0, 0];

const within = (value: number): number => Math.min(1, Math.max(0, value));

/** By how many components it is told in: grey, red green blue, or inks. Others are black. */
export function colourOf(components: readonly number[]): PageColour {
  const [a = 0, b = 0, c = 0, d = 0] = components.map(within);
  if (components.length === 1) return [a, a, a];
  if (components.length === 3) return [a, b, c];
  if (components.length === 4) return [(1 - a) * (1 - d), (1 - b) * (1 - d), (1 - c) * (1 - d)];
  return BLACK;
}

/** From this on a colour is white. */
const WHITE = 0xfc / 255;

export const isWhite = (colour: PageColour): boolean => colour !== null && colour.every((channel) => channel >= WHITE);

export const hexOf = (colour: PageColour): string =>
  `#${(colour ?? [0, 0, 0])
    .map((channel) =>
      Math.round(channel * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
