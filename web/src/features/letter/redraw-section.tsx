'use client';

import type { Bounds } from '@needlefile/core/geometry/bounds';
import { redrawingOf, withDrawnFor } from '@needlefile/core/recipe/edits/redrawn';
import type { ArtworkItem, Item, LetteringItem } from '@needlefile/core/recipe/schema';
import type { Picture } from '@needlefile/core/screen/picture';
import { Button } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { PanelHead, PanelSection } from '@/components/panel';
import { useChosenPicture } from '@/job/chosen';
import { letterOf, useEditItemById, useOutline } from '@/job/outline';
import { useView } from '@/job/view-store';
import { NodeFields } from './node-fields';

type Drawable = LetteringItem | ArtworkItem;

/** Begins work on the outline of the letter in hand, or of artwork; and what was changed so before. */
export function RedrawSection({ item, picture }: { item: Drawable; picture: Picture | null }) {
  const thing = useChosenPicture(picture);
  const letter = useView((state) => state.letter);
  const isReady = item.kind === 'artwork' || letter !== null;
  if (!isReady && item.redrawn.length === 0) return null;
  const place: Bounds | undefined =
    item.kind === 'artwork'
      ? thing?.items.find(({ id }) => id === item.id)?.box
      : thing?.letters.find(({ id }) => id === letter)?.bounds;
  const begin = () =>
    useView.setState({
      ...{ redrawing: true, nodes: [], inHand: true, items: [item.id] },
      ...(thing && { assembly: thing.id }),
      ...(place && { focus: { place, filling: true } }),
    });
  return (
    <PanelSection title="Outline" aside={item.redrawn.length > 0 ? 'changed by hand' : undefined}>
      {isReady && (
        <Button size="sm" variant="light" className="mb-2" title="On the bed (N)" onClick={begin}>
          Work on its nodes
        </Button>
      )}
      <Changed item={item} />
    </PanelSection>
  );
}

/** Work on an outline, node by node, in place of all else that is said of an item. */
export function RedrawPanel({ item, picture }: { item: Drawable; picture: Picture | null }) {
  const outline = useOutline(picture);
  const one = picture?.outline && letterOf(picture, picture.outline);
  const isLetterMissing = item.kind === 'lettering' && !one;
  return (
    <>
      <PanelHead title={one ? `Outline of “${one.text}”` : 'Outline'}>
        Drag nodes; double click the line for one more. It stays changed when words, size and place change.
      </PanelHead>
      <Button
        size="sm"
        variant="primary"
        className="mb-3"
        onClick={() => useView.setState({ redrawing: false, nodes: [] })}
      >
        Done
      </Button>
      {isLetterMissing && <p className="field-hint">Click a letter on the bed.</p>}
      {outline && picture && (
        <>
          {item.kind === 'lettering' && <WhichLetters item={item} picture={picture} />}
          <NodeFields outline={outline} />
        </>
      )}
      {item.redrawn.length > 0 && (
        <PanelSection title="Changed by hand">
          <Changed item={item} />
        </PanelSection>
      )}
    </>
  );
}

/** Whether a change is of this letter, or of all that are alike. */
function WhichLetters({ item, picture }: { item: LetteringItem; picture: Picture }) {
  const edit = useEditItemById();
  const own = picture.outline;
  const one = own && letterOf(picture, own);
  const known = one && redrawingOf(item, one);
  if (!one || !known || own.alike < 2) return null;
  return (
    <Choices
      label={`Every “${one.text}”`}
      value={known.letter === null ? 'all' : 'one'}
      options={[
        { value: 'one', label: 'This one' },
        { value: 'all', label: `All ${own.alike}` },
      ]}
      onChange={(value) =>
        edit('Whose outline', item.id, (before) =>
          before.kind === 'lettering' ? withDrawnFor(before, one, value === 'all') : before,
        )
      }
    />
  );
}

/** What was changed by hand, each to be put back. */
function Changed({ item }: { item: Drawable }) {
  const edit = useEditItemById();
  if (item.redrawn.length === 0) return null;
  const putBack = (n: number | null) =>
    edit('Put outlines back', item.id, (before): Item => {
      if (before.kind === 'shape') return before;
      const redrawn = n === null ? [] : (before.redrawn as unknown[]).filter((_, i) => i !== n);
      return { ...before, redrawn } as Item;
    });
  if (item.kind === 'artwork')
    return (
      <Button size="sm" variant="light" onClick={() => putBack(null)}>
        Put all back as the file has it
      </Button>
    );
  return (
    <ul className="list-unstyled mb-0">
      {item.redrawn.map(({ letter, face, text }, n) => (
        <li key={n} className="d-flex justify-content-between align-items-center gap-2 mb-1">
          <span>
            “{text}”, {letter === null ? 'wherever it stands' : 'one letter'}
            {face !== item.face && <span className="soft"> · in another face</span>}
          </span>
          <Button size="sm" variant="light" onClick={() => putBack(n)}>
            Put back
          </Button>
        </li>
      ))}
    </ul>
  );
}
