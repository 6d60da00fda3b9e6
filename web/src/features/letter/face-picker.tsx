'use client';

import { CATALOGUE } from '@needlefile/faces/catalogue';
import { Dropdown } from 'react-bootstrap';
import { useJob } from '../workbench/job-store';
import { faceFamily } from './face-styles';
import css from './letter.module.css';

/** The wall of faces: each name in its own face, with a word on what it is for. */
export function FacePicker() {
  const id = useJob((state) => state.recipe.lettering.face);
  const edit = useJob((state) => state.edit);
  const chosen = CATALOGUE.find((face) => face.id === id);
  return (
    <Dropdown className="mb-3">
      <Dropdown.Toggle variant="light" className={css.face}>
        <span className="visually-hidden">Face: </span>
        <span className={css.faceName} style={{ fontFamily: faceFamily(id) }}>
          {chosen?.name ?? `${id} (not here)`}
        </span>
        <span className="soft">{chosen?.kind}</span>
      </Dropdown.Toggle>
      <Dropdown.Menu className={css.wall}>
        {CATALOGUE.map((face) => (
          <Dropdown.Item key={face.id} as="button" type="button" active={face.id === id} className={css.wallFace} onClick={() => edit('Face', (recipe) => void (recipe.lettering.face = face.id))}>
            <span className={css.faceName} style={{ fontFamily: faceFamily(face.id) }}>
              {face.name}
            </span>
            <small>{face.kind}</small>
          </Dropdown.Item>
        ))}
        <Dropdown.Divider />
        {chosen && (
          <Dropdown.Item href={`/api/faces/${chosen.id}/licence`} target="_blank">
            Licence of {chosen.name} ({chosen.licence})
          </Dropdown.Item>
        )}
      </Dropdown.Menu>
    </Dropdown>
  );
}
