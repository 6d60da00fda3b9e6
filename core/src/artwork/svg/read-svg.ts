import { clipsThatCut, type Clip } from '../clip.ts';
import { closedOutline, partedByFill } from '../filled-outline.ts';
import { UnreadableArtwork } from '../unreadable-artwork.ts';
import { joinBounds, type Bounds } from '../../geometry/bounds.ts';
import type { Contour } from '../../geometry/contour.ts';
import { contourBounds } from '../../geometry/contour-facts.ts';
import { compose, determinant, moveBy, scaleBy, type Matrix } from '../../geometry/matrix.ts';
import { distance } from '../../geometry/point.ts';
import { LeftOuts, type DrawnElement, type FileReading, type FileScale, type Unit } from '../drawn.ts';
import { unitOffers } from '../offers.ts';
import { placedContour } from '../../geometry/placed-contour.ts';
import { SvgClips } from './clips.ts';
import { readElements, type SvgElement } from './element.ts';
import { mmOf, parseCssLength, userUnits } from './lengths.ts';
import { boxOf, outlinesOf, type Viewport } from './outlines.ts';
import { paintOf, strokeSaid } from './paint.ts';
import { idIn, Styles, type Style } from './styles.ts';
import { AS_IT_IS, transformOf } from './transform.ts';
import { viewBoxMatrix, viewBoxOf } from './view-box.ts';

/** Millimetres to a pixel of CSS. */
const MM_PER_PX = 25.4 / 96;

/** Uses of uses are followed so far, and so many elements are drawn. */
const MOST_USES_DEEP = 32;
const MOST_DRAWN = 200_000;
/** Elements are looked at, with those used again and again: more make a bomb, though they draw nothing. */
const MOST_LOOKED_AT = 1_000_000;

/** What says something of a file, or is looked at only where it is used. */
const SILENT = new Set(
  (
    'title desc defs metadata style symbol marker linearGradient radialGradient pattern clipPath mask filter ' +
    'namedview script'
  ).split(' '),
);
const GROUPS = new Set(['g', 'a', 'svg', 'switch']);
const ANIMATIONS = new Set(['animate', 'animateTransform', 'animateMotion', 'set']);

interface Around {
  /** To pixels of CSS, y up. */
  readonly matrix: Matrix;
  readonly style: Style;
  readonly view: Viewport;
  readonly layer: string;
  readonly clips: readonly Clip[];
  readonly usesDeep: number;
}

/**
 * Reads what an SVG draws, in pixels of CSS, y up, and accounts for all that it does not take.
 * @throws UnreadableArtwork where it is no SVG, or has too much in it
 */
export function readSvgArtwork(text: string): FileReading {
  const root = readElements(text);
  const walk = new Walk(root);
  const page = walk.root(root);
  const { elements, left } = walk;
  return { elements, left: left.list(), scale: scaleOf(root, elements), page, picture: null };
}

/** What a unit of an SVG of no size may be, in pixels of CSS as it is read. */
const UNITS: readonly Unit[] = [
  { mmPerUnit: MM_PER_PX, name: '96 to the inch' },
  { mmPerUnit: 25.4 / 90, name: '90 to the inch' },
  { mmPerUnit: 25.4 / 72, name: '72 to the inch' },
  { mmPerUnit: 1, name: 'millimetres' },
  { mmPerUnit: 25.4, name: 'inches' },
];

/** In doubt a pixel is what the standard says: numbers of pixels are whole as often as those of millimetres. */
function scaleOf({ attributes: { width, height, viewBox } }: SvgElement, drawn: readonly DrawnElement[]): FileScale {
  const size = parseCssLength(width) ?? parseCssLength(height);
  const common = { mmPerUnit: MM_PER_PX, offers: unitOffers(drawn, UNITS) };
  if (size && mmOf(size.unit) !== null) return { ...common, certain: true, why: `its size is given in ${size.unit}` };
  const why =
    size && size.unit !== '%' ? 'its size is given in pixels' : viewBox ? 'it has a size of no unit' : 'it has no size';
  return { ...common, certain: false, why };
}

class Walk {
  readonly elements: DrawnElement[] = [];
  readonly left = new LeftOuts();
  readonly #styles: Styles;
  #looked = 0;
  readonly #byId = new Map<string, SvgElement>();
  readonly #clips: SvgClips;

