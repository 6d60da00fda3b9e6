'use client';

import type { PictureFacts } from '@needlefile/core/artwork/traced-picture';
import { LIMITS, type ArtworkItem } from '@needlefile/core/recipe/schema';
import { Button, Form } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { NumberField } from '@/components/number-field';
import { PanelSection } from '@/components/panel';
import { useEditItem } from '@/job/chosen';
import { useView } from '@/job/view-store';
import { PictureColours } from './picture-colours';
import { PictureLevels } from './picture-levels';
import css from './letter.module.css';

/** Pixels that are smoothed over. */
const SMOOTH = { grain: null, none: 0, more: 1.4 } as const;

/** Colours that a picture is parted into when it first is. */
const USUAL_COLOURS = 2;

/** How a picture is parted: into dark and light, on the shades that it has, as they are many or few; or by colours. */
export function PictureFields({ item, facts }: { item: ArtworkItem; facts: PictureFacts }) {
  const edit = useEditItem<ArtworkItem>();
  const isShown = useView((state) => state.pictures);
  const { smooth, speck, invert, corners } = item.picture;
  const isColoured = facts.colours.length > 0;
  const setColours = (count: number) =>
    edit('Colours of the picture', ({ picture }) => void (picture.colours = [...(facts.palettes[count - 1] ?? [])]));
  return (
    <PanelSection title="Picture" aside={`${facts.width} × ${facts.height} dots`}>
      {facts.palettes.length > 0 && (
        <Choices
          label="Parted by"
          value={isColoured ? 'colours' : 'shades'}
          onChange={(by) => setColours(by === 'colours' ? USUAL_COLOURS : 0)}
          options={[
            { value: 'shades', label: 'Shades', title: 'By how dark it is' },
            { value: 'colours', label: 'Colours', title: 'Each of its colours by itself' },
          ]}
        />
      )}
      {isColoured ? (
        <PictureColours item={item} facts={facts} onCount={setColours} />
      ) : (
        <PictureLevels item={item} facts={facts} />
      )}
      <Straighten item={item} facts={facts} isStraight={corners !== null} />
      <Form.Check
        type="switch"
        id="picture-shown"
        label="Show the picture on the bed"
        checked={isShown}
        onChange={({ target }) => useView.setState({ pictures: target.checked })}
      />
      {!isColoured && (
        <Form.Check
          type="switch"
          id="picture-invert"
          label="Take what is light"
          checked={invert}
          onChange={({ target }) => edit('Light or dark', (draft) => void (draft.picture.invert = target.checked))}
        />
      )}
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
function Straighten({ item, facts, isStraight }: { item: ArtworkItem; facts: PictureFacts; isStraight: boolean }) {
  const edit = useEditItem<ArtworkItem>();
  const isClicking = useView((state) => state.drawing === 'corners');
  const setRatio = (ratio: number | null) => edit('Width to height', ({ picture }) => void (picture.ratio = ratio));
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
      {isClicking && (
        <p className="field-hint">On the bed, those of what is a rectangle in truth, in any order. Esc leaves it.</p>
      )}
      {isStraight && (
        <NumberField
          at="item.picture.ratio"
          label="Width to height"
          value={item.picture.ratio ?? Number((facts.width / facts.height).toFixed(3))}
          {...LIMITS.ratio}
          step={0.05}
          onChange={setRatio}
          hint={
            item.picture.ratio === null ? (
              'As its corners tell. Where you know it, type it.'
            ) : (
              <button type="button" className="btn btn-link btn-sm p-0" onClick={() => setRatio(null)}>
                As its corners tell
              </button>
            )
          }
        />
      )}
    </>
  );
}
