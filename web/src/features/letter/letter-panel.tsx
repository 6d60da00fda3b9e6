'use client';

import type { Picture } from '@needlefile/core/build/picture';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { lengthWithUnit } from '@needlefile/core/units/length';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { PanelHead, PanelSection } from '@/components/panel';
import { useUnit } from '@/components/unit';
import { useJob } from '../workbench/job-store';
import { FacePicker } from './face-picker';
import { TagsField } from './tags-field';
import { WordsField } from './words-field';

/** The words, their face, size and spacing. */
export function LetterPanel({ picture }: { picture: Picture | null }) {
  const lettering = useJob((state) => state.recipe.lettering);
  const edit = useJob((state) => state.edit);
  const unit = useUnit();
  const { size } = lettering;
  const lines = lettering.words.split('\n');
  const limits = size.by === 'cap height' ? LIMITS.capHeight : LIMITS.overallWidth;
  const capHeight = picture?.report.capHeight ?? 0;

  function sizeBy(by: typeof size.by) {
    if (by === size.by || !picture) return;
    const ink = picture.inkWidth;
    const value = by === 'cap height' ? capHeight : ink;
    edit('Size', (recipe) => void (recipe.lettering.size = { by, value: Number(Math.max(2, value).toFixed(2)) }));
  }
  return (
    <>
      <PanelHead title="Letter" />
      <WordsField />
      <FacePicker />
      <PanelSection title="Size" aside={size.by === 'overall width' && capHeight > 0 ? `caps ${lengthWithUnit(capHeight, unit)}` : undefined}>
        <Choices label="Set by" value={size.by} onChange={sizeBy} options={[{ value: 'cap height', label: 'Cap height' }, { value: 'overall width', label: 'Width' }]} />
        <LengthField
          key={size.by}
          label={size.by === 'cap height' ? 'Cap height' : 'Overall width'}
          value={size.value}
          {...limits}
          onChange={(mm) => edit('Size', (recipe) => void (recipe.lettering.size.value = mm))}
        />
        {lines.length > 1 &&
          lines.map((line, i) => (
            <NumberField
              key={i}
              label={`Line ${i + 1}`}
              value={Math.round((lettering.lineScale[i] ?? 1) * 100)}
              suffix="%"
              least={LIMITS.lineScale.least * 100}
              most={LIMITS.lineScale.most * 100}
              step={5}
              onChange={(percent) =>
                edit(`Size of line ${i + 1}`, (recipe) => {
                  recipe.lettering.lineScale = lines.map((_, line) => (line === i ? percent / 100 : (recipe.lettering.lineScale[line] ?? 1)));
                })
              }
            />
          ))}
      </PanelSection>
      <PanelSection title="Spacing">
        <LengthField label="Letters" value={lettering.letterSpacing} {...LIMITS.letterSpacing} onChange={(mm) => edit('Letter spacing', (recipe) => void (recipe.lettering.letterSpacing = mm))} hint="Added between letters; less than 0 closes up." />
        {lines.length > 1 && (
          <>
            <NumberField label="Lines" value={lettering.lineSpacing} {...LIMITS.lineSpacing} step={0.05} suffix="caps" onChange={(value) => edit('Line spacing', (recipe) => void (recipe.lettering.lineSpacing = value))} hint="Baseline to baseline, in cap heights." />
            <Choices
              label="Align"
              value={lettering.align}
              onChange={(align) => edit('Align', (recipe) => void (recipe.lettering.align = align))}
              options={[{ value: 'left', label: 'Left' }, { value: 'centre', label: 'Centre' }, { value: 'right', label: 'Right' }]}
            />
          </>
        )}
      </PanelSection>
      <PanelSection title="Job">
        <TagsField />
      </PanelSection>
    </>
  );
}
