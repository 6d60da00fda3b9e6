import { boundsContain, boundsMeet, heightOf, joinBounds, widthOf, type Bounds } from '../geometry/bounds.ts';
import type { Arrangement } from '../construct/arrangement.ts';
import type { Construction } from '../construct/construct.ts';
import type { Hold } from '../hold/hold.ts';
import type { Piece } from '../hold/pieces.ts';
import type { Lettering } from '../lettering/layout.ts';
import { ROLES, type Drawing, type Operation } from '../operations/operations.ts';
import type { Recipe } from '../recipe/schema.ts';
import { limitAt, limitReason, type Machine, type Material } from '../shop/shop.ts';
import type { Finding, Mend } from './findings.ts';

/** All that the shop check looks at. */
export interface Checked {
  readonly recipe: Recipe;
  readonly machine: Machine;
  readonly machineKnown: boolean;
  readonly material: Material;
  readonly materialKnown: boolean;
  readonly faceKnown: boolean;
  readonly lettering: Lettering;
  readonly arrangement: Arrangement;
  readonly construction: Construction;
  readonly hold: Hold;
  readonly pieces: readonly Piece[];
  readonly drawing: Drawing;
  readonly operations: readonly Operation[];
}

/** Face that a job falls back to by a mend. */
const SAFE_FACE = 'overpass-bold';

/** Every finding of the shop check, stops first. */
export function check(job: Checked): Finding[] {
  const findings = [...words(job), ...loosePieces(job), ...dropOuts(job), ...narrowBridges(job), ...places(job), ...unassigned(job), ...machine(job), ...order(job)];
  return findings.sort((a, b) => Number(b.severity === 'stop') - Number(a.severity === 'stop'));
}

function words({ recipe, faceKnown, lettering }: Checked): Finding[] {
  if (!faceKnown)
    return [{
      id: 'face missing', rule: 'face missing', severity: 'stop', place: null,
      title: `The face “${recipe.lettering.face}” is not here`,
      detail: 'The words are kept. Choose another face, or bring this one back.',
      mends: [{ label: 'Use Overpass Bold', patch: [{ path: ['lettering', 'face'], value: SAFE_FACE }] }],
    }];
  const findings: Finding[] = lettering.missing.map(({ text, line, count }) => ({
    id: `missing character:${text}`, rule: 'missing character', severity: 'stop', place: null,
    title: `The face has no “${text}”`,
    detail: `Left out ${count === 1 ? 'once' : `${count} times`}, first in line ${line + 1}. Choose another face or other words.`,
    measure: { value: count, limit: 0, unit: 'characters', wants: 'at most' },
    mends: [{ label: `Take out “${text}”`, patch: [{ path: ['lettering', 'words'], value: recipe.lettering.words.split(text).join('') }] }],
  }));
  if (lettering.letters.length === 0 && findings.length === 0)
    findings.push({ id: 'no words', rule: 'no words', severity: 'stop', title: 'There are no words yet', detail: 'Type them at the Letter station.', place: null, mends: [] });
  return findings;
}

function loosePieces({ recipe, pieces, lettering, arrangement }: Checked): Finding[] {
  const loose = pieces.filter(({ status }) => status === 'loose');
  if (loose.length === 0) return [];
  const height = lettering.capHeight;
  const mends: Mend[] = [];
  if (!recipe.rail && arrangement.letters.length > 0)
    mends.push({ label: 'Add a rail', patch: [{ path: ['rail'], value: { height: tidy(height * 0.18), overlap: tidy(height * 0.05), extend: tidy(height * 0.1) } }] });
  if (!recipe.rail) mends.push({ label: 'Close the letters up', patch: [{ path: ['lettering', 'letterSpacing'], value: tidy(recipe.lettering.letterSpacing - Math.max(0.5, height * 0.03)) }] });
  mends.push({ label: 'Separate is fine', patch: [{ path: ['hold', 'pieces'], value: 'separate' }] });
  return [{
    id: 'loose piece', rule: 'loose piece', severity: 'stop',
    title: loose.length === 1 ? `Loose piece: ${loose[0]!.name}` : `${loose.length} loose pieces: ${list(loose.map(({ name }) => name))}`,
    detail: 'Nothing joins them to the rest.',
    measure: { value: loose.length + 1, limit: 1, unit: 'pieces', wants: 'at most' },
    place: joinBounds(loose.map(({ component }) => component.bounds)), mends,
  }];
}

