import { isBridged, MAKES } from './makes.ts';
import { limitAt } from '../shop/limits.ts';
import { type Machine, type Shop, type Work } from '../shop/shop.ts';
import { plainOperation, type JobInput, type Make, type OperationPlan } from '../recipe/schema.ts';

/** What a person says of a new job; all else starts from what suits it. */
export interface NewJob {
  readonly make: Make;
  readonly words: string;
  readonly machine: string;
  readonly material: string;
  readonly thickness: number;
}

/** Cap height, mm, that suits a machine's usual work. */
const CAP_HEIGHTS: Record<string, number> = {
  plasma: 90,
  router: 80,
  'co2-laser': 40,
  'fibre-laser': 30,
  engraver: 10,
};

/** Counters are about a quarter of the cap height wide: cut-through letters must leave room for a bridge in them. */
const CAP_HEIGHT_PER_BRIDGE = 6;

function startingCapHeight({ make, thickness }: NewJob, machine: Machine | undefined): number {
  const usual = CAP_HEIGHTS[machine?.id ?? ''] ?? 50;
  return isBridged(make) && machine
    ? Math.max(usual, Math.ceil(CAP_HEIGHT_PER_BRIDGE * limitAt(machine.limits.bridge, thickness)))
    : usual;
}

/** A recipe that is at once a working design: sizes follow from the machine, the rest from the make. */
export function startRecipe(job: NewJob, shop: Shop): JobInput {
  const machine = shop.machines.find(({ id }) => id === job.machine) ?? shop.machines[0];
  const capHeight = startingCapHeight(job, machine);
  const words = job.words.trim();
  return {
    name: words.split('\n')[0]!.slice(0, 60) || 'Untitled job',
    machine: job.machine,
    material: job.material,
    thickness: job.thickness,
    assemblies: [
      {
        make: job.make,
        ...MAKES[job.make].start(capHeight),
        items: [
          {
            kind: 'lettering',
            words,
            size: { by: 'cap height', value: capHeight },
            centerline: MAKES[job.make].isStroked ? {} : null,
          },
        ],
      },
    ],
    operations: usualOperations(machine),
  };
}

/** An operation for each kind of line, what frees the part last. */
function usualOperations(machine: Machine | undefined): OperationPlan[] {
  const [area, line] = [areaWork(machine), lineWork(machine)];
  return [
    plainOperation('area', area),
    plainOperation('line', line),
    plainOperation('inner', 'cut'),
    plainOperation('outer', 'cut'),
  ];
}

const areaWork = (machine: Machine | undefined): Work =>
  machine?.settings.engrave ? 'engrave' : machine?.settings.mark ? 'mark' : 'cut';
const lineWork = (machine: Machine | undefined): Work =>
  machine?.settings.score ? 'score' : machine?.settings.mark ? 'mark' : 'cut';
