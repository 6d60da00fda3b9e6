'use client';

import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import { withinItem } from '@needlefile/core/recipe/identity';
import { LIMITS, type LetteringItem } from '@needlefile/core/recipe/schema';
import { useId } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Field } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { PanelFold } from '@/components/panel';
import { useEditLettering, useLettering } from '@/job/chosen';
import { useView } from '@/job/view-store';

export type Nudge = LetteringItem['nudges'][string];
export const NO_NUDGE: Nudge = { x: 0, y: 0, turn: 0, scale: 1 };

/** Moving, turning and sizing a single letter; it keeps that while other words change. */
export function OneLetterFold({ picture }: { picture: AssemblyPicture | null }) {
  const nudges = useLettering((item) => item.nudges);
  const edit = useEditLettering();
  const chosen = useView((state) => state.letter);
  const id = useId();
  const item = useLettering((own) => own.id);
  const letters = (picture?.letters ?? []).filter((each) => each.item === item);
  const letter = letters.find((each) => each.id === chosen);
  const nudge = (letter && nudges[withinItem(letter.id)]) ?? NO_NUDGE;
  const moved = Object.keys(nudges).length;
  const set = (part: Partial<Nudge>) =>
    letter &&
    edit(`Move ${letter.name}`, (draft) => void (draft.nudges[withinItem(letter.id)] = { ...nudge, ...part }));
  return (
    <PanelFold
      title="One letter"
      open={letter !== undefined}
      state={letter ? letter.name : moved > 0 ? `${moved} moved` : undefined}
    >
      <Field label="Letter" htmlFor={id} hint="Or click one on the bed; the arrow keys then move it.">
        <Form.Select
          id={id}
          value={letter?.id ?? ''}
          onChange={({ target }) => useView.setState({ letter: target.value || null })}
        >
          <option value="">none</option>
          {letters.map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
              {nudges[withinItem(each.id)] ? ' · moved' : ''}
            </option>
          ))}
        </Form.Select>
      </Field>
      {letter && (
        <>
          <LengthField
            at={`item.nudges.${withinItem(letter.id)}.x`}
            label="Along"
            value={nudge.x}
            {...LIMITS.nudge}
            onChange={(x) => set({ x })}
          />
          <LengthField
            at={`item.nudges.${withinItem(letter.id)}.y`}
            label="Up"
            value={nudge.y}
            {...LIMITS.nudge}
            onChange={(y) => set({ y })}
          />
          <NumberField
            at={`item.nudges.${withinItem(letter.id)}.turn`}
            label="Turn"
            value={nudge.turn}
            {...LIMITS.angle}
            step={1}
            suffix="°"
            onChange={(turn) => set({ turn })}
          />
          <NumberField
            at={`item.nudges.${withinItem(letter.id)}.scale`}
            label="Size"
            value={Math.round(nudge.scale * 100)}
            least={10}
            most={1000}
            step={5}
            suffix="%"
            onChange={(percent) => set({ scale: percent / 100 })}
          />
          <Button
            size="sm"
            variant="light"
            disabled={!nudges[withinItem(letter.id)]}
            onClick={() => edit(`Put back ${letter.name}`, (draft) => void delete draft.nudges[withinItem(letter.id)])}
          >
            Put it back
          </Button>
        </>
      )}
    </PanelFold>
  );
}