function dropOuts({ recipe, hold, pieces, machine }: Checked): Finding[] {
  const wanted = recipe.hold.bridges.perIsland;
  const findings: Finding[] = hold.unheld.map((island) => ({
    id: `drop-out:${island.id}`, rule: 'drop-out', severity: 'stop',
    title: `Drops out: ${island.name}`,
    detail: wanted === 'none' ? 'Nothing holds this island.' : 'No bridge of this width finds room. A larger size or a narrower bridge may.',
    measure: { value: 0, limit: 1, unit: 'pieces', wants: 'at least', reason: 'bridges that hold it' },
    place: island.component.bounds,
    mends: wanted === 'none'
      ? [{ label: 'Add bridges', patch: [{ path: ['hold', 'bridges', 'perIsland'], value: 'by size' }] }]
      : [{ label: 'Bridges in any direction', patch: [{ path: ['hold', 'bridges', 'direction'], value: 'any' }] }],
  }));
  const known = new Set(hold.unheld.map(({ component }) => boxKey(component.bounds)));
  for (const piece of pieces) {
    if (piece.status !== 'drop-out' || piece.intended || known.has(boxKey(piece.component.bounds))) continue;
    findings.push({
      id: `drop-out:${piece.name}:${boxKey(piece.component.bounds)}`, rule: 'drop-out', severity: 'stop',
      title: `Comes loose from the plate: ${piece.name}`, detail: `The ${machine.word} would cut it free. Give the words more room.`,
      place: piece.component.bounds, mends: [{ label: 'Fit the plate to the words', patch: [{ path: ['plate', 'width'], value: null }, { path: ['plate', 'height'], value: null }] }],
    });
  }
  return findings;
}

function narrowBridges({ recipe, hold, machine }: Checked): Finding[] {
  const limit = limitAt(machine.limits.bridge, recipe.thickness);
  const wider: Mend[] = [{ label: 'Use a wider bridge', patch: [{ path: ['hold', 'bridges', 'width'], value: tidy(limit, 2) }] }];
  return hold.bridges.filter(({ width }) => width < limit - 0.005).map((bridge) => {
    const island = hold.islands.find(({ id }) => id === bridge.island)!;
    const asked = recipe.hold.bridges.width ?? limit;
    const crowded = bridge.width < asked - 0.005;
    return {
      id: `narrow bridge:${bridge.id}`, rule: 'narrow bridge', severity: 'stop',
      title: `Bridge too narrow: ${island.name}`,
      ...(crowded ? { detail: 'The island leaves no room for more. A larger size would.' } : {}),
      measure: { value: bridge.width, limit, unit: 'mm', wants: 'at least', reason: limitReason(machine.limits.bridge, recipe.thickness, machine) },
      place: boxRound(bridge.from, bridge.to, bridge.width),
      mends: crowded ? [largerLettering(recipe, limit / bridge.width)] : wider,
    } satisfies Finding;
  });
}

function places({ recipe, arrangement: { sheet, object, plate, letters } }: Checked): Finding[] {
  const findings: Finding[] = [];
  const table: Bounds = { minX: 0, minY: 0, maxX: sheet.width, maxY: sheet.height };
  if (!boundsContain(table, object, 1e-6)) {
    const over = Math.max(widthOf(object) - sheet.width, heightOf(object) - sheet.height);
    const wide = widthOf(object) - sheet.width >= heightOf(object) - sheet.height;
    findings.push({
      id: 'off the sheet', rule: 'off the sheet', severity: 'stop', title: `Reaches off the sheet by ${tidy(over, 2)} mm`, place: object,
      measure: wide ? { value: widthOf(object), limit: sheet.width, unit: 'mm', wants: 'at most', reason: 'width of the sheet' } : { value: heightOf(object), limit: sheet.height, unit: 'mm', wants: 'at most', reason: 'height of the sheet' },
      mends: [{ label: 'Fit the sheet', patch: [{ path: ['sheet', 'width'], value: null }, { path: ['sheet', 'height'], value: null }] }],
    });
  }
  if (plate && letters.length > 0) {
    const ink = joinBounds(letters.map(({ bounds }) => bounds));
    if (!boundsContain(plate, ink, 1e-6)) {
      const over = Math.max(widthOf(ink) - widthOf(plate), heightOf(ink) - heightOf(plate));
      findings.push({
        id: 'words off the plate', rule: 'words off the plate', severity: 'stop', title: `The words reach off the plate by ${tidy(over, 2)} mm`, place: ink,
        mends: [{ label: 'Fit the plate to the words', patch: [{ path: ['plate', 'width'], value: null }, { path: ['plate', 'height'], value: null }] }],
      });
    }
    const { holes } = recipe.plate;
    if (holes) {
      const half = holes.diameter / 2;
      const blocked = [plate.minX + holes.inset, plate.maxX - holes.inset].flatMap((x) => [plate.minY + holes.inset, plate.maxY - holes.inset].map((y) => ({ minX: x - half, minY: y - half, maxX: x + half, maxY: y + half })));
      const hit = blocked.filter((hole) => !boundsContain(plate, hole) || letters.some(({ bounds }) => boundsMeet(bounds, hole)));
      if (hit.length > 0)
        findings.push({
          id: 'hole in the way', rule: 'hole in the way', severity: 'attention', title: 'A corner hole meets the words or the edge', place: joinBounds(hit),
          mends: [{ label: 'Leave the holes out', patch: [{ path: ['plate', 'holes'], value: null }] }],
        });
    }
  }
  return findings;
}

