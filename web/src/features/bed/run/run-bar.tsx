'use client';

import type { RunPicture } from '@needlefile/core/screen/run-picture';
import { formatTime } from '@needlefile/core/units/quantity';
import { useEffect } from 'react';
import { Form } from 'react-bootstrap';
import { PauseFill, PlayFill, SkipEndFill, SkipStartFill } from 'react-bootstrap-icons';
import { lineBeside, moveAt } from './along';
import css from './run.module.css';
import { useRunView } from '@/job/run-view';

/** All of it is played in so many seconds, unless a pace is asked for. */
const ALL_IN = 20;

/** Steps of the scale of time. */
const STEPS = 1000;

/** The machine's motion in time: played, stopped, drawn along, and gone through line by line. */
export function RunBar({ run }: { run: RunPicture }) {
  const { at: wanted, playing, pace } = useRunView();
  const at = Math.min(wanted, run.seconds);
  usePlaying(run.seconds);
  const go = (seconds: number) => useRunView.setState({ at: seconds, playing: false });
  const current = run.moves[moveAt(run, at)];
  const operation = current && at < run.seconds ? run.operations[current.operation] : undefined;
  const line = operation ? `${operation.layer} ${lineOf(run, at)}` : 'All is done';
  return (
    <div className={css.bar} role="group" aria-label="Run of the machine">
      <button
        type="button"
        className="btn btn-light btn-sm"
        aria-label="The line before"
        title="The line before"
        onClick={() => go(lineBeside(run, at, -1))}
      >
        <SkipStartFill aria-hidden />
      </button>
      <button
        type="button"
        className="btn btn-primary btn-sm"
        aria-label={playing ? 'Pause' : 'Play'}
        title={playing ? 'Pause' : 'Play'}
        onClick={() => useRunView.setState({ playing: !playing, at: at >= run.seconds ? 0 : at })}
      >
        {playing ? <PauseFill aria-hidden /> : <PlayFill aria-hidden />}
      </button>
      <button
        type="button"
        className="btn btn-light btn-sm"
        aria-label="The next line"
        title="The next line"
        onClick={() => go(lineBeside(run, at, 1))}
      >
        <SkipEndFill aria-hidden />
      </button>
      <div className={css.scale}>
        <Form.Range
          aria-label="Time of the run"
          aria-valuetext={`${formatTime(at)} of ${formatTime(run.seconds)}, ${line}`}
          min={0}
          max={STEPS}
          value={run.seconds > 0 ? (at / run.seconds) * STEPS : 0}
          onChange={({ target }) => go((Number(target.value) / STEPS) * run.seconds)}
        />
        <div className={css.told}>
          <span>{line}</span>
          <span className="number">
            {formatTime(at)} / {formatTime(run.seconds)}
          </span>
        </div>
      </div>
      <Form.Select
        size="sm"
        aria-label="Pace"
        className={css.pace}
        value={pace ?? ''}
        onChange={({ target }) => useRunView.setState({ pace: target.value === '' ? null : Number(target.value) })}
      >
        <option value="">all in {ALL_IN} s</option>
        <option value="1">as it runs</option>
        <option value="10">10 times</option>
        <option value="100">100 times</option>
      </Form.Select>
    </div>
  );
}

function lineOf(run: RunPicture, at: number): string {
  const now = moveAt(run, at);
  const { operation } = run.moves[now]!;
  const { lines, swept } = run.operations[operation]!;
  if (swept) return 'swept';
  const own = run.moves.slice(0, now).filter((move) => move.kind === 'line' && move.operation === operation).length;
  return `line ${Math.min(lines, own + 1)} of ${lines}`;
}

/** Lets the time pass while it is played. */
function usePlaying(whole: number): void {
  const playing = useRunView((state) => state.playing);
  const pace = useRunView((state) => state.pace);
  useEffect(() => {
    if (!playing) return;
    let last = performance.now();
    let frame = requestAnimationFrame(function step(now) {
      const { at } = useRunView.getState();
      const next = at + ((now - last) / 1000) * (pace ?? whole / ALL_IN);
      last = now;
      if (next >= whole) return useRunView.setState({ at: whole, playing: false });
      useRunView.setState({ at: next });
      frame = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(frame);
  }, [playing, pace, whole]);
}
