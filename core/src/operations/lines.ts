import { boundsContain, type Bounds } from '../geometry/bounds.ts';
import type { Contour, Region } from '../geometry/contour.ts';
import { contourArea, contourBounds, reverseContour } from '../geometry/contour-facts.ts';
import { offsetRegion } from '../geometry/kernel/offset.ts';
import { collisionsOf, overTheEdge, withDotsByHand, type LetterFrame } from '../fills/dots-by-hand.ts';
import { fillParts, type FilledParts, type Missed } from '../fills/fill-letters.ts';
import { withoutStretches } from '../geometry/stretches.ts';
import { withoutScraps } from '../geometry/without-scraps.ts';
import { outermost } from '../hold/pieces.ts';
import type { Tab } from '../hold/tabs.ts';
import { isSmallerPart, itemOf } from '../recipe/identity.ts';
import type { DotsByHand, FillPlan, LineKind } from '../recipe/parts.ts';
import type { Work } from '../shop/shop.ts';
import { ledRun, ledWays, type LeadPlan } from './leads.ts';
import { cutLines, gapsOn, openingsTooNarrow } from './cut-line.ts';

/** What there is to be drawn of a thing, mm. */
export interface Drawing {
  /** The edges of its material. */
  readonly outline: Region;
  /** What is engraved. */
  readonly area: Region;
  /** Lines that part nothing. */
  readonly linework: readonly Contour[];
}

/** Which operation lines get. */
export interface AssignmentPlan {
  /** By what they are. */
  readonly assignment: Readonly<Record<LineKind, string | null>>;
  /** By the item they are of, where that has its own. */
  readonly items: Readonly<Record<string, string>>;
  /** For dots of its middle lines alone, by the item, where they have their own. */
  readonly itemDots: Readonly<Record<string, string>>;
  /** The work of each operation. */
  readonly works: Readonly<Record<string, Work>>;
  /** How operations fill areas with lines, or cut dots out of them; left out where they do not. */
  readonly fills: Readonly<Record<string, FillPlan>>;
  /** How far the tools of those go without being lifted: as far as takes as long as a lift, mm. */
  readonly stays: Readonly<Record<string, number>>;
  /** Operations that clear what others leave of their areas: the one that goes before, by the one that follows. */
  readonly follows: Readonly<Record<string, string>>;
  /** Dots that a hand changed, by letter. */
  readonly dots: Readonly<Record<string, DotsByHand>>;
  /** By how much cuts are set off, twice; 0 where the machine's controller sees to it, mm. */
  readonly kerf: number;
  /** How cuts are begun in the waste; null: on their lines. */
  readonly lead: LeadPlan | null;
}

/** Lines of a thing that one operation does, or (null) none. */
export interface Lines {
  readonly operation: string | null;
  readonly kinds: readonly LineKind[];
  /** Filled line by line rather than traced. */
  readonly fill: boolean;
  /** Strokes that fill areas, in their order. */
  readonly isFilled: boolean;
  readonly contours: readonly Contour[];
  /** Of each contour the ways to cut it with a lead; none where it is cut without one. */
  readonly ways: readonly (readonly Contour[])[];
  /** What strokes fill; nothing where none do. */
  readonly area: Region;
  /** Parts of it that the tool does not get into. */
  readonly missed: readonly Missed[];
  /** What of it a cutter clears; of other tools nothing is told. */
  readonly reach: Region;
  /** Where dots that a hand put do not go well. */
  readonly amiss: DotsAmiss;
}

/** Where dots that a hand put lie on others, and where they lie over the edge of what they are of. */
export interface DotsAmiss {
  readonly collisions: readonly Bounds[];
  readonly overEdge: readonly Bounds[];
}

const NONE_AMISS: DotsAmiss = { collisions: [], overEdge: [] };

/** What an operation fills with strokes, of a thing's lines. */
export const areaFilledBy = (lines: readonly Lines[], operation: string): Region =>
  lines.filter((each) => each.operation === operation).flatMap(({ area }) => area);

/** What the lines of a thing come to. */
export interface AssignedLines {
  readonly lines: readonly Lines[];
  /** Openings that the cut is wider than: no line goes round them. */
  readonly tooNarrow: readonly Bounds[];
  /** Lines that no lead has room beside: they are begun on themselves. */
  readonly withoutLead: readonly Bounds[];
  /** Edges of areas, and lines, that are cut: where they truly are. */
  readonly cut: { readonly area: readonly Contour[]; readonly lines: readonly Contour[] };
}

