'use client';

import type { MeasurePicture } from '@needlefile/core/screen/measure-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { memo } from 'react';
import { useView } from '@/job/view-store';
import css from './bed.module.css';

/**
 * Local thickness as discs in bands against the limit, over the outline of the material; the worst places are marked.
 */
export const ThicknessMap = memo(function ThicknessMap({
  picture,
  measures,
}: {
  picture: Picture;
  measures: MeasurePicture | null;
}) {
  const of = useView((state) => state.thicknessOf);
  return picture.assemblies.map((thing) => {
    const taken = measures?.assemblies.find(({ id }) => id === thing.id);
    return (
      <g key={thing.id}>
        <path className={css.ghost} d={taken?.report.of === 'engraved area' ? thing.engraved : thing.solid} />
        {taken?.maps[of].map(({ from, path }) => (
          <path key={from} className={css.band} data-from={from} d={path} />
        ))}
        {taken?.report[of === 'thickness' ? 'thin' : 'narrow'].slice(0, 60).map(({ where }, i) => (
          <line key={i} className={css.thinAt} x1={where.minX} y1={where.minY} x2={where.maxX} y2={where.maxY} />
        ))}
      </g>
    );
  });
});
