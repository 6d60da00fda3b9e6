/** A share of an outline, brought between 0 and 1, as exact as anyone needs it. */
export const tidyShare = (share: number): number => Number((((share % 1) + 1) % 1).toFixed(5));
