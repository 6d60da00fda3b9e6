'use client';

import type { MeasurePicture } from '@needlefile/core/screen/measure-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { withinItem } from '@needlefile/core/recipe/identity';
import type { Bounds } from '@needlefile/core/geometry/bounds';
import { useEffect, useMemo, useRef } from 'react';
import { Choices } from '@/components/choices';
import { useEditLettering } from '@/job/chosen';
import { keptIn } from '@/job/figures';
import { useView, type BedView } from '@/job/view-store';
import css from './bed.module.css';
import { Layers } from './layers';
import { useCursor } from './cursor';
import { ThicknessCard } from './thickness-card';
import { Rulers } from './rulers';
import { PIXELS_PER_MM, useZoom, type Margins, type Zoom } from './use-zoom';

/** Under the card of the thickness view, or to the left of it. */
const BESIDE_CARD: readonly Margins[] = [
  { top: 215, right: 0 },
  { top: 0, right: 280 },
];

interface Props {
  readonly picture: Picture | null;
  readonly measures: MeasurePicture | null;
  /** Name of the mend that is shown instead of the job as it is. */
  readonly previewing: string | null;
  readonly working: boolean;
  readonly problem: string | null;
  readonly stopped: boolean;
  readonly onStop: () => void;
}

/** The sheet at true scale, with what lies on it. */
export function Bed({ picture, measures, previewing, working, problem, stopped, onStop }: Props) {
  const sheet = picture?.sheet;
  // The sheet is made anew by each build; only its size matters.
  const [width, height] = [sheet?.width, sheet?.height];
  const content = useMemo<Bounds | null>(
    () => (width !== undefined && height !== undefined ? { minX: 0, minY: 0, maxX: width, maxY: height } : null),
    [width, height],
  );
  const view = useView((state) => state.view);
  const { attach, transform, size, by, fit, trueSize, show } = useZoom(
    content,
    view === 'thickness' ? BESIDE_CARD : undefined,
  );
  useFocus(show);
  const station = useView((state) => state.station);
  const moveLetter = useMoveLetter();
  return (
    <section className={css.bed} aria-label="Bed">
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
          if (event.key === 'Escape') useView.setState({ letter: null, drawing: null });
          if (event.key.startsWith('Arrow') && moveLetter(event.key, event.shiftKey)) event.preventDefault();
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
            <Layers picture={picture} measures={measures} view={view} station={station} scale={transform.k} />
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
          ]}
        />
      </div>
      {view === 'thickness' && <ThicknessCard measures={measures} />}
      <Notices previewing={previewing} working={working} problem={problem} stopped={stopped} onStop={onStop} />
      <div className={css.zoom}>
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
        <button type="button" className="btn btn-light btn-sm" onClick={() => fit()} title="Show the whole sheet (0)">
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
    show(focus.place);
  }, [focus, show]);
}

/** The arrow keys move the letter in hand by half a millimetre, with Shift by five. */
function useMoveLetter(): (key: string, far: boolean) => boolean {
  const edit = useEditLettering();
  return (key, far) => {
    const { letter, station } = useView.getState();
    const way = ARROWS[key];
    if (!letter || !way || station !== 'letter') return false;
    const step = far ? 5 : 0.5;
    edit('Move a letter', (item) => {
      const nudge = (item.nudges[withinItem(letter)] ??= { x: 0, y: 0, turn: 0, scale: 1 });
      nudge.x = Number((nudge.x + way[0] * step).toFixed(4));
      nudge.y = Number((nudge.y + way[1] * step).toFixed(4));
    });
    return true;
  };
}

const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** A ring round the place that is meant, of the same weight at every zoom. */
function Ring({ transform }: Pick<Zoom, 'transform'>) {
  const ring = useView((state) => state.ring);
  if (!ring) return null;
  const [x, y] = transform.apply([(ring.minX + ring.maxX) / 2, (ring.minY + ring.maxY) / 2]);
  const radius = Math.max(14, (transform.k * Math.hypot(ring.maxX - ring.minX, ring.maxY - ring.minY)) / 2 + 6);
  return <circle className={css.ring} cx={x} cy={y} r={radius} />;
}

function Notices({ previewing, working, problem, stopped, onStop }: Omit<Props, 'picture' | 'measures'>) {
  if (problem)
    return (
      <div className={`${css.notice} ${css.problem}`} role="alert">
        The job could not be built: {problem} The bed shows how it was before.
      </div>
    );
  if (previewing) return <div className={css.notice}>Shown with the mend: {previewing}</div>;
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
