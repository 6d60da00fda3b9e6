import { artworkForm, PLAIN_PLAN } from '@needlefile/core/artwork/form';
import { UnreadableArtwork } from '@needlefile/core/artwork/unreadable-artwork';
import { writeDxf } from '@needlefile/core/formats/dxf/dxf-writer';
import type { SheetDrawing } from '@needlefile/core/formats/sheet-drawing';
import { writeSvg } from '@needlefile/core/formats/svg/svg-writer';
import { joinBounds } from '@needlefile/core/geometry/bounds';
import { placeContour, type Contour, type Region } from '@needlefile/core/geometry/contour';
import { contourBounds } from '@needlefile/core/geometry/contour-facts';
import { readAnyArtwork } from './artwork-file.ts';
import { bytesOf } from './files.ts';
import { layerColours } from './layer-colours.ts';

/** The areas that a file draws, mm, y up; null, and a word on standard error, where it cannot be read. */
export async function areasOf(file: string): Promise<Region | null> {
  try {
    const reading = await readAnyArtwork(await bytesOf(file));
    // A file of no unit is in millimetres.
    return artworkForm(reading, { ...PLAIN_PLAN, mmPerUnit: reading.scale.certain ? null : 1 }).areas;
  } catch (error) {
    if (!(error instanceof UnreadableArtwork)) throw error;
    console.error(`needlefile: ${file}: ${error.message}`);
    return null;
  }
}

/** Strokes as an SVG and a DXF, where their file has its areas: a drawing runs up from its lower edge. */
export function filesOf(
  { title, description, layer }: { title: string; description: string; layer: string },
  region: Region,
  strokes: readonly Contour[],
): { svg: Uint8Array | string; dxf: Uint8Array | string } {
  const box = joinBounds(region.map(contourBounds));
  const [width, height] = region.length > 0 ? [Math.max(1, box.maxX), Math.max(1, -box.minY)] : [1, 1];
  const contours = strokes.map((contour) => placeContour(contour, 1, 0, height));
  const layers =
    contours.length > 0
      ? [{ name: layer, operation: layer.toLowerCase(), ...layerColours(0), fill: false, contours }]
      : [];
  const drawing: SheetDrawing = { title, description, width, height, layers };
  return { svg: writeSvg(drawing), dxf: writeDxf(drawing) };
}
