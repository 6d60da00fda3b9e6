import { centerline } from '../centerline/centerline.ts';
import { joinBounds, type Bounds } from '../geometry/bounds.ts';
import { groupsThatMeet } from '../geometry/box-groups.ts';
import { moveRegion, type Contour, type Region } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { weldRegions } from '../geometry/kernel/boolean.ts';
import { inverse, transformContour } from '../geometry/matrix.ts';
import type { Memo } from '../geometry/memo.ts';
import { redrawContours, type Drawing } from '../geometry/nodes/redrawn-contours.ts';
import { placedContour } from '../geometry/placed-contour.ts';
import { mix, type Point } from '../geometry/point.ts';
import { cubic, pointAt, type Segment, type SourceId } from '../geometry/segment.ts';
import { circle } from '../geometry/shapes.ts';
import type { DrawnFrom, Letter } from '../lettering/layout.ts';
import { partId, type LetterId, type PartId } from '../recipe/identity.ts';
import type { CenterlineOf } from '../recipe/parts.ts';
import type { ItemForm } from './item.ts';

/**
 * An item whose outlines are traced: the strokes down their middle take their place. Of letters that are traced as one,
 * those that a hand changed are traced by themselves, so that what was changed is found whatever stands beside them.
 * @param face that its letters are of: what a hand changed of them in others is left
 */
export function alongMiddle(form: ItemForm, plan: CenterlineOf, face: string | null, memo: Memo): ItemForm {
  const hand = plan.redrawn.filter((each) => each.face === face);
  const isByHand = form.letters.map((letter) => redrawingOf(letter, hand) !== null);
  const groups = plan.joined
    ? groupsThatMeet(
        form.letters.map(({ bounds }) => bounds),
        0,
        (a, b) => !isByHand[a] && !isByHand[b],
      )
    : form.letters.map((_, i) => [i]);
  const made = groups.flatMap((group): Traced[] => {
    const own = group.map((i) => form.letters[i]!);
    const [only] = own;
    if (only && own.length === 1 && isTraceableGlyph(only)) return [tracedGlyph(only, plan, hand, memo)];
    return traced(own, plan, memo);
  });
  const letters = made.map(({ letter }) => letter);
  const done = new Set(made.map((each) => each.done));
  const lostStrokes = hand.flatMap((each, i) => (done.has(each) ? [] : [i]));
  return {
    ...form,
    letters,
    bounds: joinBounds(letters.map(({ bounds }) => bounds)),
    lettering: form.lettering && { ...form.lettering, lostStrokes },
  };
}

type Redrawing = CenterlineOf['redrawn'][number];
type Glyph = Letter & { readonly drawnFrom: DrawnFrom };

/** Files may have arcs, which stay as they are. */
const isTraceableGlyph = (letter: Letter): letter is Glyph =>
  letter.drawnFrom !== null && letter.drawnFrom.glyph !== null && letter.contours.length > 0;

/** What a hand changed of a letter's strokes: of this one, else of all alike. */
function redrawingOf({ id, drawnFrom }: Letter, hand: readonly Redrawing[]): Redrawing | null {
  const ofGlyph = drawnFrom ? hand.filter((each) => each.glyph === drawnFrom.glyph) : [];
  return ofGlyph.find((each) => each.letter === id) ?? ofGlyph.find((each) => each.letter === null) ?? null;
}

/** A letter by its strokes, and what a hand changed of them. */
interface Traced {
  readonly letter: Letter;
  /** The change by hand that was found and made; null: none. */
  readonly done: Redrawing | null;
}

/** Figures of traced strokes are kept to so many digits of an em, wherever their letter stands. */
const DIGITS = 6;

/** Letters of any size come back to the same figures within this, units of the face. */
const GRID = 1e-5;

/** A contour of lines and curves with its points on a fine grid: what placing and going back adds is taken off. */
function snapped({ segments, closed }: Contour): Contour {
  const at = ({ x, y }: Point): Point => ({ x: Math.round(x / GRID) * GRID, y: Math.round(y / GRID) * GRID });
  return {
    closed,
    segments: segments.map((segment) =>
      segment.kind === 'cubic'
        ? cubic(at(segment.from), at(segment.c1), at(segment.c2), at(segment.to), segment.source)
        : { ...segment, from: at(segment.from), to: at(segment.to) },
    ),
  };
}

/** The strokes of a letter of a face, traced as the face has it, in its units. */
function strokesOfGlyph(
  { shape, origin: { x, y }, contours, drawnFrom: { matrix } }: Glyph,
  plan: CenterlineOf,
  memo: Memo,
): readonly Contour[] {
  return memo('middle strokes', JSON.stringify([shape, howTraced(plan)]), () => {
    const toOwn = inverse(matrix);
    const area = moveRegion(contours, -x, -y).map((contour) => snapped(transformContour(contour, toOwn, '')));
    return tracedContours(area, plan);
  });
}

