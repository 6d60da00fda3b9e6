import type { MakeRules } from './make.ts';

export const singleLine: MakeRules = {
  name: 'Single-line letters',
  hint: 'Strokes that a tool or a pen follows.',
  letters: 'line',
  base: 'nothing',
  nothingToHold: 'Strokes are followed, and nothing is cut free: there is nothing to hold.',
  limits: (house) => house,
  isStroked: true,
  start: () => ({}),
};
