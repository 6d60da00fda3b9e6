'use client';

import { centreOf, heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import type { RunMove, RunOperationPicture, RunPicture } from '@needlefile/core/screen/run-picture';
import { memo, useId, useMemo } from 'react';
import css from '../bed.module.css';
import { alongMove, moveAt, wholePath } from './along';
import { useRunView } from '@/job/run-view';

/** Lines that are drawn as one path: what is done is put together of these, and of the few after them. */
const TOGETHER = 40;

/** What the machine has done so far, and where its head is. */
export function RunLayer({ run, scale }: { run: RunPicture; scale: number }) {
  const wanted = useRunView((state) => state.at);
  const only = useRunView((state) => state.only);
  const travel = useRunView((state) => state.travel);
  const at = Math.min(run.seconds, wanted);
  const now = moveAt(run, at);
  const current = run.moves[now];
  const along = current && alongMove(current, at);
  const isOver = at >= run.seconds;
  return (
    <>
      <ToCome run={run} only={only} />
      <Fallen run={run} at={at} />
      {run.operations.map((operation, i) => {
        if (only !== null && operation.layer !== only) return null;
        if (operation.swept) return <Swept key={operation.layer} operation={operation} at={at} scale={scale} />;
        const isUnderWay = !isOver && current?.kind === 'line' && current.operation === i;
        const partly = isUnderWay ? along!.path : '';
        const until = isOver ? run.moves.length : now;
        return <Done key={operation.layer} run={run} number={i} until={until} partly={partly} />;
      })}
      {travel && <Travelled run={run} until={isOver ? run.moves.length : now} only={only} />}
      {[...run.twice, ...run.onFree].map(([x, y], i) => (
        <circle key={i} className={css.runFault} cx={x} cy={y} r={7 / scale} />
      ))}
      {along && !isOver && current.kind !== 'sweep' && (
        <g className={css.head} data-idle={current.kind === 'travel'}>
          <circle cx={along.x} cy={along.y} r={5 / scale} />
          <path
            d={`M${along.x - 11 / scale} ${along.y}h${22 / scale}M${along.x} ${along.y - 11 / scale}v${22 / scale}`}
          />
        </g>
      )}
    </>
  );
}

const ToCome = memo(function ToCome({ run, only }: { run: RunPicture; only: string | null }) {
  return run.operations
    .filter(({ layer }) => only === null || layer === only)
    .map(({ layer, swept, path }) => <path key={layer} className={css.toCome} data-fill={swept} d={path} />);
});

/** What has come free. */
function Fallen({ run: { falls }, at }: { run: RunPicture; at: number }) {
  const count = falls.filter((fall) => fall.at <= at + 1e-9).length;
  return useMemo(
    () => falls.slice(0, count).map(({ path }, i) => <path key={i} className={css.fallen} d={path} />),
    [falls, count],
  );
}

interface DoneProps {
  readonly run: RunPicture;
  /** Of the operation. */
  readonly number: number;
  /** Moves before this are done. */
  readonly until: number;
  /** What is done of the line under way. */
  readonly partly: string;
}

function Done({ run, number, until, partly }: DoneProps) {
  const lines = useMemo(
    () => run.moves.flatMap((move, i) => (move.kind === 'line' && move.operation === number ? [{ move, i }] : [])),
    [run, number],
  );
  const count = lines.findLastIndex(({ i }) => i < until) + 1;
  const whole = count - (count % TOGETHER);
  const d = useMemo(() => joined(lines.slice(0, whole)), [lines, whole]);
  const rest = joined(lines.slice(whole, count));
  const { work } = run.operations[number]!;
  return <path className={css.operation} data-work={work} data-fill={false} d={d + rest + partly} />;
}

function Travelled({ run, until, only }: { run: RunPicture; until: number; only: string | null }) {
  const ways = useMemo(
    () =>
      run.moves.flatMap((move, i) =>
        move.kind === 'travel' && (only === null || run.operations[move.operation]?.layer === only)
          ? [{ move, i }]
          : [],
      ),
    [run, only],
  );
  return <path className={css.travel} d={joined(ways.filter(({ i }) => i < until))} />;
}

const joined = (lines: readonly { readonly move: RunMove }[]): string =>
  lines.map(({ move }) => wholePath(move)).join('');

/** Rows are swept upwards: what is done lies below the row under way. */
function Swept({ operation, at, scale }: { operation: RunOperationPicture; at: number; scale: number }) {
  const id = useId();
  const { bounds, angle, from, to, path } = operation;
  const share = Math.min(1, Math.max(0, to > from ? (at - from) / (to - from) : 1));
  // About the middle of the box and turned with the rows, which then go up; beyond a right angle they go down.
  const { x, y } = centreOf(bounds);
  const turned = `translate(${x} ${y}) rotate(${-angle})`;
  const [cos, sin] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)].map(Math.abs) as [
    number,
    number,
  ];
  const [wide, high] = [widthOf(bounds), heightOf(bounds)];
  const [along, across] = [wide * cos + high * sin, wide * sin + high * cos];
  const done = across * share;
  const row = angle < 90 ? across / 2 - done : done - across / 2;
  return (
    <>
      <clipPath id={id}>
        <rect x={-along / 2} y={angle < 90 ? row : -across / 2} width={along} height={done} transform={turned} />
      </clipPath>
      <path className={css.operation} data-work="engrave" data-fill d={path} clipPath={`url(#${id})`} />
      {share > 0 && share < 1 && (
        <path className={css.row} d={`M${-along / 2 - 8 / scale} ${row}H${along / 2 + 8 / scale}`} transform={turned} />
      )}
    </>
  );
}
