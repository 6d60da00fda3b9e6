'use client';

import type { AssemblyPicture, PictureItem } from '@needlefile/core/screen/assembly-picture';
import { LIMITS, type LetteringItem } from '@needlefile/core/recipe/schema';
import { itemName } from '@needlefile/core/items/kinds';
import { roundUp } from '@needlefile/core/units/round-up';
import { lengthWithUnit } from '@needlefile/core/units/length';
import { useId, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Field } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { PanelSection } from '@/components/panel';
import { useUnit } from '@/hooks/unit';
import { useHouseLimit } from '@/job/house-limit';
import { useView } from '@/job/view-store';
import { useEditLettering, useLettering, useMixed, useThing } from '@/job/chosen';
import type { SheetEdits } from '@/job/sheet-edits';

type Size = LetteringItem['size'];
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
export function SizeFields({ picture, edits }: { picture: AssemblyPicture | null; edits: SheetEdits }) {
  const [circle, setCircle] = useState<readonly string[] | null>(null);
  const { size, words, lineScale, field } = useLettering((item) => item);
  const emblems = useThing(({ items }) => items).filter(({ kind, role }) => kind !== 'lettering' && role !== 'plate');
  const isMixed = useMixed<LetteringItem>('lettering', (item) => JSON.stringify(item.size));
  const edit = useEditLettering();
  const unit = useUnit();
  const id = useId();
  const lines = words.split('\n');
  const own = useLettering((item) => item.id);
  const drawn = picture?.items.find(({ id: each }) => each === own);
  const capHeight = drawn?.capHeight ?? 0;
  const { least: wall } = useHouseLimit('wall', null);
  // What is left round the words holds as a wall does.
  const margin = Math.max(USUAL_MARGIN, roundUp(wall, 0.1));
  const set = (next: Size) => edit('Size', (item) => void Object.assign(item, { size: next, field: null }));
  return (
    <PanelSection
      title="Size"
      aside={size.by !== 'cap height' && capHeight > 0 ? `caps ${lengthWithUnit(capHeight, unit)}` : undefined}
    >
      <Field label="Set by" htmlFor={id}>
        <Form.Select
          id={id}
          value={field ? FIELD + field.of : size.by}
          onChange={({ target: { value } }) => {
            if (value.startsWith(FIELD)) return setCircle(edits.setInField(own, value.slice(FIELD.length), margin));
            if (drawn) set(sizeNow(value as By, drawn));
          }}
        >
          {Object.entries(RULES).map(([by, { name }]) => (
            <option key={by} value={by}>
              {name}
            </option>
          ))}
          {emblems.map((emblem) => (
            <option key={emblem.id} value={FIELD + emblem.id}>
              Clear field of {itemName(emblem)}
            </option>
          ))}
        </Form.Select>
      </Field>
      {circle && (
        <p className="field-hint text-danger" role="alert">
          These would hang on each other: {circle.join(', ')}. Free one of them first.
        </p>
      )}
      {field ? (
        <FieldFields field={field} choices={drawn?.fields ?? []} />
      ) : size.by === 'box' ? (
        <>
          <LengthField
            at="item.size.width"
            label="Box width"
            value={size.width}
            {...LIMITS.overallWidth}
            onChange={(width) => set({ ...size, width })}
          />
          <LengthField
            at="item.size.height"
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
          at="item.size.value"
          label={RULES[size.by].name}
          value={isMixed ? null : size.value}
          {...(isMixed && { placeholder: 'mixed' })}
          {...RULES[size.by].limits}
          onChange={(value) => set({ ...size, value })}
        />
      )}
      {lines.length > 1 &&
        lines.map((_, i) => (
          <NumberField
            key={i}
            at={`item.lineScale.${i}`}
            label={`Line ${i + 1}`}
            value={Math.round((lineScale[i] ?? 1) * 100)}
            suffix="%"
            least={LIMITS.lineScale.least * 100}
            most={LIMITS.lineScale.most * 100}
            step={5}
            onChange={(percent) =>
              edit(`Size of line ${i + 1}`, (item) => {
                item.lineScale = lines.map((_line, line) => (line === i ? percent / 100 : (item.lineScale[line] ?? 1)));
              })
            }
          />
        ))}
    </PanelSection>
  );
}

/** Of words to the edges of their field at least, mm. */
const USUAL_MARGIN = 1;

/** What stands for words in a field in the list of measures, before the id of what the field is of. */
const FIELD = 'field of ';

/** Words in a clear field of something else: as large as they fit. */
function FieldFields({
  field,
  choices,
}: {
  field: NonNullable<LetteringItem['field']>;
  choices: PictureItem['fields'];
}) {
  const edit = useEditLettering();
  const isClicking = useView((state) => state.drawing === 'field');
  const { at } = field;
  const now = at ? choices.findIndex((each) => Math.hypot(each.x - at.x, each.y - at.y) < 1e-6) : 0;
  const next = choices[(Math.max(now, 0) + 1) % choices.length];
  return (
    <>
      <LengthField
        at="item.field.margin"
        label="Margin in it"
        value={field.margin}
        {...LIMITS.fieldMargin}
        onChange={(mm) => edit('Margin in a field', (item) => void (item.field && (item.field.margin = mm)))}
        hint="As large as fits, in the middle of the field, whatever becomes of it."
      />
      <Button
        size="sm"
        variant={isClicking ? 'primary' : 'light'}
        className="mb-3 me-2"
        aria-pressed={isClicking}
        onClick={() => useView.setState({ drawing: isClicking ? null : 'field' })}
      >
        {isClicking ? 'Click a field on the bed' : 'Choose on the bed'}
      </Button>
      {choices.length > 1 && next && (
        <Button
          size="sm"
          variant="light"
          className="mb-3"
          onClick={() => edit('Another field', (item) => void (item.field && (item.field.at = next)))}
        >
          Another field ({Math.max(now, 0) + 1} of {choices.length})
        </Button>
      )}
    </>
  );
}

/** The size as it is, said by another measure: choosing a measure changes nothing yet. */
function sizeNow(by: By, { inkWidth, inkHeight, capHeight, xHeight }: PictureItem): Size {
  const tidy = (mm: number, { least, most }: { least: number; most: number }) =>
    Number(Math.min(most, Math.max(least, mm)).toFixed(2));
  if (by === 'box')
    return { by, width: tidy(inkWidth, LIMITS.overallWidth), height: tidy(inkHeight, LIMITS.overallHeight) };
  const now = {
    'cap height': capHeight,
    'x-height': xHeight,
    'overall width': inkWidth,
    'overall height': inkHeight,
  }[by];
  return { by, value: tidy(now, RULES[by].limits) };
}
