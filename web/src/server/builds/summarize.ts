import { stockOf } from '@needlefile/core/recipe/stock';
import { build, type Build } from '@needlefile/core/job/build-job';
import { measure } from '@needlefile/core/job/measure-job';
import { pictureOf } from '@needlefile/core/screen/picture';
import { heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import { MAKES } from '@needlefile/core/makes/makes';
import type { JobSummary } from '../../api/job-types';
import type { BuildOrder } from './build-order.ts';
import { artworksFrom } from './open-artworks.ts';
import { facesFrom } from './open-faces.ts';

/** Jobs whose summaries are kept: copies and jobs that went back to an earlier state need none anew. */
const KEPT = 100;
const known = new Map<string, JobSummary>();

/** What the list of jobs shows of a recipe, measured. */
export async function summarize({ recipe, shop, faces, artworks }: BuildOrder): Promise<JobSummary> {
  const key = JSON.stringify([recipe, shop, Object.keys(faces), Object.keys(artworks)]);
  let summary = known.get(key);
  if (!summary) {
    summary = await draw({ recipe, shop, faces, artworks });
    if (known.size >= KEPT) known.delete(known.keys().next().value!);
    known.set(key, summary);
  }
  return summary;
}

async function draw({ recipe, shop, faces, artworks }: BuildOrder): Promise<JobSummary> {
  const made = build(recipe, { shop, faces: facesFrom(faces), artworks: await artworksFrom(artworks) });
  const findings = [...made.findings, ...measure(made).findings];
  const picture = pictureOf(made);
  const { object } = picture;
  const [width, height] = [widthOf(object), heightOf(object)];
  return {
    state: findings.some(({ severity }) => severity === 'stop')
      ? 'stop'
      : findings.some(({ severity }) => severity === 'attention')
        ? 'attention'
        : 'clear',
    findings: findings.length,
    make: makesOf(made),
    size: { width, height },
    material: `${stockOf(recipe).thickness} mm ${made.material.name.toLowerCase()}`,
    machine: made.machine.name,
    drawing: {
      viewBox: [object.minX, object.minY, width, height].map((value) => value.toFixed(2)).join(' '),
      solid: picture.assemblies.map(({ solid }) => solid).join(''),
      engraved: picture.assemblies.map(({ engraved, dotted }) => engraved + dotted.path).join(''),
      linework: picture.assemblies.map(({ linework }) => linework).join(''),
    },
  };
}

const makesOf = ({ assemblies }: Build): string =>
  [...new Set(assemblies.map(({ built }) => MAKES[built.thing.make].name))].join(', ') || 'Nothing';
