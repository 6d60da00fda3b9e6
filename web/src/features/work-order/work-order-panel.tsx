'use client';

import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import type { Picture } from '@needlefile/core/screen/picture';
import type { OperationReport } from '@needlefile/core/job/report';
import type { Role } from '@needlefile/core/operations/operations';
import { LIMITS, type Step } from '@needlefile/core/recipe/schema';
import { WORKS, type Work } from '@needlefile/core/shop/shop';
import { formatTime, formatTravel } from '@needlefile/core/units/quantity';
import { Form } from 'react-bootstrap';
import { GripVertical } from 'react-bootstrap-icons';
import { NumberField } from '@/components/number-field';
import { PanelHead, PanelSection } from '@/components/panel';
import { useShop } from '@/hooks/shop';
import { useUnit } from '@/hooks/unit';
import { useJob } from '@/job/job-store';
import { WorkTag } from './work-tag';
import css from './work-order.module.css';

const ROLE_NAMES: Record<Role, string> = { outline: 'Outlines', area: 'Areas', linework: 'Lines' };
const ROLE_HINTS: Record<Role, string> = {
  outline: 'edges of the material',
  area: 'the engraved letters',
  linework: 'the border line',
};

/** Which work is done on what, with what settings, in what order, and how long it takes. */
export function WorkOrderPanel({ picture }: { picture: Picture | null }) {
  const report = picture?.report;
  const present = picture ? rolesIn(picture) : [];
  return (
    <>
      <PanelHead title="Work order">
        {report && report.operations.length > 0
          ? `${report.operations.length} ${report.operations.length === 1 ? 'operation' : 'operations'}, ` +
            `about ${formatTime(report.time)} in all.`
          : 'Nothing is assigned yet.'}
      </PanelHead>
      {present.map((role) => (
        <RoleSettings key={role} role={role} />
      ))}
      <PanelSection title="Order" aside="length · time">
        <Sequence operations={report?.operations ?? []} />
        <div className="field-hint">Drag to change. Outer cuts last keeps the part from shifting.</div>
      </PanelSection>
    </>
  );
}

function rolesIn(picture: Picture): Role[] {
  const roles: Role[] = [];
  if (picture.solid !== '') roles.push('outline');
  if (picture.engraved !== '') roles.push('area');
  if (picture.linework !== '') roles.push('linework');
  return roles;
}

function RoleSettings({ role }: { role: Role }) {
  const assignment = useJob((state) => state.recipe.workOrder[role]);
  const machineId = useJob((state) => state.recipe.machine);
  const edit = useJob((state) => state.edit);
  const shop = useShop();
  const machine = shop.machines.find(({ id }) => id === machineId);
  const usual = assignment.work ? machine?.settings[assignment.work] : undefined;
  const values = {
    speed: assignment.speed ?? usual?.speed ?? 10,
    power: assignment.power ?? usual?.power ?? 100,
    passes: assignment.passes ?? usual?.passes ?? 1,
  };
  const set = (name: keyof typeof values) => (value: number) =>
    edit(`${ROLE_NAMES[role]}: ${name}`, (recipe) => void (recipe.workOrder[role][name] = value));
  return (
    <section className={css.role}>
      <div className={css.roleHead}>
        {assignment.work && <WorkTag work={assignment.work} />}
        <label htmlFor={`work-${role}`}>
          <strong>{ROLE_NAMES[role]}</strong> <span className="soft">{ROLE_HINTS[role]}</span>
        </label>
      </div>
      <Form.Select
        id={`work-${role}`}
        value={assignment.work ?? ''}
        onChange={(event) =>
          edit(`${ROLE_NAMES[role]} assigned`, (recipe) => {
            // Settings belong to the work they were made for.
            recipe.workOrder[role] = {
              work: (event.target.value || null) as Work | null,
              speed: null,
              power: null,
              passes: null,
            };
          })
        }
      >
        <option value="">Not assigned</option>
        {WORKS.map((work) => (
          <option key={work} value={work}>
            {work[0]!.toUpperCase() + work.slice(1)}
            {machine && !machine.settings[work] ? ` (the ${machine.word} cannot)` : ''}
          </option>
        ))}
      </Form.Select>
      {assignment.work && (
        <div className={css.settings}>
          <Setting label="Speed" suffix="mm/s">
            <NumberField
              bare
              at={`workOrder.${role}.speed`}
              label={`${ROLE_NAMES[role]} speed, mm/s`}
              value={values.speed}
              {...LIMITS.speed}
              step={1}
              onChange={set('speed')}
            />
          </Setting>
          <Setting label="Power" suffix="%">
            <NumberField
              bare
              at={`workOrder.${role}.power`}
              label={`${ROLE_NAMES[role]} power, percent`}
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
              at={`workOrder.${role}.passes`}
              label={`${ROLE_NAMES[role]} passes`}
              value={values.passes}
              {...LIMITS.passes}
              step={1}
              onChange={set('passes')}
            />
          </Setting>
        </div>
      )}
    </section>
  );
}

function Setting({ label, suffix, children }: { label: string; suffix: string; children: React.ReactNode }) {
  return (
    <div className={css.setting}>
      <span className="soft">
        {label} {suffix && <small>{suffix}</small>}
      </span>
      {children}
    </div>
  );
}

function Sequence({ operations }: { operations: readonly OperationReport[] }) {
  const sequence = useJob((state) => state.recipe.workOrder.sequence);
  const edit = useJob((state) => state.edit);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const used = sequence.filter((step) => operations.some((operation) => operation.step === step));
  function onDragEnd({ active, over }: DragEndEvent) {
    if (!over || active.id === over.id) return;
    edit('Order of work', (recipe) => {
      const steps = recipe.workOrder.sequence;
      recipe.workOrder.sequence = arrayMove(steps, steps.indexOf(active.id as Step), steps.indexOf(over.id as Step));
    });
  }
  return (
    <DndContext id="work-order" sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
      <SortableContext items={used} strategy={verticalListSortingStrategy}>
        <ol className={css.sequence}>
          {used.map((step, i) => (
            <StepRow
              key={step}
              step={step}
              place={i + 1}
              operations={operations.filter((operation) => operation.step === step)}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

const STEP_NAMES: Record<Step, string> = {
  engrave: 'Engrave',
  mark: 'Mark',
  score: 'Score',
  'inner cuts': 'Inner cuts',
  'outer cuts': 'Outer cuts',
};

function StepRow({ step, place, operations }: { step: Step; place: number; operations: readonly OperationReport[] }) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({ id: step });
  const unit = useUnit();
  const sum = (value: (operation: OperationReport) => number) =>
    operations.reduce((total, operation) => total + value(operation), 0);
  return (
    <li
      ref={setNodeRef}
      className={css.step}
      style={{ transform: transform ? `translateY(${transform.y}px)` : undefined, transition }}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        className={css.grip}
        aria-label={`Move ${STEP_NAMES[step]}`}
        {...attributes}
        {...listeners}
      >
        <GripVertical aria-hidden />
      </button>
      <span className="number">{place}</span>
      <WorkTag work={operations[0]!.work} />
      <span className={css.stepName}>
        {STEP_NAMES[step]} <small className="soft">{sum(({ contours }) => contours)}</small>
      </span>
      <span className="number">
        {formatTravel(
          sum(({ length }) => length),
          unit,
        )}
      </span>
      <span className={`number ${css.time}`}>{formatTime(sum(({ time }) => time))}</span>
    </li>
  );
}
