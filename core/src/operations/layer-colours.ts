import type { Machine } from '../shop/shop.ts';
import type { Operation } from './operations.ts';

/**
 * The colours of layers: those of their works. What a machine is to tell apart by colours alone has one of its own, as
 * near to its work's as can be, for people; and groups that are swept by themselves always do.
 */
export function layerColours(
  operations: readonly Pick<Operation, 'work' | 'sweep'>[],
  { output, files }: Pick<Machine, 'output' | 'files'>,
): { readonly colour: string; readonly dxfColour: number }[] {
  const taken = { colours: new Set<string>(), numbers: new Set<number>() };
  const works = new Set(operations.map(({ work }) => work));
  const kept = new Set([...works].map((work) => output[work].dxfColour));
  return operations.map(({ work, sweep }) => {
    const { colour, dxfColour } = output[work];
    const isOwn = files.toldBy === 'colours' || sweep > 1;
    const own = isOwn ? freeShade(colour, taken.colours) : colour;
    let number = dxfColour;
    if (isOwn && taken.numbers.has(number)) {
      do number = (number % 255) + 1;
      while (taken.numbers.has(number) || kept.has(number));
    }
    taken.colours.add(own.toLowerCase());
    taken.numbers.add(number);
    return { colour: own, dxfColour: number };
  });
}

/** A colour, or the next bluer or less blue one that is not taken. */
function freeShade(colour: string, taken: ReadonlySet<string>): string {
  const blue = parseInt(colour.slice(5), 16);
  for (let step = 0; step < 256; step++) {
    const own = blue + step > 255 ? blue - step : blue + step;
    const shade = colour.slice(0, 5).toLowerCase() + own.toString(16).padStart(2, '0');
    if (own >= 0 && !taken.has(shade)) return step === 0 ? colour : shade;
  }
  return colour;
}
