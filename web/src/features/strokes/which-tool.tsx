'use client';

import { heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import { withCutters } from '@needlefile/core/recipe/edits/fills';
import type { FillOf } from '@needlefile/core/recipe/schema';
import type { ToolChart, ToolRow } from '@needlefile/core/screen/tool-chart';
import type { Tool } from '@needlefile/core/shop/shop';
import { formatTime } from '@needlefile/core/units/quantity';
import { Chart, LinearScale, LogarithmicScale, PointElement, ScatterController, Tooltip } from 'chart.js';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { Scatter } from 'react-chartjs-2';
import { PanelFold } from '@/components/panel';
import { useAsked } from '@/hooks/asked';
import { useShop } from '@/hooks/shop';
import { useJob } from '@/job/job-store';
import { newToolCharter } from '@/worker/core-workers';
import css from './strokes.module.css';

Chart.register(ScatterController, PointElement, LinearScale, LogarithmicScale, Tooltip);

interface Props {
  readonly operation: string;
  readonly fill: FillOf<'pocket'>;
  /** Diameter of the cutter that clears what this one leaves, mm; null: there is none. */
  readonly second: number | null;
}

/** How far each cutter of the rack gets into the letters, against how long it takes. */
export function WhichTool(props: Props) {
  const [isOpen, setOpen] = useState(false);
  return (
    <PanelFold title="Which tool?" state={isOpen ? '' : 'compare the rack'} onToggle={setOpen}>
      {isOpen && <Comparison {...props} />}
    </PanelFold>
  );
}

function Comparison({ operation, fill, second }: Props) {
  const change = useJob((state) => state.change);
  const recipe = useJob((state) => state.recipe);
  const shop = useShop();
  const request = useMemo(() => ({ recipe, shop, operation }), [recipe, shop, operation]);
  const { result: chart, problem } = useAsked(newToolCharter, request);
  if (problem)
    return (
      <p className="field-problem" role="alert">
        {problem}
      </p>
    );
  if (chart === undefined) return <p className="field-hint">Trying each cutter of the rack …</p>;
  if (chart === null || chart.rows.length === 0)
    return (
      <p className="field-hint">
        {chart === null ? 'Nothing is cleared by this operation.' : 'The rack has no flat cutter.'}{' '}
        <Link href="/shop">To the rack</Link>
      </p>
    );
  const isOf = (tool: Tool | null, mm: number | null): boolean =>
    tool === null || mm === null ? tool === mm : Math.abs(tool.diameter - mm) < 1e-6;
  const now = ({ tool, before }: ToolRow): boolean =>
    before ? isOf(before, fill.tool) && isOf(tool, second) : isOf(tool, fill.tool) && second === null;
  const choose = ({ tool, before }: ToolRow) => change('Cutter', (own) => withCutters(own, operation, tool, before));
  return (
    <>
      <div className={css.toolChart}>
        <Scatter
          aria-label="Share reached against time, for each cutter"
          data={{
            datasets: [
              {
                // One that does not get in has no time.
                data: chart.rows.map(({ seconds, share }) => ({ x: share > 0 ? seconds / 60 : NaN, y: 100 * share })),
                clip: false,
                pointRadius: chart.rows.map((row) => (now(row) ? 7 : 5)),
                pointHoverRadius: 8,
                pointStyle: chart.rows.map((row) => (now(row) ? 'rectRot' : row.before ? 'triangle' : 'circle')),
                backgroundColor: chart.rows.map((row) => (now(row) ? '#24292c' : '#23756b')),
              },
            ],
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            layout: { padding: { top: 8, right: 8 } },
            onClick: (_, [point]) => point && choose(chart.rows[point.index]!),
            plugins: {
              legend: { display: false },
              tooltip: {
                displayColors: false,
                callbacks: {
                  label: ({ dataIndex }) => {
                    const row = chart.rows[dataIndex]!;
                    return `${cutters(row)}: ${percent(row.share)} in ${formatTime(row.seconds)}`;
                  },
                },
              },
            },
            scales: {
              // The narrowest of a rack takes a hundred times as long as the widest.
              x: {
                type: 'logarithmic',
                title: { display: true, text: 'minutes' },
                ticks: {
                  autoSkip: false,
                  maxRotation: 0,
                  callback: (minutes) => (isRound(Number(minutes)) ? String(minutes) : ''),
                },
              },
              y: { max: 100, title: { display: true, text: '% reached' }, ticks: { maxTicksLimit: 5 } },
            },
          }}
        />
      </div>
      <ul className={css.tools}>
        {chart.rows.map((row) => (
          <li key={`${row.before?.id} ${row.tool.id}`}>
            <button type="button" aria-pressed={now(row)} data-now={now(row)} onClick={() => choose(row)}>
              <Reach chart={chart} row={row} />
              <span>{cutters(row)}</span>
              <span className="number">{percent(row.share)}</span>
              <span className="number">{row.share > 0 ? formatTime(row.seconds) : '–'}</span>
            </button>
          </li>
        ))}
      </ul>
      <div className="field-hint">
        Hatched: what stays. Each with this overlap and its own feed, which is taken with it; a smaller one (triangle)
        clears what a wider one leaves, changing tools not counted. <Link href="/shop">To the rack</Link>
      </div>
    </>
  );
}

/** 1, 2 or 5 with zeros. */
const isRound = (minutes: number): boolean => /^[125]e/.test(minutes.toExponential());

/** A pair by its diameters, as names would not fit beside each other. */
const cutters = ({ tool, before }: ToolRow): string =>
  before ? `${before.diameter}, then ${tool.diameter}` : tool.name;

/** A hundred only where it is. */
const percent = (share: number): string => `${(Math.floor(share * 1000) / 10).toFixed(1)} %`;

/** The first thing's letters, with what stays of them. */
function Reach({ chart: { area, bounds }, row: { missed, tool, before } }: { chart: ToolChart; row: ToolRow }) {
  const pattern = `stays-${before?.id}-${tool.id}`;
  const size = heightOf(bounds) / 12;
  return (
    <svg
      viewBox={`${bounds.minX} ${bounds.minY} ${widthOf(bounds)} ${heightOf(bounds)}`}
      className={css.reach}
      preserveAspectRatio="xMinYMid meet"
      aria-hidden
    >
      <pattern id={pattern} width={size} height={size} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width={size} height={size} fill="#fbf9f4" />
        <rect width={size / 2} height={size} fill="#a8321f" />
      </pattern>
      <path d={area} className={css.reached} />
      <path d={missed} fill={`url(#${pattern})`} fillRule="evenodd" />
    </svg>
  );
}
