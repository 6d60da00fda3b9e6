import { joinBounds, heightOf, widthOf, type Bounds } from '../geometry/bounds.ts';
import { componentRegion } from '../geometry/components.ts';
import { flatten, formOf, type Contour, type Region } from '../geometry/contour.ts';
import { compose, moveBy, scaleBy, turnBy, type Matrix } from '../geometry/matrix.ts';
import { outlineOf } from '../geometry/outline.ts';
import type { Point } from '../geometry/point.ts';
import type { Piece } from '../hold/pieces.ts';
import { isFollowed } from '../check/rules/open-line.ts';
import { itemName } from '../items/kinds.ts';
import type { LaidAssembly } from '../job/build-job.ts';
import { LaidMemo } from '../job/laid-memo.ts';
import type { AssemblyReport, IslandReport } from '../job/report.ts';
import type { TypeLines } from '../construct/places.ts';
import type { Axis, Face } from '../lettering/face.ts';
import type { FeatureChoice } from '../lettering/features.ts';
import type { Letter } from '../lettering/layout.ts';
import { letterName } from '../lettering/naming.ts';
import { frameOfLetter, type LetterFrame } from '../fills/dots-by-hand.ts';
import { itemOf, ownerOfIsland } from '../recipe/identity.ts';
import type { Item, Role } from '../recipe/schema.ts';
import { placeBounds, placePoint, placeRegion, type Placement } from '../sheet/placement.ts';
import { clearedIn } from './cleared-picture.ts';
import { dotsInHand, dottedIn, type PictureDot } from './dots-picture.ts';
import { downFrom } from './down.ts';
import { isPrick, screenPath } from './path.ts';

/** A thing on the sheet; all but its fills are of the first of its copies. */
export interface AssemblyPicture {
  readonly id: string;
  readonly object: Bounds;
  /** null where it has none. */
  readonly plate: Bounds | null;
  /** Round each of its copies. */
  readonly boxes: readonly Bounds[];
  /** From the first of its copies to each of them, mm, y down. */
  readonly copies: readonly Matrix[];
  /** Lower left corner of all of them on the sheet, y up: what its place in the recipe says. */
  readonly corner: Point;
  /** Degrees counter-clockwise that it lies turned. */
  readonly turn: number;
  /** Where on the sheet the origin of its items' places is, y up. */
  readonly origin: Point;
  /** Material as it will lie there, for filling even-odd. */
  readonly solid: string;
  /** Engraved areas, for filling even-odd; those that are set with dots left out. */
  readonly engraved: string;
  /** Dots that areas are set with. */
  readonly dotted: { readonly path: string; readonly isCut: boolean };
  readonly linework: string;
  /** Of that, what is too short to be seen as a line. */
  readonly pricks: string;
  readonly pieces: readonly {
    readonly id: string;
    readonly status: Piece['status'];
    readonly intended: boolean;
    readonly path: string;
    readonly bounds: Bounds;
  }[];
  /**
   * Islands, each with its outline as x, y pairs from share 0 on (see geometry/outline.ts): what bridges slide along.
   */
  readonly islands: readonly {
    readonly id: string;
    readonly letter: string | null;
    readonly bounds: Bounds;
    readonly status: IslandReport['status'];
    readonly outline: readonly number[];
  }[];
  /**
   * Places of bridges: where they leave the island, the walls they stand between, degrees counter-clockwise as on the
   * sheet.
   */
  readonly bridges: readonly PictureBridge[];
  readonly bridgeArea: string;
  readonly ties: string;
  readonly tabs: readonly {
    readonly part: string;
    readonly at: number;
    readonly x: number;
    readonly y: number;
    readonly outline: number;
  }[];
  /** Outlines of parts that tabs slide along, as x, y pairs from share 0 on. */
  readonly tabOutlines: readonly (readonly number[])[];
  /** Dots that areas are set with, of its first copy, as a hand takes them. */
  readonly dots: readonly PictureDot[];
  /** For picking letters on the bed. */
  readonly letters: readonly PictureLetter[];
  readonly items: readonly PictureItem[];
  readonly report: AssemblyReport;
}

