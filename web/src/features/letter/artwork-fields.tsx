'use client';

import type { NodeCount } from '@needlefile/core/artwork/form';
import { readingsOf } from '@needlefile/core/recipe/edits/remembered';
import { LIMITS, type ArtworkItem } from '@needlefile/core/recipe/schema';
import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import { formatLength, lengthWithUnit, type LengthUnit } from '@needlefile/core/units/length';
import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { ask } from '@/api/ask';
import { Field } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { PanelSection } from '@/components/panel';
import { useUnit } from '@/hooks/unit';
import { ARTWORK_FILES, bringNewVersion } from '@/job/bring-artwork';
import { useEditItem, useThing } from '@/job/chosen';
import type { SheetEdits } from '@/job/sheet-edits';
import { useView } from '@/job/view-store';
import { ArtworkLayers } from './artwork-layers';
import { ArtworkLines, fineDigits } from './artwork-lines';
import { NotTaken } from './not-taken';
import { PictureFields } from './picture-fields';
import css from './letter.module.css';

/** From this share on it is told how many lengths a unit makes whole. */
const TOLD_WHOLE = 0.5;

/** How artwork is read: its size, what closes, and what of the file was not taken. */
export function ArtworkFields({
  item,
  picture,
  sheetHeight,
  edits,
}: {
  item: ArtworkItem;
  picture: AssemblyPicture | null;
  sheetHeight: number;
  edits: SheetEdits;
}) {
  const edit = useEditItem<ArtworkItem>();
  const unit = useUnit();
  const picker = useRef<HTMLInputElement>(null);
  const facts = picture?.report.items.find(({ id }) => id === item.id)?.artwork;
  const drawn = picture?.items.find(({ id }) => id === item.id);
  const own = drawn?.own;
  const [width, height] = own && own.minX <= own.maxX ? [own.maxX - own.minX, own.maxY - own.minY] : [0, 0];
  const perUnit = item.mmPerUnit ?? facts?.scale.mmPerUnit ?? 1;
  const digits = unit === 'mm' ? 1 : 2;
  const sizeAt = (mm: number) =>
    [width, height].map((own) => formatLength((own * mm) / perUnit, unit, digits)).join(' × ');
  const setSize = (factor: number) =>
    edit('Size of artwork', (draft) => {
      draft.factor = Math.min(LIMITS.factor.most, Math.max(LIMITS.factor.least, draft.factor * factor));
    });
  return (
    <>
      <div className={css.file}>
        <span className="soft text-truncate" title={item.fileName}>
          {item.fileName || item.source}
        </span>
        <Button
          size="sm"
          variant="light"
          title="Puts another version of the file in its place; size, layers and decided gaps stay"
          onClick={() => picker.current?.click()}
        >
          New version
        </Button>
        <input
          ref={picker}
          type="file"
          hidden
          accept={ARTWORK_FILES}
          aria-label="New version of the file"
          onChange={({ target }) => {
            const [file] = target.files ?? [];
            if (file) void bringNewVersion(file, item, edits);
            target.value = '';
          }}
        />
      </div>
      {facts && (
        <>
          <Field
            label="Its unit"
            htmlFor="artwork-unit"
            isWide
            hint={
              facts.scale.certain
                ? `The file says so: ${facts.scale.why}.`
                : `The file does not say: ${facts.scale.why}. Choose by what it measures, or type its true width.`
            }
          >
            <Form.Select
              id="artwork-unit"
              value={item.mmPerUnit ?? ''}
              onChange={({ target: { value } }) =>
                edit('Unit of artwork', (draft) => void (draft.mmPerUnit = value === '' ? null : Number(value)))
              }
            >
              <option value="">
                {facts.scale.certain ? 'as the file says' : 'likeliest'}: {sizeAt(facts.scale.mmPerUnit)}
              </option>
              {item.mmPerUnit !== null && facts.scale.offers.every(({ mmPerUnit }) => mmPerUnit !== item.mmPerUnit) && (
                <option value={item.mmPerUnit}>as the job has it: {sizeAt(item.mmPerUnit)}</option>
              )}
              {facts.scale.offers.map(({ mmPerUnit, name, whole }) => (
                <option key={name} value={mmPerUnit}>
                  {name}: {sizeAt(mmPerUnit)}
                  {whole >= TOLD_WHOLE && `, ${Math.round(whole * 100)} % whole lengths`}
                </option>
              ))}
            </Form.Select>
          </Field>
          <LengthField
            label="Width"
            value={width || null}
            {...LIMITS.shape}
            onChange={(mm) => width > 0 && setSize(mm / width)}
          />
          <LengthField
            label="Height"
            value={height || null}
            {...LIMITS.shape}
            onChange={(mm) => height > 0 && setSize(mm / height)}
          />
          <Measured onSize={setSize} />
        </>
      )}
      {facts?.picture && <PictureFields item={item} facts={facts.picture} />}
      {facts && (!facts.picture || facts.layers.length > 1) && (
        <ArtworkLayers
          item={item}
          layers={facts.layers}
          unseen={facts.unseen}
          isDrawn={!facts.picture}
          onPartBy={(by) => edits.partBy(item, by)}
          onTake={(name, taken) => edits.takeLayer(item, namesOf(facts.layers), name, taken)}
          onApart={(name) => edits.layerApart(item, namesOf(facts.layers), name)}
        />
      )}
      {!facts?.picture && <ArtworkLines item={item} picture={picture} sheetHeight={sheetHeight} edits={edits} />}
      {facts && !facts.picture && (
        <PanelSection title="Nodes" aside={facts.nodes.after}>
          <LengthField
            at="item.refit"
            label="Fit anew within"
            value={item.refit}
            digits={fineDigits(unit)}
            placeholder="as drawn"
            {...LIMITS.refit}
            onChange={(mm) => edit('Fewer nodes', (draft) => void (draft.refit = mm))}
            onEmpty={() => edit('Nodes as drawn', (draft) => void (draft.refit = null))}
            hint={fittedHint(item.refit, facts.nodes, unit)}
          />
        </PanelSection>
      )}
      {facts && !facts.picture && <Remember item={item} />}
      {facts && facts.left.length > 0 && <NotTaken left={facts.left} onWords={edits.addTheseWords} />}
    </>
  );
}

