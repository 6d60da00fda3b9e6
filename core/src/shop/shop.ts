import type { FileRules } from './file-rules.ts';
import type { HouseLimits } from './limits.ts';

/** What a shop has and how it works: machines, materials, house limits and output maps. Lengths in mm. */
export interface Shop {
  readonly machines: readonly Machine[];
  readonly materials: readonly Material[];
  /** The rack. */
  readonly tools: readonly Tool[];
  /** Settings that were found to be right. */
  readonly tried: readonly TriedSettings[];
  /** What prices are told in, as it is written before a figure. */
  readonly currency: string;
}

/** A tool that can be put into a spindle. Lengths in mm. */
export interface Tool {
  readonly id: string;
  readonly name: string;
  /** flat: cuts as wide as it is at every depth; cone: wider the deeper it goes. */
  readonly kind: 'flat' | 'cone';
  /** Of a cone: where it is widest. */
  readonly diameter: number;
  /** Between the sides of a cone, degrees; 0 of a flat one. */
  readonly angle: number;
  /** How wide a cone is at its very end; a flat one is as wide as it is. */
  readonly tip: number;
  /** mm/s. */
  readonly feed: number;
  /** That it may cut at once. */
  readonly depth: number;
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
  /** In single materials, by id, where it is another there. */
  readonly materialKerf?: Readonly<Record<string, number>>;
  /** Who sets the line off by half of that: the file, or the machine's controller, which is given the true edge. */
  readonly kerfBy: 'file' | 'controller';
  /** How cuts are begun in the waste, where the file sets lines off. */
  readonly lead: Lead;
  /** Materials it works, by id. */
  readonly materials: readonly string[];
  /** What it can do at all, with the settings it starts from. */
  readonly settings: Partial<Record<Work, WorkSettings>>;
  /** mm/s between cuts. */
  readonly travelSpeed: number;
  readonly dynamics: Dynamics;
  /** Seconds to begin a line. */
  readonly pierceTime: number;
  /** What takes that: cuts alone, which a beam has to get through for; or every line, as of a tool that is let down. */
  readonly pierces: 'cuts' | 'lines';
  /** Distance between the passes that fill an engraved area. */
  readonly fillPitch: number;
  /** How many groups of areas may be swept by themselves in one file, each as a layer of its own. */
  readonly sweepsAtMost: number;
  /** What an hour of it costs, with whoever stands beside it; 0: not told. */
  readonly hourlyRate: number;
  readonly limits: HouseLimits;
  /** Weight that one bridge may carry, grams. */
  readonly bridgeLoad: number;
  /** How many times its width a bridge may be long before it bends or burns through. */
  readonly bridgeReach: number;
  /** Limits that a material has for itself on this machine, by its id. */
  readonly materialLimits?: Readonly<Record<string, Partial<HouseLimits>>>;
  readonly output: Record<Work, OutputLayer>;
  readonly files: FileRules;
}

/** How the tool comes to a cut line out of the waste, mm; all 0: it begins on the line. */
export interface Lead {
  /** Of the arc by which it comes to the line; 0: straight. */
  readonly radius: number;
  /** Of the straight way before the arc. */
  readonly length: number;
  /** How far it goes on past the start. */
  readonly overlap: number;
  /** Of the arc by which it leaves the line in the end; 0: it stops on it. */
  readonly out: number;
  /** How far it goes past outer corners, to come back to them in a loop; 0: it turns in them. */
  readonly corner: number;
  /** The file leads to cuts that the controller sets off, too. */
  readonly always: boolean;
}

/** How a machine gets up to speed and round corners. */
export interface Dynamics {
  /** Between lines, mm/s². */
  readonly travel: number;
  /** Along lines, mm/s². */
  readonly line: number;
  /** Along rows that are swept, mm/s². */
  readonly rows: number;
  /** By how much a corner may be cut, so that it need not be stopped in, mm. */
  readonly deviation: number;
  /** At the end of a swept row, before the next, s. */
  readonly settle: number;
}

/** By how much cuts are set off in the files, twice, mm: nothing where the controller sees to it. */
export const kerfInFile = (
  { kerf, kerfBy }: Pick<Machine, 'kerf' | 'kerfBy'>,
  release: { readonly kerf: Machine['kerfBy'] | null },
): number => ((release.kerf ?? kerfBy) === 'file' ? kerf : 0);

/** A machine as it is on a material: with the width of its cut there. */
export function onMaterial(machine: Machine, material: string): Machine {
  const kerf = machine.materialKerf?.[material] ?? machine.kerf;
  return kerf === machine.kerf ? machine : { ...machine, kerf };
}

export interface WorkSettings {
  /** mm/s. */
  readonly speed: number;
  /** Percent of what the machine has. */
  readonly power: number;
  readonly passes: number;
}

/** What lies on which machine. */
export interface Stock {
  readonly machine: string;
  readonly material: string;
  /** mm */
  readonly thickness: number;
}

/** Settings that were tried on a material, and what came of it. */
export interface TriedSettings extends WorkSettings, Stock {
  readonly id: string;
  readonly work: Work;
  readonly note: string;
  /** As 2026-05-31. */
  readonly date: string;
}

/** What a machine that lacks a kind of work is taken to do it with, so that a time can still be told. */
export const SLOW: WorkSettings = { speed: 10, power: 100, passes: 1 };

/** How one kind of work is written in the files. */
export interface OutputLayer {
  /** DXF layer and SVG group: upper-case ASCII. */
  readonly layer: string;
  /** SVG and PDF, as #rrggbb. */
  readonly colour: string;
  /** DXF colour number. */
  readonly dxfColour: number;
  /** mm. */
  readonly lineWidth: number;
  /** Areas that the machine sweeps: filled, or drawn by their edges. */
  readonly areas: 'filled' | 'edges';
}

export interface Material {
  readonly id: string;
  readonly name: string;
  /** g/cm³. */
  readonly density: number;
  /** Thicknesses kept in stock. */
  readonly stock: readonly number[];
  /** What a litre of it costs, so that a sheet costs as much as it is thick; 0: not told. */
  readonly price: number;
  /** Islands stay where they are by themselves: they need no bridges. */
  readonly stickyBack: boolean;
}

/** What two works or more have in common in a machine's files: who goes by that alone cannot tell them apart. */
export function sharedIn({
  output,
  settings,
}: Pick<Machine, 'output' | 'settings'>): { readonly what: string; readonly works: readonly Work[] }[] {
  const done = WORKS.filter((work) => settings[work]);
  const told: readonly (readonly [what: string, of: (layer: OutputLayer) => string | number])[] = [
    ['layer', ({ layer }) => layer],
    ['colour', ({ colour }) => colour.toLowerCase()],
    ['colour number', ({ dxfColour }) => dxfColour],
  ];
  return told.flatMap(([what, of]) => {
    const alike = done.map((work) => done.filter((other) => of(output[other]) === of(output[work])));
    const groups = alike.filter((works, i) => works.length > 1 && works[0] === done[i]);
    return groups.map((works) => ({ what, works }));
  });
}
