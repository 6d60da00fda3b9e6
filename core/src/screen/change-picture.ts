import { changesBetween } from '../formats/changes.ts';
import type { ReadDrawing } from '../formats/sheet-drawing.ts';
import { screenPath } from './path.ts';

/** What changed from one released file to a later one, as the screen draws it. mm, y down. */
export interface ChangePicture {
  readonly width: number;
  readonly height: number;
  readonly gone: string;
  readonly come: string;
  readonly same: string;
  /** Lines, by layer; none where nothing changed. */
  readonly layers: readonly { readonly layer: string; readonly gone: number; readonly come: number }[];
}

export function changePictureOf(earlier: ReadDrawing, later: ReadDrawing): ChangePicture {
  const changes = changesBetween(earlier, later);
  const [width, height] = [Math.max(earlier.width, later.width), Math.max(earlier.height, later.height)];
  const path = (which: 'gone' | 'come' | 'same'): string =>
    screenPath(
      changes.flatMap((each) => each[which]),
      height,
    );
  return {
    ...{ width, height },
    ...{ gone: path('gone'), come: path('come'), same: path('same') },
    layers: changes
      .filter(({ gone, come }) => gone.length + come.length > 0)
      .map(({ layer, gone, come }) => ({ layer, gone: gone.length, come: come.length })),
  };
}
