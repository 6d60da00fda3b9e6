import { stopsFirst } from '../check/stops-first.ts';
import { thickenOutcome } from '../construct/groups.ts';
import type { Finding } from '../check/finding.ts';
import { joinBounds, type Bounds } from '../geometry/bounds.ts';
import type { Point } from '../geometry/point.ts';
import { formOf, nodeCount, type Contour } from '../geometry/contour.ts';
import { contourArea, contourBounds } from '../geometry/contour-facts.ts';
import { countBridges } from '../hold/bridges/bridge.ts';
import type { Tie } from '../hold/joins/tie.ts';
import type { Piece } from '../hold/pieces.ts';
import type { ArtworkFacts } from '../items/item.ts';
import { itemName } from '../items/kinds.ts';
import { inItem } from '../recipe/identity.ts';
import { letterName, letterNames } from '../lettering/naming.ts';
import type { Assembly, Item, LineKind, Role } from '../recipe/schema.ts';
import { laysOf, stockOf, type Lays } from '../recipe/stock.ts';
import { placeBounds, placePoint } from '../sheet/placement.ts';
import { kerfInFile, type Work, type WorkSettings } from '../shop/shop.ts';
import type { Operation } from '../operations/operations.ts';
import type { Build, LaidAssembly } from './build-job.ts';
import { circleOf } from '../geometry/shapes.ts';
import { costOf, type Cost } from './cost.ts';
import { LaidMemo } from './laid-memo.ts';
import type { SweepAccount } from './run-sweeps.ts';
import type { AssemblyMeasures, JobMeasures } from './measure-job.ts';
import { measureReportOf, type MeasureReport } from './measure-report.ts';

/**
 * What a job comes to, as plain data: lengths in mm, areas in mm², weights in grams, times in seconds, places on the
 * sheet.
 */
export interface Report {
  readonly name: string;
  readonly machine: string;
  readonly material: string;
  readonly thickness: number;
  /** Cut lines in the files are set off by half of this, mm; 0: they lie on the true edges. */
  readonly kerf: number;
  /** What of the job lies on the sheet. */
  readonly lays: Lays;
  readonly sheet: { readonly width: number; readonly height: number };
  readonly bounds: Bounds;
  readonly assemblies: readonly AssemblyReport[];
  readonly findings: readonly Finding[];
  readonly operations: readonly OperationReport[];
  readonly sweeps: readonly SweepAccount[];
  readonly nodes: { readonly fonts: number; readonly released: number };
  readonly time: number;
  readonly cost: Cost;
}

/** What a thing comes to; where it has copies, the first of them. */
export interface AssemblyReport {
  readonly id: string;
  readonly name: string;
  readonly make: Assembly['make'];
  readonly copies: number;
  readonly items: readonly ItemReport[];
  /** Of the largest lettering in it. */
  readonly capHeight: number;
  /** What thickening did to the counters. */
  readonly thickened: { readonly closed: number; readonly kept: number };
  readonly pieces: readonly PieceReport[];
  readonly islands: readonly IslandReport[];
  readonly bridges: readonly {
    readonly id: string;
    readonly width: number;
    readonly length: number;
    readonly angle: number;
    readonly from: Point;
    readonly to: Point;
    readonly byHand: boolean;
  }[];
  readonly ties: readonly {
    readonly id: string;
    readonly why: Tie['why'];
    readonly name: string;
    readonly width: number;
    readonly length: number;
  }[];
  /** How far letters were closed up, mm. */
  readonly closedUp: readonly { readonly letter: string; readonly by: number }[];
  readonly tabs: number;
  /** How thick it is; left out where nobody measured. */
  readonly measures?: MeasureReport;
}

export interface ItemReport {
  readonly id: string;
  readonly name: string;
  readonly kind: Item['kind'];
  readonly role: Role;
  /** As they came out, mm; null where it has no letters. */
  readonly capHeight: number | null;
  readonly xHeight: number | null;
  /** What became of its file; null where it comes from none. */
  readonly artwork: ArtworkFacts | null;
}

export interface PieceReport {
  readonly id: string;
  readonly status: Piece['status'];
  readonly intended: boolean;
  readonly name: string;
  readonly area: number;
  readonly weight: number;
  readonly bounds: Bounds;
  readonly letters: readonly string[];
}

export interface IslandReport {
  readonly id: string;
  readonly letter: string | null;
  readonly name: string;
  readonly area: number;
  readonly weight: number;
  readonly bridges: number;
  readonly status: 'held' | 'drops out' | 'may drop';
  /**
   * Of the widest disc that passes to the frame, mm; null where it does not hang, and left out where nobody measured.
   */
  readonly neck?: number | null;
}

export interface OperationReport {
  readonly id: string;
  /** null: called by what it is of. */
  readonly name: string | null;
  readonly kinds: readonly LineKind[];
  readonly work: Work;
  readonly fill: boolean;
  /** Which of several groups that are swept by themselves, from 1; 0: not parted so. */
  readonly sweep: number;
  readonly contours: number;
  /** Of them, lines that do not come home: strokes, and cuts that leave tabs. */
  readonly open: number;
  readonly nodes: number;
  /** Of them, circles: how many of each size, mm, the most first: what is to be ordered, or drilled. */
  readonly circles: readonly { readonly diameter: number; readonly count: number }[];
  readonly length: number;
  readonly travel: number;
  readonly time: number;
  /** Of the time, lifted between lines. */
  readonly lifted: number;
  /** Of the time, before lines are begun. */
  readonly starts: number;
  /** How deep the tool goes, where lines have depths, mm; else 0. */
  readonly deepest: number;
  readonly settings: WorkSettings;
}

