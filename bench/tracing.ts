/** Pictures of known outlines traced, ours and imagetracerjs in one run: how near, how many nodes, how long. */
import { createRequire } from 'node:module';
import { turnOf } from '../core/src/artwork/fitting/corners.ts';
import { resampled, STEP } from '../core/src/artwork/fitting/resample.ts';
import { PLAIN_TRACE, trace } from '../core/src/artwork/picture/trace.ts';
import type { GreyPicture } from '../core/src/artwork/picture/grey-picture.ts';
import { joinBounds } from '../core/src/geometry/bounds.ts';
import { flatten, placeContour, type Contour, type Region } from '../core/src/geometry/contour.ts';
import { contourBounds } from '../core/src/geometry/contour-facts.ts';
import { weldRegions } from '../core/src/geometry/kernel/boolean.ts';
import { distance, distanceToSpan, subtract, type Point } from '../core/src/geometry/point.ts';
import { line, quadratic, tangentAt, type Segment } from '../core/src/geometry/segment.ts';
import { turnRegion } from '../core/src/geometry/turn.ts';
import type { Face } from '../core/src/lettering/face.ts';
import { layOut, PLAIN } from '../core/src/lettering/layout.ts';
import { drawn } from '../core/test/raster.ts';
import { medians } from './timing.ts';

interface TracedSegment {
  readonly type: 'L' | 'Q';
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  readonly x3?: number;
  readonly y3?: number;
}
interface ImageTracer {
  readonly imagedataToTracedata: (
    image: { readonly width: number; readonly height: number; readonly data: Uint8ClampedArray },
    options: object,
  ) => { readonly layers: readonly (readonly { readonly segments: readonly TracedSegment[] }[])[] };
}
const other = createRequire(import.meta.url)('imagetracerjs') as ImageTracer;

const BLACK_AND_WHITE = {
  colorsampling: 0,
  pal: [
    { r: 0, g: 0, b: 0, a: 255 },
    { r: 255, g: 255, b: 255, a: 255 },
  ],
};

function tracedByOther({ width, height, pixels }: GreyPicture): Contour[] {
  const data = new Uint8ClampedArray(4 * width * height);
  pixels.forEach((shade, i) => data.set([shade, shade, shade, 255], 4 * i));
  const { layers } = other.imagedataToTracedata({ width, height, data }, BLACK_AND_WHITE);
  const up = (x: number, y: number): Point => ({ x, y: height - y });
  return layers[0]!.map(({ segments }) => ({
    closed: true,
    segments: segments.map(({ type, x1, y1, x2, y2, x3, y3 }): Segment =>
      type === 'L' ? line(up(x1, y1), up(x2, y2), '') : quadratic(up(x1, y1), up(x2, y2), up(x3!, y3!), ''),
    ),
  }));
}

/** How far outlines lie from the true ones, pixels, and which corners they miss, or have where there is none. */
function off(traced: Region, truth: Region): Off {
  const rings = truth.map((contour) => flatten(contour, 0.01));
  // Points half a pixel apart, so that long lines count as much as curves.
  const along = traced.flatMap((contour) => resampled(flatten(contour, 0.02), STEP));
  const distances = along.map((point) =>
    rings.reduce(
      (least, ring) =>
        ring.reduce((own, from, i) => Math.min(own, distanceToSpan(point, from, ring[(i + 1) % ring.length]!)), least),
      Infinity,
    ),
  );
  const [own, theirs] = [cornersOf(truth, CORNER), cornersOf(traced, FOUND)];
  const isNear = (point: Point, others: readonly Point[]) => others.some((other) => distance(point, other) < NEAR);
  const bends = bendsOf(truth);
  return {
    mean: distances.reduce((sum, each) => sum + each, 0) / distances.length,
    worst: distances.reduce((most, each) => Math.max(most, each), 0),
    corners: own.length,
    missed: own.filter((point) => !isNear(point, theirs)).length,
    wrong: theirs.filter((point) => !isNear(point, bends)).length,
  };
}

interface Off {
  readonly mean: number;
  readonly worst: number;
  readonly corners: number;
  readonly missed: number;
  readonly wrong: number;
}

/** What turns by so much is a corner, and is found where it is traced with so much, so near to it: degrees, pixels. */
const [CORNER, FOUND, NEAR] = [30, 20, 1.5];

function cornersOf(region: Region, least: number): Point[] {
  return region.flatMap(({ segments }) =>
    segments.flatMap((segment, i) => {
      const turn = turnOf(tangentAt(segment, 1), tangentAt(segments[(i + 1) % segments.length]!, 0));
      return turn >= least ? [segment.to] : [];
    }),
  );
}

