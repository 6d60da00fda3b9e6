import { letterId, type LetterId } from '../recipe/identity.ts';
import type { Face } from './face.ts';
import type { FeatureSwitches, ShapedGlyph } from './shaping.ts';

/** A line of words as the face has it. */
export interface SetLine {
  readonly text: string;
  readonly glyphs: readonly SetGlyph[];
}

export interface SetGlyph extends ShapedGlyph {
  readonly id: LetterId;
  /** The character or ligature, as typed, and the word it stands in. */
  readonly text: string;
  readonly word: string;
  /** Its cluster's place among the line's, and spaces before it: what spacing is counted by. */
  readonly clusterIndex: number;
  readonly spaces: number;
}

/** Shapes one line. Kept by its callers: while other lines are changed it stays as it is. */
export function setLine(text: string, number: number, face: Face, switches: FeatureSwitches): SetLine {
  const shaped = text === '' ? [] : face.shape(text, switches);
  const starts = [...new Set(shaped.map(({ cluster }) => cluster)), text.length].sort((a, b) => a - b);
  const endOf = new Map(starts.map((start, i) => [start, starts[i + 1]]));
  const inCluster = new Map<number, number>();
  let [clusterIndex, spaces, last] = [-1, 0, -1];
  const glyphs = shaped.map((glyph): SetGlyph => {
    const { cluster } = glyph;
    const index = inCluster.get(cluster) ?? 0;
    inCluster.set(cluster, index + 1);
    if (cluster !== last) clusterIndex++;
    const { x, y, advance } = glyph;
    const set = {
      glyph: glyph.glyph,
      cluster,
      x,
      y,
      advance,
      id: letterId({ line: number, cluster, index }),
      text: text.slice(cluster, endOf.get(cluster)),
      word: wordAt(text, cluster),
      clusterIndex,
      spaces,
    };
    if (cluster !== last && text[cluster] === ' ') spaces++;
    last = cluster;
    return set;
  });
  return { text, glyphs };
}

function wordAt(text: string, at: number): string {
  const start = text.lastIndexOf(' ', at) + 1;
  const end = text.indexOf(' ', at);
  return text.slice(start, end < 0 ? undefined : end);
}
