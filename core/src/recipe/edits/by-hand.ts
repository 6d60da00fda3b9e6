import { inItem, itemOf, withinItem } from '../identity.ts';
import type { Hold } from '../parts.ts';

/** What was put by hand on letters of a thing: bridges, drops, bars, tabs. */

/** Where the name of a letter, island or part goes; null: nowhere. */
export type Follow = (id: string) => string | null;

/** The same work under other names; what goes nowhere is taken out. */
export function followHold(hold: Hold, follow: Follow): Hold {
  const { bridges, joins, drop, tabs } = hold;
  return {
    ...hold,
    bridges: { ...bridges, byHand: followRecord(bridges.byHand, follow) },
    joins: { ...joins, bars: followRecord(joins.bars, follow) },
    drop: { ...drop, islands: drop.islands.flatMap((island) => follow(island) ?? []) },
    tabs: { ...tabs, byHand: followRecord(tabs.byHand, follow) },
  };
}

/**
 * Records by letter, moved to where their letters are now; where two would meet, the one whose letter stayed goes
 * before.
 */
export function followRecord<T>(record: Readonly<Record<string, T>>, follow: Follow): Record<string, T> {
  return Object.fromEntries(
    Object.entries(record).flatMap(([id, value]) => {
      const now = follow(id);
      return now === null ? [] : [[now, value] as const];
    }),
  );
}

/** What was put by hand on an item goes with it. */
export const withoutItem = (hold: Hold, item: string): Hold =>
  followHold(hold, (id) => (itemOf(id) === item ? null : id));

/** What was put by hand on an item, put on its copy too, in the same thing or in another. */
export function withCopyOf(hold: Hold, from: Hold, item: string, copy: string): Hold {
  const own = followHold(from, (id) => (itemOf(id) === item ? inItem(copy, withinItem(id)) : null));
  return {
    ...hold,
    bridges: { ...hold.bridges, byHand: { ...hold.bridges.byHand, ...own.bridges.byHand } },
    joins: { ...hold.joins, bars: { ...hold.joins.bars, ...own.joins.bars } },
    drop: { ...hold.drop, islands: [...hold.drop.islands, ...own.drop.islands] },
    tabs: { ...hold.tabs, byHand: { ...hold.tabs.byHand, ...own.tabs.byHand } },
  };
}
