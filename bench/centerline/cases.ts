/** Areas whose strokes are known, since they were made by thickening them; and letters of the shipped faces. */
import type { Stroke } from '../../core/src/artwork/stroke-area.ts';
import type { Contour, Region } from '../../core/src/geometry/contour.ts';
import { compose, scaleBy, transformContour, turnBy, type Matrix } from '../../core/src/geometry/matrix.ts';
import { weldRegions } from '../../core/src/geometry/kernel/boolean.ts';
import { layOut, PLAIN } from '../../core/src/lettering/layout.ts';
import { strokesOf, thickened, WRITTEN } from '../../core/test/thickened.ts';
import { faceOf } from '../../core/test/workshop.ts';
import { CATALOGUE } from '../../faces/src/catalogue.ts';

export interface KnownCase {
  readonly name: string;
  readonly width: number;
  readonly known: readonly Contour[];
  readonly region: Region;
}

export interface FaceCase {
  readonly letter: string;
  readonly face: string;
  readonly region: Region;
  /** Or swelling strokes, and entries and exits as a script has them. */
  readonly hasSerifs: boolean;
}

/** With those of the tests: 32, about 60 high. */
const MORE: Readonly<Record<string, string>> = {
  B: 'M0,0 V60 H18 A14,14 0 0 0 18,32 H0 M18,32 A16,16 0 0 0 18,0 H0',
  P: 'M0,0 V60 H20 A16,16 0 0 0 20,28 H0',
  Y: 'M0,60 L20,28 L40,60 M20,28 V0',
  V: 'M0,60 L20,0 L40,60',
  M: 'M0,0 V60 L24,10 L48,60 V0',
  Z: 'M0,60 H38 L0,0 H40',
  three: 'M2,54 C8,60 34,64 34,46 C34,36 26,32 16,32 M16,32 C28,32 38,28 38,15 C38,-4 8,-4 0,8',
  five: 'M34,60 H6 L3,34 C10,40 36,42 36,19 C36,-4 8,-4 0,6',
  g: 'M32,40 V-6 C32,-20 8,-22 2,-12 M32,22 A16,19 0 0 1 0,22 A16,19 0 0 1 32,22',
  y: 'M0,40 L21.7,6.2 M36,40 L14,-12 C11,-19 6,-20 0,-18',
  ell: 'M0,2 C20,10 32,40 28,54 C26,62 16,60 15,46 L12,14 C11,0 24,-2 34,12',
  u: 'M0,40 V15 C0,5 5,0 14,0 C24,0 30,6 30,16 M30,40 V0',
};

/** Of a second set, which nothing was tuned on. */
const FRESH: Readonly<Record<string, string>> = {
  H: 'M0,0 V60 M40,0 V60 M0,31 H40',
  N: 'M0,0 V60 L40,0 V60',
  Q: 'M24,0 A24,30 0 0 1 24,60 A24,30 0 0 1 24,0 Z M28,16 L48,-6',
  G: 'M44,50 C38,58 32,60 25,60 C10,60 0,47 0,30 C0,13 10,0 25,0 C36,0 44,5 46,12 V28 H28',
  J: 'M12,60 H36 V16 C36,4 28,0 19,0 C9,0 3,5 0,14',
  D: 'M0,0 V60 H16 C36,60 44,46 44,30 C44,14 36,0 16,0 H0 Z',
  seven: 'M0,60 H38 C26,44 16,24 14,0 M6,30 H36',
  two: 'M2,46 C4,56 11,60 19,60 C29,60 36,54 36,44 C36,30 10,18 0,0 H38',
  six: 'M32,58 C14,52 0,36 0,18 A17,18 0 0 1 34,18 A17,18 0 0 1 0,18',
  nine: 'M34,42 A17,18 0 0 1 0,42 A17,18 0 0 1 34,42 C34,24 26,8 8,0',
  and: 'M44,0 L10,42 C4,50 10,60 19,60 C28,60 32,50 26,43 C20,36 0,32 0,16 C0,4 10,0 17,0 C30,0 40,12 42,28',
  at: 'M36,22 A10,12 0 0 1 16,22 A10,12 0 0 1 36,22 C36,10 52,10 52,26 C52,42 42,52 27,52 C12,52 0,40 0,24 C0,8 12,-4 28,-4',
  m: 'M0,0 V40 M0,26 C0,35 6,40 13,40 C21,40 25,35 25,26 V0 M25,26 C25,35 31,40 38,40 C46,40 50,35 50,26 V0',
  h: 'M0,0 V62 M0,24 C0,34 8,40 16,40 C26,40 30,34 30,25 V0',
  a: 'M30,40 V0 M30,20 A15,20 0 0 1 0,20 A15,20 0 0 1 30,20',
  f: 'M30,58 C20,62 13,58 13,46 V0 M0,40 H28',
  k: 'M0,0 V62 M30,40 L0,14 M12,24 L32,0',
  s: 'M28,34 C24,39 19,40 14,40 C7,40 2,36 2,30 C2,23 9,22 15,20 C22,18 30,17 30,10 C30,3 23,0 15,0 C8,0 2,3 0,8',
  r: 'M0,0 V40 M0,20 C2,32 10,40 24,39',
  w: 'M0,40 C4,4 10,-2 16,0 C24,3 28,16 28,30 C28,16 32,2 40,0 C50,-2 54,20 56,40',
  slashed: 'M22,0 A22,30 0 0 1 22,60 A22,30 0 0 1 22,0 Z M-6,-8 L50,68',
  arrow: 'M0,20 H50 M34,36 L50,20 L34,4',
  ampers: 'M0,0 C10,30 30,50 34,30 C38,10 10,20 20,44 C26,58 44,60 56,50',
  spiral: 'M0,0 C8,-10 24,-2 20,12 C16,28 -12,28 -18,8 C-24,-14 0,-30 22,-24 C38,-20 44,-4 42,12',
  fence: 'M0,0 V40 M18,0 V40 M36,0 V40 M54,0 V40 M-8,20 H62',
  theta: 'M18,0 A18,28 0 0 1 18,56 A18,28 0 0 1 18,0 Z M0,28 H36',
  asterisk: 'M0,20 H40 M10,2.7 L30,37.3 M10,37.3 L30,2.7',
};

