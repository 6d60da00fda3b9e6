'use client';

import { MAKES } from '@needlefile/core/makes/makes';
import type { Make, ShapeItem } from '@needlefile/core/recipe/schema';
import { OUTLINE_NAMES } from '@needlefile/core/shapes/outlines';
import { useRef } from 'react';
import { Dropdown } from 'react-bootstrap';
import { ARTWORK_FILES, bringArtwork } from '@/job/bring-artwork';
import type { SheetEdits } from '@/job/sheet-edits';
import { useView } from '@/job/view-store';
import css from './sheet.module.css';

type By = ShapeItem['outline']['by'];

/** Menus reach over the panel's edge. */
const FIXED = { strategy: 'fixed' as const };

/** What can be put on the sheet: into the thing in hand, or a thing of its own. */
export function AddRow({ edits }: { edits: SheetEdits }) {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <div className={css.add}>
      <button type="button" className={css.more} onClick={edits.addWords}>
        + words
      </button>
      <Dropdown>
        <Dropdown.Toggle as="button" type="button" className={css.more}>
          + shape
        </Dropdown.Toggle>
        <Dropdown.Menu className={`${css.menu} ${css.shapes}`} popperConfig={FIXED}>
          {(Object.entries(OUTLINE_NAMES) as [By, string][]).map(([by, name]) => (
            <Dropdown.Item as="button" key={by} onClick={() => edits.addShape(by)}>
              {name}
            </Dropdown.Item>
          ))}
          <Dropdown.Divider />
          <Dropdown.Item as="button" onClick={() => useView.setState({ drawing: 'path' })}>
            Draw one on the bed
          </Dropdown.Item>
        </Dropdown.Menu>
      </Dropdown>
      <button type="button" className={css.more} onClick={() => picker.current?.click()}>
        + artwork
      </button>
      <input
        ref={picker}
        type="file"
        hidden
        multiple
        accept={ARTWORK_FILES}
        aria-label="Files of artwork"
        onChange={({ target }) => {
          void bringArtwork([...(target.files ?? [])], edits);
          target.value = '';
        }}
      />
      <Dropdown>
        <Dropdown.Toggle as="button" type="button" className={css.more}>
          + thing
        </Dropdown.Toggle>
        <Dropdown.Menu className={css.menu!} popperConfig={FIXED}>
          {(Object.keys(MAKES) as Make[]).map((make) => (
            <Dropdown.Item as="button" key={make} onClick={() => edits.addThing(make)}>
              {MAKES[make].name}
            </Dropdown.Item>
          ))}
        </Dropdown.Menu>
      </Dropdown>
    </div>
  );
}
