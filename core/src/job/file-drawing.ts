import type { SheetDrawing } from '../formats/sheet-drawing.ts';
import type { LayerUse } from '../machine/run-file.ts';
import { MAKES } from '../makes/makes.ts';
import { layerColours } from '../operations/layer-colours.ts';
import type { Operation } from '../operations/operations.ts';
import { stockOf } from '../recipe/stock.ts';
import type { Machine } from '../shop/shop.ts';
import type { Build } from './build-job.ts';
import { rowsOf } from './operation-profile.ts';

/** The drawing of a build as files carry it: a layer an operation, by the machine's output map. */
export function sheetDrawing(
  { recipe, machine, sheet, assemblies, operations }: Build,
  revision: number | null,
): SheetDrawing {
  const names = layerNames(operations, machine.output);
  const colours = layerColours(operations, machine);
  const makes = [...new Set(assemblies.map(({ built }) => MAKES[built.thing.make].name))];
  return {
    title: recipe.name,
    description:
      `${makes.join(', ')}, ${stockOf(recipe).thickness} mm, ` +
      `${machine.name}${revision === null ? '' : `, revision ${revision}`}.`,
    width: sheet.width,
    height: sheet.height,
    layers: operations.map((operation, i) => {
      const { lineWidth, areas } = machine.output[operation.work];
      return {
        name: names[i]!,
        operation: `${operation.work} ${whatOf(operation)}`,
        colour: colours[i]!.colour,
        dxfColour: colours[i]!.dxfColour,
        lineWidth,
        fill: operation.fill && areas === 'filled',
        hasStrokes: operation.isFilled || operation.kinds.includes('line'),
        contours: operation.contours,
      };
    }),
  };
}

/** What the machine is told of the layers of a build's files. */
export function layerUses({
  recipe,
  machine,
  operations,
}: Pick<Build, 'recipe' | 'machine' | 'operations'>): LayerUse[] {
  const names = layerNames(operations, machine.output);
  return operations.map(({ id, work, fill, settings }, i) => {
    const plan = recipe.operations.find((each) => each.id === id);
    const rows = fill && plan ? rowsOf(plan, machine) : undefined;
    return { layer: names[i]!, work, swept: fill, settings, ...(rows && { rows }) };
  });
}

/** What an operation is of, where it has no name. */
export const whatOf = ({ name, kinds }: Pick<Operation, 'name' | 'kinds'>): string => {
  if (name !== null) return name;
  const outline = kinds.filter((kind) => kind === 'inner' || kind === 'outer');
  const others = kinds.filter((kind) => kind === 'area' || kind === 'line');
  const edges = outline.length === 2 ? ['outline'] : outline.map((kind) => `outline:${kind}`);
  return [...edges, ...others.map((kind) => (kind === 'line' ? 'linework' : kind))].join(', ');
};

/**
 * The output map's layer for the work; where several operations share one, each says which it is, and so do one that
 * is done once more, and groups that are swept by themselves.
 */
function layerNames(operations: readonly Operation[], output: Machine['output']): string[] {
  return operations.map(({ id, work, fill, round, sweep }) => {
    const base = output[work].layer;
    const after = `${round > 0 ? `_${round + 1}` : ''}${sweep > 0 ? `_S${sweep}` : ''}`;
    const sharing = operations.filter((other) => output[other.work].layer === base && other.round === round);
    if (sharing.every((other) => other.id === id && other.fill === fill)) return base + after;
    const isParted = sharing.some((other) => other.id === id && other.fill !== fill);
    return `${base}_${id.toUpperCase()}${isParted ? (fill ? '_AREAS' : '_LINES') : ''}${after}`;
  });
}
