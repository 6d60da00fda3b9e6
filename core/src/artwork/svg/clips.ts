import { heightOf, widthOf, type Bounds } from '../../geometry/bounds.ts';
import type { Contour } from '../../geometry/contour.ts';
import { compose, moveBy, scaleBy, type Matrix } from '../../geometry/matrix.ts';
import { placedContour } from '../../geometry/placed-contour.ts';
import type { Clip, ClipShape } from '../clip.ts';
import { closedOutline } from '../filled-outline.ts';
import type { LeftOuts } from '../drawn.ts';
import type { SvgElement } from './element.ts';
import { userUnits } from './lengths.ts';
import { boxOf, outlinesOf, type Viewport } from './outlines.ts';
import { isPlainly, paintOf } from './paint.ts';
import { idIn, type Style, type Styles } from './styles.ts';
import { transformOf } from './transform.ts';

/** Clips of clips, and groups and uses in them, are followed so far. */
const MOST_DEEP = 16;

/** Where an element stands. */
interface Frame {
  readonly matrix: Matrix;
  readonly view: Viewport;
  readonly style: Style;
}

/** A clip or mask whose content is not of plain shapes. */
class NotOfShapes extends Error {}

/** Finds what clips and masks leave to be seen; those that are not of plain shapes are told of. */
export class SvgClips {
  readonly #styles: Styles;
  readonly #byId: ReadonlyMap<string, SvgElement>;
  readonly #left: LeftOuts;
  readonly #look: () => void;

  /** @param look is called for each element that is looked at */
  constructor(styles: Styles, byId: ReadonlyMap<string, SvgElement>, left: LeftOuts, look: () => void) {
    [this.#styles, this.#byId, this.#left, this.#look] = [styles, byId, left, look];
  }

  /** The clips that an element has of its own, besides those round it. */
  of(element: SvgElement, frame: Frame): Clip[] {
    const { style } = frame;
    const box = () => boxOf(element, frame.view);
    const name = element.attributes.id ?? element.name;
    return [
      ...this.#named(style['clip-path'], 'clipPath', () => this.#left.add('unclipped', name), frame, box),
      ...this.#named(style.mask, 'mask', () => this.#left.add('masked', name), frame, box),
    ];
  }

  #named(
    said: string | undefined,
    kind: 'clipPath' | 'mask',
    tell: () => void,
    frame: Frame,
    box: () => Bounds | null,
    deep = 0,
  ): Clip[] {
    if (said === undefined || said === 'none') return [];
    const id = idIn(said);
    const target = id === undefined ? undefined : this.#byId.get(id);
    try {
      if (target?.name !== kind || deep > MOST_DEEP) throw new NotOfShapes();
      return this.#clipsOf(target, frame, box, deep);
    } catch (error) {
      if (!(error instanceof NotOfShapes)) throw error;
      tell();
      return [];
    }
  }

  /** What a clip path or mask leaves to be seen, where it is of plain shapes. */
  #clipsOf(target: SvgElement, { matrix, view }: Frame, box: () => Bounds | null, deep: number): Clip[] {
    const { name, attributes } = target;
    const isMask = name === 'mask';
    const style = this.#styles.of(target, {});
    const own = isMask ? moveBy(0, 0) : transformOf(style, view, () => null);
    const units = attributes[isMask ? 'maskContentUnits' : 'clipPathUnits'] === 'objectBoundingBox';
    const unit = units ? box() : null;
    if (!own || (units && !unit)) throw new NotOfShapes();
    const inBox = unit ? compose(moveBy(unit.minX, unit.minY), scaleBy(widthOf(unit), heightOf(unit))) : moveBy(0, 0);
    const inside: Frame = { matrix: compose(matrix, own, inBox), view, style };
    const how: ReadShape = !isMask ? clipShape : style['mask-type'] === 'alpha' ? alphaShape : lightShape;
    const shapes = target.children.flatMap((child) => this.#shapes(child, inside, how, deep));
    const round = () => {
      throw new NotOfShapes();
    };
    return [{ shapes }, ...this.#named(style['clip-path'], 'clipPath', round, { matrix, view, style }, box, deep + 1)];
  }

  #shapes(element: SvgElement, around: Frame, how: ReadShape, deep: number): ClipShape[] {
    this.#look();
    const style = this.#styles.of(element, around.style);
    if (SILENT.has(element.name) || style.display === 'none') return [];
    const own = transformOf(style, around.view, () => boxOf(element, around.view));
    if (!own || deep > MOST_DEEP || CUT_AGAIN.some((each) => (style[each] ?? 'none') !== 'none'))
      throw new NotOfShapes();
    const here: Frame = { ...around, style, matrix: compose(around.matrix, own) };
    if (element.name === 'g') return element.children.flatMap((child) => this.#shapes(child, here, how, deep + 1));
    if (element.name === 'use') {
      const { href = '', x, y } = element.attributes;
      const target = this.#byId.get(href.slice(1));
      if (!target || target.name === 'symbol') throw new NotOfShapes();
      const { width, height } = around.view;
      const matrix = compose(here.matrix, moveBy(userUnits(x, width), userUnits(y, height)));
      return this.#shapes(target, { ...here, matrix }, how, deep + 1);
    }
    const outlined = outlinesOf(element, around.view);
    if (!outlined) throw new NotOfShapes();
    if (style.visibility === 'hidden' || style.visibility === 'collapse' || outlined.contours.length === 0) return [];
    const contours = outlined.contours.map((contour) => closedOutline(placedContour(contour, here.matrix)));
    return how(contours, style);
  }
}

/** What says something of a clip, and shows nothing. */
const SILENT = new Set(['title', 'desc', 'metadata']);

/** What is clipped or masked within a clip is of no plain shapes. */
const CUT_AGAIN = ['clip-path', 'mask', 'filter'];

type ReadShape = (contours: readonly Contour[], style: Style) => ClipShape[];

const clipShape: ReadShape = (contours, style) => [
  { contours, evenOdd: style['clip-rule'] === 'evenodd', hides: false },
];

/** Of a mask by how opaque it is, whatever its colours. */
const alphaShape: ReadShape = (contours, style) => {
  const { fill, stroke, evenOdd } = paintOf(style);
  if (stroke !== 'none' || !isPlainly(style)) throw new NotOfShapes();
  return fill === 'none' ? [] : [{ contours, evenOdd, hides: false }];
};

/** Of a mask by how light it is: what is white shows, what is black hides. */
const lightShape: ReadShape = (contours, style) => {
  const { fill, stroke, evenOdd, colour } = paintOf(style);
  const isBlack = BLACK.has(colour);
  if (stroke !== 'none' || !isPlainly(style) || (fill === 'ink' && !isBlack)) throw new NotOfShapes();
  return fill === 'none' ? [] : [{ contours, evenOdd, hides: isBlack }];
};

const BLACK = new Set(['black', '#000000', 'rgb(0,0,0)', 'rgb(0, 0, 0)', 'rgb(0 0 0)']);
