/**
 * Gives what was computed before under the same name and key, or computes it: how work on one letter is not done for
 * all.
 */
export type Memo = <T>(name: string, key: string, compute: () => T) => T;

export const noMemo: Memo = (_name, _key, compute) => compute();
