import type { Finding } from '../check/finding.ts';
import { decimal } from '../formats/numbers.ts';
import type { SheetDrawing } from '../formats/sheet-drawing.ts';
import { formatTime } from '../units/quantity.ts';
import { whatOf } from './file-drawing.ts';
import type { OperationReport, Report } from './report.ts';

/** How findings are told on the ticket. */
const TOLD: Record<Finding['severity'], string> = { stop: 'STOP', attention: 'Look at', accepted: 'Accepted' };

const saidBy = ({ reason, by }: NonNullable<Finding['accepted']>): string => (by ? `${by}: ${reason}` : reason);

/** What a person at the machine needs to know of a job, line by line. */
export function jobTicket(report: Report, drawing: SheetDrawing): string[] {
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
        `${i + 1}. ${drawing.layers[i]!.name}, ${operation.work} (${whatOf(operation)}): ` +
        `${operation.contours} contours${circlesInWords(operation)}, ` +
        `${(operation.length / 1000).toFixed(2)} m, ${decimal(operation.settings.speed, 1)} mm/s, ` +
        `${operation.settings.power} %, ${depthInWords(operation)}${operation.settings.passes} x, ` +
        `about ${formatTime(operation.time)}`,
    ),
    `About ${formatTime(report.time)} in all`,
    ...costLines(report),
    '',
    ...(report.findings.length === 0 ? ['The shop check found nothing.'] : []),
    ...report.findings.map(
      ({ severity, title, on, accepted }) =>
        `${TOLD[severity]}: ${title}${on ? `, on ${on}` : ''}${accepted ? `. ${saidBy(accepted)}` : ''}`,
    ),
  ];
}

const depthInWords = ({ deepest }: OperationReport): string =>
  deepest > 0 ? `to ${decimal(deepest, 2)} mm deep, ` : '';

function costLines({ cost: { machine, material, currency } }: Report): string[] {
  const told = (what: string, value: number | null): string[] =>
    value === null ? [] : [`${what} ${currency} ${value.toFixed(2)}`];
  const parts = [...told('machine', machine), ...told('material', material)];
  return parts.length === 0 ? [] : [`Cost: ${parts.join(', ')}`];
}

/** What lies on the sheet, where that is more than one thing. */
const thingsOnTicket = ({ assemblies }: Report): string[] =>
  assemblies.length === 1 && assemblies[0]!.copies === 1
    ? []
    : ['', ...assemblies.map(({ name, copies }) => `${copies} x ${name}`)];

/** How many circles of which sizes, where all of an operation are. */
function circlesInWords({ circles, contours }: OperationReport): string {
  const all = circles.reduce((sum, { count }) => sum + count, 0);
  if (all === 0 || all < contours) return '';
  return ` (${circles.map(({ diameter, count }) => `${count} x ${decimal(diameter, 2)} mm`).join(', ')})`;
}
