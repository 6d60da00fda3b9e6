import type { PDFDocument, PDFPage } from '@cantoo/pdf-lib';
import { cubicsOfArc } from '../../geometry/arc-cubics.ts';
import type { Contour } from '../../geometry/contour.ts';
import type { Point } from '../../geometry/point.ts';
import { pathData } from '../svg/path-data.ts';
import { HAIRLINE } from '../hairline.ts';
import { decimal } from '../numbers.ts';
import type { SheetDrawing } from '../sheet-drawing.ts';

const POINTS_PER_MM = 72 / 25.4;

/**
 * Writes a drawing as PDF: page 1 the sheet at true size with a layer an operation, then the job ticket on
 * as many pages as it takes.
 * @param ticket lines of the job ticket; null: no words at all, no ticket and no title
 */
export async function writePdf(drawing: SheetDrawing, ticket: readonly string[] | null): Promise<Uint8Array> {
  const { PDFDocument, PDFName, PDFString } = await import('@cantoo/pdf-lib');
  const pdf = await PDFDocument.create();
  if (ticket) {
    pdf.setTitle(plain(drawing.title));
    pdf.setSubject(plain(drawing.description));
  }
  // The same job gives the same bytes, whenever it is released.
  pdf.setCreationDate(new Date(0));
  pdf.setModificationDate(new Date(0));
  const { context } = pdf;
  const page = pdf.addPage([drawing.width * POINTS_PER_MM, drawing.height * POINTS_PER_MM]);
  const groups = drawing.layers.map(({ name }) =>
    context.register(context.obj({ Type: 'OCG', Name: PDFString.of(name) })),
  );
  pdf.catalog.set(PDFName.of('OCProperties'), context.obj({ OCGs: groups, D: { Order: groups, ON: groups } }));
  // Stroke adjustment off: some readers would otherwise shift thin lines onto their pixels, and export them shifted.
  const content = [`q ${decimal(POINTS_PER_MM, 8)} 0 0 ${decimal(POINTS_PER_MM, 8)} 0 0 cm /True gs 1 j 1 J`];
  drawing.layers.forEach(({ colour, lineWidth = HAIRLINE, fill, contours }, i) => {
    const rgb = partsOf(colour)
      .map((part) => decimal(part, 4))
      .join(' ');
    content.push(`/OC /L${i} BDC`, fill ? `${rgb} rg` : `${rgb} RG ${decimal(lineWidth)} w`);
    if (fill) content.push(...contours.map(pathOperators), 'f*');
    else for (const contour of contours) content.push(pathOperators(contour), 'S');
    content.push('EMC');
  });
  content.push('Q');
  page.node.set(PDFName.of('Contents'), context.register(context.flateStream(content.join('\n'))));
  page.node.set(
    PDFName.of('Resources'),
    context.obj({
      ExtGState: { True: { Type: 'ExtGState', SA: false } },
      Properties: Object.fromEntries(groups.map((group, i) => [`L${i}`, group])),
    }),
  );

  if (ticket) await addTicket(pdf, drawing, ticket);
  return pdf.save();
}

async function addTicket(pdf: PDFDocument, drawing: SheetDrawing, ticket: readonly string[]): Promise<void> {
  const { StandardFonts } = await import('@cantoo/pdf-lib');
  const [regular, bold] = [
    await pdf.embedFont(StandardFonts.Helvetica),
    await pdf.embedFont(StandardFonts.HelveticaBold),
  ];
  const lines = ticket.flatMap((text) => wrapped(plain(text), LONGEST_LINE));
  // The picture takes the place of some lines of the first page.
  const left = Math.max(0, lines.length - (LINES_ON_PAGE - PICTURE_LINES));
  const pages = 1 + Math.ceil(left / LINES_ON_PAGE);
  const [title] = wrapped(plain(drawing.title), LONGEST_TITLE);
  for (let n = 0, done = 0; n < pages; n++) {
    const sheet = pdf.addPage(A4);
    sheet.drawText(title ?? '', { x: EDGE, y: 770, size: 18, font: bold });
    const top = n === 0 ? 738 - PICTURE_LINES * LINE : 738;
    if (n === 0) await drawPicture(sheet, drawing, top + LINE);
    const own = lines.slice(done, done + (n === 0 ? LINES_ON_PAGE - PICTURE_LINES : LINES_ON_PAGE));
    own.forEach((text, i) => sheet.drawText(text, { x: EDGE, y: top - i * LINE, size: 10, font: regular }));
    done += own.length;
    if (pages > 1) sheet.drawText(`Page ${n + 1} of ${pages}`, { x: EDGE, y: 40, size: 9, font: regular });
  }
}

