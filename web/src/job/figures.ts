import type { Report } from '@needlefile/core/job/report';

/** How many pieces stay, of all things and their copies. */
export const keptIn = ({ assemblies }: Report): number =>
  assemblies.reduce(
    (sum, { pieces, copies }) => sum + copies * pieces.filter(({ status }) => status === 'kept').length,
    0,
  );
