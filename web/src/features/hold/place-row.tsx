'use client';

import type { Bounds } from '@needlefile/core/geometry/bounds';
import type { ReactNode } from 'react';
import { useView } from '../workbench/view-store';
import css from './hold.module.css';

interface Props {
  readonly number: number;
  readonly name: string;
  readonly held: boolean;
  readonly place: Bounds;
  /** What is said of it at the right. */
  readonly children: ReactNode;
}

/** A numbered thing on the bed: pointing at it rings its place, choosing it brings it into the middle. */
export function PlaceRow({ number, name, held, place, children }: Props) {
  const ring = () => useView.setState({ ring: place });
  const unring = () => useView.setState({ ring: null });
  return (
    <li>
      <button type="button" data-held={held} onMouseEnter={ring} onMouseLeave={unring} onFocus={ring} onBlur={unring} onClick={() => useView.setState({ focus: { place } })}>
        <span className={css.tag}>{number}</span>
        <span className={css.islandName}>{name}</span>
        {children}
      </button>
    </li>
  );
}
