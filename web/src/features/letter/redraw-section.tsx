'use client';

import type { Bounds } from '@needlefile/core/geometry/bounds';
import type { NodePath } from '@needlefile/core/geometry/nodes/node-path';
import { redrawingOf, redrawnOf, withDrawnFor, withRedrawn } from '@needlefile/core/recipe/edits/redrawn';
import type { ArtworkItem, Item, LetteringItem } from '@needlefile/core/recipe/schema';
import type { Picture } from '@needlefile/core/screen/picture';
import { Button } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { PanelHead, PanelSection } from '@/components/panel';
import { useChosenPicture } from '@/job/chosen';
import { letterOf, useEditItemById, useOutline, type Outline } from '@/job/outline';
import { useView } from '@/job/view-store';
import { NodeFields } from './node-fields';

type Drawable = LetteringItem | ArtworkItem;

/** What a hand changed of an item. */
const changedOf = (item: Drawable): readonly unknown[] => (item.kind === 'lettering' ? redrawnOf(item) : item.redrawn);

/** What of an item is worked on node by node. */
const linesOf = (item: Drawable): string => (item.kind === 'lettering' && item.centerline ? 'Middle lines' : 'Outline');

/** Begins work on the outline of the letter in hand, or of artwork; and what was changed so before. */
export function RedrawSection({ item, picture }: { item: Drawable; picture: Picture | null }) {
  const thing = useChosenPicture(picture);
  const letter = useView((state) => state.letter);
  const isReady = item.kind === 'artwork' || letter !== null;
  const changed = changedOf(item);
  if (!isReady && changed.length === 0) return null;
  const where: Bounds | undefined =
    item.kind === 'artwork'
      ? thing?.items.find(({ id }) => id === item.id)?.box
      : thing?.letters.find(({ id }) => id === letter)?.bounds;
  const begin = () =>
    useView.setState({
      ...{ redrawing: true, nodes: [], inHand: true, items: [item.id] },
      ...(thing && { assembly: thing.id }),
      ...(where && { focus: { where, filling: true } }),
    });
  return (
    <PanelSection title={linesOf(item)} aside={changed.length > 0 ? 'changed by hand' : undefined}>
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
      <PanelHead title={one ? `${linesOf(item)} of “${one.text}”` : linesOf(item)}>
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
          {item.kind === 'lettering' && item.centerline && <WholeStrokes outline={outline} />}
          <NodeFields outline={outline} />
        </>
      )}
      {changedOf(item).length > 0 && (
        <PanelSection title="Changed by hand">
          <Changed item={item} />
        </PanelSection>
      )}
    </>
  );
}

/** Strokes put in and taken out as a whole. */
function WholeStrokes({ outline: { paths, change } }: { outline: Outline }) {
  const nodes = useView((state) => state.nodes);
  const inHand = new Set(nodes.map(({ path }) => path));
  const putIn = () => {
    const path = paths.length;
    const chosen = [0, 1].map((node) => ({ path, node }));
    change('Put a stroke in', [...paths, strokeAcross(paths)], chosen);
  };
  return (
    <div className="d-flex gap-2 mb-3">
      <Button size="sm" variant="light" onClick={putIn}>
        Put a stroke in
      </Button>
      <Button
        size="sm"
        variant="light"
        disabled={inHand.size === 0}
        title={inHand.size === 0 ? 'Click a node of it first' : undefined}
        onClick={() =>
          change(
            'Take a stroke out',
            paths.filter((_, i) => !inHand.has(i)),
            [],
          )
        }
      >
        Take it out
      </Button>
    </div>
  );
}

/** A stroke across the middle of others, to be dragged where it belongs. */
function strokeAcross(paths: readonly NodePath[]): NodePath {
  const nodes = paths.flatMap((path) => path.nodes);
  const [xs, ys] = [nodes.map(({ x }) => x), nodes.map(({ y }) => y)];
  const [left, right] = [Math.min(0, ...xs), Math.max(0.4, ...xs)];
  const y = nodes.length > 0 ? (Math.min(...ys) + Math.max(...ys)) / 2 : 0.3;
  const at = (share: number) => ({ x: left + (right - left) * share, y, to: 'line' as const });
  return { nodes: [at(0.25), at(0.75)], closed: false };
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
  if (changedOf(item).length === 0) return null;
  /** @param n which of the letters; null: all of a file */
  const putBack = (n: number | null) =>
    edit('Put outlines back', item.id, (before): Item => {
      if (before.kind === 'shape') return before;
      if (before.kind === 'artwork') return { ...before, redrawn: [] };
      return withRedrawn(
        before,
        redrawnOf(before).filter((_, i) => i !== n),
      );
    });
  if (item.kind === 'artwork')
    return (
      <Button size="sm" variant="light" onClick={() => putBack(null)}>
        Put all back as the file has it
      </Button>
    );
  return (
    <ul className="list-unstyled mb-0">
      {redrawnOf(item).map(({ letter, face, text }, n) => (
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
