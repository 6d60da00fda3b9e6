'use client';

import type { FillOf } from '@needlefile/core/recipe/schema';
import type { SpacingRow } from '@needlefile/core/screen/spacing-chart';
import { formatLength, lengthWithUnit } from '@needlefile/core/units/length';
import { formatTime } from '@needlefile/core/units/quantity';
import { Chart, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js';
import { useMemo, useState } from 'react';
import { Line } from 'react-chartjs-2';
import { PanelFold } from '@/components/panel';
import { useAsked } from '@/hooks/asked';
import { useShop } from '@/hooks/shop';
import { useUnit } from '@/hooks/unit';
import { useJob } from '@/job/job-store';
import { newSpacingCharter } from '@/worker/core-workers';
import css from './strokes.module.css';

Chart.register(LineController, LineElement, PointElement, LinearScale, Tooltip);

interface Props {
  readonly operation: string;
  readonly fill: FillOf<'hatch'>;
  readonly onChoose: (spacing: number) => void;
}

/** What denser lines cost, and what they cover. */
export function PriceOfSpacing(props: Props) {
  const [isOpen, setOpen] = useState(false);
  return (
    <PanelFold title="What it costs" state={isOpen ? '' : 'time by spacing'} onToggle={setOpen}>
      {isOpen && <Prices {...props} />}
    </PanelFold>
  );
}

function Prices({ operation, fill, onChoose }: Props) {
  const unit = useUnit();
  const recipe = useJob((state) => state.recipe);
  const shop = useShop();
  const request = useMemo(() => ({ recipe, shop, operation }), [recipe, shop, operation]);
  const { result: rows, problem } = useAsked(newSpacingCharter, request);
  if (problem)
    return (
      <p className="field-problem" role="alert">
        {problem}
      </p>
    );
  if (rows === undefined) return <p className="field-hint">Trying other spacings …</p>;
  if (rows === null) return <p className="field-hint">Nothing is hatched by this operation.</p>;
  const isNow = ({ spacing }: SpacingRow): boolean => Math.abs(spacing - fill.spacing) < 1e-4;
  const at = (mm: number): number => Number(formatLength(mm, unit, 4));
  const style = (row: SpacingRow, other: string) => (isNow(row) ? '#24292c' : other);
  return (
    <>
      <div className={css.toolChart}>
        <Line
          aria-label="Time and cover against the spacing of lines"
          data={{
            datasets: [
              {
                label: 'minutes',
                data: rows.map(({ spacing, seconds }) => ({ x: at(spacing), y: seconds / 60 })),
                borderColor: '#a86a06',
                pointBackgroundColor: rows.map((row) => style(row, '#a86a06')),
                pointRadius: rows.map((row) => (isNow(row) ? 6 : 3)),
                pointStyle: rows.map((row) => (isNow(row) ? 'rectRot' : 'circle')),
                yAxisID: 'y',
              },
              {
                label: '% covered',
                data: rows.map(({ spacing, covered }) => ({ x: at(spacing), y: 100 * covered })),
                borderColor: '#23756b',
                borderDash: [4, 3],
                pointRadius: 0,
                yAxisID: 'covered',
              },
            ],
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            onClick: (_, [point]) => point && onChoose(rows[point.index]!.spacing),
            interaction: { mode: 'nearest', axis: 'x', intersect: false },
            plugins: {
              legend: { display: false },
              tooltip: {
                displayColors: false,
                filter: ({ datasetIndex }) => datasetIndex === 0,
                callbacks: {
                  title: () => '',
                  label: ({ dataIndex }) => {
                    const { spacing, seconds, length, covered } = rows[dataIndex]!;
                    return [
                      `${lengthWithUnit(spacing, unit, 3)} apart: ${formatTime(seconds)}`,
                      `${(length / 1000).toFixed(2)} m, ${Math.round(100 * covered)} % covered`,
                    ];
                  },
                },
              },
            },
            scales: {
              x: { type: 'linear', title: { display: true, text: `${unit} apart` }, ticks: { maxTicksLimit: 6 } },
              y: { min: 0, title: { display: true, text: 'minutes' }, ticks: { maxTicksLimit: 5 } },
              covered: {
                position: 'right',
                min: 0,
                max: 100,
                grid: { display: false },
                title: { display: true, text: '% covered (dashed)' },
                ticks: { maxTicksLimit: 5 },
              },
            },
          }}
        />
      </div>
      <p className="field-hint">Click a point to take its spacing.</p>
    </>
  );
}
