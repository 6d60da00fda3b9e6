import { useCallback, useState } from 'react';

/** How far below the window's edge something counts as seen: it is ready when it comes into view. */
const AHEAD = '200px';

/** Whether an element was ever in view. */
export function useSeen(): { readonly ref: (element: Element | null) => (() => void) | undefined; seen: boolean } {
  const [seen, setSeen] = useState(false);
  const ref = useCallback((element: Element | null) => {
    if (!element) return;
    const observer = new IntersectionObserver(
      (entries) => {
        if (!entries.some(({ isIntersecting }) => isIntersecting)) return;
        setSeen(true);
        observer.disconnect();
      },
      { rootMargin: AHEAD },
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return { ref, seen };
}
