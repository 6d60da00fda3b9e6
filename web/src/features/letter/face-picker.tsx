'use client';

import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { Dropdown, Spinner } from 'react-bootstrap';
import { ask } from '@/api/ask';
import { bringFile } from '@/api/bring-file';
import type { BroughtFace } from '@/api/brought-face';
import { FONTS_KEY, useFaces } from '@/hooks/faces';
import { notify } from '@/components/toasts';
import { useEditLettering, useLettering } from '@/job/chosen';
import { faceFamily } from './face-styles';
import css from './letter.module.css';

/** The wall of faces: each name in its own face, with a word on what it is for; fonts that were brought stand first. */
export function FacePicker() {
  const id = useLettering((item) => item.face);
  const edit = useEditLettering();
  const faces = useFaces();
  const client = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const chosen = faces.find((face) => face.id === id);
  const choose = (face: string) =>
    edit('Face', (item) => {
      item.face = face;
      // Axes and features are a face's own.
      item.axes = {};
      item.features = {};
    });
  const refresh = () => client.invalidateQueries({ queryKey: FONTS_KEY });
  const bring = useMutation({
    mutationFn: bringFont,
    onSuccess: async ({ id: added, facts }) => {
      await refresh();
      choose(added);
      notify(`Brought: ${facts.name}`);
    },
    onError: (error: Error) => notify(error.message),
  });
  const remove = useMutation({
    mutationFn: (font: BroughtFace) => ask(`/api/fonts/${font.id}`, { method: 'DELETE' }),
    onSuccess: refresh,
    onError: (error: Error) => notify(error.message),
  });
  return (
    <>
      <Dropdown className="mb-2">
        <Dropdown.Toggle variant="light" className={css.face}>
          <span className="visually-hidden">Face: </span>
          <span className={css.faceName} style={{ fontFamily: faceFamily(id) }}>
            {chosen?.name ?? `${id} (not here)`}
          </span>
          {bring.isPending ? <Spinner size="sm" /> : <span className="soft">{chosen?.kind}</span>}
        </Dropdown.Toggle>
        <Dropdown.Menu className={css.wall}>
          <Dropdown.Item as="button" type="button" onClick={() => file.current?.click()}>
            Bring a font file …
          </Dropdown.Item>
          <Dropdown.Divider />
          {faces.map((face) => (
            <Dropdown.Item
              key={face.id}
              as="button"
              type="button"
              active={face.id === id}
              className={css.wallFace}
              onClick={() => choose(face.id)}
            >
              <span className={css.faceName} style={{ fontFamily: faceFamily(face.id) }}>
                {face.name}
              </span>
              <small>{face.kind}</small>
            </Dropdown.Item>
          ))}
        </Dropdown.Menu>
      </Dropdown>
      <input
        ref={file}
        type="file"
        hidden
        aria-label="Font file"
        accept=".ttf,.otf,.woff,.woff2,font/*"
        onChange={({ target }) => {
          const picked = target.files?.[0];
          if (picked) bring.mutate(picked);
          target.value = '';
        }}
      />
      {chosen && <FaceNote brought={chosen.brought} id={chosen.id} onRemove={remove.mutate} />}
    </>
  );
}

function FaceNote({
  id,
  brought,
  onRemove,
}: {
  id: string;
  brought: BroughtFace | null;
  onRemove: (font: BroughtFace) => void;
}) {
  if (!brought)
    return (
      <p className={css.faceNote}>
        <a href={`/api/faces/${id}/licence`} target="_blank" rel="noreferrer">
          Licence
        </a>
      </p>
    );
  const { facts, fileName } = brought;
  return (
    <div className={css.faceNote}>
      {fileName}, {facts.glyphs} letters and signs; {facts.embedding}.{' '}
      {facts.licence ? (
        <span title={facts.licence}>
          Licence: {facts.licence.slice(0, 70)}
          {facts.licence.length > 70 ? ' …' : ''}
        </span>
      ) : (
        'It names no licence.'
      )}{' '}
      <button type="button" className="btn btn-link btn-sm p-0" onClick={() => onRemove(brought)}>
        Remove this font
      </button>
    </div>
  );
}

/** Sends a font file to be checked and kept. */
const bringFont = (file: File) => bringFile<BroughtFace>('/api/fonts', file);
