import { inGroup, islandId, numberInGroup, numberOfIsland, ownerOfIsland, PLATE } from '../recipe/identity.ts';
import { componentsOf, type Component } from '../geometry/components.ts';
import { boundsContain, growBounds, joinBounds, moveBounds } from '../geometry/bounds.ts';
import { moveRegion, type Contour, type Region } from '../geometry/contour.ts';
import { contourArea, contourBounds, hullBounds } from '../geometry/contour-facts.ts';
import { groupBy } from '../geometry/group-by.ts';
import { divide, knockOut, knockOutAll, weldRegions } from '../geometry/kernel/boolean.ts';
import type { Memo } from '../geometry/memo.ts';
import type { SourceId } from '../geometry/segment.ts';
import { roundedRectangle } from '../geometry/shapes.ts';
import type { Point } from '../geometry/point.ts';
import { toSheet, type LetterGroup } from '../construct/groups.ts';
import type { Letter } from '../lettering/layout.ts';
import type { Joined } from './joins/join.ts';
import type { Tie } from './joins/tie.ts';
import type { Bridge, BridgeByHand, BridgePlan } from './bridges/bridge.ts';
import { placeBridges, type Bridging, type Wishes } from './bridges/place.ts';
import { bridgesWithScraps, withoutScraps } from './bridges/scraps.ts';
import { findIslands, nameIslands, type Island, type UnnamedIsland } from './islands.ts';

/** The material as it will be cut, and what holds it. */
export interface Hold {
  readonly material: Region;
  readonly islands: readonly Island[];
  readonly bridges: readonly Bridge[];
  /** What the bridges leave standing of the cut-through area. */
  readonly bridgeArea: Region;
  /** Islands that no bridge could reach, or was asked to. */
  readonly unheld: readonly Island[];
  /** Islands that may fall out on purpose. */
  readonly dropping: readonly Island[];
  /** Places of bridges put by hand that are no longer there, or have no room: which island, and which of its places. */
  readonly lost: readonly LostBridge[];
  /** What joins stand-alone letters, and what that adds to them. */
  readonly ties: readonly Tie[];
  readonly tieArea: Region;
  readonly lostBars: Joined['lostBars'];
}

export interface LostBridge {
  readonly island: string;
  readonly handIndex: number;
  readonly reason: 'no island' | 'no room';
}

/** A group of letters as it is cut through a plate. */
interface HeldGroup extends Bridging {
  readonly islands: readonly UnnamedIsland[];
  /** What is cut out: the letters less the bridges. */
  readonly cut: Region;
  readonly bridgeArea: Region;
}

const NO_BRIDGES = { islands: [], bridges: [], bridgeArea: [], unheld: [], dropping: [], lost: [] };
const NO_TIES = { ties: [], tieArea: [], lostBars: [] };

/** Material with no openings whose islands need holding. */
export const heldAsItIs = (joined: Pick<Hold, 'material'> & Partial<Joined>): Hold => ({
  ...NO_BRIDGES,
  ...NO_TIES,
  ...joined,
});

/**
 * Holds the islands of what is cut through a body, each group of letters by itself, so that a change of one letter
 * leaves the bridges of the others where they are.
 */
export function holdIslands(
  body: Region,
  groups: readonly LetterGroup[],
  letters: readonly Letter[],
  plan: BridgePlan,
  memo: Memo,
): Omit<Hold, keyof typeof NO_TIES> {
  const whole = joinBounds(body.map(contourBounds));
  const planFor = groupPlans(plan);
  const found: UnnamedIsland[] = [];
  const [bridges, cuts, bridgeArea]: [Bridge[], Region[], Contour[]] = [[], [], []];
  const [loose, lost]: [Set<string>, LostBridge[]] = [new Set(), []];
  for (const group of groups) {
    // What reaches over the edge is open there, and a finding of its own.
    if (!boundsContain(whole, group.bounds, 1e-6)) {
      cuts.push(group.region);
      continue;
    }
    const own = planFor(group);
    const held = heldOnSheet(
      memo(own.kind, group.form, () => holdGroup(group, own.plan, memo)),
      group,
    );
    found.push(...held.islands);
    for (const id of held.unheld) loose.add(id);
    lost.push(...held.lost.map((bridge): LostBridge => ({ ...bridge, reason: 'no room' })));
    bridges.push(...held.bridges);
    cuts.push(held.cut);
    bridgeArea.push(...held.bridgeArea);
  }
  const islands = nameIslands(found, letters);
  const known = new Set<string>(islands.map(({ id }) => id));
  for (const [island, own] of Object.entries(plan.byHand))
    if (!known.has(island)) own.forEach((_, handIndex) => lost.push({ island, handIndex, reason: 'no island' }));
  return {
    material: knockOutAll(body, cuts),
    islands,
    bridges,
    bridgeArea,
    lost,
    unheld: islands.filter(({ id }) => loose.has(id)),
    dropping: islands.filter(({ id }) => plan.drop === 'all' || plan.drop.includes(id)),
  };
}