  constructor(root: SvgElement) {
    this.#styles = new Styles(root);
    this.#clips = new SvgClips(this.#styles, this.#byId, this.left, () => this.#look());
    const name = (element: SvgElement): void => {
      const { id } = element.attributes;
      if (id !== undefined && !this.#byId.has(id)) this.#byId.set(id, element);
      element.children.forEach(name);
    };
    name(root);
  }

  /** @returns the page; null where the file says nothing of one */
  root(root: SvgElement): Bounds | null {
    const box = viewBoxOf(root.attributes.viewBox);
    const own: Viewport = {
      width: userUnits(root.attributes.width ?? '100%', box?.width ?? 100, box?.width ?? 100),
      height: userUnits(root.attributes.height ?? '100%', box?.height ?? 100, box?.height ?? 100),
    };
    const style = this.#styles.of(root, {});
    const matrix = compose(
      scaleBy(1, -1),
      box ? viewBoxMatrix(box, own, root.attributes.preserveAspectRatio) : AS_IT_IS,
    );
    const view = box ?? own;
    for (const child of root.children) this.#element(child, { matrix, style, view, layer: '', clips: [], usesDeep: 0 });
    const isSized = box !== null || (parseCssLength(root.attributes.width) && parseCssLength(root.attributes.height));
    return isSized ? { minX: 0, minY: -own.height, maxX: own.width, maxY: 0 } : null;
  }

  #element(element: SvgElement, around: Around): void {
    const { name, attributes } = element;
    if (SILENT.has(name)) return;
    this.#look();
    const style = this.#styles.of(element, around.style);
    const own = transformOf(style, around.view, () => boxOf(element, around.view));
    if (!own) return this.left.add('faulty transform', attributes.id);
    if (style.display === 'none') return this.left.add('hidden', attributes.id ?? name);
    const label = name === 'g' ? (attributes.label ?? attributes.id) : undefined;
    const matrix = compose(around.matrix, own);
    const clips = this.#clips.of(element, { matrix, style, view: around.view });
    if (isSet(style.filter)) this.left.add('filtered', attributes.id ?? name);
    const here: Around = {
      ...around,
      style,
      matrix,
      layer: label ?? around.layer,
      clips: [...around.clips, ...clips],
    };
    if (GROUPS.has(name)) return this.#group(element, here);
    if (name === 'use') return this.#use(element, here);
    if (name === 'text') return this.left.add('text', wordsIn(element));
    if (name === 'image') return this.left.add('picture', attributes.id);
    if (ANIMATIONS.has(name)) return this.left.add('animation');
    if (name === 'foreignObject') return this.left.add('other content', attributes.id);
    const outlined = outlinesOf(element, around.view);
    // Programs keep things of their own in a file.
    if (!outlined) return;
    if (outlined.fault) this.left.add('faulty path', attributes.id);
    if (style.visibility === 'hidden' || style.visibility === 'collapse') return this.left.add('hidden', attributes.id);
    this.#draw(outlined.contours, here, attributes.id ?? '');
  }

  #look(): void {
    if (++this.#looked > MOST_LOOKED_AT)
      throw new UnreadableArtwork('The SVG uses its parts again and again without end.');
  }

  #group(element: SvgElement, around: Around): void {
    const { name, children, attributes } = element;
    let here = around;
    if (name === 'svg') {
      const box = viewBoxOf(attributes.viewBox);
      const size: Viewport = {
        width: userUnits(attributes.width ?? '100%', around.view.width),
        height: userUnits(attributes.height ?? '100%', around.view.height),
      };
      here = { ...around, matrix: compose(around.matrix, this.#placed(element, around.view)), view: size };
      if (box)
        here = {
          ...here,
          matrix: compose(here.matrix, viewBoxMatrix(box, size, attributes.preserveAspectRatio)),
          view: box,
        };
    }
    const drawn = name === 'switch' ? children.filter(isMeant).slice(0, 1) : children;
    for (const child of drawn) this.#element(child, here);
  }

  #placed({ attributes: { x, y } }: SvgElement, view: Viewport): Matrix {
    return moveBy(userUnits(x, view.width), userUnits(y, view.height));
  }

