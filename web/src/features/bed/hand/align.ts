import { joinBounds, type Bounds } from '@needlefile/core/geometry/bounds';
import { turnPointBy } from '@needlefile/core/geometry/turn';
import type { PictureItem } from '@needlefile/core/screen/assembly-picture';
import type { HeldAxis } from '@needlefile/core/recipe/schema';
import type { SheetEdits } from '@/job/sheet-edits';
import { useView, type Keepable } from '@/job/view-store';
import type { HandFrame } from './frame';

/** Ways to line items up, and how many it takes; a single one is lined up with its thing. */
export const ALIGNMENTS = [
  { name: 'Left edges', needs: 1 },
  { name: 'Centres', needs: 1 },
  { name: 'Right edges', needs: 1 },
  { name: 'Upper edges', needs: 1 },
  { name: 'Middles', needs: 1 },
  { name: 'Lower edges', needs: 1 },
  { name: 'Baselines', needs: 2 },
  { name: 'Cap lines', needs: 2 },
  { name: 'Equal gaps across', needs: 3 },
  { name: 'Equal gaps down', needs: 3 },
  { name: 'Equal widths', needs: 2 },
] as const;

export type Alignment = (typeof ALIGNMENTS)[number]['name'];

/** Items with a box, as they lie on the sheet, y down. */
type Boxed = Pick<PictureItem, 'id' | 'box' | 'own' | 'lines'>;

/** How far each item has to go on the sheet, y down. */
export function alignMoves(
  how: Exclude<Alignment, 'Equal widths'>,
  items: readonly Boxed[],
  thing: Bounds,
): Map<string, { readonly dx: number; readonly dy: number }> {
  const all = items.length === 1 ? thing : joinBounds(items.map(({ box }) => box));
  const line = ({ box, own, lines }: Boxed, which: 'baseline' | 'cap') =>
    lines ? box.maxY - (lines[which] - own.minY) : which === 'cap' ? box.minY : box.maxY;
  const first = items[0]!;
  const move = (item: Boxed): { dx: number; dy: number } => {
    const { box } = item;
    switch (how) {
      case 'Left edges':
        return { dx: all.minX - box.minX, dy: 0 };
      case 'Right edges':
        return { dx: all.maxX - box.maxX, dy: 0 };
      case 'Centres':
        return { dx: (all.minX + all.maxX - box.minX - box.maxX) / 2, dy: 0 };
      case 'Upper edges':
        return { dx: 0, dy: all.minY - box.minY };
      case 'Lower edges':
        return { dx: 0, dy: all.maxY - box.maxY };
      case 'Middles':
        return { dx: 0, dy: (all.minY + all.maxY - box.minY - box.maxY) / 2 };
      case 'Baselines':
        return { dx: 0, dy: line(first, 'baseline') - line(item, 'baseline') };
      case 'Cap lines':
        return { dx: 0, dy: line(first, 'cap') - line(item, 'cap') };
      case 'Equal gaps across':
        return { dx: spread(items, ['minX', 'maxX']).get(item.id)!, dy: 0 };
      case 'Equal gaps down':
        return { dx: 0, dy: spread(items, ['minY', 'maxY']).get(item.id)! };
    }
  };
  return new Map(items.map((item) => [item.id, move(item)]));
}

/** The outermost stay; the others go where all gaps are alike. */
function spread(items: readonly Boxed[], [least, most]: readonly ['minX', 'maxX'] | readonly ['minY', 'maxY']) {
  const sorted = [...items].sort((a, b) => a.box[least] - b.box[least]);
  const [first, last] = [sorted[0]!, sorted.at(-1)!];
  const sizes = sorted.reduce((sum, { box }) => sum + box[most] - box[least], 0);
  const gap = (last.box[most] - first.box[least] - sizes) / Math.max(1, sorted.length - 1);
  let at = first.box[least];
  const moves = new Map<string, number>();
  for (const { id, box } of sorted) {
    moves.set(id, at - box[least]);
    at += box[most] - box[least] + gap;
  }
  return moves;
}

type XEdge = Extract<HeldAxis['own'], 'left' | 'centre' | 'right'>;

/** The edges that ways to line up bring together. */
const EDGES: Partial<Record<Alignment, HeldAxis['own']>> = {
  'Left edges': 'left',
  Centres: 'centre',
  'Right edges': 'right',
  'Upper edges': 'top',
  Middles: 'middle',
  'Lower edges': 'bottom',
  Baselines: 'baseline',
  'Cap lines': 'cap',
};

const isAcross = (edge: HeldAxis['own']): edge is XEdge => edge === 'left' || edge === 'centre' || edge === 'right';

/** What items that were lined up may be held to: a single one to the plate, several to the first of them. */
export function keepableOf(how: Alignment, items: readonly Pick<Boxed, 'id'>[], hasPlate: boolean): Keepable[] {
  const edge = EDGES[how];
  const [first, ...rest] = items;
  if (!edge || !first) return [];
  const [of, held] = rest.length === 0 ? ['plate', hasPlate ? [first] : []] : [first.id, rest];
  const to = { own: edge, of, edge, distance: 0 } as HeldAxis;
  return held.map(({ id }) => ({ item: id, x: isAcross(edge) ? to : null, y: isAcross(edge) ? null : to }));
}

/** Lines up what is in hand. */
export function align(how: Alignment, { items, of }: HandFrame, edits: SheetEdits): void {
  if (!of || items.length === 0) return;
  if (how === 'Equal widths') return edits.matchWidths(items.map(({ id }) => id));
  const back = turnPointBy(-of.turn);
  const moves = alignMoves(how, items, of.plate ?? of.object);
  const origins = new Map(
    items.map(({ id, at }) => {
      const { dx, dy } = moves.get(id)!;
      const own = back({ x: dx, y: -dy });
      return [id, { x: at.x + own.x, y: at.y + own.y }] as const;
    }),
  );
  edits.moveItems(how, origins);
  // The edges of a turned thing are not the sheet's.
  if (of.turn === 0) useView.setState({ keep: keepableOf(how, items, of.plate !== null) });
}
