import { keepMeasures, type Contour, type Region } from './contour.ts';
import { moveSegment, type SourceId } from './segment.ts';

/** A region elsewhere, and as others' own: what was computed once for alike letters, set in each one's place. */
export function moveRegion(region: Region, dx: number, dy: number, rename: (source: SourceId) => SourceId): Contour[] {
  return region.map((contour) => {
    const moved: Contour = { segments: contour.segments.map((segment) => moveSegment(segment, dx, dy, rename(segment.source))), closed: contour.closed };
    keepMeasures(contour, moved, dx, dy);
    return moved;
  });
}
