import { build } from '@needlefile/core/build/build';
import { measure } from '@needlefile/core/build/measure';
import { pictureOf } from '@needlefile/core/build/picture';
import { heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import type { Face } from '@needlefile/core/lettering/face';
import { openFont } from '@needlefile/core/lettering/open-font';
import { MAKE_NAMES, type Recipe } from '@needlefile/core/recipe/schema';
import type { Shop } from '@needlefile/core/shop/shop';
import type { JobSummary } from '../../features/jobs/job-types';

/** All that a summary is made of; the face's bytes are undefined where it is not here. */
export interface SummaryOrder {
  readonly recipe: Recipe;
  readonly shop: Shop;
  readonly faceBytes: Uint8Array | undefined;
}

const opened = new Map<string, Face>();

/** Jobs whose summaries are kept: copies and jobs that went back to an earlier state need none anew. */
const KEPT = 100;
const known = new Map<string, JobSummary>();

/** What the list of jobs shows of a recipe, measured. To be run in a thread of its own: it takes up to a second. */
export function summarize(order: SummaryOrder): JobSummary {
  const key = JSON.stringify([order.recipe, order.shop, order.faceBytes !== undefined]);
  let summary = known.get(key);
  if (!summary) {
    summary = draw(order);
    if (known.size >= KEPT) known.delete(known.keys().next().value!);
    known.set(key, summary);
  }
  return summary;
}

function draw({ recipe, shop, faceBytes }: SummaryOrder): JobSummary {
  const id = recipe.lettering.face;
  if (faceBytes && !opened.has(id)) opened.set(id, openFont(faceBytes, id));
  const face = faceBytes && opened.get(id);
  const made = build(recipe, { shop, faces: new Map(face ? [[id, face]] : []) });
  const findings = [...made.findings, ...measure(made).findings];
  const picture = pictureOf(made);
  const { object } = picture;
  const [width, height] = [widthOf(object), heightOf(object)];
  return {
    state: findings.some(({ severity }) => severity === 'stop') ? 'stop' : findings.length > 0 ? 'attention' : 'clear',
    findings: findings.length,
    make: MAKE_NAMES[recipe.make],
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
