import type { SheetDrawing } from '../sheet-drawing.ts';
import { decimal } from '../numbers.ts';
import { pathData } from './path-data.ts';

/** Writes a drawing as SVG at true size: one unit is one mm, one group an operation. */
export function writeSvg(drawing: SheetDrawing): string {
  const [width, height] = [decimal(drawing.width), decimal(drawing.height)];
  const layers = drawing.layers.map(({ name, operation, colour, fill, contours }) => {
    const style = fill
      ? `fill="${colour}" fill-rule="evenodd" stroke="none"`
      : `fill="none" stroke="${colour}" stroke-width="0.05"`;
    const paths = fill
      ? [pathData(contours, drawing.height)]
      : contours.map((contour) => pathData([contour], drawing.height));
    return (
      `  <g id="${name}" data-operation="${escapeXml(operation)}" ` +
      `${style}>\n${paths.map((d) => `    <path d="${d}"/>\n`).join('')}  </g>\n`
    );
  });
  return [
    '<?xml version="1.0" encoding="UTF-8"?>\n',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ` +
      `${height}">\n`,
    `  <title>${escapeXml(drawing.title)}</title>\n`,
    `  <desc>${escapeXml(`${drawing.description} Units: mm.`)}</desc>\n`,
    ...layers,
    '</svg>\n',
  ].join('');
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
