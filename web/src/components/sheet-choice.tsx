'use client';

import { Choices } from './choices';

interface Props {
  /** Whether backers lie on the bed, by themselves; else all but them. */
  readonly backers: boolean;
  readonly onChange: (backers: boolean) => void;
}

/** Which of a job's two sheets is on the bed, and is released. */
export function SheetChoice({ backers, onChange }: Props) {
  return (
    <Choices
      label="On the bed"
      value={backers ? 'backers' : 'letters'}
      onChange={(value) => onChange(value === 'backers')}
      options={[
        { value: 'letters', label: 'Letters' },
        { value: 'backers', label: 'Backers' },
      ]}
    />
  );
}
