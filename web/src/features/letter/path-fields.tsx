'use client';

import type { ShapeItem } from '@needlefile/core/recipe/schema';
import type { Picture } from '@needlefile/core/screen/picture';
import { Form } from 'react-bootstrap';
import { useEditItem } from '@/job/chosen';
import { useOutline } from '@/job/outline';
import { NodeFields } from './node-fields';

/** An own drawing: whether it is closed, and its nodes. */
export function PathFields({ closed, picture }: { closed: boolean; picture: Picture | null }) {
  const edit = useEditItem<ShapeItem>();
  const outline = useOutline(picture);
  return (
    <>
      <Form.Check
        type="switch"
        id="path-closed"
        label="Closed"
        checked={closed}
        onChange={({ target }) =>
          edit('Close', (draft) => {
            if (draft.outline.by === 'path') draft.outline.closed = target.checked;
          })
        }
      />
      {outline && <NodeFields outline={outline} />}
    </>
  );
}
