'use client';

import type { Bounds } from '@needlefile/core/geometry/bounds';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import { useCallback, useEffect, useRef, useState } from 'react';

/** Screen pixels to a millimetre at true size, by the CSS definition of the inch. */
export const PIXELS_PER_MM = 96 / 25.4;

let spaceIsDown = false;

/** Whether Space is held down: then whatever is dragged is the view. */
export const isPanning = (): boolean => spaceIsDown;

/** Space in a field or on a button is what it is there. */
const isTyping = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('input, textarea, select, button, summary, [contenteditable]') !== null;

function useSpaceKey(): void {
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      if (event.key !== ' ' || isTyping(event.target)) return;
      event.preventDefault();
      spaceIsDown = true;
    };
    const up = (event: Event) => {
      if (!(event instanceof KeyboardEvent) || event.key === ' ') spaceIsDown = false;
    };
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    window.addEventListener('blur', up);
    return () => {
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
      window.removeEventListener('blur', up);
    };
  }, []);
}

export interface Zoom {
  /** For the drawing that is zoomed. */
  readonly attach: (element: SVGSVGElement | null) => void;
  readonly transform: ZoomTransform;
  readonly size: { readonly width: number; readonly height: number };
  readonly fit: () => void;
  readonly trueSize: () => void;
  readonly by: (factor: number) => void;
  /** Brings a place into the middle. @param filling as large as the bed has room for */
  readonly show: (where: Bounds, filling?: boolean) => void;
}

/** What lies over the bed along its edges, pixels. */
export interface Margins {
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/**
 * Pan and zoom of the bed: wheel and pinch zoom; the middle button, or a drag with Space held, pans. As long as the
 * person has not moved the view, it keeps fitting `content`.
 * @param content what fitting shows, mm, y down
 * @param beside ways to leave what lies over the bed free: fitting takes the one that leaves the content largest
 */
export function useZoom(content: Bounds | null, beside: readonly Margins[]): Zoom {
  useSpaceKey();
  const [element, setElement] = useState<SVGSVGElement | null>(null);
  const [transform, setTransform] = useState<ZoomTransform>(zoomIdentity);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null);
  const fitting = useRef(true);

  useEffect(() => {
    if (!element) return;
    const zooming = zoom<SVGSVGElement, unknown>()
      .scaleExtent([0.01, 800])
      // A drag takes things in hand; with the middle button, or Space held down, or two fingers, it pans.
      .filter(
        (event: Event & { button?: number; touches?: TouchList }) =>
          event.type === 'wheel' ||
          (event.type === 'mousedown' && (event.button === 1 || spaceIsDown)) ||
          (event.touches?.length ?? 0) > 1,
      )
      .on('zoom', (event: { transform: ZoomTransform; sourceEvent: Event | null }) => {
        // Only what a person does ends the fitting.
        if (event.sourceEvent) fitting.current = false;
        setTransform(event.transform);
      });
    behaviour.current = zooming;
    select(element).call(zooming).on('dblclick.zoom', null);
    const watch = new ResizeObserver(
      ([entry]) => entry && setSize({ width: entry.contentRect.width, height: entry.contentRect.height }),
    );
    watch.observe(element);
    return () => watch.disconnect();
  }, [element]);

  const move = useCallback(
    (next: ZoomTransform) => {
      if (element && behaviour.current) select(element).call(behaviour.current.transform, next);
    },
    [element],
  );
  const showBox = useCallback(
    ({ minX, minY, maxX, maxY }: Bounds, share: number, closest: number) => {
      if (size.width === 0) return;
      const fits = beside.map(({ top, right, bottom }) => {
        const [width, height] = [Math.max(1, size.width - right), Math.max(1, size.height - top - bottom)];
        const k = Math.min(
          closest,
          (width * share) / Math.max(1e-3, maxX - minX),
          (height * share) / Math.max(1e-3, maxY - minY),
        );
        return { k, x: width / 2, y: top + height / 2 };
      });
      const { k, x, y } = fits.reduce((best, fit) => (fit.k > best.k ? fit : best));
      move(zoomIdentity.translate(x - (k * (minX + maxX)) / 2, y - (k * (minY + maxY)) / 2).scale(k));
    },
    [move, size, beside],
  );
  const fit = useCallback(() => {
    fitting.current = true;
    if (content) showBox(content, 0.9, 60);
  }, [content, showBox]);
  useEffect(() => {
    if (fitting.current && content) showBox(content, 0.9, 60);
  }, [content, showBox]);

  return {
    attach: setElement,
    transform,
    size,
    fit,
    trueSize: () => {
      fitting.current = false;
      const k = PIXELS_PER_MM / transform.k;
      move(
        zoomIdentity
          .translate(
            size.width / 2 - (size.width / 2 - transform.x) * k,
            size.height / 2 - (size.height / 2 - transform.y) * k,
          )
          .scale(PIXELS_PER_MM),
      );
    },
    by: (factor) => {
      fitting.current = false;
      if (element && behaviour.current) select(element).call(behaviour.current.scaleBy, factor);
    },
    show: (where, filling = false) => {
      fitting.current = false;
      showBox(where, filling ? 0.8 : 0.3, Math.max(transform.k, 24));
    },
  };
}
