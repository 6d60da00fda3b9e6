import { inJob } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { JobSubject } from '../subjects.ts';

/** A cone's way is nothing without its depths, and only a DXF tells machines those. */
export function depthLost({ recipe, machine, operations }: JobSubject): Finding[] {
  const formats = recipe.release.formats ?? machine.files.formats;
  if (formats.includes('dxf') || operations.every(({ deepest }) => deepest === 0)) return [];
  return [
    {
      id: 'depth lost',
      rule: 'depth lost',
      severity: 'stop',
      title: 'No file tells the cone how deep it goes',
      detail: 'It would go along its way at one depth. A DXF has the depths, as lines in space.',
      where: null,
      mends: [
        { label: 'Release a DXF too', patch: inJob({ path: ['release', 'formats'], value: [...formats, 'dxf'] }) },
      ],
    },
  ];
}
