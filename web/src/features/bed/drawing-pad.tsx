'use client';

import type { Picture } from '@needlefile/core/screen/picture';
import { useState } from 'react';
import { notify } from '@/components/toasts';
import { choose } from '@/job/chosen';
import { holdEdits } from '@/job/hold-edits';
import { useJobStore } from '@/job/job-store';
import { useView } from '@/job/view-store';
import css from './bed.module.css';
import { nearestShare, onSheet } from './on-sheet';

interface Stroke {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
}

/** Takes the next drag on the bed: across a gap it draws a bridge; between two letters a bar. */
export function DrawingPad({ picture, kind, scale }: { picture: Picture; kind: 'bridge' | 'bar'; scale: number }) {
  const [stroke, setStroke] = useState<Stroke | null>(null);
  const store = useJobStore();
  const finish = ({ x0, y0, x1, y1 }: Stroke) => {
    setStroke(null);
    useView.setState({ drawing: null });
    if (kind === 'bar') {
      const [x, y] = [(x0 + x1) / 2, (y0 + y1) / 2];
      if (!picture.assemblies.some((thing) => holdEdits(store, thing).addBarAt(x, y)))
        notify('A bar goes between two letters of a line. Draw it across the gap between them.');
      return;
    }
    const reach = 12 / scale + Math.hypot(x1 - x0, y1 - y0);
    // From whichever end is nearer to an island, outward.
    const ends = [
      { x: x0, y: y0, tx: x1, ty: y1 },
      { x: x1, y: y1, tx: x0, ty: y0 },
    ];
    const found = ends
      .flatMap((end) =>
        picture.assemblies.flatMap((thing) =>
          thing.islands.map((island) => ({ thing, island, end, ...nearestShare(island.outline, end.x, end.y) })),
        ),
      )
      .sort((a, b) => a.away - b.away)[0];
    if (!found || found.away > reach) return notify('No island there. Draw from an island across the gap.');
    const { thing, island } = found;
    const letter = thing.letters.find(({ id }) => id === island.letter);
    const angle =
      (Math.atan2(found.end.y - found.end.ty, found.end.tx - found.end.x) * 180) / Math.PI - (letter?.turn ?? 0);
    const drawn = Math.hypot(x1 - x0, y1 - y0) * scale > 6;
    holdEdits(store, thing).addBridge(island.id, {
      at: found.share,
      angle: drawn ? Math.round(angle) : null,
      width: null,
    });
    choose(thing.id, ...useView.getState().items);
    useView.setState({ island: island.id });
  };
  return (
    <g className={css.pad}>
      <rect
        x={-1e4}
        y={-1e4}
        width={2e4 + picture.sheet.width}
        height={2e4 + picture.sheet.height}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          const { x, y } = onSheet(event.currentTarget, event);
          setStroke({ x0: x, y0: y, x1: x, y1: y });
        }}
        onPointerMove={(event) => {
          if (!stroke) return;
          const { x, y } = onSheet(event.currentTarget, event);
          setStroke({ ...stroke, x1: x, y1: y });
        }}
        onPointerUp={() => stroke && finish(stroke)}
        onPointerCancel={() => setStroke(null)}
      />
      {stroke && <line x1={stroke.x0} y1={stroke.y0} x2={stroke.x1} y2={stroke.y1} />}
    </g>
  );
}
