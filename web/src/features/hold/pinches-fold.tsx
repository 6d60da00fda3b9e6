'use client';

import type { AssemblyMeasurePicture } from '@needlefile/core/screen/measure-picture';
import { formatLength } from '@needlefile/core/units/length';
import { Button } from 'react-bootstrap';
import { PanelFold } from '@/components/panel';
import { useUnit } from '@/hooks/unit';
import { useView } from '@/job/view-store';
import css from './hold.module.css';
import { FoundRow } from './found-row';

/** Places shown at most: the thinnest. */
const MOST = 40;

/** Necks, walls and gaps under their limits, thinnest first; the map of them is a view of the bed. */
export function ThinPlacesFold({ measures }: { measures: AssemblyMeasurePicture | null }) {
  const unit = useUnit();
  if (!measures)
    return (
      <PanelFold title="Thin places" state="measuring …">
        {null}
      </PanelFold>
    );
  const { thin, narrow, limits } = measures.report;
  const pinches = [
    ...thin.map((place) => ({ ...place, of: place.kind as string, limit: limits.wall })),
    ...narrow.map((place) => ({ ...place, of: 'gap', limit: limits.gap })),
  ].sort((a, b) => a.width / a.limit - b.width / b.limit);
  return (
    <PanelFold title="Thin places" state={pinches.length === 0 ? 'none' : String(pinches.length)}>
      {pinches.length === 0 ? (
        <p className="field-hint">
          Nothing under {formatLength(limits.wall, unit)} {unit}; no gap under {formatLength(limits.gap, unit)} {unit}.
        </p>
      ) : (
        <ol className={css.islands}>
          {pinches.slice(0, MOST).map(({ of, width, limit, between, where }, i) => (
            <FoundRow
              key={`${i} ${where.minX}`}
              number={i + 1}
              name={`${of === 'gap' ? 'Gap' : of === 'neck' ? 'Neck' : 'Wall'}: ${between.slice(0, 2).join(', ')}`}
              held={false}
              where={where}
            >
              <span className="number">
                {formatLength(width, unit, unit === 'mm' ? 2 : 3)}{' '}
                <span className="soft">of {formatLength(limit, unit, unit === 'mm' ? 1 : 2)}</span>
              </span>
            </FoundRow>
          ))}
        </ol>
      )}
      <div className={css.actions}>
        <Button size="sm" variant="light" onClick={() => useView.setState({ view: 'thickness' })}>
          Show the map
        </Button>
      </div>
    </PanelFold>
  );
}
