'use client';

import { useId, useState } from 'react';
import { Field } from '@/components/choices';
import { useJob } from '@/job/job-store';

const MOST_TAGS = 20;
const LONGEST_TAG = 40;

/** Words to find the job by, parted by commas. */
export function TagsField() {
  const tags = useJob((state) => state.recipe.tags);
  const edit = useJob((state) => state.edit);
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const typed = draft === null ? tags : tagsIn(draft);
  const problem =
    typed.length > MOST_TAGS
      ? `The most is ${MOST_TAGS} tags.`
      : typed.some((tag) => tag.length > LONGEST_TAG)
        ? `A tag has ${LONGEST_TAG} characters at most.`
        : null;
  return (
    <Field label="Tags" htmlFor={id} problem={problem} hint="Parted by commas; the list of jobs is searched by them.">
      <input
        id={id}
        className={`form-control ${problem ? 'is-invalid' : ''}`}
        autoComplete="off"
        value={draft ?? tags.join(', ')}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={() => {
          if (problem !== null) return;
          setDraft(null);
          if (typed.join() !== tags.join()) edit('Tags', (recipe) => void (recipe.tags = typed));
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
          if (event.key === 'Escape') setDraft(null);
        }}
      />
    </Field>
  );
}

const tagsIn = (text: string): string[] => [
  ...new Set(
    text
      .split(',')
      .map((tag) => tag.trim())
      .filter(Boolean),
  ),
];
