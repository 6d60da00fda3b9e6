import { joinBounds, type Bounds } from '../../geometry/bounds.ts';
import type { Contour } from '../../geometry/contour.ts';
import { contourBounds } from '../../geometry/contour-facts.ts';
import type { FileRules } from '../../shop/file-rules.ts';
import { HAIRLINE } from '../hairline.ts';
import { decimal } from '../numbers.ts';
import type { SheetDrawing } from '../sheet-drawing.ts';
import { splineTags } from './spline-tags.ts';
import { circleToTell, nodesInSpace, polylineVertices, type NodeInSpace } from './vertices.ts';
import { pointTags, type Tag } from './written-tags.ts';

/** Curves other than arcs are fitted by arcs this closely, mm, unless the release asks otherwise. */
export const ARC_FIT_TOLERANCE = 0.005;

/** How a DXF is written. */
export interface DxfStyle {
  /** How closely arcs are fitted to other curves, in units of the file. */
  readonly tolerance: number;
  readonly unit: FileRules['unit'];
  /** Lines that have curves other than arcs in them go as splines. */
  readonly splines: boolean;
}

export const PLAIN_DXF: DxfStyle = { tolerance: ARC_FIT_TOLERANCE, unit: 'mm', splines: false };

/**
 * Writes a drawing as DXF R2000: a layer an operation, closed contours as closed polylines with bulges, whole circles
 * as circles, lines on which the tool goes up and down as polylines in space.
 * @param drawing in units of the file
 */
export function writeDxf(drawing: SheetDrawing, style: DxfStyle = PLAIN_DXF): string {
  const file = new DxfFile(style);
  const entities = drawing.layers.flatMap(({ name, contours }) =>
    contours.flatMap((contour) => file.entity(contour, name)),
  );
  const extent = joinBounds(drawing.layers.flatMap(({ contours }) => contours.map(contourBounds)));
  const tags: Tag[] = [
    ...header(extent, drawing, style.unit),
    ...section('CLASSES', []),
    ...file.tables(drawing),
    ...file.blocks(),
    ...section('ENTITIES', entities),
    ...file.objects(),
    [0, 'EOF'],
  ];
  // The seed must lie above every handle given out, which is known only now.
  return tags.map(([code, value]) => `${code}\n${value === HANDLE_SEED ? file.nextHandle() : value}\n`).join('');
}

/** Widths of lines that DXF has, hundredths of a mm. */
const WEIGHTS = [0, 5, 9, 13, 15, 18, 20, 25, 30, 35, 40, 50, 53, 60, 70, 80, 90, 100, 106, 120, 140, 158, 200, 211];
const DEFAULT_WEIGHT = -3;

/** @param width mm; what is to be as thin as can be is left to whoever draws it */
const lineWeight = (width: number): number =>
  width <= HAIRLINE
    ? DEFAULT_WEIGHT
    : WEIGHTS.reduce((best, each) => (Math.abs(each - width * 100) < Math.abs(best - width * 100) ? each : best));

const HANDLE_SEED = '@seed';
const section = (name: string, body: readonly Tag[]): Tag[] => [[0, 'SECTION'], [2, name], ...body, [0, 'ENDSEC']];
function header(extent: Bounds, { width, height }: SheetDrawing, unit: DxfStyle['unit']): Tag[] {
  const known = extent.minX <= extent.maxX ? extent : { minX: 0, minY: 0, maxX: width, maxY: height };
  return section('HEADER', [
    [9, '$ACADVER'],
    [1, 'AC1015'],
    [9, '$DWGCODEPAGE'],
    [3, 'ANSI_1252'],
    [9, '$INSBASE'],
    ...pointTags(10, { x: 0, y: 0 }),
    [9, '$EXTMIN'],
    ...pointTags(10, { x: known.minX, y: known.minY }),
    [9, '$EXTMAX'],
    ...pointTags(10, { x: known.maxX, y: known.maxY }),
    [9, '$LIMMIN'],
    ...pointTags(10, { x: 0, y: 0 }).slice(0, 2),
    [9, '$LIMMAX'],
    ...pointTags(10, { x: width, y: height }).slice(0, 2),
    [9, '$INSUNITS'],
    [70, unit === 'mm' ? 4 : 1],
    [9, '$MEASUREMENT'],
    [70, unit === 'mm' ? 1 : 0],
    [9, '$HANDSEED'],
    [5, HANDLE_SEED],
  ]);
}

/** Gives out handles, and knows those that others refer to. */
class DxfFile {
  private last = 0x20;
  private readonly modelSpace = this.handle();
  private readonly paperSpace = this.handle();
  private readonly layout = { model: this.handle(), paper: this.handle() };

  constructor(private readonly style: DxfStyle) {}

  nextHandle(): string {
    return (this.last + 1).toString(16).toUpperCase();
  }

  private handle(): string {
    return (++this.last).toString(16).toUpperCase();
  }

