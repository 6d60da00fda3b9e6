import { configure } from '@testing-library/react';
import * as Comlink from 'comlink';
import * as React from 'react';
import { vi } from 'vitest';
import { coreApi } from '../../src/worker/core-api';

/** What a browser has and jsdom lacks, as far as the workbench asks for it. */

/** The bed is as large as this, px. */
export const BED = { width: 800, height: 600 };

/** Runs the core where it is asked, behind the same messages: what is sent must still be what can be sent. */
class WorkerHere {
  private readonly channel = new MessageChannel();
  readonly addEventListener: MessagePort['addEventListener'];
  readonly removeEventListener: MessagePort['removeEventListener'];
  readonly postMessage: MessagePort['postMessage'];

  constructor() {
    const { port1, port2 } = this.channel;
    Comlink.expose(coreApi, port1);
    this.addEventListener = port2.addEventListener.bind(port2);
    this.removeEventListener = port2.removeEventListener.bind(port2);
    this.postMessage = port2.postMessage.bind(port2);
    port2.start();
  }

  terminate(): void {
    this.channel.port1.close();
    this.channel.port2.close();
  }
}

class ResizeObserverHere {
  constructor(private readonly told: ResizeObserverCallback) {}
  observe(): void {
    this.told([{ contentRect: BED } as ResizeObserverEntry], this);
  }
  unobserve(): void {}
  disconnect(): void {}
}

class IntersectionObserverHere {
  constructor(private readonly told: IntersectionObserverCallback) {}
  observe(): void {
    this.told([{ isIntersecting: true } as IntersectionObserverEntry], this as unknown as IntersectionObserver);
  }
  unobserve(): void {}
  disconnect(): void {}
}

/** Draws nothing: charts are drawn by a library, which asks for the width of words. */
const contextOf = (canvas: HTMLCanvasElement): unknown =>
  new Proxy({ canvas, measureText: () => ({ width: 8 }) } as Record<string | symbol, unknown>, {
    get: (own, key) => (key in own ? own[key] : () => undefined),
  });

/** jsdom lays nothing out: whatever is asked for its box is as large as the bed. */
const boxOf = () => ({ ...BED, x: 0, y: 0, left: 0, top: 0, right: BED.width, bottom: BED.height }) as DOMRect;

/** Where the sheet's zero is on the screen, and how many px a mm takes: as the bed's own group is moved and sized. */
function onScreen(element: Element): { readonly x: number; readonly y: number; readonly k: number } {
  const group = element.closest('svg')?.querySelector(':scope > g[transform]');
  const [x = 0, y = 0, k = 1] = (group?.getAttribute('transform')?.match(/-?[\d.]+(e-?\d+)?/g) ?? []).map(Number);
  return { x, y, k };
}

/** Where a point of the sheet is on the screen. @param at mm, y down */
export function pixelOf(element: Element, at: { readonly x: number; readonly y: number }) {
  const { x, y, k } = onScreen(element);
  return { clientX: x + k * at.x, clientY: y + k * at.y };
}

/** With the buttons and keys of a mouse, which those of jsdom have not. */
class PointerEventHere extends MouseEvent {
  readonly pointerId: number;
  constructor(type: string, init: PointerEventInit = {}) {
    super(type, init);
    this.pointerId = init.pointerId ?? 1;
  }
}

class DOMPointHere {
  constructor(
    readonly x: number,
    readonly y: number,
  ) {}
  matrixTransform(transform: (point: DOMPointHere) => DOMPointHere): DOMPointHere {
    return transform(this);
  }
}

function screenMatrixOf(this: Element): unknown {
  const { x, y, k } = onScreen(this);
  return { inverse: () => (point: DOMPointHere) => new DOMPointHere((point.x - x) / k, (point.y - y) / k) };
}

/** Locks of tabs: those that were ever asked for are held, and others may be said to be. */
export const heldLocks = new Set<string>();
const locks = {
  request: (name: string, _: object, hold: () => unknown) => Promise.resolve(heldLocks.add(name)).then(() => hold()),
  query: () => Promise.resolve({ held: [...heldLocks].map((name) => ({ name })) }),
};

/**
 * React notes the stack of calls at each element that it makes, for warnings that nobody reads here, until it has made
 * ten thousand in a second: a sixth of the time of these tests.
 */
function withoutOwnerStacks(): void {
  const { __CLIENT_INTERNALS_DO_NOT_USE_OR_WARN_USERS_THEY_CANNOT_UPGRADE: internals } = React as unknown as Record<
    string,
    object
  >;
  if (!internals) throw new Error('React keeps its count of stacks elsewhere now.');
  Object.defineProperty(internals, 'recentlyCreatedOwnerStacks', {
    get: () => Infinity,
    set: () => {},
    configurable: true,
  });
}

export function installSurroundings(): void {
  withoutOwnerStacks();
  // A machine that is throttled builds for a while.
  configure({
    asyncUtilTimeout: 200_000,
    // Without the whole page behind it.
    getElementError: (message) => new Error(message?.split('\n')[0]),
  });
  vi.stubGlobal('Worker', WorkerHere);
  vi.stubGlobal('ResizeObserver', ResizeObserverHere);
  vi.stubGlobal('IntersectionObserver', IntersectionObserverHere);
  vi.stubGlobal('CSS', { escape: (text: string) => text.replace(/[^\w-]/g, '\\$&') });
  vi.stubGlobal('PointerEvent', PointerEventHere);
  vi.stubGlobal('DOMPoint', DOMPointHere);
  Element.prototype.getBoundingClientRect = boxOf;
  (SVGElement.prototype as unknown as { getScreenCTM: unknown }).getScreenCTM = screenMatrixOf;
  Element.prototype.scrollIntoView = () => {};
  Element.prototype.setPointerCapture = () => {};
  Element.prototype.releasePointerCapture = () => {};
  Element.prototype.hasPointerCapture = () => false;
  Object.defineProperties(SVGSVGElement.prototype, {
    width: { get: () => ({ baseVal: { value: BED.width } }), configurable: true },
    height: { get: () => ({ baseVal: { value: BED.height } }), configurable: true },
  });
  HTMLCanvasElement.prototype.getContext = function (this: HTMLCanvasElement) {
    return contextOf(this) as never;
  };
  Object.defineProperty(navigator, 'locks', { value: locks, configurable: true });
  // There are no style sheets: an element looks as it says itself. Asked for each name of each button, that is quicker.
  window.getComputedStyle = (element) => (element as HTMLElement).style;
  window.matchMedia = (media) => ({ matches: false, media, addEventListener() {}, removeEventListener() {} }) as never;
}
