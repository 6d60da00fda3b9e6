import { boundsMeet } from '../geometry/bounds.ts';
import { boundsSeen } from './clip.ts';
import type { DrawnElement, FileReading } from './drawn.ts';

const NONE: ReadonlySet<DrawnElement> = new Set();

const known = new WeakMap<FileReading, ReadonlySet<DrawnElement>>();

/**
 * What a file draws wholly beside its page, where nobody sees it. Where all of it lies there, it is the page that is
 * not as it was meant: then none does.
 */
export function besidePage(reading: FileReading): ReadonlySet<DrawnElement> {
  const before = known.get(reading);
  if (before) return before;
  const { elements, page } = reading;
  const beside = page ? elements.filter((each) => !boundsMeet(page, boundsSeen(each))) : [];
  const found = beside.length < elements.length ? new Set(beside) : NONE;
  known.set(reading, found);
  return found;
}
