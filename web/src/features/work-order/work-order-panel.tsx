'use client';

import { arrayMove } from '@dnd-kit/sortable';
import { addOperation } from '@needlefile/core/recipe/edits/operations';
import type { OperationPlan, Recipe } from '@needlefile/core/recipe/schema';
import type { OperationReport } from '@needlefile/core/job/report';
import type { SweepAccount } from '@needlefile/core/job/run-sweeps';
import type { Picture } from '@needlefile/core/screen/picture';
import { formatTime, formatTravel } from '@needlefile/core/units/quantity';
import { original } from 'immer';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { ChevronDown, ChevronRight } from 'react-bootstrap-icons';
import { PanelHead, PanelSection } from '@/components/panel';
import { useUnit } from '@/hooks/unit';
import { useJob } from '@/job/job-store';
import { Assignment } from './assignment';
import { operationName } from '@/job/operation-names';
import { OnlyThis } from '@/job/only-this';
import { LineOrder } from './line-order';
import { OperationSettings } from './operation-settings';
import { RunningOrder } from './running-order';
import { SortableList, useSortableRow } from './sortable-list';
import { TimeAndCost } from './time-and-cost';
import css from './work-order.module.css';
import { WorkTag } from './work-tag';

/** The operations in their order, with what settings, how long each takes, and which lines get which. */
export function WorkOrderPanel({ picture }: { picture: Picture | null }) {
  const report = picture?.report;
  const [open, setOpen] = useState<string | null>(null);
  const edit = useJob((state) => state.edit);
  const count = new Set(report?.operations.map(({ id }) => id)).size;
  const add = () =>
    edit('Add an operation', (draft) => {
      const { recipe, id } = addOperation(original(draft) as Recipe, 'score');
      draft.operations = recipe.operations;
      setOpen(id);
    });
  return (
    <>
      <PanelHead title="Work order">
        {report && report.operations.length > 0
          ? `${count} ${count === 1 ? 'operation' : 'operations'}, about ${formatTime(report.time)} in all.`
          : 'Nothing is assigned yet.'}
      </PanelHead>
      <PanelSection title="Operations" aside="length · time">
        <Sequence reports={report?.operations ?? []} sweeps={report?.sweeps ?? []} open={open} onOpen={setOpen} />
        <div className="field-hint">Drag to change the order. Outer edges last keeps the part from shifting.</div>
        <Button size="sm" variant="light" className="mt-2" onClick={add}>
          Add an operation
        </Button>
      </PanelSection>
      <RunningOrder reports={report?.operations ?? []} />
      <LineOrder picture={picture} />
      {report && report.operations.length > 0 && <TimeAndCost report={report} />}
      <Assignment picture={picture} />
    </>
  );
}

interface SequenceProps {
  readonly reports: readonly OperationReport[];
  readonly sweeps: readonly SweepAccount[];
  readonly open: string | null;
  readonly onOpen: (id: string | null) => void;
}

function Sequence({ reports, sweeps, open, onOpen }: SequenceProps) {
  const operations = useJob((state) => state.recipe.operations);
  const edit = useJob((state) => state.edit);
  const indexOf = (id: string) => operations.findIndex((each) => each.id === id);
  const onMove = (operation: string, to: string) =>
    edit('Order of work', (draft) => {
      draft.operations = arrayMove(draft.operations, indexOf(operation), indexOf(to));
    });
  return (
    <SortableList id="work-order" items={operations.map(({ id }) => id)} onMove={onMove}>
      <ol className={css.sequence}>
        {operations.map((operation, i) => (
          <OperationRow
            key={operation.id}
            operation={operation}
            index={i}
            reports={reports.filter(({ id }) => id === operation.id)}
            sweeps={sweeps.filter((each) => each.operation === operation.id)}
            isOpen={open === operation.id}
            onOpen={() => onOpen(open === operation.id ? null : operation.id)}
          />
        ))}
      </ol>
    </SortableList>
  );
}

interface RowProps {
  readonly operation: OperationPlan;
  readonly index: number;
  /** What it comes to; none where no line has it. */
  readonly reports: readonly OperationReport[];
  readonly sweeps: readonly SweepAccount[];
  readonly isOpen: boolean;
  readonly onOpen: () => void;
}

function OperationRow({ operation, index, reports, sweeps, isOpen, onOpen }: RowProps) {
  const { id } = operation;
  const recipe = useJob((state) => state.recipe);
  const unit = useUnit();
  const name = operationName(operation, recipe);
  const { row, grip } = useSortableRow(id, name);
  const sum = (value: (report: OperationReport) => number) => reports.reduce((total, each) => total + value(each), 0);
  const Chevron = isOpen ? ChevronDown : ChevronRight;
  return (
    <li {...row} className={css.step} data-idle={reports.length === 0}>
      <div className={css.stepHead}>
        {grip}
        <WorkTag work={operation.work} />
        <button type="button" className={css.stepName} aria-expanded={isOpen} onClick={onOpen} title={name}>
          <span>{name}</span> <Chevron size={11} aria-hidden />
        </button>
        {reports.length > 0 && (
          <span className="number">
            {formatTravel(
              sum(({ length }) => length),
              unit,
            )}
          </span>
        )}
        <span className={`number ${css.time}`}>{reports.length > 0 ? formatTime(sum(({ time }) => time)) : '–'}</span>
      </div>
      {isOpen && reports.length > 0 && <OnlyThis operation={id} />}
      {isOpen && <OperationSettings {...{ operation, index, sweeps }} />}
    </li>
  );
}
