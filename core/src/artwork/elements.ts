import type { PartedBy } from '../recipe/parts.ts';
import { besidePage } from './beside-page.ts';
import type { DrawnElement, FileReading } from './drawn.ts';
import type { PicturePlan } from './picture/picture-plan.ts';
import { straightened } from './picture/straightened.ts';
import { tracedPicture, type PictureFacts } from './picture/traced-picture.ts';

/** What a file draws, by the layers that are asked for. */
export interface Elements {
  readonly elements: readonly DrawnElement[];
  readonly picture: PictureFacts | null;
}

interface ElementsPlan {
  readonly partedBy: PartedBy;
  /** Whether what lies beside the page is taken too. */
  readonly besidePage: boolean;
  readonly picture: PicturePlan;
}

const known = new WeakMap<FileReading, { readonly key: string; readonly made: Elements }>();

/** What a file draws, in the layers that are asked for; of a picture the areas between its levels. */
export function elementsOf(reading: FileReading, plan: ElementsPlan): Elements {
  const key = JSON.stringify([plan.partedBy, plan.besidePage, plan.picture]);
  const before = known.get(reading);
  if (before?.key === key) return before.made;
  const made = reading.picture
    ? tracedPicture(straightened(reading.picture, plan.picture), plan.picture)
    : { elements: drawnBy(reading, plan), picture: null };
  known.set(reading, { key, made });
  return made;
}

function drawnBy(reading: FileReading, { partedBy, besidePage: all }: ElementsPlan): DrawnElement[] {
  const beside = besidePage(reading);
  const taken = all ? reading.elements : reading.elements.filter((each) => !beside.has(each));
  return taken.map((each) => ({ ...each, layer: partOf(each, partedBy) }));
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
