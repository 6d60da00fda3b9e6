import { inJob } from '../../recipe/patch.ts';
import { stockOf, withMachine, withMaterial } from '../../recipe/stock.ts';
import type { Finding } from '../finding.ts';
import type { JobSubject } from '../subjects.ts';

/** The machine must be there, work the material and do what is asked of it. */
export function machine({ recipe, machine, machineKnown, material, materialKnown, operations }: JobSubject): Finding[] {
  const findings: Finding[] = [];
  if (!machineKnown)
    findings.push({
      id: 'machine:unknown',
      rule: 'machine',
      severity: 'stop',
      title: `The machine “${stockOf(recipe).machine}” is not in the shop`,
      where: null,
      mends: [{ label: `Use the ${machine.name}`, patch: withMachine(recipe, machine.id) }],
    });
  if (!materialKnown)
    findings.push({
      id: 'machine:material',
      rule: 'machine',
      severity: 'stop',
      title: `The material “${stockOf(recipe).material}” is not in the shop`,
      where: null,
      mends: [{ label: `Use ${material.name}`, patch: withMaterial(recipe, material.id) }],
    });
  else if (machineKnown && !machine.materials.includes(material.id))
    findings.push({
      id: 'machine:does not work',
      rule: 'machine',
      severity: 'attention',
      title: `The ${machine.name} is not set up for ${material.name.toLowerCase()}`,
      where: null,
      mends: [],
    });
  for (const work of new Set(operations.filter(({ possible }) => !possible).map((operation) => operation.work))) {
    const instead =
      (['mark', 'score', 'engrave', 'cut'] as const).find((each) => machine.settings[each] && each !== 'cut') ?? 'cut';
    findings.push({
      id: `machine:cannot ${work}`,
      rule: 'machine',
      severity: 'stop',
      title: `The ${machine.name} does not ${work}`,
      where: null,
      mends: [
        {
          label: `Assign to ${instead}`,
          patch: recipe.operations.flatMap((each, i) =>
            each.work === work ? inJob({ path: ['operations', i, 'work'], value: instead }) : [],
          ),
        },
      ],
    });
  }
  return findings;
}
