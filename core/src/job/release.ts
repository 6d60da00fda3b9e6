import type { Finding } from '../check/finding.ts';
import { compareDrawings, type ReadBack } from '../formats/compare.ts';
import { decimal } from '../formats/numbers.ts';
import { writePdf } from '../formats/pdf/pdf-writer.ts';
import type { SheetDrawing } from '../formats/sheet-drawing.ts';
import { formatTime } from '../units/quantity.ts';
import type { Build } from './build-job.ts';
import { sheetDrawing, whatOf } from './file-drawing.ts';
import { readText, writeText } from './file-text.ts';
import { measure } from './measure-job.ts';
import { reportOf, type Report } from './report.ts';
import { runOfBuild } from './run-job.ts';

export const FORMATS = ['svg', 'dxf', 'pdf'] as const;
export type Format = (typeof FORMATS)[number];

export interface ReleasedFile {
  readonly format: Format;
  readonly bytes: Uint8Array;
  /** null where we have no reader for the format. */
  readonly readBack: ReadBack | null;
  /** How long the simulated machine takes for the file, s; null where it cannot read it. */
  readonly seconds: number | null;
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
  if (format === 'pdf')
    return { format, bytes: await writePdf(drawing, jobTicket(report, drawing)), readBack: null, seconds: null };
  const { tolerance } = build.recipe.release;
  const text = writeText(format, drawing, tolerance);
  const found = readText(format, text);
  const readBack = compareDrawings(drawing, found, tolerance);
  const refuse = (what: string, problems: readonly string[]): never => {
    throw new ReleaseRefused(`The ${format.toUpperCase()} ${what}: ${problems.join('; ')}. It is not offered.`);
  };
  if (!readBack.ok) refuse('did not read back as it was meant', readBack.problems);
  const { run, differences } = runOfBuild(found, build);
  if (differences.length > 0) refuse('would not run as the job says', differences);
  return { format, bytes: utf8(text), readBack, seconds: run.seconds };
}

/** UTF-8 bytes, without leaning on what browsers and servers name differently. */
function utf8(text: string): Uint8Array {
  const escaped = unescape(encodeURIComponent(text));
  return Uint8Array.from(escaped, (character) => character.charCodeAt(0));
}

/** How findings are told on the ticket. */
const TOLD: Record<Finding['severity'], string> = { stop: 'STOP', attention: 'Look at', accepted: 'Accepted' };

const saidBy = ({ reason, by }: NonNullable<Finding['accepted']>): string => (by ? `${by}: ${reason}` : reason);

function jobTicket(report: Report, drawing: SheetDrawing): string[] {
  const [width, height] = [report.bounds.maxX - report.bounds.minX, report.bounds.maxY - report.bounds.minY];
  const counts = (status: string) =>
    report.assemblies.reduce(
      (sum, { pieces, copies }) => sum + copies * pieces.filter((piece) => piece.status === status).length,
      0,
    );
  return [
    drawing.description,
    `Material: ${report.material}, ${report.thickness} mm`,
    `Sheet: ${decimal(report.sheet.width, 2)} x ${decimal(report.sheet.height, 2)} mm. Drawing: ` +
      `${decimal(width, 2)} x ${decimal(height, 2)} mm.`,
    `Pieces: ${counts('kept')} kept, ${counts('loose')} loose, ${counts('drop-out')} drop-outs`,
    ...thingsOnTicket(report),
    '',
    ...report.operations.map(
      (operation, i) =>
        `${i + 1}. ${operation.work} (${whatOf(operation)}): ${operation.contours} contours, ` +
        `${(operation.length / 1000).toFixed(2)} m, ${decimal(operation.settings.speed, 1)} mm/s, ` +
        `${operation.settings.power} %, ${operation.settings.passes} x, about ${formatTime(operation.time)}`,
    ),
    `About ${formatTime(report.time)} in all`,
    '',
    ...report.findings.map(
      ({ severity, title, on, accepted }) =>
        `${TOLD[severity]}: ${title}${on ? `, on ${on}` : ''}${accepted ? `. ${saidBy(accepted)}` : ''}`,
    ),
  ];
}

/** What lies on the sheet, where that is more than one thing. */
const thingsOnTicket = ({ assemblies }: Report): string[] =>
  assemblies.length === 1 && assemblies[0]!.copies === 1
    ? []
    : ['', ...assemblies.map(({ name, copies }) => `${copies} x ${name}`)];
