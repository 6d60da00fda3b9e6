'use client';

import { levelsFor } from '@needlefile/core/artwork/levels';
import type { PictureFacts } from '@needlefile/core/artwork/elements';
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
  const { level, levels, smooth, speck, invert, corners } = item.picture;
  const shown = facts.levels.map(Math.round);
  const several = levels.length > 0;
  const setLevel = (i: number, to: number) =>
    edit('Level of the picture', ({ picture }) => {
      if (several) picture.levels = levels.map((each, k) => (k === i ? to : each)).sort((a, b) => a - b);
      else picture.level = to;
    });
  const most = Math.log1p(Math.max(1, ...facts.shades));
  return (
    <PanelSection title="Picture" aside={`${facts.width} × ${facts.height} dots`}>
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
      <Straighten item={item} isStraight={corners !== null} />
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

/** What was photographed aslant, drawn straight by its four corners. */
function Straighten({ item, isStraight }: { item: ArtworkItem; isStraight: boolean }) {
  const edit = useEditItem<ArtworkItem>();
  const isClicking = useView((state) => state.drawing === 'corners');
  const asItWas = () => edit('Straighten a picture', ({ picture }) => void (picture.corners = picture.ratio = null));
  return (
    <>
      <div className={css.file}>
        <Button
          size="sm"
          variant={isClicking ? 'primary' : 'light'}
          aria-pressed={isClicking}
          onClick={() => {
            // Corners are clicked on the picture as it was taken.
            if (isStraight && !isClicking) asItWas();
            useView.setState({ drawing: isClicking ? null : 'corners', pictures: true });
          }}
        >
          {isClicking ? 'Click its four corners' : 'Straighten by four corners'}
        </Button>
        {isStraight && (
          <Button size="sm" variant="light" onClick={asItWas}>
            As taken
          </Button>
        )}
      </div>
      {isStraight && (
        <NumberField
          at="item.picture.ratio"
          label="Width to height"
          value={item.picture.ratio ?? 0}
          {...LIMITS.ratio}
          least={0}
          step={0.05}
          onChange={(ratio) =>
            edit('Width to height', ({ picture }) => {
              picture.ratio = ratio < LIMITS.ratio.least ? null : ratio;
            })
          }
          hint="In truth; 0: as it looks."
        />
      )}
    </>
  );
}
