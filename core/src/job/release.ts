import { compareDrawings, type ReadBack } from '../formats/compare.ts';
import type { ReadDrawing, SheetDrawing } from '../formats/sheet-drawing.ts';
import type { Build } from './build-job.ts';
import { sheetDrawing } from './file-drawing.ts';
import { joinedParts, partsOf } from './file-parts.ts';
import { nearnessOf, readFile, tellable, writeFile, type Format } from './files.ts';
import { jobTicket } from './job-ticket.ts';
import { measure } from './measure-job.ts';
import { reportOf, type Report } from './report.ts';
import { runOfBuild } from './run-job.ts';

export interface ReleasedFile {
  readonly format: Format;
  /** The layer that it has alone; null: it has all. */
  readonly part: string | null;
  readonly bytes: Uint8Array;
  readonly readBack: ReadBack;
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
    files.push(...(await write(format, drawing, report, build)));
  }
  return { files, report };
}

/**
 * The files of one format: one, or one an operation.
 * @throws ReleaseRefused where one reads back wrong, or the machine would do with them what the job does not say
 */
async function write(
  format: Format,
  drawing: SheetDrawing,
  report: Report,
  build: Build,
): Promise<readonly ReleasedFile[]> {
  const { tolerance } = build.recipe.release;
  const { files: rules } = build.machine;
  const ticket = jobTicket(report, drawing);
  const refuse = (what: string, problems: readonly string[]): never => {
    throw new ReleaseRefused(`The ${format.toUpperCase()} ${what}: ${problems.join('; ')}. It is not offered.`);
  };
  const written: ReleasedFile[] = [];
  const found: ReadDrawing[] = [];
  for (const { part, drawing: own } of partsOf(tellable(format, drawing), rules)) {
    const bytes = await writeFile(format, own, tolerance, ticket, rules);
    const read = await readFile(format, bytes, own, rules);
    const readBack = compareDrawings(own, read, nearnessOf(format, tolerance));
    if (!readBack.ok) refuse('did not read back as it was meant', readBack.problems);
    written.push({ format, part, bytes, readBack });
    found.push(read);
  }
  const { differences } = runOfBuild(joinedParts(found), build, format);
  if (differences.length > 0) refuse('would not run as the job says', differences);
  return written;
}
