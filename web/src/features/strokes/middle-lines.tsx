'use client';

import { itemName } from '@needlefile/core/items/kinds';
import { MAKES } from '@needlefile/core/makes/makes';
import { dotsApart } from '@needlefile/core/recipe/edits/dots-apart';
import { LIMITS, plainCenterline, type CenterlineOf, type Item, type Recipe } from '@needlefile/core/recipe/schema';
import { original } from 'immer';
import { useId, useRef } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Choices, Field } from '@/components/choices';
import { PanelSection } from '@/components/panel';
import { useJob } from '@/job/job-store';
import { OperationSelect } from '@/job/operation-select';
import { useView } from '@/job/view-store';
import { choose, useEditItem, useEditThing, useItem, useThing } from '@/job/chosen';

/** Whether the item in hand keeps its outlines, or the strokes down their middle take their place. */
export function MiddleLines() {
  const item = useItem();
  const thing = useThing((own) => own);
  const editItem = useEditItem();
  const editThing = useEditThing();
  if (!item) return null;
  const { centerline } = item;
  const role = item.role ?? MAKES[thing.make].letters;
  const isFollowed = role === 'line' || role === 'engraved' || role === 'guide';
  const turn = (how: string) => {
    if (how === 'outlines') return editItem('Outlines', (draft) => void (draft.centerline = null));
    editThing('Middle lines', (draft) => {
      const own = draft.items.find(({ id }) => id === item.id)!;
      own.centerline = plainCenterline();
      // Strokes have no outlines to cut.
      if (!isFollowed) own.role = 'line';
    });
  };
  return (
    <PanelSection title={itemName(item)} aside="in hand">
      <Choices
        label="Made as"
        value={centerline ? 'middle' : 'outlines'}
        options={[
          { value: 'outlines', label: 'Outlines' },
          { value: 'middle', label: 'Middle lines', title: 'The strokes down the middle of its outlines' },
        ]}
        onChange={turn}
      />
      {!centerline && !isFollowed && (
        <p className="field-hint">As middle lines it is followed by the tool, and no longer part of what is cut.</p>
      )}
      {centerline && <Fields thing={thing.id} item={item} centerline={centerline} />}
    </PanelSection>
  );
}

interface FieldsProps {
  /** Id of the thing that it is in. */
  readonly thing: string;
  readonly item: Item;
  readonly centerline: CenterlineOf;
}

function Fields({ thing, item: { id: item, kind }, centerline }: FieldsProps) {
  const isLettering = kind === 'lettering';
  const id = useId();
  const edit = useEditItem();
  /** One pull of the slider is one step to undo. */
  const pull = useRef<object>({});
  const set = (label: string, part: Partial<CenterlineOf>, gesture?: object) =>
    edit(label, ({ centerline: own }) => void (own && Object.assign(own, part)), gesture);
  return (
    <>
      <Field label="Serifs and spurs" htmlFor={`${id}-spurs`} hint={<SpurWords spurs={centerline.spurs} />}>
        <Form.Range
          id={`${id}-spurs`}
          min={LIMITS.spurs.least}
          max={3}
          step={0.1}
          value={Math.min(3, centerline.spurs)}
          onPointerDown={() => void (pull.current = {})}
          onChange={({ target }) => set('Serifs and spurs', { spurs: Number(target.value) }, pull.current)}
        />
      </Field>
      <Choices
        label="Ends"
        value={centerline.ends}
        options={[
          { value: 'full', label: 'To the edge' },
          { value: 'short', label: 'Short', title: 'Half a stroke’s width before the edge' },
        ]}
        onChange={(ends) => set('Ends of strokes', { ends })}
      />
      <Form.Check
        type="switch"
        id={`${id}-straight`}
        label="Straighten long runs"
        title="Runs that are nearly straight, as stems, become straight"
        checked={centerline.straight}
        onChange={({ target }) => set('Straight runs', { straight: target.checked })}
      />
      <DotFields {...{ thing, item, centerline, set }} />
      {isLettering && (
        <Button
          size="sm"
          variant="light"
          className="mb-2"
          onClick={() => {
            choose(thing, item);
            useView.setState({ station: 'letter', redrawing: true });
          }}
        >
          Work on its strokes
        </Button>
      )}
      {isLettering && (
        <Form.Check
          type="switch"
          id={`${id}-joined`}
          label="Run on through letters that touch"
          checked={centerline.joined}
          onChange={({ target }) => set('Joined letters', { joined: target.checked })}
        />
      )}
      {isLettering && centerline.joined && centerline.redrawn.length > 0 && (
        <p className="field-hint">Letters whose strokes were changed by hand begin and end by themselves.</p>
      )}
    </>
  );
}

interface DotProps {
  readonly thing: string;
  readonly item: string;
  readonly centerline: CenterlineOf;
  readonly set: (label: string, part: Partial<CenterlineOf>) => void;
}

/** What becomes of the dots of an i, of full stops …. */
function DotFields({ thing, item, centerline: { dots, dotOperation }, set }: DotProps) {
  const id = useId();
  const edit = useJob((state) => state.edit);
  return (
    <>
      <Choices
        label="Dots"
        value={dots}
        options={[
          { value: 'strokes', label: 'Short strokes', title: 'For a tool as wide as they are' },
          { value: 'circles', label: 'Circles', title: 'Round their rim' },
        ]}
        onChange={(next) => set('Dots of middle lines', { dots: next })}
      />
      <Field label="Dots are run" htmlFor={`${id}-dots`}>
        <OperationSelect
          id={`${id}-dots`}
          none="With their strokes"
          value={dotOperation}
          onChange={(next) => set('Operation of dots', { dotOperation: next })}
        />
      </Field>
      {dotOperation === null && (
        <Button
          size="sm"
          variant="light"
          className="mb-2"
          onClick={() =>
            edit('Dots by themselves', (draft) => {
              const apart = dotsApart(original(draft) as Recipe, thing, item);
              Object.assign(draft, { operations: apart.operations, assemblies: apart.assemblies });
            })
          }
        >
          Run dots by themselves
        </Button>
      )}
    </>
  );
}

function SpurWords({ spurs }: { spurs: number }) {
  if (spurs === 0) return 'All branches are kept, corners and serifs too.';
  if (spurs < 0.9) return 'Most branches are kept as strokes.';
  if (spurs <= 1.2) return 'Serifs and corners are dropped, strokes are kept.';
  return 'Longer branches are dropped too.';
}
