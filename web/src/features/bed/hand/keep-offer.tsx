'use client';

import type { HeldAxis } from '@needlefile/core/recipe/schema';
import type { Picture } from '@needlefile/core/screen/picture';
import { notify } from '@/components/toasts';
import type { SheetEdits } from '@/job/sheet-edits';
import { useView } from '@/job/view-store';
import css from './exact.module.css';

/** Holds items that were just dragged or lined up to what they caught on. */
export function keepIt(edits: SheetEdits): void {
  const { keep } = useView.getState();
  if (keep.length === 0) return;
  const circle = edits.holdAll(keep);
  if (circle) notify(`These would hang on each other in a circle: ${circle.join(' → ')}.`);
  useView.setState({ keep: [] });
}

/** What items that were just dragged or lined up are on, and a button that holds it there for good. */
export function KeepOffer({ picture, edits }: { picture: Picture; edits: SheetEdits }) {
  const keep = useView((state) => state.keep);
  const [first] = keep;
  if (!first) return null;
  const items = picture.assemblies.flatMap((thing) => thing.items);
  const words = ({ own, of, edge }: HeldAxis) =>
    `${own} on ${of === 'plate' ? 'the plate’s' : `${items.find(({ id }) => id === of)?.name ?? of},`} ${edge}`;
  return (
    <div className={css.offer} role="status">
      <span>
        {[first.x, first.y].flatMap((held) => (held ? [words(held)] : [])).join(' · ')}
        {keep.length > 1 && `, and ${keep.length - 1} more`}
      </span>
      <button type="button" className="btn btn-outline-primary btn-sm" onClick={() => keepIt(edits)} title="Keep (K)">
        Keep it there
      </button>
    </div>
  );
}
