import * as hb from 'harfbuzzjs';
import { joinBounds, type Bounds } from '../geometry/bounds.ts';
import type { Contour, Region } from '../geometry/contour.ts';
import { contourBounds } from '../geometry/contour-facts.ts';
import { featureChoices, type FeatureChoice } from './features.ts';
import { checkFontBytes, FontRefused } from './gate.ts';
import { cleanGlyph, drawGlyph } from './glyph-outlines.ts';
import { readKernTable } from './legacy-kern.ts';
import { shapeLine, type FeatureSwitches, type ShapedGlyph, type Shaper } from './shaping.ts';

/** A way the face can vary, such as its weight. */
export interface Axis {
  readonly tag: string;
  readonly name: string;
  readonly least: number;
  readonly usual: number;
  readonly most: number;
}

/** A face ready to set words with. Lengths are in font units, `unitsPerEm` to the em. */
export interface Face {
  /** Tells one face, at its place on its axes, from every other. */
  readonly key: string;
  readonly kind: 'outline' | 'stroke';
  readonly unitsPerEm: number;
  /** Height of H above the baseline, measured on the letter. */
  readonly capHeight: number;
  /** Height of x above the baseline, measured on the letter. */
  readonly xHeight: number;
  readonly axes: readonly Axis[];
  readonly features: readonly FeatureChoice[];
  /** One line of text as glyphs along the baseline. */
  readonly shape: (text: string, switches?: FeatureSwitches) => readonly ShapedGlyph[];
  /** A glyph as a clean region; empty for stroke faces. */
  readonly region: (glyph: number) => Region;
  /** A glyph's strokes, open contours; empty for outline faces. */
  readonly strokes: (glyph: number) => readonly Contour[];
  /** Round the glyph's ink. */
  readonly ink: (glyph: number) => Bounds;
  /** Nodes the font draws the glyph with. */
  readonly nodes: (glyph: number) => number;
  /** The same face elsewhere on its axes; values off an axis are brought to its end. */
  readonly at: (settings: Readonly<Record<string, number>>) => Face;
}

/** Finer than the font's own units, so that the shaper's whole numbers do not make letters drift. */
const UNITS_SCALE = 64;

/** Lines of text whose shaping is kept. */
const LINES_KEPT = 200;

const AXIS_NAMES: Record<string, string> = {
  wght: 'Weight',
  wdth: 'Width',
  slnt: 'Slant',
  ital: 'Italic',
  opsz: 'Drawn for size',
};

/**
 * Opens a font.
 * @param bytes a whole sfnt file (TTF or OTF)
 * @param key what tells it from other fonts: its id or hash
 * @throws FontRefused where the file is damaged or has no outlines
 */
export function openFace(bytes: Uint8Array, key = ''): Face {
  checkFontBytes(bytes);
  const file = new hb.Face(new hb.Blob(bytes));
  if (!(file.upem >= 16)) throw new FontRefused('The font does not say how large its letters are.');
  const kern = file.getTableFeatureTags('GPOS').includes('kern') ? null : readKernTable(file.referenceTable('kern'));
  const english = (nameId: number | undefined) =>
    nameId === undefined ? undefined : file.getName(nameId, 'en') || undefined;
  const features = featureChoices(
    [...file.getTableFeatureTags('GSUB'), ...file.getTableFeatureTags('GPOS'), ...(kern ? ['kern'] : [])],
    (tag) => {
      const index = file.getTableFeatureTags('GSUB').indexOf(tag);
      return index < 0 ? undefined : english(file.getFeatureNameIds('GSUB', index)?.uiLabelNameId);
    },
  );
  const axes = Object.values(file.getAxisInfos()).map(({ tag, nameId, min, max, default: usual }): Axis => ({
    tag,
    name: AXIS_NAMES[tag] ?? english(nameId) ?? tag,
    least: min,
    usual,
    most: max,
  }));
  const variations = new Map<string, Face>();
  const at = (settings: Readonly<Record<string, number>>): Face => {
    const values = axes.map(({ tag, least, usual, most }) => ({
      tag,
      value: Math.min(most, Math.max(least, settings[tag] ?? usual)),
    }));
    const name = values.map(({ tag, value }) => `${tag}=${value}`).join();
    let face = variations.get(name);
    if (!face) {
      const font = new hb.Font(file);
      font.setScale(file.upem * UNITS_SCALE, file.upem * UNITS_SCALE);
      if (values.length > 0) font.setVariations(values.map(({ tag, value }) => new hb.Variation(tag, value)));
      const symbols = font.nominalGlyph(0x41) === undefined && font.nominalGlyph(0xf041) !== undefined;
      face = instance(
        { font, scale: UNITS_SCALE, kern, symbols },
        { key: `${key}|${name}`, unitsPerEm: file.upem, axes, features, at },
      );
      variations.set(name, face);
    }
    return face;
  };
  const face = at({});
  refuseEmptyLetters(face);
  return face;
}

/** The shaper takes a damaged font without a word and gives empty letters: those are looked for here. */
function refuseEmptyLetters(face: Face): void {
  const glyphs = face.shape(PLAIN_LETTERS).filter(({ glyph, cluster }) => glyph !== 0 && cluster % 2 === 0);
  const empty = glyphs.find(({ glyph }) => face.nodes(glyph) === 0);
  if (empty) throw new FontRefused(`The font file is damaged: its “${PLAIN_LETTERS[empty.cluster]}” is empty.`);
}

/** Apart, so that no ligature or join hides one. */
const PLAIN_LETTERS = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789'].join(' ');

function instance(shaper: Shaper, common: Pick<Face, 'key' | 'unitsPerEm' | 'axes' | 'features' | 'at'>): Face {
  const outline = kept((glyph: number) => drawGlyph(shaper.font, glyph, shaper.scale));
  const region = kept((glyph: number) => cleanGlyph(outline(glyph), common.unitsPerEm));
  const ink = kept((glyph: number) => joinBounds(region(glyph).map(contourBounds)));
  const lines = new Map<string, readonly ShapedGlyph[]>();
  const shape: Face['shape'] = (text, switches = {}) => {
    const name = JSON.stringify([text, switches]);
    let glyphs = lines.get(name);
    if (!glyphs) {
      glyphs = shapeLine(text, shaper, switches);
      if (lines.size >= LINES_KEPT) lines.delete(lines.keys().next().value!);
      lines.set(name, glyphs);
    }
    return glyphs;
  };
  const heightOf = (letters: string, fallback: number) => topOf(letters, shape, ink) || fallback;
  const capHeight = heightOf('HIE1', common.unitsPerEm * 0.7);
  return {
    ...common,
    kind: 'outline',
    capHeight,
    xHeight: heightOf('xzv', capHeight * 0.7),
    shape,
    region,
    ink,
    strokes: () => [],
    nodes: (glyph) => outline(glyph).reduce((sum, { segments }) => sum + segments.length, 0),
  };
}

/** Top of the first of some letters that the face has, 0 where it has none. */
export function topOf(letters: string, shape: Face['shape'], ink: Face['ink']): number {
  for (const letter of letters) {
    const glyph = shape(letter)[0]?.glyph ?? 0;
    const top = glyph === 0 ? 0 : ink(glyph).maxY;
    if (top > 0) return top;
  }
  return 0;
}

function kept<T>(make: (glyph: number) => T): (glyph: number) => T {
  const known = new Map<number, T>();
  return (glyph) => {
    let value = known.get(glyph);
    if (value === undefined) known.set(glyph, (value = make(glyph)));
    return value;
  };
}