/** The sheet with all that is drawn on it, as large as the room for it takes. @param bottom of the room, points */
async function drawPicture(sheet: PDFPage, drawing: SheetDrawing, bottom: number): Promise<void> {
  const { rgb } = await import('@cantoo/pdf-lib');
  const room = { width: A4[0] - 2 * EDGE, height: 758 - bottom };
  const scale = Math.min(room.width / drawing.width, room.height / drawing.height);
  const top = { x: EDGE, y: bottom + drawing.height * scale };
  const [width, height] = [drawing.width * scale, drawing.height * scale];
  sheet.drawRectangle({ x: EDGE, y: bottom, width, height, borderColor: rgb(0.8, 0.78, 0.74), borderWidth: 0.5 });
  for (const { colour, fill, contours } of drawing.layers) {
    if (contours.length === 0) continue;
    const [r, g, b] = partsOf(colour);
    const ink = rgb(r, g, b);
    // One unit of the path is one mm, and so is that of its line.
    const look = fill ? { color: ink } : { borderColor: ink, borderWidth: 0.5 / scale };
    sheet.drawSvgPath(pathData(contours, drawing.height), { ...top, scale, ...look });
  }
}

/** Of #rrggbb, from 0 to 1. */
const partsOf = (colour: string): [number, number, number] => {
  const part = (at: number): number => parseInt(colour.slice(at, at + 2), 16) / 255;
  return [part(1), part(3), part(5)];
};

/** Points. */
const A4: [number, number] = [595.28, 841.89];
const EDGE = 56;
const LINE = 15;

/** Of the ticket: lines down to its foot, and characters that fit across it at the size they are written in. */
const LINES_ON_PAGE = 44;
/** As high as so many lines. */
const PICTURE_LINES = 14;
const LONGEST_LINE = 96;
const LONGEST_TITLE = 50;

/** A text as lines of so many characters at most, parted between words where that can be. */
function wrapped(text: string, longest: number): string[] {
  const lines: string[] = [];
  let rest = text;
  while (rest.length > longest) {
    const space = rest.lastIndexOf(' ', longest);
    const end = space > longest / 2 ? space : longest;
    lines.push(rest.slice(0, end));
    rest = `   ${rest.slice(end).trimStart()}`;
  }
  return [...lines, rest];
}

/** What the standard fonts of PDF can write; anything else becomes a question mark on the ticket. */
const plain = (text: string): string => text.replace(/₂/g, '2').replace(/[^\x20-\x7e\u00a0-\u00ff]/gu, '?');

const at = ({ x, y }: Point): string => `${decimal(x, 5)} ${decimal(y, 5)}`;

/** An arc is split so that no part turns more than this, degrees. */
const MOST_TURN = 45;

function pathOperators({ segments, closed }: Contour): string {
  const parts = [`${at(segments[0]!.from)} m`];
  for (const segment of segments) {
    if (segment.kind === 'line') parts.push(`${at(segment.to)} l`);
    else
      for (const { c1, c2, to } of segment.kind === 'arc' ? cubicsOfArc(segment, MOST_TURN) : [segment])
        parts.push(`${at(c1)} ${at(c2)} ${at(to)} c`);
  }
  return parts.join('\n') + (closed ? '\nh' : '');
}