/** Places where an outline turns within four pixels as a corner does: where one may be drawn. */
function bendsOf(region: Region): Point[] {
  return region.flatMap((contour) => {
    const ring = resampled(flatten(contour, 0.01), STEP);
    const at = (i: number) => ring[(i + ring.length) % ring.length]!;
    return ring.filter(
      (_, i) => turnOf(subtract(at(i - 4), at(i - 6)), subtract(at(i + 6), at(i + 4))) >= FOUND || ring.length < 12,
    );
  });
}

const nodesOf = (all: readonly Contour[]): number => all.reduce((sum, { segments }) => sum + segments.length, 0);

const CASES = [
  { face: 'overpass-bold', size: 60, turn: 0, blur: 0.5, grain: 0 },
  { face: 'overpass-bold', size: 120, turn: 7, blur: 0.8, grain: 12 },
  { face: 'marcellus', size: 80, turn: 9, blur: 0.7, grain: 6 },
  { face: 'marcellus', size: 150, turn: -4, blur: 0.6, grain: 6 },
  { face: 'besley-bold', size: 200, turn: 12, blur: 1, grain: 20 },
  { face: 'pinyon-script', size: 180, turn: 0, blur: 0.7, grain: 8 },
  { face: 'fredoka-semibold', size: 90, turn: -8, blur: 0.9, grain: 15 },
  { face: 'graduate', size: 50, turn: 0, blur: 0.6, grain: 3 },
  { face: 'graduate', size: 100, turn: 5, blur: 0.7, grain: 5 },
] as const;
const WORDS = ['Rag 8', 'Mink E', 'Trowel'];

/** @param faceOf opens a face by its id */
export function benchTracing(faceOf: (id: string) => Face): void {
  console.log(
    '\nPictures of three words traced: pixels off on the whole and at worst, nodes, corners missed and false,',
  );
  console.log('time; imagetracerjs in the same run');
  const all = { ours: [0, 0, 0], theirs: [0, 0, 0] };
  for (const { face, size, turn, blur, grain } of CASES) {
    const pictures = WORDS.map((words) => {
      const { letters } = layOut({ ...PLAIN, words, size: { by: 'cap height', value: size } }, faceOf(face));
      const turned = turnRegion(weldRegions(letters.map(({ contours }) => contours)), turn);
      const { minX, minY, maxX, maxY } = joinBounds(turned.map(contourBounds));
      const truth = turned.map((contour) => placeContour(contour, 1, 10.3 - minX, 10.7 - minY));
      return { truth, picture: drawn(truth, Math.ceil(maxX - minX) + 21, Math.ceil(maxY - minY) + 21, blur, grain) };
    });
    const ours = (picture: GreyPicture) => trace(picture, PLAIN_TRACE).contours;
    const traceAll = (how: (picture: GreyPicture) => Region) => pictures.map(({ picture }) => how(picture));
    const times = medians([() => traceAll(ours), () => traceAll(tracedByOther)], { runs: 3, warmUp: 3 });
    const told = (name: 'ours' | 'theirs', traced: readonly Region[], time: number) => {
      const each = traced.map((region, i) => off(region, pictures[i]!.truth));
      const sum = (of: (one: Off) => number) => each.reduce((total, one) => total + of(one), 0);
      const counts = [sum(({ missed }) => missed), sum(({ wrong }) => wrong), sum(({ corners }) => corners)];
      all[name] = all[name].map((count, i) => count + counts[i]!);
      const worst = Math.max(...each.map(({ worst }) => worst));
      return (
        `${(sum(({ mean }) => mean) / each.length).toFixed(3)} ${worst.toFixed(2)} px ` +
        `${String(nodesOf(traced.flat())).padStart(4)} nodes, ${counts[0]} and ${counts[1]} of ${counts[2]}, ` +
        `${time.toFixed(0)} ms`
      ).padEnd(52);
    };
    const truths = nodesOf(pictures.flatMap(({ truth }) => truth));
    console.log(
      `${`${face} ${size} px, ${truths} nodes`.padEnd(36)} ${told('ours', traceAll(ours), times[0]!)} ` +
        `theirs ${told('theirs', traceAll(tracedByOther), times[1]!)}`,
    );
  }
  const share = ([missed, wrong, corners]: readonly number[]) =>
    `${((100 * missed!) / corners!).toFixed(1)} % of ${corners} corners missed, ${wrong} false`;
  console.log(`in all ${share(all.ours)}; theirs ${share(all.theirs)}`);
}
