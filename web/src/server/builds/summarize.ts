import { build } from '@needlefile/core/job/build-job';
import { measure } from '@needlefile/core/job/measure-job';
import { pictureOf } from '@needlefile/core/screen/picture';
import { heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import { MAKES } from '@needlefile/core/makes/makes';
import type { JobSummary } from '../../api/job-types';
import type { BuildOrder } from './build-order.ts';
import { facesFrom } from './open-faces.ts';

/** Jobs whose summaries are kept: copies and jobs that went back to an earlier state need none anew. */
const KEPT = 100;
const known = new Map<string, JobSummary>();

/** What the list of jobs shows of a recipe, measured. */
export function summarize({ recipe, shop, faceBytes }: BuildOrder): JobSummary {
  const key = JSON.stringify([recipe, shop, faceBytes !== undefined]);
  let summary = known.get(key);
  if (!summary) {
    summary = draw({ recipe, shop, faceBytes });
    if (known.size >= KEPT) known.delete(known.keys().next().value!);
    known.set(key, summary);
  }
  return summary;
}

function draw({ recipe, shop, faceBytes }: BuildOrder): JobSummary {
  const made = build(recipe, { shop, faces: facesFrom(recipe.lettering.face, faceBytes) });
  const findings = [...made.findings, ...measure(made).findings];
  const picture = pictureOf(made);
  const { object } = picture;
  const [width, height] = [widthOf(object), heightOf(object)];
  return {
    state: findings.some(({ severity }) => severity === 'stop') ? 'stop' : findings.length > 0 ? 'attention' : 'clear',
    findings: findings.length,
    make: MAKES[recipe.make].name,
    size: { width, height },
    material: `${recipe.thickness} mm ${made.material.name.toLowerCase()}`,
    machine: made.machine.name,
    drawing: {
      viewBox: [object.minX, object.minY, width, height].map((value) => value.toFixed(2)).join(' '),
      solid: picture.solid,
      engraved: picture.engraved,
      linework: picture.linework,
    },
  };
}
