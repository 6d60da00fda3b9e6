import bidiFactory from 'bidi-js';
import * as hb from 'harfbuzzjs';

/** A glyph in its place along the baseline, lengths in font units. */
export interface ShapedGlyph {
  /** The glyph's number in the font; 0 where the font lacks the character. */
  readonly glyph: number;
  /** Where in the text (UTF-16 units) the character or ligature begins. */
  readonly cluster: number;
  readonly x: number;
  readonly y: number;
  readonly advance: number;
}

/** OpenType features switched on or off, by tag. */
export type FeatureSwitches = Readonly<Record<string, boolean>>;

export interface Shaper {
  readonly font: hb.Font;
  /**
   * Units of the font object to the font's own: finer, so that the shaper's whole numbers do not make letters drift.
   */
  readonly scale: number;
  /** Pairs of a legacy kern table, in font units; null where the font kerns by GPOS. */
  readonly kern: ReadonlyMap<number, number> | null;
  /** A symbol font: its letters lie at U+F000 + character. */
  readonly symbols: boolean;
}

const bidi = bidiFactory();

/** Characters that may need ordering from right to left. */
const RIGHT_TO_LEFT =
  /[\u0590-\u08ff\u200f\u202a-\u202e\u2066-\u2069\ufb1d-\ufdff\ufe70-\ufefc]|[\ud802\ud803\ud83a\ud83b]/;

/** Sets one line of text: characters become glyphs, from left to right as they stand. */
export function shapeLine(text: string, shaper: Shaper, switches: FeatureSwitches): ShapedGlyph[] {
  const features = Object.entries(switches).map(([tag, on]) => new hb.Feature(tag, on ? 1 : 0));
  const typed = shaper.symbols
    ? text.replace(/[\u0020-\u00ff]/g, (c) => String.fromCharCode(0xf000 + c.charCodeAt(0)))
    : text;
  const glyphs: ShapedGlyph[] = [];
  let x = 0;
  for (const run of runsOf(typed)) {
    const buffer = new hb.Buffer();
    buffer.addText(typed, run.start, run.end - run.start);
    if (run.direction !== undefined) buffer.setDirection(run.direction);
    buffer.guessSegmentProperties();
    hb.shape(shaper.font, buffer, features);
    const positions = buffer.getGlyphPositions();
    const infos = buffer.getGlyphInfos();
    const kern = switches['kern'] === false ? null : shaper.kern;
    infos.forEach((info, i) => {
      const { xAdvance, xOffset, yOffset } = positions[i]!;
      const following = infos[i + 1];
      const advance =
        xAdvance / shaper.scale +
        (kern && following ? (kern.get(info.codepoint * 0x10000 + following.codepoint) ?? 0) : 0);
      glyphs.push({
        glyph: info.codepoint,
        cluster: info.cluster,
        x: x + xOffset / shaper.scale,
        y: yOffset / shaper.scale,
        advance,
      });
      x += advance;
    });
  }
  return glyphs;
}

interface Run {
  readonly start: number;
  readonly end: number;
  readonly direction?: hb.Direction;
}

/** Stretches of one direction, as they stand from left to right (Unicode Bidirectional Algorithm, rule L2). */
function runsOf(text: string): Run[] {
  if (!RIGHT_TO_LEFT.test(text)) return [{ start: 0, end: text.length }];
  const { levels } = bidi.getEmbeddingLevels(text);
  const runs: (Run & { level: number })[] = [];
  for (let i = 0; i < text.length; i++) {
    const level = levels[i]!;
    const last = runs.at(-1);
    if (last && last.level === level) runs[runs.length - 1] = { ...last, end: i + 1 };
    else runs.push({ start: i, end: i + 1, level, direction: level % 2 === 1 ? hb.Direction.RTL : hb.Direction.LTR });
  }
  const highest = Math.max(...runs.map(({ level }) => level));
  for (let level = highest; level >= 1; level--)
    for (let i = 0; i < runs.length; i++) {
      let j = i;
      while (j < runs.length && runs[j]!.level >= level) j++;
      if (j - i > 1) runs.splice(i, j - i, ...runs.slice(i, j).reverse());
      i = Math.max(i, j);
    }
  return runs;
}
