'use client';

import type { AgreementRow } from '@needlefile/core/job/agreement';
import type { Format } from '@needlefile/core/job/files';
import type { RunPicture } from '@needlefile/core/screen/run-picture';
import { WORKS, type Work } from '@needlefile/core/shop/shop';
import { formatTime, formatTravel } from '@needlefile/core/units/quantity';
import { useRef } from 'react';
import { Form } from 'react-bootstrap';
import { Check2, Eye, EyeSlash, ExclamationTriangle } from 'react-bootstrap-icons';
import { useUnit } from '@/hooks/unit';
import { capitalised } from '@/job/operation-names';
import css from './run.module.css';
import { bringRun, useRunView } from '@/job/run-view';

/** What the file says, beside what the job says. */
export function RunCard({ run, problem }: { run: RunPicture | null; problem: string | null }) {
  const travel = useRunView((state) => state.travel);
  return (
    <section className={css.card} aria-label="What the machine does">
      <Source />
      {problem && (
        <p className="field-problem" role="alert">
          {problem}
        </p>
      )}
      {!run && !problem && <p>The machine reads the file …</p>}
      {run && (
        <>
          <Verdict run={run} />
          <ul className={css.rows}>
            {run.rows.map((row) => (
              <Row key={row.layer} row={row} />
            ))}
            {run.unknown.map((layer) => (
              <Unknown key={layer} layer={layer} isOfJob={run.compared} />
            ))}
          </ul>
          <Form.Check
            id="run-travel"
            type="switch"
            label="Ways of the lifted head"
            checked={travel}
            onChange={({ target }) => useRunView.setState({ travel: target.checked })}
          />
          <Facts run={run} />
        </>
      )}
    </section>
  );
}

function Source() {
  const source = useRunView((state) => state.source);
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Form.Select
        size="sm"
        aria-label="File that is run"
        value={typeof source === 'string' ? source : 'brought'}
        onChange={({ target }) => {
          if (target.value === 'other') input.current?.click();
          else if (target.value !== 'brought')
            useRunView.setState({ source: target.value as Format, at: Infinity, playing: false, only: null });
        }}
      >
        <option value="svg">This job’s SVG</option>
        <option value="dxf">This job’s DXF</option>
        <option value="pdf">This job’s PDF</option>
        <option value="plt">This job’s plotter file</option>
        {typeof source !== 'string' && <option value="brought">{source.name}</option>}
        <option value="other">Another file …</option>
      </Form.Select>
      <input
        ref={input}
        hidden
        type="file"
        aria-label="File to be run"
        accept=".svg,.dxf,.pdf,.plt,.hpgl"
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file) void bringRun(file);
          target.value = '';
        }}
      />
    </>
  );
}

function Verdict({ run }: { run: RunPicture }) {
  if (!run.compared)
    return <p className={css.verdict}>Run by itself: the job says nothing of this file. Or drop one on the bed.</p>;
  if (run.differences.length === 0)
    return (
      <p className={css.verdict} data-agrees>
        <Check2 aria-hidden /> The file does what the job says.
      </p>
    );
  return (
    <div className={css.verdict} data-agrees={false} role="alert">
      <ExclamationTriangle aria-hidden /> The file does not do what the job says:
      <ul>
        {run.differences.map((each) => (
          <li key={each}>{each}</li>
        ))}
      </ul>
    </div>
  );
}

function Row({ row: { layer, work, swept, file, job } }: { row: AgreementRow }) {
  const only = useRunView((state) => state.only);
  const unit = useUnit();
  const isAlone = only === layer;
  return (
    <li className={css.row} data-out={only !== null && !isAlone}>
      <span className={css.tag} data-work={work} aria-hidden />
      <span className={css.layer} title={layer}>
        {layer}
      </span>
      <button
        type="button"
        className="btn btn-light btn-sm"
        aria-pressed={isAlone}
        aria-label={isAlone ? 'Show all layers' : `Show ${layer} alone`}
        title={isAlone ? 'Show all layers' : 'Show it alone'}
        onClick={() => useRunView.setState({ only: isAlone ? null : layer })}
      >
        {isAlone ? <EyeSlash aria-hidden /> : <Eye aria-hidden />}
      </button>
      <span className={css.figures}>
        {file ? (
          <>
            {swept ? `${work}, swept` : `${work}, ${file.lines} ${file.lines === 1 ? 'line' : 'lines'}`} ·{' '}
            <span className="number">{formatTravel(file.length, unit)}</span> ·{' '}
            <span className="number">{formatTime(file.seconds)}</span>
          </>
        ) : (
          'not in the file'
        )}
      </span>
      {job && (
        <span className={css.figures}>
          the job says <span className="number">{formatTime(job.seconds)}</span>
        </span>
      )}
    </li>
  );
}

/** A layer that the output map is silent of: what is done with it may be said here. */
function Unknown({ layer, isOfJob }: { layer: string; isOfJob: boolean }) {
  const works = useRunView((state) => state.works);
  const name = layer || 'in no layer';
  return (
    <li className={css.row}>
      <span />
      <span className={css.layer} title={name}>
        {name}
      </span>
      {!isOfJob && (
        <Form.Select
          size="sm"
          aria-label={`Work of ${name}`}
          value=""
          onChange={({ target }) =>
            useRunView.setState({ works: { ...works, [layer]: target.value as Work }, at: Infinity })
          }
        >
          <option value="">left out</option>
          {WORKS.map((work) => (
            <option key={work} value={work}>
              {capitalised(work)}
            </option>
          ))}
        </Form.Select>
      )}
    </li>
  );
}

function Facts({ run: { falls, twice, onFree, unread } }: { run: RunPicture }) {
  const free = useRunView(({ at }) => falls.filter((fall) => fall.at <= at + 1e-9).length);
  const left = Object.entries(unread);
  return (
    <ul className={css.facts}>
      <li>
        <span className="number">
          {free} of {falls.length}
        </span>{' '}
        {falls.length === 1 ? 'piece has' : 'pieces have'} come free
      </li>
      {twice.length > 0 && (
        <li data-fault>
          <span className="number">{twice.length}</span> lines lie on others, and are worked twice
        </li>
      )}
      {onFree.length > 0 && (
        <li data-fault>
          <span className="number">{onFree.length}</span> lines are worked on what is free already
        </li>
      )}
      {left.length > 0 && <li data-fault>left out: {left.map(([kind, count]) => `${count} × ${kind}`).join(', ')}</li>}
    </ul>
  );
}
