import type { FillKind } from '@needlefile/core/recipe/schema';

/** Ways to fill areas, as the panel names them. */
export const FILL_WORDS: Readonly<Record<FillKind, { readonly label: string; readonly hint: string }>> = {
  hatch: { label: 'Hatched', hint: 'Rows of lines that are in the file.' },
  pocket: { label: 'Cleared', hint: 'Rings of a cutter, from the inside out, the wall last.' },
  cone: { label: 'Carved', hint: 'Along their middle with a conical cutter, as deep as they are wide.' },
  dots: { label: 'Dotted', hint: 'Discs: stones, rivets, punch marks.' },
};

/** Changes a part of a fill; what was typed or pulled together is one step. */
export type SetFill<Plan> = (label: string, part: Partial<Plan>) => void;
