'use client';

import { hasPlate, MAKES } from '@needlefile/core/makes/makes';
import { itemName } from '@needlefile/core/items/kinds';
import { LIMITS, ROLES, type HeldAxis, type Item, type Made, type Role } from '@needlefile/core/recipe/schema';
import type { Picture } from '@needlefile/core/screen/picture';
import { useId } from 'react';
import { Form } from 'react-bootstrap';
import { notify } from '@/components/toasts';
import { Field } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { useItem, useThing } from '@/job/chosen';
import { useSheetEdits, type SheetEdits } from '@/job/sheet-edits';
import { useView } from '@/job/view-store';
import { HoldEditor } from './hold-editor';
import { ROLE_WORDS } from './role-words';
import css from './sheet.module.css';

/** What the item in hand is in its thing, and what it is held to. */
export function RoleSection({ picture }: { picture: Picture | null }) {
  const item = useItem();
  const thing = useThing((own) => own);
  const edits = useSheetEdits(picture);
  const several = useView((state) => state.items.length);
  const id = useId();
  if (!item) return null;
  const usual = MAKES[thing.make].letters;
  const setRole = (value: string) => edits.setRoleOf(thing.id, item.id, value === '' ? null : (value as Role));
  return (
    <>
      {several > 1 && (
        <p className="field-hint">{several} are in hand: what is changed here changes those of its kind.</p>
      )}
      <Field label="It is" htmlFor={id}>
        <Form.Select
          id={id}
          value={item.role === usual ? '' : (item.role ?? '')}
          onChange={({ target }) => setRole(target.value)}
        >
          {/* As the make has it: it goes with the make. */}
          <option value="">{ROLE_WORDS[usual]}</option>
          {ROLES.filter((role) => role !== usual).map((role) => (
            <option key={role} value={role}>
              {ROLE_WORDS[role]}
            </option>
          ))}
        </Form.Select>
      </Field>
      {item.role === 'plate' && hasPlate(thing.make) && (
        <p className="field-hint">
          Its sizes above give the proportion: it is as large as the words and the margin ask, or as said under Plate.
        </p>
      )}
      <Held thing={thing} item={item} edits={edits} />
    </>
  );
}

const AXES = ['x', 'y'] as const;

function Held({ thing, item, edits }: { thing: Made; item: Item; edits: SheetEdits }) {
  const held = AXES.flatMap((axis) => {
    const place = item.place?.[axis];
    return place === undefined || typeof place === 'number' || place.of === 'origin' ? [] : [{ axis, place }];
  });
  const set = (axis: 'x' | 'y', to: HeldAxis) => {
    const circle = edits.hold(item.id, axis, to);
    if (circle) notify(`These would hang on each other in a circle: ${circle.join(' → ')}.`);
  };
  const nameOf = (of: string) => {
    const other = thing.items.find(({ id }) => id === of);
    return other ? `${itemName(other)}’s` : 'the plate’s';
  };
  const wordsOf = (axis: 'x' | 'y', { own, of, edge }: HeldAxis) =>
    `Its ${own}, ${axis === 'x' ? 'right of' : 'above'} ${nameOf(of)} ${edge}`;
  return (
    <div className={css.held}>
      {held.length > 0 && <h3>Held</h3>}
      {held.map(({ axis, place }) => (
        <div key={axis} className={css.heldRow}>
          <span>{wordsOf(axis, place)}</span>
          <LengthField
            bare
            label={wordsOf(axis, place)}
            value={place.distance}
            {...LIMITS.place}
            onChange={(distance) => set(axis, { ...place, distance })}
          />
          <button type="button" className="btn btn-light btn-sm" onClick={() => edits.letGo(item.id, axis)}>
            Let go
          </button>
        </div>
      ))}
      <HoldEditor thing={thing} item={item} onHold={set} />
    </div>
  );
}
