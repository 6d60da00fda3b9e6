import type { Contour, Region } from '../geometry/contour.ts';
import { fillParts, type Missed } from '../fills/fill-letters.ts';
import { withoutStretches } from '../geometry/stretches.ts';
import { outermost } from '../hold/pieces.ts';
import type { Tab } from '../hold/tabs.ts';
import { itemOf } from '../recipe/identity.ts';
import type { FillPlan, LineKind } from '../recipe/parts.ts';
import type { Work } from '../shop/shop.ts';

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
  /** The work of each operation. */
  readonly works: Readonly<Record<string, Work>>;
  /** How operations fill areas with lines; left out where they do not. */
  readonly fills: Readonly<Record<string, FillPlan>>;
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
  /** Parts of what is filled that the tool does not get into. */
  readonly missed: readonly Missed[];
}

/** Gives every line of a thing its operation, and leaves gaps for tabs in the cuts that free it. */
export function assignLines(drawing: Drawing, tabs: readonly Tab[], plan: AssignmentPlan): Lines[] {
  const lots = new Map<
    string,
    { operation: string | null; kinds: Set<LineKind>; fill: boolean; isFilled: boolean; contours: Contour[] }
  >();
  const someOwn = Object.keys(plan.items).length > 0;
  const give = (contour: Contour, kind: LineKind) => {
    const operation = (someOwn ? ownOperation(contour, plan) : null) ?? plan.assignment[kind];
    const work = operation === null ? null : plan.works[operation];
    const isFilled = kind === 'area' && operation !== null && operation in plan.fills;
    const fill = kind === 'area' && work === 'engrave' && !isFilled;
    // What has none is told by what it is.
    const key = operation === null ? `none: ${kind}` : `${operation} ${fill} ${isFilled}`;
    let lot = lots.get(key);
    if (!lot) lots.set(key, (lot = { operation, kinds: new Set(), fill, isFilled, contours: [] }));
    lot.kinds.add(kind);
    lot.contours.push(...(kind === 'outer' && work === 'cut' ? interrupted(contour, tabs) : [contour]));
  };
  const outer = outermost(drawing.outline);
  for (const contour of drawing.outline) give(contour, outer.has(contour) ? 'outer' : 'inner');
  for (const contour of drawing.area) give(contour, 'area');
  for (const contour of drawing.linework) give(contour, 'line');
  return [...lots.values()].map((lot) => {
    const kinds = [...lot.kinds];
    if (!lot.isFilled) return { ...lot, kinds, missed: [] };
    const { strokes, missed } = fillParts(lot.contours, plan.fills[lot.operation!]!);
    return { ...lot, kinds, contours: strokes, missed };
  });
}

/** That of the item which most of a line's runs are of, where that item has one. */
function ownOperation({ segments }: Contour, { items }: AssignmentPlan): string | null {
  const counts = new Map<string | null, number>();
  for (const { source } of segments) {
    const item = itemOf(source);
    counts.set(item, (counts.get(item) ?? 0) + 1);
  }
  const [most] = [...counts].sort((a, b) => b[1] - a[1])[0] ?? [null];
  return most === null ? null : (items[most] ?? null);
}

/** A cut line with gaps where tabs are to stay. */
function interrupted(contour: Contour, tabs: readonly Tab[]): Contour[] {
  const own = tabs.filter((tab) => tab.contour === contour);
  if (own.length === 0) return [contour];
  return withoutStretches(
    contour,
    own.map(({ gap }) => gap),
  );
}
