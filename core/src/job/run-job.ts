import type { ReadDrawing } from '../formats/sheet-drawing.ts';
import { runFile, type Run } from '../machine/run-file.ts';
import { agreementOf, type Agreement } from './agreement.ts';
import type { Build } from './build-job.ts';
import { layerUses, sheetDrawing } from './file-drawing.ts';
import { joinedParts, partsOf } from './file-parts.ts';
import { readFile, tellable, tellsDepths, writeFile, type Format } from './files.ts';

/** A file of a job, run by the simulated machine. */
export interface JobRun extends Agreement {
  readonly drawing: ReadDrawing;
  readonly run: Run;
}

/** Runs what a reader found in a file of a job, and compares it with what the job says. */
export function runOfBuild(found: ReadDrawing, build: Build, format: Format): JobRun {
  const uses = layerUses(build);
  const run = runFile(found, build.machine, uses);
  const nearness = { isOnGrid: format === 'plt', tellsDepths: tellsDepths(format) };
  return { drawing: found, run, ...agreementOf(run, build.operations, uses, nearness) };
}

/** Writes a file of a job, reads it, and runs it. */
export async function runJob(build: Build, format: Format): Promise<JobRun> {
  const { files } = build.machine;
  const drawing = tellable(format, sheetDrawing(build, null));
  const found = await Promise.all(
    partsOf(drawing, files).map(async ({ drawing: part }) => {
      const bytes = await writeFile(format, part, build.recipe.release.tolerance, [], files);
      return readFile(format, bytes, part, files);
    }),
  );
  return runOfBuild(joinedParts(found), build, format);
}
