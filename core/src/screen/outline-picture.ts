import { compose, moveBy, scaleBy, turnBy, type Matrix } from '../geometry/matrix.ts';
import type { NodePath } from '../geometry/nodes/node-path.ts';
import { pathsOf } from '../geometry/nodes/redrawn-contours.ts';
import type { Build } from '../job/build-job.ts';

/** Whose outlines are worked on: a letter of an item, or artwork. */
export interface OutlineOf {
  readonly assembly: string;
  readonly item: string;
  /** Its id in the thing; null for artwork. */
  readonly letter: string | null;
}

/** Outlines as a hand works on them, before it changed any. */
export interface OutlinePicture extends OutlineOf {
  readonly paths: readonly NodePath[];
  /** Figures of them are kept to so many digits behind the point. */
  readonly digits: number;
  /** Its number in the face; null for artwork. */
  readonly glyph: number | null;
  /** How many letters of the item are this one of the face, this one with them. */
  readonly alike: number;
  /** From what its lengths are in to the sheet, mm, y up. */
  readonly toSheet: Matrix;
  /** The same to millimetres about its own origin. */
  readonly toOwn: Matrix;
}

/** What a hand works on, as it lies on the sheet; null where it is not there. */
export function outlinePicture(build: Build, { assembly, item, letter }: OutlineOf): OutlinePicture | null {
  const laid = build.assemblies.find((each) => each.assembly.id === assembly);
  const letters = laid?.built.arrangement.items.find(({ id }) => id === item)?.letters ?? [];
  const own = letter === null ? letters[0] : letters.find(({ id }) => id === letter);
  if (!laid || !own?.drawnFrom) return null;
  const { drawing, glyph, matrix } = own.drawnFrom;
  const { x, y, turn } = laid.placements[0]!;
  const toOwn = compose(matrix, scaleBy(drawing.unit, drawing.unit));
  return {
    ...{ assembly, item, letter, glyph },
    paths: pathsOf(drawing),
    digits: drawing.digits,
    alike: letters.filter((each) => glyph !== null && each.drawnFrom?.glyph === glyph).length,
    toSheet: compose(moveBy(x, y), turnBy(turn), moveBy(own.origin.x, own.origin.y), toOwn),
    toOwn,
  };
}
