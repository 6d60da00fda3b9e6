'use client';

import type { MeasurePicture } from '@needlefile/core/screen/measure-picture';
import { formatLength, lengthWithUnit } from '@needlefile/core/units/length';
import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip, type Plugin } from 'chart.js';
import { Bar } from 'react-chartjs-2';
import { Choices } from '@/components/choices';
import { useUnit } from '@/hooks/unit';
import { useChosenMeasures } from '@/job/chosen';
import { useView } from '@/job/view-store';
import css from './bed.module.css';

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);
Chart.defaults.font.family = 'Martian Mono Variable, monospace';
Chart.defaults.font.size = 10;

/** Draws the limit as an upright line across the bars. The place comes in bars from the left. */
const limitLine: Plugin<'bar', { at: number; colour: string }> = {
  id: 'limitLine',
  afterDatasetsDraw({ ctx, chartArea, data }, _, { at, colour }) {
    const x = chartArea.left + (at * chartArea.width) / Math.max(1, data.labels?.length ?? 1);
    ctx.save();
    ctx.strokeStyle = colour;
    ctx.lineWidth = 2;
    ctx.beginPath();
    ctx.moveTo(x, chartArea.top);
    ctx.lineTo(x, chartArea.bottom);
    ctx.stroke();
    ctx.restore();
  },
};

/** The thickness in figures: the least, the limit, and how much of the thing is how thick. */
export function ThicknessCard({ measures: job }: { measures: MeasurePicture | null }) {
  const measures = useChosenMeasures(job);
  const unit = useUnit();
  const of = useView((state) => state.thicknessOf);
  if (!measures) return <div className={css.card}>Measuring …</div>;
  const { report } = measures;
  const histogram = report.histograms[of];
  const least = report.least[of];
  const limit = of === 'thickness' ? report.limits.wall : report.limits.gap;
  const pinches = of === 'thickness' ? report.thin.length : report.narrow.length;
  const bars = limit / histogram.width;
  // What is thicker than the chart reaches is told in words: as a bar it would dwarf the rest.
  const shown = histogram.area.slice(0, -1);
  const total = histogram.area.reduce((sum, area) => sum + area, 0);
  const thicker = total > 0 ? Math.round((100 * histogram.area.at(-1)!) / total) : 0;
  const digits = unit === 'mm' ? 1 : 3;
  return (
    <section className={css.card} aria-label="Thickness">
      <Choices
        bare
        label="Measure"
        value={of}
        onChange={(next) => useView.setState({ thicknessOf: next })}
        options={[
          { value: 'thickness', label: report.of === 'material' ? 'Material' : 'Strokes' },
          { value: 'gap', label: 'Gaps' },
        ]}
      />
      <dl className={css.figures}>
        <div>
          <dt>Least</dt>
          <dd className="number" data-under={least !== null && least.width < limit}>
            {least ? lengthWithUnit(least.width, unit, unit === 'mm' ? 2 : 3) : `over ${formatLength(limit, unit)}`}
          </dd>
        </div>
        <div>
          <dt>Limit</dt>
          <dd className="number">{lengthWithUnit(limit, unit, unit === 'mm' ? 2 : 3)}</dd>
        </div>
        <div>
          <dt>Under it</dt>
          <dd className="number">{pinches === 1 ? '1 place' : `${pinches} places`}</dd>
        </div>
      </dl>
      <div className={css.chart}>
        <Bar
          plugins={[limitLine]}
          data={{
            labels: shown.map((_, i) => formatLength(i * histogram.width, unit, digits)),
            datasets: [
              {
                data: shown,
                backgroundColor: shown.map((_, i) => ((i + 0.5) * histogram.width < limit ? '#a8321f' : '#23756b')),
                barPercentage: 1,
                categoryPercentage: 0.92,
              },
            ],
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            plugins: {
              legend: { display: false },
              ...{ limitLine: { at: bars, colour: '#24292c' } },
              tooltip: {
                displayColors: false,
                callbacks: {
                  title: ([bar]) => `from ${bar?.label} ${unit}`,
                  label: ({ parsed }) => `${Number(parsed.y).toFixed(0)} mm² of it`,
                },
              },
            },
            scales: {
              x: {
                grid: { display: false },
                ticks: { maxTicksLimit: 6, maxRotation: 0 },
                title: { display: true, text: `${of === 'thickness' ? 'thick' : 'wide'}, ${unit}` },
              },
              y: { display: false },
            },
          }}
        />
      </div>
      {thicker > 0 && (
        <p className={css.rest}>
          {thicker} % is {of === 'thickness' ? 'thicker' : 'wider'} than{' '}
          {lengthWithUnit(shown.length * histogram.width, unit, digits)}.
        </p>
      )}
    </section>
  );
}
