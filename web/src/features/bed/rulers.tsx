'use client';

import { MM_PER_INCH, type LengthUnit } from '@needlefile/core/units/length';
import { useUnit } from '@/hooks/unit';
import css from './bed.module.css';
import type { Zoom } from './use-zoom';

const BREADTH = 22;
/** Ticks with numbers stay at least this far apart, in pixels. */
const APART = 58;

/** Rulers along the top and the left; the left one counts up from the sheet's bottom edge. */
export function Rulers({ transform, size, sheetHeight }: Pick<Zoom, 'transform' | 'size'> & { sheetHeight: number }) {
  const unit = useUnit();
  const unitMm = unit === 'mm' ? 1 : MM_PER_INCH;
  const { step, parts } = stepFor(transform.k * unitMm, unit);
  const across = ticks(
    (0 - transform.x) / transform.k / unitMm,
    (size.width - transform.x) / transform.k / unitMm,
    step,
    parts,
  );
  const bottom = (sheetHeight - (size.height - transform.y) / transform.k) / unitMm;
  const top = (sheetHeight + transform.y / transform.k) / unitMm;
  const up = ticks(bottom, top, step, parts);
  const xOf = (value: number) => value * unitMm * transform.k + transform.x;
  const yOf = (value: number) => (sheetHeight - value * unitMm) * transform.k + transform.y;
  return (
    <>
      <svg className={css.rulerTop} height={BREADTH} width="100%" aria-hidden>
        {across.map(({ value, major }) => (
          <g key={value} transform={`translate(${xOf(value)} 0)`}>
            <line y1={major ? 14 : 18} y2={BREADTH} />
            {major && (
              <text x={3} y={11}>
                {label(value)}
              </text>
            )}
          </g>
        ))}
      </svg>
      <svg className={css.rulerLeft} width={BREADTH} height="100%" aria-hidden>
        {up.map(({ value, major }) => (
          <g key={value} transform={`translate(0 ${yOf(value)})`}>
            <line x1={major ? 14 : 18} x2={BREADTH} />
            {major && (
              <text transform="translate(11 -3) rotate(-90)" x={0} y={0}>
                {label(value)}
              </text>
            )}
          </g>
        ))}
      </svg>
      <div className={css.rulerCorner}>{unit}</div>
    </>
  );
}

function stepFor(pixelsPerUnit: number, unit: LengthUnit): { step: number; parts: number } {
  const wanted = APART / pixelsPerUnit;
  if (unit === 'in' && wanted <= 1) {
    // Inches part by halves.
    const step = Math.max(1 / 64, 2 ** Math.ceil(Math.log2(wanted)));
    return { step, parts: 4 };
  }
  const power = 10 ** Math.floor(Math.log10(wanted));
  const step = [1, 2, 5, 10].map((factor) => factor * power).find((each) => each >= wanted)!;
  return { step, parts: 5 };
}

function ticks(from: number, to: number, step: number, parts: number): { value: number; major: boolean }[] {
  const small = step / parts;
  const first = Math.ceil(from / small);
  const last = Math.min(Math.floor(to / small), first + 2000);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => ({
    value: (first + i) * small,
    major: (first + i) % parts === 0,
  }));
}

const label = (value: number): string => String(Number(value.toFixed(4)));