/** An item of a thing. */
export interface PictureItem {
  readonly id: string;
  readonly name: string;
  readonly kind: Item['kind'];
  readonly role: Role;
  /** As they came out, mm; 0 where it has no letters. */
  readonly capHeight: number;
  readonly xHeight: number;
  /** Width and height of its ink, mm. */
  readonly inkWidth: number;
  readonly inkHeight: number;
  /** Its origin in the frame that places are given in, y up. */
  readonly at: Point;
  /** Round its ink, from its origin, y up; and the lines that it may be held by. */
  readonly own: Bounds;
  readonly lines: TypeLines | null;
  /** Round its ink as it lies there. */
  readonly box: Bounds;
  /** Its outlines and lines as they lie there. */
  readonly path: string;
  /** Fields that its words may be set in, the first first, as shares of the box of what they are of. */
  readonly fields: readonly Point[];
  /** What is seen and never made; empty for what is. */
  readonly guide: string;
  /** Lines that should close and do not, and so are not made; empty where there are none. */
  readonly open: string;
  /** What its face offers; null where it is not here, or there is none. */
  readonly face: {
    readonly kind: Face['kind'];
    readonly features: readonly FeatureChoice[];
    readonly axes: readonly Axis[];
  } | null;
}

export interface PictureLetter {
  /** Where its origin lies, and how large its cap height is and how it stands: what its dots are told in. */
  readonly frame: LetterFrame;
  readonly id: string;
  readonly item: string;
  readonly text: string;
  readonly name: string;
  readonly line: number;
  readonly bounds: Bounds;
  /** Height of the baseline it stands on, y down, and cap height of its line, mm. */
  readonly baseline: number;
  readonly capHeight: number;
  /** Degrees counter-clockwise that it stands turned. */
  readonly turn: number;
}

export interface PictureBridge {
  readonly id: string;
  readonly island: string;
  readonly at: number;
  /** From the letter's own level. */
  readonly angle: number;
  readonly width: number;
  readonly length: number;
  /** Which of the island's bridges put by hand it is; null where it was placed by itself. */
  readonly handIndex: number | null;
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
}

/**
 * Draws a thing; the same once more where it lies as it did.
 * @param height of the sheet, mm
 */
export const assemblyPicture = (laid: LaidAssembly, report: AssemblyReport, height: number): AssemblyPicture =>
  pictures.of(laid, height, () => drawn(laid, report, height));

const pictures = new LaidMemo<AssemblyPicture>();

