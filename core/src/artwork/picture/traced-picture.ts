import { knockOut, weldEvenOdd } from '../../geometry/kernel/boolean.ts';
import type { Region } from '../../geometry/contour.ts';
import type { DrawnElement } from '../drawn.ts';
import { abutting } from './abutting.ts';
import { byColour } from './by-colour.ts';
import { hexOf, palettesOf, rgbOf } from './colours.ts';
import type { GreyPicture, RasterPicture } from './grey-picture.ts';
import type { PicturePlan } from './picture-plan.ts';
import { trace, type Trace } from './trace.ts';

/** How a picture was parted. */
export interface PictureFacts {
  readonly width: number;
  readonly height: number;
  /** The levels it was parted at, 0 to 255, the darkest first. */
  readonly levels: readonly number[];
  /** What it was parted into, #rrggbb, the ground first; none where it was parted by its levels. */
  readonly colours: readonly string[];
  /** What it may be parted into: one colour and the ground, then two, and so on; none of a picture that is grey. */
  readonly palettes: readonly (readonly string[])[];
  /** Spots that were left out. */
  readonly specks: number;
  /** How many pixels are of each of so many shades, the darkest first. */
  readonly shades: readonly number[];
}

/** A picture traced: its areas, in layers by their shades or colours. */
export interface TracedPicture {
  readonly elements: readonly DrawnElement[];
  readonly picture: PictureFacts;
}

/** Shades that a picture's pixels are counted by. */
const SHADES = 32;

/** Colours beside the ground that are offered at most. */
const MOST_COLOURS = 5;

export function tracedPicture(picture: RasterPicture, plan: PicturePlan): TracedPicture {
  const isColoured = picture.rgb !== null && plan.colours.length > 1;
  const { elements, levels, specks } = isColoured ? tracedByColours(picture, plan) : tracedByLevels(picture, plan);
  const shades = Array.from({ length: SHADES }, () => 0);
  for (const shade of picture.pixels) shades[(shade * SHADES) >> 8]!++;
  const { width, height } = picture;
  const palettes = palettesOf(picture, MOST_COLOURS).map((own) => own.map(hexOf));
  const colours = isColoured ? plan.colours : [];
  return { elements, picture: { width, height, levels, colours, palettes, specks, shades } };
}

/** What was traced of a picture. */
interface Traced extends Pick<PictureFacts, 'levels' | 'specks'> {
  readonly elements: readonly DrawnElement[];
}

function tracedByLevels(picture: GreyPicture, plan: PicturePlan): Traced {
  const levels = plan.levels.length > 0 ? [...new Set(plan.levels)].sort((a, b) => a - b) : [plan.level];
  const traces = levels.map((level) => trace(picture, { ...plan, level }));
  const elements = traces.flatMap(({ contours, level }, i): DrawnElement[] => {
    const darker = i === 0 ? null : traces[i - 1]!;
    // Traced rings are edges by the even-odd rule; regions are taken from each other.
    const own = darker ? knockOut(weldEvenOdd(contours), weldEvenOdd(darker.contours)) : contours;
    if (own.length === 0) return [];
    // By number, so that it is the same layer at another level.
    const layer = traces.length === 1 ? '' : `shade ${i + 1}`;
    return [areaOf(own, layer, greyOf(((darker?.level ?? 0) + level) / 2, plan.invert))];
  });
  return { elements, levels: traces.map(({ level }) => level), specks: specksIn(traces) };
}

/** Halfway between a colour and what is beside it. */
const EVEN = 127.5;

function tracedByColours(picture: RasterPicture, plan: PicturePlan): Traced {
  const [ground, ...shares] = byColour(picture, plan.colours.map(rgbOf));
  const traced = (share: GreyPicture, invert: boolean) => trace(share, { ...plan, level: EVEN, invert });
  const traces = shares.map((share) => traced(share, false));
  const regions = traces.map(({ contours }) => weldEvenOdd(contours));
  const whole = weldEvenOdd(traced(ground!, true).contours);
  const elements = abutting(regions, whole).flatMap((region, i) =>
    region.length > 0 ? [areaOf(region, `colour ${i + 1}`, plan.colours[i + 1]!)] : [],
  );
  return { elements, levels: [], specks: specksIn(traces) };
}

const specksIn = (traces: readonly Trace[]): number => traces.reduce((sum, { specks }) => sum + specks, 0);

function greyOf(level: number, inverted: boolean): string {
  const shade = Math.round(inverted ? 255 - level : level)
    .toString(16)
    .padStart(2, '0');
  return `#${shade}${shade}${shade}`;
}

const areaOf = (contours: Region, layer: string, colour: string): DrawnElement => ({
  ...{ kind: 'area', white: false, evenOdd: true },
  ...{ contours, clips: [], layer, colour, id: '', stroke: null },
});
