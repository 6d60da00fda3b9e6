import { placeContour, type Contour, type Region } from '../geometry/contour.ts';
import type { Point } from '../geometry/point.ts';
import { groupBy } from '../geometry/group-by.ts';
import { partsWithin } from '../geometry/parts-within.ts';
import type { Change } from '../geometry/nodes/redraw.ts';
import { redrawContours, type Drawing } from '../geometry/nodes/redrawn-contours.ts';
import { common, knockOut, weld, weldEvenOdd, weldRegions } from '../geometry/kernel/boolean.ts';
import { regionSeen, type Clip } from './clip.ts';
import { closeLines } from './closing/close-lines.ts';
import { closingOf, joinClosings, type Closing, type LayerFaults } from './closing/closing.ts';
import { crossedLines } from './closing/crossed-lines.ts';
import { MOVED } from './closing/meeting.ts';
import { gapsBetween, withoutSpecks } from './closing/specks.ts';
import { refit } from './fitting/refit.ts';
import type { DrawnElement, FileReading } from './drawn.ts';
import { strokeArea } from './stroke-area.ts';
import type { Crossed, PartedBy, RepairKind } from '../recipe/parts.ts';
import { elementsOf } from './elements.ts';
import { PLAIN_PICTURE, type PicturePlan } from './picture/picture-plan.ts';
import { unseenLayers } from './unseen-layers.ts';
import type { PictureFacts } from './picture/traced-picture.ts';

/** How artwork is read. */
export interface ArtworkPlan {
  /** Millimetres to a unit of the file, and so many times as large. */
  readonly mmPerUnit: number | null;
  readonly factor: number;
  /** Gaps are closed up to this, mm. */
  readonly join: number;
  /** Lines this near lie on each other, and count once, mm. */
  readonly doubled: number;
  readonly lines: 'areas' | 'lines';
  /** Of closed lines that cross themselves: all that they go round, or what lies in them an odd number of times. */
  readonly crossed: Crossed | null;
  /** Whether wide lines are followed along their middle, or are the area that they cover. */
  readonly wide: 'lines' | 'areas';
  /** Closed outlines no longer than this are left out, mm. */
  readonly speck: number;
  /** Contours of many nodes are fitted anew within this, mm; null: they stay. */
  readonly refit: number | null;
  /** Whether what lies beside the page is taken too. */
  readonly besidePage: boolean;
  /** What layers are. */
  readonly partedBy: PartedBy;
  /** Only these layers of the file; null: all. */
  readonly layers: readonly string[] | null;
  /** How a picture is traced. */
  readonly picture: PicturePlan;
  /** Faults of lines that were decided by hand, by where they are in units of the file. */
  readonly repairs: readonly {
    readonly kind: RepairKind;
    readonly layer: string;
    readonly from: readonly [x: number, y: number];
    readonly to: readonly [x: number, y: number];
  }[];
  /** What a hand changed of its outlines, in units of the file. */
  readonly redrawn: readonly Change[];
}

/** A file read as it is, with small gaps closed. */
export const PLAIN_PLAN: ArtworkPlan = {
  mmPerUnit: null,
  factor: 1,
  join: 0.1,
  doubled: 0.005,
  lines: 'areas',
  crossed: null,
  wide: 'lines',
  speck: 0,
  refit: null,
  besidePage: false,
  partedBy: 'layer',
  layers: null,
  picture: PLAIN_PICTURE,
  repairs: [],
  redrawn: [],
};

/** What artwork comes to, mm, where the file has it. */
export interface ArtworkForm {
  readonly areas: Region;
  /** What does not close, or is meant as lines. */
  readonly lines: readonly Contour[];
  readonly closing: Closing;
  readonly nodes: NodeCount;
  /** What is to be told of a picture; null of what is drawn. */
  readonly picture: PictureFacts | null;
  /** Its outlines before a hand changed them. */
  readonly drawing: Drawing;
  /** Changes by hand whose nodes are not there, by number. */
  readonly lost: readonly number[];
  /** Layers that nothing is seen of: what they draw lies within others. */
  readonly unseen: readonly string[];
}

/** How many nodes there were and are, and how far contours lie off from where they were, mm. */
export interface NodeCount {
  readonly before: number;
  readonly after: number;
  readonly off: number;
}

/** What one layer of a file comes to, mm. */
export interface ArtworkLayer {
  readonly name: string;
  readonly areas: Region;
  readonly closed: readonly Contour[];
  /** The outlines of areas that the closed ones are, by the even-odd rule. */
  readonly outlines: readonly Contour[];
  readonly open: readonly Contour[];
  readonly closing: Closing;
  readonly nodes: NodeCount;
}

/** What a file comes to, layer by layer. */
export interface ArtworkLayers extends Pick<ArtworkForm, 'picture'> {
  readonly layers: readonly ArtworkLayer[];
}

