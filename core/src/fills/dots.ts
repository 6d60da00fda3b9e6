import { centerline, USUAL_CENTERLINE } from '../centerline/centerline.ts';
import { componentRegion, componentsOf } from '../geometry/components.ts';
import { flatten, type Contour, type Region } from '../geometry/contour.ts';
import { contourLength, regionArea } from '../geometry/contour-facts.ts';
import { growRegion } from '../geometry/kernel/ring-offset.ts';
import { distance, mix, type Point } from '../geometry/point.ts';
import { circle } from '../geometry/shapes.ts';
import { strokeWidth } from '../geometry/stroke-width.ts';
import { widestDisc, type Disc } from '../geometry/widest-disc.ts';
import type { Fill, FillStroke } from './fill.ts';
import { stepped } from './polyline.ts';
import { scatter } from './scatter.ts';

/** How an area is set with dots: stones, rivets, holes, punch marks. Lengths in mm. */
export interface DotPlan {
  readonly diameter: number;
  /** From middle to middle along a row, about: rows are spread evenly. */
  readonly pitch: number;
  /** From the rim of a dot to the edge, at least. */
  readonly edge: number;
  /** In rows, or scattered with no order at all. */
  readonly lie: 'rows' | 'scattered';
  /** A part that is a dot itself, as that of an i, gets one as wide as it has room for, rather than the same as all. */
  readonly single?: 'same' | 'filled';
}

/** Rows lie this share of the pitch apart, so that dots of one lie between those of the next. */
const ROW = 0.87;
/** Dots nearer to each other than this share of the pitch, or than they are wide, are one too many. */
const NEAREST = 0.72;
/** Rows are fitted to strokes of which so much is of one width. */
const EVEN = 0.5;
/** The row down the middle of a stroke begins this share of a row's distance beside it. */
const IN_THE_MIDDLE = 0.04;
/** How much further off what is wanted rows may be, to have none there: the natural logarithm of their ratio. */
const MIDDLE_ROW = 0.25;
/** A row turns a corner where it turns by more within a step, radians. */
const CORNER = 0.6;
/** Rows are followed so nearly, mm. */
const FINE = 0.01;

/** A part is a dot where the widest disc in it has so much of it. */
const ROUND = 0.7;

const leastApart = ({ diameter, pitch }: DotPlan): number => Math.max(diameter * 1.02, NEAREST * pitch);

/** The one dot of a part that is a dot itself, where that is wider than the others; else null. */
function singleOf(part: Region, { diameter, edge, single }: DotPlan): Disc | null {
  if (single !== 'filled' || part.length > 1) return null;
  const { centre, diameter: room } = widestDisc(part);
  if ((Math.PI * room ** 2) / 4 < ROUND * regionArea(part) || room - 2 * edge <= diameter) return null;
  return { centre, diameter: room - 2 * edge };
}

/** Dots in no order; where there is room for none, none. */
function scatteredIn(part: Region, { diameter, pitch, edge }: DotPlan): Point[] {
  const reach = growRegion(part, -(diameter / 2 + edge));
  return reach.length === 0 ? [] : scatter(reach, Math.max(pitch, diameter * 1.02));
}

/**
 * Dots in rows: one down the middle of strokes that have room for no more, else along the edge and so on inwards. They
 * are spread evenly between ends and corners, with a dot on each; no two come too near, and none leaves the area.
 */
export function dots(region: Region, plan: DotPlan): Fill {
  const source = region[0]?.segments[0]?.source ?? '';
  const placed: Point[] = [];
  const singles: Disc[] = [];
  const least = leastApart(plan);
  for (const part of componentsOf(region).map(componentRegion)) {
    const single = singleOf(part, plan);
    if (single) {
      singles.push(single);
      continue;
    }
    if (plan.lie === 'scattered') {
      placed.push(...scatteredIn(part, plan));
      continue;
    }
    for (const point of rowsIn(part, plan).flatMap((row) => spread(row, plan.pitch)))
      if (placed.every((other) => distance(point, other) >= least)) placed.push(point);
  }
  const all = [...placed.map((centre): Disc => ({ centre, diameter: plan.diameter })), ...singles];
  const strokes = all.map(({ centre, diameter }): FillStroke => ({
    kind: 'dot',
    contour: circle(centre, diameter / 2, source),
  }));
  const area = regionArea(region);
  return { strokes, area, reached: () => all.reduce((sum, { diameter }) => sum + (Math.PI * diameter ** 2) / 4, 0) };
}

interface Row {
  readonly points: readonly Point[];
  readonly closed: boolean;
}

function rowsIn(part: Region, plan: DotPlan): Row[] {
  const { diameter, pitch, edge } = plan;
  const inset = diameter / 2 + edge;
  const reach = growRegion(part, -inset);
  if (reach.length === 0) return [];
  const whole = part.reduce((sum, contour) => sum + contourLength(contour), 0);
  const width = (2 * regionArea(part)) / whole;
  if (width < diameter + 2 * edge + ROW * pitch) {
    const inside = isWithin(part, inset);
    return centerline(part, { ...USUAL_CENTERLINE, ends: 'short' })
      .flatMap(({ contour }) => rowsOf(contour))
      .flatMap((row) => withRoom(row, inside));
  }
  const { width: usual, alike } = strokeWidth(part);
  const { count, apart } = alike < EVEN ? { count: 0, apart: ROW * pitch } : rowsAcross(usual - 2 * inset, plan);
  const rows: Row[] = [];
  for (let k = 1, rings = reach; rings.length > 0; k++) {
    for (const ring of rings) rows.push({ points: ring, closed: true });
    // A row down the middle is a ring round it that is next to nothing wide.
    const depth = inset + apart * (2 * k === count - 1 ? k - IN_THE_MIDDLE : k);
    rings = growRegion(part, -depth);
  }
  return rows;
}

