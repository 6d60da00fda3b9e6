/** How convex corners are made: as arcs, or drawn out to a point. */
export type Corners = 'round' | 'mitred';

/** A mitre reaches at most so many times the offset; sharper corners are made round. */
export const LONGEST_MITRE = 2.5;
