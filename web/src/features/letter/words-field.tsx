'use client';

import { withWordsInJob } from '@needlefile/core/recipe/edits/words';
import { MOST_CHARACTERS, MOST_LINES, type Recipe } from '@needlefile/core/recipe/schema';
import { original } from 'immer';
import { useEffect, useId, useRef, useState } from 'react';
import { useRefused } from '@/components/refused';
import { useLettering, useThing } from '@/job/chosen';
import { useJob } from '@/job/job-store';
import { useView } from '@/job/view-store';
import css from './letter.module.css';

/**
 * The words that are worked on; several lines as typed. Too many are kept in the field with the reason, and the job as
 * it was.
 */
export function WordsField() {
  const words = useLettering((item) => item.words);
  const edit = useJob((state) => state.edit);
  const thing = useThing((made) => made.id);
  const item = useLettering((lettering) => lettering.id);
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const shown = draft ?? words;
  const refused = useRefused('item.words');
  const problem = draft === null ? refused : tooMuch(draft);
  const field = useRef<HTMLTextAreaElement>(null);
  useEffect(() => {
    if (useView.getState().fresh !== item) return;
    field.current?.select();
    useView.setState({ fresh: null });
  }, [item]);
  return (
    <div className="mb-3">
      <label className="visually-hidden" htmlFor={id}>
        Words
      </label>
      <textarea
        ref={field}
        id={id}
        data-at="item.words"
        className={`form-control ${css.words} ${problem ? 'is-invalid' : ''}`}
        rows={Math.min(7, Math.max(2, rowsOf(shown)))}
        value={shown}
        placeholder="Type the words"
        spellCheck={false}
        onChange={(event) => {
          const text = event.target.value;
          if (tooMuch(text) !== null) return setDraft(text);
          setDraft(null);
          // What was placed by hand stays on its letter.
          edit(
            'Words',
            (recipe) => void Object.assign(recipe, withWordsInJob(original(recipe) as Recipe, thing, item, text)),
          );
        }}
      />
      {problem && (
        <div className="field-problem" role="alert">
          {problem}
        </div>
      )}
    </div>
  );
}

/** Letters that fit in a row of the field, near enough. */
const ROW = 22;
const rowsOf = (text: string): number =>
  text.split('\n').reduce((sum, line) => sum + Math.max(1, Math.ceil(line.length / ROW)), 0);

function tooMuch(text: string): string | null {
  if (text.length > MOST_CHARACTERS)
    return (
      `${text.length.toLocaleString('en')} characters are too many for one job: the most is ` +
      `${MOST_CHARACTERS.toLocaleString('en')}. The job keeps its words until you shorten these.`
    );
  if (text.split('\n').length > MOST_LINES)
    return `The most is ${MOST_LINES} lines. The job keeps its words until you shorten these.`;
  return null;
}
