import { WORKS } from '../../shop/shop.ts';
import { inItem, LETTER_IN_ITEM } from '../identity.ts';
import type { JobInput, LineKind } from '../schema.ts';
import type { Step, Version1 } from './version-1.ts';

/** What the one thing of a version 1 job, and the words in it, are called from then on. */
export const ONLY_THING = 'thing-1';
export const ONLY_ITEM = 'item-1';

/** Room that a coupon had round it, mm. */
const COUPON_MARGIN = 5;

/** A job of one thing with one item, which gives the same files to the last byte. */
export function toVersion2(old: Version1): JobInput {
  const { name, tags, machine, material, thickness, release, coupon, lettering } = old;
  const { make, plate, rail, relief, backer } = old;
  const thing = { id: ONLY_THING, make, plate, rail, relief, backer, hold: holdOf(old), hidden: coupon !== null };
  const windows = coupon?.windows.map((window) => ({ ...window, letter: inItem(ONLY_ITEM, window.letter) })) ?? [];
  return {
    name,
    tags,
    machine,
    material,
    thickness,
    // A coupon was laid on a sheet of its own.
    sheet: coupon ? { margin: COUPON_MARGIN } : old.sheet,
    assemblies: [
      { ...thing, items: [{ id: ONLY_ITEM, kind: 'lettering', ...lettering }] },
      ...(coupon ? [{ id: 'coupon-1', make: 'coupon' as const, of: ONLY_THING, windows, frame: coupon.frame }] : []),
    ],
    ...workOrderOf(old),
    release,
  };
}

type Named<T> = Readonly<Record<string, T>>;

/** What was put by hand on letters and islands, under the names that they have in their assembly. */
function holdOf({ hold }: Version1): Version1['hold'] {
  const named = (id: string): string => (LETTER_IN_ITEM.test(id.split(/[#~]/, 1)[0]!) ? inItem(ONLY_ITEM, id) : id);
  const moved = <T>(record: Named<T>): Record<string, T> =>
    Object.fromEntries(Object.entries(record).map(([id, value]) => [named(id), value]));
  return {
    ...hold,
    bridges: { ...hold.bridges, byHand: moved(hold.bridges.byHand) },
    drop: { ...hold.drop, islands: hold.drop.islands.map(named) },
    joins: { ...hold.joins, bars: moved(hold.joins.bars) },
    tabs: { ...hold.tabs, byHand: moved(hold.tabs.byHand) },
  };
}

/**
 * Outlines, areas and lines become operations of their own, in the order in which their steps ran; outlines that were
 * cut, two of them.
 */
function workOrderOf({
  workOrder: { outline, area, linework, sequence },
}: Version1): Required<Pick<JobInput, 'operations' | 'assignment'>> {
  const roles = [
    ...(outline.work === 'cut'
      ? [
          { id: 'inner', kinds: ['inner'], step: 'inner cuts' as Step, own: outline },
          { id: 'outer', kinds: ['outer'], step: 'outer cuts' as Step, own: outline },
        ]
      : [{ id: 'outline', kinds: ['inner', 'outer'], step: stepOf(outline.work), own: outline }]),
    { id: 'area', kinds: ['area'], step: stepOf(area.work), own: area },
    { id: 'linework', kinds: ['line'], step: stepOf(linework.work), own: linework },
  ];
  const assignment: Record<LineKind, string | null> = { inner: null, outer: null, area: null, line: null };
  for (const { id, kinds, own } of roles) if (own.work) for (const kind of kinds) assignment[kind as LineKind] = id;
  const operations = roles
    .flatMap(({ own: { work, ...settings }, ...role }) => (work ? [{ ...role, work, settings }] : []))
    .sort(
      (a, b) => sequence.indexOf(a.step) - sequence.indexOf(b.step) || WORKS.indexOf(a.work) - WORKS.indexOf(b.work),
    )
    .map(({ id, work, settings }) => ({ id, work, ...settings }));
  return { operations, assignment };
}

const stepOf = (work: Version1['workOrder']['area']['work']): Step =>
  work === 'cut' ? 'inner cuts' : (work ?? 'score');
