import { inAssembly } from '../../recipe/patch.ts';
import type { Mend } from '../finding.ts';

/** A plate as large as the words and the margin ask. */
export const FIT_PLATE: Mend = {
  label: 'Fit the plate to the words',
  patch: inAssembly([
    { path: ['plate', 'width'], value: null },
    { path: ['plate', 'height'], value: null },
  ]),
};
