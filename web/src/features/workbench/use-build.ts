'use client';

import type { Picture } from '@needlefile/core/build/picture';
import { applyPatch, type RecipePatch } from '@needlefile/core/recipe/patch';
import type { Recipe } from '@needlefile/core/recipe/schema';
import { useCallback, useEffect, useRef, useState } from 'react';
import { Builder, BuildDropped } from '@/worker/builder';

export interface BuildState {
  /** The last good picture; it stays while the next is made. */
  readonly picture: Picture | null;
  /** The recipe the picture shows. */
  readonly recipe: Recipe | null;
  readonly working: boolean;
  readonly problem: string | null;
  readonly stopped: boolean;
}

/** Builds a recipe whenever it changes. `stop` gives the build under way up until the next change. */
export function useBuild(recipe: Recipe | null): BuildState & { readonly stop: () => void } {
  const builder = useRef<Builder | null>(null);
  const [state, setState] = useState<BuildState>({ picture: null, recipe: null, working: true, problem: null, stopped: false });
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
    builder.current.build(recipe).then(
      (picture) => current && setState({ picture, recipe, working: false, problem: null, stopped: false }),
      (error: Error) => current && !(error instanceof BuildDropped) && setState((last) => ({ ...last, working: false, problem: error.message })),
    );
    return () => {
      current = false;
    };
  }, [recipe]);
  const stop = useCallback(() => {
    builder.current?.stop();
    setState((last) => ({ ...last, working: false, stopped: true }));
  }, []);
  return { ...state, stop };
}

/** What the bed shows while a mend is looked at: the recipe with the mend taken. */
export function usePreview(recipe: Recipe, patch: RecipePatch | null): Picture | null {
  const builder = useRef<Builder | null>(null);
  const [shown, setShown] = useState<{ patch: RecipePatch; recipe: Recipe; picture: Picture } | null>(null);
  useEffect(() => () => builder.current?.close(), []);
  useEffect(() => {
    if (!patch) return;
    let current = true;
    builder.current ??= new Builder();
    builder.current.build(applyPatch(recipe, patch)).then(
      (picture) => current && setShown({ patch, recipe, picture }),
      () => {},
    );
    return () => {
      current = false;
    };
  }, [recipe, patch]);
  return shown && shown.patch === patch && shown.recipe === recipe ? shown.picture : null;
}
