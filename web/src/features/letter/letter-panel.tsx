'use client';

import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { LIMITS, type Item, type LetteringItem } from '@needlefile/core/recipe/schema';
import type { ReactNode } from 'react';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { PanelHead, PanelSection } from '@/components/panel';
import { useChosenPicture, useEditLettering, useItem, useLettering, useMixed } from '@/job/chosen';
import { ArtworkFields } from './artwork-fields';
import { useSheetEdits, type SheetEdits } from '@/job/sheet-edits';
import { useView } from '@/job/view-store';
import { CircleFold } from './circle-fold';
import { FacePicker } from './face-picker';
import { OneLetterFold } from './one-letter-fold';
import { RedrawPanel, RedrawSection } from './redraw-section';
import { ShapeFields } from './shape-fields';
import { ShapesFold } from './shapes-fold';
import { SizeFields } from './size-fields';
import { TagsField } from './tags-field';
import { WeightFold } from './weight-fold';
import { WidthFold } from './width-fold';
import { WordsField } from './words-field';

const TITLES: Record<Item['kind'], string> = { lettering: 'Letter', shape: 'Shape', artwork: 'Artwork' };

/**
 * What is worked on: words, a shape, or artwork.
 * @param what says what it is in its thing
 */
export function LetterPanel({ picture: job, what }: { picture: Picture | null; what: ReactNode }) {
  const item = useItem();
  const picture = useChosenPicture(job);
  const edits = useSheetEdits(job);
  const redrawing = useView((state) => state.redrawing);
  if (redrawing && item && item.kind !== 'shape') return <RedrawPanel key={item.id} item={item} picture={job} />;
  return (
    <>
      <PanelHead title={item ? TITLES[item.kind] : 'Letter'} />
      {item?.kind === 'lettering' && (
        <LetteringFields key={item.id} job={job} picture={picture} edits={edits} what={what} />
      )}
      {item?.kind === 'shape' && (
        <>
          <ShapeFields key={item.id} item={item} picture={job} />
          {what}
        </>
      )}
      {item?.kind === 'artwork' && (
        <>
          <ArtworkFields
            key={item.id}
            item={item}
            picture={picture}
            sheetHeight={job?.sheet.height ?? 0}
            edits={edits}
          />
          <RedrawSection item={item} picture={job} />
          {what}
        </>
      )}
      {!item && (
        <p className="field-hint">
          There is nothing in this thing yet. Add words, a shape or artwork in the list above.
        </p>
      )}
      <PanelSection title="Job">
        <TagsField />
      </PanelSection>
    </>
  );
}

/** The words, their face, size and spacing; what is wanted less often folded up beneath. */
function LetteringFields({
  job,
  picture,
  edits,
  what,
}: {
  job: Picture | null;
  picture: AssemblyPicture | null;
  edits: SheetEdits;
  what: ReactNode;
}) {
  const lettering = useLettering((item) => item);
  const edit = useEditLettering();
  const isMixed = useMixed<LetteringItem>('lettering', ({ letterSpacing }) => letterSpacing);
  const lines = lettering.words.split('\n');
  return (
    <>
      <WordsField />
      <FacePicker />
      <SizeFields picture={picture} edits={edits} />
      {what}
      <PanelSection title="Spacing">
        <LengthField
          at="item.letterSpacing"
          label="Letters"
          value={isMixed ? null : lettering.letterSpacing}
          {...(isMixed && { placeholder: 'mixed' })}
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
      <RedrawSection item={lettering} picture={job} />
      <OneLetterFold picture={picture} />
      <WeightFold picture={picture} />
      <CircleFold />
      <ShapesFold picture={picture} />
      <WidthFold />
    </>
  );
}
