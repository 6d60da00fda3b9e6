import type { RowSpans } from '../../motion/row-spans.ts';

/** What two cost that are swept together; the same twice: what it costs alone. s. */
export type CostOf = (one: RowSpans, other: RowSpans) => number;
