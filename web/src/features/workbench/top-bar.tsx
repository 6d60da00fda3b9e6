'use client';

import type { Picture } from '@needlefile/core/screen/picture';
import { heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import { MAKES } from '@needlefile/core/makes/makes';
import { formatLength } from '@needlefile/core/units/length';
import { format } from 'date-fns';
import Link from 'next/link';
import { useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { ArrowClockwise, ArrowCounterclockwise } from 'react-bootstrap-icons';
import { useUnit } from '@/hooks/unit';
import { UnitSwitch } from '@/components/unit-switch';
import { useThing } from '@/job/chosen';
import { changeName, useJob, type SaveState } from '@/job/job-store';
import { useView } from '@/job/view-store';
import css from './top-bar.module.css';

export function TopBar({ picture }: { picture: Picture | null }) {
  const save = useJob((state) => state.save);
  const undo = useJob((state) => state.undo);
  const redo = useJob((state) => state.redo);
  const station = useView((state) => state.station);
  const undone = useJob((state) => state.past.at(-1));
  const redone = useJob((state) => state.future.at(-1));
  return (
    <header className={css.bar}>
      <Link href="/" className={css.home} aria-label="All jobs" title="All jobs">
        {/* eslint-disable-next-line @next/next/no-img-element -- a drawing of 300 bytes */}
        <img src="/icon.svg" alt="" width={26} height={26} />
      </Link>
      <JobName />
      <Sentence picture={picture} />
      <SaveNote save={save} />
      <div className="d-flex gap-1">
        <Button
          variant="light"
          className={css.square}
          disabled={!undone}
          onClick={undo}
          aria-label="Undo"
          title={undone ? `Undo: ${changeName(undone)} (Ctrl Z)` : 'Nothing to undo'}
        >
          <ArrowCounterclockwise />
        </Button>
        <Button
          variant="light"
          className={css.square}
          disabled={!redone}
          onClick={redo}
          aria-label="Redo"
          title={redone ? `Redo: ${changeName(redone)} (Ctrl Shift Z)` : 'Nothing to redo'}
        >
          <ArrowClockwise />
        </Button>
      </div>
      <UnitSwitch />
      <Button
        variant={station === 'release' ? 'light' : 'primary'}
        disabled={station === 'release'}
        onClick={() => useView.setState({ station: 'release' })}
      >
        Release
      </Button>
    </header>
  );
}

/** Taken as it is typed, so that nothing of it is lost; Escape puts back the name that there was before. */
function JobName() {
  const name = useJob((state) => state.recipe.name);
  const edit = useJob((state) => state.edit);
  const [typing, setTyping] = useState<{ readonly text: string; readonly before: string } | null>(null);
  const rename = (next: string, gesture: object) => {
    if (next && next !== name) edit('Job name', (recipe) => void (recipe.name = next), gesture);
  };
  /** All that is typed in one visit is one step back. */
  const gesture = useRef({});
  return (
    <input
      className={css.name}
      aria-label="Job name"
      value={typing?.text ?? name}
      maxLength={120}
      onFocus={() => (gesture.current = {})}
      onChange={({ target }) => {
        setTyping({ text: target.value, before: typing?.before ?? name });
        rename(target.value.trim(), gesture.current);
      }}
      onBlur={() => setTyping(null)}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key !== 'Escape' || !typing) return;
        rename(typing.before, gesture.current);
        setTyping(null);
      }}
    />
  );
}

/** What the job is, in a plain sentence. */
function Sentence({ picture }: { picture: Picture | null }) {
  const unit = useUnit();
  const make = useThing((thing) => thing.make);
  if (!picture) return <span className={css.sentence} />;
  const { report, object, assemblies } = picture;
  const count = assemblies.reduce((sum, thing) => sum + thing.report.copies, 0);
  const what = count === 1 ? MAKES[make].name : `${count} things on one sheet`;
  const size = [widthOf(object), heightOf(object)]
    .map((mm) => formatLength(mm, unit, unit === 'mm' ? 0 : 2))
    .join(' × ');
  const text =
    `${what}, ${formatLength(report.thickness, unit)} ${unit} ` +
    `${report.material.toLowerCase()}, ${size} ${unit}, ${report.machine}`;
  return (
    <span className={css.sentence} title={text}>
      {text}
    </span>
  );
}

function SaveNote({ save }: { save: SaveState }) {
  if (save.kind === 'saved') return <span className={css.save}>Saved {format(new Date(save.at), 'HH:mm')}</span>;
  if (save.kind === 'failed')
    return (
      <span className={`${css.save} ${css.failed}`} role="alert" title={save.reason}>
        Not saved; kept here, trying again
      </span>
    );
  if (save.kind === 'refused' || save.kind === 'gone')
    return (
      <span className={`${css.save} ${css.failed}`} title="Your work is kept in this browser.">
        Not saved; kept here
      </span>
    );
  return <span className={css.save}>{save.kind === 'conflict' ? 'Not saved: changed elsewhere' : 'Saving …'}</span>;
}
