'use client';

import type { Finding } from '@needlefile/core/check/finding';
import { stopsFirst } from '@needlefile/core/check/stops-first';
import type { MeasurePicture } from '@needlefile/core/screen/measure-picture';
import type { Picture } from '@needlefile/core/screen/picture';
import { applyPatch, type RecipePatch } from '@needlefile/core/recipe/patch';
import type { Recipe } from '@needlefile/core/recipe/schema';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useAnsweredShop, useShop } from '@/hooks/shop';
import type { OutlineOf } from '@needlefile/core/screen/outline-picture';
import { newDrawer, newMeasurer, type Drawn, type Job } from '@/worker/core-workers';
import { Dropped, type Latest } from '@/worker/latest';

export interface BuildState {
  /** The last good picture; it stays while the next is made. */
  readonly picture: Picture | null;
  /** Measures of what the picture shows; null until they are taken. */
  readonly measures: MeasurePicture | null;
  /** Findings of the measures before, in the picture until new ones are taken. */
  readonly stale: readonly Finding[];
  /** The recipe the picture shows. */
  readonly recipe: Recipe | null;
  readonly working: boolean;
  readonly problem: string | null;
  readonly stopped: boolean;
}

/** Measuring begins when the job has been left alone this long, ms. */
const REST = 300;

/**
 * Builds a recipe whenever it changes, and then measures it. `stop` gives what is under way up until the next change.
 * @param outlineOf what a hand works on, to be drawn with it
 */
export function useBuild(
  recipe: Recipe | null,
  outlineOf: OutlineOf | null = null,
): BuildState & { readonly stop: () => void } {
  const workers = useRef<{
    readonly drawer: Latest<Drawn, Picture>;
    readonly measurer: Latest<Job, MeasurePicture>;
  } | null>(null);
  const [state, setState] = useState<BuildState>({
    picture: null,
    measures: null,
    stale: [],
    recipe: null,
    working: true,
    problem: null,
    stopped: false,
  });
  const shop = useAnsweredShop();
  /** What was measured last: other outlines in hand measure nothing anew. */
  const measured = useRef<(Job & { readonly measures: MeasurePicture }) | null>(null);
  useEffect(() => {
    const own = { drawer: newDrawer(), measurer: newMeasurer() };
    workers.current = own;
    return () => {
      own.drawer.close();
      own.measurer.close();
      workers.current = null;
    };
  }, []);
  useEffect(() => {
    if (!recipe || !shop || !workers.current) return;
    const { drawer, measurer } = workers.current;
    let current = true;
    setState((last) => ({ ...last, working: true, stopped: false }));
    let rest: ReturnType<typeof setTimeout> | undefined;
    const failed = (error: Error) =>
      current &&
      !(error instanceof Dropped) &&
      setState((last) => ({ ...last, working: false, problem: error.message }));
    drawer.ask({ recipe, shop, outlineOf }).then((picture) => {
      if (!current) return;
      const known = measured.current;
      if (known?.recipe === recipe && known.shop === shop) {
        const { measures } = known;
        const shown = withFindings(picture, measures.findings);
        setState({ picture: shown, measures, stale: [], recipe, working: false, problem: null, stopped: false });
        return;
      }
      setState(({ measures, stale: older }) => {
        const stale = measures?.findings ?? older;
        const shown = withFindings(picture, stale);
        return { picture: shown, measures: null, stale, recipe, working: false, problem: null, stopped: false };
      });
      rest = setTimeout(() => {
        measurer.ask({ recipe, shop }).then((measures) => {
          if (!current) return;
          measured.current = { recipe, shop, measures };
          setState((last) => ({
            ...last,
            measures,
            stale: [],
            picture: withFindings(picture, measures.findings),
          }));
        }, failed);
      }, REST);
    }, failed);
    return () => {
      current = false;
      clearTimeout(rest);
    };
  }, [recipe, shop, outlineOf]);
  const stop = useCallback(() => {
    workers.current?.drawer.stop();
    workers.current?.measurer.stop();
    setState((last) => ({ ...last, working: false, stopped: true }));
  }, []);
  return { ...state, stop };
}

/** The picture with the findings of measuring among the others. */
function withFindings(picture: Picture, findings: readonly Finding[]): Picture {
  return { ...picture, report: { ...picture.report, findings: stopsFirst([...picture.report.findings, ...findings]) } };
}

/** What the bed shows while a mend is looked at: the recipe with the mend taken. */
export function usePreview(recipe: Recipe, patch: RecipePatch | null): Picture | null {
  const drawer = useRef<Latest<Drawn, Picture> | null>(null);
  const shop = useShop();
  const [shown, setShown] = useState<{ patch: RecipePatch; recipe: Recipe; picture: Picture } | null>(null);
  useEffect(() => () => drawer.current?.close(), []);
  useEffect(() => {
    if (!patch) return;
    let current = true;
    drawer.current ??= newDrawer();
    // A mend of what is no longer there has no picture.
    const preview = async (own: Latest<Drawn, Picture>) =>
      own.ask({ recipe: applyPatch(recipe, patch), shop, outlineOf: null });
    preview(drawer.current).then(
      (picture) => current && setShown({ patch, recipe, picture }),
      () => {},
    );
    return () => {
      current = false;
    };
  }, [recipe, patch, shop]);
  return shown && shown.patch === patch && shown.recipe === recipe ? shown.picture : null;
}
