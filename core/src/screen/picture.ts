import { ownerOfIsland } from '../recipe/identity.ts';
import { componentRegion } from '../geometry/components.ts';
import { heightOf, widthOf, type Bounds } from '../geometry/bounds.ts';
import { flatten, formOf, nodeCount, type Contour } from '../geometry/contour.ts';
import { outlineOf } from '../geometry/outline.ts';
import type { Point } from '../geometry/point.ts';
import type { Axis, Face } from '../lettering/face.ts';
import type { FeatureChoice } from '../lettering/features.ts';
import { letterName } from '../lettering/naming.ts';
import { screenPath } from './path.ts';
import type { Piece } from '../hold/pieces.ts';
import type { Operation } from '../operations/operations.ts';
import type { Build } from '../job/build-job.ts';
import { reportOf, type IslandReport, type Report } from '../job/report.ts';

/**
 * A build as the screen needs it: path data in mm with y down from the sheet's top edge, and figures. Plain data that
 * may cross a worker's border.
 */
export interface Picture {
  readonly sheet: { readonly width: number; readonly height: number };
  readonly object: Bounds;
  /** Width and height of the words, mm. */
  readonly inkWidth: number;
  readonly inkHeight: number;
  /** Material as it will lie there, for filling even-odd. */
  readonly solid: string;
  /** Engraved areas, for filling even-odd. */
  readonly engraved: string;
  readonly linework: string;
  readonly operations: readonly {
    readonly id: string;
    readonly work: Operation['work'];
    readonly fill: boolean;
    readonly path: string;
  }[];
  readonly pieces: readonly {
    readonly id: string;
    readonly status: Piece['status'];
    readonly intended: boolean;
    readonly path: string;
    readonly bounds: Bounds;
  }[];
  /**
   * Islands, each with its outline as x, y pairs from share 0 on (see geometry/outline.ts): what bridges slide along.
   */
  readonly islands: readonly {
    readonly id: string;
    readonly letter: string | null;
    readonly bounds: Bounds;
    readonly status: IslandReport['status'];
    readonly outline: readonly number[];
  }[];
  /**
   * Places of bridges: where they leave the island, the walls they stand between, degrees counter-clockwise as on the
   * sheet.
   */
  readonly bridges: readonly PictureBridge[];
  readonly bridgeArea: string;
  readonly ties: string;
  readonly tabs: readonly {
    readonly part: string;
    readonly at: number;
    readonly x: number;
    readonly y: number;
    readonly outline: number;
  }[];
  /** Outlines of parts that tabs slide along, as x, y pairs from share 0 on. */
  readonly tabOutlines: readonly (readonly number[])[];
  /** For picking letters on the bed. */
  readonly letters: readonly PictureLetter[];
  /** What the face offers; null where it is not here. */
  readonly face: {
    readonly kind: Face['kind'];
    readonly features: readonly FeatureChoice[];
    readonly axes: readonly Axis[];
  } | null;
  /** Ends of segments, for showing nodes: x, y pairs. */
  readonly nodes: Float32Array;
  readonly report: Report;
}

export interface PictureLetter {
  readonly id: string;
  readonly text: string;
  readonly name: string;
  readonly line: number;
  readonly bounds: Bounds;
  /** Height of the baseline it stands on, y down, and cap height of its line, mm. */
  readonly baseline: number;
  readonly capHeight: number;
  /** Degrees counter-clockwise that it stands turned. */
  readonly turn: number;
}

export interface PictureBridge {
  readonly id: string;
  readonly island: string;
  readonly at: number;
  /** From the letter's own level. */
  readonly angle: number;
  readonly width: number;
  readonly length: number;
  /** Which of the island's places put by hand it stands at; null where it was placed by itself. */
  readonly place: number | null;
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
}

/** Flattening of outlines that things slide along, mm. */
const SLIDE_TOLERANCE = 0.05;