/**
 * Gives every line of a thing its operation. Cuts are set off into the waste where the file is to do so, and left open
 * for tabs where they free the thing.
 */
export function assignLines(
  drawing: Drawing,
  tabs: readonly Tab[],
  plan: AssignmentPlan,
  letters: readonly LetterFrame[],
): AssignedLines {
  const lots = new Lots(plan, letters);
  const cutOutline = cutLines(drawing.outline, plan.kerf);
  const outer = outermost(drawing.outline);
  const cutOuter = cutOutline === drawing.outline ? outer : outermost(cutOutline);
  const isCut = (contour: Contour, kind: LineKind): boolean => lots.workOf(contour, kind) === 'cut';
  const kindOf = (contour: Contour, outermostOnes: ReadonlySet<Contour>): LineKind =>
    outermostOnes.has(contour) ? 'outer' : 'inner';
  for (const contour of cutOutline) {
    const kind = kindOf(contour, cutOuter);
    if (!isCut(contour, kind)) continue;
    const gaps = kind === 'outer' ? gapsOn(contour, tabs, plan.kerf) : [];
    lots.give(contour, kind, gaps.length > 0 ? withoutStretches(contour, gaps) : [contour]);
  }
  for (const contour of drawing.outline) {
    const kind = kindOf(contour, outer);
    if (!isCut(contour, kind)) lots.give(contour, kind);
  }
  for (const contour of drawing.area) if (!isCut(contour, 'area')) lots.give(contour, 'area');
  // What is cut out of an area is waste: the line lies in it, with the material to its left as of all cuts.
  const cutAreas = lots.holesIn(drawing.area.filter((contour) => isCut(contour, 'area')));
  const areaLines =
    plan.kerf > 0 ? withoutScraps(offsetRegion(cutAreas, -plan.kerf / 2)).map(reverseContour) : cutAreas;
  for (const contour of areaLines) lots.give(contour, 'area');
  for (const contour of drawing.linework) lots.give(contour, 'line');
  const cut = { area: cutAreas, lines: drawing.linework.filter((contour) => isCut(contour, 'line')) };
  const lines = lots.filled([...cutOutline, ...areaLines]);
  const tooNarrow = [...openingsTooNarrow(drawing.outline, cutOutline), ...areasTooNarrow(cutAreas, areaLines)];
  return { lines, cut, tooNarrow, withoutLead: lots.withoutLead };
}

/** Areas, and dots, that are cut and that the cut is wider than. */
const areasTooNarrow = (areas: readonly Contour[], lines: readonly Contour[]): Bounds[] =>
  areas
    .filter((area) => contourArea(area) > 0)
    .map(contourBounds)
    .filter((box) => !lines.some((line) => boundsContain(box, contourBounds(line), 1e-3)));

/** Lines of one operation, and of one way to run them. */
interface Lot {
  readonly operation: string | null;
  readonly kinds: Set<LineKind>;
  readonly fill: boolean;
  readonly isFilled: boolean;
  readonly contours: Contour[];
}

/** Lines by what is done with them. */
class Lots {
  private readonly lots = new Map<string, Lot>();
  private readonly someOwn: boolean;
  /** Of dots that are cut, by operation. */
  private readonly amiss = new Map<string, DotsAmiss>();
  /** Cuts that are begun on their own lines though they were to have a lead. */
  readonly withoutLead: Bounds[] = [];

  constructor(
    private readonly plan: AssignmentPlan,
    private readonly letters: readonly LetterFrame[],
  ) {
    this.someOwn = Object.keys(plan.items).length + Object.keys(plan.itemDots).length > 0;
  }

  workOf(contour: Contour, kind: LineKind): Work | null {
    const operation = this.operationOf(contour, kind);
    return operation === null ? null : (this.plan.works[operation] ?? null);
  }

  /** @param drawn what is drawn of a line: all of it, or what tabs leave */
  give(contour: Contour, kind: LineKind, drawn: readonly Contour[] = [contour]): void {
    const { plan } = this;
    const operation = this.operationOf(contour, kind);
    const work = operation === null ? null : plan.works[operation];
    const isFilled = kind === 'area' && work !== 'cut' && operation !== null && operation in plan.fills;
    const fill = kind === 'area' && work === 'engrave' && !isFilled;
    // What has none is told by what it is.
    const key = operation === null ? `none: ${kind}` : `${operation} ${fill} ${isFilled}`;
    let lot = this.lots.get(key);
    if (!lot) this.lots.set(key, (lot = { operation, kinds: new Set(), fill, isFilled, contours: [] }));
    lot.kinds.add(kind);
    lot.contours.push(...drawn);
  }

