import { heightOf, isEmptyBounds, widthOf, type Bounds } from '../geometry/bounds.ts';
import type { Machine, Material } from '../shop/shop.ts';

/** What a job costs, in the shop's currency; null where the shop has no price for it. */
export interface Cost {
  /** By the hour. */
  readonly machine: number | null;
  /** Of the material that the drawing takes with the sheet's margin round it. */
  readonly material: number | null;
  /** That, of the whole sheet. */
  readonly share: number;
  /** As it is written before a figure. */
  readonly currency: string;
}

const MM3_PER_LITRE = 1_000_000;

/**
 * @param job its time, s; what is drawn, the sheet and its margin, mm
 * @param job.thickness of the sheet, mm
 */
export function costOf(
  job: {
    readonly time: number;
    readonly bounds: Bounds;
    readonly sheet: { readonly width: number; readonly height: number };
    readonly margin: number;
    readonly thickness: number;
  },
  { hourlyRate }: Pick<Machine, 'hourlyRate'>,
  { price }: Pick<Material, 'price'>,
  currency: string,
): Cost {
  const { bounds, sheet, margin } = job;
  const taken = isEmptyBounds(bounds)
    ? 0
    : Math.min(sheet.width, widthOf(bounds) + 2 * margin) * Math.min(sheet.height, heightOf(bounds) + 2 * margin);
  return {
    machine: hourlyRate > 0 ? (job.time / 3600) * hourlyRate : null,
    material: price > 0 ? ((taken * job.thickness) / MM3_PER_LITRE) * price : null,
    currency,
    share: taken / (sheet.width * sheet.height),
  };
}
