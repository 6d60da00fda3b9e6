import { joinBounds, type Bounds } from '../geometry/bounds.ts';
import { formOf, nodeCount, type Contour } from '../geometry/contour.ts';
import type { Build } from '../job/build-job.ts';
import { reportOf, type Report } from '../job/report.ts';
import { toolWidth } from '../fills/fills.ts';
import { areaFilledBy } from '../operations/lines.ts';
import type { Operation } from '../operations/operations.ts';
import { placeBounds, placeRegion } from '../sheet/placement.ts';
import { assemblyPicture, type AssemblyPicture } from './assembly-picture.ts';
import { coneLook, type ConeLook } from './cone-look.ts';
import { downFrom } from './down.ts';
import { outlinePicture, type OutlineOf, type OutlinePicture } from './outline-picture.ts';
import { isPrick, screenPath } from './path.ts';

/**
 * A build as the screen needs it: path data in mm with y down from the sheet's top edge, and figures. Plain data that
 * may cross a worker's border.
 */
export interface Picture {
  readonly sheet: { readonly width: number; readonly height: number };
  /** Round all that lies on it. */
  readonly object: Bounds;
  readonly assemblies: readonly AssemblyPicture[];
  readonly operations: readonly {
    readonly id: string;
    readonly work: Operation['work'];
    readonly fill: boolean;
    /** 0; more where it is done once more. */
    readonly round: number;
    readonly sweep: number;
    readonly path: string;
    /** Of that, what is too short to be seen as a line; nothing of fills. */
    readonly pricks: string;
    readonly filled: FilledPicture | null;
  }[];
  /** Ends of segments, for showing nodes: x, y pairs. */
  readonly nodes: Float32Array;
  readonly report: Report;
  /** Outlines that a hand works on; null where it works on none. */
  readonly outline: OutlinePicture | null;
}

/** What strokes of an operation fill. */
export interface FilledPicture {
  /** How wide they are, mm: of a cone, its tip. */
  readonly width: number;
  /** What they are to fill; empty where another operation goes before. */
  readonly area: string;
  /** What a cone leaves; null of tools that cut as wide everywhere. */
  readonly cone: ConeLook | null;
}

/**
 * Draws a build.
 * @param outlineOf what a hand works on
 */
export function pictureOf(build: Build, outlineOf: OutlineOf | null = null): Picture {
  const { sheet, assemblies, operations } = build;
  const down = downFrom(sheet.height);
  const report = reportOf(build);
  const boxes = assemblies.flatMap(({ built, placements }) =>
    placements.map((placement) => placeBounds(built.arrangement.object, placement)),
  );
  return {
    sheet,
    object: down(joinBounds(boxes)),
    assemblies: assemblies.map((laid, i) => assemblyPicture(laid, report.assemblies[i]!, sheet.height)),
    operations: operations.map((operation) => ({
      id: operation.id,
      work: operation.work,
      fill: operation.fill,
      round: operation.round,
      sweep: operation.sweep,
      path: screenPath(operation.contours, sheet.height),
      pricks: operation.isFilled ? '' : screenPath(operation.contours.filter(isPrick), sheet.height),
      filled: operation.isFilled ? filledBy(operation, build) : null,
    })),
    nodes: nodesOf(
      // Those of fills are what the tool leaves, and nobody's to work on.
      operations.filter(({ isFilled }) => !isFilled).flatMap(({ contours }) => contours),
      sheet.height,
    ),
    report: {
      ...report,
      sweeps: report.sweeps.map((account) => ({
        ...account,
        groups: account.groups.map((group) => ({ ...group, bounds: down(group.bounds) })),
      })),
      findings: report.findings.map((finding) => ({ ...finding, where: finding.where && down(finding.where) })),
    },
    outline: outlineOf && outlinePicture(build, outlineOf),
  };
}

function filledBy({ id, contours }: Operation, { recipe, assemblies, sheet }: Build): FilledPicture | null {
  const fill = recipe.operations.find((each) => each.id === id)?.fill;
  if (!fill) return null;
  const areas = assemblies.flatMap(({ built, placements }) => {
    const area = areaFilledBy(built.lines, id);
    return placements.flatMap((placement) => placeRegion(area, placement));
  });
  const isSecond = fill.kind === 'pocket' && fill.after !== null;
  return {
    width: toolWidth(fill),
    area: isSecond ? '' : screenPath(areas, sheet.height),
    cone: fill.kind === 'cone' ? coneLook(contours, fill, sheet.height) : null,
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
