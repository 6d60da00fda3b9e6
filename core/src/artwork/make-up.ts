import type { FileReading } from './drawn.ts';

/**
 * What a file is made up of, as text: its layers, and in which colours they have areas and lines. Files of one make-up
 * come from one hand, and are read alike. null of a picture.
 */
export function makeUpOf({ elements, picture }: Pick<FileReading, 'elements' | 'picture'>): string | null {
  if (picture) return null;
  const parts = new Set(
    elements.map(({ layer, colour, kind, white }) => `${layer}\n${white ? 'white' : colour}\n${kind}`),
  );
  return [...parts].sort().join('\n\n');
}
