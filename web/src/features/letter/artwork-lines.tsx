'use client';

import type { Closing } from '@needlefile/core/artwork/closing';
import type { Point } from '@needlefile/core/geometry/point';
import { turnPointBy } from '@needlefile/core/geometry/turn';
import { LIMITS, type ArtworkItem } from '@needlefile/core/recipe/schema';
import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import { lengthWithUnit, type LengthUnit } from '@needlefile/core/units/length';
import { Button } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { PanelSection } from '@/components/panel';
import { useUnit } from '@/hooks/unit';
import { useEditItem } from '@/job/chosen';
import type { SheetEdits } from '@/job/sheet-edits';
import { FaultList } from './fault-list';
import { GapChart } from './gap-chart';

interface Props {
  readonly item: ArtworkItem;
  readonly picture: AssemblyPicture | null;
  readonly sheetHeight: number;
  readonly edits: SheetEdits;
}

/** What lines of a file are, how they are closed, and what is wrong with them, with its mends. */
export function ArtworkLines({ item, picture, sheetHeight, edits }: Props) {
  const edit = useEditItem<ArtworkItem>();
  const unit = useUnit();
  const facts = picture?.report.items.find(({ id }) => id === item.id)?.artwork;
  const drawn = picture?.items.find(({ id }) => id === item.id);
  return (
    <PanelSection title="Lines" aside={facts && (facts.closing.open > 0 ? `${facts.closing.open} open` : 'all closed')}>
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
  );
}

/** Decimals of lengths much finer than what is cut. */
export const fineDigits = (unit: LengthUnit): number => (unit === 'mm' ? 3 : 4);

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
  const rest = closing.open > 0 ? 'No ends lie near enough to belong together.' : 'Every line closes by itself.';
  return <p className="field-hint">{told.length > 0 ? told.join(' ') : rest}</p>;
}
