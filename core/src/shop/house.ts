import { PLAIN_FILES } from './file-rules.ts';
import type { Lead, Machine, Material, OutputLayer, Shop, Tool, Work } from './shop.ts';

/** What a shop starts from: machines and materials of the usual kinds, with careful limits. */

/** As thin as every reader still draws, and filled. */
const plain = { lineWidth: 0.05, areas: 'filled' } as const;

const output: Record<Work, OutputLayer> = {
  cut: { layer: 'CUT', colour: '#7a2755', dxfColour: 6, ...plain },
  score: { layer: 'SCORE', colour: '#23756b', dxfColour: 4, ...plain },
  engrave: { layer: 'ENGRAVE', colour: '#b97d18', dxfColour: 40, ...plain },
  mark: { layer: 'MARK', colour: '#47597a', dxfColour: 5, ...plain },
};

const materials: readonly Material[] = [
  { id: 'mild-steel', name: 'Mild steel', density: 7.85, stock: [1.5, 2, 3, 4, 5, 6, 8], price: 0, stickyBack: false },
  { id: 'brass', name: 'Brass', density: 8.5, stock: [0.8, 1, 1.5, 2, 3], price: 0, stickyBack: false },
  { id: 'plywood', name: 'Birch plywood', density: 0.68, stock: [3, 4, 6, 9, 12, 18], price: 0, stickyBack: false },
  { id: 'oak', name: 'Oak', density: 0.72, stock: [6, 10, 15, 20], price: 0, stickyBack: false },
  { id: 'acrylic', name: 'Acrylic', density: 1.19, stock: [2, 3, 5, 8], price: 0, stickyBack: false },
  { id: 'stencil-card', name: 'Stencil card', density: 0.9, stock: [0.35, 0.5], price: 0, stickyBack: false },
  {
    id: 'stencil-film',
    name: 'Stencil film, sticky back',
    density: 1.3,
    stock: [0.1, 0.15, 0.2],
    price: 0,
    stickyBack: true,
  },
];

/** Begun on the line. */
export const NO_LEAD: Lead = { radius: 0, length: 0, overlap: 0, out: 0, corner: 0, always: false };

