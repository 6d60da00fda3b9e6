/**
 * A name for this tab of the browser that no other has. It outlives a reload; a copy of the tab, which begins with the
 * same memory, gets another. As long as the tab is open it holds a lock of that name, so that others can tell whether
 * it still is (W3C, "Web Locks API").
 */
let known: Promise<string> | undefined;
export const thisTab = (): Promise<string> => (known ??= claim());

const MEMORY = 'needlefile.tab';
const lockOf = (tab: string): string => `needlefile.tab.${tab}`;

/** A page that is reloaded lets go of its lock a moment after the new one begins, ms. */
const PATIENCE = 400;

async function claim(): Promise<string> {
  const before = remembered();
  const own = before !== null && (await hold(before)) ? before : crypto.randomUUID();
  if (own !== before) await hold(own);
  try {
    sessionStorage.setItem(MEMORY, own);
  } catch {
    // Without a memory the tab has another name after a reload; its drafts are then those of a tab that is gone.
  }
  return own;
}

function remembered(): string | null {
  try {
    return sessionStorage.getItem(MEMORY);
  } catch {
    return null;
  }
}

function hold(tab: string): Promise<boolean> {
  return new Promise((resolve) => {
    navigator.locks
      .request(lockOf(tab), { signal: AbortSignal.timeout(PATIENCE) }, () => {
        resolve(true);
        return new Promise<never>(() => {});
      })
      .catch(() => resolve(false));
  });
}

/** The tabs that are open, this one among them. */
export async function openTabs(): Promise<ReadonlySet<string>> {
  const { held = [] } = await navigator.locks.query();
  const prefix = lockOf('');
  return new Set(held.flatMap(({ name }) => (name?.startsWith(prefix) ? [name.slice(prefix.length)] : [])));
}
