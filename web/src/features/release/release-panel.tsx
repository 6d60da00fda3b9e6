'use client';

import type { ReleaseProgress } from '@needlefile/core/job/release';
import type { Picture } from '@needlefile/core/screen/picture';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useRef, useState } from 'react';
import { Button, ProgressBar, Spinner } from 'react-bootstrap';
import { ask, askInLines } from '@/api/ask';
import { LengthField } from '@/components/length-field';
import { SheetChoice } from '@/components/sheet-choice';
import { useUnit } from '@/hooks/unit';
import { PanelHead, PanelSection } from '@/components/panel';
import type { ReleaseRow } from '@/api/job-types';
import { saveNow } from '@/job/autosave';
import { useJob, useJobStore } from '@/job/job-store';
import { FormatChoice, NameChoice, ThingChoice } from './file-choices';
import { KerfChoice } from './kerf-choice';
import { ReleaseChanges } from './release-changes';
import { ReleaseFiles } from './release-files';
import css from './release.module.css';

/** Writes the files, shows that they read back right, and keeps every set that was released. */
export function ReleasePanel({ picture }: { picture: Picture | null }) {
  const store = useJobStore();
  const id = useJob((state) => state.id);
  const tolerance = useJob((state) => state.recipe.release.tolerance);
  const backers = useJob((state) => state.recipe.backers);
  const edit = useJob((state) => state.edit);
  const unit = useUnit();
  const client = useQueryClient();
  const { data: releases, error } = useQuery({
    queryKey: ['releases', id],
    queryFn: () => ask<ReleaseRow[]>(`/api/jobs/${id}/releases`),
  });
  const [only, setOnly] = useState<readonly string[] | null>(null);
  const [progress, setProgress] = useState<ReleaseProgress | null>(null);
  const stopper = useRef<AbortController | null>(null);
  const releasing = useMutation({
    mutationFn: async () => {
      setProgress({ doing: 'Saving', share: 0 });
      const { signal } = (stopper.current = new AbortController());
      const body = { revision: await saveNow(store), only };
      return askInLines<ReleaseProgress, ReleaseRow>(
        `/api/jobs/${id}/releases`,
        { method: 'POST', body, signal },
        setProgress,
      );
    },
    onSuccess: () => client.invalidateQueries({ queryKey: ['releases', id] }),
  });
  const stops = picture?.report.findings.filter(({ severity }) => severity === 'stop').length ?? 0;
  const [newest, ...older] = releases ?? [];
  return (
    <>
      <PanelHead title="Release">
        {stops > 0
          ? `The shop check has ${stops} ${stops === 1 ? 'stop' : 'stops'}. The files would carry ` +
            `${stops === 1 ? 'it' : 'them'} to the machine.`
          : 'At true size, each file read back and run before it is offered.'}
      </PanelHead>
      {backers && (
        <>
          <SheetChoice
            backers={backers.laid}
            onChange={(laid) => edit('Sheet on the bed', (recipe) => void (recipe.backers!.laid = laid))}
          />
          <div className="field-hint mb-2">Letters and backers are released each by themselves.</div>
        </>
      )}
      <LengthField
        at="release.tolerance"
        label="Tolerance"
        value={tolerance}
        digits={unit === 'mm' ? 3 : 4}
        {...LIMITS.tolerance}
        onChange={(mm) => edit('Tolerance', (recipe) => void (recipe.release.tolerance = mm))}
        hint="How far a line in a file may be from the true curve. Finer means more nodes in the DXF."
      />
      <KerfChoice kerf={picture?.report.kerf ?? 0} />
      <FormatChoice />
      {picture && <NameChoice report={picture.report} />}
      <ThingChoice only={only} onChange={setOnly} />
      <Button
        className="w-100"
        variant={stops > 0 ? 'outline-danger' : 'primary'}
        disabled={releasing.isPending || !picture || picture.report.operations.length === 0}
        onClick={() => releasing.mutate()}
      >
        {releasing.isPending ? (
          <>
            <Spinner size="sm" /> {progress?.doing ?? 'Saving'} …
          </>
        ) : stops > 0 ? (
          'Release all the same'
        ) : (
          'Write the files'
        )}
      </Button>
      {releasing.isPending && (
        <div className={css.progress}>
          <ProgressBar now={(progress?.share ?? 0) * 100} label={progress?.doing} visuallyHidden />
          <Button size="sm" variant="light" onClick={() => stopper.current?.abort()}>
            Stop
          </Button>
        </div>
      )}
      {(releasing.error ?? error) && (
        <p className="field-problem" role="alert">
          {(releasing.error ?? error)!.message}
        </p>
      )}
      {newest && (
        <PanelSection title={`Revision ${newest.revision}`} aside={format(new Date(newest.releasedAt), 'd MMM HH:mm')}>
          <ReleaseFiles release={newest} />
        </PanelSection>
      )}
      {older.length > 0 && (
        <PanelSection title="Earlier releases">
          {older.map((release) => (
            <details key={release.id} className={css.older}>
              <summary>
                Revision {release.revision}{' '}
                <span className="soft">
                  {format(new Date(release.releasedAt), 'd MMM HH:mm')}
                  {release.things && `, ${release.things.join(', ')} alone`}
                </span>
              </summary>
              <ReleaseFiles release={release} />
              <ReleaseChanges earlier={release} later={newest!} />
            </details>
          ))}
        </PanelSection>
      )}
    </>
  );
}