/** A letter of a face, traced as the face has it: so what a hand changed of its strokes is found again at any size. */
function tracedGlyph(letter: Glyph, plan: CenterlineOf, hand: readonly Redrawing[], memo: Memo): Traced {
  const { x, y } = letter.origin;
  const { drawing, glyph, matrix } = letter.drawnFrom;
  const how = howTraced(plan);
  const strokes: Drawing = { contours: strokesOfGlyph(letter, plan, memo), unit: drawing.unit, digits: DIGITS };
  const own = redrawingOf(letter, hand);
  const { contours, lost } = redrawContours(strokes, own?.changes ?? []);
  const placed = contours.map(({ contour, from }) =>
    named(
      placedContour(contour, { ...matrix, e: matrix.e + x, f: matrix.f + y }),
      isDot(strokes.contours[from]!) ? dotOf(letter.id) : letter.id,
    ),
  );
  const shape = `${letter.shape} middle ${JSON.stringify([how, own?.changes])}`;
  const bounds = placed.length > 0 ? joinBounds(placed.map(contourBounds)) : letter.bounds;
  return {
    letter: { ...letter, shape, contours: [], strokes: placed, bounds, drawnFrom: { drawing: strokes, glyph, matrix } },
    done: lost.length === 0 ? own : null,
  };
}

/** Letters that are traced together: alike ones in the same places to each other are traced once. */
function traced(letters: readonly Letter[], plan: CenterlineOf, memo: Memo): Traced[] {
  const outlined = letters.filter(({ contours }) => contours.length > 0);
  const [first] = outlined;
  if (!first) return letters.map(asItIs);
  const { x, y } = first.origin;
  const beside = outlined.map(({ shape, origin }) => [shape, (origin.x - x).toFixed(4), (origin.y - y).toFixed(4)]);
  const how = howTraced(plan);
  const strokes = memo('joined middle strokes', JSON.stringify([how, beside]), () => {
    const here = outlined.map(({ contours }) => moveRegion(contours, -x, -y, () => ''));
    return tracedContours(here.length === 1 ? here[0]! : weldRegions(here), plan);
  });
  const owners = strokes.map((stroke) => stroke.segments.map((segment) => ownerOf(segment, outlined, x, y)));
  return letters.map((letter) => {
    const own = outlined.indexOf(letter);
    if (own < 0) return asItIs(letter);
    // A stroke that runs through several letters is kept with the one that it begins in.
    const mine = strokes.flatMap((stroke, k): Contour[] =>
      owners[k]![0] === own ? [namedByOwners(stroke, owners[k]!, outlined)] : [],
    );
    const placed = mine.map((stroke) => moveRegion([stroke], x, y)[0]!);
    const bounds: Bounds = placed.length > 0 ? joinBounds(placed.map(contourBounds)) : letter.bounds;
    const shape = `${letter.shape} middle of ${JSON.stringify([how, own, beside])}`;
    const drawnFrom = isTraceableGlyph(letter) ? tracedLater(letter, plan, memo) : null;
    return asItIs({ ...letter, shape, contours: [], strokes: placed, bounds, drawnFrom });
  });
}

const asItIs = (letter: Letter): Traced => ({ letter, done: null });

/** Where a hand begins to work on one of letters that are traced as one, it has the strokes of that one. */
function tracedLater(letter: Glyph, plan: CenterlineOf, memo: Memo): DrawnFrom {
  const { drawing, glyph, matrix } = letter.drawnFrom;
  const own: Drawing = {
    get contours() {
      return strokesOfGlyph(letter, plan, memo);
    },
    unit: drawing.unit,
    digits: DIGITS,
  };
  return { drawing: own, glyph, matrix };
}

/** The letter, by number, that a piece of a stroke lies in: that whose box its middle is nearest to the middle of. */
function ownerOf(segment: Segment, letters: readonly Letter[], x: number, y: number): number {
  if (letters.length === 1) return 0;
  const middle = pointAt(segment, 0.5);
  let [best, least] = [0, Infinity];
  letters.forEach(({ bounds: { minX, minY, maxX, maxY } }, i) => {
    const across = Math.abs(middle.x + x - (minX + maxX) / 2) / Math.max(0.01, maxX - minX);
    const up = Math.abs(middle.y + y - (minY + maxY) / 2) / Math.max(0.01, maxY - minY);
    if (Math.max(across, up) < least) [best, least] = [i, Math.max(across, up)];
  });
  return best;
}

const named = (stroke: Contour, source: SourceId): Contour => ({
  ...stroke,
  segments: stroke.segments.map((segment) => ({ ...segment, source })),
});

function namedByOwners(stroke: Contour, owners: readonly number[], letters: readonly Letter[]): Contour {
  const nameOf = (i: number): SourceId => {
    const { id } = letters[owners[i]!]!;
    return isDot(stroke) ? dotOf(id) : id;
  };
  return { ...stroke, segments: stroke.segments.map((segment, i) => ({ ...segment, source: nameOf(i) })) };
}

/** What the strokes of an area depend on. */
const howTraced = ({ spurs, ends, straight, dots }: CenterlineOf): readonly unknown[] => [spurs, ends, straight, dots];

/** Dots of a letter are its smaller part. */
const dotOf = (letter: LetterId): PartId => partId(letter, 1);
const DOT = '~';
const isDot = ({ segments }: Contour): boolean => segments[0]?.source === DOT;

/** Strokes of an area, its dots among them as they are to be made: marked, as they have no name yet. */
function tracedContours(area: Region, plan: CenterlineOf): Contour[] {
  return centerline(area, plan).map(({ contour, dot }) => {
    if (dot === 0) return contour;
    const { from, to } = contour.segments[0]!;
    return plan.dots === 'circles' ? circle(mix(from, to, 0.5), dot / 2, DOT) : named(contour, DOT);
  });
}
