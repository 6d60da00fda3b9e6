/** A line as thin as every reader still draws, mm: nought would be the thinnest a device has, which some lose. */
export const HAIRLINE = 0.05;
