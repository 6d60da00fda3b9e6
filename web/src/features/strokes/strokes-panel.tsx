'use client';

import { LIMITS, plainFill, type FillPlan, type OperationPlan } from '@needlefile/core/recipe/schema';
import type { Picture } from '@needlefile/core/screen/picture';
import { formatLength, lengthWithUnit } from '@needlefile/core/units/length';
import { formatTime } from '@needlefile/core/units/quantity';
import { Form } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { PanelHead, PanelSection } from '@/components/panel';
import { useUnit } from '@/hooks/unit';
import { useJob } from '@/job/job-store';
import { operationInWords } from '@/job/operation-names';
import { MiddleLines } from './middle-lines';
import { SpacingSwatches } from './spacing-swatches';

/** How areas are filled with lines, operation by operation. */
export function StrokesPanel({ picture }: { picture: Picture | null }) {
  const recipe = useJob((state) => state.recipe);
  const withAreas = recipe.operations
    .map((operation, index) => ({ operation, index }))
    .filter(({ operation: { id, work } }) => work !== 'cut' && isOfAreas(picture, id));
  return (
    <>
      <PanelHead title="Strokes">Words as single lines, and how areas are filled with lines.</PanelHead>
      <MiddleLines />
      {withAreas.length === 0 && (
        <p className="field-hint">
          Nothing here is an area to be filled: that is what is engraved, scored or marked. Make words engraved at
          Letter, or give areas an operation at Work order.
        </p>
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
  const [length, time] = own.reduce(([mm, s], each) => [mm + each.length, s + each.time], [0, 0]);
  return (
    <span className="number">
      {unit === 'mm' ? `${(length / 1000).toFixed(2)} m` : lengthWithUnit(length, unit)} · {formatTime(time)}
    </span>
  );
}

function FillFields({ operation, index }: { operation: OperationPlan; index: number }) {
  const edit = useJob((state) => state.edit);
  const { fill } = operation;
  const set = (label: string, part: Partial<FillPlan>) =>
    edit(label, (draft) => {
      const own = draft.operations[index]!;
      if (own.fill) Object.assign(own.fill, part);
    });
  const at = (field: keyof FillPlan) => `operations.${index}.fill.${field}`;
  return (
    <>
      <Choices
        label="Areas are"
        value={fill ? 'hatched' : 'left'}
        options={[
          {
            value: 'left',
            label: operation.work === 'engrave' ? 'Swept' : 'Outlined',
            title: operation.work === 'engrave' ? 'By the machine, row by row' : 'Their edges are followed',
          },
          { value: 'hatched', label: 'Hatched', title: 'Filled with lines that are in the file' },
        ]}
        onChange={(how) =>
          edit('How areas are filled', (draft) => {
            draft.operations[index]!.fill = how === 'hatched' ? plainFill() : null;
          })
        }
      />
      {fill && (
        <>
          <LengthField
            at={at('width')}
            label="Line width"
            value={fill.width}
            digits={3}
            {...LIMITS.fillWidth}
            onChange={(width) => set('Width of lines', { width })}
            hint="What the tool leaves: pen, beam or cutter."
          />
          <LengthField
            at={at('spacing')}
            label="Spacing"
            value={fill.spacing}
            digits={3}
            {...LIMITS.fillWidth}
            onChange={(spacing) => set('Spacing of lines', { spacing })}
            hint={coverHint(fill)}
          />
          <SpacingSwatches fill={fill} onChoose={(spacing) => set('Spacing of lines', { spacing })} />
          <NumberField
            at={at('angle')}
            label="Angle"
            value={fill.angle}
            {...LIMITS.angle}
            step={15}
            suffix="°"
            onChange={(angle) => set('Angle of lines', { angle })}
          />
          <Choices
            label="Edge"
            value={fill.outline}
            options={[
              { value: 'none', label: 'None', title: 'A stroke only where no line comes near' },
              { value: 'before', label: 'First' },
              { value: 'after', label: 'Last' },
            ]}
            onChange={(outline) => set('Edge of a fill', { outline })}
          />
          <LengthField
            at={at('inset')}
            label="Inset"
            value={fill.inset}
            digits={3}
            {...LIMITS.fillInset}
            onChange={(inset) => set('Inset of a fill', { inset })}
          />
          <Form.Check
            type="switch"
            id={`cross-${operation.id}`}
            label="A second time across"
            checked={fill.cross}
            onChange={({ target }) => set('Cross', { cross: target.checked })}
          />
          <Form.Check
            type="switch"
            id={`joins-${operation.id}`}
            label="Stay down between rows"
            checked={fill.joins === 'any'}
            onChange={({ target }) => set('Joins of lines', { joins: target.checked ? 'any' : 'edge' })}
          />
          <p className="field-hint">For pens and cutters. A beam burns whatever it goes over twice.</p>
        </>
      )}
    </>
  );
}

function coverHint({ width, spacing }: FillPlan): string {
  if (spacing > width) return `Open lines: ${formatLength(spacing - width, 'mm', 3)} mm between them stays bare.`;
  return `Lines overlap by ${Math.round(100 * (1 - spacing / width))} %.`;
}
