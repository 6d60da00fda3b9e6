import { boundsMeet } from '../geometry/bounds.ts';
import type { Contour, Region } from '../geometry/contour.ts';
import { knockOut, weldRegions } from '../geometry/kernel/boolean.ts';
import type { Memo } from '../geometry/memo.ts';
import { roundedRectangle } from '../geometry/shapes.ts';
import { BASE, holeEdge, RAIL } from '../recipe/identity.ts';
import type { Plate, Relief, Role, Thickening } from '../recipe/parts.ts';
import type { Arrangement, BackerPlan } from './arrangement.ts';
import { backerOf, locatingLines } from './backer.ts';
import { groupLetters, type ItemGroup, type LetterGroup } from './groups.ts';
import { joinAcrossItems, lessLater } from './across-items.ts';
import { engravedArea } from './engraved-area.ts';
import { borderLines, groundOf, plateWithHoles } from './plate.ts';
import type { Base } from './rails.ts';

/** What items are in or on, and what becomes of their letters. Lengths in mm. */
export interface ConstructionPlan {
  /** By item. */
  readonly thicken: Readonly<Record<string, Thickening>>;
  readonly plate: Plate | null;
  /** The ground round letters that are left standing. */
  readonly relief: Relief | null;
  /** Holes of the backer that a disc of `leastHole` fills are filled. */
  readonly backer: (BackerPlan & { readonly leastHole: number }) | null;
}

/** What items and what they are on become, before anything is held. Regions in mm in the thing's own frame. */
export interface Construction {
  /** Letters whose boxes meet, welded: those of one item and role. */
  readonly groups: readonly ItemGroup[];
  /** All that is material before anything is cut through it: the plate with its holes, letters, rails. */
  readonly material: Region;
  /** What is cut beside it and never joined to it: the base that its feet go through. */
  readonly beside: Region;
  /** What is cut through it, less what is laid over that again; letters of several items where they meet. */
  readonly openings: readonly LetterGroup[];
  /** Areas to engrave. */
  readonly area: Region;
  /** Lines that part nothing. */
  readonly linework: readonly Contour[];
}

/**
 * Builds the regions that items and what they are on become. Items act in the order of the list, each on what lies
 * before it: material joins, an opening cuts what is there so far, material after it fills again; what is engraved and
 * what stands add to the engraved area and take from it.
 */
export function construct(plan: ConstructionPlan, arrangement: Arrangement, memo: Memo): Construction {
  const groups = arrangement.items.flatMap((item) =>
    item.role === 'guide' ? [] : groupLetters(item, plan.thicken[item.id] ?? PLAIN, memo),
  );
  const openings = joinAcrossItems(openingsOf(groups, memo), memo);
  const parts =
    plan.plate && arrangement.plate
      ? onPlate(plan, plan.plate, groups, arrangement)
      : plan.backer && arrangement.backer
        ? onBacker(plan.backer, groups, arrangement.backer)
        : byThemselves(groups, arrangement);
  const strokes = arrangement.items.flatMap(({ role, letters }) =>
    role === 'engraved' || role === 'line' ? letters.flatMap((letter) => letter.strokes) : [],
  );
  const followed = groups.filter(({ role }) => role === 'line').flatMap(({ region }) => region);
  return { groups, openings, beside: [], ...parts, linework: [...parts.linework, ...strokes, ...followed] };
}

/** What a shape has of thickening. */
const PLAIN: Thickening = { by: 0, keepCounters: 0, letters: {}, counters: {} };

type Groups = readonly ItemGroup[];
type Parts = Pick<Construction, 'material' | 'area' | 'linework'> & Partial<Pick<Construction, 'beside'>>;

const regionsOf = (groups: Groups, role: Role): Region[] =>
  groups.filter((group) => group.role === role).map(({ region }) => region);

/** Openings less the material that comes after them in the list. */
function openingsOf(groups: Groups, memo: Memo): ItemGroup[] {
  const material = groups.flatMap((group, at) => (group.role === 'material' ? [{ group, at }] : []));
  return groups.flatMap((group, i) => {
    if (group.role !== 'opening') return [];
    const later = material
      .filter(({ group: { bounds }, at }) => at > i && boundsMeet(group.bounds, bounds))
      .map((each) => each.group);
    return [later.length === 0 ? group : { ...group, ...lessLater(group, later, memo) }];
  });
}

function onPlate({ relief }: ConstructionPlan, plan: Plate, groups: Groups, arrangement: Arrangement): Parts {
  const plate = { plan, box: arrangement.plate!, figure: arrangement.plateFigure };
  const body = plateWithHoles(plate);
  const added = regionsOf(groups, 'material');
  return {
    material: added.length === 0 ? body : weldRegions([body, ...added]),
    area: engravedArea(relief ? groundOf(relief, plate) : [], groups),
    linework: borderLines(plate),
  };
}

function onBacker(
  backer: NonNullable<ConstructionPlan['backer']>,
  groups: Groups,
  place: NonNullable<Arrangement['backer']>,
): Parts {
  const letters = weldRegions(regionsOf(groups, 'material'));
  const backing = letters.length === 0 ? [] : backerOf(letters, backer, place);
  if (backer.letters === 'engrave') return { material: backing, area: engravedArea(letters, groups), linework: [] };
  const linework = backer.locate ? locatingLines(letters, place) : [];
  return { material: backer.alone ? backing : [...letters, ...backing], area: engravedArea([], groups), linework };
}

function byThemselves(groups: Groups, { rails, base }: Arrangement): Parts {
  const bars = rails.map((box): Region => [roundedRectangle(box, 0, RAIL)]);
  const material = weldRegions([...regionsOf(groups, 'material'), ...bars]);
  return { material, beside: base ? baseWithSlots(base) : [], area: engravedArea([], groups), linework: [] };
}

function baseWithSlots({ box, cornerRadius, slots }: Base): Region {
  const cut = slots.map((slot, i): Region => [roundedRectangle(slot, 0, holeEdge(i))]);
  return knockOut([roundedRectangle(box, cornerRadius, BASE)], weldRegions(cut));
}
