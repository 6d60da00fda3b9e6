'use client';

import { assemblyName } from '@needlefile/core/job/build-job';
import { fileName } from '@needlefile/core/job/file-name';
import type { Report } from '@needlefile/core/job/report';
import { NAME_PARTS, type NamePart } from '@needlefile/core/recipe/schema';
import { stockOf } from '@needlefile/core/recipe/stock';
import { FILE_FORMATS, type FileFormat } from '@needlefile/core/shop/file-rules';
import { format } from 'date-fns';
import { Form } from 'react-bootstrap';
import { Field } from '@/components/choices';
import { PanelFold } from '@/components/panel';
import { useShop } from '@/hooks/shop';
import { useJob } from '@/job/job-store';
import css from './release.module.css';

const FORMAT_HINTS: Record<FileFormat, string> = {
  svg: 'Curves as they are',
  dxf: 'Arcs and lines, or as the machine’s output map has it',
  pdf: 'Curves as they are, with the ticket',
  plt: 'Plotter file (HP-GL): short lines on a grid of 0.025 mm, a pen a layer; areas by their edges',
};

/** Which files are written: as the machine takes them, or as this job says. */
export function FormatChoice() {
  const recipe = useJob((state) => state.recipe);
  const edit = useJob((state) => state.edit);
  const machine = useShop().machines.find(({ id }) => id === stockOf(recipe).machine);
  const usual = machine?.files.formats ?? FILE_FORMATS;
  const chosen = recipe.release.formats ?? usual;
  return (
    <Field label="Files">
      <div className={css.formats}>
        {FILE_FORMATS.map((each) => (
          <Form.Check
            key={each}
            id={`release-${each}`}
            label={each.toUpperCase()}
            title={FORMAT_HINTS[each]}
            checked={chosen.includes(each)}
            onChange={() => {
              const next = FILE_FORMATS.filter((other) => (other === each) !== chosen.includes(other));
              if (next.length > 0) edit('Formats', (draft) => void (draft.release.formats = next));
            }}
          />
        ))}
      </div>
    </Field>
  );
}

const PART_NAMES: Record<NamePart, string> = {
  job: 'job',
  words: 'first words',
  machine: 'machine',
  material: 'material',
  thickness: 'thickness',
  size: 'size',
  revision: 'revision',
  date: 'date',
};

/** What the names of the files are made of, in the order in which the parts are taken. */
export function NameChoice({ report }: { report: Report }) {
  const recipe = useJob((state) => state.recipe);
  const revision = useJob((state) => state.revision);
  const edit = useJob((state) => state.edit);
  const { name: parts } = recipe.release;
  const { machine, material, thickness, bounds } = report;
  const shown = fileName(parts, {
    ...{ recipe, machine, material, thickness, revision },
    width: bounds.maxX - bounds.minX,
    height: bounds.maxY - bounds.minY,
    date: format(new Date(), 'yyyy-MM-dd'),
  });
  const toggle = (part: NamePart) => {
    const next = parts.includes(part) ? parts.filter((each) => each !== part) : [...parts, part];
    if (next.length > 0) edit('Names of files', (draft) => void (draft.release.name = next));
  };
  return (
    <PanelFold title="Names" state={shown}>
      <div className={css.parts}>
        {NAME_PARTS.map((part) => (
          <button key={part} type="button" aria-pressed={parts.includes(part)} onClick={() => toggle(part)}>
            {PART_NAMES[part]}
            {parts.includes(part) && <span className="number">{parts.indexOf(part) + 1}</span>}
          </button>
        ))}
      </div>
      <div className="field-hint">
        <span className="number">{shown}</span>. What file systems refuse is left out.
      </div>
    </PanelFold>
  );
}

/** Which things the files are of, where a job has several. */
export function ThingChoice({
  only,
  onChange,
}: {
  only: readonly string[] | null;
  onChange: (only: readonly string[] | null) => void;
}) {
  const recipe = useJob((state) => state.recipe);
  const things = recipe.assemblies.filter(({ hidden }) => !hidden);
  if (things.length < 2) return null;
  const isIn = (id: string): boolean => only?.includes(id) ?? true;
  const toggle = (id: string) => {
    const next = things.map((each) => each.id).filter((each) => (each === id) !== isIn(each));
    if (next.length > 0) onChange(next.length === things.length ? null : next);
  };
  const count = things.filter(({ id }) => isIn(id)).length;
  return (
    <PanelFold title="Things" state={count === things.length ? 'all' : `${count} of ${things.length}`}>
      {things.map((thing) => (
        <Form.Check
          key={thing.id}
          id={`release-${thing.id}`}
          label={assemblyName(thing, recipe)}
          checked={isIn(thing.id)}
          onChange={() => toggle(thing.id)}
        />
      ))}
      <div className="field-hint">What has no place of its own on the sheet is laid anew without the others.</div>
    </PanelFold>
  );
}
