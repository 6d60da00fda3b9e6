import { growBounds } from '../../geometry/bounds.ts';
import { letterName } from '../../lettering/naming.ts';
import type { Recipe } from '../../recipe/schema.ts';
import { limitReason, limitsFor } from '../../shop/shop.ts';
import type { Finding, Mend } from '../finding.ts';
import type { MeasuredJob } from '../measured-job.ts';
import { LARGEST_STEP, largerLettering } from '../mends.ts';
import { tidy } from '../wording.ts';

/** Islands whose way to the frame is narrower somewhere than a bridge may be, though their bridges are not. */
export function weakHolds({ recipe, machine, material, hold, islandHolds, limits }: MeasuredJob): Finding[] {
  const limit = Math.min(limits.bridge, recipe.hold.bridges.width ?? Infinity);
  const weak = islandHolds.flatMap(({ island: id, width, place }) => {
    const widest = Math.max(0, ...hold.bridges.filter((bridge) => bridge.island === id).map((bridge) => bridge.width));
    return width !== null && width < Math.min(limit, widest) - 0.02
      ? [{ island: hold.islands.find((each) => each.id === id)!, width, place }]
      : [];
  });
  const { perIsland, direction } = recipe.hold.bridges;
  const factor = limit / Math.min(...weak.map(({ width }) => width));
  const mends: Mend[] = [
    ...(perIsland === 'two'
      ? []
      : [{ label: 'Two bridges each', patch: [{ path: ['hold', 'bridges', 'perIsland'], value: 'two' }] }]),
    ...(direction === 'any'
      ? []
      : [{ label: 'Bridges in any direction', patch: [{ path: ['hold', 'bridges', 'direction'], value: 'any' }] }]),
    ...(factor <= LARGEST_STEP ? [largerLettering(recipe, factor)] : []),
  ];
  return weak.map(({ island, width, place }) => ({
    id: `weak hold:${island.id}`,
    rule: 'weak hold',
    severity: 'attention',
    title: `Weakly held: ${island.name}`,
    detail: 'What its bridge leads to is thinner than the bridge.',
    measure: {
      value: width,
      limit,
      unit: 'mm',
      wants: 'at least',
      reason: limitReason(limitsFor(machine, material).bridge, recipe.thickness, machine),
    },
    place: growBounds(place, 0.5),
    mends,
  }));
}

/** Letters joined at fewer points than wanted. */
export function fewPoints({ recipe, letters, points }: MeasuredJob): Finding[] {
  const wanted = recipe.hold.joins.points;
  return points
    .filter((part) => part.points > 0 && part.points < wanted)
    .map(({ part, points: value }) => ({
      id: `few points:${part}`,
      rule: 'few points',
      severity: 'attention',
      title: `Joined at ${value === 1 ? 'one point' : `${value} points`}: ${letterName(part, letters)}`,
      measure: { value, limit: wanted, unit: 'points', wants: 'at least', reason: 'asked for at the Hold station' },
      place: letters.find(({ id }) => id === part)?.bounds ?? null,
      mends: recipe.rail ? [] : [{ label: 'Add a rail', patch: [{ path: ['rail'], value: railFor(recipe) }] }],
    }));
}

function railFor({ lettering: { size } }: Recipe) {
  const height = size.by === 'cap height' ? size.value : 40;
  return { height: tidy(height * 0.18), overlap: tidy(height * 0.05), extend: tidy(height * 0.1) };
}
