'use client';

import { useFaces } from '@/components/faces';

/** Lets the page draw each face's name in the face itself, from the same bytes that are cut. Fetched when first shown. */
export function FaceStyles() {
  const css = useFaces()
    .filter(({ kind }) => kind !== 'single-line')
    .map(({ id }) => `@font-face{font-family:"face-${id}";src:url("/api/faces/${id}");font-display:swap}`)
    .join('');
  return <style dangerouslySetInnerHTML={{ __html: css }} />;
}

export const faceFamily = (id: string): string => `"face-${id}", var(--words)`;
