import type { Construction } from '../construct/construct.ts';
import { standing } from '../hold/hold-thing.ts';
import type { LetterRole } from '../makes/make.ts';
import { hasPlate, isJoined, MAKES } from '../makes/makes.ts';
import { bridgeEdge, PLATE, type IslandId } from '../recipe/identity.ts';
import type { Bounds } from '../geometry/bounds.ts';
import { componentRegion } from '../geometry/components.ts';
import { leastWidth } from '../geometry/least-width.ts';
import { medialAxis } from '../geometry/medial-axis.ts';
import { weldRegions } from '../geometry/kernel/boolean.ts';
import type { Memo } from '../geometry/memo.ts';
import { widestDisc } from '../geometry/widest-disc.ts';
import { findCounters, type Counter } from '../measure/counters.ts';
import { partsOf } from '../hold/joins/parts.ts';
import { pointsOfParts, type PartPoints } from '../hold/joins/points.ts';
import { measureRegion, type Held } from '../measure/measure-region.ts';
import { findNecks, type Neck } from '../measure/necks.ts';
import { findSpecks, type Speck } from '../measure/specks.ts';
import { thicknessOf, type Thickness } from '../measure/thickness.ts';
import { limitsAt, limitsFor, type PlainLimits } from '../shop/limits.ts';
import { checkMeasured } from '../check/check.ts';
import type { Finding } from '../check/finding.ts';
import type { AssemblyBuild } from '../assembly/build-assembly.ts';

/** How thick things are, and whether that is enough: what takes longer than drawing the job. Lengths in mm. */
export interface Measures {
  /** What was measured: the material, the area that is engraved, or the letters that are left standing. */
  readonly of: 'material' | 'engraved area' | 'standing letters';
  readonly thickness: Thickness;
  readonly gaps: Thickness;
  /** Joins between stand-alone letters and their rails. */
  readonly necks: readonly Neck[];
  /** How each island hangs: the widest way from it to the frame, at that way's narrowest; null where it does not. */
  readonly islandHolds: readonly IslandHold[];
  /** At how many points each part of stand-alone lettering is joined to others. */
  readonly points: readonly PartPoints[];
  readonly counters: readonly Counter[];
  /** Pieces and holes smaller than the limit. */
  readonly specks: readonly Speck[];
  readonly findings: readonly Finding[];
  /** What each was held against. */
  readonly limits: PlainLimits;
}

/** How an island hangs, mm. */
export interface IslandHold {
  readonly island: IslandId;
  /** Of the widest disc that passes from it to the frame; null where it does not hang. */
  readonly width: number | null;
  /** Between two parallel lines that just hold the island, turned to be as near as they can. */
  readonly least: number;
  readonly where: Bounds;
}

/** An island's middle is told this finely, mm: any place well inside will do. */
const CORE_PRECISION = 0.1;

/** What of a thing is measured, by what the letters are in it. */
const MEASURED = {
  material: 'material',
  opening: 'material',
  engraved: 'engraved area',
  standing: 'standing letters',
  // Material beside them, if any.
  line: 'material',
} as const;

/** What is measured, and how: nothing else of a recipe is looked at. */
interface MeasurePlan {
  readonly letters: LetterRole;
  readonly joined: boolean;
  readonly bridged: boolean;
  readonly coupon: boolean;
  readonly limits: PlainLimits;
}

function planOf({ thing, coupon, around: { machine, material, thickness } }: AssemblyBuild): MeasurePlan {
  const make = MAKES[thing.make];
  return {
    letters: make.letters,
    joined: isJoined(thing.make),
    bridged: hasPlate(thing.make),
    coupon: coupon !== null,
    limits: make.limits(limitsAt(limitsFor(machine, material), thickness), machine.fillPitch),
  };
}

/** Measures a thing in its own frame. */
export function measureAssembly(built: AssemblyBuild, memo: Memo): Measures {
  const plan = planOf(built);
  const taken = takenOf(built, plan, memo);
  const { thing, items, arrangement, capHeight, hold } = built;
  const { machine, material, thickness: thicknessOfSheet } = built.around;
  const { letters } = arrangement;
  const subject = { thing, items, machine, material, thicknessOfSheet, letters, capHeight, hold };
  return {
    of: MEASURED[plan.letters],
    ...taken,
    findings: plan.coupon ? [] : checkMeasured({ ...subject, ...taken }),
  };
}

