'use client';

import { useEffect } from 'react';
import { useFaces } from '@/hooks/faces';

/**
 * Lets the page draw each face's name in the face itself, from the same bytes that are cut. Fetched when first shown.
 */
export function FaceStyles() {
  const ids = useFaces()
    .filter(({ kind }) => kind !== 'single-line')
    .map(({ id }) => id)
    .join(' ');
  useEffect(() => {
    const faces = ids
      .split(' ')
      .map((id) => new FontFace(`face-${id}`, `url("/api/faces/${id}")`, { display: 'swap' }));
    for (const face of faces) document.fonts.add(face);
    return () => faces.forEach((face) => document.fonts.delete(face));
  }, [ids]);
  return null;
}

export const faceFamily = (id: string): string => `"face-${id}", var(--words)`;
