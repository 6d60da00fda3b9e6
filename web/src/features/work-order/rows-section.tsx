'use client';

import { assemblyName } from '@needlefile/core/job/build-job';
import type { SweepAccount, SweptGroup } from '@needlefile/core/job/run-sweeps';
import { itemName } from '@needlefile/core/items/kinds';
import { leaveToRows, pullApart, putTogether } from '@needlefile/core/recipe/edits/sweeps';
import { laidItemParts } from '@needlefile/core/recipe/identity';
import { LIMITS, type OperationPlan, type Recipe, type RowsPlan } from '@needlefile/core/recipe/schema';
import type { Machine } from '@needlefile/core/shop/shop';
import { formatTime } from '@needlefile/core/units/quantity';
import { original } from 'immer';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { useJob } from '@/job/job-store';
import { useView } from '@/job/view-store';
import { GroupChart } from './group-chart';
import css from './work-order.module.css';

interface Props {
  readonly operation: OperationPlan;
  readonly index: number;
  readonly machine: Machine;
  readonly sweeps: readonly SweepAccount[];
}

/** How areas are swept: the rows, and what is swept in one. */
export function RowsSection({ operation: { rows }, index, machine, sweeps }: Props) {
  const edit = useJob((state) => state.edit);
  const set = (what: string, part: Partial<RowsPlan>) =>
    edit(what, (draft) => void Object.assign(draft.operations[index]!.rows, part));
  return (
    <div className={css.rows}>
      <LengthField
        label="Row to row"
        at={`operations.${index}.rows.pitch`}
        value={rows.pitch ?? machine.fillPitch}
        {...LIMITS.rowPitch}
        onChange={(pitch) => set('Distance of rows', { pitch })}
        onEmpty={() => set('Distance of rows', { pitch: null })}
      />
      <Choices
        label="Rows"
        value={rows.angle === 0 ? 'x' : rows.angle === 90 ? 'y' : 'angle'}
        onChange={(value) => set('Direction of rows', { angle: { x: 0, y: 90, angle: 45 }[value] })}
        options={[
          { value: 'x', label: 'Along x' },
          { value: 'y', label: 'Along y' },
          { value: 'angle', label: 'At', title: 'At an angle' },
        ]}
      />
      {rows.angle % 90 !== 0 && (
        <NumberField
          label="Angle of rows"
          at={`operations.${index}.rows.angle`}
          value={rows.angle}
          {...{ least: 0, most: 179.9, step: 5, suffix: '°' }}
          onChange={(angle) => set('Direction of rows', { angle })}
        />
      )}
      <Choices
        label="Swept"
        value={rows.bothWays ? 'both' : 'one'}
        onChange={(value) => set('Ways of rows', { bothWays: value === 'both' })}
        options={[
          { value: 'both', label: 'To and fro' },
          { value: 'one', label: 'One way' },
        ]}
      />
      <Choices
        label="In one sweep"
        value={rows.together}
        onChange={(together) => set('What is swept in one', { together })}
        options={[
          { value: 'best', label: 'Quickest', title: 'What takes least time: blanks are not swept over' },
          { value: 'all', label: 'All' },
          { value: 'items', label: 'By item', title: 'Each item by itself' },
        ]}
      />
      {sweeps.map((account) => (
        <Sweeps key={account.round} account={account} most={machine.sweepsAtMost} />
      ))}
    </div>
  );
}

function Sweeps({ account, most }: { account: SweepAccount; most: number }) {
  const { operation, groups, seconds, inOne, byItem, steps } = account;
  const recipe = useJob((state) => state.recipe);
  const edit = useJob((state) => state.edit);
  const [taken, setTaken] = useState<readonly number[]>([]);
  const change = (label: string, next: (recipe: Recipe) => Recipe) => {
    setTaken([]);
    useView.setState({ ring: null });
    edit(label, (draft) => void Object.assign(draft, next(original(draft) as Recipe)));
  };
  // Letters of one item may be swept in several.
  const together = [...new Set(taken.flatMap((i) => groups[i]?.items ?? []))];
  return (
    <>
      <p className={css.sweepSum}>
        {groups.length === 1 ? 'One sweep' : `${groups.length} sweeps`},{' '}
        <span className="number">{formatTime(seconds)}</span>. All in one{' '}
        <span className="number">{formatTime(inOne)}</span>, item by item{' '}
        <span className="number">{formatTime(byItem)}</span>.
      </p>
      {(groups.length > 1 || groups[0]!.items.length > 1) && (
        <ol className={css.sweeps}>
          {groups.map((group, i) => (
            <GroupRow
              key={`${group.items.join()} ${i}`}
              group={group}
              number={i + 1}
              name={namesOf(group, recipe)}
              isTaken={taken.includes(i)}
              canTake={groups.length > 1}
              onTake={() => setTaken(taken.includes(i) ? taken.filter((each) => each !== i) : [...taken, i])}
              onApart={() => change('Sweeps pulled apart', (now) => pullApart(now, operation, group.items))}
              onLeave={() => change('A sweep left to its rows', (now) => leaveToRows(now, operation, group.items))}
            />
          ))}
        </ol>
      )}
      {taken.length > 1 && (
        <Button
          size="sm"
          variant="light"
          onClick={() => change('Sweeps put together', (now) => putTogether(now, operation, together))}
        >
          Sweep these {taken.length} in one
        </Button>
      )}
      {steps.length > 2 && !groups.some(({ byHand }) => byHand) && (
        <GroupChart steps={steps} now={groups.length} most={most} />
      )}
    </>
  );
}

interface RowProps {
  readonly group: SweptGroup;
  readonly number: number;
  readonly name: string;
  readonly isTaken: boolean;
  readonly canTake: boolean;
  readonly onTake: () => void;
  readonly onApart: () => void;
  readonly onLeave: () => void;
}

function GroupRow({ group, number, name, isTaken, canTake, onTake, onApart, onLeave }: RowProps) {
  const ring = () => useView.setState({ ring: group.bounds });
  const unring = () => useView.setState({ ring: null });
  return (
    <li onMouseEnter={ring} onMouseLeave={unring} onFocus={ring} onBlur={unring}>
      <label title={name}>
        {canTake && (
          <input type="checkbox" checked={isTaken} onChange={onTake} aria-label={`Sweep ${number}: ${name}`} />
        )}
        <span>{name}</span>
      </label>
      <span className="number">{formatTime(group.seconds)}</span>
      {group.byHand ? (
        <button
          type="button"
          className="btn btn-link btn-sm p-0"
          onClick={onLeave}
          title="Nothing is said of these by hand"
        >
          Let go
        </button>
      ) : (
        group.items.length > 1 && (
          <button
            type="button"
            className="btn btn-link btn-sm p-0"
            onClick={onApart}
            title="Each item in a sweep of its own"
          >
            Part
          </button>
        )
      )}
    </li>
  );
}

/** What is swept, in words: copies by number where there are more than one. */
function namesOf({ items }: SweptGroup, recipe: Recipe): string {
  return items
    .map((name) => {
      const parts = laidItemParts(name);
      const thing = recipe.assemblies.find(({ id }) => id === parts?.thing);
      if (!parts || !thing) return name;
      const item = thing.make === 'coupon' ? undefined : thing.items.find(({ id }) => id === parts.item);
      const called = item ? itemName(item) : assemblyName(thing, recipe);
      return thing.copies > 1 ? `${called} (${parts.copy + 1})` : called;
    })
    .join(', ');
}
