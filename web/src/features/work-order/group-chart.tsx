'use client';

import type { SweepAccount } from '@needlefile/core/job/run-sweeps';
import { formatTime } from '@needlefile/core/units/quantity';
import { Chart, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js';
import { Line } from 'react-chartjs-2';
import css from './work-order.module.css';

Chart.register(LineController, LineElement, PointElement, LinearScale, Tooltip);

interface Props {
  readonly steps: SweepAccount['steps'];
  readonly now: number;
  /** Groups that the machine takes. */
  readonly most: number;
}

/** What so many sweeps would take. */
export function GroupChart({ steps, now, most }: Props) {
  const points = [...steps].sort((a, b) => a.count - b.count).map(({ count, cost }) => ({ x: count, y: cost / 60 }));
  return (
    <>
      <div className={css.groupChart}>
        <Line
          aria-label="Time against the number of sweeps"
          data={{
            datasets: [
              {
                data: points,
                borderColor: '#23756b',
                borderWidth: 1.5,
                pointRadius: points.map(({ x }) => (x === now ? 5 : 0)),
                pointHitRadius: 8,
                pointStyle: 'rectRot',
                pointBackgroundColor: '#24292c',
              },
            ],
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            plugins: {
              legend: { display: false },
              tooltip: {
                displayColors: false,
                callbacks: {
                  title: () => '',
                  label: ({ parsed: { x, y } }) =>
                    `${x} ${x === 1 ? 'sweep' : 'sweeps'}: about ${formatTime((y ?? 0) * 60)}`,
                },
              },
            },
            scales: {
              x: {
                type: 'linear',
                min: 1,
                title: { display: true, text: 'sweeps' },
                ticks: { maxTicksLimit: 6, precision: 0 },
              },
              y: { title: { display: true, text: 'minutes' }, ticks: { maxTicksLimit: 4 } },
            },
          }}
        />
      </div>
      <div className="field-hint">The machine is set to take {most} at most in one file.</div>
    </>
  );
}