/** Draws a build. */
export function pictureOf(build: Build): Picture {
  const { arrangement, drawing, operations, pieces, hold } = build;
  const { height } = arrangement.sheet;
  const path = (contours: readonly Contour[]) => screenPath(contours, height);
  const down = ({ minX, minY, maxX, maxY }: Bounds): Bounds => ({
    minX,
    maxX,
    minY: height - maxY,
    maxY: height - minY,
  });
  const report = reportOf(build);
  const turnOf = new Map<string, number>(arrangement.letters.map(({ id, turn }) => [id, turn]));
  const slide = (contour: Contour, turn: number) => slideOutline(contour, turn, height);
  const tabbed = [...new Set(build.tabs.map(({ contour }) => contour))];
  return {
    sheet: arrangement.sheet,
    object: down(arrangement.object),
    inkWidth: widthOf(build.lettering.bounds),
    inkHeight: heightOf(build.lettering.bounds),
    solid: path(drawing.outline),
    engraved: path(drawing.area),
    linework: path(drawing.linework),
    operations: operations.map(({ id, work, fill, contours }) => ({ id, work, fill, path: path(contours) })),
    pieces: pieces.map(({ id, status, intended, component }) => ({
      id,
      status,
      intended,
      path: path(componentRegion(component)),
      bounds: down(component.bounds),
    })),
    islands: hold.islands.map(({ id, letter, component }, i) => ({
      id,
      letter,
      bounds: down(component.bounds),
      status: report.islands[i]!.status,
      outline: slide(component.outer, turnOf.get(letter ?? '') ?? 0),
    })),
    bridges: hold.bridges.map(({ id, island, at, angle, width, length, place, from, to }) => ({
      id,
      island,
      at,
      angle: angle - (turnOf.get(ownerOfIsland(island)) ?? 0),
      width,
      length,
      place,
      from: [from.x, height - from.y],
      to: [to.x, height - to.y],
    })),
    bridgeArea: path(hold.bridgeArea),
    ties: path(hold.tieArea),
    tabs: build.tabs.map(({ part, at, middle, contour }) => ({
      part,
      at,
      x: middle.x,
      y: height - middle.y,
      outline: tabbed.indexOf(contour),
    })),
    tabOutlines: tabbed.map((contour) => slide(contour, 0)),
    letters: (build.recipe.coupon ? [] : arrangement.letters).map(({ id, text, line, bounds, origin, turn }) => ({
      id,
      text,
      line,
      turn,
      name: letterName(id, arrangement.letters),
      bounds: down(bounds),
      baseline: height - origin.y,
      capHeight: build.lettering.capHeight * (build.recipe.lettering.lineScale[line] ?? 1),
    })),
    face: build.face && { kind: build.face.kind, features: build.face.features, axes: build.face.axes },
    nodes: nodesOf(
      operations.flatMap(({ contours }) => contours),
      height,
    ),
    report: {
      ...report,
      findings: report.findings.map((finding) => ({ ...finding, place: finding.place && down(finding.place) })),
    },
  };
}

function nodesOf(contours: readonly Contour[], height: number): Float32Array {
  const nodes = new Float32Array(2 * contours.reduce((sum, contour) => sum + nodeCount(contour), 0));
  let i = 0;
  for (const contour of contours) {
    const { form, dx, dy } = formOf(contour);
    for (const { from } of form.segments) {
      nodes[i++] = from.x + dx;
      nodes[i++] = height - from.y - dy;
    }
  }
  return nodes;
}

const slides = new WeakMap<Contour, { readonly turn: number; readonly points: readonly Point[] }>();

/** The outline as x, y pairs from share 0 on; found once for all places of a form. */
function slideOutline(contour: Contour, turn: number, height: number): number[] {
  const { form, dx, dy } = formOf(contour);
  let known = slides.get(form);
  if (known?.turn !== turn)
    slides.set(form, (known = { turn, points: outlineOf(flatten(form, SLIDE_TOLERANCE), turn).points }));
  return known.points.flatMap(({ x, y }) => [x + dx, height - y - dy]);
}
