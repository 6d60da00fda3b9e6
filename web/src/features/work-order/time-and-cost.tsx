'use client';

import type { OperationReport, Report } from '@needlefile/core/job/report';
import { formatTime } from '@needlefile/core/units/quantity';
import { Chart, BarController, BarElement, CategoryScale, Legend, LinearScale, Tooltip } from 'chart.js';
import Link from 'next/link';
import { Bar } from 'react-chartjs-2';
import { PanelSection } from '@/components/panel';
import { useJob } from '@/job/job-store';
import { operationInWords } from '@/job/operation-names';
import css from './work-order.module.css';

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Legend, Tooltip);

/** Where the time goes, operation by operation, and what the job costs. */
export function TimeAndCost({ report }: { report: Report }) {
  return (
    <PanelSection title="Time and cost" aside={formatTime(report.time)}>
      <TimeChart operations={report.operations} />
      <Costs report={report} />
    </PanelSection>
  );
}

function TimeChart({ operations }: { operations: readonly OperationReport[] }) {
  const recipe = useJob((state) => state.recipe);
  const plans = recipe.operations.filter(({ id }) => operations.some((each) => each.id === id));
  const sum = (id: string, of: (operation: OperationReport) => number): number =>
    operations.filter((each) => each.id === id).reduce((total, each) => total + of(each), 0) / 60;
  const part = (label: string, colour: string, of: (operation: OperationReport) => number) => ({
    label,
    backgroundColor: colour,
    data: plans.map(({ id }) => sum(id, of)),
  });
  return (
    <div style={{ height: 70 + 20 * plans.length }}>
      <Bar
        aria-label="Time of each operation: at work, starting lines, lifted"
        data={{
          labels: plans.map((plan) => operationInWords(plan, recipe)),
          datasets: [
            part('at work', '#23756b', ({ time, lifted, starts }) => time - lifted - starts),
            part('starting lines', '#a86a06', ({ starts }) => starts),
            part('lifted', '#b9b3a3', ({ lifted }) => lifted),
          ],
        }}
        options={{
          animation: false,
          indexAxis: 'y',
          maintainAspectRatio: false,
          plugins: {
            legend: { position: 'bottom', labels: { boxWidth: 10, boxHeight: 10, padding: 8 } },
            tooltip: {
              callbacks: {
                label: ({ dataset, parsed }) => `${dataset.label}: ${formatTime((parsed.x ?? 0) * 60)}`,
              },
            },
          },
          scales: {
            x: { stacked: true, ticks: { maxTicksLimit: 4, callback: (value) => formatTime(Number(value) * 60) } },
            y: { stacked: true, grid: { display: false }, ticks: { autoSkip: false } },
          },
        }}
      />
    </div>
  );
}

function Costs({ report: { cost, machine, material, thickness } }: { report: Report }) {
  const rows = [
    { what: machine, value: cost.machine, missing: 'no hourly rate' },
    {
      what: `${material}, ${thickness} mm, ${Math.round(100 * cost.share)} % of the sheet`,
      value: cost.material,
      missing: 'no price',
    },
  ];
  const known = rows.filter(({ value }) => value !== null);
  const sum = known.reduce((total, { value }) => total + value!, 0);
  return (
    <dl className={css.costs}>
      {rows.map(({ what, value, missing }) => (
        <div key={what}>
          <dt>{what}</dt>
          <dd className="number">
            {value === null ? <Link href="/shop">{missing}</Link> : priceOf(value, cost.currency)}
          </dd>
        </div>
      ))}
      {known.length === rows.length && (
        <div className={css.total}>
          <dt>Together</dt>
          <dd className="number">{priceOf(sum, cost.currency)}</dd>
        </div>
      )}
    </dl>
  );
}

const priceOf = (value: number, currency: string): string => `${currency} ${value.toFixed(2)}`.trim();
