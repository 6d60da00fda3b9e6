import { knockOut, weldEvenOdd } from '../geometry/kernel/boolean.ts';
import type { Region } from '../geometry/contour.ts';
import type { PartedBy } from '../recipe/parts.ts';
import type { DrawnElement, FileReading } from './drawn.ts';
import type { GreyPicture } from './picture/grey-picture.ts';
import type { PicturePlan } from './picture/picture-plan.ts';
import { straightened } from './picture/straightened.ts';
import { trace } from './picture/trace.ts';

/** How a picture was parted into dark and light. */
export interface PictureFacts {
  readonly width: number;
  readonly height: number;
  /** The levels it was parted at, 0 to 255, the darkest first. */
  readonly levels: readonly number[];
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
    ? traced(straightened(reading.picture, plan), plan)
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

function traced(picture: GreyPicture, plan: PicturePlan): Elements {
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
  const shades = Array.from({ length: SHADES }, () => 0);
  for (const shade of picture.pixels) shades[(shade * SHADES) >> 8]!++;
  return {
    elements,
    picture: {
      width: picture.width,
      height: picture.height,
      levels: traces.map(({ level }) => level),
      specks: traces.reduce((sum, { specks }) => sum + specks, 0),
      shades,
    },
  };
}

function greyOf(level: number, inverted: boolean): string {
  const shade = Math.round(inverted ? 255 - level : level)
    .toString(16)
    .padStart(2, '0');
  return `#${shade}${shade}${shade}`;
}

const areaOf = (contours: Region, layer: string, colour: string): DrawnElement => ({
  ...{ kind: 'area', white: false, evenOdd: true },
  ...{ contours, layer, colour, id: '', stroke: null },
});
