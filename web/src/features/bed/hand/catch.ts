import type { Bounds } from '@needlefile/core/geometry/bounds';
import type { HeldAxis, XEdge, YEdge } from '@needlefile/core/recipe/schema';
import type { PictureItem } from '@needlefile/core/screen/assembly-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { equalGaps, snapTo, type OwnLine, type Snap, type SnapLine, type Span } from '@needlefile/core/sheet/snap';
import type { HandFrame } from './frame';

/** A line or a distance that is drawn while something is dragged, y down. */
export interface Guide {
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  /** The equal gap that it is, mm. */
  readonly told?: number;
}

/** Where what is dragged goes, and what it caught on. */
export interface Caught {
  readonly dx: number;
  readonly dy: number;
  readonly guides: readonly Guide[];
  /** What holding it there would say of the one item that is dragged. */
  readonly x: HeldAxis | null;
  readonly y: HeldAxis | null;
}

const PLATE = 'plate';
const SHEET = 'sheet';

const xLines = (box: Bounds, of: string): SnapLine<XEdge>[] => {
  const [from, to] = [box.minY, box.maxY];
  return [
    { at: box.minX, edge: 'left', of, from, to },
    { at: (box.minX + box.maxX) / 2, edge: 'centre', of, from, to },
    { at: box.maxX, edge: 'right', of, from, to },
  ];
};

/** On the screen y goes down: the top is least. */
const yLines = (box: Bounds, of: string, item?: PictureItem): SnapLine<YEdge>[] => {
  const [from, to] = [box.minX, box.maxX];
  const lines: SnapLine<YEdge>[] = [
    { at: box.maxY, edge: 'bottom', of, from, to },
    { at: (box.minY + box.maxY) / 2, edge: 'middle', of, from, to },
    { at: box.minY, edge: 'top', of, from, to },
  ];
  if (!item?.lines) return lines;
  const over = (height: number) => box.maxY - (height - item.own.minY);
  const { baseline, cap } = item.lines;
  return [
    { at: over(baseline), edge: 'baseline', of, from, to },
    { at: over(cap), edge: 'cap', of, from, to },
    { at: over((baseline + cap) / 2), edge: 'cap middle', of, from, to },
    ...lines,
  ];
};

/** Where something dragged by (dx, dy) catches on edges, middles, type lines and equal gaps, within reach, mm. */
export function catchOn(picture: Picture, frame: HandFrame, dx: number, dy: number, reach: number): Caught {
  const { box, items, things, of } = frame;
  const [only] = items.length === 1 ? items : [];
  const rest =
    items.length > 0 ? (of?.items ?? []).filter((item) => !items.includes(item) && item.box.minX <= item.box.maxX) : [];
  const plate = items.length > 0 && items.length < (of?.items.length ?? 0) ? of?.plate : null;
  const others =
    items.length > 0
      ? rest.map((item) => ({ id: item.id, box: item.box, item }))
      : picture.assemblies
          .filter((thing) => !things.includes(thing))
          .map(({ id, object }) => ({ id, box: object, item: undefined }));
  const { width, height } = picture.sheet;
  const sheet: Bounds = { minX: 0, minY: 0, maxX: width, maxY: height };
  const round = plate ? [{ of: PLATE, box: plate }] : things.length > 0 ? [{ of: SHEET, box: sheet }] : [];
  const toX = [
    ...round.flatMap((each) => xLines(each.box, each.of)),
    ...others.flatMap((each) => xLines(each.box, each.id)),
  ];
  const toY = [
    ...round.flatMap((each) => yLines(each.box, each.of)),
    ...others.flatMap((each) => yLines(each.box, each.id, each.item)),
  ];
  const own = <E extends string>(lines: readonly SnapLine<E>[], by: number): OwnLine<E>[] =>
    lines.map(({ at, edge }) => ({ at: at + by, edge }));
  const x = snapTo(own(xLines(box, ''), dx), toX, reach);
  const y = snapTo(own(yLines(box, '', only), dy), toY, reach);
  const moved = { minX: box.minX + dx, minY: box.minY + dy, maxX: box.maxX + dx, maxY: box.maxY + dy };
  const spanX = (each: Bounds, id: string): Span => ({
    of: id,
    from: each.minX,
    to: each.maxX,
    across: [each.minY, each.maxY],
  });
  const spanY = (each: Bounds, id: string): Span => ({
    of: id,
    from: each.minY,
    to: each.maxY,
    across: [each.minX, each.maxX],
  });
  const gapX = x
    ? null
    : equalGaps(
        spanX(moved, ''),
        others.map((each) => spanX(each.box, each.id)),
        reach,
      );
  const gapY = y
    ? null
    : equalGaps(
        spanY(moved, ''),
        others.map((each) => spanY(each.box, each.id)),
        reach,
      );
  const [toDx, toDy] = [dx + (x?.shift ?? gapX?.shift ?? 0), dy + (y?.shift ?? gapY?.shift ?? 0)];
  const [middleX, middleY] = [(box.minX + box.maxX) / 2 + toDx, (box.minY + box.maxY) / 2 + toDy];
  const canHold = only !== undefined && of !== null && of.turn === 0;
  return {
    dx: toDx,
    dy: toDy,
    guides: [
      ...(x ? [{ x1: x.line.at, x2: x.line.at, ...between(x.line, box.minY + toDy, box.maxY + toDy, 'y') }] : []),
      ...(y ? [{ y1: y.line.at, y2: y.line.at, ...between(y.line, box.minX + toDx, box.maxX + toDx, 'x') }] : []),
      ...(gapX?.gaps ?? []).map(([a, b]): Guide => ({ x1: a, x2: b, y1: middleY, y2: middleY, told: b - a })),
      ...(gapY?.gaps ?? []).map(([a, b]): Guide => ({ y1: a, y2: b, x1: middleX, x2: middleX, told: b - a })),
    ] as Guide[],
    x: canHold ? heldBy(x) : null,
    y: canHold ? heldBy(y) : null,
  };
}

/** The guide goes over all of both. */
function between(line: SnapLine, from: number, to: number, axis: 'x' | 'y') {
  const [a, b] = [Math.min(line.from, from), Math.max(line.to, to)];
  return axis === 'y' ? { y1: a, y2: b } : { x1: a, x2: b };
}

function heldBy<E extends XEdge | YEdge>(snap: Snap<E> | null): HeldAxis | null {
  if (!snap || snap.line.of === SHEET) return null;
  return { own: snap.own, of: snap.line.of, edge: snap.line.edge, distance: 0 } as HeldAxis;
}
