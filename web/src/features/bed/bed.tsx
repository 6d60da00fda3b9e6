'use client';

import type { MeasurePicture } from '@needlefile/core/screen/measure-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import type { Bounds } from '@needlefile/core/geometry/bounds';
import { useEffect, useRef, useState } from 'react';
import { Choices } from '@/components/choices';
import { keptIn } from '@/job/figures';
import { useSheetEdits } from '@/job/sheet-edits';
import { useView, type BedView } from '@/job/view-store';
import css from './bed.module.css';
import { KeysCard } from './keys-card';
import { Layers } from './layers';
import { useCursor } from './cursor';
import { useBedKeys } from './use-bed-keys';
import { ExactFields } from './hand/exact-fields';
import { bringArtwork, useBringing } from '@/job/bring-artwork';
import { KeepOffer } from './hand/keep-offer';
import { ThicknessCard } from './thickness-card';
import { Rulers } from './rulers';
import { Seen } from './seen';
import { RunBar } from './run/run-bar';
import { RunCard } from './run/run-card';
import { bringRun } from '@/job/run-view';
import { useRun } from './run/use-run';
import { PIXELS_PER_MM, useZoom, type Margins, type Zoom } from './use-zoom';
import { useWholeBox } from './whole-box';

/** Rows of buttons above and below. */
const BETWEEN_BUTTONS: readonly Margins[] = [{ top: 40, right: 0, bottom: 40 }];

/** Under the card of the thickness view, or to the left of it. */
const BESIDE_CARD: readonly Margins[] = [
  { top: 215, right: 0, bottom: 40 },
  { top: 40, right: 280, bottom: 40 },
];

/** Left of the card of the run view, above its bar. */
const BESIDE_RUN: readonly Margins[] = [{ top: 40, right: 280, bottom: 110 }];

interface Props {
  readonly picture: Picture | null;
  readonly measures: MeasurePicture | null;
  /** Name of the mend that is shown instead of the job as it is. */
  readonly previewing: string | null;
  /** Whether the picture shows the recipe as it is. */
  readonly upToDate: boolean;
  readonly working: boolean;
  readonly problem: string | null;
  readonly stopped: boolean;
  readonly onStop: () => void;
}

/** The sheet at true scale, with what lies on it. */
export function Bed({ picture, measures, previewing, upToDate, working, problem, stopped, onStop }: Props) {
  const sheet = picture?.sheet;
  const view = useView((state) => state.view);
  const { attach, transform, size, by, fit, trueSize, show } = useZoom(
    useWholeBox(picture),
    view === 'thickness' ? BESIDE_CARD : view === 'run' ? BESIDE_RUN : BETWEEN_BUTTONS,
  );
  useFocus(show);
  const station = useView((state) => state.station);
  const isDrawing = useView((state) => state.drawing === 'path');
  const edits = useSheetEdits(picture);
  const { result: run = null, problem: runProblem } = useRun(view === 'run');
  const [keys, setKeys] = useState(false);
  const onKey = useBedKeys(picture, edits, upToDate);
  return (
    <section
      className={css.bed}
      aria-label="Bed"
      onDragOver={(event) => event.dataTransfer.types.includes('Files') && event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const files = [...event.dataTransfer.files];
        void (view === 'run' && files[0] ? bringRun(files[0]) : bringArtwork(files, edits));
      }}
    >
      <svg
        ref={attach}
        className={css.drawing}
        tabIndex={0}
        role="group"
        aria-label={picture ? `The sheet with ${keptIn(picture.report)} kept pieces` : 'The sheet'}
        onKeyDown={(event) => {
          if (event.key === '+' || event.key === '=') by(1.25);
          if (event.key === '-') by(0.8);
          if (event.key === '0') fit();
          if (event.key === '1') trueSize();
          if (onKey(event)) event.preventDefault();
        }}
        onPointerMove={(event) => {
          if (!sheet) return;
          const box = event.currentTarget.getBoundingClientRect();
          const [x, y] = transform.invert([event.clientX - box.left, event.clientY - box.top]);
          useCursor.setState({ at: { x, y: sheet.height - y } });
        }}
        onPointerLeave={() => useCursor.setState({ at: null })}
      >
        <g transform={`translate(${transform.x} ${transform.y}) scale(${transform.k})`}>
          {picture && (
            <Seen value={seenBy(transform, size)}>
              <Layers
                picture={picture}
                measures={measures}
                view={view}
                station={station}
                scale={transform.k}
                edits={edits}
                run={run}
              />
            </Seen>
          )}
        </g>
        <Ring transform={transform} />
      </svg>
      {sheet && <Rulers transform={transform} size={size} sheetHeight={sheet.height} />}
      <div className={css.views}>
        <Choices<BedView>
          bare
          label="View"
          value={view}
          onChange={(next) => useView.setState({ view: next })}
          options={[
            { value: 'solid', label: 'Solid' },
            { value: 'paths', label: 'Paths' },
            { value: 'pieces', label: 'Pieces' },
            { value: 'thickness', label: 'Thickness' },
            { value: 'run', label: 'Run' },
          ]}
        />
      </div>
      {picture && view !== 'thickness' && view !== 'run' && !previewing && !isDrawing && (
        <ExactFields picture={picture} edits={edits} />
      )}
      {picture && <KeepOffer picture={picture} edits={edits} />}
      {view === 'thickness' && <ThicknessCard measures={measures} />}
      {view === 'run' && <RunCard run={run} problem={runProblem} />}
      {view === 'run' && run && <RunBar run={run} />}
      <Notices previewing={previewing} working={working} problem={problem} stopped={stopped} onStop={onStop} />
      {keys && <KeysCard />}
      <div className={css.zoom}>
        <button
          type="button"
          className="btn btn-light btn-sm"
          aria-expanded={keys}
          title="What keys do on the bed"
          onClick={() => setKeys(!keys)}
        >
          Keys
        </button>
        <button type="button" className="btn btn-light btn-sm" onClick={() => by(0.8)} aria-label="Smaller">
          −
        </button>
        <button
          type="button"
          className={`btn btn-light btn-sm number ${css.percent}`}
          onClick={() => trueSize()}
          title="Show at true size (1)"
        >
          {Math.round((transform.k / PIXELS_PER_MM) * 100)} %
        </button>
        <button type="button" className="btn btn-light btn-sm" onClick={() => by(1.25)} aria-label="Larger">
          +
        </button>
        <button type="button" className="btn btn-light btn-sm" onClick={() => fit()} title="Show all of it (0)">
          Fit
        </button>
      </div>
    </section>
  );
}

