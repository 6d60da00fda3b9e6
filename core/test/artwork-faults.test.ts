import { describe, expect, it } from 'vitest';
import type { ArtworkPlan } from '../src/artwork/form.ts';
import { regionArea } from '../src/geometry/contour-facts.ts';
import { applyPatch } from '../src/recipe/patch.ts';
import type { RepairKind } from '../src/recipe/schema.ts';
import { emblem, formOf, jobOf, svg } from './emblem.ts';

describe('lines that cross themselves', () => {
  // A bow tie with a tail: two triangles of 200 mm² that the line goes round one way and the other.
  const tie = '<path fill="none" stroke="black" d="M10 10L50 30V10L10 30Z"/>';
  // A loop within a loop, which it goes round twice.
  const loop = '<path fill="none" stroke="black" d="M10 10H50V40H20V20H40V50H10Z"/>';

  it('are parted and told; filled on demand, or meant so', () => {
    const files = { emblem: svg(loop) };
    const job = jobOf(emblem({}, 'engraved'), files);
    const [finding] = job.findings.filter(({ rule }) => rule === 'crossing line');
    expect(finding!.title).toBe('emblem: a line crosses itself');
    expect(finding!.where).not.toBeNull();
    const areaOf = (own: typeof job) => regionArea(own.assemblies[0]!.built.items[0]!.form.letters[0]!.contours);
    const [filled, meant] = finding!.mends.map(({ patch }) => jobOf(applyPatch(job.recipe, patch), files));
    // The square within both turns of it, of 20 x 20 mm, is a hole or not.
    expect(areaOf(filled!) - areaOf(job)).toBeCloseTo(400, 6);
    expect(areaOf(meant!)).toBeCloseTo(areaOf(job), 6);
    for (const after of [filled!, meant!])
      expect(after.findings.map(({ rule }) => rule)).not.toContain('crossing line');
  });

  it('of a bow tie both halves are taken', () => {
    expect(regionArea(formOf(tie).areas)).toBeCloseTo(400, 6);
    expect(formOf(tie).closing.crossed).toMatchObject([
      // A half is 20 mm high and wide.
      { at: { x: expect.closeTo(30, 6) as number, y: expect.closeTo(-20, 6) as number }, size: 20, taken: null },
    ]);
  });

  it('are decided one by one, in a new version of the file too', () => {
    const second = '<path fill="none" stroke="black" d="M55 10H95V40H65V20H85V50H55Z"/>';
    const drawing = loop + second;
    const { closing, areas } = formOf(drawing);
    expect(closing.crossed).toHaveLength(2);
    const [first] = closing.crossed as [(typeof closing.crossed)[number]];
    const { layer, from } = first.inFile;
    const repairs = [{ kind: 'filled', layer, from: [from.x, from.y + 0.02], to: [from.x, from.y] }] as const;
    const filled = formOf(drawing, { repairs });
    expect(regionArea(filled.areas) - regionArea(areas)).toBeCloseTo(400, 6);
    expect(filled.closing.crossed.map(({ taken }) => taken)).toEqual(['filled', null]);
    expect(formOf(second, { repairs }).closing.lost).toEqual([0]);
  });
});

describe('lines that run nearly on others', () => {
  const drawn = '<path fill="none" stroke="black" d="M10 10H50V40H10Z M20 40.02H40"/>';

  it('are told with how far off they are, and count once by a mend that is as wide as that', () => {
    const files = { emblem: svg(drawn) };
    const told = (job: ReturnType<typeof jobOf>) => job.findings.filter(({ rule }) => rule === 'nearly doubled');
    const job = jobOf(emblem({ role: 'line' }, 'engraved'), files);
    const [finding] = told(job);
    expect(finding).toMatchObject({ title: 'emblem: a line runs beside another', severity: 'attention' });
    expect(finding!.detail).toMatch(/^0\.02 mm off at most, along 20 mm in all/);
    const mended = jobOf(applyPatch(job.recipe, finding!.mends[0]!.patch), files);
    expect(told(mended)).toEqual([]);
    expect([job, mended].map((own) => own.assemblies[0]!.built.items[0]!.form.artwork!.closing.open)).toEqual([1, 0]);
  });
});

describe('specks of artwork', () => {
  it('are left out one by one, or all to a size, and told', () => {
    const body =
      '<rect width="40" height="20"/><rect x="50" width=".4" height=".3"/>' +
      '<path d="M60 0h.5v.5h-.5z" fill="none" stroke="#000"/>' +
      '<path d="M70 0h3v3h-3z" fill="none" stroke="#000"/>';
    const told = (plan: Partial<ArtworkPlan>) => {
      const { areas, closing } = formOf(body, plan);
      return [regionArea(areas), closing.specks.map(({ size, left }) => [Number(size.toFixed(6)), left]), closing.lost];
    };
    const all = regionArea(formOf(body).areas);
    expect(told({ speck: 0 })).toEqual([
      all,
      [
        [0.4, true],
        [0.5, true],
      ],
      [],
    ]);
    expect(told({ speck: 0.6 })).toEqual([
      expect.closeTo(809, 6),
      [
        [0.4, false],
        [0.5, false],
      ],
      [],
    ]);
    const [, drawn] = formOf(body).closing.specks.map(({ inFile }) => inFile);
    const said = (kind: RepairKind, off = 0): ArtworkPlan['repairs'][number] => {
      const place = [drawn!.from.x + off, drawn!.from.y] as const;
      return { kind, layer: drawn!.layer, from: place, to: place };
    };
    // By hand, against what its size says, in a file where it lies a hair elsewhere; and what is not there.
    expect(told({ repairs: [said('dropped', 0.02)] })[0]).toBeCloseTo(all - 0.25, 6);
    const [area, specks] = told({ speck: 0.6, repairs: [said('kept', 0.02)] });
    expect(area).toBeCloseTo(809.25, 6);
    expect(specks).toEqual([
      [0.4, false],
      [0.5, true],
    ]);
    expect(told({ repairs: [said('kept'), said('dropped', 9)] })[2]).toEqual([1]);
  });

  it('are stray bits of line too, which then leave no gap beside them', () => {
    const body = '<g fill="none" stroke="#000"><path d="M0 0h20"/><path d="M20.5 0h.05"/><path d="M30 0h.4"/></g>';
    const told = (plan: Partial<ArtworkPlan>) => {
      const { lines, closing } = formOf(body, plan);
      const sizes = closing.specks.map(({ size, left }) => [Number(size.toFixed(6)), left]);
      return [lines.length, closing.open, closing.gaps.length, sizes];
    };
    expect(told({})).toEqual([3, 3, 2, [[0.05, true]]]);
    expect(told({ speck: 0.2 })).toEqual([2, 2, 0, [[0.05, false]]]);
  });
});
