'use client';

import { Form } from 'react-bootstrap';
import { useView } from './view-store';

/** Shows the lines of one operation alone on the bed. */
export function OnlyThis({ operation }: { operation: string }) {
  const isAlone = useView((state) => state.operation === operation);
  return (
    <Form.Check
      id={`only-${operation}`}
      className="my-1"
      label="Show only its lines"
      checked={isAlone}
      onChange={() => useView.setState(isAlone ? { operation: null } : { operation, view: 'paths' })}
    />
  );
}