/** Brings a place into the middle when a finding or an island asks for it. */
function useFocus(show: Zoom['show']): void {
  const focus = useView((state) => state.focus);
  const done = useRef(focus);
  useEffect(() => {
    if (!focus || focus === done.current) return;
    done.current = focus;
    show(focus.where, focus.filling);
  }, [focus, show]);
}

function seenBy(transform: Zoom['transform'], { width, height }: Zoom['size']): Bounds | null {
  if (width === 0) return null;
  const [[minX, minY], [maxX, maxY]] = [transform.invert([0, 0]), transform.invert([width, height])];
  return { minX, minY, maxX, maxY };
}

/** A ring round the place that is meant, of the same weight at every zoom. */
function Ring({ transform }: Pick<Zoom, 'transform'>) {
  const ring = useView((state) => state.ring);
  if (!ring) return null;
  const [x, y] = transform.apply([(ring.minX + ring.maxX) / 2, (ring.minY + ring.maxY) / 2]);
  const radius = Math.max(14, (transform.k * Math.hypot(ring.maxX - ring.minX, ring.maxY - ring.minY)) / 2 + 6);
  return <circle className={css.ring} cx={x} cy={y} r={radius} />;
}

function Notices({ previewing, working, problem, stopped, onStop }: Omit<Props, 'picture' | 'measures' | 'upToDate'>) {
  const bringing = useBringing();
  const drawing = useView((state) => state.drawing);
  const smooth = useView((state) => state.smooth);
  if (problem)
    return (
      <div className={`${css.notice} ${css.problem}`} role="alert">
        The job could not be built: {problem} The bed shows how it was before.
      </div>
    );
  if (drawing === 'path')
    return (
      <div className={css.notice}>
        {smooth ? 'Clicks are smooth points.' : 'Clicks are corners.'} S changes that; the first again closes it; Enter
        or Esc ends it.
      </div>
    );
  if (previewing) return <div className={css.notice}>Shown with the mend: {previewing}</div>;
  if (bringing.file) {
    const { name, number, of } = bringing.file;
    return (
      <div className={`${css.notice} ${css.late}`} role="status">
        Reading {name}
        {of > 1 && `, ${number} of ${of}`} …{' '}
        <button type="button" className="btn btn-light btn-sm" onClick={bringing.stop}>
          Stop
        </button>
      </div>
    );
  }
  if (stopped) return <div className={css.notice}>Stopped. The next change builds it again.</div>;
  if (!working) return null;
  return (
    <div className={`${css.notice} ${css.late}`} role="status">
      Working …{' '}
      <button type="button" className="btn btn-light btn-sm" onClick={onStop}>
        Stop
      </button>
    </div>
  );
}