/**
 * Reads a file layer by layer: areas in its order, each by its own rule, white ones taking away from what lies below in
 * any layer; lines chained within their layer. A picture is traced first.
 */
export function artworkLayers(reading: FileReading, plan: ArtworkPlan): ArtworkLayers {
  const { elements, picture } = elementsOf(reading, plan);
  return { layers: layersOf(elements, reading.scale.mmPerUnit, plan), picture };
}

/** Lines from this width on may be meant as what they cover, mm. */
const WIDE = 0.3;

/** How many lines are wide, and the widest, mm. */
export interface WideLines {
  readonly count: number;
  readonly widest: number;
}

/** Lines of a width that a tool would not follow. */
export function wideLines(elements: readonly DrawnElement[], mmPerUnit: number): WideLines {
  const widths = elements.flatMap(({ stroke }) => (stroke ? [stroke.width * mmPerUnit] : []));
  const wide = widths.filter((mm) => mm >= WIDE);
  return { count: wide.length, widest: wide.reduce((most, mm) => Math.max(most, mm), 0) };
}

/** A wide line as what it covers; the line of an area adds to it. */
function covered(element: DrawnElement, mmPerUnit: number): DrawnElement[] {
  const { stroke, contours, kind } = element;
  if (!stroke || stroke.width * mmPerUnit < WIDE) return [element];
  const sized = { ...stroke, width: stroke.width * mmPerUnit };
  const areas = contours.map((contour) => strokeArea(placeContour(contour, mmPerUnit, 0, 0), sized));
  const back = weldAll(areas).map((contour) => placeContour(contour, 1 / mmPerUnit, 0, 0));
  const area: DrawnElement = { ...element, kind: 'area', white: false, evenOdd: true, contours: back, stroke: null };
  return kind === 'area' ? [element, area] : [area];
}

function layersOf(drawn: readonly DrawnElement[], mmPerUnit: number, plan: ArtworkPlan): ArtworkLayer[] {
  const factor = (plan.mmPerUnit ?? mmPerUnit) * plan.factor;
  const sized = (contours: readonly Contour[]) => contours.map((contour) => placeContour(contour, factor, 0, 0));
  const known = new Map<readonly Clip[], Region>();
  const seen = (clips: readonly Clip[]): Region => {
    const region = known.get(clips) ?? regionSeen(clips, factor);
    known.set(clips, region);
    return region;
  };
  const at = ([x, y]: readonly [number, number]): Point => ({ x: x * factor, y: y * factor });
  const elements = drawn.filter(({ layer }) => plan.layers === null || plan.layers.includes(layer));
  const taken = plan.wide === 'areas' ? elements.flatMap((element) => covered(element, factor)) : elements;
  const areas = new Map<string, Region>();
  for (const run of runsOf(taken.filter(({ kind }) => kind === 'area'))) {
    const { white, layer } = run[0]!;
    const own = weldAll(
      [...groupBy(run, ({ clips }) => clips)].map(([clips, alike]) => {
        const whole = weldAll(alike.map(({ contours, evenOdd }) => (evenOdd ? weldEvenOdd : weld)(sized(contours))));
        return clips.length > 0 ? common(whole, seen(clips)) : whole;
      }),
    );
    if (white) for (const [name, below] of areas) areas.set(name, knockOut(below, own));
    else areas.set(layer, weldAll([areas.get(layer) ?? [], own]));
  }
  return [...groupBy(taken, ({ layer }) => layer)].map(([name, own]) => {
    const drawn = own
      .filter(({ kind }) => kind === 'line')
      .flatMap(({ contours, clips }) =>
        clips.length > 0 ? sized(contours).flatMap((each) => partsWithin(each, seen(clips))) : sized(contours),
      );
    const decided = plan.repairs.flatMap(({ kind, layer, from, to }, number) =>
      layer === name ? [{ kind, from: at(from), to: at(to), number }] : [],
    );
    const lines = closeLines(drawn, plan.join, decided, plan.doubled);
    const near = Math.max(plan.join, MOVED);
    const inLayer = areas.get(name) ?? [];
    const large = withoutSpecks([...inLayer, ...lines.closed, ...lines.open], plan.speck, decided, near);
    const stays = new Set(large.contours);
    const open = lines.open.filter((contour) => stays.has(contour));
    const fitted = refitted(large.contours.slice(0, large.contours.length - open.length), plan.refit);
    const count = inLayer.filter((contour) => stays.has(contour)).length;
    const [edges, closed] = [fitted.contours.slice(0, count), fitted.contours.slice(count)];
    const { crossed, lost } = crossedLines(closed, decided, near);
    const isFilled = (i: number) => (crossed.get(i)?.taken ?? plan.crossed) === 'filled';
    const faults: LayerFaults = {
      ...lines,
      open,
      gaps: open.length < lines.open.length ? gapsBetween(lines.gaps, open) : lines.gaps,
      crossed: [...crossed.values()],
      specks: large.specks,
      lost: decided.flatMap((one) => ([...lines.lost, ...large.lost, ...lost].includes(one) ? [one.number] : [])),
    };
    return {
      name,
      areas: edges,
      closed,
      outlines: closed.flatMap((contour, i) => (crossed.has(i) && isFilled(i) ? weld([contour]) : [contour])),
      open,
      closing: closingOf(faults, name, factor),
      nodes: addNodes([fitted.nodes, countOf(open)]),
    };
  });
}

