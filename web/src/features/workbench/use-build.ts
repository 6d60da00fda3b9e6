'use client';

import { stopsFirst } from '@needlefile/core/check/order';
import type { MeasurePicture } from '@needlefile/core/build/measure-picture';
import type { Picture } from '@needlefile/core/build/picture';
import { applyPatch, type RecipePatch } from '@needlefile/core/recipe/patch';
import type { Recipe } from '@needlefile/core/recipe/schema';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useShop } from '@/components/shop';
import { Builder, BuildDropped } from '@/worker/builder';

export interface BuildState {
  /** The last good picture; it stays while the next is made. */
  readonly picture: Picture | null;
  /** Measures of what the picture shows; null until they are taken. */
  readonly measures: MeasurePicture | null;
  /** The recipe the picture shows. */
  readonly recipe: Recipe | null;
  readonly working: boolean;
  readonly problem: string | null;
  readonly stopped: boolean;
}

/** Measuring begins when the job has been left alone this long, ms. */
const REST = 300;

/** Builds a recipe whenever it changes, and then measures it. `stop` gives the build under way up until the next change. */
export function useBuild(recipe: Recipe | null): BuildState & { readonly stop: () => void; readonly coupon: () => Promise<Recipe['coupon']> } {
  const builder = useRef<Builder | null>(null);
  const [state, setState] = useState<BuildState>({ picture: null, measures: null, recipe: null, working: true, problem: null, stopped: false });
  const shop = useShop();
  useEffect(() => {
    builder.current = new Builder();
    return () => {
      builder.current?.close();
      builder.current = null;
    };
  }, []);
  useEffect(() => {
    if (!recipe || !builder.current) return;
    let current = true;
    setState((last) => ({ ...last, working: true, stopped: false }));
    let rest: ReturnType<typeof setTimeout> | undefined;
    builder.current.build(recipe, shop).then(
      (picture) => {
        if (!current) return;
        setState({ picture, measures: null, recipe, working: false, problem: null, stopped: false });
        rest = setTimeout(() => {
          builder.current?.measure().then(
            (measures) => current && measures && setState((last) => ({ ...last, measures, picture: withMeasures(picture, measures) })),
            (error: Error) => current && setState((last) => ({ ...last, problem: error.message })),
          );
        }, REST);
      },
      (error: Error) => current && !(error instanceof BuildDropped) && setState((last) => ({ ...last, working: false, problem: error.message })),
    );
    return () => {
      current = false;
      clearTimeout(rest);
    };
  }, [recipe, shop]);
  const stop = useCallback(() => {
    builder.current?.stop();
    setState((last) => ({ ...last, working: false, stopped: true }));
  }, []);
  const coupon = useCallback(() => builder.current?.coupon() ?? Promise.resolve(null), []);
  return { ...state, stop, coupon };
}

/** The picture with the findings of measuring among the others. */
function withMeasures(picture: Picture, { findings }: MeasurePicture): Picture {
  return { ...picture, report: { ...picture.report, findings: stopsFirst([...picture.report.findings, ...findings]) } };
}

/** What the bed shows while a mend is looked at: the recipe with the mend taken. */
export function usePreview(recipe: Recipe, patch: RecipePatch | null): Picture | null {
  const builder = useRef<Builder | null>(null);
  const shop = useShop();
  const [shown, setShown] = useState<{ patch: RecipePatch; recipe: Recipe; picture: Picture } | null>(null);
  useEffect(() => () => builder.current?.close(), []);
  useEffect(() => {
    if (!patch) return;
    let current = true;
    builder.current ??= new Builder();
    builder.current.build(applyPatch(recipe, patch), shop).then(
      (picture) => current && setShown({ patch, recipe, picture }),
      () => {},
    );
    return () => {
      current = false;
    };
  }, [recipe, patch, shop]);
  return shown && shown.patch === patch && shown.recipe === recipe ? shown.picture : null;
}
