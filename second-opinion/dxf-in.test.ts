import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { artworkForm, PLAIN_PLAN } from '../core/src/artwork/form.ts';
import { readDxfArtwork } from '../core/src/artwork/dxf/read-dxf.ts';
import { joinBounds } from '../core/src/geometry/bounds.ts';
import { contourArea, contourBounds, contourLength } from '../core/src/geometry/contour-facts.ts';
import { afterAll, describe, expect, it } from 'vitest';

const folder = mkdtempSync(path.join(tmpdir(), 'needlefile-dxf-in-'));
afterAll(() => rmSync(folder, { recursive: true }));

interface Truth {
  readonly file: string;
  readonly kinds: readonly string[];
  readonly box: readonly number[];
  readonly length: number;
  readonly area: number;
}

describe('DXF files of another program', () => {
  it('have the same lines and areas in the same places as that program finds in them', () => {
    const told = JSON.parse(
      execFileSync('/usr/bin/python3', [path.join(import.meta.dirname, 'dxf_in.py'), folder, '7', '33'], {
        encoding: 'utf8',
      }),
    ) as Truth[];
    expect(told).toHaveLength(33);
    for (const { file, kinds, ...truth } of told) {
      const about = `${file}: ${kinds.join()}`;
      const read = readDxfArtwork(readFileSync(path.join(folder, file)));
      expect(read.left, about).toEqual([]);
      const box = joinBounds(read.elements.flatMap(({ contours }) => contours.map(contourBounds)));
      // The other program steps along curves, and takes arcs for cubics.
      [box.minX, box.minY, box.maxX, box.maxY].forEach((edge, i) =>
        expect(Math.abs(edge - truth.box[i]!), about).toBeLessThan(0.1),
      );
      const lines = read.elements.filter(({ kind }) => kind === 'line').flatMap(({ contours }) => contours);
      const length = lines.reduce((sum, contour) => sum + contourLength(contour), 0);
      expect(Math.abs(length - truth.length), about).toBeLessThan(0.05 + truth.length / 1000);
      const areas = read.elements.filter(({ kind }) => kind === 'area');
      const { areas: taken } = artworkForm(
        { ...read, elements: areas },
        { ...PLAIN_PLAN, mmPerUnit: 1, join: 0, lines: 'lines' },
      );
      const area = taken.reduce((sum, contour) => sum + contourArea(contour), 0);
      expect(Math.abs(area - truth.area), about).toBeLessThan(0.05 + truth.area / 1000);
    }
  }, 300_000);
});
