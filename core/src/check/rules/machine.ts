import type { Checked } from '../checked.ts';
import type { Finding } from '../finding.ts';

/** The machine must be there, work the material and do what is asked of it. */
export function machine({ recipe, machine, machineKnown, material, materialKnown, operations }: Checked): Finding[] {
  const findings: Finding[] = [];
  if (!machineKnown)
    findings.push({
      id: 'machine:unknown',
      rule: 'machine',
      severity: 'stop',
      title: `The machine “${recipe.machine}” is not in the shop`,
      place: null,
      mends: [{ label: `Use the ${machine.name}`, patch: [{ path: ['machine'], value: machine.id }] }],
    });
  if (!materialKnown)
    findings.push({
      id: 'machine:material',
      rule: 'machine',
      severity: 'stop',
      title: `The material “${recipe.material}” is not in the shop`,
      place: null,
      mends: [{ label: `Use ${material.name}`, patch: [{ path: ['material'], value: material.id }] }],
    });
  else if (machineKnown && !machine.materials.includes(material.id))
    findings.push({
      id: 'machine:does not work',
      rule: 'machine',
      severity: 'attention',
      title: `The ${machine.name} is not set up for ${material.name.toLowerCase()}`,
      place: null,
      mends: [],
    });
  for (const work of new Set(operations.filter(({ possible }) => !possible).map((operation) => operation.work))) {
    const roles = [...new Set(operations.filter((operation) => operation.work === work).map(({ role }) => role))];
    const instead =
      (['mark', 'score', 'engrave', 'cut'] as const).find((each) => machine.settings[each] && each !== 'cut') ?? 'cut';
    findings.push({
      id: `machine:cannot ${work}`,
      rule: 'machine',
      severity: 'stop',
      title: `The ${machine.name} does not ${work}`,
      place: null,
      mends: [
        {
          label: `Assign to ${instead}`,
          patch: roles.map((role) => ({ path: ['workOrder', role, 'work'], value: instead })),
        },
      ],
    });
  }
  return findings;
}

/** What cuts the part free comes last. */
export function order({ recipe, operations }: Checked): Finding[] {
  const outer = operations.findIndex(({ step }) => step === 'outer cuts');
  if (outer < 0 || outer === operations.length - 1) return [];
  const sequence = [...recipe.workOrder.sequence.filter((step) => step !== 'outer cuts'), 'outer cuts'];
  return [
    {
      id: 'order',
      rule: 'order',
      severity: 'attention',
      title: 'The part is cut out before the rest is done',
      detail: 'What is cut free may shift under the later work.',
      place: null,
      mends: [{ label: 'Cut out last', patch: [{ path: ['workOrder', 'sequence'], value: sequence }] }],
    },
  ];
}
