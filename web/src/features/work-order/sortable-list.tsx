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
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import type { ReactNode } from 'react';
import { GripVertical } from 'react-bootstrap-icons';
import css from './work-order.module.css';

interface Props {
  /** Of the list: another for each on a page. */
  readonly id: string;
  readonly items: readonly string[];
  /** One of the items is put where another is. */
  readonly onMove: (item: string, to: string) => void;
  readonly children: ReactNode;
}

/** A list whose rows are dragged into another order, by pointer or by keys. */
export function SortableList({ id, items, onMove, children }: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) onMove(String(active.id), String(over.id));
  };
  return (
    <DndContext id={id} sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
      <SortableContext items={[...items]} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}

/** A row of such a list: what the row takes, and what it is dragged by. @param name of what is dragged */
export function useSortableRow(id: string, name: string) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({ id });
  return {
    row: {
      ref: setNodeRef,
      style: { transform: transform ? `translateY(${transform.y}px)` : undefined, transition },
    },
    grip: (
      <button
        type="button"
        ref={setActivatorNodeRef}
        className={css.grip}
        aria-label={`Move ${name}`}
        {...attributes}
        {...listeners}
      >
        <GripVertical aria-hidden />
      </button>
    ),
  };
}
