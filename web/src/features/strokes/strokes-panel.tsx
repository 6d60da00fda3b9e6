'use client';

import { followersOf, withFill } from '@needlefile/core/recipe/edits/fills';
import {
  plainFill,
  type FillKind,
  type FillPlan,
  type OperationPlan,
  type Recipe,
} from '@needlefile/core/recipe/schema';
import type { Picture } from '@needlefile/core/screen/picture';
import { lengthWithUnit, type LengthUnit } from '@needlefile/core/units/length';
import { formatTime } from '@needlefile/core/units/quantity';
import { useId } from 'react';
import { Form } from 'react-bootstrap';
import { Field } from '@/components/choices';
import { PanelHead, PanelSection } from '@/components/panel';
import { useUnit } from '@/hooks/unit';
import { useJob } from '@/job/job-store';
import { OnlyThis } from '@/job/only-this';
import { useView } from '@/job/view-store';
import { operationInWords } from '@/job/operation-names';
import { ConeFields } from './cone-fields';
import { DotFields } from './dot-fields';
import { DotsByHand } from './dots-by-hand';
import { FILL_WORDS } from './fill-kinds';
import { HatchFields } from './hatch-fields';
import { MiddleLines } from './middle-lines';
import { PocketFields } from './pocket-fields';
import { AfterAnother, SecondCutter } from './second-cutter';
import { WhichTool } from './which-tool';

/** How areas are filled with lines, operation by operation. */
export function StrokesPanel({ picture }: { picture: Picture | null }) {
  const recipe = useJob((state) => state.recipe);
  const coverage = useView((state) => state.coverage);
  const withAreas = recipe.operations
    .map((operation, index) => ({ operation, index }))
    // A fill that gets into nothing leaves an operation without lines: it is to be changed all the same.
    .filter(({ operation: { id, fill } }) => fill !== null || isOfAreas(picture, id));
  return (
    <>
      <PanelHead title="Strokes">Words as single lines, and how areas are filled with lines.</PanelHead>
      <MiddleLines />
      {withAreas.length === 0 && (
        <p className="field-hint">
          Nothing here is an area to be filled: that is what is engraved, scored, marked, or cut in dots. Make words
          engraved at Letter, or give areas an operation at Work order.
        </p>
      )}
      {withAreas.some(({ operation: { fill } }) => fill) && (
        <Form.Check
          id="coverage"
          type="switch"
          className="mb-2"
          label="Show what the tool covers"
          title="Strokes as wide as the tool; hatched is what it misses"
          checked={coverage}
          onChange={({ target }) => useView.setState({ coverage: target.checked })}
        />
      )}
      {withAreas.map(({ operation, index }) => (
        <PanelSection
          key={operation.id}
          title={operationInWords(operation, recipe)}
          aside={<Price picture={picture} id={operation.id} />}
        >
          <FillFields operation={operation} index={index} />
        </PanelSection>
      ))}
    </>
  );
}

const isOfAreas = (picture: Picture | null, id: string): boolean =>
  picture?.report.operations.some((each) => each.id === id && each.kinds.includes('area')) ?? false;

/** What an operation comes to. */
function Price({ picture, id }: { picture: Picture | null; id: string }) {
  const unit = useUnit();
  const own = picture?.report.operations.filter((each) => each.id === id) ?? [];
  const fill = useJob((state) => state.recipe.operations.find((each) => each.id === id)?.fill);
  // Strokes of that fill are dots, each a circle: told by size, as they are ordered.
  const areDots = fill?.kind === 'dots' && own.every(({ kinds }) => kinds.every((kind) => kind === 'area'));
  const sizes = new Map<number, number>();
  for (const { diameter, count } of own.flatMap(({ circles }) => circles))
    sizes.set(diameter, (sizes.get(diameter) ?? 0) + count);
  const [length, time] = own.reduce(([mm, s], each) => [mm + each.length, s + each.time], [0, 0]);
  const deepest = Math.max(0, ...own.map((each) => each.deepest));
  const told = [
    ...(areDots ? [...sizes].map(([diameter, count]) => `${count} × ⌀ ${lengthWithUnit(diameter, unit)}`) : []),
    deepest > 0 ? `↓ ${lengthWithUnit(deepest, unit)}` : wayInWords(length, unit),
    formatTime(time),
  ];
  // Lines are broken between figures, not within one.
  return <span className="number">{told.map((each) => each.replaceAll(' ', '\u00a0')).join(' · ')}</span>;
}

