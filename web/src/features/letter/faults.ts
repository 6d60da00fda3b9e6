import type { Closing, InFile } from '@needlefile/core/artwork/closing';
import type { Point } from '@needlefile/core/geometry/point';
import { decisionOf } from '@needlefile/core/recipe/edits/artwork';
import { GAP_MENDS, type ArtworkItem, type GapMend, type RepairKind } from '@needlefile/core/recipe/schema';

/** What a hand may choose; '': nothing. */
export type Choice = RepairKind | '';

/** A place where lines of a file are not as lines that are cut should be. */
export interface Fault extends InFile {
  readonly what: 'gap' | 'ran past' | 'crosses itself' | 'doubled' | 'nearly doubled' | 'speck';
  readonly from: Point;
  readonly to: Point;
  /** How wide, or how long, mm. */
  readonly size: number;
  /** Nothing is done about it, and nobody said so. */
  readonly isOpen: boolean;
  readonly chosen: Choice;
  readonly choices: readonly (readonly [choice: Choice, label: string])[];
}

const GAP: Record<GapMend, string> = {
  join: 'closed',
  together: 'ends together',
  across: 'line across',
  prolonged: 'carried on',
  open: 'kept open',
};
const GAP_CHOICES = GAP_MENDS.map((kind) => [kind, GAP[kind]] as const);
const UNDECIDED = ['', 'not decided'] as const;

/** More would be no list any more; the largest of each kind are told. */
const MOST = 100;

/**
 * Faults one by one: first what is open, then what was mended.
 * @param item for what was decided by hand
 */
export function faultsOf(closing: Closing, item: ArtworkItem): Fault[] {
  const { gaps, joined, doubled, overshoots, crossed, nearly, specks } = closing;
  const gap = (isOpen: boolean, each: Closing['gaps'][number]): Fault => {
    const chosen = decisionOf(item, each) ?? (isOpen ? '' : 'join');
    const choices = chosen === '' ? [['', 'open'] as const, ...GAP_CHOICES] : GAP_CHOICES;
    return { ...each, what: 'gap', size: each.width, isOpen, chosen, choices };
  };
  const spot = <Each extends InFile & { readonly at: Point }>({ at, inFile }: Each) => ({ from: at, to: at, inFile });
  return [
    ...largest(gaps.map((each) => gap(true, each))),
    ...largest(
      overshoots.map((each): Fault => ({
        ...{ ...spot(each), what: 'ran past', size: each.length, isOpen: false },
        chosen: each.left ? 'uncut' : '',
        choices: [
          ['', 'cut back'],
          ['uncut', 'as drawn'],
        ],
      })),
    ),
    ...largest(
      crossed.map((each): Fault => {
        const chosen = each.taken ?? item.crossed ?? '';
        const own: Fault['choices'] =
          item.lines === 'areas'
            ? [
                ['parted', 'parted'],
                ['filled', 'filled'],
              ]
            : [['parted', 'as drawn']];
        return {
          ...{ ...spot(each), what: 'crosses itself', size: each.size, isOpen: chosen === '', chosen },
          choices: chosen === '' ? [UNDECIDED, ...own] : own,
        };
      }),
    ),
    ...largest(
      nearly.map((each): Fault => ({
        ...{ ...spot(each), what: 'nearly doubled', size: each.length, isOpen: !each.left },
        chosen: each.left ? 'both' : '',
        choices: [
          ['', 'not decided'],
          ['once', 'counts once'],
          ['both', 'both are run'],
        ],
      })),
    ),
    ...largest(
      doubled.map((each): Fault => ({
        ...{ ...spot(each), what: 'doubled', size: each.length, isOpen: false },
        chosen: each.left ? 'both' : '',
        choices: [
          ['', 'counts once'],
          ['both', 'both are run'],
        ],
      })),
    ),
    ...largest(
      specks.map((each): Fault => ({
        ...{ ...spot(each), what: 'speck', size: each.size, isOpen: false },
        chosen: each.left ? 'kept' : 'dropped',
        choices: [
          ['kept', 'stays'],
          ['dropped', 'left out'],
        ],
      })),
    ),
    ...largest(joined.map((each) => gap(false, each))),
  ].slice(0, MOST);
}

const largest = (all: readonly Fault[]): Fault[] => [...all].sort((a, b) => b.size - a.size);