  entity(contour: Contour, layer: string): Tag[] {
    const common = (kind: string, marker: string): Tag[] => [
      [0, kind],
      [5, this.handle()],
      [330, this.modelSpace],
      [100, 'AcDbEntity'],
      [8, layer],
      [100, marker],
    ];
    const inSpace = nodesInSpace(contour);
    if (inSpace) return this.polylineInSpace(inSpace, layer);
    const round = circleToTell(contour);
    if (round)
      return [...common('CIRCLE', 'AcDbCircle'), ...pointTags(10, round.centre), [40, decimal(round.radius, 6)]];
    if (this.style.splines && contour.segments.some(({ kind }) => kind === 'cubic'))
      return [...common('SPLINE', 'AcDbSpline'), ...splineTags(contour)];
    const vertices = polylineVertices(contour, this.style.tolerance);
    const body = vertices.flatMap(({ at, bulge }): Tag[] => [
      [10, decimal(at.x, 6)],
      [20, decimal(at.y, 6)],
      ...(bulge === 0 ? [] : ([[42, decimal(bulge, 9)]] as Tag[])),
    ]);
    return [
      ...common('LWPOLYLINE', 'AcDbPolyline'),
      [90, vertices.length],
      [70, contour.closed ? 1 : 0],
      [43, '0'],
      ...body,
    ];
  }

  /** A polyline whose vertices have their own z: light ones lie flat. */
  private polylineInSpace(nodes: readonly NodeInSpace[], layer: string): Tag[] {
    const own = this.handle();
    const part = (kind: string, owner: string, handle = this.handle()): Tag[] => [
      [0, kind],
      [5, handle],
      [330, owner],
      [100, 'AcDbEntity'],
      [8, layer],
    ];
    return [
      ...part('POLYLINE', this.modelSpace, own),
      [100, 'AcDb3dPolyline'],
      [66, 1],
      ...pointTags(10, { x: 0, y: 0 }),
      [70, 8],
      ...nodes.flatMap(({ at, z }): Tag[] => [
        ...part('VERTEX', own),
        [100, 'AcDbVertex'],
        [100, 'AcDb3dPolylineVertex'],
        ...pointTags(10, at, z),
        [70, 32],
      ]),
      ...part('SEQEND', own),
    ];
  }

  tables(drawing: SheetDrawing): Tag[] {
    const records = (name: string, list: (owner: string) => Tag[][], extra: Tag[] = []): Tag[] => {
      const owner = this.handle();
      const body = list(owner);
      return [
        [0, 'TABLE'],
        [2, name],
        [5, owner],
        [330, '0'],
        [100, 'AcDbSymbolTable'],
        [70, body.length],
        ...extra,
        ...body.flat(),
        [0, 'ENDTAB'],
      ];
    };
    const record = (
      kind: string,
      owner: string,
      marker: string,
      body: Tag[],
      handle = this.handle(),
      handleCode = 5,
    ): Tag[] => [[0, kind], [handleCode, handle], [330, owner], [100, 'AcDbSymbolTableRecord'], [100, marker], ...body];
    const lineType = (owner: string, name: string, text = '') =>
      record('LTYPE', owner, 'AcDbLinetypeTableRecord', [
        [2, name],
        [70, 0],
        [3, text],
        [72, 65],
        [73, 0],
        [40, '0'],
      ]);
    const layer = (owner: string, name: string, colour: number, lineWidth = HAIRLINE) =>
      record('LAYER', owner, 'AcDbLayerTableRecord', [
        [2, name],
        [70, 0],
        [62, colour],
        [6, 'CONTINUOUS'],
        [370, lineWeight(lineWidth)],
      ]);
    const block = (owner: string, name: string, handle: string, layoutHandle: string) =>
      record(
        'BLOCK_RECORD',
        owner,
        'AcDbBlockTableRecord',
        [
          [2, name],
          [340, layoutHandle],
        ],
        handle,
      );
    const view: Tag[] = [
      [2, '*ACTIVE'],
      [70, 0],
      [10, '0'],
      [20, '0'],
      [11, '1'],
      [21, '1'],
      [12, decimal(drawing.width / 2)],
      [22, decimal(drawing.height / 2)],
      [13, '0'],
      [23, '0'],
      [14, '10'],
      [24, '10'],
      [15, '10'],
      [25, '10'],
      [16, '0'],
      [26, '0'],
      [36, '1'],
      [17, '0'],
      [27, '0'],
      [37, '0'],
      [40, decimal(drawing.height * 1.1)],
      [41, decimal(drawing.width / drawing.height)],
      [42, '50'],
      [43, '0'],
      [44, '0'],
      [50, '0'],
      [51, '0'],
      [71, 0],
      [72, 100],
      [73, 1],
      [74, 3],
      [75, 0],
      [76, 0],
      [77, 0],
      [78, 0],
    ];
    return section('TABLES', [
      ...records('VPORT', (owner) => [record('VPORT', owner, 'AcDbViewportTableRecord', view)]),
      ...records('LTYPE', (owner) => [
        lineType(owner, 'BYBLOCK'),
        lineType(owner, 'BYLAYER'),
        lineType(owner, 'CONTINUOUS', 'Solid line'),
      ]),
      ...records('LAYER', (owner) => [
        layer(owner, '0', 7),
        ...drawing.layers.map(({ name, dxfColour, lineWidth }) => layer(owner, name, dxfColour, lineWidth)),
      ]),
      ...records('STYLE', (owner) => [
        record('STYLE', owner, 'AcDbTextStyleTableRecord', [
          [2, 'STANDARD'],
          [70, 0],
          [40, '0'],
          [41, '1'],
          [50, '0'],
          [71, 0],
          [42, '2.5'],
          [3, 'txt'],
          [4, ''],
        ]),
      ]),
      ...records('VIEW', () => []),
      ...records('UCS', () => []),
      ...records('APPID', (owner) => [
        record('APPID', owner, 'AcDbRegAppTableRecord', [
          [2, 'ACAD'],
          [70, 0],
        ]),
      ]),
      ...records(
        'DIMSTYLE',
        (owner) => [
          record(
            'DIMSTYLE',
            owner,
            'AcDbDimStyleTableRecord',
            [
              [2, 'STANDARD'],
              [70, 0],
            ],
            this.handle(),
            105,
          ),
        ],
        [[100, 'AcDbDimStyleTable']],
      ),
      ...records('BLOCK_RECORD', (owner) => [
        block(owner, '*Model_Space', this.modelSpace, this.layout.model),
        block(owner, '*Paper_Space', this.paperSpace, this.layout.paper),
      ]),
    ]);
  }

