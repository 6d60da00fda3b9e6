import { compareDrawings, type ReadBack } from '../formats/compare.ts';
import type { SheetDrawing } from '../formats/sheet-drawing.ts';
import type { Build } from './build-job.ts';
import { sheetDrawing } from './file-drawing.ts';
import { readFile, writeFile, type Format } from './files.ts';
import { jobTicket } from './job-ticket.ts';
import { measure } from './measure-job.ts';
import { reportOf, type Report } from './report.ts';
import { runOfBuild } from './run-job.ts';

export interface ReleasedFile {
  readonly format: Format;
  readonly bytes: Uint8Array;
  readonly readBack: ReadBack;
  /** How long the simulated machine takes for the file. */
  readonly seconds: number;
}

export interface Release {
  readonly files: readonly ReleasedFile[];
  readonly report: Report;
}

/** How far a release is, from 0 to 1, and with what it is busy. */
export interface ReleaseProgress {
  readonly doing: string;
  readonly share: number;
}

/** A file that did not read back as what was meant: it must not leave the shop. */
export class ReleaseRefused extends Error {
  override readonly name = 'ReleaseRefused';
}

/**
 * Writes a build's files and reads each back before giving it out.
 * @param revision of the recipe, for the files' titles; null where there is none
 * @param tell hears how far it is
 * @throws ReleaseRefused where there is nothing to write or a file reads back wrong
 */
export async function release(
  build: Build,
  formats: readonly Format[],
  revision: number | null,
  tell: (progress: ReleaseProgress) => void = () => {},
): Promise<Release> {
  const drawing = sheetDrawing(build, revision);
  if (drawing.layers.length === 0) throw new ReleaseRefused('There is nothing to release: no line has an operation.');
  tell({ doing: 'Measuring', share: 0.2 });
  const report = reportOf(build, measure(build));
  const files: ReleasedFile[] = [];
  for (const [i, format] of formats.entries()) {
    tell({ doing: `Writing the ${format.toUpperCase()} and running it`, share: 0.5 + (0.5 * i) / formats.length });
    files.push(await write(format, drawing, report, build));
  }
  return { files, report };
}

/** @throws ReleaseRefused where the file reads back wrong, or the machine would do with it what the job does not say */
async function write(format: Format, drawing: SheetDrawing, report: Report, build: Build): Promise<ReleasedFile> {
  const { tolerance } = build.recipe.release;
  const bytes = await writeFile(format, drawing, tolerance, jobTicket(report, drawing));
  const found = await readFile(format, bytes);
  const readBack = compareDrawings(drawing, found, tolerance);
  const refuse = (what: string, problems: readonly string[]): never => {
    throw new ReleaseRefused(`The ${format.toUpperCase()} ${what}: ${problems.join('; ')}. It is not offered.`);
  };
  if (!readBack.ok) refuse('did not read back as it was meant', readBack.problems);
  const { run, differences } = runOfBuild(found, build);
  if (differences.length > 0) refuse('would not run as the job says', differences);
  return { format, bytes, readBack, seconds: run.seconds };
}
