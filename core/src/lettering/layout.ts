import { boundsOfPoints, isEmptyBounds, joinBounds, NO_BOUNDS, widthOf, type Bounds } from '../geometry/bounds.ts';
import { contourBounds, placeContour, type Contour } from '../geometry/contour.ts';
import type { SourceId } from '../geometry/segment.ts';
import type { Face } from './face.ts';

/** What the lettering is to be. Lengths in mm. */
export interface LetteringPlan {
  /** Lines are parted by line feeds. */
  readonly words: string;
  readonly size: { readonly by: 'cap height' | 'overall width'; readonly value: number };
  /** Added after every letter. */
  readonly letterSpacing: number;
  /** Baseline to baseline, in cap heights of the larger of the two lines. */
  readonly lineSpacing: number;
  readonly align: 'left' | 'centre' | 'right';
  /** Size of each line against the first rule of size; 1 where nothing is said. */
  readonly lineScale: readonly number[];
}

/** One letter in its place: what bridges, findings and order refer to by `id`. */
export interface Letter {
  /** `letter:<line>.<cluster>.<index>`: it stays the letter's own while other words change. */
  readonly id: SourceId;
  /** The character or ligature, as typed. */
  readonly text: string;
  readonly line: number;
  /** The word it stands in, for naming it. */
  readonly word: string;
  /** Contours in mm, as the font has them: they may overlap each other and their neighbours. */
  readonly contours: readonly Contour[];
  readonly bounds: Bounds;
}

export interface MissingCharacter {
  readonly text: string;
  readonly line: number;
  readonly count: number;
}

export interface Lettering {
  readonly letters: readonly Letter[];
  readonly missing: readonly MissingCharacter[];
  /** Round the ink of all letters; the first baseline is y = 0. */
  readonly bounds: Bounds;
  /** Height of each line's baseline, mm, from the first (0) downward. */
  readonly baselines: readonly number[];
  /** Cap height of a line of scale 1, mm, as it came out. */
  readonly capHeight: number;
}

interface SetLine {
  readonly text: string;
  readonly scale: number;
  readonly glyphs: ReturnType<Face['shape']>;
  /** Ink from left to right in font units, without letter spacing. */
  readonly ink: { readonly left: number; readonly right: number };
}

/** Sets words in a face: shapes each line, sizes the whole, and places every letter, in mm, first baseline at y = 0. */
export function layOut(plan: LetteringPlan, face: Face): Lettering {
  const lines = plan.words.split('\n').map((text, i) => setLine(text.trim(), plan.lineScale[i] ?? 1, face));
  const capHeight = capHeightFor(plan, lines, face);
  const missing = new Map<string, MissingCharacter>();
  const letters: Letter[] = [];
  const baselines: number[] = [];
  let baseline = 0;
  lines.forEach((line, number) => {
    if (number > 0) baseline -= plan.lineSpacing * capHeight * Math.max(line.scale, lines[number - 1]!.scale);
    baselines.push(baseline);
    const factor = (capHeight * line.scale) / face.capHeight;
    const row = placeLine(line, number, factor, plan.letterSpacing, baseline, face);
    for (const { text, count } of row.missing) {
      const known = missing.get(text);
      missing.set(text, { text, line: known?.line ?? number, count: (known?.count ?? 0) + count });
    }
    letters.push(...row.letters);
  });
  const aligned = align(letters, plan.align);
  return { letters: aligned, missing: [...missing.values()], bounds: joinBounds(aligned.map(({ bounds }) => bounds)), baselines, capHeight };
}

function setLine(text: string, scale: number, face: Face): SetLine {
  const glyphs = text === '' ? [] : face.shape(text);
  const inks = glyphs.flatMap(({ glyph, x }) => {
    const box = glyph === 0 ? NO_BOUNDS : joinBounds(face.outline(glyph).map(contourBounds));
    return isEmptyBounds(box) ? [] : [{ left: x + box.minX, right: x + box.maxX }];
  });
  const ink = { left: Math.min(...inks.map(({ left }) => left)), right: Math.max(...inks.map(({ right }) => right)) };
  return { text, scale, glyphs, ink: inks.length > 0 ? ink : { left: 0, right: 0 } };
}

function capHeightFor({ size, letterSpacing }: LetteringPlan, lines: readonly SetLine[], face: Face): number {
  if (size.by === 'cap height') return size.value;
  // Letter spacing keeps its millimetres at every size, so what is left of the width is for the letters.
  const fits = lines.filter(({ ink }) => ink.right > ink.left).map(({ ink, glyphs, scale }) => {
    const forLetters = size.value - letterSpacing * Math.max(0, glyphs.length - 1);
    return (forLetters * face.capHeight) / ((ink.right - ink.left) * scale);
  });
  return Math.max(0.1, Math.min(...fits, 1e4));
}

function placeLine(line: SetLine, number: number, factor: number, letterSpacing: number, baseline: number, face: Face): { letters: Letter[]; missing: { text: string; count: number }[] } {
  const letters: Letter[] = [];
  const missing: { text: string; count: number }[] = [];
  const starts = [...new Set(line.glyphs.map(({ cluster }) => cluster)), line.text.length].sort((a, b) => a - b);
  const inCluster = new Map<number, number>();
  line.glyphs.forEach(({ glyph, cluster, x, y }, place) => {
    const index = inCluster.get(cluster) ?? 0;
    inCluster.set(cluster, index + 1);
    const text = line.text.slice(cluster, starts[starts.indexOf(cluster) + 1]);
    if (glyph === 0) {
      missing.push({ text, count: 1 });
      return;
    }
    const id = `letter:${number}.${cluster}.${index}`;
    const dx = (x - line.ink.left) * factor + letterSpacing * place;
    const contours = face.outline(glyph).map((contour) => withSource(placeContour(contour, factor, dx, y * factor + baseline), id));
    if (contours.length === 0) return;
    letters.push({ id, text, line: number, word: wordAt(line.text, cluster), contours, bounds: joinBounds(contours.map(contourBounds)) });
  });
  return { letters, missing };
}

const withSource = (contour: Contour, source: SourceId): Contour => ({ ...contour, segments: contour.segments.map((segment) => ({ ...segment, source })) });

function wordAt(text: string, at: number): string {
  const start = text.lastIndexOf(' ', at) + 1;
  const end = text.indexOf(' ', at);
  return text.slice(start, end < 0 ? undefined : end);
}

/** Lines up the ink of the lines at the left, the middle or the right of the widest; the left end of that one is x = 0. */
function align(letters: readonly Letter[], how: LetteringPlan['align']): Letter[] {
  const lines = new Map<number, Bounds>();
  for (const { line, bounds } of letters) lines.set(line, joinBounds([lines.get(line) ?? NO_BOUNDS, bounds]));
  const width = Math.max(0, ...[...lines.values()].map(widthOf));
  return letters.map((letter) => {
    const ink = lines.get(letter.line)!;
    const room = width - widthOf(ink);
    return moveLetter(letter, (how === 'left' ? 0 : how === 'right' ? room : room / 2) - ink.minX, 0);
  });
}

/** The same letter elsewhere. */
export function moveLetter(letter: Letter, dx: number, dy: number): Letter {
  const { minX, minY, maxX, maxY } = letter.bounds;
  return { ...letter, contours: letter.contours.map((contour) => placeContour(contour, 1, dx, dy)), bounds: boundsOfPoints([{ x: minX + dx, y: minY + dy }, { x: maxX + dx, y: maxY + dy }]) };
}
