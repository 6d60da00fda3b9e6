/** The least multiple of a step that is no less than a length: what is advised is a round figure, and wide enough. */
export const roundUp = (mm: number, step: number): number => Number((Math.ceil(mm / step) * step).toFixed(4));
