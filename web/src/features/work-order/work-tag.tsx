import type { Work } from '@needlefile/core/shop/shop';
import css from './work-order.module.css';

/** The letter and line of an operation: colour is never the only sign. */
export function WorkTag({ work }: { work: Work }) {
  return (
    <span className={css.tag} data-work={work} title={work}>
      {work[0]!.toUpperCase()}
    </span>
  );
}