type Taken = Omit<Measures, 'of' | 'findings'>;

/** What was last measured of a construction: another name, tag or speed asks for nothing to be measured anew. */
const kept = new WeakMap<Construction, { readonly of: readonly unknown[]; readonly taken: Taken }>();

function takenOf(built: AssemblyBuild, plan: MeasurePlan, memo: Memo): Taken {
  const { arrangement, construction, hold, drawing } = built;
  // Objects of the stages before: the same ones where nothing of them changed.
  const of = [hold.material, hold.islands, hold.ties, drawing.area, arrangement.letters, JSON.stringify(plan)];
  const known = kept.get(construction);
  if (known?.of.every((each, i) => each === of[i])) return known.taken;
  const taken = takeMeasures(built, plan, memo);
  kept.set(construction, { of, taken });
  return taken;
}

function takeMeasures(
  built: AssemblyBuild,
  { letters, joined, bridged, coupon, limits }: MeasurePlan,
  memo: Memo,
): Taken {
  const { construction, arrangement, drawing, hold } = built;
  const joinable = standing(arrangement);
  const region =
    letters === 'engraved'
      ? drawing.area
      : letters === 'standing'
        ? weldRegions(construction.groups.filter(({ role }) => role === 'standing').map(({ region }) => region))
        : hold.material;
  const others = {
    points: joined && !coupon ? pointsOfParts(joinable, arrangement.rails, hold.ties, memo) : [],
    counters: coupon ? [] : findCounters(construction.groups, arrangement.letters, memo),
    specks: findSpecks(region, limits.speck),
    limits,
  };
  if (joined) {
    // A word that is one piece is measured as one: necks are told whatever their width.
    const axis = medialAxis(region, { material: Math.max(limits.wall, limits.neck), gaps: limits.gap });
    return {
      ...others,
      thickness: thicknessOf(axis, 1, limits.wall),
      gaps: thicknessOf(axis, 2, limits.gap),
      necks: coupon ? [] : findNecks(axis, partsOf(joinable, arrangement.rails, memo)),
      islandHolds: [],
    };
  }
  const held = bridged ? heldIn(built, memo) : [];
  const widest = hold.bridges.reduce((most, { width }) => Math.max(most, width), 0);
  const reach = BEYOND * Math.max(limits.wall, limits.gap, limits.bridge, widest);
  const { thickness, gaps, ways } = measureRegion(region, PLATE, held, { ...limits, reach }, memo);
  const islandHolds = hold.islands.map((island, i): IslandHold => ({
    island: island.id,
    width: ways[i]?.width ?? null,
    least: held[i]!.least,
    where: ways[i]?.where ?? island.component.bounds,
  }));
  return { ...others, thickness, gaps, necks: [], islandHolds };
}

/** Outlines are measured against each other up to this many times what matters. */
const BEYOND = 1.15;

/** The islands, each with the bridges that hold it: those hang on nothing that have none. */
function heldIn({ hold: { islands, bridges } }: AssemblyBuild, memo: Memo): (Held & { readonly least: number })[] {
  const edges = new Map(bridges.map(({ id, island }) => [island, bridgeEdge(id)]));
  return islands.map(({ id, component }) => {
    const { minX, minY, maxX, maxY } = component.bounds;
    const key = [(maxX - minX).toFixed(4), (maxY - minY).toFixed(4), component.area.toFixed(4)].join();
    const core = memo('island core', key, () => {
      const { centre } = widestDisc(componentRegion(component), CORE_PRECISION);
      return { x: centre.x - minX, y: centre.y - minY, least: leastWidth(component.outer) };
    });
    return {
      part: { id, core: { x: core.x + minX, y: core.y + minY }, bounds: component.bounds },
      near: edges.get(id) ?? '',
      least: core.least,
    };
  });
}
