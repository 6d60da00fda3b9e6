import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { artworkForm, PLAIN_PLAN } from '../core/src/artwork/form.ts';
import { readArtwork } from '../core/src/artwork/read-artwork.ts';
import { heightOf, joinBounds, widthOf } from '../core/src/geometry/bounds.ts';
import { contourBounds, contourLength, regionArea } from '../core/src/geometry/contour-facts.ts';
import { decodePicture } from '@needlefile/pictures/decode';
import { dice } from '../core/test/dice.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'needlefile-pdf-in-'));
afterAll(() => rmSync(folder, { recursive: true }));

/** A drawing at random: shapes filled and followed, groups placed within each other, white upon black. */
function drawing(share: () => number): string {
  const n = (least: number, most: number) => (least + (most - least) * share()).toFixed(2);
  const below = (most: number) => Math.floor(share() * most);
  const place = () => `${n(0, 99)} ${n(0, 99)}`;
  const shape = (): string => {
    const paint = ['fill="black"', 'fill="#c03020"', 'fill="white"', 'fill="none" stroke="black" stroke-width=".1"'];
    const own = paint[below(paint.length)]!;
    switch (below(4)) {
      case 0: {
        const at = `x="${n(0, 60)}" y="${n(0, 60)}"`;
        return `<rect ${at} width="${n(5, 40)}" height="${n(5, 40)}" rx="${n(0, 3)}" ${own}/>`;
      }
      case 1:
        return `<circle cx="${n(20, 80)}" cy="${n(20, 80)}" r="${n(3, 20)}" ${own}/>`;
      case 2:
        return `<path d="M${place()}C${place()} ${place()} ${place()}z" ${own}/>`;
      default:
        return `<path fill-rule="evenodd" d="M10 10h60v40h-60zM20 20h${n(10, 40)}v${n(5, 20)}h-10z" ${own}/>`;
    }
  };
  const group = (deep: number): string => {
    if (deep === 0) return shape();
    const place = `translate(${n(0, 30)} ${n(0, 30)}) rotate(${n(-40, 40)}) scale(${n(0.6, 1.3)} ${n(0.6, 1.3)})`;
    const clip = below(2) === 0 ? ` clip-path="url(#clip${below(3)})"` : '';
    return `<g transform="${place}"${clip}>${shape()}${group(deep - 1)}</g>`;
  };
  const body = Array.from({ length: 4 }, () => group(below(3))).join('');
  const clips = [
    `<circle cx="${n(20, 60)}" cy="${n(20, 60)}" r="${n(20, 50)}"/>`,
    `<path clip-rule="evenodd" d="M1 2h80v70h-80zM22 23h${n(10, 40)}v${n(5, 20)}h-10z"/>`,
    `<rect x="12" y="11" width="${n(20, 50)}" height="${n(20, 50)}"/><circle r="${n(10, 50)}"/>`,
  ].map((own, i) => `<clipPath id="clip${i}">${own}</clipPath>`);
  const size = 'width="260mm" height="260mm" viewBox="-80 -80 260 260"';
  return `<svg xmlns="http://www.w3.org/2000/svg" ${size}>${clips.join('')}${body}</svg>`;
}

/** How much of a drawing of 260 mm is black, mm2, by the dots of its picture. */
async function inkOn(svg: string): Promise<number> {
  const picture = await decodePicture(
    execFileSync('rsvg-convert', ['-w', '1300', '-b', 'white', svg], { maxBuffer: 1e8 }),
  );
  return picture.pixels.reduce((sum, shade) => sum + 1 - shade / 255, 0) / 25;
}

describe('an SVG', () => {
  it('covers what another program draws of it, and is the same as the PDF that this makes', async () => {
    const share = dice(5);
    for (let i = 0; i < 16; i++) {
      const [svg, pdf] = [path.join(folder, `${i}.svg`), path.join(folder, `${i}.pdf`)];
      writeFileSync(svg, drawing(share));
      execFileSync('rsvg-convert', ['-f', 'pdf', '-o', pdf, svg]);
      const [a, b] = [await readArtwork(readFileSync(svg)), await readArtwork(readFileSync(pdf))].map((reading) =>
        artworkForm(reading, { ...PLAIN_PLAN, lines: 'lines' }),
      ) as [ReturnType<typeof artworkForm>, ReturnType<typeof artworkForm>];
      const about = readFileSync(svg, 'utf8');
      expect(Math.abs(regionArea(a.areas) - regionArea(b.areas)), about).toBeLessThan(0.5);
      const [boxA, boxB] = [a, b].map(({ areas }) => joinBounds(areas.map(contourBounds))) as [never, never];
      expect(Math.abs(widthOf(boxA) - widthOf(boxB)), about).toBeLessThan(0.02);
      expect(Math.abs(heightOf(boxA) - heightOf(boxB)), about).toBeLessThan(0.02);
      const lengths = [a, b].map(({ lines }) => lines.reduce((sum, line) => sum + contourLength(line), 0));
      expect(Math.abs(lengths[0]! - lengths[1]!), about).toBeLessThan(0.1);
      writeFileSync(svg, about.replaceAll('stroke="black"', '').replaceAll('#c03020', 'black'));
      expect(Math.abs(regionArea(a.areas) - (await inkOn(svg))), about).toBeLessThan(2);
    }
  }, 120_000);
});
