'use client';

import { useEffect, useRef, useState } from 'react';
import { Dropped, type Latest } from '@/worker/latest';

/** What a worker answered last: it stays while the next is made; undefined until there is one. */
export interface Asked<Result> {
  readonly result: Result | undefined;
  readonly problem: string | null;
}

/**
 * Asks a worker of its own, anew whenever the request is another object, and ends it with the component.
 * @param start starts the worker, when it is first asked
 * @param request null: nothing is asked; the same object as long as nothing changes
 */
export function useAsked<Request, Result>(
  start: () => Latest<Request, Result>,
  request: Request | null,
): Asked<Result> {
  const worker = useRef<Latest<Request, Result> | null>(null);
  const [asked, setAsked] = useState<Asked<Result>>({ result: undefined, problem: null });
  useEffect(
    () => () => {
      worker.current?.close();
      worker.current = null;
    },
    [],
  );
  useEffect(() => {
    if (request === null) return;
    let current = true;
    worker.current ??= start();
    worker.current.ask(request).then(
      (result) => current && setAsked({ result, problem: null }),
      (error: Error) =>
        current && !(error instanceof Dropped) && setAsked(({ result }) => ({ result, problem: error.message })),
    );
    return () => {
      current = false;
    };
  }, [start, request]);
  return asked;
}