const wayInWords = (mm: number, unit: LengthUnit): string =>
  unit === 'mm' ? `${(mm / 1000).toFixed(2)} m` : lengthWithUnit(mm, unit);

function FillFields({ operation, index }: { operation: OperationPlan; index: number }) {
  const edit = useJob((state) => state.edit);
  const change = useJob((state) => state.change);
  const recipe = useJob((state) => state.recipe);
  const id = useId();
  // Of what is cut, dots alone are more than its edges.
  const fill = operation.work === 'cut' && operation.fill?.kind !== 'dots' ? null : operation.fill;
  const set = (label: string, part: Partial<FillPlan>) =>
    edit(label, (draft) => {
      const own = draft.operations[index]!;
      if (own.fill) Object.assign(own.fill, part);
    });
  const at = `operations.${index}.fill`;
  const left =
    operation.work === 'engrave'
      ? { label: 'Swept in rows', hint: 'Row by row, as the machine does it.' }
      : { label: 'Outlined', hint: 'Their edges are followed.' };
  const after = fill?.kind === 'pocket' ? fill.after : null;
  const first = recipe.operations.find((each) => each.id === after);
  if (fill?.kind === 'pocket' && first)
    return (
      <>
        <AfterAnother first={first.id} name={operationInWords(first, recipe)} />
        <PocketFields at={at} fill={fill} set={set} />
        <OnlyThis operation={operation.id} />
      </>
    );
  return (
    <>
      <Field label="Areas are" htmlFor={id} hint={fill ? FILL_WORDS[fill.kind].hint : left.hint}>
        <Form.Select
          id={id}
          value={fill?.kind ?? ''}
          onChange={({ target: { value } }) =>
            change('How areas are filled', (own) =>
              withFill(own, operation.id, value === '' ? null : plainFill(value as FillKind)),
            )
          }
        >
          <option value="">{left.label}</option>
          {FILL_KINDS.filter((kind) => operation.work !== 'cut' || kind === 'dots').map((kind) => (
            <option key={kind} value={kind}>
              {FILL_WORDS[kind].label}
            </option>
          ))}
        </Form.Select>
      </Field>
      {fill?.kind === 'hatch' && <HatchFields operation={operation.id} at={at} fill={fill} set={set} />}
      {fill?.kind === 'pocket' && <PocketFields at={at} fill={fill} set={set} />}
      {fill?.kind === 'pocket' && (
        <WhichTool operation={operation.id} fill={fill} second={secondOf(operation.id, recipe)} />
      )}
      {fill?.kind === 'cone' && <ConeFields at={at} fill={fill} set={set} />}
      {fill?.kind === 'dots' && <DotFields at={at} fill={fill} set={set} />}
      {fill?.kind === 'dots' && <DotsByHand />}
      <SecondCutter operation={operation} />
      <OnlyThis operation={operation.id} />
    </>
  );
}

/** The diameter of the cutter that clears what an operation leaves, mm; null where there is none. */
function secondOf(id: string, recipe: Recipe): number | null {
  const [second] = followersOf(recipe, id);
  const fill = recipe.operations.find((each) => each.id === second)?.fill;
  return fill?.kind === 'pocket' ? fill.tool : null;
}

const FILL_KINDS = Object.keys(FILL_WORDS) as FillKind[];
