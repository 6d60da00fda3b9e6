import type { Contour } from '../../geometry/contour.ts';
import { joinBounds } from '../../geometry/bounds.ts';
import { contourBounds } from '../../geometry/contour-facts.ts';
import { decimal } from '../numbers.ts';
import type { SheetDrawing } from '../sheet-drawing.ts';
import { circleToTell, nodesInSpace, polylineVertices, type NodeInSpace } from './vertices.ts';
import { pointTags, type Tag } from './written-tags.ts';

/**
 * Writes a drawing as DXF R12, for machines that know no younger one: polylines vertex by vertex, with bulges. It
 * cannot say in which unit it counts.
 * @param tolerance how closely arcs are fitted to other curves, in units of the file
 */
export function writeR12(drawing: SheetDrawing, tolerance: number): string {
  const extent = joinBounds(drawing.layers.flatMap(({ contours }) => contours.map(contourBounds)));
  const isEmpty = extent.minX > extent.maxX;
  const tags: Tag[] = [
    [0, 'SECTION'],
    [2, 'HEADER'],
    [9, '$ACADVER'],
    [1, 'AC1009'],
    [9, '$EXTMIN'],
    ...pointTags(10, isEmpty ? { x: 0, y: 0 } : { x: extent.minX, y: extent.minY }),
    [9, '$EXTMAX'],
    ...pointTags(10, isEmpty ? { x: drawing.width, y: drawing.height } : { x: extent.maxX, y: extent.maxY }),
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'TABLES'],
    ...table('LTYPE', [
      [
        [0, 'LTYPE'],
        [2, 'CONTINUOUS'],
        [70, 0],
        [3, 'Solid line'],
        [72, 65],
        [73, 0],
        [40, '0'],
      ],
    ]),
    ...table('LAYER', [layer('0', 7), ...drawing.layers.map(({ name, dxfColour }) => layer(name, dxfColour))]),
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'ENTITIES'],
    ...drawing.layers.flatMap(({ name, contours }) => contours.flatMap((contour) => entity(contour, name, tolerance))),
    [0, 'ENDSEC'],
    [0, 'EOF'],
  ];
  return tags.map(([code, value]) => `${code}\n${value}\n`).join('');
}

const table = (name: string, records: readonly Tag[][]): Tag[] => [
  [0, 'TABLE'],
  [2, name],
  [70, records.length],
  ...records.flat(),
  [0, 'ENDTAB'],
];

const layer = (name: string, colour: number): Tag[] => [
  [0, 'LAYER'],
  [2, name],
  [70, 0],
  [62, colour],
  [6, 'CONTINUOUS'],
];

/** A 3D polyline: the flag 8, and 32 of its vertices, say so. */
const polylineInSpace = (nodes: readonly NodeInSpace[], name: string): Tag[] => [
  [0, 'POLYLINE'],
  [8, name],
  [66, 1],
  ...pointTags(10, { x: 0, y: 0 }),
  [70, 8],
  ...nodes.flatMap(({ at, z }): Tag[] => [[0, 'VERTEX'], [8, name], ...pointTags(10, at, z), [70, 32]]),
  [0, 'SEQEND'],
  [8, name],
];

function entity(contour: Contour, name: string, tolerance: number): Tag[] {
  const inSpace = nodesInSpace(contour);
  if (inSpace) return polylineInSpace(inSpace, name);
  const round = circleToTell(contour);
  if (round) return [[0, 'CIRCLE'], [8, name], ...pointTags(10, round.centre), [40, decimal(round.radius, 6)]];
  return [
    [0, 'POLYLINE'],
    [8, name],
    [66, 1],
    ...pointTags(10, { x: 0, y: 0 }),
    [70, contour.closed ? 1 : 0],
    ...polylineVertices(contour, tolerance).flatMap(({ at, bulge }): Tag[] => [
      [0, 'VERTEX'],
      [8, name],
      ...pointTags(10, at),
      ...(bulge === 0 ? [] : ([[42, decimal(bulge, 9)]] as Tag[])),
    ]),
    [0, 'SEQEND'],
    [8, name],
  ];
}
