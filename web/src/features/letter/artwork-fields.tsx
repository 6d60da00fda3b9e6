'use client';

import type { NodeCount } from '@needlefile/core/artwork/form';
import type { Closing } from '@needlefile/core/artwork/closing';
import type { LeftOut, LeftOutKind } from '@needlefile/core/artwork/drawn';
import type { Point } from '@needlefile/core/geometry/point';
import { turnPointBy } from '@needlefile/core/geometry/turn';
import { readingsOf } from '@needlefile/core/recipe/edits/remembered';
import { LIMITS, type ArtworkItem } from '@needlefile/core/recipe/schema';
import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import { formatLength, lengthWithUnit, type LengthUnit } from '@needlefile/core/units/length';
import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { ask } from '@/api/ask';
import { Choices, Field } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { PanelSection } from '@/components/panel';
import { useUnit } from '@/hooks/unit';
import { ARTWORK_FILES, bringNewVersion } from '@/job/bring-artwork';
import { useEditItem, useThing } from '@/job/chosen';
import type { SheetEdits } from '@/job/sheet-edits';
import { useView } from '@/job/view-store';
import { ArtworkLayers } from './artwork-layers';
import { FaultList } from './fault-list';
import { GapChart } from './gap-chart';
import { PictureFields } from './picture-fields';
import css from './letter.module.css';

/** From this share on it is told how many lengths a unit makes whole. */
const TOLD_WHOLE = 0.5;

const NOT_TAKEN: Record<LeftOutKind, string> = {
  text: 'text',
  picture: 'pictures',
  hidden: 'hidden',
  white: 'white: it takes away from what lies below',
  clipped: 'clipped: what is seen is taken',
  unclipped: 'with a clip that is not followed: taken whole',
  masked: 'masked: taken whole',
  filtered: 'with an effect: taken without',
  animation: 'animations',
  'other content': 'other content',
  'outside file': 'in other files',
  missing: 'referred to and not there',
  'faulty path': 'paths with a fault: taken up to it',
  'faulty transform': 'placed by what cannot be read',
  'zero length': 'of no length',
  point: 'points',
  dimension: 'dimensions and leaders',
  'three-dimensional': 'bodies, and what rises: taken as seen from above',
  'paper space': 'on sheets of paper beside the drawing',
  loop: 'blocks within themselves',
  'wide line': 'wide lines: taken along their middle',
  dashed: 'dashed: taken as whole lines',
  approximate: 'curves known by their points only: taken nearly as meant',
};

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
      {!facts?.picture && (
        <PanelSection
          title="Lines"
          aside={facts && (facts.closing.open > 0 ? `${facts.closing.open} open` : 'all closed')}
        >
          <Choices
            label="Closed are"
            value={item.lines}
            onChange={(lines) => edit('Lines of artwork', (draft) => void (draft.lines = lines))}
            options={[
              { value: 'areas', label: 'Areas', title: 'What they go round' },
              { value: 'lines', label: 'Lines', title: 'Followed by the tool' },
            ]}
          />
          <LengthField
            at="item.join"
            label="Close gaps to"
            value={item.join}
            {...LIMITS.join}
            onChange={(mm) => edit('Gaps that are closed', (draft) => void (draft.join = mm))}
          />
          {facts && facts.closing.joined.length + facts.closing.gaps.length > 0 && (
            <GapChart
              closed={facts.closing.joined.map(({ width }) => width)}
              open={facts.closing.gaps.map(({ width }) => width)}
              join={item.join}
              onJoin={(mm) => edit('Gaps that are closed', (draft) => void (draft.join = mm))}
            />
          )}
          {facts && <Closed closing={facts.closing} />}
          <LengthField
            at="item.doubled"
            label="Doubles within"
            value={item.doubled}
            digits={fineDigits(unit)}
            {...LIMITS.doubled}
            onChange={(mm) => edit('Doubled lines', (draft) => void (draft.doubled = mm))}
          />
          <LengthField
            at="item.speck"
            label="Drop specks to"
            value={item.speck}
            {...LIMITS.artworkSpeck}
            onChange={(mm) => edit('Specks', (draft) => void (draft.speck = mm))}
            {...(facts &&
              item.speck > 0 && {
                hint: `${facts.closing.specks.filter(({ left }) => !left).length || 'None'} left out.`,
              })}
          />
          {facts && facts.wide.count > 0 && (
            <Choices
              label={`${facts.wide.count} wide, to ${lengthWithUnit(facts.wide.widest, unit)}`}
              value={item.wide}
              onChange={(wide) => edit('Wide lines', (draft) => void (draft.wide = wide))}
              options={[
                { value: 'lines', label: 'Followed', title: 'Along their middle' },
                { value: 'areas', label: 'Areas', title: 'What they cover' },
              ]}
            />
          )}
          {facts && facts.beside > 0 && (
            <Choices
              label={`${facts.beside} beside the page`}
              value={item.besidePage ? 'taken' : 'left'}
              onChange={(side) => edit('Beside the page', (draft) => void (draft.besidePage = side === 'taken'))}
              options={[
                { value: 'left', label: 'Left out', title: 'As programs show the file' },
                { value: 'taken', label: 'Taken', title: 'Whatever the file has' },
              ]}
            />
          )}
          {facts && picture && drawn && (
            <FaultList
              item={item}
              closing={facts.closing}
              onSheet={(point) => sheetPoint(picture, drawn.at, sheetHeight, point)}
              onDecide={(fault, kind) => edits.decideFault(item, fault, kind)}
            />
          )}
          {item.repairs.length > 0 && (
            <Button size="sm" variant="light" className="mt-2" onClick={() => edits.undecideFaults(item)}>
              Forget {item.repairs.length === 1 ? 'what is' : `all ${item.repairs.length} that are`} decided by hand
            </Button>
          )}
        </PanelSection>
      )}
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

