import { knockOut, weldEvenOdd } from '../geometry/kernel/boolean.ts';
import type { Region } from '../geometry/contour.ts';
import type { PartedBy } from '../recipe/parts.ts';
import type { DrawnElement, FileReading } from './drawn.ts';
import { abutting } from './picture/abutting.ts';
import { byColour } from './picture/by-colour.ts';
import { hexOf, palettesOf, rgbOf } from './picture/colours.ts';
import type { GreyPicture, RasterPicture } from './picture/grey-picture.ts';
import type { PicturePlan } from './picture/picture-plan.ts';
import { straightened } from './picture/straightened.ts';
import { trace, type Trace } from './picture/trace.ts';

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

/** What a file draws, by the layers that are asked for. */
export interface Elements {
  readonly elements: readonly DrawnElement[];
  readonly picture: PictureFacts | null;
}

interface ElementsPlan {
  readonly partedBy: PartedBy;
  readonly picture: PicturePlan;
}

const known = new WeakMap<FileReading, { readonly key: string; readonly made: Elements }>();

/** What a file draws, in the layers that are asked for; of a picture the areas between its levels. */
export function elementsOf(reading: FileReading, { partedBy, picture: plan }: ElementsPlan): Elements {
  const key = JSON.stringify([partedBy, plan]);
  const before = known.get(reading);
  if (before?.key === key) return before.made;
  const made = reading.picture
    ? tracedFrom(straightened(reading.picture, plan), plan)
    : { elements: reading.elements.map((each) => ({ ...each, layer: partOf(each, partedBy) })), picture: null };
  known.set(reading, { key, made });
  return made;
}

/** The layer of an element, where layers are what somebody says. */
function partOf({ layer, colour, kind, stroke }: DrawnElement, by: PartedBy): string {
  switch (by) {
    case 'layer':
      return layer;
    case 'colour':
      return colour;
    case 'kind':
      return kind === 'area' ? 'areas' : 'lines';
    case 'width':
      return stroke ? `${Number(stroke.width.toPrecision(4))} wide` : kind === 'area' ? 'areas' : 'of no width';
  }
}

/** Shades that a picture's pixels are counted by. */
const SHADES = 32;

/** Colours beside the ground that are offered at most. */
const MOST_COLOURS = 5;

function tracedFrom(picture: RasterPicture, plan: PicturePlan): Elements {
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
