import { stopsFirst } from '../check/stops-first.ts';
import { thickenOutcome } from '../construct/groups.ts';
import type { Finding } from '../check/finding.ts';
import { joinBounds, type Bounds } from '../geometry/bounds.ts';
import type { Point } from '../geometry/point.ts';
import { nodeCount, type Contour } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { countBridges } from '../hold/bridges/bridge.ts';
import type { Tie } from '../hold/joins/tie.ts';
import type { Piece } from '../hold/pieces.ts';
import type { Histogram, ThinPlace } from '../measure/thickness.ts';
import { letterName, letterNames } from '../lettering/naming.ts';
import type { Step } from '../recipe/schema.ts';
import type { Work, WorkSettings } from '../shop/shop.ts';
import type { Speck } from '../measure/specks.ts';
import type { Build } from './build-job.ts';
import type { Measures } from './measure-job.ts';

/** What a job comes to, as plain data: lengths in mm, areas in mm², weights in grams, times in seconds. */
export interface Report {
  readonly name: string;
  readonly make: string;
  readonly machine: string;
  readonly material: string;
  readonly thickness: number;
  readonly sheet: { readonly width: number; readonly height: number };
  readonly bounds: Bounds;
  readonly capHeight: number;
  readonly xHeight: number;
  /** What thickening did to the counters. */
  readonly thickened: { readonly by: number; readonly closed: number; readonly kept: number };
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
  readonly findings: readonly Finding[];
  readonly operations: readonly OperationReport[];
  /** How thick things are; left out where nobody measured. */
  readonly measures?: MeasureReport;
  readonly nodes: { readonly fonts: number; readonly released: number };
  readonly time: number;
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
  readonly work: Work;
  readonly step: Step;
  readonly fill: boolean;
  readonly contours: number;
  readonly nodes: number;
  readonly length: number;
  readonly travel: number;
  readonly time: number;
  readonly settings: WorkSettings;
}

const nodesIn = (contours: readonly Contour[]): number =>
  contours.reduce((sum, contour) => sum + nodeCount(contour), 0);

/** Figures of thickness, mm. Places in mm on the sheet. */
export interface MeasureReport {
  readonly of: Measures['of'];
  readonly limits: Measures['limits'];
  readonly least: { readonly thickness: PlaceReport | null; readonly gap: PlaceReport | null };
  readonly thin: readonly PlaceReport[];
  readonly narrow: readonly PlaceReport[];
  readonly necks: readonly {
    readonly between: readonly [string, string];
    readonly width: number;
    readonly place: Bounds;
  }[];
  readonly counters: readonly {
    readonly name: string;
    readonly disc: number;
    readonly width: number;
    readonly area: number;
    readonly place: Bounds;
  }[];
  readonly specks: readonly Pick<Speck, 'size' | 'place'>[];
  /**
   * How wide each island's way to the frame is, and at how many points each part of stand-alone lettering is joined.
   */
  readonly islandHolds: readonly (Measures['islandHolds'][number] & { readonly name: string })[];
  readonly points: readonly { readonly name: string; readonly points: number }[];
  /** Area by thickness, mm² for each bar so many mm wide. */
  readonly histograms: { readonly thickness: Histogram; readonly gap: Histogram };
}

export interface PlaceReport {
  readonly kind: 'neck' | 'wall';
  readonly width: number;
  readonly length: number;
  readonly place: Bounds;
  readonly between: readonly string[];
}

