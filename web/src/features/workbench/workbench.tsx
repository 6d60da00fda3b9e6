'use client';

import { useEffect } from 'react';
import { Bed } from '../bed/bed';
import { CheckColumn } from '../check/check-column';
import { SheetList } from '../sheet/sheet-list';
import { Tray } from '../tray/tray';
import { ConflictDialog } from './conflict-dialog';
import { useJob } from '@/job/job-store';
import { RefusalsAtFields, SaveProblem } from './save-problem';
import { StationPanel } from './station-panel';
import { StationRail } from './station-rail';
import { StatusLine } from './status-line';
import { TopBar } from './top-bar';
import { useSheetKeys } from './use-sheet-keys';
import { useFolded } from '@/job/folded';
import { useLetterFollowsWords } from '@/job/letter-in-hand';
import { useOutlineOf } from '@/job/outline';
import { useBuild, usePreview } from '@/job/use-build';
import { STATIONS, useView } from '@/job/view-store';
import css from './workbench.module.css';

/**
 * One open job: stations at the left, the bed in the middle, the shop check at the right, what comes off the table
 * below.
 */
export function Workbench() {
  const recipe = useJob((state) => state.recipe);
  const built = useBuild(recipe, useOutlineOf());
  const preview = useView((state) => state.preview);
  const previewed = usePreview(recipe, preview?.patch ?? null);
  useShortcuts();
  useLetterFollowsWords();
  useSheetKeys(built.picture);
  const checkFolded = useFolded((state) => state.check);
  useEffect(() => {
    document.title = `${recipe.name} · Needlefile`;
  }, [recipe.name]);
  const shown = previewed ?? built.picture;
  return (
    <div className={css.workbench} data-check={checkFolded ? 'folded' : 'open'}>
      <TopBar picture={built.picture} />
      <StationRail picture={built.picture} />
      <section className={css.panel} aria-label="Station">
        <SheetList picture={built.picture} />
        <RefusalsAtFields>
          <StationPanel picture={built.picture} measures={built.measures} />
        </RefusalsAtFields>
      </section>
      <Bed
        picture={shown}
        measures={previewed ? null : built.measures}
        previewing={previewed ? preview!.label : null}
        upToDate={built.recipe === recipe}
        working={built.working}
        problem={built.problem}
        stopped={built.stopped}
        onStop={built.stop}
      />
      <CheckColumn
        picture={built.picture}
        upToDate={built.recipe === recipe}
        measured={built.measures !== null}
        stale={built.stale}
      />
      <Tray picture={shown} />
      <StatusLine picture={built.picture} />
      <ConflictDialog />
      <SaveProblem />
    </div>
  );
}

/**
 * Undo, redo, and Alt with a figure for each station. Fields keep their own undo only while they hold unfinished
 * typing.
 */
function useShortcuts(): void {
  const undo = useJob((state) => state.undo);
  const redo = useJob((state) => state.redo);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const key = event.key.toLowerCase();
      if ((event.ctrlKey || event.metaKey) && !event.altKey && (key === 'z' || key === 'y')) {
        event.preventDefault();
        if (key === 'y' || event.shiftKey) redo();
        else undo();
      } else if (event.altKey && !event.ctrlKey && /^[1-6]$/.test(event.key)) {
        event.preventDefault();
        useView.setState({ station: STATIONS[Number(event.key) - 1]! });
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo, redo]);
}
