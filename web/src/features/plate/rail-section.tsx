'use client';

import { stockOf } from '@needlefile/core/recipe/stock';
import { framing, isFraming, usualBase, usualFeet, usualRail, withUprights } from '@needlefile/core/recipe/edits/rail';
import { LIMITS, RAIL_AT, type Made } from '@needlefile/core/recipe/schema';
import { Form } from 'react-bootstrap';
import { Field } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { PanelSection } from '@/components/panel';
import { useEditThing, useThing } from '@/job/chosen';
import { useJob } from '@/job/job-store';

type Rail = NonNullable<Made['rail']>;

const AT_WORDS: Record<Rail['at'], string> = {
  under: 'under each line',
  over: 'over each line',
  both: 'under and over',
  through: 'through the letters',
};

/** A choice on the screen that is two in the recipe: rails under and over, and uprights at their ends. */
const ALL_ROUND = 'all round';

/** Rails that stand-alone letters hang together by, and the feet that they stand on. */
export function RailSection({ capHeight }: { capHeight: number }) {
  const rail = useThing((thing) => thing.rail);
  const edit = useEditThing();
  const set = (label: string, change: (rail: Rail) => Rail) =>
    edit(label, (draft) => void (draft.rail = change(draft.rail ?? usualRail(capHeight))));
  return (
    <>
      <PanelSection
        title="Rail"
        aside={
          <Form.Check
            type="switch"
            aria-label="Rail"
            checked={rail !== null}
            onChange={(event) =>
              edit('Rail', (draft) => void (draft.rail = event.target.checked ? usualRail(capHeight) : null))
            }
          />
        }
      >
        {rail ? (
          <RailFields rail={rail} capHeight={capHeight} set={set} />
        ) : (
          <div className="field-hint">Bars that the letters of each line hang together by.</div>
        )}
      </PanelSection>
      {rail && <FeetSection rail={rail} capHeight={capHeight} set={set} />}
    </>
  );
}

interface Fields {
  readonly rail: Rail;
  readonly capHeight: number;
  readonly set: (label: string, change: (rail: Rail) => Rail) => void;
}

function RailFields({ rail, capHeight, set }: Fields) {
  const isThrough = rail.at === 'through';
  return (
    <>
      <Field label="Where" htmlFor="rail-at">
        <Form.Select
          id="rail-at"
          value={isFraming(rail) ? ALL_ROUND : rail.at}
          onChange={({ target: { value } }) =>
            set('Where the rail is', (own) => {
              if (value === ALL_ROUND) return framing(own, capHeight);
              const at = value as Rail['at'];
              return isFraming(own) ? { ...own, at, uprights: null } : { ...own, at };
            })
          }
        >
          {RAIL_AT.map((at) => (
            <option key={at} value={at}>
              {AT_WORDS[at]}
            </option>
          ))}
          <option>{ALL_ROUND}</option>
        </Form.Select>
      </Field>
      <LengthField
        at="thing.rail.height"
        label="Height"
        value={rail.height}
        {...LIMITS.railHeight}
        onChange={(height) => set('Rail height', (own) => ({ ...own, height }))}
      />
      {!isThrough && (
        <LengthField
          at="thing.rail.overlap"
          label="Letters sink in"
          value={rail.overlap}
          {...LIMITS.railOverlap}
          onChange={(overlap) => set('Rail overlap', (own) => ({ ...own, overlap }))}
        />
      )}
      <LengthField
        at="thing.rail.extend"
        label="Past the ends"
        value={rail.extend}
        {...LIMITS.railExtend}
        onChange={(extend) => set('Rail ends', (own) => ({ ...own, extend }))}
      />
      <NumberField
        at="thing.rail.uprights.count"
        label="Uprights"
        value={rail.uprights?.count ?? 0}
        least={0}
        most={LIMITS.rails.most}
        step={1}
        whole
        onChange={(count) =>
          set('Uprights', (own) => {
            if (count === 0) return { ...own, uprights: null };
            const standing = own.uprights ? own : withUprights(own, capHeight);
            return { ...standing, uprights: { ...standing.uprights!, count } };
          })
        }
        hint={rail.uprights ? undefined : 'Bars from the lowest rail to the highest.'}
      />
      {rail.uprights && (
        <LengthField
          at="thing.rail.uprights.width"
          label="Upright width"
          value={rail.uprights.width}
          placeholder="as the rail"
          {...LIMITS.railHeight}
          onChange={(width) => set('Upright width', (own) => ({ ...own, uprights: { ...own.uprights!, width } }))}
          onEmpty={() => set('Upright width', (own) => ({ ...own, uprights: { ...own.uprights!, width: null } }))}
        />
      )}
    </>
  );
}

