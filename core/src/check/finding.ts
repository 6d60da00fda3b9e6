import type { Bounds } from '../geometry/bounds.ts';
import type { RecipePatch } from '../recipe/patch.ts';

/** `stop`: the part would be spoilt. `attention`: look at it before releasing. */
export type Severity = 'stop' | 'attention';

/** Rules about what was built, by the names they are shown under. */
export type BuiltRule =
  | 'no words'
  | 'face missing'
  | 'missing character'
  | 'single-line face'
  | 'past the circle'
  | 'lost nudge'
  | 'loose piece'
  | 'drop-out'
  | 'narrow bridge'
  | 'one bridge'
  | 'slender bridge'
  | 'lost bridge'
  | 'lost bar'
  | 'closed counter'
  | 'parted letter'
  | 'off the sheet'
  | 'words off the plate'
  | 'hole in the way'
  | 'unassigned'
  | 'machine'
  | 'order';

/** Rules about what was measured. */
export type MeasuredRule =
  'weak hold' | 'few points' | 'thin neck' | 'thin wall' | 'narrow gap' | 'filled counter' | 'speck';

export type RuleName = BuiltRule | MeasuredRule;

/** What was measured against what. Lengths in mm. */
export interface Measure {
  readonly value: number;
  readonly limit: number;
  readonly unit: 'mm' | 'g' | 'pieces' | 'characters' | 'lines' | 'points';
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
  readonly title: string;
  /** One sentence more, where the title does not say it all. */
  readonly detail?: string;
  readonly measure?: Measure;
  /** Where on the sheet; null where the whole job is meant. */
  readonly place: Bounds | null;
  readonly mends: readonly Mend[];
}
