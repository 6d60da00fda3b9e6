'use client';

import { formatTime } from '@needlefile/core/units/quantity';
import { Download } from 'react-bootstrap-icons';
import type { ReleaseRow } from '@/api/job-types';
import { notify } from '@/components/toasts';
import { lookAtRun } from '@/job/run-view';
import { useView } from '@/job/view-store';
import { addressOf, fetchFile } from './released-files';
import css from './release.module.css';

/** The files of a release, each with how well it reads back. */
export function ReleaseFiles({ release }: { release: ReleaseRow }) {
  const runFile = async (fileName: string) => {
    try {
      const bytes = await fetchFile(release, fileName);
      lookAtRun({ name: `r${release.revision}: ${fileName}`, bytes });
      useView.setState({ view: 'run' });
    } catch (error) {
      notify((error as Error).message);
    }
  };
  return (
    <>
      <ul className={css.files}>
        {release.files.map(({ format: kind, fileName, sha256, size, deviation }) => (
          <li key={fileName}>
            <a href={addressOf(release, fileName)} download={fileName} className={css.file}>
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
            <button
              type="button"
              className={css.runIt}
              title="Run this file as the machine would"
              onClick={() => void runFile(fileName)}
            >
              Run it
            </button>
          </li>
        ))}
      </ul>
      <a className="btn btn-light w-100" href={`/api/releases/${release.id}/files/zip`} download>
        All files as one ZIP
      </a>
      <div className="field-hint">
        {release.things && `Of ${release.things.join(', ')} alone. `}About {formatTime(release.time)} on the machine
        {release.stops > 0 ? `; released with ${release.stops} ${release.stops === 1 ? 'stop' : 'stops'}` : ''}.
      </div>
    </>
  );
}