function FeetSection({ rail, capHeight, set }: Fields) {
  const { feet } = rail;
  const sheet = useJob((state) => stockOf(state.recipe).thickness);
  const setFeet = (label: string, change: Partial<NonNullable<Rail['feet']>>) =>
    set(label, (own) => ({ ...own, feet: { ...(own.feet ?? usualFeet(capHeight, sheet)), ...change } }));
  return (
    <PanelSection
      title="Feet"
      aside={
        <Form.Check
          type="switch"
          aria-label="Feet"
          checked={feet !== null}
          onChange={({ target }) =>
            set('Feet', (own) => ({ ...own, feet: target.checked ? usualFeet(capHeight, sheet) : null }))
          }
        />
      }
    >
      {feet ? (
        <>
          <NumberField
            at="thing.rail.feet.count"
            label="How many"
            value={feet.count}
            {...LIMITS.rails}
            step={1}
            whole
            onChange={(count) => setFeet('Feet', { count })}
          />
          <LengthField
            at="thing.rail.feet.width"
            label="Width"
            value={feet.width}
            {...LIMITS.railHeight}
            onChange={(width) => setFeet('Width of feet', { width })}
          />
          <LengthField
            at="thing.rail.feet.depth"
            label="Base is thick"
            value={feet.depth}
            {...LIMITS.thickness}
            onChange={(depth) => setFeet('Thickness of the base', { depth })}
            hint="They reach so far down, through a slot each."
          />
          <Form.Check
            id="feet-base"
            label="Cut a base from this sheet"
            checked={feet.base !== null}
            onChange={({ target }) =>
              setFeet('Base', target.checked ? { base: usualBase(capHeight), depth: sheet } : { base: null })
            }
          />
          {feet.base && <BaseFields feet={feet} set={setFeet} />}
        </>
      ) : (
        <div className="field-hint">What goes through slots of a base, so that the name stands upright.</div>
      )}
    </PanelSection>
  );
}

function BaseFields({
  feet,
  set,
}: {
  feet: NonNullable<Rail['feet']>;
  set: (label: string, change: Partial<NonNullable<Rail['feet']>>) => void;
}) {
  const base = feet.base!;
  return (
    <>
      <LengthField
        at="thing.rail.feet.base.depth"
        label="Front to back"
        value={base.depth}
        {...LIMITS.plate}
        onChange={(depth) => set('Depth of the base', { base: { ...base, depth } })}
      />
      <LengthField
        at="thing.rail.feet.base.past"
        label="Past the rail"
        value={base.past}
        {...LIMITS.railExtend}
        onChange={(past) => set('Ends of the base', { base: { ...base, past } })}
      />
      <LengthField
        at="thing.rail.feet.base.cornerRadius"
        label="Corner radius"
        value={base.cornerRadius}
        {...LIMITS.cornerRadius}
        onChange={(cornerRadius) => set('Corners of the base', { base: { ...base, cornerRadius } })}
      />
      <LengthField
        at="thing.rail.feet.play"
        label="Play in slots"
        value={feet.play}
        {...LIMITS.play}
        onChange={(play) => set('Play in slots', { play })}
        hint="Slots are so much longer than a foot, and wider than the sheet is thick."
      />
    </>
  );
}
