'use client';

import { Form } from 'react-bootstrap';
import { useJob } from './job-store';
import { operationInWords } from './operation-names';

interface Props {
  readonly id: string;
  /** What no operation is called. */
  readonly none: string;
  readonly value: string | null;
  readonly onChange: (id: string | null) => void;
}

/** One of the operations of the job, or none. */
export function OperationSelect({ id, none, value, onChange }: Props) {
  const recipe = useJob((state) => state.recipe);
  return (
    <Form.Select id={id} size="sm" value={value ?? ''} onChange={({ target }) => onChange(target.value || null)}>
      <option value="">{none}</option>
      {recipe.operations.map((each) => (
        <option key={each.id} value={each.id}>
          {operationInWords(each, recipe)}
        </option>
      ))}
    </Form.Select>
  );
}
