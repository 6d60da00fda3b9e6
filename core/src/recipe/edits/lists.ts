/** The list with one more, behind the one of an id, or at the end where that is not said or not there. */
export function insertedBehind<T extends { readonly id: string }>(
  list: readonly T[],
  one: T,
  behind: string | undefined,
): T[] {
  const at = list.findIndex(({ id }) => id === behind);
  return at < 0 ? [...list, one] : [...list.slice(0, at + 1), one, ...list.slice(at + 1)];
}

/** The list with one of its members elsewhere. Of items the order counts: each acts on what lies before it. */
export function moved<T>(list: readonly T[], from: number, to: number): T[] {
  const rest = [...list];
  const [one] = rest.splice(from, 1);
  if (one === undefined) return rest;
  rest.splice(Math.max(0, Math.min(rest.length, to)), 0, one);
  return rest;
}
