'use client';

import { arrayMove } from '@dnd-kit/sortable';
import { isOrderKept, withLetterMoved, withOrderFree, withOrderKept } from '@needlefile/core/recipe/edits/line-order';
import type { KeptOrder } from '@needlefile/core/recipe/edits/line-order';
import { isLetter, kindOf, ownerOfLine } from '@needlefile/core/recipe/identity';
import type { AssemblyPicture, PictureLetter } from '@needlefile/core/screen/assembly-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { useEffect, useRef, useState } from 'react';
import { Button, ButtonGroup, Form, Spinner } from 'react-bootstrap';
import { Field } from '@/components/choices';
import { PanelFold } from '@/components/panel';
import { useShop } from '@/hooks/shop';
import { useChosenAssembly, useChosenPicture } from '@/job/chosen';
import { useJob, useJobStore } from '@/job/job-store';
import { capitalised, operationName } from '@/job/operation-names';
import { useView } from '@/job/view-store';
import { searchOrder } from '@/worker/core-workers';
import { SortableList, useSortableRow } from './sortable-list';
import css from './work-order.module.css';

/** Lines in an order that stays while words change: as it was found, or as somebody put it. */
export function LineOrder({ picture }: { picture: Picture | null }) {
  const isKept = useJob((state) => isOrderKept(state.recipe));
  const change = useJob((state) => state.change);
  const { working, problem, withOrder } = useFoundOrder();
  const chosen = useChosenPicture(picture);
  const letterId = useView((state) => state.letter);
  const letter = chosen?.letters.find(({ id }) => id === letterId);
  const move = (to: 'first' | 'last') =>
    letter &&
    void withOrder((found) =>
      change(`${letter.name} ${to}`, (recipe) =>
        withOrderKept(recipe, withLetterMoved(found, chosen!.id, letter.id, to)),
      ),
    );
  return (
    <PanelFold title="Order of lines" state={isKept ? 'kept' : undefined} open={isKept}>
      <Form.Check
        id="keep-order"
        type="switch"
        label={<>Keep the order as it is {working && <Spinner size="sm" />}</>}
        checked={isKept}
        disabled={working}
        onChange={({ target }) =>
          target.checked
            ? void withOrder((found) => change('Keep the order of lines', (recipe) => withOrderKept(recipe, found)))
            : change('Order of lines anew', withOrderFree)
        }
      />
      <div className={problem ? 'field-problem' : 'field-hint'}>
        {problem ??
          (isKept
            ? 'Other words and sizes do not shuffle it. Lines that are new go where they are least out of the way.'
            : 'Else a short way is found anew with each change.')}
      </div>
      <Field
        label={letter ? `Lines of ${letter.name}` : 'One letter'}
        {...(!letter && { hint: 'Click a letter on the bed. It comes first, or last, in each operation.' })}
      >
        <ButtonGroup size="sm">
          <Button variant="light" disabled={!letter || working} onClick={() => move('first')}>
            Run first
          </Button>
          <Button variant="light" disabled={!letter || working} onClick={() => move('last')}>
            Run last
          </Button>
        </ButtonGroup>
      </Field>
      {isKept && chosen && <KeptLines picture={chosen} />}
    </PanelFold>
  );
}

/** Asks for the order in which the job is run as it stands, in a worker. */
function useFoundOrder() {
  const store = useJobStore();
  const shop = useShop();
  const search = useRef<{ readonly stop: () => void } | null>(null);
  useEffect(() => () => search.current?.stop(), []);
  const [{ working, problem }, setState] = useState<{ readonly working: boolean; readonly problem: string | null }>({
    working: false,
    problem: null,
  });
  const withOrder = async (take: (found: KeptOrder) => void): Promise<void> => {
    setState({ working: true, problem: null });
    try {
      const begun = searchOrder({ recipe: store.getState().recipe, shop });
      search.current = begun;
      take(await begun.result);
      setState({ working: false, problem: null });
    } catch (error) {
      setState({ working: false, problem: `The order could not be found: ${(error as Error).message}` });
    }
  };
  return { working, problem, withOrder };
}

/** More are not gone through by hand. */
const MOST_SHOWN = 200;

/** The lines of a thing in one operation, to be dragged into another order. */
function KeptLines({ picture }: { picture: AssemblyPicture }) {
  const recipe = useJob((state) => state.recipe);
  const edit = useJob((state) => state.edit);
  const { id: thing, lineOrder } = useChosenAssembly();
  const operations = recipe.operations.filter(({ id }) => (lineOrder[id]?.length ?? 0) > 0);
  const [wanted, setWanted] = useState<string | null>(null);
  const operation = operations.find(({ id }) => id === wanted) ?? operations[0];
  if (!operation) return null;
  const letters = new Map(picture.letters.map((letter) => [letter.id, letter]));
  const all = lineOrder[operation.id]!;
  const here = all.filter((name) => !isLetter(ownerOfLine(name)) || letters.has(ownerOfLine(name)));
  const shown = here.slice(0, MOST_SHOWN);
  const counts = new Map<string, number>();
  for (const owner of here.map(ownerOfLine)) counts.set(owner, (counts.get(owner) ?? 0) + 1);
  const onMove = (item: string, to: string) =>
    edit('Order of lines', (draft) => {
      const own = draft.assemblies.find(({ id }) => id === thing)!;
      const names = own.lineOrder[operation.id]!;
      own.lineOrder[operation.id] = arrayMove(names, names.indexOf(item), names.indexOf(to));
    });
  return (
    <>
      <Form.Select
        size="sm"
        aria-label="Lines of which operation"
        value={operation.id}
        onChange={({ target }) => setWanted(target.value)}
      >
        {operations.map((each) => (
          <option key={each.id} value={each.id}>
            {operationName(each, recipe)}
          </option>
        ))}
      </Form.Select>
      <SortableList id="line-order" items={shown} onMove={onMove}>
        <ol className={css.lines} aria-label="Lines in their order">
          {shown.map((name) => (
            <LineRow
              key={name}
              name={name}
              letter={letters.get(ownerOfLine(name))}
              isOnly={counts.get(ownerOfLine(name)) === 1}
            />
          ))}
        </ol>
      </SortableList>
      {here.length > shown.length && (
        <div className="field-hint">
          The first {MOST_SHOWN} of {here.length} lines.
        </div>
      )}
    </>
  );
}

interface LineRowProps {
  readonly name: string;
  /** The letter that it is of; none where it is of none. */
  readonly letter: PictureLetter | undefined;
  /** Whether the letter has no other line in the operation. */
  readonly isOnly: boolean;
}

function LineRow({ name, letter, isOnly }: LineRowProps) {
  const told = letter?.name ?? capitalised(kindOf(ownerOfLine(name)));
  const number = isOnly ? null : Number(name.slice(name.lastIndexOf('^') + 1)) + 1;
  const { row, grip } = useSortableRow(name, `${told}${number === null ? '' : `, line ${number}`}`);
  const ring = () => letter && useView.setState({ ring: letter.bounds });
  const unring = () => useView.setState({ ring: null });
  return (
    <li {...row} onMouseEnter={ring} onMouseLeave={unring}>
      {grip}
      <span>{told}</span>
      {number !== null && <span className="field-hint">line {number}</span>}
    </li>
  );
}
