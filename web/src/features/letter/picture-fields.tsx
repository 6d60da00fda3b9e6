'use client';

import type { PictureFacts } from '@needlefile/core/artwork/form';
import { LIMITS, type ArtworkItem } from '@needlefile/core/recipe/schema';
import { Button, Form } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { NumberField } from '@/components/number-field';
import { PanelSection } from '@/components/panel';
import { useEditItem } from '@/job/chosen';
import { useView } from '@/job/view-store';
import css from './letter.module.css';

/** Pixels that are smoothed over. */
const SMOOTH = { grain: null, none: 0, more: 1.4 } as const;

/** How a picture is parted into dark and light: on the shades that it has, as they are many or few. */
export function PictureFields({ item, facts }: { item: ArtworkItem; facts: PictureFacts }) {
  const edit = useEditItem<ArtworkItem>();
  const isShown = useView((state) => state.pictures);
  const { level, smooth, speck, invert } = item.picture;
  const shown = Math.round(level ?? facts.level);
  const most = Math.log1p(Math.max(1, ...facts.shades));
  return (
    <PanelSection title="Picture" aside={`${facts.width} × ${facts.height} dots`}>
      <svg className={css.shades} viewBox="0 0 256 40" preserveAspectRatio="none" role="img" aria-label="Its shades">
        {facts.shades.map((count, i) => {
          const [width, height] = [256 / facts.shades.length, (40 * Math.log1p(count)) / most];
          const isTaken = (i + 0.5) * width < shown !== invert;
          return (
            <rect key={i} data-taken={isTaken} x={i * width} y={40 - height} width={width - 0.6} height={height} />
          );
        })}
      </svg>
      <Form.Range
        aria-label="Level between dark and light"
        min={LIMITS.level.least}
        max={LIMITS.level.most}
        value={shown}
        onChange={({ target }) =>
          edit('Level of the picture', (draft) => void (draft.picture.level = Number(target.value)))
        }
      />
      <div className={css.file}>
        <span className="soft number">
          {shown} of 255{level === null && ', by itself'}
        </span>
        {level !== null && (
          <Button
            size="sm"
            variant="light"
            onClick={() => edit('Level of the picture', (draft) => void (draft.picture.level = null))}
          >
            By itself
          </Button>
        )}
      </div>
      <Form.Check
        type="switch"
        id="picture-shown"
        label="Show the picture on the bed"
        checked={isShown}
        onChange={({ target }) => useView.setState({ pictures: target.checked })}
      />
      <Form.Check
        type="switch"
        id="picture-invert"
        label="Take what is light"
        checked={invert}
        onChange={({ target }) => edit('Light or dark', (draft) => void (draft.picture.invert = target.checked))}
      />
      <Choices
        label="Smooth"
        value={smooth === null ? 'grain' : smooth < 0.3 ? 'none' : 'more'}
        onChange={(how) => edit('Smoothing', (draft) => void (draft.picture.smooth = SMOOTH[how]))}
        options={[
          { value: 'grain', label: 'By grain', title: 'As much as the picture is grainy' },
          { value: 'none', label: 'None' },
          { value: 'more', label: 'More', title: 'For dotted or faded pictures' },
        ]}
      />
      <NumberField
        at="item.picture.speck"
        label="Leave out spots to"
        value={speck}
        {...LIMITS.speck}
        step={1}
        suffix="dots²"
        onChange={(dots) => edit('Spots', (draft) => void (draft.picture.speck = dots))}
        hint={facts.specks === 0 ? 'None was left out.' : `${facts.specks} left out.`}
      />
    </PanelSection>
  );
}
