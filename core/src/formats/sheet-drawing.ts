import type { Bounds } from '../geometry/bounds.ts';
import type { Contour } from '../geometry/contour.ts';

/** What a file carries: layers of contours on a sheet whose bottom left corner is (0, 0), mm, y up. */
export interface SheetDrawing {
  readonly title: string;
  /** Anything a reader of the file should know: job revision, make, material. */
  readonly description: string;
  readonly width: number;
  readonly height: number;
  readonly layers: readonly DrawingLayer[];
  /** The box of all that is drawn, where this is a part of it; left out: it is all. */
  readonly taken?: Bounds;
}

/** One operation of the work order. */
export interface DrawingLayer {
  /** Upper-case ASCII, one name for one operation. */
  readonly name: string;
  readonly operation: string;
  /** #rrggbb. */
  readonly colour: string;
  readonly dxfColour: number;
  /** Of lines, mm; left out: as thin as every reader still draws. */
  readonly lineWidth?: number;
  /** An area to fill, holes left open, rather than lines to follow. */
  readonly fill: boolean;
  /** Strokes are among its lines: what is followed may cross itself, what is cut out may not. Left out: none are. */
  readonly hasStrokes?: boolean;
  readonly contours: readonly Contour[];
}

/** A layer as it was found in a file. */
export interface ReadLayer {
  readonly name: string;
  readonly contours: readonly Contour[];
}

/** A file as our readers understand it, mm, y up. */
export interface ReadDrawing {
  readonly width: number;
  readonly height: number;
  readonly layers: readonly ReadLayer[];
  /** What was found and not understood, by kind: never dropped silently. */
  readonly unread: Readonly<Record<string, number>>;
}

/** A file that cannot be read, with the reason in words. */
export class UnreadableFile extends Error {
  override readonly name = 'UnreadableFile';
}
