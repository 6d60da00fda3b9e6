import type { Make } from '../recipe/schema.ts';
import { backed } from './backed.ts';
import { cutThrough } from './cut-through.ts';
import { engraved } from './engraved.ts';
import type { MakeRules } from './make.ts';
import { relief } from './relief.ts';
import { singleLine } from './single-line.ts';
import { standAlone } from './stand-alone.ts';

/** Every make, in the order in which they are offered. */
export const MAKES: Readonly<Record<Make, MakeRules>> = {
  'stand-alone': standAlone,
  'cut-through': cutThrough,
  engraved,
  relief,
  backed,
  'single-line': singleLine,
};

export const MAKE_IDS = Object.keys(MAKES) as Make[];

/** The islands of its openings are held by bridges. */
export const isBridged = (make: Make): boolean => MAKES[make].letters === 'opening';

/** Its letters hang together by necks, rails and ties. */
export const isJoined = (make: Make): boolean => MAKES[make].letters === 'material' && MAKES[make].base === 'rail';

/** Nothing but its letters are material: what hangs at nothing is loose, where a plate's parts drop out. */
export const hasPlate = (make: Make): boolean => MAKES[make].base === 'plate';