/** Reads drawn elements as one: what closes is an area by the even-odd rule, unless it is meant as lines. */
export function artworkForm(reading: FileReading, plan: ArtworkPlan): ArtworkForm {
  const { layers, picture } = artworkLayers(reading, plan);
  const [closed, open] = [layers.flatMap((layer) => layer.closed), layers.flatMap((layer) => layer.open)];
  const asAreas = plan.lines === 'areas';
  const outlines = layers.flatMap((layer) => layer.outlines);
  const areas = weldAll([
    ...layers.map((layer) => layer.areas),
    asAreas && outlines.length > 0 ? weldEvenOdd(outlines) : [],
  ]);
  const lines = asAreas ? open : [...closed, ...open];
  const factor = (plan.mmPerUnit ?? reading.scale.mmPerUnit) * plan.factor;
  const drawing: Drawing = { contours: [...areas, ...lines], unit: factor, digits: digitsOf(factor) };
  const asDrawn = layers.map((layer) =>
    asAreas
      ? { ...layer, followed: layer.open }
      : { ...layer, outlines: [], followed: [...layer.closed, ...layer.open] },
  );
  return {
    ...redrawn(drawing, areas.length, plan),
    unseen: unseenLayers(asDrawn),
    closing: joinClosings(layers.map(({ closing }) => closing)),
    nodes: addNodes(layers.map(({ nodes }) => nodes)),
    picture,
    drawing,
  };
}

/** Figures of changes by hand are kept as finely as this, mm. */
const FINEST = 1e-6;

const digitsOf = (mmPerUnit: number): number =>
  Math.min(12, Math.max(0, Math.ceil(Math.log10(Math.max(mmPerUnit, 1e-12) / FINEST))));

/** Outlines after a hand's changes. What it closed is an area where closed lines are; what it opened is a line. */
function redrawn(
  drawing: Drawing,
  areaCount: number,
  { lines: meaning, redrawn: changes }: ArtworkPlan,
): Pick<ArtworkForm, 'areas' | 'lines' | 'lost'> {
  const before = { areas: drawing.contours.slice(0, areaCount), lines: drawing.contours.slice(areaCount), lost: [] };
  if (changes.length === 0) return before;
  const { contours, lost } = redrawContours(drawing, changes);
  const isArea = ({ contour, from }: (typeof contours)[number]) =>
    contour.closed && (from < areaCount || meaning === 'areas');
  const areas = contours.filter(isArea);
  const outlines = areas.map(({ contour }) => contour);
  return {
    areas: areas.some(({ isNew }) => isNew) ? weldEvenOdd(outlines) : outlines,
    lines: contours.filter((each) => !isArea(each)).map(({ contour }) => contour),
    lost,
  };
}

function refitted(contours: readonly Contour[], tolerance: number | null) {
  if (tolerance === null) return { contours, nodes: countOf(contours) };
  const all = contours.map((contour) => refit(contour, tolerance));
  return { contours: all.map(({ contour }) => contour), nodes: addNodes(all) };
}

function countOf(contours: readonly Contour[]): NodeCount {
  const count = contours.reduce((sum, { segments }) => sum + segments.length, 0);
  return { before: count, after: count, off: 0 };
}

/** Counts of several in one. */
export const addNodes = (counts: readonly NodeCount[]): NodeCount =>
  counts.reduce(
    (sum, { before, after, off }) => ({
      before: sum.before + before,
      after: sum.after + after,
      off: Math.max(sum.off, off),
    }),
    { before: 0, after: 0, off: 0 },
  );

function weldAll(regions: readonly Region[]): Region {
  const some = regions.filter(({ length }) => length > 0);
  return some.length > 1 ? weldRegions(some) : (some[0] ?? []);
}

/** Areas one after the other that are of one layer, and those that are white. */
function runsOf(areas: readonly DrawnElement[]): DrawnElement[][] {
  const runs: DrawnElement[][] = [];
  for (const area of areas) {
    const last = runs.at(-1);
    if (last && last[0]!.white === area.white && (area.white || last[0]!.layer === area.layer)) last.push(area);
    else runs.push([area]);
  }
  return runs;
}