  blocks(): Tag[] {
    const block = (name: string, owner: string, paper: boolean): Tag[] => {
      const space: Tag[] = paper ? [[67, 1]] : [];
      return [
        [0, 'BLOCK'],
        [5, this.handle()],
        [330, owner],
        [100, 'AcDbEntity'],
        ...space,
        [8, '0'],
        [100, 'AcDbBlockBegin'],
        [2, name],
        [70, 0],
        ...pointTags(10, { x: 0, y: 0 }),
        [3, name],
        [1, ''],
        [0, 'ENDBLK'],
        [5, this.handle()],
        [330, owner],
        [100, 'AcDbEntity'],
        ...space,
        [8, '0'],
        [100, 'AcDbBlockEnd'],
      ];
    };
    return section('BLOCKS', [
      ...block('*Model_Space', this.modelSpace, false),
      ...block('*Paper_Space', this.paperSpace, true),
    ]);
  }

  objects(): Tag[] {
    const [root, groups, layouts] = [this.handle(), this.handle(), this.handle()];
    const dictionary = (handle: string, owner: string, entries: [string, string][]): Tag[] => [
      [0, 'DICTIONARY'],
      [5, handle],
      [330, owner],
      [100, 'AcDbDictionary'],
      [281, 1],
      ...entries.flatMap(([name, entry]): Tag[] => [
        [3, name],
        [350, entry],
      ]),
    ];
    const layout = (handle: string, name: string, order: number, block: string): Tag[] => [
      [0, 'LAYOUT'],
      [5, handle],
      [330, layouts],
      [100, 'AcDbPlotSettings'],
      [1, ''],
      [4, ''],
      [6, ''],
      [40, '0'],
      [41, '0'],
      [42, '0'],
      [43, '0'],
      [44, '0'],
      [45, '0'],
      [46, '0'],
      [47, '0'],
      [48, '0'],
      [49, '0'],
      [140, '0'],
      [141, '0'],
      [142, '1'],
      [143, '1'],
      [70, order === 0 ? 1024 : 0],
      [72, 1],
      [73, 0],
      [74, 5],
      [7, ''],
      [75, 16],
      [147, '1'],
      [148, '0'],
      [149, '0'],
      [100, 'AcDbLayout'],
      [1, name],
      [70, 1],
      [71, order],
      [10, '0'],
      [20, '0'],
      [11, '420'],
      [21, '297'],
      [12, '0'],
      [22, '0'],
      [32, '0'],
      [14, '0'],
      [24, '0'],
      [34, '0'],
      [15, '0'],
      [25, '0'],
      [35, '0'],
      [146, '0'],
      [13, '0'],
      [23, '0'],
      [33, '0'],
      [16, '1'],
      [26, '0'],
      [36, '0'],
      [17, '0'],
      [27, '1'],
      [37, '0'],
      [76, 0],
      [330, block],
    ];
    return section('OBJECTS', [
      ...dictionary(root, '0', [
        ['ACAD_GROUP', groups],
        ['ACAD_LAYOUT', layouts],
      ]),
      ...dictionary(groups, root, []),
      ...dictionary(layouts, root, [
        ['Model', this.layout.model],
        ['Layout1', this.layout.paper],
      ]),
      ...layout(this.layout.model, 'Model', 0, this.modelSpace),
      ...layout(this.layout.paper, 'Layout1', 1, this.paperSpace),
    ]);
  }
}
