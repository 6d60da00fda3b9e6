'use client';

import type { Picture } from '@needlefile/core/screen/picture';
import { formatLength } from '@needlefile/core/units/length';
import { formatTime, formatTravel } from '@needlefile/core/units/quantity';
import { memo } from 'react';
import { useUnit } from '@/hooks/unit';
import { keptIn } from '@/job/figures';
import { useCursor } from '../bed/cursor';
import css from './status-line.module.css';

/** Cursor in both units, and what the job comes to. */
export const StatusLine = memo(function StatusLine({ picture }: { picture: Picture | null }) {
  const unit = useUnit();
  const report = picture?.report;
  const kept = report ? keptIn(report) : 0;
  const cut = report?.operations.filter(({ work }) => work === 'cut').reduce((sum, { length }) => sum + length, 0) ?? 0;
  return (
    <footer className={css.line}>
      {report && (
        <>
          <span className="number">{report.nodes.released} nodes</span>
          <span>
            <span className="number">{kept}</span> {kept === 1 ? 'piece' : 'pieces'} kept
          </span>
          <span>
            cut <span className="number">{formatTravel(cut, unit)}</span>
          </span>
          <span>
            about <span className="number">{formatTime(report.time)}</span>
          </span>
        </>
      )}
      <Cursor />
    </footer>
  );
});

function Cursor() {
  const at = useCursor((state) => state.at);
  if (!at) return <span className={css.cursor} />;
  const both = (mm: number) => `${formatLength(mm, 'mm', 1)} mm / ${formatLength(mm, 'in', 3)} in`;
  return (
    <span className={`${css.cursor} number`}>
      x {both(at.x)} y {both(at.y)}
    </span>
  );
}
