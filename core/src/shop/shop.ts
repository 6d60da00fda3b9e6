/** What a shop has and how it works: machines, materials, house limits and output maps. Lengths in mm. */
export interface Shop {
  readonly machines: readonly Machine[];
  readonly materials: readonly Material[];
}

/** What can be done along a line or over an area. */
export type Work = 'cut' | 'score' | 'engrave' | 'mark';
export const WORKS: readonly Work[] = ['cut', 'score', 'engrave', 'mark'];

export interface Machine {
  readonly id: string;
  readonly name: string;
  /** Named in sentences: “plasma”, “router”. */
  readonly word: string;
  /** Width of the cut. */
  readonly kerf: number;
  /** Materials it works, by id. */
  readonly materials: readonly string[];
  /** What it can do at all, with the settings it starts from. */
  readonly settings: Partial<Record<Work, WorkSettings>>;
  /** mm/s between cuts. */
  readonly travelSpeed: number;
  /** Seconds to start each cut. */
  readonly pierceTime: number;
  /** Distance between the passes that fill an engraved area. */
  readonly fillPitch: number;
  readonly limits: HouseLimits;
  /** Weight that one bridge may carry, grams. */
  readonly bridgeLoad: number;
  /** How many times its width a bridge may be long before it bends or burns through. */
  readonly bridgeReach: number;
  /** Limits that a material has for itself on this machine, by its id. */
  readonly materialLimits?: Readonly<Record<string, Partial<HouseLimits>>>;
  readonly output: Record<Work, OutputLayer>;
}

export interface WorkSettings {
  /** mm/s. */
  readonly speed: number;
  /** Percent of what the machine has. */
  readonly power: number;
  readonly passes: number;
}

/** A limit that grows with the sheet: the larger of `least` and `perThickness` times the thickness. */
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

export const LIMIT_NAMES: Record<keyof HouseLimits, string> = {
  bridge: 'Bridge',
  neck: 'Neck between letters',
  wall: 'Wall',
  gap: 'Gap',
  counter: 'Counter',
  speck: 'Speck',
};

/** The limits of a machine in a material: the machine's own, but for those that the material has for itself. */
export const limitsFor = (machine: Machine, material: Material): HouseLimits => ({
  ...machine.limits,
  ...machine.materialLimits?.[material.id],
});

/** How one kind of work is written in the files. */
export interface OutputLayer {
  /** DXF layer and SVG group: upper-case ASCII. */
  readonly layer: string;
  /** SVG and PDF, as #rrggbb. */
  readonly colour: string;
  /** DXF colour number. */
  readonly dxfColour: number;
}

export interface Material {
  readonly id: string;
  readonly name: string;
  /** g/cm³. */
  readonly density: number;
  /** Thicknesses kept in stock. */
  readonly stock: readonly number[];
  /** Islands stay where they are by themselves: they need no bridges. */
  readonly stickyBack: boolean;
}

export const limitAt = (limit: ThicknessLimit, thickness: number): number =>
  Math.max(limit.least, limit.perThickness * thickness);

/** Why a limit is what it is, in words. */
export function limitReason(limit: ThicknessLimit, thickness: number, machine: Machine): string {
  const byThickness = limit.perThickness * thickness;
  return byThickness > limit.least
    ? `${limit.perThickness} × ${thickness} mm sheet on the ${machine.word}`
    : `least of the ${machine.word}`;
}
