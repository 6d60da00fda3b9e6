'use client';

import type { AssemblyMeasurePicture } from '@needlefile/core/screen/measure-picture';
import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import { isUnder } from '@needlefile/core/shop/limits';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { formatLength, lengthWithUnit } from '@needlefile/core/units/length';
import { formatArea } from '@needlefile/core/units/quantity';
import { Button, Form } from 'react-bootstrap';
import { X } from 'react-bootstrap-icons';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { PanelHead, PanelSection } from '@/components/panel';
import { useUnit } from '@/hooks/unit';
import { useEditThing, useThing } from '@/job/chosen';
import { useHoldEdits } from '@/job/hold-edits';
import { useHouseLimit } from '@/job/house-limit';
import { DrawButton } from './draw-button';
import css from './hold.module.css';
import { OnePieceAction } from './one-piece-action';
import { FoundRow } from './found-row';

/** How stand-alone letters hang together: pieces, necks, and what joins them. */
export function JoinsPanel({
  picture,
  measures,
}: {
  picture: AssemblyPicture | null;
  measures: AssemblyMeasurePicture | null;
}) {
  const { joins, pieces: wanted } = useThing((thing) => thing.hold);
  const edit = useEditThing();
  const unit = useUnit();
  const { placeholder, hint } = useHouseLimit('neck', joins.width);
  const pieces = picture?.report.pieces.filter(({ intended, status }) => !(intended && status === 'drop-out')) ?? [];
  const loose = pieces.filter(({ status }) => status === 'loose').length;
  const report = picture?.report;
  return (
    <>
      <PanelHead title="Hold">
        {pieces.length === 1
          ? 'All in one piece.'
          : wanted === 'separate'
            ? `${pieces.length} pieces, as wanted.`
            : `${pieces.length} pieces: ${loose} loose.`}
      </PanelHead>
      <Choices
        label="Comes off as"
        value={wanted}
        onChange={(value) => edit('Pieces wanted', (draft) => void (draft.hold.pieces = value))}
        options={[
          { value: 'one', label: 'One piece' },
          { value: 'separate', label: 'Separate' },
        ]}
      />
      <LengthField
        at="thing.hold.joins.width"
        label="Neck and tie"
        value={joins.width}
        placeholder={placeholder}
        {...LIMITS.tieWidth}
        onChange={(mm) => edit('Neck and tie', (draft) => void (draft.hold.joins.width = mm))}
        onEmpty={() => edit('Neck and tie', (draft) => void (draft.hold.joins.width = null))}
        hint={hint}
      />
      {wanted === 'one' && <OnePieceAction />}
      <PanelSection title="Joins">
        <Form.Check
          type="switch"
          id="close-up"
          label="Close letters up until they join"
          checked={joins.closeUp}
          onChange={({ target }) => edit('Close up', (draft) => void (draft.hold.joins.closeUp = target.checked))}
        />
        {joins.closeUp && (
          <>
            <NumberField
              at="thing.hold.joins.closeUpMost"
              label="At most"
              value={Math.round(joins.closeUpMost * 100)}
              least={1}
              most={100}
              step={1}
              suffix="% cap"
              onChange={(percent) =>
                edit('Closing up at most', (draft) => void (draft.hold.joins.closeUpMost = percent / 100))
              }
            />
            {report && report.closedUp.length > 0 && (
              <p className="field-hint">
                {report.closedUp.map(({ letter, by }) => `${letter} by ${lengthWithUnit(by, unit)}`).join(', ')}.
              </p>
            )}
          </>
        )}
        <Choices
          label="Ties"
          value={joins.ties}
          onChange={(ties) => edit('Ties', (draft) => void (draft.hold.joins.ties = ties))}
          options={[
            { value: 'none', label: 'None' },
            {
              value: 'loose',
              label: 'Loose',
              title: 'Short bars to whatever hangs on nothing: dots, accents, letters',
            },
            { value: 'thin', label: 'Thin too', title: 'Over necks that are too thin as well' },
          ]}
        />
        {report && report.ties.length > 0 && (
          <p className="field-hint">
            {report.ties.length === 1 ? 'One tie.' : `${report.ties.length} ties.`} They follow the words.
          </p>
        )}
        <Bars picture={picture} />
        <NumberField
          at="thing.hold.joins.points"
          label="Held at"
          value={joins.points}
          least={1}
          most={4}
          step={1}
          whole
          suffix="points"
          onChange={(points) => edit('Points of joining', (draft) => void (draft.hold.joins.points = points))}
          hint="A letter joined at fewer is a finding."
        />
      </PanelSection>
      {measures && measures.report.necks.length > 0 && (
        <PanelSection title="Necks" aside="width">
          <ol className={css.islands}>
            {[...measures.report.necks]
              .sort((a, b) => a.width - b.width)
              .map(({ between, width, where }, i) => (
                <FoundRow
                  key={between.join()}
                  number={i + 1}
                  name={pairName(between)}
                  held={!isUnder(width, measures.report.limits.neck)}
                  where={where}
                >
                  <span className="number">{formatLength(width, unit, unit === 'mm' ? 2 : 3)}</span>
                </FoundRow>
              ))}
          </ol>
        </PanelSection>
      )}
      {pieces.length > 1 && (
        <PanelSection title="Pieces" aside="area">
          <ol className={css.islands}>
            {pieces.map(({ id, name, status, area }, i) => (
              <FoundRow
                key={id}
                number={i + 1}
                name={name}
                held={status === 'kept'}
                where={picture!.pieces.find((piece) => piece.id === id)!.bounds}
              >
                <span>{status}</span>
                <span className={`number soft ${css.area}`}>{formatArea(area, unit)}</span>
              </FoundRow>
            ))}
          </ol>
        </PanelSection>
      )}
    </>
  );
}

/** `o – l in Marigold` rather than the word twice. */
function pairName([a, b]: readonly [string, string]): string {
  const word = / in [^ ]+$/.exec(a)?.[0];
  return word && b.endsWith(word) ? `${a.slice(0, -word.length)} – ${b}` : `${a} – ${b}`;
}

/** Level bars that somebody drew between two letters, each with its height. */
function Bars({ picture }: { picture: AssemblyPicture | null }) {
  const bars = useThing((thing) => thing.hold.joins.bars);
  const edits = useHoldEdits(picture);
  const nameOf = (id: string) =>
    picture?.letters.find((letter) => letter.id === id)?.name ?? 'a letter no longer there';
  return (
    <>
      {Object.entries(bars).flatMap(([letter, heights]) =>
        heights.map((height, i) => (
          <div key={`${letter} ${i}`} className={css.barRow}>
            <NumberField
              label={`Bar after ${nameOf(letter)}`}
              value={Math.round(height * 100)}
              least={-200}
              most={300}
              step={1}
              suffix="% cap"
              onChange={(percent) => edits.moveBar(letter, i, percent / 100)}
            />
            <Button
              size="sm"
              variant="light"
              aria-label={`Take the bar after ${nameOf(letter)} out`}
              title="Take it out"
              onClick={() => edits.removeBar(letter, i)}
            >
              <X />
            </Button>
          </div>
        )),
      )}
      <div className={css.actions}>
        <DrawButton
          kind="bar"
          label="Draw a bar"
          hint="Drag across the gap between two letters, at the height it is to have."
        />
      </div>
    </>
  );
}