const PLAIN_PLACE: Matrix = scaleBy(1, 1);
const SLANT: Matrix = { ...PLAIN_PLACE, c: 0.21 };

function casesOf(
  shapes: Readonly<Record<string, string>>,
  ways: readonly (Pick<Stroke, 'ends' | 'corners' | 'width'> & { readonly place?: Matrix })[],
): KnownCase[] {
  return Object.entries(shapes).flatMap(([name, path], i) =>
    [0, 1].map((k): KnownCase => {
      const { place = PLAIN_PLACE, ...how } = ways[(2 * i + k) % ways.length]!;
      const known = strokesOf(path).map((stroke) => transformContour(stroke, place, 's'));
      return { name: `${name} ${how.width} ${how.ends}`, width: how.width, known, region: thickened(known, how) };
    }),
  );
}

export const firstSet = (): KnownCase[] =>
  casesOf({ ...WRITTEN, ...MORE }, [
    { width: 5, ends: 'butt', corners: 'mitred' },
    { width: 8, ends: 'round', corners: 'round' },
    { width: 4, ends: 'round', corners: 'round' },
    { width: 7, ends: 'butt', corners: 'mitred' },
    { width: 6, ends: 'round', corners: 'mitred' },
    { width: 9, ends: 'butt', corners: 'mitred' },
  ]);

export const freshSet = (): KnownCase[] =>
  casesOf(FRESH, [
    { width: 6, ends: 'round', corners: 'round', place: turnBy(17) },
    { width: 8.5, ends: 'butt', corners: 'mitred' },
    { width: 5, ends: 'butt', corners: 'mitred', place: compose(scaleBy(1, 0.8), turnBy(-8)) },
    { width: 9, ends: 'round', corners: 'round', place: SLANT },
  ]);

const ON_THE_WALL = [
  'overpass-bold',
  'league-gothic',
  'marcellus',
  'vollkorn-bold',
  'grand-hotel',
  'barlow-condensed-semibold',
] as const;
const OTHERS = ['besley-bold', 'fredoka-semibold', 'pinyon-script', 'kaushan-script', 'unifrakturcook'] as const;

/** Whose strokes end plainly. */
const PLAIN_KINDS: ReadonlySet<string> = new Set(['sturdy', 'condensed', 'round']);

const lettersOf = (faces: readonly string[], words: string): FaceCase[] =>
  faces.flatMap((face) =>
    [...words].map((letter) => {
      const { letters } = layOut({ ...PLAIN, words: letter, size: { by: 'cap height', value: 30 } }, faceOf(face));
      const { kind } = CATALOGUE.find(({ id }) => id === face)!;
      const region = weldRegions(letters.map(({ contours }) => contours));
      return { letter, face, region, hasSerifs: !PLAIN_KINDS.has(kind) };
    }),
  );

export const wallLetters = (): FaceCase[] => lettersOf(ON_THE_WALL, 'RSaegkn8&y');
export const freshLetters = (): FaceCase[] => lettersOf(OTHERS, 'BGQbfmrt25w');
