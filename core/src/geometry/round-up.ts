/** Sheets are asked for in whole millimetres. */
export const roundUp = (mm: number): number => Math.ceil(mm - 1e-6);
