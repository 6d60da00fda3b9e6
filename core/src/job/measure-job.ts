import type { AssemblyBuild } from '../assembly/build-assembly.ts';
import { StageCache } from '../assembly/stages.ts';
import { withAccepted } from '../check/accepted.ts';
import { findingOf } from '../check/check.ts';
import type { Finding } from '../check/finding.ts';
import type { Memo } from '../geometry/memo.ts';
import { placeBounds, type Placement } from '../sheet/placement.ts';
import type { Build } from './build-job.ts';
import { measureAssembly, type Measures } from './measure-assembly.ts';

/** How thick the things of a job are, and whether that is enough. */
export interface JobMeasures {
  readonly assemblies: readonly AssemblyMeasures[];
  /** Places on the sheet. */
  readonly findings: readonly Finding[];
}

/** Measures of one thing. */
export interface AssemblyMeasures {
  readonly id: string;
  readonly built: AssemblyBuild;
  /** Places in the thing's own frame. */
  readonly measures: Measures;
  /** Where that lies on the sheet. */
  readonly placement: Placement;
}

/**
 * Measures a build. Pure, as `build` is, and done apart from it, so that the drawing need not wait.
 * @param memo kept between measures by a caller that measures again and again
 */
export function measure({ assemblies, recipe }: Build, memo: Memo = new StageCache().memo): JobMeasures {
  const measured = assemblies.map(({ assembly: { id }, built, placements, name }) => ({
    id,
    name,
    built,
    measures: measureAssembly(built, memo),
    placement: placements[0]!,
  }));
  return {
    assemblies: measured,
    findings: withAccepted(
      measured.flatMap(({ id, name, built, measures, placement }) =>
        measures.findings.map((finding) => ({
          ...findingOf(finding, id, built.coupon?.of),
          ...(measured.length > 1 && { on: name }),
          where: finding.where && placeBounds(finding.where, placement),
        })),
      ),
      recipe.accepted,
    ),
  };
}
