import type { RecipeInput } from '@needlefile/core/recipe/read';

/** What the list of jobs says of one: drawn and judged from its real build. */
export interface JobSummary {
  readonly state: 'clear' | 'attention' | 'stop';
  readonly findings: number;
  readonly make: string;
  readonly size: { readonly width: number; readonly height: number };
  readonly material: string;
  readonly machine: string;
  readonly drawing: {
    readonly viewBox: string;
    readonly solid: string;
    readonly engraved: string;
    readonly linework: string;
  };
}

export interface JobRow {
  readonly id: string;
  readonly name: string;
  readonly tags: readonly string[];
  readonly revision: number;
  /** ISO time. */
  readonly updatedAt: string;
  /** Newest released revision, if any. */
  readonly releasedRevision: number | null;
  /** null until it has been drawn. */
  readonly summary: JobSummary | null;
}

export interface JobDetail {
  readonly id: string;
  readonly revision: number;
  readonly updatedAt: string;
  readonly recipe: RecipeInput;
}

export interface ReleaseRow {
  readonly id: string;
  readonly revision: number;
  /** What the things are called that its files are of; null: all of the job. */
  readonly things: readonly string[] | null;
  readonly releasedAt: string;
  readonly files: readonly {
    readonly format: string;
    /** The layer that it has alone; null: it has all. */
    readonly part: string | null;
    readonly fileName: string;
    readonly sha256: string;
    readonly size: number;
    readonly deviation: number | null;
  }[];
  readonly time: number;
  readonly stops: number;
}
