import type { Bounds } from '../geometry/bounds.ts';
import type { RecipePatch } from '../recipe/patch.ts';

/** `stop`: the part would be spoilt. `attention`: look before releasing. `accepted`: somebody said why it may be so. */
export type Severity = 'stop' | 'attention' | 'accepted';

/** Rules about a piece of lettering, by the names they are shown under. */
export type LetteringRule =
  'no words' | 'face missing' | 'missing character' | 'single-line face' | 'past the circle' | 'lost nudge';

/** Rules about a thing as it was built. */
export type AssemblyRule =
  | 'loose piece'
  | 'drop-out'
  | 'narrow bridge'
  | 'one bridge'
  | 'slender bridge'
  | 'lost bridge'
  | 'lost bar'
  | 'closed counter'
  | 'parted letter'
  | 'words off the plate'
  | 'past the guide'
  | 'nothing seen'
  | 'unseen layer'
  | 'hole in the way'
  | 'artwork missing'
  | 'open line'
  | 'nearly doubled'
  | 'crossing line'
  | 'bare area'
  | 'colliding dots'
  | 'over the edge'
  | 'short stroke'
  | 'cut too wide'
  | 'no lead'
  | 'no clear field'
  | 'lost decision'
  | 'lost outline';

/** Rules about the whole job. */
export type JobRule =
  | 'off the sheet'
  | 'overlap'
  | 'too near'
  | 'lead in the way'
  | 'unassigned'
  | 'machine'
  | 'order'
  | 'too many colours'
  | 'too many sweeps'
  | 'depth lost'
  | 'too deep';

/** Rules about what was measured. */
export type MeasuredRule =
  'weak hold' | 'few points' | 'thin neck' | 'thin wall' | 'narrow gap' | 'filled counter' | 'speck';

export type RuleName = LetteringRule | AssemblyRule | JobRule | MeasuredRule;

/** What was measured against what. Lengths in mm. */
export interface Measure {
  readonly value: number;
  readonly limit: number;
  readonly unit: 'mm' | 'g' | 'pieces' | 'characters' | 'lines' | 'points' | 'colours' | 'sweeps';
  /** Whether the value must be at least the limit, or at most. */
  readonly wants: 'at least' | 'at most';
  /** Where the limit comes from, in a few words. */
  readonly reason?: string;
}

/** A one-click repair: nothing but a change to the recipe, so that it previews and undoes like any other. */
export interface Mend {
  readonly label: string;
  readonly patch: RecipePatch;
}

/** One fault or risk of a job. */
export interface Finding {
  /** The same finding keeps its id from build to build. */
  readonly id: string;
  readonly rule: RuleName;
  readonly severity: Severity;
  /** Why it may be so, and who says so (empty: nobody is named). */
  readonly accepted?: { readonly reason: string; readonly by: string };
  readonly title: string;
  /** One sentence more, where the title does not say it all. */
  readonly detail?: string;
  readonly measure?: Measure;
  /** Where: in the frame of the thing, and on the sheet once that is laid; null where no place is meant. */
  readonly where: Bounds | null;
  /** Id of the thing it is of; left out where it is of the job. */
  readonly assembly?: string;
  /** What people call that thing, where there are several. */
  readonly on?: string;
  readonly mends: readonly Mend[];
}
