/** Pictures of known outlines traced, ours and imagetracerjs in one run: how near, how many nodes, how long. */
import { createRequire } from 'node:module';
import { resampled, STEP } from '../core/src/artwork/fitting/resample.ts';
import { PLAIN_TRACE, trace } from '../core/src/artwork/picture/trace.ts';
import type { GreyPicture } from '../core/src/artwork/picture/grey-picture.ts';
import { joinBounds } from '../core/src/geometry/bounds.ts';
import { flatten, placeContour, type Contour, type Region } from '../core/src/geometry/contour.ts';
import { contourBounds } from '../core/src/geometry/contour-facts.ts';
import { weldRegions } from '../core/src/geometry/kernel/boolean.ts';
import { distanceToSpan, type Point } from '../core/src/geometry/point.ts';
import { line, quadratic, type Segment } from '../core/src/geometry/segment.ts';
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

/** How far outlines lie from the true ones, pixels. */
function off(traced: Region, truth: Region): { mean: number; worst: number } {
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
  return {
    mean: distances.reduce((sum, each) => sum + each, 0) / distances.length,
    worst: distances.reduce((most, each) => Math.max(most, each), 0),
  };
}

const nodesOf = (all: readonly Contour[]): number => all.reduce((sum, { segments }) => sum + segments.length, 0);

const CASES = [
  { face: 'overpass-bold', size: 60, turn: 0, blur: 0.5, grain: 0 },
  { face: 'overpass-bold', size: 120, turn: 7, blur: 0.8, grain: 12 },
  { face: 'marcellus', size: 150, turn: -4, blur: 0.6, grain: 6 },
  { face: 'besley-bold', size: 200, turn: 12, blur: 1, grain: 20 },
  { face: 'pinyon-script', size: 180, turn: 0, blur: 0.7, grain: 8 },
  { face: 'fredoka-semibold', size: 90, turn: -8, blur: 0.9, grain: 15 },
  { face: 'graduate', size: 100, turn: 5, blur: 0.7, grain: 5 },
] as const;

/** @param faceOf opens a face by its id */
export function benchTracing(faceOf: (id: string) => Face): void {
  console.log('\nPictures traced: pixels off on the whole and at worst, nodes, time; imagetracerjs in the same run');
  for (const { face, size, turn, blur, grain } of CASES) {
    const { letters } = layOut({ ...PLAIN, words: 'Rag 8', size: { by: 'cap height', value: size } }, faceOf(face));
    const turned = turnRegion(weldRegions(letters.map(({ contours }) => contours)), turn);
    const { minX, minY, maxX, maxY } = joinBounds(turned.map(contourBounds));
    const truth = turned.map((contour) => placeContour(contour, 1, 10.3 - minX, 10.7 - minY));
    const picture = drawn(truth, Math.ceil(maxX - minX) + 21, Math.ceil(maxY - minY) + 21, blur, grain);
    const [ours, theirs] = [trace(picture, PLAIN_TRACE).contours, tracedByOther(picture)];
    const [a, b] = [off(ours, truth), off(theirs, truth)];
    const [ms, theirMs] = medians([() => trace(picture, PLAIN_TRACE), () => tracedByOther(picture)], {
      runs: 5,
      warmUp: 5,
    }) as [number, number];
    const told = ({ mean, worst }: typeof a, nodes: number, time: number) =>
      `${mean.toFixed(3)} ${worst.toFixed(2)} px ${String(nodes).padStart(4)} nodes ${time.toFixed(0).padStart(4)} ms`;
    console.log(
      `${`${face} ${size} px, ${nodesOf(truth)} nodes`.padEnd(36)} ${told(a, nodesOf(ours), ms)}   ` +
        `theirs ${told(b, nodesOf(theirs), theirMs)}`,
    );
  }
}