const nodesIn = (contours: readonly Contour[]): number =>
  contours.reduce((sum, contour) => sum + nodeCount(contour), 0);

/** Of things that nobody measured. */
const reports = new LaidMemo<AssemblyReport>();

/** Sums a build up, with its measures where they were taken. */
export function reportOf(build: Build, measures?: JobMeasures): Report {
  const { recipe, machine, material, currency, sheet, assemblies, operations, sweeps, findings } = build;
  const kerf = kerfInFile(machine, recipe.release);
  const released = operations.flatMap(({ contours }) => contours);
  const bounds = joinBounds(released.map(contourBounds));
  const time = operations.reduce((sum, operation) => sum + operation.time, 0);
  const letters = assemblies.flatMap(({ built, placements }) => placements.map(() => built.arrangement.letters));
  return {
    name: recipe.name,
    machine: machine.name,
    material: material.name,
    thickness: stockOf(recipe).thickness,
    kerf,
    lays: laysOf(recipe),
    sheet,
    bounds,
    assemblies: assemblies.map((laid, i) => {
      const taken = measures?.assemblies[i];
      return taken ? assemblyReport(laid, taken) : reports.of(laid, 0, () => assemblyReport(laid));
    }),
    findings: measures ? stopsFirst([...findings, ...measures.findings]) : findings,
    operations: operations.map((operation) => operationReport(operation, kerf)),
    sweeps,
    nodes: { fonts: letters.flat().reduce((sum, { nodes }) => sum + nodes, 0), released: nodesIn(released) },
    time,
    cost: costOf(
      { time, bounds, sheet, margin: recipe.sheet.margin, thickness: stockOf(recipe).thickness },
      machine,
      material,
      currency,
    ),
  };
}

/** @param kerf what the file sees to of it, mm */
function operationReport(operation: Operation, kerf: number): OperationReport {
  const { contours, possible: _possible, round: _round, isFilled: _filled, ...told } = operation;
  return {
    ...told,
    contours: contours.length,
    open: contours.filter(({ closed }) => !closed).length,
    nodes: nodesIn(contours),
    circles: circlesIn(contours, operation.work === 'cut' ? kerf : 0),
  };
}

/** Circles as they come out of the machine: holes wider by the cut than its line, discs narrower. */
function circlesIn(contours: readonly Contour[], cut: number): OperationReport['circles'] {
  const counts = new Map<number, number>();
  for (const contour of contours) {
    const circle = circleOf(formOf(contour).form);
    if (!circle) continue;
    const isHole = contourArea(contour) < 0;
    const diameter = Number((2 * circle.radius + (isHole ? cut : -cut)).toFixed(2));
    counts.set(diameter, (counts.get(diameter) ?? 0) + 1);
  }
  return [...counts].map(([diameter, count]) => ({ diameter, count })).sort((a, b) => b.count - a.count);
}

function assemblyReport({ assembly, name, built, placements }: LaidAssembly, taken?: AssemblyMeasures): AssemblyReport {
  const { arrangement, hold, pieces, items, capHeight, construction, tabs, around } = built;
  const { letters } = arrangement;
  const placement = placements[0]!;
  const at = (point: Point): Point => placePoint(point, placement);
  const weightOf = (area: number) => (area * around.thickness * around.material.density) / 1000;
  const outcome = thickenOutcome(construction.groups);
  return {
    id: assembly.id,
    name,
    make: assembly.make,
    copies: placements.length,
    items: items.map(({ item, role, form: { lettering, artwork } }) => ({
      id: item.id,
      name: itemName(item),
      kind: item.kind,
      role,
      capHeight: lettering && lettering.capHeight,
      xHeight: lettering && lettering.xHeight,
      artwork,
    })),
    capHeight,
    thickened: {
      closed: outcome.closed.reduce((sum, { counters }) => sum + counters, 0),
      kept: outcome.kept,
    },
    pieces: pieces.map(({ id, status, intended, name: called, letters: own, component }) => ({
      id,
      status,
      intended,
      name: called,
      area: component.area,
      weight: weightOf(component.area),
      bounds: placeBounds(component.bounds, placement),
      letters: letterNames(own, letters),
    })),
    islands: islandReports(built, weightOf, taken),
    bridges: hold.bridges.map(({ id, width, length, angle, from, to, handIndex }) => ({
      id,
      width,
      length,
      angle: angle + placement.turn,
      from: at(from),
      to: at(to),
      byHand: handIndex !== null,
    })),
    ties: hold.ties.map(({ id, why, part, width, length }) => ({
      id,
      why,
      name: letterName(part, letters),
      width,
      length,
    })),
    closedUp: items.flatMap(({ item, form }) =>
      [...(form.lettering?.closedUp ?? [])].map(([id, by]) => ({
        letter: letterName(inItem(item.id, id), letters),
        by,
      })),
    ),
    tabs: tabs.length,
    ...(taken && { measures: measureReportOf(taken) }),
  };
}

function islandReports(
  { hold }: LaidAssembly['built'],
  weightOf: (area: number) => number,
  taken: AssemblyMeasures | undefined,
): IslandReport[] {
  const idsOf = (islands: typeof hold.islands) => new Set<string>(islands.map(({ id }) => id));
  const [dropping, unheld] = [idsOf(hold.dropping), idsOf(hold.unheld)];
  const counts = countBridges(hold.bridges);
  return hold.islands.map(({ id, letter, name, component }) => ({
    id,
    letter,
    name,
    area: component.area,
    weight: weightOf(component.area),
    bridges: counts.get(id) ?? 0,
    status: dropping.has(id) ? 'may drop' : unheld.has(id) ? 'drops out' : 'held',
    ...(taken && { neck: taken.measures.islandHolds.find(({ island }) => island === id)?.width ?? null }),
  }));
}
