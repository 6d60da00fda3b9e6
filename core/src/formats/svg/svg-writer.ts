import type { Contour } from '../../geometry/contour.ts';
import { depthsOf } from '../../geometry/depths.ts';
import type { FileRules } from '../../shop/file-rules.ts';
import type { SheetDrawing } from '../sheet-drawing.ts';
import { HAIRLINE } from '../hairline.ts';
import { decimal } from '../numbers.ts';
import { pathData } from './path-data.ts';

/** How an SVG is written. */
export interface SvgStyle {
  readonly unit: FileRules['unit'];
  /** Title and description. */
  readonly words: boolean;
}

export const PLAIN_SVG: SvgStyle = { unit: 'mm', words: true };

const MM_PER_INCH = 25.4;

/**
 * Writes a drawing as SVG at true size: one user unit is one mm, or one inch, and one group an operation.
 * @param drawing in units of the file
 */
export function writeSvg(drawing: SheetDrawing, { unit, words }: SvgStyle = PLAIN_SVG): string {
  // A hundred-thousandth of an inch is as fine as a ten-thousandth of a mm.
  const digits = unit === 'mm' ? 4 : 6;
  const number = (value: number): string => decimal(value, digits);
  const [width, height] = [number(drawing.width), number(drawing.height)];
  const lineWidthOf = (mm: number): string => decimal(unit === 'mm' ? mm : mm / MM_PER_INCH, digits);
  const layers = drawing.layers.map(({ name, operation, colour, lineWidth = HAIRLINE, fill, contours }) => {
    const style = fill
      ? `fill="${colour}" fill-rule="evenodd" stroke="none"`
      : `fill="none" stroke="${colour}" stroke-width="${lineWidthOf(lineWidth)}"`;
    const paths = fill
      ? [`d="${pathData(contours, drawing.height, digits)}"`]
      : contours.map((contour) => `d="${pathData([contour], drawing.height, digits)}"${depthsTold(contour, number)}`);
    return (
      `  <g id="${name}" data-operation="${escapeXml(operation)}" ` +
      `${style}>\n${paths.map((path) => `    <path ${path}/>\n`).join('')}  </g>\n`
    );
  });
  const suffix = unit === 'mm' ? 'mm' : 'in';
  return [
    '<?xml version="1.0" encoding="UTF-8"?>\n',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}${suffix}" height="${height}${suffix}" ` +
      `viewBox="0 0 ${width} ${height}">\n`,
    ...(words
      ? [
          `  <title>${escapeXml(drawing.title)}</title>\n`,
          `  <desc>${escapeXml(`${drawing.description} Units: ${unit}.`)}</desc>\n`,
        ]
      : []),
    ...layers,
    '</svg>\n',
  ].join('');
}

/** SVG has no depth: nodes of lines on which the tool goes up and down have theirs beside them. */
function depthsTold(contour: Contour, number: (value: number) => string): string {
  const depths = depthsOf(contour);
  return depths ? ` data-depths="${depths.map(number).join(' ')}"` : '';
}

function escapeXml(text: string): string {
  return (
    text
      // Characters that XML cannot carry at all.
      // eslint-disable-next-line no-control-regex
      .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
      .replace(/&/g, '&amp;')
      .replace(/</g, '&lt;')
      .replace(/>/g, '&gt;')
      .replace(/"/g, '&quot;')
  );
}
