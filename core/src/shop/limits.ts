/** A limit that grows with the sheet: the larger of `least` and `perThickness` times the thickness. Lengths in mm. */
export interface ThicknessLimit {
  readonly least: number;
  readonly perThickness: number;
}

/** The least of each kind that the shop trusts. */
export interface HouseLimits {
  /** Width of a bridge. */
  readonly bridge: ThicknessLimit;
  /** Width of the join between letters. */
  readonly neck: ThicknessLimit;
  /** Thickness of material anywhere else. */
  readonly wall: ThicknessLimit;
  /** Width of a slot or of the gap between two edges: what is narrower, the cut closes or eats. */
  readonly gap: ThicknessLimit;
  /** Widest disc that fits in a counter. */
  readonly counter: ThicknessLimit;
  /** Largest side of a piece or hole. */
  readonly speck: ThicknessLimit;
}

export type LimitName = keyof HouseLimits;

/** Limits as they apply to a sheet of one thickness, mm. */
export type PlainLimits = Readonly<Record<LimitName, number>>;

export const LIMIT_NAMES: Record<LimitName, string> = {
  bridge: 'Bridge',
  neck: 'Neck between letters',
  wall: 'Wall',
  gap: 'Gap',
  counter: 'Counter',
  speck: 'Speck',
};

/** The limits of a machine in a material: the machine's own, but for those that the material has for itself. */
export const limitsFor = (
  machine: {
    readonly limits: HouseLimits;
    readonly materialLimits?: Readonly<Record<string, Partial<HouseLimits>>>;
  },
  material: { readonly id: string },
): HouseLimits => ({
  ...machine.limits,
  ...machine.materialLimits?.[material.id],
});

export const limitAt = (limit: ThicknessLimit, thickness: number): number =>
  Math.max(limit.least, limit.perThickness * thickness);

/** All limits at a thickness. */
export const limitsAt = (limits: HouseLimits, thickness: number): PlainLimits => ({
  bridge: limitAt(limits.bridge, thickness),
  neck: limitAt(limits.neck, thickness),
  wall: limitAt(limits.wall, thickness),
  gap: limitAt(limits.gap, thickness),
  counter: limitAt(limits.counter, thickness),
  speck: limitAt(limits.speck, thickness),
});

/** Why a limit is what it is, in words. */
export function limitReason(limit: ThicknessLimit, thickness: number, machine: { readonly word: string }): string {
  const byThickness = limit.perThickness * thickness;
  return byThickness > limit.least
    ? `${limit.perThickness} × ${thickness} mm sheet on the ${machine.word}`
    : `least of the ${machine.word}`;
}

/** What is measured is true within a hundredth of a mm; half of that is no fault. */
const SLACK = 0.005;

/** Whether a measured width, mm, falls short of its limit, and not by the inaccuracy of measuring alone. */
export const isUnder = (value: number, limit: number): boolean => value < limit - SLACK;
