import type { PointerEvent } from 'react';
import { onSheet } from './on-sheet';
import { isPanning } from './use-zoom';

interface Point {
  readonly x: number;
  readonly y: number;
}

interface Props {
  /** A point of the sheet, mm, y down. */
  readonly onMove?: (point: Point) => void;
  readonly onClick: (point: Point) => void;
}

/** What takes clicks on the bed, wherever they are, while something is clicked there. */
export function PadGround({ onMove, onClick }: Props) {
  const at = (event: PointerEvent<SVGRectElement>) => onSheet(event.currentTarget, event);
  return (
    <rect
      x={-1e5}
      y={-1e5}
      width={2e5}
      height={2e5}
      {...(onMove && { onPointerMove: (event) => onMove(at(event)) })}
      onPointerUp={(event) => {
        if (event.button === 0 && !isPanning()) onClick(at(event));
      }}
    />
  );
}
