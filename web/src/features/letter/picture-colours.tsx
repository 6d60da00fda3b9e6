'use client';

import type { PictureFacts } from '@needlefile/core/artwork/traced-picture';
import type { ArtworkItem } from '@needlefile/core/recipe/schema';
import { Form } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { useEditItem } from '@/job/chosen';
import css from './letter.module.css';

interface Props {
  readonly item: ArtworkItem;
  readonly facts: PictureFacts;
  readonly onCount: (count: number) => void;
}

/** What a picture is parted into: how many colours, and each of them. */
export function PictureColours({ item: { picture }, facts, onCount }: Props) {
  const edit = useEditItem<ArtworkItem>();
  return (
    <>
      <Choices
        label="Colours"
        value={String(facts.colours.length - 1)}
        onChange={(count) => onCount(Number(count))}
        options={facts.palettes.map((_, i) => ({
          value: String(i + 1),
          label: String(i + 1),
          title: `${i + 1} beside the ground`,
        }))}
        hint="Each is a layer: its own item has its own operation. The first is the ground, and is not made."
      />
      <div className={css.colours}>
        {picture.colours.map((colour, i) => (
          <Form.Control
            key={i}
            type="color"
            aria-label={i === 0 ? 'Colour of the ground' : `Colour ${i}`}
            value={colour}
            onChange={({ target }) =>
              edit('Colour of the picture', (draft) => void (draft.picture.colours[i] = target.value))
            }
          />
        ))}
      </div>
    </>
  );
}