function drawn({ assembly, built, placements }: LaidAssembly, report: AssemblyReport, height: number): AssemblyPicture {
  const { arrangement, drawing, pieces, hold, tabs, items, coupon } = built;
  const placement = placements[0]!;
  const [dotted, cleared] = [dottedIn(built), clearedIn(built)];
  const boxes = placements.map((each) => placeBounds(arrangement.object, each));
  const around = joinBounds(boxes);
  const path = (region: Region) => screenPath(placeRegion(region, placement), height);
  const everywhere = (region: Region) =>
    screenPath(
      placements.flatMap((each) => placeRegion(region, each)),
      height,
    );
  const down = (box: Bounds): Bounds => downFrom(height)(placeBounds(box, placement));
  const at = (point: Point): readonly [number, number] => {
    const { x, y } = placePoint(point, placement);
    return [x, height - y];
  };
  const turnOf = new Map<string, number>(arrangement.letters.map(({ id, turn }) => [id, turn]));
  const slide = (contour: Contour, turn: number) => slideOutline(contour, turn, placement, height);
  const tabbed = [...new Set(tabs.map(({ contour }) => contour))];
  return {
    id: assembly.id,
    object: down(arrangement.object),
    plate: arrangement.plate && down(arrangement.plate),
    boxes: boxes.map(downFrom(height)),
    copies: placements.map((each) => betweenCopies(placement, each, height)),
    corner: { x: around.minX, y: around.minY },
    turn: placement.turn,
    origin: placePoint(arrangement.shift, placement),
    solid: everywhere(drawing.outline),
    engraved: everywhere([
      ...drawing.area.filter((edge) => !dotted.has(edge) && !cleared.has(edge)),
      ...cleared.region,
    ]),
    dotted: { path: everywhere(dotted.dots.map(({ contour }) => contour)), isCut: dotted.isCut },
    linework: everywhere(drawing.linework),
    pricks: everywhere(drawing.linework.filter(isPrick)),
    pieces: pieces.map(({ id, status, intended, component }) => ({
      id,
      status,
      intended,
      path: path(componentRegion(component)),
      bounds: down(component.bounds),
    })),
    islands: hold.islands.map(({ id, letter, component }, i) => ({
      id,
      letter,
      bounds: down(component.bounds),
      status: report.islands[i]!.status,
      outline: slide(component.outer, turnOf.get(letter ?? '') ?? 0),
    })),
    bridges: hold.bridges.map(({ id, island, at: share, angle, width, length, handIndex, from, to }) => ({
      id,
      island,
      at: share,
      angle: angle - (turnOf.get(ownerOfIsland(island)) ?? 0),
      width,
      length,
      handIndex,
      from: at(from),
      to: at(to),
    })),
    bridgeArea: path(hold.bridgeArea),
    ties: path(hold.tieArea),
    tabs: tabs.map(({ part, at: share, middle, contour }) => {
      const [x, y] = at(middle);
      return { part, at: share, x, y, outline: tabbed.indexOf(contour) };
    }),
    tabOutlines: tabbed.map((contour) => slide(contour, 0)),
    dots: coupon ? [] : dotsInHand(dotted, built, placement, height),
    letters: (coupon ? [] : arrangement.letters).map((letter) => {
      const { id, text, line, turn, bounds, origin, capHeight } = letter;
      const own = frameOfLetter(letter);
      return {
        id,
        item: itemOf(id)!,
        text,
        line,
        turn: turn + placement.turn,
        frame: { ...own, turn: turn + placement.turn, origin: placePoint(origin, placement) },
        name: letterName(id, arrangement.letters),
        bounds: down(bounds),
        baseline: at(origin)[1],
        capHeight,
      };
    }),
    items: items.map(({ item, role, form, face, field }, i): PictureItem => ({
      id: item.id,
      name: itemName(item),
      kind: item.kind,
      role,
      capHeight: form.lettering?.capHeight ?? 0,
      xHeight: form.lettering?.xHeight ?? 0,
      inkWidth: widthOf(form.bounds),
      inkHeight: heightOf(form.bounds),
      at: arrangement.items[i]!.at,
      own: form.bounds,
      lines: form.lines,
      box: down(arrangement.items[i]!.bounds),
      fields: field?.choices ?? [],
      path: path(linesOf(arrangement.items[i]!.letters)),
      guide: role === 'guide' ? path(linesOf(arrangement.items[i]!.letters)) : '',
      open:
        form.artwork && !isFollowed(role)
          ? path(arrangement.items[i]!.letters.flatMap(({ strokes }) => strokes).filter(({ closed }) => !closed))
          : '',
      face: face && { kind: face.kind, features: face.features, axes: face.axes },
    })),
    report,
  };
}

const linesOf = (letters: readonly Letter[]): Contour[] =>
  letters.flatMap(({ contours, strokes }) => [...contours, ...strokes]);

/** From where one copy lies to where another does, y down. */
function betweenCopies(from: Placement, to: Placement, height: number): Matrix {
  const turned = turnBy(to.turn - from.turn);
  const up = compose(moveBy(to.x, to.y), turned, moveBy(-from.x, -from.y));
  return compose(moveBy(0, height), scaleBy(1, -1), up, scaleBy(1, -1), moveBy(0, -height));
}

/** Flattening of outlines that things slide along, mm. */
const SLIDE_TOLERANCE = 0.05;

const slides = new WeakMap<Contour, { readonly turn: number; readonly points: readonly Point[] }>();

/** The outline as x, y pairs from share 0 on; found once for all places of a form. */
function slideOutline(contour: Contour, turn: number, placement: Placement, height: number): number[] {
  const { form, dx, dy } = formOf(contour);
  let known = slides.get(form);
  if (known?.turn !== turn)
    slides.set(form, (known = { turn, points: outlineOf(flatten(form, SLIDE_TOLERANCE), turn).points }));
  return known.points.flatMap((point) => {
    const { x, y } = placePoint({ x: point.x + dx, y: point.y + dy }, placement);
    return [x, height - y];
  });
}
