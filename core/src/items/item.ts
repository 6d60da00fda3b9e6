import type { FileLayer, FileReading, FileScale, LeftOut } from '../artwork/drawn.ts';
import type { Closing } from '../artwork/closing/closing.ts';
import type { PictureFacts } from '../artwork/picture/traced-picture.ts';
import type { NodeCount, WideLines } from '../artwork/form.ts';
import type { Bounds } from '../geometry/bounds.ts';
import type { TypeLines } from '../construct/places.ts';
import type { Baseline } from '../construct/rails.ts';
import type { Memo } from '../geometry/memo.ts';
import type { CloseUpShare } from '../hold/joins/close-up-lettering.ts';
import type { Face } from '../lettering/face.ts';
import type { Letter, Lettering } from '../lettering/layout.ts';

/** What became of a file: how large its units are, what of it was not taken, and what of it closes. */
export interface ArtworkFacts {
  readonly scale: FileScale;
  readonly left: readonly LeftOut[];
  /** Places in the item's own frame. */
  readonly closing: Closing;
  /** Layers of the file that draw something, in their order. */
  readonly layers: readonly FileLayer[];
  readonly nodes: NodeCount;
  /** How many things lie beside the page of the file. */
  readonly beside: number;
  readonly wide: WideLines;
  readonly picture: PictureFacts | null;
  /** What a hand changed of its outlines and is not there any more, by number. */
  readonly lostChanges: readonly number[];
  /** Names of layers that lie within others, and so are not seen. */
  readonly unseen: readonly string[];
}

/** What an item comes to, in its own frame and under its own names. Lengths in mm. */
export interface ItemForm {
  /** Letters, or the one outline of a shape. */
  readonly letters: readonly Letter[];
  readonly bounds: Bounds;
  /** The baselines that letters stand on. */
  readonly baselines: readonly Baseline[];
  /** Lines of its lettering that others may be lined up with; null where it has none that are level. */
  readonly lines: TypeLines | null;
  /** Room that it asks for above it where it is put below others by itself. */
  readonly gap: number;
  /** What is to be told of the words; null where it has none. */
  readonly lettering: Lettering | null;
  /** What is to be told of a file; null where it comes from none. */
  readonly artwork: ArtworkFacts | null;
}

/** What a kind of item is drawn with. */
export interface ItemResources {
  /** null where the face is not here, or there is none to be asked for. */
  readonly face: Face | null;
  /** How letters are closed up until they join; null where they stay. */
  readonly closing: CloseUpShare | null;
  /** The file that it comes from, read; null where it comes from none, or that is not here. */
  readonly reading: FileReading | null;
  readonly memo: Memo;
}

/** One kind of item: all that sets it apart from the others. */
export interface ItemKind<Item> {
  /** What of it tells how it is drawn: by that it is known again. */
  readonly planOf: (item: Item) => unknown;
  readonly draw: (item: Item, resources: ItemResources) => ItemForm;
  /** The face it is set in; null where it needs none. */
  readonly face: (item: Item) => string | null;
  /** The file that it comes from; null where it comes from none. */
  readonly source: (item: Item) => string | null;
  /** What people call it that has no name of its own. */
  readonly called: (item: Item) => string;
}