const machines: readonly Machine[] = [
  {
    id: 'plasma',
    name: 'Plasma table',
    word: 'plasma',
    kerf: 1.3,
    // Torches wear: the controller has the width of the day.
    kerfBy: 'controller',
    lead: { radius: 3, length: 2, overlap: 1, out: 0, corner: 0, always: false },
    materials: ['mild-steel'],
    settings: { cut: { speed: 45, power: 100, passes: 1 }, mark: { speed: 60, power: 15, passes: 1 } },
    travelSpeed: 200,
    dynamics: { travel: 800, line: 800, rows: 800, deviation: 0.05, settle: 0 },
    pierceTime: 0.8,
    pierces: 'cuts',
    fillPitch: 1,
    sweepsAtMost: 8,
    hourlyRate: 0,
    bridgeLoad: 40,
    bridgeReach: 6,
    limits: {
      bridge: { least: 3, perThickness: 1.7 },
      neck: { least: 3, perThickness: 1.2 },
      wall: { least: 2.5, perThickness: 0.8 },
      gap: { least: 1.5, perThickness: 0.4 },
      counter: { least: 4, perThickness: 0.8 },
      speck: { least: 3, perThickness: 0.5 },
    },
    output,
    files: PLAIN_FILES,
  },
  {
    id: 'co2-laser',
    name: 'CO₂ laser',
    word: 'laser',
    kerf: 0.15,
    kerfBy: 'file',
    lead: NO_LEAD,
    materials: ['plywood', 'acrylic', 'oak', 'stencil-card', 'stencil-film'],
    settings: {
      cut: { speed: 15, power: 80, passes: 1 },
      score: { speed: 120, power: 20, passes: 1 },
      engrave: { speed: 400, power: 30, passes: 1 },
      mark: { speed: 200, power: 12, passes: 1 },
    },
    travelSpeed: 400,
    dynamics: { travel: 4000, line: 2000, rows: 8000, deviation: 0.02, settle: 0.005 },
    pierceTime: 0.1,
    pierces: 'cuts',
    fillPitch: 0.1,
    sweepsAtMost: 8,
    hourlyRate: 0,
    bridgeLoad: 25,
    bridgeReach: 12,
    limits: {
      bridge: { least: 1.2, perThickness: 0.6 },
      neck: { least: 1.5, perThickness: 0.5 },
      wall: { least: 0.8, perThickness: 0.25 },
      gap: { least: 0.3, perThickness: 0.1 },
      counter: { least: 1, perThickness: 0.2 },
      speck: { least: 1, perThickness: 0.2 },
    },
    output,
    files: PLAIN_FILES,
  },
  {
    id: 'fibre-laser',
    name: 'Fibre laser',
    word: 'fibre laser',
    kerf: 0.1,
    kerfBy: 'file',
    lead: NO_LEAD,
    materials: ['mild-steel', 'brass'],
    settings: {
      cut: { speed: 30, power: 90, passes: 1 },
      score: { speed: 200, power: 30, passes: 1 },
      engrave: { speed: 600, power: 40, passes: 2 },
      mark: { speed: 800, power: 20, passes: 1 },
    },
    travelSpeed: 600,
    dynamics: { travel: 6000, line: 4000, rows: 10_000, deviation: 0.01, settle: 0.005 },
    pierceTime: 0.2,
    pierces: 'cuts',
    fillPitch: 0.05,
    sweepsAtMost: 8,
    hourlyRate: 0,
    bridgeLoad: 40,
    bridgeReach: 10,
    limits: {
      bridge: { least: 0.8, perThickness: 0.8 },
      neck: { least: 1, perThickness: 0.6 },
      wall: { least: 0.6, perThickness: 0.4 },
      gap: { least: 0.2, perThickness: 0.15 },
      counter: { least: 0.6, perThickness: 0.3 },
      speck: { least: 0.5, perThickness: 0.3 },
    },
    output,
    files: PLAIN_FILES,
  },
  {
    id: 'router',
    name: 'CNC router',
    word: 'router',
    kerf: 3,
    kerfBy: 'file',
    lead: NO_LEAD,
    materials: ['plywood', 'oak', 'acrylic', 'brass'],
    settings: {
      cut: { speed: 25, power: 100, passes: 3 },
      score: { speed: 40, power: 100, passes: 1 },
      engrave: { speed: 30, power: 100, passes: 1 },
      mark: { speed: 40, power: 100, passes: 1 },
    },
    travelSpeed: 100,
    dynamics: { travel: 400, line: 300, rows: 300, deviation: 0.05, settle: 0 },
    pierceTime: 2,
    pierces: 'lines',
    fillPitch: 1.5,
    sweepsAtMost: 4,
    hourlyRate: 0,
    bridgeLoad: 150,
    bridgeReach: 8,
    limits: {
      bridge: { least: 3, perThickness: 0.6 },
      neck: { least: 3, perThickness: 0.5 },
      wall: { least: 2, perThickness: 0.3 },
      gap: { least: 3, perThickness: 0 },
      counter: { least: 3.2, perThickness: 0 },
      speck: { least: 3, perThickness: 0.2 },
    },
    output,
    files: PLAIN_FILES,
  },
  {
    id: 'engraver',
    name: 'Rotary engraver',
    word: 'engraver',
    kerf: 1,
    kerfBy: 'file',
    lead: NO_LEAD,
    materials: ['brass', 'acrylic'],
    settings: {
      cut: { speed: 6, power: 100, passes: 4 },
      score: { speed: 15, power: 100, passes: 1 },
      engrave: { speed: 12, power: 100, passes: 1 },
      mark: { speed: 20, power: 100, passes: 1 },
    },
    travelSpeed: 50,
    dynamics: { travel: 300, line: 300, rows: 300, deviation: 0.02, settle: 0 },
    pierceTime: 1,
    pierces: 'lines',
    fillPitch: 0.3,
    sweepsAtMost: 4,
    hourlyRate: 0,
    bridgeLoad: 20,
    bridgeReach: 8,
    limits: {
      bridge: { least: 1.5, perThickness: 1 },
      neck: { least: 1.2, perThickness: 0.8 },
      wall: { least: 0.8, perThickness: 0.5 },
      gap: { least: 0.4, perThickness: 0 },
      counter: { least: 0.5, perThickness: 0 },
      speck: { least: 0.5, perThickness: 0.2 },
    },
    output,
    files: PLAIN_FILES,
  },
];

const flat = (diameter: number, feed: number): Tool => ({
  id: `flat-${String(diameter).replace('.', '-')}`,
  name: `Flat ${diameter} mm`,
  ...{ kind: 'flat', diameter, angle: 0, tip: diameter, feed },
  // Half as deep as it is wide, in metal.
  depth: diameter / 2,
});

const cone = (angle: number, tip: number, diameter: number): Tool => ({
  id: `cone-${angle}`,
  name: `Cone ${angle}°, tip ${tip} mm`,
  ...{ kind: 'cone', diameter, angle, tip, feed: 10, depth: 0.5 },
});

const tools: readonly Tool[] = [
  ...[flat(0.3, 4), flat(0.5, 6), flat(0.8, 9), flat(1, 12), flat(1.5, 15), flat(2, 18), flat(3, 22), flat(6, 30)],
  ...[cone(60, 0.1, 6), cone(90, 0.2, 6)],
];

export const houseShop: Shop = { machines, materials, tools, tried: [], currency: '£' };

/** What a machine has that the shop kept before it said so: what its kind has, or what suits most. */
export const usualOf = (id: string): Pick<Machine, 'dynamics' | 'pierces'> =>
  machines.find((machine) => machine.id === id) ?? machines[1]!;
