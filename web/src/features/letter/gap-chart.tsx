'use client';

import { LIMITS } from '@needlefile/core/recipe/schema';
import { formatLength, lengthWithUnit } from '@needlefile/core/units/length';
import { BarController, BarElement, CategoryScale, Chart, LinearScale } from 'chart.js';
import { Form } from 'react-bootstrap';
import { Bar } from 'react-chartjs-2';
import { useUnit } from '@/hooks/unit';
import css from './letter.module.css';

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

/** Widths between bars, mm: about three to a decade, as faults are told by their order of size. */
const EDGES = [0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5];

interface Props {
  /** Widths of gaps that are closed, and of those that are not, mm. */
  readonly closed: readonly number[];
  readonly open: readonly number[];
  readonly join: number;
  readonly onJoin: (mm: number) => void;
}

const barOf = (width: number): number => {
  const found = EDGES.findIndex((edge) => width <= edge);
  return found < 0 ? EDGES.length - 1 : found;
};

const counts = (widths: readonly number[]): number[] =>
  EDGES.map((_, bar) => widths.filter((width) => barOf(width) === bar).length);

/** How wide the gaps are, by a bar for each size, with the width up to which they are closed as a slider beneath. */
export function GapChart({ closed, open, join, onJoin }: Props) {
  const unit = useUnit();
  const steps = EDGES.filter((edge) => edge <= LIMITS.join.most);
  return (
    <div className={css.gapChart}>
      <div className={css.gapBars} role="img" aria-label={`Gaps: ${closed.length} closed, ${open.length} open`}>
        <Bar
          data={{
            labels: EDGES.map((edge) => formatLength(edge, unit, unit === 'mm' ? 3 : 4)),
            datasets: [
              { data: counts(closed), backgroundColor: '#23756b', label: 'closed' },
              { data: counts(open), backgroundColor: '#a8321f', label: 'open' },
            ].map((set) => ({ ...set, barPercentage: 1, categoryPercentage: 0.9 })),
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            plugins: { legend: { display: false }, tooltip: { enabled: false } },
            scales: {
              x: { stacked: true, grid: { display: false }, ticks: { maxRotation: 0, autoSkip: true } },
              y: { stacked: true, display: false, beginAtZero: true },
            },
          }}
        />
      </div>
      <Form.Range
        aria-label="Close gaps up to"
        aria-valuetext={lengthWithUnit(join, unit)}
        min={0}
        max={steps.length - 1}
        step={1}
        value={Math.min(steps.length - 1, barOf(join))}
        onChange={({ target }) => onJoin(steps[Number(target.value)]!)}
      />
    </div>
  );
}
