import { readFileSync } from 'node:fs';
import path from 'node:path';

/** A file of artwork that a demo job uses. */
export interface DemoArtwork {
  readonly id: string;
  readonly fileName: string;
  readonly bytes: Uint8Array;
}

/**
 * The workshop's emblem as files come: a white page behind it, a rim of loose arcs that do not quite meet, one of them
 * twice, a size in pixels, and a word as text.
 */
export const WHISTLE_EMBLEM: DemoArtwork = {
  id: 'art-whistle-emblem',
  fileName: 'Whistle emblem.svg',
  bytes: new TextEncoder().encode(`<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="400" height="400" viewBox="0 0 400 400">
  <title>Whistle emblem of the Pennywhistle Light Railway</title>
  <style>
    .rim { fill: none; stroke: #222; stroke-width: 1 }
    .ink { fill: #222 }
  </style>
  <rect width="400" height="400" fill="#ffffff"/>
  <g id="rim" class="rim">
    <path d="M200 20A180 180 0 0 1 380 200"/>
    <path d="M380 200.3A180 180 0 0 1 200 380"/>
    <path d="M199.8 380A180 180 0 0 1 20 200"/>
    <path d="M20 199.2A180 180 0 0 1 199 20"/>
    <path d="M380 200.3A180 180 0 0 1 200 380"/>
    <circle cx="200" cy="200" r="160"/>
  </g>
  <g id="whistle" class="ink">
    <path d="M120 215h118c34 0 62 26 62 58s-28 55-62 55-62-24-62-55c0-9 2-17 6-24h-62z"/>
    <circle cx="238" cy="272" r="24" fill="white"/>
    <rect x="146" y="196" width="30" height="22"/>
  </g>
  <g id="steam" class="ink" transform="translate(200 130)">
    <path d="M-52 34c-18-10-14-34 4-36-4-22 26-34 40-18 12-16 40-8 38 12 20 2 22 28 6 36z"/>
    <path id="puff" d="M58-2c8-10 24-6 24 6s-14 16-22 8z"/>
    <use href="#puff" transform="translate(-124 -14) scale(.8)"/>
  </g>
  <text x="200" y="380">Pennywhistle</text>
</svg>
`),
};

/** A photograph of the engine's painted board: grainy, and darker at one side. */
export const ENGINE_PICTURE: DemoArtwork = {
  id: 'art-engine-picture',
  fileName: 'Engine no. 2.jpg',
  bytes: readFileSync(path.join(import.meta.dirname, '../files/engine.jpg')),
};

export const DEMO_ARTWORKS: readonly DemoArtwork[] = [WHISTLE_EMBLEM, ENGINE_PICTURE];