/** Gives the plan as it concerns a group, under the group's own names, and what tells how it is held from others. */
function groupPlans(plan: BridgePlan): (group: LetterGroup) => { plan: BridgePlan; kind: string } {
  const places = byLetter(Object.keys(plan.byHand));
  const drops = byLetter(plan.drop === 'all' ? [] : plan.drop);
  const plain = { ...plan, byHand: {}, drop: plan.drop === 'all' ? plan.drop : [] };
  const plainly = JSON.stringify(plain);
  return ({ letters, kind }) => {
    if (!letters.some(({ id }) => places.has(id) || drops.has(id)))
      return { plan: plain, kind: `held ${kind} ${plainly}` };
    const ownNames = (of: ReadonlyMap<SourceId, readonly string[]>) =>
      letters.flatMap(({ id }, n) =>
        (of.get(id) ?? []).map((island) => [islandId(inGroup(n), numberOfIsland(island)), island] as const),
      );
    const byHand = Object.fromEntries(ownNames(places).map(([name, island]) => [name, plan.byHand[island]!]));
    const own = { ...plan, byHand, drop: plan.drop === 'all' ? plan.drop : ownNames(drops).map(([name]) => name) };
    return { plan: own, kind: `held ${kind} ${JSON.stringify(own)}` };
  };
}

/** Islands' ids by the letter they are in. */
const byLetter = (islands: readonly string[]): Map<SourceId, string[]> => groupBy(islands, ownerOfIsland);

function holdGroup({ local, letters, dx, dy }: LetterGroup, plan: BridgePlan, memo: Memo): HeldGroup {
  // Whatever letters enclose is a hole of theirs.
  if (local.region.every((contour) => contourArea(contour) > 0))
    return { islands: [], bridges: [], unheld: [], lost: [], cut: local.region, bridgeArea: [] };
  const held = islandsIn(local.region, plan.width);
  const letterOf = (island: UnnamedIsland): Letter | undefined => letters[numberInGroup(island.letter ?? '') ?? -1];
  const wishes: Wishes = {
    plan,
    turnOf: (island) => letterOf(island)?.turn ?? 0,
    usual: (island) => {
      const letter = letterOf(island);
      // A letter that stands alone is its own measure.
      if (!letter || letters.length === 1) return [];
      return (
        usualPlaces(
          letter,
          moveRegion(letter.contours, -dx, -dy, () => inGroup(0)),
          plan,
          memo,
        )[numberOfIsland(island.id)] ?? []
      );
    },
  };
  const bridging = placeBridges(held, wishes);
  const cut = cutAt(bridging.bridges, local.region);
  const scrappy = bridgesWithScraps(cut.cut, local.region, bridging.bridges);
  if (scrappy.size === 0) return { islands: held.islands, ...bridging, ...cut };
  const plainer = placeBridges(held, { ...wishes, square: scrappy });
  const plain = cutAt(plainer.bridges, local.region);
  return { islands: held.islands, ...plainer, ...plain, cut: withoutScraps(plain.cut, local.region) };
}

/** What is cut out where bridges stand, and what they leave standing. */
function cutAt(bridges: readonly Bridge[], region: Region): { cut: Region; bridgeArea: Region } {
  if (bridges.length === 0) return { cut: region, bridgeArea: [] };
  const { outside, inside } = divide(
    region,
    weldRegions(bridges.flatMap(({ strip }) => strip.map((contour) => [contour]))),
  );
  return { cut: outside, bridgeArea: inside };
}

function islandsIn(region: Region, bridgeWidth: number) {
  const frame = roundedRectangle(growBounds(joinBounds(region.map(hullBounds)), 4 * bridgeWidth + 1), 0, PLATE);
  return findIslands(componentsOf(knockOut([frame], region)));
}

/** Where a letter has its bridges when nothing touches it, by its islands' numbers. */
function usualPlaces(
  letter: Letter,
  region: Region,
  plan: BridgePlan,
  memo: Memo,
): Readonly<Record<number, readonly BridgeByHand[]>> {
  const { width, perIsland, direction, load } = plan;
  return memo('usual bridges', JSON.stringify([letter.shape, width, perIsland, direction, load]), () => {
    const alone = { ...plan, byHand: {}, drop: [] };
    const { bridges } = placeBridges(islandsIn(region, width), {
      plan: alone,
      turnOf: () => letter.turn,
      usual: () => [],
    });
    const places: Record<number, BridgeByHand[]> = {};
    for (const { island, at, angle } of bridges)
      (places[numberOfIsland(island)] ??= []).push({ at, angle: angle - letter.turn, width: null });
    return places;
  });
}

function heldOnSheet({ islands, bridges, unheld, lost, cut, bridgeArea }: HeldGroup, group: LetterGroup): HeldGroup {
  const { rename } = group;
  return {
    islands: islands.map(({ id, letter, component }) => ({
      id: rename(id),
      letter: letter && rename(letter),
      component: onSheet(component, group),
    })),
    bridges: bridges.map((bridge) => bridgeOnSheet(bridge, group)),
    unheld: unheld.map(rename),
    lost: lost.map(({ island, handIndex }) => ({ island: rename(island), handIndex })),
    cut: bridges.length === 0 ? group.region : toSheet(cut, group),
    bridgeArea: toSheet(bridgeArea, group),
  };
}

function bridgeOnSheet(bridge: Bridge, group: LetterGroup): Bridge {
  const move = ({ x, y }: Point): Point => ({ x: x + group.dx, y: y + group.dy });
  return {
    ...bridge,
    id: group.rename(bridge.id),
    island: group.rename(bridge.island),
    from: move(bridge.from),
    to: move(bridge.to),
    strip: toSheet(bridge.strip, group),
  };
}

function onSheet({ outer, holes, bounds, area, sources }: Component, group: LetterGroup): Component {
  return {
    outer: toSheet([outer], group)[0]!,
    holes: toSheet(holes, group),
    bounds: moveBounds(bounds, group.dx, group.dy),
    area,
    sources: new Set([...sources].map(group.rename)),
  };
}