  /** What is cut out of areas: all of them, or the dots that their operation sets them with. */
  holesIn(areas: readonly Contour[]): Contour[] {
    const { fills } = this.plan;
    const operations = [...new Set(areas.map((contour) => this.operationOf(contour, 'area')))];
    return operations.flatMap((operation) => {
      const own = areas.filter((contour) => this.operationOf(contour, 'area') === operation);
      const dots = operation === null ? undefined : fills[operation];
      if (operation === null || !dots) return own;
      const { strokes, amiss } = this.strokesIn(own, operation, dots, null);
      this.amiss.set(operation, amiss);
      return [...strokes];
    });
  }

  /** What was given: areas with strokes filled, cuts with the ways to begin them. @param cuts all edges that are cut */
  filled(cuts: readonly Contour[]): Lines[] {
    return [...this.lots.values()].flatMap((lot) => {
      const kinds = [...lot.kinds];
      if (!lot.isFilled) {
        const amiss = (kinds.includes('area') && this.amiss.get(lot.operation ?? '')) || NONE_AMISS;
        return [{ ...lot, kinds, ways: this.waysOf(lot, cuts), area: [], missed: [], reach: [], amiss }];
      }
      const own = this.filledLot(lot, lot.operation!, null);
      const { fills, follows } = this.plan;
      const after = Object.keys(follows).filter((id) => follows[id] === lot.operation && id in fills);
      if (after.length === 0) return [own];
      const rests = after.map((id) => this.filledLot(lot, id, fills[lot.operation!]!));
      // What the first leaves is told of those that come after it.
      return [{ ...own, missed: [] }, ...rests];
    });
  }

  /** @param first the fill whose leavings this operation clears; null: it has the area by itself */
  private filledLot({ contours: area, kinds }: Lot, operation: string, first: FillPlan | null): Lines {
    const { strokes, missed, reach, amiss } = this.strokesIn(area, operation, this.plan.fills[operation]!, first);
    const told = { operation, kinds: [...kinds], fill: false, isFilled: true };
    return { ...told, contours: strokes, ways: [], area, missed, reach, amiss };
  }

  /** Strokes that fill areas; dots as a hand has them. */
  private strokesIn(
    area: Region,
    operation: string,
    plan: FillPlan,
    first: FillPlan | null,
  ): FilledParts & Pick<Lines, 'amiss'> {
    const filled = fillParts(area, plan, first, this.plan.stays[operation]!);
    if (plan.kind !== 'dots') return { ...filled, amiss: NONE_AMISS };
    const strokes = withDotsByHand(filled.strokes, plan.diameter, this.plan.dots, this.letters);
    if (strokes === filled.strokes) return { ...filled, amiss: NONE_AMISS };
    const byItself = new Set(filled.strokes);
    const put = strokes.filter((dot) => !byItself.has(dot));
    const amiss = { collisions: collisionsOf(strokes), overEdge: overTheEdge(put, area) };
    return { ...filled, strokes, amiss };
  }

  private waysOf({ operation, contours }: Lot, cuts: readonly Contour[]): Lines['ways'] {
    const { lead, works } = this.plan;
    if (!lead || operation === null || works[operation] !== 'cut') return [];
    return contours.map((contour) => {
      const ways = contour.closed ? ledWays(contour, cuts, lead) : ledRun(contour, cuts, lead);
      if (ways?.length === 0) this.withoutLead.push(contourBounds(contour));
      return ways ?? [];
    });
  }

  private operationOf(contour: Contour, kind: LineKind): string | null {
    return (this.someOwn ? ownOperation(contour, kind, this.plan) : null) ?? this.plan.assignment[kind];
  }
}

/** The operation of the item that a line is of, or of its dots, where that has one. */
function ownOperation(contour: Contour, kind: LineKind, { items, itemDots }: AssignmentPlan): string | null {
  const item = mostlyOf(contour);
  if (item === null) return null;
  // Of followed lines the smaller parts of a letter are its dots.
  const isDot = kind === 'line' && isSmallerPart(contour.segments[0]!.source);
  return (isDot ? itemDots[item] : undefined) ?? items[item] ?? null;
}

/** The item that most of a line's runs are of. */
export function mostlyOf({ segments }: Contour): string | null {
  const counts = new Map<string | null, number>();
  for (const { source } of segments) {
    const item = itemOf(source);
    counts.set(item, (counts.get(item) ?? 0) + 1);
  }
  const [most] = [...counts].sort((a, b) => b[1] - a[1])[0] ?? [null];
  return most;
}