/**
 * How many rows lie across a stroke, and how far apart, so that they are even: as nearly as rows are to be, and rather
 * so many that none is in the middle, where what is not quite as wide elsewhere would have no room for it.
 * @param room between the middles of the outermost, mm
 */
function rowsAcross(room: number, plan: DotPlan): { readonly count: number; readonly apart: number } {
  const wanted = ROW * plan.pitch;
  let [count, apart, best] = [0, wanted, Infinity];
  for (let gaps = 1; gaps * leastApart(plan) <= room; gaps++) {
    const off = Math.abs(Math.log(room / gaps / wanted)) + (gaps % 2 === 0 ? MIDDLE_ROW : 0);
    if (off < best) [count, apart, best] = [gaps + 1, room / gaps, off];
  }
  return { count, apart };
}

const rowsOf = (contour: Contour): Row[] => [{ points: flatten(contour, FINE), closed: contour.closed }];

/** Where a dot keeps its distance from the edge. */
function isWithin(part: Region, inset: number): (point: Point) => boolean {
  const rim = part.map((contour) => flatten(contour, FINE));
  return (point) => {
    for (const ring of rim)
      for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
        const [a, b] = [ring[j]!, ring[i]!];
        const [ux, uy] = [b.x - a.x, b.y - a.y];
        const share = Math.max(
          0,
          Math.min(1, ((point.x - a.x) * ux + (point.y - a.y) * uy) / (ux * ux + uy * uy || 1)),
        );
        if (distance(point, mix(a, b, share)) < inset - 1e-3) return false;
      }
    return true;
  };
}

/** What of a row lies where a dot has room. */
function withRoom(row: Row, inside: (point: Point) => boolean): Row[] {
  const { points, closed } = row;
  const fine = stepped(closed ? [...points, points[0]!] : points, 0.05);
  const isIn = fine.map(inside);
  if (!isIn.includes(false)) return [row];
  // A closed one is begun where it has no room.
  const start = closed ? isIn.indexOf(false) : 0;
  const rows: Point[][] = [[]];
  for (let k = 0; k < fine.length; k++) {
    const i = (start + k) % fine.length;
    if (isIn[i]) rows.at(-1)!.push(fine[i]!);
    else if (rows.at(-1)!.length > 0) rows.push([]);
  }
  return rows.filter(({ length }) => length > 0).map((own) => ({ points: own, closed: false }));
}

/** Dots of a row: at its ends and corners, and evenly between them. */
function spread({ points, closed }: Row, pitch: number): Point[] {
  if (points.length === 0) return [];
  if (points.length === 1) return [points[0]!];
  const whole = closed ? [...points, points[0]!] : points;
  const corners = cornersOf(whole, closed, pitch);
  const cuts = closed && corners.length > 0 ? corners : [0, ...corners, whole.length - 1];
  if (closed && corners.length > 0) cuts.push(corners[0]! + whole.length - 1);
  return cuts.slice(1).flatMap((to, k): Point[] => {
    const from = cuts[k]!;
    const run = Array.from(
      { length: to - from + 1 },
      (_, i) => whole[(from + i) % (closed ? whole.length - 1 : whole.length)]!,
    );
    const isLast = k + 2 === cuts.length;
    return along(run, pitch, !closed && isLast, closed && corners.length === 0);
  });
}

/** Points evenly along a run, its first among them; its last too where asked. */
function along(run: readonly Point[], pitch: number, withLast: boolean, isRing: boolean): Point[] {
  const lengths = run.map((point, i) => (i === 0 ? 0 : distance(run[i - 1]!, point)));
  const whole = lengths.reduce((sum, each) => sum + each, 0);
  const count = Math.max(isRing ? 3 : 1, Math.round(whole / pitch));
  const points: Point[] = [];
  let [edge, gone] = [1, 0];
  for (let k = 0; k < count + (withLast ? 1 : 0); k++) {
    const far = (whole * k) / count;
    while (edge < run.length - 1 && gone + lengths[edge]! < far) gone += lengths[edge++]!;
    points.push(mix(run[edge - 1]!, run[edge]!, Math.min(1, (far - gone) / (lengths[edge]! || 1))));
  }
  return points;
}

/** Where a row turns: sharply, and further than a pitch from the corner before. */
function cornersOf(points: readonly Point[], closed: boolean, pitch: number): number[] {
  const corners: number[] = [];
  let gone = Infinity;
  for (let i = closed ? 0 : 1; i < points.length - 1; i++) {
    const [a, b, c] = [points[i - 1] ?? points.at(-2)!, points[i]!, points[i + 1]!];
    gone += distance(a, b);
    const turn = Math.atan2(
      (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x),
      (b.x - a.x) * (c.x - b.x) + (b.y - a.y) * (c.y - b.y),
    );
    if (Math.abs(turn) < CORNER || gone < 0.6 * pitch) continue;
    corners.push(i);
    gone = 0;
  }
  return corners;
}
