'use client';

import { levelsFor } from '@needlefile/core/artwork/levels';
import type { PictureFacts } from '@needlefile/core/artwork/traced-picture';
import { LIMITS, type ArtworkItem } from '@needlefile/core/recipe/schema';
import { Button, Form } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { useEditItem } from '@/job/chosen';
import css from './letter.module.css';

/** The levels between shades, on the shades that a picture has, as they are many or few. */
export function PictureLevels({ item, facts }: { item: ArtworkItem; facts: PictureFacts }) {
  const edit = useEditItem<ArtworkItem>();
  const { level, levels, invert } = item.picture;
  const shown = facts.levels.map(Math.round);
  const several = levels.length > 0;
  const setLevel = (i: number, to: number) =>
    edit('Level of the picture', ({ picture }) => {
      if (several) picture.levels = levels.map((each, k) => (k === i ? to : each)).sort((a, b) => a - b);
      else picture.level = to;
    });
  const most = Math.log1p(Math.max(1, ...facts.shades));
  return (
    <>
      <svg className={css.shades} viewBox="0 0 256 40" preserveAspectRatio="none" role="img" aria-label="Its shades">
        {facts.shades.map((count, i) => {
          const [width, height] = [256 / facts.shades.length, (40 * Math.log1p(count)) / most];
          const isTaken = (i + 0.5) * width < shown.at(-1)! !== invert;
          return (
            <rect key={i} data-taken={isTaken} x={i * width} y={40 - height} width={width - 0.6} height={height} />
          );
        })}
      </svg>
      {shown.map((each, i) => (
        <Form.Range
          key={i}
          aria-label={several ? `Level ${i + 1}` : 'Level between dark and light'}
          min={LIMITS.level.least}
          max={LIMITS.level.most}
          value={each}
          onChange={({ target }) => setLevel(i, Number(target.value))}
        />
      ))}
      <div className={css.file}>
        <span className="soft number">
          {shown.join(', ')} of 255{level === null && !several && ', by itself'}
        </span>
        {level !== null && !several && (
          <Button
            size="sm"
            variant="light"
            onClick={() => edit('Level of the picture', (draft) => void (draft.picture.level = null))}
          >
            By itself
          </Button>
        )}
      </div>
      <Choices
        label="Shades"
        value={String(shown.length)}
        onChange={(count) =>
          edit('Shades of the picture', ({ picture }) => {
            picture.levels = count === '1' ? [] : levelsFor(facts.shades, Number(count));
          })
        }
        options={['1', '2', '3', '4'].map((value) => ({ value, label: value, title: `${value} beside the ground` }))}
        {...(several && { hint: 'Each is a layer, darkest first: its own item has its own operation.' })}
      />
    </>
  );
}
