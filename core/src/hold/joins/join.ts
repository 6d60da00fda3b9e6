import { isUnder } from '../../shop/limits.ts';
import type { Arrangement } from '../../construct/arrangement.ts';
import type { Construction } from '../../construct/construct.ts';
import type { Region } from '../../geometry/contour.ts';
import { knockOut, weldRegions } from '../../geometry/kernel/boolean.ts';
import { medialAxis } from '../../geometry/medial-axis.ts';
import type { Memo } from '../../geometry/memo.ts';
import { findNecks, type Neck, type Part } from '../../measure/necks.ts';
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
  const barred = (): Region =>
    withTies(
      plan.kerf === null ? bare : onceFor(bare, `slits ${plan.kerf}`, () => closeSlits(bare, plan.kerf!)),
      bars.ties,
    );
  const ties: Tie[] = [...bars.ties];
  let material: Region;
  if (plan.ties === 'none') material = barred();
  else {
    const key = `loose ${plan.kerf} ${plan.width} ${JSON.stringify(plan.bars)}`;
    const tied = onceFor(bare, key, () => {
      const before = barred();
      const loose = tieLoose(before, plan.width);
      return { loose, material: withTies(before, loose) };
    });
    ties.push(...tied.loose);
    ({ material } = tied);
  }
  if (plan.ties === 'thin') {
    const necks = necksOf(material, partsOf(letters, rails, memo), plan.width);
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

/**
 * The necks of joined material, told exactly up to a width, mm. Found once for a material: a way to join it begins with
 * measuring the one before.
 */
export const necksOf = (material: Region, parts: readonly Part[], width: number): Neck[] =>
  // Gaps are not asked for.
  onceFor(material, `necks ${width}`, () => findNecks(medialAxis(material, { material: width, gaps: 0 }), parts));

/** What was made of some material: ways to join it that are tried one after the other begin alike. */
const made = new WeakMap<Region, Map<string, unknown>>();

function onceFor<T>(material: Region, key: string, compute: () => T): T {
  let known = made.get(material);
  if (!known) made.set(material, (known = new Map()));
  if (!known.has(key)) known.set(key, compute());
  return known.get(key) as T;
}

const withTies = (material: Region, ties: readonly Tie[]): Region =>
  ties.length === 0 ? material : weldRegions([material, ...ties.map(({ strip }): Region => [strip])]);