  #use(element: SvgElement, around: Around): void {
    const { attributes } = element;
    const href = attributes.href ?? '';
    if (!href.startsWith('#')) return this.left.add(href === '' ? 'missing' : 'outside file', href);
    const of = this.#byId.get(href.slice(1));
    if (!of) return this.left.add('missing', href);
    if (around.usesDeep >= MOST_USES_DEEP)
      throw new UnreadableArtwork('The SVG uses parts of itself within each other without end.');
    const here = {
      ...around,
      matrix: compose(around.matrix, this.#placed(element, around.view)),
      usesDeep: around.usesDeep + 1,
    };
    if (of.name !== 'symbol') return this.#element(of, here);
    const box = viewBoxOf(of.attributes.viewBox);
    const size: Viewport = {
      width: userUnits(attributes.width ?? of.attributes.width ?? '100%', around.view.width),
      height: userUnits(attributes.height ?? of.attributes.height ?? '100%', around.view.height),
    };
    const inside = box
      ? {
          ...here,
          matrix: compose(here.matrix, viewBoxMatrix(box, size, of.attributes.preserveAspectRatio)),
          view: box,
        }
      : here;
    const style = this.#styles.of(of, around.style);
    for (const child of of.children) this.#element(child, { ...inside, style });
  }

  #draw(contours: readonly Contour[], where: Around, id: string): void {
    const { matrix, style, layer, view, clips: around } = where;
    const { fill, stroke, evenOdd, colour } = paintOf(style);
    const { filled, bare } = partedByFill(fill === 'none' ? [] : contours);
    if (bare.length > 0) {
      this.#draw(bare, { ...where, style: { ...style, fill: 'none' } }, id);
      if (filled.length > 0) this.#draw(filled, where, id);
      return;
    }
    if (fill === 'none' && stroke === 'none') return this.left.add('hidden', id);
    if (this.elements.length >= MOST_DRAWN)
      throw new UnreadableArtwork(`The SVG draws more than ${MOST_DRAWN.toLocaleString('en')} things.`);
    const placed = contours
      .map((contour) => placedContour(contour, matrix))
      .flatMap((contour) => {
        const segments = contour.segments.filter(
          (segment) => segment.kind !== 'line' || distance(segment.from, segment.to) > 0,
        );
        return segments.length > 0 ? [{ ...contour, segments }] : [];
      });
    if (placed.length < contours.length || contours.length === 0) this.left.add('zero length', id);
    if (placed.length === 0) return;
    const clips = clipsThatCut(around, joinBounds(placed.map(contourBounds)));
    if (!clips) return this.left.add('hidden', id);
    if (clips.length > 0) this.left.add('clipped', id);
    const scale = Math.sqrt(Math.abs(determinant(matrix)));
    const drawn = stroke === 'ink' ? strokeSaid(style, Math.hypot(view.width, view.height) / Math.SQRT2, scale) : null;
    const common = { layer, id, evenOdd, colour, clips, stroke: drawn };
    if (fill !== 'none') {
      const isWhite = fill === 'white';
      // What is white and has a line of ink round it is that line.
      if (isWhite && stroke === 'ink') this.#line(style, { ...common, contours: placed });
      else this.elements.push({ ...common, kind: 'area', white: isWhite, contours: placed.map(closedOutline) });
      if (isWhite) this.left.add('white', id);
      if (this.#named(style.fill)?.name === 'pattern') this.left.add('other content', 'a pattern: taken as its area');
    } else if (stroke === 'white') this.left.add('white', id);
    else this.#line(style, { ...common, contours: placed });
  }

  #line(style: Style, element: Omit<DrawnElement, 'kind' | 'white'>): void {
    if (isDashed(style)) this.left.add('dashed', element.id);
    if (MARKERS.some((each) => this.#named(style[each])?.name === 'marker'))
      this.left.add('other content', 'marks at the ends of lines');
    this.elements.push({ ...element, kind: 'line', white: false });
  }

  /** What a property refers to within the file. */
  #named(said: string | undefined): SvgElement | undefined {
    const id = idIn(said);
    return id === undefined ? undefined : this.#byId.get(id);
  }
}

const isSet = (property: string | undefined): boolean => property !== undefined && property !== 'none';

/** Properties that put marks on lines. */
const MARKERS = ['marker', 'marker-start', 'marker-mid', 'marker-end'];

const isDashed = (style: Style): boolean =>
  (style['stroke-dasharray'] ?? '').match(/\d*\.?\d+/g)?.some(Number) ?? false;

const wordsIn = ({ text, children }: SvgElement): string =>
  [text, ...children.map(wordsIn)].join(' ').replace(/\s+/g, ' ').trim();

/** The first child of a switch whose wants are met: none but a language that it may be in. */
const isMeant = ({ attributes }: SvgElement): boolean =>
  attributes.requiredExtensions === undefined && (attributes.systemLanguage ?? 'en').startsWith('en');