/** Decimals of lengths much finer than what is cut. */
const fineDigits = (unit: LengthUnit): number => (unit === 'mm' ? 3 : 4);

function fittedHint(refit: number | null, { before, after, off }: NodeCount, unit: LengthUnit): string {
  if (refit === null) return 'Outlines of very many nodes are smoother, and run better, fitted with few.';
  return after === before
    ? 'Nothing was saved: all stays as drawn.'
    : `${before} nodes became ${after}, ${lengthWithUnit(off, unit, fineDigits(unit))} off at most.`;
}

const namesOf = (layers: readonly { readonly name: string }[]): string[] => layers.map(({ name }) => name);

/** A point of an item's frame on the sheet, y down as it is shown. */
function sheetPoint({ origin, turn }: AssemblyPicture, at: Point, sheetHeight: number, point: Point): Point {
  const { x, y } = turnPointBy(turn)({ x: at.x + point.x, y: at.y + point.y });
  return { x: origin.x + x, y: sheetHeight - origin.y - y };
}

function Closed({ closing: { joined, gaps, ...closing } }: { closing: Closing }) {
  const unit = useUnit();
  const doubled = closing.doubled.filter(({ left }) => !left);
  const overshoots = closing.overshoots.filter(({ left }) => !left);
  const wide = gaps.map(({ width }) => width).sort((a, b) => a - b);
  const widest = joined.reduce((most, { width }) => Math.max(most, width), 0);
  const nearly = closing.nearly.filter(({ left }) => !left);
  const apart = nearly.reduce((most, { off }) => Math.max(most, off), 0);
  const longest = overshoots.reduce((most, { length }) => Math.max(most, length), 0);
  const told = [
    joined.length > 0 &&
      `${joined.length} ${joined.length === 1 ? 'gap' : 'gaps'} closed, the widest ${lengthWithUnit(widest, unit)}.`,
    wide.length > 0 &&
      `${wide.length} wider: ${wide
        .slice(0, 4)
        .map((mm) => lengthWithUnit(mm, unit))
        .join(', ')}${wide.length > 4 ? ' …' : ''}.`,
    doubled.length > 0 &&
      `${doubled.length} ` +
        `${doubled.length === 1 ? 'line lay on another and counts' : 'lines lay on others and count'} once.`,
    nearly.length > 0 &&
      `${nearly.length} ${nearly.length === 1 ? 'runs' : 'run'} beside others, ` +
        `${lengthWithUnit(apart, unit, fineDigits(unit))} off at most.`,
    overshoots.length > 0 &&
      `${overshoots.length} ${overshoots.length === 1 ? 'corner' : 'corners'} where lines ran past each other cut ` +
        `back, by ${lengthWithUnit(longest, unit)} at most.`,
  ].filter((each) => each !== false);
  return <p className="field-hint">{told.length > 0 ? told.join(' ') : 'Every line closes by itself.'}</p>;
}

function NotTaken({ left, onWords }: { left: readonly LeftOut[]; onWords: (words: string) => void }) {
  const texts = left.find(({ kind }) => kind === 'text')?.what ?? [];
  return (
    <PanelSection title="In the file, and not taken as it is" aside={left.reduce((sum, { count }) => sum + count, 0)}>
      <ul className="field-hint ps-3 mb-0">
        {left.map(({ kind, count, what }) => (
          <li key={kind} title={what.join('\n')}>
            {count} × {NOT_TAKEN[kind]}
            {what.length > 0 && ` (${what.slice(0, 2).join(', ')}${what.length > 2 ? ' …' : ''})`}
          </li>
        ))}
      </ul>
      {texts.map((words) => (
        <Button key={words} size="sm" variant="light" className="me-2 mt-2 mb-3" onClick={() => onWords(words)}>
          + “{words}” as words
        </Button>
      ))}
    </PanelSection>
  );
}