/** Keeps how a file is read, with what was made an item by itself, for files with the same layers and colours. */
function Remember({ item }: { item: ArtworkItem }) {
  const thing = useThing((own) => own);
  const [state, setState] = useState<{ readonly told: string; readonly isProblem: boolean } | null>(null);
  const remember = async () => {
    try {
      const body = { items: readingsOf(thing, item.source) };
      await ask(`/api/artworks/${encodeURIComponent(item.source)}/reading`, { method: 'PUT', body });
      setState({ told: 'Files with these layers and colours are read so when they are brought.', isProblem: false });
    } catch (error) {
      setState({ told: (error as Error).message, isProblem: true });
    }
  };
  return (
    <div className="mb-3">
      <Button size="sm" variant="light" onClick={() => void remember()}>
        Read files like it so
      </Button>
      {state && (
        <div className={state.isProblem ? 'field-problem' : 'field-hint'} role="status">
          {state.told}
        </div>
      )}
    </div>
  );
}

/** The size by two points: where they are is clicked on the bed, how far apart they are in truth is typed. */
function Measured({ onSize }: { onSize: (factor: number) => void }) {
  const isMeasuring = useView((state) => state.drawing === 'measure');
  const measured = useView((state) => state.measured);
  return (
    <>
      <Button
        size="sm"
        variant={isMeasuring ? 'primary' : 'light'}
        className="mb-3"
        aria-pressed={isMeasuring}
        onClick={() => useView.setState({ drawing: isMeasuring ? null : 'measure', measured: null })}
      >
        {isMeasuring ? 'Click two points on the bed' : 'Size by two points'}
      </Button>
      {measured !== null && (
        <LengthField
          label="They are apart by"
          value={measured}
          {...LIMITS.shape}
          onChange={(mm) => {
            onSize(mm / measured);
            useView.setState({ measured: mm });
          }}
          hint="Type how far apart they are in truth."
        />
      )}
    </>
  );
}

function fittedHint(refit: number | null, { before, after, off }: NodeCount, unit: LengthUnit): string {
  if (refit === null) return 'Outlines of very many nodes are smoother, and run better, fitted with few.';
  return after === before
    ? 'Nothing was saved: all stays as drawn.'
    : `${before} nodes became ${after}, ${lengthWithUnit(off, unit, fineDigits(unit))} off at most.`;
}

const namesOf = (layers: readonly { readonly name: string }[]): string[] => layers.map(({ name }) => name);
