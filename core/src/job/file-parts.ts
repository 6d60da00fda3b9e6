import { takenBy } from '../formats/file-frame.ts';
import type { ReadDrawing, SheetDrawing } from '../formats/sheet-drawing.ts';
import type { FileRules } from '../shop/file-rules.ts';

/** One file of a drawing. */
export interface FilePart {
  /** The layer that it has alone; null: it has all. */
  readonly part: string | null;
  readonly drawing: SheetDrawing;
}

/** The files that a drawing goes into: one, or one an operation, on the same page and with the same zero. */
export function partsOf(drawing: SheetDrawing, { apart }: FileRules): FilePart[] {
  if (!apart || drawing.layers.length < 2) return [{ part: null, drawing }];
  const taken = takenBy(drawing);
  return drawing.layers.map((layer) => ({ part: layer.name, drawing: { ...drawing, taken, layers: [layer] } }));
}

/** What was read out of the files of a drawing, in one. */
export function joinedParts(found: readonly ReadDrawing[]): ReadDrawing {
  const [first] = found;
  if (!first || found.length === 1) return first!;
  const unread: Record<string, number> = {};
  for (const part of found)
    for (const [kind, count] of Object.entries(part.unread)) unread[kind] = (unread[kind] ?? 0) + count;
  return { ...first, layers: found.flatMap(({ layers }) => layers), unread };
}
