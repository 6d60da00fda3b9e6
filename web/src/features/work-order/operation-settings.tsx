'use client';

import type { SweepAccount } from '@needlefile/core/job/run-sweeps';
import { stockOf } from '@needlefile/core/recipe/stock';
import { removeOperation, usersOf, withWork } from '@needlefile/core/recipe/edits/operations';
import { LIMITS, type OperationPlan, type Recipe } from '@needlefile/core/recipe/schema';
import { WORKS, type Work } from '@needlefile/core/shop/shop';
import { withTried } from '@needlefile/core/shop/tried';
import { original } from 'immer';
import { useId, useState, type ReactNode } from 'react';
import { Button, Form } from 'react-bootstrap';
import { NumberField } from '@/components/number-field';
import { useShop } from '@/hooks/shop';
import { useJob } from '@/job/job-store';
import { capitalised, operationInWords, operationName } from '@/job/operation-names';
import { KeepTried } from './keep-tried';
import { RowsSection } from './rows-section';
import css from './work-order.module.css';

interface Props {
  readonly operation: OperationPlan;
  readonly index: number;
  /** What it sweeps; none where it sweeps nothing. */
  readonly sweeps: readonly SweepAccount[];
}

/** Name, work and settings of an operation, and taking it out. */
export function OperationSettings({ operation, index, sweeps }: Props) {
  const recipe = useJob((state) => state.recipe);
  const edit = useJob((state) => state.edit);
  const shop = useShop();
  const nameId = useId();
  const workId = useId();
  const stock = stockOf(recipe);
  const own = shop.machines.find(({ id }) => id === stock.machine);
  const machine = own && withTried(own, shop, stock);
  const usual = machine?.settings[operation.work];
  const called = operationName(operation, recipe);
  const values = {
    speed: operation.speed ?? usual?.speed ?? 10,
    power: operation.power ?? usual?.power ?? 100,
    passes: operation.passes ?? usual?.passes ?? 1,
  };
  const set = (name: keyof typeof values) => (value: number) =>
    edit(`${called}: ${name}`, (draft) => void (draft.operations[index]![name] = value));
  return (
    <div className={css.details}>
      <div className={css.pair}>
        <label htmlFor={nameId}>Name</label>
        <input
          id={nameId}
          className="form-control form-control-sm"
          value={operation.name ?? ''}
          placeholder={called}
          maxLength={40}
          onChange={({ target }) =>
            edit('Name of an operation', (draft) => {
              draft.operations[index]!.name = target.value.trimStart() || null;
            })
          }
        />
      </div>
      <div className={css.pair}>
        <label htmlFor={workId}>Work</label>
        <Form.Select
          id={workId}
          size="sm"
          value={operation.work}
          onChange={({ target }) =>
            edit(`Work: ${called}`, (draft) => {
              draft.operations = withWork(original(draft) as Recipe, operation.id, target.value as Work).operations;
            })
          }
        >
          {WORKS.map((work) => (
            <option key={work} value={work}>
              {capitalised(work)}
              {machine && !machine.settings[work] ? ` (the ${machine.word} cannot)` : ''}
            </option>
          ))}
        </Form.Select>
      </div>
      <div className={css.settings}>
        <Setting label="Speed" suffix="mm/s">
          <NumberField
            bare
            at={`operations.${index}.speed`}
            label={`${called}: speed, mm/s`}
            value={values.speed}
            {...LIMITS.speed}
            step={1}
            onChange={set('speed')}
          />
        </Setting>
        <Setting label="Power" suffix="%">
          <NumberField
            bare
            at={`operations.${index}.power`}
            label={`${called}: power, percent`}
            value={values.power}
            {...LIMITS.power}
            step={1}
            onChange={set('power')}
          />
        </Setting>
        <Setting label="Passes" suffix="">
          <NumberField
            bare
            whole
            at={`operations.${index}.passes`}
            label={`${called}: passes`}
            value={values.passes}
            {...LIMITS.passes}
            step={1}
            onChange={set('passes')}
          />
        </Setting>
      </div>
      {operation.work !== 'cut' && !operation.fill && sweeps.length === 0 && (
        <Form.Check
          type="switch"
          id={`${nameId}-written`}
          label="As a hand writes"
          title="Letter by letter, strokes from the left and from above, bars and dots last"
          checked={operation.written}
          onChange={({ target }) =>
            edit('As a hand writes', (draft) => void (draft.operations[index]!.written = target.checked))
          }
        />
      )}
      {sweeps.length > 0 && machine && (
        <RowsSection operation={operation} index={index} machine={machine} sweeps={sweeps} />
      )}
      {machine?.settings[operation.work] && <KeepTried stock={stock} work={operation.work} settings={values} />}
      <TakeOut operation={operation} />
    </div>
  );
}

function Setting({ label, suffix, children }: { label: string; suffix: string; children: ReactNode }) {
  return (
    <div className={css.setting}>
      <span className="soft">
        {label} {suffix && <small>{suffix}</small>}
      </span>
      {children}
    </div>
  );
}

/** What is in use goes only once it is said where its lines go. */
function TakeOut({ operation }: { operation: OperationPlan }) {
  const recipe = useJob((state) => state.recipe);
  const edit = useJob((state) => state.edit);
  const [asking, setAsking] = useState(false);
  const id = useId();
  const { kinds, items } = usersOf(recipe, operation.id);
  const others = recipe.operations.filter((each) => each.id !== operation.id);
  const [instead, setInstead] = useState(others[0]?.id ?? '');
  const take = () =>
    edit('Take an operation out', (draft) => {
      void Object.assign(draft, removeOperation(original(draft) as Recipe, operation.id, instead || null));
    });
  if (kinds.length + items === 0 || !asking)
    return (
      <Button size="sm" variant="light" onClick={() => (kinds.length + items === 0 ? take() : setAsking(true))}>
        Take it out
      </Button>
    );
  return (
    <div className={css.pair}>
      <label htmlFor={id}>Its lines go to</label>
      <Form.Select id={id} size="sm" value={instead} onChange={({ target }) => setInstead(target.value)}>
        {others.map((each) => (
          <option key={each.id} value={each.id}>
            {operationInWords(each, recipe)}
          </option>
        ))}
        <option value="">no operation</option>
      </Form.Select>
      <Button size="sm" variant="outline-danger" onClick={take}>
        Take it out
      </Button>
    </div>
  );
}