/** Sums measures up. */
export function measureReportOf({ arrangement, hold }: Build, measures: Measures): MeasureReport {
  const name = (id: string) => letterName(id, arrangement.letters);
  const placeOf = ({ kind, width, length, place, between }: ThinPlace): PlaceReport => ({
    kind,
    width,
    length,
    place,
    between: between.map(name),
  });
  const { thickness, gaps } = measures;
  return {
    of: measures.of,
    limits: measures.limits,
    least: { thickness: thickness.least && placeOf(thickness.least), gap: gaps.least && placeOf(gaps.least) },
    thin: thickness.thin.map(placeOf),
    narrow: gaps.thin.map(placeOf),
    necks: measures.necks.map(({ a, b, width, place }) => ({ between: [name(a), name(b)], width, place })),
    counters: measures.counters.map(({ name: letter, disc, width, area, place }) => ({
      name: letter,
      disc,
      width,
      area,
      place,
    })),
    specks: measures.specks.map(({ size, place }) => ({ size, place })),
    islandHolds: measures.islandHolds.map((each, i) => ({ ...each, name: hold.islands[i]!.name })),
    points: measures.points.map(({ part, points }) => ({ name: name(part), points })),
    histograms: { thickness: thickness.histogram, gap: gaps.histogram },
  };
}

/** Sums a build up, with its measures where they were taken. */
export function reportOf(build: Build, measures?: Measures): Report {
  const { recipe, machine, material, arrangement, hold, pieces, operations, findings, lettering } = build;
  const weightOf = (area: number) => (area * recipe.thickness * material.density) / 1000;
  const outcome = thickenOutcome(build.construction.groups);
  const idsOf = (islands: typeof hold.islands) => new Set<string>(islands.map(({ id }) => id));
  const [dropping, unheld] = [idsOf(hold.dropping), idsOf(hold.unheld)];
  const counts = countBridges(hold.bridges);
  const released = operations.flatMap(({ contours }) => contours);
  return {
    name: recipe.name,
    make: recipe.make,
    machine: machine.name,
    material: material.name,
    thickness: recipe.thickness,
    sheet: arrangement.sheet,
    bounds: joinBounds(released.map(contourBounds)),
    capHeight: lettering.capHeight,
    xHeight: lettering.xHeight,
    thickened: {
      by: recipe.lettering.thicken.by,
      closed: outcome.closed.reduce((sum, { counters }) => sum + counters, 0),
      kept: outcome.kept,
    },
    pieces: pieces.map(({ id, status, intended, name, letters, component }) => ({
      id,
      status,
      intended,
      name,
      area: component.area,
      weight: weightOf(component.area),
      bounds: component.bounds,
      letters: letterNames(letters, arrangement.letters),
    })),
    islands: hold.islands.map(({ id, letter, name, component }) => ({
      id,
      letter,
      name,
      area: component.area,
      weight: weightOf(component.area),
      bridges: counts.get(id) ?? 0,
      status: dropping.has(id) ? 'may drop' : unheld.has(id) ? 'drops out' : 'held',
      ...(measures && { neck: measures.islandHolds.find(({ island }) => island === id)?.width ?? null }),
    })),
    bridges: hold.bridges.map(({ id, width, length, angle, from, to, place }) => ({
      id,
      width,
      length,
      angle,
      from,
      to,
      byHand: place !== null,
    })),
    ties: hold.ties.map(({ id, why, part, width, length }) => ({
      id,
      why,
      name: letterName(part, arrangement.letters),
      width,
      length,
    })),
    closedUp: [...(lettering.closedUp ?? [])].map(([id, by]) => ({ letter: letterName(id, arrangement.letters), by })),
    tabs: build.tabs.length,
    findings: measures ? stopsFirst([...findings, ...measures.findings]) : findings,
    ...(measures && { measures: measureReportOf(build, measures) }),
    operations: operations.map(({ id, work, step, fill, contours, length, travel, time, settings }) => ({
      id,
      work,
      step,
      fill,
      contours: contours.length,
      nodes: nodesIn(contours),
      length,
      travel,
      time,
      settings,
    })),
    nodes: { fonts: arrangement.letters.reduce((sum, { nodes }) => sum + nodes, 0), released: nodesIn(released) },
    time: operations.reduce((sum, { time }) => sum + time, 0),
  };
}
