'use client';

import type { AssemblyPicture, Picture } from '@needlefile/core/screen/picture';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { PanelHead, PanelSection } from '@/components/panel';
import { useChosenPicture, useEditLettering, useItem, useLettering } from '@/job/chosen';
import { CircleFold } from './circle-fold';
import { FacePicker } from './face-picker';
import { OneLetterFold } from './one-letter-fold';
import { ShapeFields } from './shape-fields';
import { ShapesFold } from './shapes-fold';
import { SizeFields } from './size-fields';
import { TagsField } from './tags-field';
import { WeightFold } from './weight-fold';
import { WidthFold } from './width-fold';
import { WordsField } from './words-field';

/** What is worked on: words, or a shape. */
export function LetterPanel({ picture: job }: { picture: Picture | null }) {
  const item = useItem();
  const picture = useChosenPicture(job);
  return (
    <>
      <PanelHead title={item?.kind === 'shape' ? 'Shape' : 'Letter'} />
      {item?.kind === 'lettering' && <LetteringFields key={item.id} picture={picture} />}
      {item?.kind === 'shape' && <ShapeFields key={item.id} item={item} />}
      {!item && <p className="field-hint">There is nothing in this thing yet.</p>}
      <PanelSection title="Job">
        <TagsField />
      </PanelSection>
    </>
  );
}

/** The words, their face, size and spacing; what is wanted less often folded up beneath. */
function LetteringFields({ picture }: { picture: AssemblyPicture | null }) {
  const lettering = useLettering((item) => item);
  const edit = useEditLettering();
  const lines = lettering.words.split('\n');
  return (
    <>
      <WordsField />
      <FacePicker />
      <SizeFields picture={picture} />
      <PanelSection title="Spacing">
        <LengthField
          at="item.letterSpacing"
          label="Letters"
          value={lettering.letterSpacing}
          {...LIMITS.letterSpacing}
          onChange={(mm) => edit('Letter spacing', (item) => void (item.letterSpacing = mm))}
          hint="Added between letters; less than 0 closes up."
        />
        {/\S\s+\S/.test(lettering.words) && (
          <LengthField
            at="item.wordSpacing"
            label="Spaces"
            value={lettering.wordSpacing}
            {...LIMITS.wordSpacing}
            onChange={(mm) => edit('Word spacing', (item) => void (item.wordSpacing = mm))}
            hint="Added to each space between words."
          />
        )}
        {lines.length > 1 && (
          <NumberField
            at="item.lineSpacing"
            label="Lines"
            value={lettering.lineSpacing}
            {...LIMITS.lineSpacing}
            step={0.05}
            suffix="caps"
            onChange={(value) => edit('Line spacing', (item) => void (item.lineSpacing = value))}
            hint="Baseline to baseline, in cap heights."
          />
        )}
        {(lines.length > 1 || lettering.bow) && (
          <Choices
            label="Align"
            value={lettering.align}
            onChange={(align) => edit('Align', (item) => void (item.align = align))}
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
    </>
  );
}
