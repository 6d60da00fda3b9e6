/** Files of artwork: read, and their lines closed. */
import { artworkForm, PLAIN_PLAN, type ArtworkPlan } from '../core/src/artwork/form.ts';
import { closeLines } from '../core/src/artwork/closing/close-lines.ts';
import { readDxfArtwork } from '../core/src/artwork/dxf/read-dxf.ts';
import { readSvgArtwork } from '../core/src/artwork/svg/read-svg.ts';
import { refit } from '../core/src/artwork/fitting/refit.ts';
import { PLAIN_TRACE, trace } from '../core/src/artwork/picture/trace.ts';
import { placeContour, type Contour, type Region } from '../core/src/geometry/contour.ts';
import { weldRegions } from '../core/src/geometry/kernel/boolean.ts';
import type { Face } from '../core/src/lettering/face.ts';
import { layOut, PLAIN } from '../core/src/lettering/layout.ts';
import { line, portion } from '../core/src/geometry/segment.ts';
import { dice } from '../core/test/dice.ts';
import { drawn } from '../core/test/raster.ts';
import { row, wasmUnion } from './timing.ts';

const COUNT = 1000;
const CORNERS = 22;

/** Wheels whose sides are loose lines in no order, with gaps between them, and one line in eleven twice. */
function looseWheels(): { readonly lines: Contour[]; readonly wheels: Contour[] } {
  const next = dice(5);
  const lines: { readonly line: Contour; readonly place: number }[] = [];
  const wheels = Array.from({ length: COUNT }, (_, k): Contour => {
    const [cx, cy] = [(k % 40) * 26, Math.floor(k / 40) * 26];
    const corners = Array.from({ length: CORNERS }, (__, i) => {
      const [angle, radius] = [(2 * Math.PI * i) / CORNERS, i % 2 === 0 ? 12 : 9];
      return { x: cx + radius * Math.cos(angle), y: cy + radius * Math.sin(angle) };
    });
    const segments = corners.map((from, i) => line(from, corners[(i + 1) % CORNERS]!, ''));
    segments.forEach(({ from, to }, i) => {
      const by = () => ({ x: (next() - 0.5) * 0.2, y: (next() - 0.5) * 0.2 });
      const [a, b] = [by(), by()];
      const loose = line({ x: from.x + a.x, y: from.y + a.y }, { x: to.x + b.x, y: to.y + b.y }, '');
      const one: Contour = { segments: [loose], closed: false };
      for (let times = i % 11 === 0 ? 2 : 1; times > 0; times--) lines.push({ line: one, place: next() });
    });
    return { segments, closed: true };
  });
  return { lines: lines.sort((a, b) => a.place - b.place).map(({ line: each }) => each), wheels };
}

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
const megabytes = ({ length }: Uint8Array): string => (length / 1e6).toFixed(1);

/** The same lines as files of other programs have them. */
const svgOf = (lines: readonly Contour[]): Uint8Array =>
  bytesOf(
    `<svg xmlns="http://www.w3.org/2000/svg" width="1040mm" height="650mm" viewBox="0 0 1040 650">` +
      lines
        .map(({ segments: [one] }) => {
          const { from, to } = one!;
          return `<path style="fill:none;stroke:#000000" d="M${from.x} ${from.y}L${to.x} ${to.y}"/>`;
        })
        .join('\n') +
      '</svg>',
  );
const dxfOf = (lines: readonly Contour[]): Uint8Array =>
  bytesOf(
    [
      ...['0', 'SECTION', '2', 'ENTITIES'],
      ...lines.flatMap(({ segments: [one] }) => {
        const { from, to } = one!;
        const ends = ['10', from.x, '20', from.y, '30', '0.0', '11', to.x, '21', to.y, '31', '0.0'];
        return ['0', 'LINE', '100', 'AcDbEntity', '8', 'CUT', '62', '256', '100', 'AcDbLine', ...ends];
      }),
      ...['0', 'ENDSEC', '0', 'EOF', ''],
    ].join('\n'),
  );

/** Words that fill a picture. */
function signOf(words: string, face: Face): Region {
  const letters = layOut({ ...PLAIN, words, size: { by: 'overall width', value: 1500 } }, face).letters;
  return weldRegions(letters.map(({ contours }) => contours.map((each) => placeContour(each, 1, 50, 1300))));
}

export function benchArtwork(face: Face): void {
  const { lines, wheels } = looseWheels();
  const union = wasmUnion(wheels);
  const few = { runs: 5, warmUp: 1 };
  const { closed, doubled } = closeLines(lines, 0.5);
  row(
    `${lines.length} loose lines closed: ${closed.length} contours, ${doubled.length} doubled`,
    () => closeLines(lines, 0.5),
    union,
    few,
  );
  const [svg, dxf] = [svgOf(lines), dxfOf(lines)];
  row(`an SVG of ${megabytes(svg)} MB read`, () => readSvgArtwork(new TextDecoder().decode(svg)), union, few);
  row(`a DXF of ${megabytes(dxf)} MB read`, () => readDxfArtwork(dxf), union, few);
  const read = readDxfArtwork(dxf);
  const plan: ArtworkPlan = { ...PLAIN_PLAN, mmPerUnit: 1, join: 0.5 };
  row('and what it draws, as areas', () => artworkForm(read, plan), union, few);
  const page = wheels.map((wheel) => placeContour(wheel, 1.5, 25, 25));
  const picture = drawn(page, 1600, 1600, 0.5);
  const { contours } = trace(picture, PLAIN_TRACE);
  row(`a picture of 1600 x 1600 traced: ${contours.length} outlines`, () => trace(picture, PLAIN_TRACE), union, few);
  const words = Array(6).fill('Pennywhistle Light Railway').join('\n');
  const sign = drawn(signOf(words, face), 1600, 1600, 0.5);
  const outlines = trace(sign, PLAIN_TRACE).contours.length;
  row(`a sign of 1600 x 1600 traced: ${outlines} outlines`, () => trace(sign, PLAIN_TRACE), union, few);
  const dense = page.map((wheel): Contour => ({
    closed: true,
    segments: wheel.segments.flatMap((segment) =>
      Array.from({ length: 10 }, (_, i) => portion(segment, i / 10, (i + 1) / 10)),
    ),
  }));
  const nodes = (all: readonly Contour[]) => all.reduce((sum, { segments }) => sum + segments.length, 0);
  const anew = dense.map((contour) => refit(contour, 0.05).contour);
  row(`${nodes(dense)} nodes fitted anew: ${nodes(anew)}`, () => dense.map((each) => refit(each, 0.05)), union, few);
}
