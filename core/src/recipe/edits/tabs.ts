import type { Hold } from '../parts.ts';
import { tidyShare } from './shares.ts';

/** A tab as it stands. */
export interface StandingTab {
  readonly part: string;
  /** Share of the part's outline. */
  readonly at: number;
}

/** Fixes the tabs of one's part where they are, and puts others (or none) in its place. */
function changed(hold: Hold, standing: readonly StandingTab[], tab: StandingTab, instead: readonly number[]): Hold {
  const shares = standing
    .filter(({ part }) => part === tab.part)
    .flatMap((own) => (own === tab ? instead : [own.at]))
    .map(tidyShare);
  return { ...hold, tabs: { ...hold.tabs, byHand: { ...hold.tabs.byHand, [tab.part]: shares } } };
}

export const slideTab = (hold: Hold, standing: readonly StandingTab[], tab: StandingTab, at: number): Hold =>
  changed(hold, standing, tab, [at]);

export const removeTab = (hold: Hold, standing: readonly StandingTab[], tab: StandingTab): Hold =>
  changed(hold, standing, tab, []);

/** Gives all tabs back to the rule that places them. */
export const placeTabsAgain = (hold: Hold): Hold => ({ ...hold, tabs: { ...hold.tabs, byHand: {} } });
