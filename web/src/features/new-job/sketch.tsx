import type { Picture } from '@needlefile/core/screen/picture';
import { heightOf, widthOf } from '@needlefile/core/geometry/bounds';
import css from './new-job.module.css';

/** The job as it will look, as large as there is room. */
export function Sketch({ picture: { object, assemblies } }: { picture: Picture }) {
  const all = (path: 'solid' | 'engraved' | 'linework') => assemblies.map((thing) => thing[path]).join('');
  return (
    <svg
      className={css.sketch}
      viewBox={`${object.minX} ${object.minY} ${widthOf(object)} ${heightOf(object)}`}
      role="img"
      aria-label="The job as it will look"
    >
      <path
        d={all('solid')}
        fillRule="evenodd"
        fill="var(--steel)"
        stroke="#59605f"
        strokeWidth={1}
        vectorEffect="non-scaling-stroke"
      />
      <path d={all('engraved')} fillRule="evenodd" fill="#6d5a36" />
      <path d={all('linework')} fill="none" stroke="#6d5a36" strokeWidth={1.2} vectorEffect="non-scaling-stroke" />
    </svg>
  );
}
