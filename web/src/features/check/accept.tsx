'use client';

import type { Finding } from '@needlefile/core/check/finding';
import { useId, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useJob } from '@/job/job-store';
import css from './check.module.css';

/** Lets findings be as they are, where somebody says why. What gets worse later is told again. */
export function AcceptButton({ findings }: { findings: readonly Finding[] }) {
  const edit = useJob((state) => state.edit);
  const [isAsking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  const [by, setBy] = useState('');
  const id = useId();
  if (!isAsking)
    return (
      <button type="button" className="btn btn-light btn-sm" onClick={() => setAsking(true)}>
        Accept …
      </button>
    );
  const accept = () =>
    edit('Accept a finding', (recipe) => {
      const ids = new Set(findings.map((finding) => finding.id));
      recipe.accepted = [
        ...recipe.accepted.filter(({ finding }) => !ids.has(finding)),
        ...findings.map(({ id: finding, measure }) => ({
          finding,
          reason: reason.trim(),
          by: by.trim(),
          value: measure?.value ?? null,
        })),
      ];
    });
  return (
    <form
      className={css.accept}
      onSubmit={(event) => {
        event.preventDefault();
        accept();
      }}
    >
      <label htmlFor={`${id}-why`}>Why may it be so?</label>
      <Form.Control
        id={`${id}-why`}
        size="sm"
        autoFocus
        value={reason}
        maxLength={200}
        onChange={({ target }) => setReason(target.value)}
      />
      <label htmlFor={`${id}-who`}>Who says so</label>
      <Form.Control
        id={`${id}-who`}
        size="sm"
        value={by}
        maxLength={60}
        onChange={({ target }) => setBy(target.value)}
      />
      <div className={css.actions}>
        <Button size="sm" variant="outline-primary" type="submit" disabled={reason.trim() === ''}>
          Accept {findings.length > 1 ? `all ${findings.length}` : 'it'}
        </Button>
        <Button size="sm" variant="light" onClick={() => setAsking(false)}>
          Leave it
        </Button>
      </div>
    </form>
  );
}

/** What is accepted, with why; each can be told again. */
export function AcceptedFindings({ findings }: { findings: readonly Finding[] }) {
  const edit = useJob((state) => state.edit);
  return (
    <details className={css.accepted}>
      <summary>
        <span className="number">{findings.length}</span> accepted
      </summary>
      <ul>
        {findings.map(({ id, title, on, accepted }) => (
          <li key={id}>
            <strong>
              {title}
              {on ? `, on ${on}` : ''}
            </strong>
            <span>
              {accepted!.by ? `${accepted!.by}: ` : ''}
              {accepted!.reason}
            </span>
            <button
              type="button"
              className="btn btn-light btn-sm"
              onClick={() =>
                edit('Tell a finding again', (recipe) => {
                  recipe.accepted = recipe.accepted.filter(({ finding }) => finding !== id);
                })
              }
            >
              Tell it again
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