const ROLE_NAMES = { outline: 'Outlines', area: 'Areas', linework: 'Lines' } as const;
const USUAL_WORK = { outline: 'cut', area: 'engrave', linework: 'score' } as const;

function unassigned({ recipe, drawing, machine }: Checked): Finding[] {
  return ROLES.filter((role) => drawing[role].length > 0 && recipe.workOrder[role].work === null).map((role) => ({
    id: `unassigned:${role}`, rule: 'unassigned', severity: 'stop',
    title: `${ROLE_NAMES[role]} have no operation`, detail: 'They would not be in the files.',
    measure: { value: drawing[role].length, limit: 0, unit: 'lines', wants: 'at most' },
    place: null,
    mends: [{ label: `Assign to ${fallbackWork(machine, USUAL_WORK[role])}`, patch: [{ path: ['workOrder', role, 'work'], value: fallbackWork(machine, USUAL_WORK[role]) }] }],
  }));
}

const fallbackWork = (machine: Machine, wanted: 'cut' | 'engrave' | 'score') => (machine.settings[wanted] ? wanted : machine.settings.mark ? 'mark' : 'cut');

function machine({ recipe, machine, machineKnown, material, materialKnown, operations }: Checked): Finding[] {
  const findings: Finding[] = [];
  if (!machineKnown) findings.push({ id: 'machine:unknown', rule: 'machine', severity: 'stop', title: `The machine “${recipe.machine}” is not in the shop`, place: null, mends: [{ label: `Use the ${machine.name}`, patch: [{ path: ['machine'], value: machine.id }] }] });
  if (!materialKnown) findings.push({ id: 'machine:material', rule: 'machine', severity: 'stop', title: `The material “${recipe.material}” is not in the shop`, place: null, mends: [{ label: `Use ${material.name}`, patch: [{ path: ['material'], value: material.id }] }] });
  else if (machineKnown && !machine.materials.includes(material.id)) findings.push({ id: 'machine:does not work', rule: 'machine', severity: 'attention', title: `The ${machine.name} is not set up for ${material.name.toLowerCase()}`, place: null, mends: [] });
  for (const work of new Set(operations.filter(({ possible }) => !possible).map((operation) => operation.work))) {
    const roles = [...new Set(operations.filter((operation) => operation.work === work).map(({ role }) => role))];
    const instead = (['mark', 'score', 'engrave', 'cut'] as const).find((each) => machine.settings[each] && each !== 'cut') ?? 'cut';
    findings.push({
      id: `machine:cannot ${work}`, rule: 'machine', severity: 'stop', title: `The ${machine.name} does not ${work}`, place: null,
      mends: [{ label: `Assign to ${instead}`, patch: roles.map((role) => ({ path: ['workOrder', role, 'work'], value: instead })) }],
    });
  }
  return findings;
}

function order({ recipe, operations }: Checked): Finding[] {
  const outer = operations.findIndex(({ step }) => step === 'outer cuts');
  if (outer < 0 || outer === operations.length - 1) return [];
  const sequence = [...recipe.workOrder.sequence.filter((step) => step !== 'outer cuts'), 'outer cuts'];
  return [{
    id: 'order', rule: 'order', severity: 'attention', title: 'The part is cut out before the rest is done', detail: 'What is cut free may shift under the later work.', place: null,
    mends: [{ label: 'Cut out last', patch: [{ path: ['workOrder', 'sequence'], value: sequence }] }],
  }];
}

function largerLettering({ lettering: { size } }: Recipe, factor: number): Mend {
  const larger = (mm: number) => Math.ceil(mm * factor);
  if (size.by === 'box') return { label: `Larger letters: into ${larger(size.width)} × ${larger(size.height)} mm`, patch: [{ path: ['lettering', 'size'], value: { ...size, width: larger(size.width), height: larger(size.height) } }] };
  return { label: `Larger letters: ${larger(size.value)} mm ${SIZE_WORDS[size.by]}`, patch: [{ path: ['lettering', 'size'], value: { ...size, value: larger(size.value) } }] };
}

const SIZE_WORDS = { 'cap height': 'caps', 'x-height': 'small letters', 'overall width': 'wide', 'overall height': 'high' };

const tidy = (value: number, digits = 1): number => Number(value.toFixed(digits));
const list = (names: readonly string[]): string => (names.length <= 4 ? names.join(', ') : `${names.slice(0, 3).join(', ')} and ${names.length - 3} more`);
const boxKey = ({ minX, minY }: Bounds): string => `${minX.toFixed(1)},${minY.toFixed(1)}`;

function boxRound(a: { x: number; y: number }, b: { x: number; y: number }, width: number): Bounds {
  const half = width / 2;
  return { minX: Math.min(a.x, b.x) - half, minY: Math.min(a.y, b.y) - half, maxX: Math.max(a.x, b.x) + half, maxY: Math.max(a.y, b.y) + half };
}
