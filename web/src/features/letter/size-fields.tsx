'use client';

import type { Picture } from '@needlefile/core/screen/picture';
import { LIMITS, type Recipe } from '@needlefile/core/recipe/schema';
import { lengthWithUnit } from '@needlefile/core/units/length';
import { useId } from 'react';
import { Form } from 'react-bootstrap';
import { Field } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { PanelSection } from '@/components/panel';
import { useUnit } from '@/hooks/unit';
import { useJob } from '@/job/job-store';

type Size = Recipe['lettering']['size'];
type By = Size['by'];

const RULES: Record<By, { readonly name: string; readonly limits: { readonly least: number; readonly most: number } }> =
  {
    'cap height': { name: 'Cap height', limits: LIMITS.capHeight },
    'x-height': { name: 'Height of x', limits: LIMITS.xHeight },
    'overall width': { name: 'Overall width', limits: LIMITS.overallWidth },
    'overall height': { name: 'Overall height', limits: LIMITS.overallHeight },
    box: { name: 'Into a box', limits: LIMITS.overallWidth },
  };

/** How large the lettering is, and by which of its measures. */
export function SizeFields({ picture }: { picture: Picture | null }) {
  const { size, words, lineScale } = useJob((state) => state.recipe.lettering);
  const edit = useJob((state) => state.edit);
  const unit = useUnit();
  const id = useId();
  const lines = words.split('\n');
  const capHeight = picture?.report.capHeight ?? 0;
  const set = (next: Size) => edit('Size', (recipe) => void (recipe.lettering.size = next));
  return (
    <PanelSection
      title="Size"
      aside={size.by !== 'cap height' && capHeight > 0 ? `caps ${lengthWithUnit(capHeight, unit)}` : undefined}
    >
      <Field label="Set by" htmlFor={id}>
        <Form.Select
          id={id}
          value={size.by}
          onChange={({ target }) => picture && set(sizeNow(target.value as By, picture))}
        >
          {Object.entries(RULES).map(([by, { name }]) => (
            <option key={by} value={by}>
              {name}
            </option>
          ))}
        </Form.Select>
      </Field>
      {size.by === 'box' ? (
        <>
          <LengthField
            at="lettering.size.width"
            label="Box width"
            value={size.width}
            {...LIMITS.overallWidth}
            onChange={(width) => set({ ...size, width })}
          />
          <LengthField
            at="lettering.size.height"
            label="Box height"
            value={size.height}
            {...LIMITS.overallHeight}
            onChange={(height) => set({ ...size, height })}
            hint="As large as fits; never distorted."
          />
        </>
      ) : (
        <LengthField
          key={size.by}
          at="lettering.size.value"
          label={RULES[size.by].name}
          value={size.value}
          {...RULES[size.by].limits}
          onChange={(value) => set({ ...size, value })}
        />
      )}
      {lines.length > 1 &&
        lines.map((_, i) => (
          <NumberField
            key={i}
            at={`lettering.lineScale.${i}`}
            label={`Line ${i + 1}`}
            value={Math.round((lineScale[i] ?? 1) * 100)}
            suffix="%"
            least={LIMITS.lineScale.least * 100}
            most={LIMITS.lineScale.most * 100}
            step={5}
            onChange={(percent) =>
              edit(`Size of line ${i + 1}`, (recipe) => {
                recipe.lettering.lineScale = lines.map((_line, line) =>
                  line === i ? percent / 100 : (recipe.lettering.lineScale[line] ?? 1),
                );
              })
            }
          />
        ))}
    </PanelSection>
  );
}

/** The size as it is, said by another measure: choosing a measure changes nothing yet. */
function sizeNow(by: By, { inkWidth, inkHeight, report }: Picture): Size {
  const tidy = (mm: number, { least, most }: { least: number; most: number }) =>
    Number(Math.min(most, Math.max(least, mm)).toFixed(2));
  if (by === 'box')
    return { by, width: tidy(inkWidth, LIMITS.overallWidth), height: tidy(inkHeight, LIMITS.overallHeight) };
  const now = {
    'cap height': report.capHeight,
    'x-height': report.xHeight,
    'overall width': inkWidth,
    'overall height': inkHeight,
  }[by];
  return { by, value: tidy(now, RULES[by].limits) };
}
