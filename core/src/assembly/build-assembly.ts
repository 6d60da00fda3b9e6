import { frameOfLetter } from '../fills/dots-by-hand.ts';
import { arrange, type Arrangement } from '../construct/arrangement.ts';
import { construct, type Construction } from '../construct/construct.ts';
import type { Bounds } from '../geometry/bounds.ts';
import { withoutScraps } from '../geometry/without-scraps.ts';
import { couponOf } from '../hold/coupon.ts';
import { heldAsItIs, type Hold } from '../hold/hold.ts';
import { holdThing } from '../hold/hold-thing.ts';
import { findPieces, type Piece, type PiecesPlan } from '../hold/pieces.ts';
import { placeTabs, type Tab } from '../hold/tabs.ts';
import type { ItemForm } from '../items/item.ts';
import { drawnItems, type InField } from './draw-items.ts';
import { faceOf, sourceOf } from '../items/kinds.ts';
import type { Face } from '../lettering/face.ts';
import { assignLines, type AssignmentPlan, type Drawing, type Lines } from '../operations/lines.ts';
import type { CouponOf, Item, Made, Role } from '../recipe/schema.ts';
import type { Sources } from './sources.ts';
import { plansOf, type Surroundings } from './plans.ts';
import { runStage, type StageCache, type Staged } from './stages.ts';

/** An item of a thing, as it came out. */
export interface ItemBuild {
  readonly item: Item;
  readonly role: Role;
  readonly form: ItemForm;
  /** Whether the face it is set in is here. */
  readonly faceKnown: boolean;
  /** Whether the file it comes from is here. */
  readonly fileKnown: boolean;
  /** The face as it was opened; null where there is none. */
  readonly face: Face | null;
  /** The field that it is set in; null where it is in none. */
  readonly field: InField | null;
}

/** Everything computed of one made thing, in its own frame: the same for all that are alike, wherever they lie. */
export interface AssemblyBuild {
  /** What is made; of a coupon, what it shows. */
  readonly thing: Made;
  /** null where it is the thing itself. */
  readonly coupon: CouponOf | null;
  readonly around: Surroundings;
  /** Those that are not hidden. */
  readonly items: readonly ItemBuild[];
  readonly arrangement: Arrangement;
  readonly construction: Construction;
  readonly hold: Hold;
  readonly drawing: Drawing;
  readonly pieces: readonly Piece[];
  readonly tabs: readonly Tab[];
  readonly lines: readonly Lines[];
  /** Openings that the cut is wider than. */
  readonly tooNarrow: readonly Bounds[];
  /** Cuts that no lead has room beside. */
  readonly withoutLead: readonly Bounds[];
  /** Of the largest lettering in it, mm; 0 where there is none. */
  readonly capHeight: number;
}

/**
 * Computes a thing from its part of the recipe, stage by stage: items, arrangement, construction, hold, drawing,
 * tabs, lines, pieces. Pure: the same things and faces give the same build.
 */
export function buildAssembly(thing: Made, around: Surroundings, sources: Sources, cache: StageCache): AssemblyBuild {
  const plans = plansOf(thing, around);
  const { memo } = cache;
  const { drawn, rooms } = drawnItems(plans.items, sources, cache);
  const items = drawn.map(({ made }, i): ItemBuild => {
    const { item, role } = plans.items[i]!;
    const face = faceOf(item);
    const opened = face === null ? null : (sources.faces.get(face) ?? null);
    const file = sourceOf(item);
    const fileKnown = file === null || sources.artworks.has(file);
    const field = rooms.get(item.id) ?? null;
    return { item, role, form: made, face: opened, faceKnown: face === null || opened !== null, fileKnown, field };
  });
  const placed = items.map(({ item, role, form, field }) => ({
    id: item.id,
    role,
    place: field?.place ?? item.place,
    isPicture: form.artwork?.picture != null,
  }));
  const arranged = runStage(cache, 'arrangement', drawn, { ...plans.arrangement, placed }, (plan) =>
    arrange(
      plan,
      items.map(({ form }, i) => ({ ...form, ...placed[i]! })),
    ),
  );
  const arrangement = arranged.made;
  const constructed = runStage(cache, 'construction', [arranged], plans.construction, (plan) =>
    construct(plan, arrangement, memo),
  );
  const construction = constructed.made;
  const holding = runStage(cache, 'hold', [constructed], plans.hold, (plan) =>
    holdThing(plan, construction, arrangement, memo),
  );
  const hold = holding.made;
  const drawing = runStage(cache, 'drawing', [holding], null, () => ({
    outline: withoutScraps(hold.material),
    area: withoutScraps(construction.area),
    linework: withoutScraps(construction.linework),
  }));
  const finished = finish(drawing, plans, hold, arrangement, cache);
  const capHeight = Math.max(0, ...items.map(({ form }) => form.lettering?.capHeight ?? 0));
  return { thing, coupon: null, around, items, arrangement, construction, hold, ...finished, capHeight };
}

/** The windows of a coupon, as a thing of its own. */
export function buildCoupon(coupon: CouponOf, of: AssemblyBuild, cache: StageCache): AssemblyBuild {
  const { arrangement, construction, hold, thing, around } = of;
  const shown = couponOf(coupon, arrangement.letters, hold.material, construction.area);
  const plans = plansOf(thing, around);
  const held = heldAsItIs({ material: shown.material });
  const { windows, frame } = coupon;
  const { items, arrangement: arranged, construction: constructed, hold: holding } = plans;
  const here = of.items.map(({ faceKnown }) => faceKnown);
  const plan = { windows, frame, here, items, arranged, constructed, holding };
  const drawing = runStage(cache, 'drawing', [], plan, () => ({
    outline: withoutScraps(shown.material),
    area: withoutScraps(shown.area),
    linework: [],
  }));
  const pieces = { ...plans.pieces, coupon: true };
  return {
    ...of,
    coupon,
    arrangement: { ...arrangement, object: shown.object, middle: shown.middle },
    // Islands and bridges are no longer where they were.
    hold: held,
    ...finish(drawing, { ...plans, pieces }, held, arrangement, cache),
  };
}

/** What comes of the drawing: pieces, tabs, and the lines by operation. */
function finish(
  drawn: Staged<Drawing>,
  plans: {
    readonly pieces: PiecesPlan;
    readonly tabs: Parameters<typeof placeTabs>[1];
    readonly lines: AssignmentPlan;
  },
  hold: Hold,
  arrangement: Arrangement,
  cache: StageCache,
): Pick<AssemblyBuild, 'drawing' | 'pieces' | 'tabs' | 'lines' | 'tooNarrow' | 'withoutLead'> {
  const drawing = drawn.made;
  const tabbed = runStage(cache, 'tabs', [drawn], plans.tabs, (plan) => placeTabs(drawing.outline, plan));
  const assigned = runStage(cache, 'lines', [tabbed], plans.lines, (plan) =>
    assignLines(drawing, tabbed.made, plan, arrangement.letters.map(frameOfLetter)),
  );
  const { lines, tooNarrow, withoutLead, cut } = assigned.made;
  const found = runStage(cache, 'pieces', [assigned], plans.pieces, (plan) =>
    findPieces(plan, hold, arrangement.letters, cut),
  );
  return { drawing, tabs: tabbed.made, lines, tooNarrow, withoutLead, pieces: found.made };
}
