'use client';

import { useSortable } from '@dnd-kit/sortable';
import { useState, type KeyboardEvent } from 'react';
import { Eye, EyeSlash, Lock, Unlock, type Icon } from 'react-bootstrap-icons';
import css from './sheet.module.css';

interface Props {
  readonly id: string;
  readonly level: 'thing' | 'item';
  readonly icon?: Icon;
  readonly name: string;
  readonly word: string;
  readonly isChosen: boolean;
  readonly isHidden: boolean;
  readonly isLocked?: boolean;
  /** @param more in addition to what is chosen already */
  readonly onChoose: (more: boolean) => void;
  /** null: called by what it is. */
  readonly onRename: (name: string | null) => void;
  readonly onHide: () => void;
  readonly onLock?: () => void;
  readonly onMove: (by: number) => void;
}

/** A thing or an item in the list. F2 renames, Alt with arrows moves it in the list. */
export function ListRow({
  id,
  level,
  icon: Glyph,
  name,
  word,
  isChosen,
  isHidden,
  isLocked = false,
  onChoose,
  onRename,
  onHide,
  onLock,
  onMove,
}: Props) {
  const [typing, setTyping] = useState<string | null>(null);
  const { setNodeRef, listeners, transform, isDragging } = useSortable({ id });
  const done = () => {
    if (typing !== null) onRename(typing.trim().slice(0, 80) || null);
    setTyping(null);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'F2') setTyping(name);
    else if (event.altKey && event.key === 'ArrowUp') onMove(-1);
    else if (event.altKey && event.key === 'ArrowDown') onMove(1);
    else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') focusNext(event);
    else return;
    event.preventDefault();
  };
  return (
    <div
      ref={setNodeRef}
      className={css.row}
      data-level={level}
      data-chosen={isChosen}
      data-hidden={isHidden}
      style={{ transform: transform ? `translateY(${transform.y}px)` : undefined, opacity: isDragging ? 0.7 : 1 }}
    >
      {typing !== null ? (
        <input
          className="form-control"
          aria-label={`Name of ${name}`}
          autoFocus
          value={typing}
          maxLength={80}
          onChange={({ target }) => setTyping(target.value)}
          onBlur={done}
          onKeyDown={(event) => {
            if (event.key === 'Enter') done();
            if (event.key === 'Escape') setTyping(null);
          }}
        />
      ) : (
        <button
          type="button"
          className={css.name}
          aria-pressed={isChosen}
          title={`${name}. Drag, or Alt with ↑ ↓, to move it in the list; F2 or double-click to name it.`}
          onClick={(event) => onChoose(event.shiftKey || event.ctrlKey || event.metaKey)}
          onDoubleClick={() => setTyping(name)}
          onKeyDown={onKeyDown}
          {...listeners}
        >
          {Glyph && <Glyph aria-hidden />}
          <span>{name}</span>
          <span className="soft">{word}</span>
        </button>
      )}
      <span className={css.marks}>
        {onLock && (
          <button
            type="button"
            data-set={isLocked}
            aria-pressed={isLocked}
            aria-label={isLocked ? `Free ${name}` : `Lock ${name}`}
            title={isLocked ? 'Locked: not moved by hand. Free it.' : 'Lock: not to be moved by hand'}
            onClick={onLock}
          >
            {isLocked ? <Lock /> : <Unlock />}
          </button>
        )}
        <button
          type="button"
          data-set={isHidden}
          aria-pressed={isHidden}
          aria-label={isHidden ? `Show ${name}` : `Hide ${name}`}
          title={isHidden ? 'Neither seen nor made. Show it.' : 'Hide: neither seen nor made'}
          onClick={onHide}
        >
          {isHidden ? <EyeSlash /> : <Eye />}
        </button>
      </span>
    </div>
  );
}

/** The arrow keys go from row to row. */
function focusNext(event: KeyboardEvent): void {
  const list = event.currentTarget.closest('section');
  const rows = [...(list?.querySelectorAll<HTMLElement>(`.${css.name}`) ?? [])];
  const next = rows.indexOf(event.currentTarget as HTMLElement) + (event.key === 'ArrowDown' ? 1 : -1);
  rows[next]?.focus();
}
