import type { Contour } from '../geometry/contour.ts';
import { isBridgeEdge, lineName, type LineName } from '../recipe/identity.ts';

const known = new WeakMap<readonly Contour[], readonly LineName[]>();

/** What lines of one operation in one thing are called: each by whose it mostly is, and which of those. */
export function lineNames(contours: readonly Contour[]): readonly LineName[] {
  const before = known.get(contours);
  if (before) return before;
  const counts = new Map<string, number>();
  const names = contours.map((contour) => {
    const owner = mainSource(contour);
    const n = counts.get(owner) ?? 0;
    counts.set(owner, n + 1);
    return lineName(owner, n);
  });
  known.set(contours, names);
  return names;
}

/** Whose most of its segments are; edges of bridges count where there is nothing else. */
function mainSource({ segments }: Contour): string {
  const counts = new Map<string, number>();
  for (const { source } of segments) if (!isBridgeEdge(source)) counts.set(source, (counts.get(source) ?? 0) + 1);
  const [most] = [...counts].reduce((a, b) => (b[1] > a[1] ? b : a), [segments[0]?.source ?? '', 0] as const);
  return most;
}
