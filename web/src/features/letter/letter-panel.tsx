'use client';

import type { Picture } from '@needlefile/core/screen/picture';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { PanelHead, PanelSection } from '@/components/panel';
import { useJob } from '@/job/job-store';
import { CircleFold } from './circle-fold';
import { FacePicker } from './face-picker';
import { OneLetterFold } from './one-letter-fold';
import { ShapesFold } from './shapes-fold';
import { SizeFields } from './size-fields';
import { TagsField } from './tags-field';
import { WeightFold } from './weight-fold';
import { WidthFold } from './width-fold';
import { WordsField } from './words-field';

/** The words, their face, size and spacing; what is wanted less often folded up beneath. */
export function LetterPanel({ picture }: { picture: Picture | null }) {
  const lettering = useJob((state) => state.recipe.lettering);
  const edit = useJob((state) => state.edit);
  const lines = lettering.words.split('\n');
  return (
    <>
      <PanelHead title="Letter" />
      <WordsField />
      <FacePicker />
      <SizeFields picture={picture} />
      <PanelSection title="Spacing">
        <LengthField
          at="lettering.letterSpacing"
          label="Letters"
          value={lettering.letterSpacing}
          {...LIMITS.letterSpacing}
          onChange={(mm) => edit('Letter spacing', (recipe) => void (recipe.lettering.letterSpacing = mm))}
          hint="Added between letters; less than 0 closes up."
        />
        {/\S\s+\S/.test(lettering.words) && (
          <LengthField
            at="lettering.wordSpacing"
            label="Spaces"
            value={lettering.wordSpacing}
            {...LIMITS.wordSpacing}
            onChange={(mm) => edit('Word spacing', (recipe) => void (recipe.lettering.wordSpacing = mm))}
            hint="Added to each space between words."
          />
        )}
        {lines.length > 1 && (
          <NumberField
            at="lettering.lineSpacing"
            label="Lines"
            value={lettering.lineSpacing}
            {...LIMITS.lineSpacing}
            step={0.05}
            suffix="caps"
            onChange={(value) => edit('Line spacing', (recipe) => void (recipe.lettering.lineSpacing = value))}
            hint="Baseline to baseline, in cap heights."
          />
        )}
        {(lines.length > 1 || lettering.bow) && (
          <Choices
            label="Align"
            value={lettering.align}
            onChange={(align) => edit('Align', (recipe) => void (recipe.lettering.align = align))}
            options={[
              { value: 'left', label: 'Left' },
              { value: 'centre', label: 'Centre' },
              { value: 'right', label: 'Right' },
            ]}
          />
        )}
      </PanelSection>
      <OneLetterFold picture={picture} />
      <WeightFold picture={picture} />
      <CircleFold />
      <ShapesFold picture={picture} />
      <WidthFold />
      <PanelSection title="Job">
        <TagsField />
      </PanelSection>
    </>
  );
}
