'use client';

import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import { useState } from 'react';
import { useHoldEdits } from '@/job/hold-edits';
import css from './bed.module.css';
import { nearestShare, onSheet } from './on-sheet';

/**
 * Where the cut is interrupted; each can be dragged along its part, slid by the arrow keys, and taken out by Delete.
 */
export function TabHandles({ picture, scale }: { picture: AssemblyPicture; scale: number }) {
  const edits = useHoldEdits(picture);
  const [held, setHeld] = useState<{ readonly n: number; readonly gesture: object } | null>(null);
  const size = 5 / scale;
  return (
    <g>
      {picture.tabs.map(({ part, at, x, y, outline }, n) => (
        <g
          key={`${part} ${n}`}
          role="button"
          tabIndex={0}
          aria-label={`Tab ${n + 1}`}
          className={css.tab}
          onPointerDown={(event) => {
            if (event.button !== 0) return;
            event.currentTarget.setPointerCapture(event.pointerId);
            event.currentTarget.focus();
            setHeld({ n, gesture: {} });
          }}
          onPointerMove={(event) => {
            if (held?.n !== n) return;
            const place = onSheet(event.currentTarget, event);
            edits.slideTab(n, nearestShare(picture.tabOutlines[outline]!, place.x, place.y).share, held.gesture);
          }}
          onPointerUp={() => setHeld(null)}
          onPointerCancel={() => setHeld(null)}
          onKeyDown={(event) => {
            const way = { ArrowLeft: 1, ArrowUp: 1, ArrowRight: -1, ArrowDown: -1 }[event.key];
            if (way) edits.slideTab(n, at + way * (event.shiftKey ? 0.03 : 0.004));
            else if (event.key === 'Delete' || event.key === 'Backspace') edits.removeTab(n);
            else return;
            event.preventDefault();
            event.stopPropagation();
          }}
        >
          <rect x={x - size} y={y - size} width={2 * size} height={2 * size} transform={`rotate(45 ${x} ${y})`} />
        </g>
      ))}
    </g>
  );
}
