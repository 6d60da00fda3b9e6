'use client';

import type { Bounds } from '@needlefile/core/geometry/bounds';
import { Children, type ReactNode } from 'react';
import { useView } from '@/job/view-store';
import css from './hold.module.css';

interface Props {
  readonly number: number;
  readonly name: string;
  readonly held: boolean;
  readonly where: Bounds;
  /** Whether its details are open, and what opens them; left out where there are none. */
  readonly open?: boolean;
  readonly onOpen?: () => void;
  /** What is said of it at the right; a third child goes beneath. */
  readonly children: ReactNode;
}

/** A numbered thing on the bed: pointing at it rings its place, choosing it brings it into the middle. */
export function FoundRow({ number, name, held, where, open, onOpen, children }: Props) {
  const ring = () => useView.setState({ ring: where });
  const unring = () => useView.setState({ ring: null });
  const [first, second, details] = Children.toArray(children);
  return (
    <li data-open={open}>
      <button
        type="button"
        data-held={held}
        aria-expanded={open}
        onMouseEnter={ring}
        onMouseLeave={unring}
        onFocus={ring}
        onBlur={unring}
        onClick={() => (onOpen ? onOpen() : useView.setState({ focus: { where } }))}
      >
        <span className={css.tag}>{number}</span>
        <span className={css.islandName}>{name}</span>
        {first}
        {second}
      </button>
      {details}
    </li>
  );
}
