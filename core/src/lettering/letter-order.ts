import type { SourceId } from '../geometry/segment.ts';

const { compare } = new Intl.Collator('en', { numeric: true });

/** Sources in the order in which letters are read. */
export const inReadingOrder = (sources: Iterable<SourceId>): SourceId[] => [...sources].sort(compare);
