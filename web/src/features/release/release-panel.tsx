'use client';

import type { ReleaseProgress } from '@needlefile/core/job/release';
import type { Picture } from '@needlefile/core/screen/picture';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { stockOf } from '@needlefile/core/recipe/stock';
import { lengthWithUnit } from '@needlefile/core/units/length';
import { formatTime } from '@needlefile/core/units/quantity';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useRef, useState } from 'react';
import { Button, ProgressBar, Spinner } from 'react-bootstrap';
import { Download } from 'react-bootstrap-icons';
import { ask, askInLines } from '@/api/ask';
import { LengthField } from '@/components/length-field';
import { Choices } from '@/components/choices';
import { SheetChoice } from '@/components/sheet-choice';
import { useShop } from '@/hooks/shop';
import { useUnit } from '@/hooks/unit';
import { PanelHead, PanelSection } from '@/components/panel';
import type { ReleaseRow } from '@/api/job-types';
import { saveNow } from '@/job/autosave';
import { useJob, useJobStore } from '@/job/job-store';
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
  const [progress, setProgress] = useState<ReleaseProgress | null>(null);
  const stopper = useRef<AbortController | null>(null);
  const releasing = useMutation({
    mutationFn: async () => {
      setProgress({ doing: 'Saving', share: 0 });
      const { signal } = (stopper.current = new AbortController());
      const body = { revision: await saveNow(store) };
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
          : 'SVG, DXF and PDF at true size, in mm.'}
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
                <span className="soft">{format(new Date(release.releasedAt), 'd MMM HH:mm')}</span>
              </summary>
              <ReleaseFiles release={release} />
            </details>
          ))}
        </PanelSection>
      )}
    </>
  );
}

/** Where cut lines lie in the files: told as it is, and to be set for this job alone. */
function KerfChoice({ kerf }: { kerf: number }) {
  const recipe = useJob((state) => state.recipe);
  const edit = useJob((state) => state.edit);
  const unit = useUnit();
  const machine = useShop().machines.find(({ id }) => id === stockOf(recipe).machine);
  if (!machine || machine.kerf === 0) return null;
  return (
    <Choices
      label="Kerf set off by"
      value={recipe.release.kerf ?? machine.kerfBy}
      onChange={(by) =>
        edit('Kerf in the files', (draft) => {
          draft.release.kerf = by === machine.kerfBy ? null : by;
        })
      }
      options={[
        { value: 'file', label: 'The files', title: 'Cut lines lie half the kerf beside the true edges' },
        { value: 'controller', label: 'Controller', title: 'Cut lines lie on the true edges' },
      ]}
      hint={
        kerf > 0
          ? `Cut lines lie ${lengthWithUnit(kerf / 2, unit, 3)} beside the true edges, in the waste: half of what the ` +
            `${machine.word} takes.`
          : `Cut lines lie on the true edges. The controller must set them off by half of ${lengthWithUnit(machine.kerf, unit)}.`
      }
    />
  );
}

function ReleaseFiles({ release }: { release: ReleaseRow }) {
  return (
    <>
      <ul className={css.files}>
        {release.files.map(({ format: kind, fileName, sha256, size, deviation }) => (
          <li key={kind}>
            <a href={`/api/releases/${release.id}/files/${kind}`} download={fileName} className={css.file}>
              <span className={css.kind}>{kind.toUpperCase()}</span>
              <span className={css.fileName}>{fileName}</span>
              <Download aria-hidden />
            </a>
            <div className={css.proof}>
              {deviation === null ? (
                'not read back'
              ) : (
                <>
                  read back, within{' '}
                  <span className="number">{deviation < 0.0001 ? '0.0001' : deviation.toFixed(4)} mm</span>
                </>
              )}
            </div>
            <div className={css.proof}>
              <span className="number">{Math.max(1, Math.round(size / 1024))} kB</span>, sha256{' '}
              <span className="number" title={sha256}>
                {sha256.slice(0, 12)}…
              </span>
            </div>
          </li>
        ))}
      </ul>
      <a className="btn btn-light w-100" href={`/api/releases/${release.id}/files/zip`} download>
        All files as one ZIP
      </a>
      <div className="field-hint">
        About {formatTime(release.time)} on the machine
        {release.stops > 0 ? `; released with ${release.stops} ${release.stops === 1 ? 'stop' : 'stops'}` : ''}.
      </div>
    </>
  );
}
