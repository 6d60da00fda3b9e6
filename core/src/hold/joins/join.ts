import { isUnder } from '../../shop/limits.ts';
import type { Arrangement } from '../../construct/arrangement.ts';
import type { Construction } from '../../construct/construct.ts';
import type { Region } from '../../geometry/contour.ts';
import { knockOut, weldRegions } from '../../geometry/kernel/boolean.ts';
import { medialAxis } from '../../geometry/medial-axis.ts';
import type { Memo } from '../../geometry/memo.ts';
import { findNecks } from '../../measure/necks.ts';
import { barTies, type Bars } from './bars.ts';
import { closeSlits } from './close-slits.ts';
import { tieLoose } from './loose-ties.ts';
import { partsOf } from './parts.ts';
import { tieThin } from './thin-ties.ts';
import type { Tie, TiePlan } from './tie.ts';

/** Stand-alone lettering with its ties. */
export interface Joined {
  readonly material: Region;
  readonly ties: readonly Tie[];
  /** What the ties add to the letters. */
  readonly tieArea: Region;
  readonly lostBars: Bars['lost'];
}

/**
 * Joins stand-alone letters: first the bars asked for, then ties for what is still loose, then ties over necks that are
 * too thin.
 */
export function join(
  { material: bare }: Pick<Construction, 'material'>,
  { letters, rails }: Pick<Arrangement, 'letters' | 'rails'>,
  plan: TiePlan,
  memo: Memo,
): Joined {
  const bars = barTies(letters, plan.bars, plan.width);
  const ties: Tie[] = [...bars.ties];
  let material = withTies(plan.kerf === null ? bare : closeSlits(bare, plan.kerf), bars.ties);
  if (plan.ties !== 'none') {
    const loose = tieLoose(material, plan.width);
    ties.push(...loose);
    material = withTies(material, loose);
  }
  if (plan.ties === 'thin') {
    // Gaps are not asked for.
    const axis = medialAxis(material, { material: plan.width, gaps: 0 });
    const necks = findNecks(axis, partsOf(letters, rails, memo));
    const thin = tieThin(
      material,
      necks.filter(({ width }) => isUnder(width, plan.width)),
      plan.width,
    );
    ties.push(...thin);
    material = withTies(material, thin);
  }
  return {
    material,
    ties,
    tieArea: ties.length === 0 ? [] : knockOut(weldRegions(ties.map(({ strip }) => [strip])), bare),
    lostBars: bars.lost,
  };
}

const withTies = (material: Region, ties: readonly Tie[]): Region =>
  ties.length === 0 ? material : weldRegions([material, ...ties.map(({ strip }): Region => [strip])]);
