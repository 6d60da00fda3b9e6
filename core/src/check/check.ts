import type { Checked } from './checked.ts';
import type { Finding } from './finding.ts';
import { stopsFirst } from './order.ts';
import { unassigned } from './rules/assignment.ts';
import { narrowBridges } from './rules/bridges.ts';
import { letterPlaces } from './rules/letter-places.ts';
import { machine, order } from './rules/machine.ts';
import { dropOuts, loosePieces } from './rules/pieces.ts';
import { places } from './rules/places.ts';
import { heavyIslands, lostPlaces, slenderBridges } from './rules/strength.ts';
import { thickening } from './rules/thickening.ts';
import { words } from './rules/words.ts';

/** Every finding of the shop check that needs no measuring of thickness, stops first. */
export function check(job: Checked): Finding[] {
  // A coupon is a part of a job that has its own check.
  if (job.recipe.coupon) return stopsFirst([...words(job), ...unassigned(job), ...machine(job), ...order(job)]);
  return stopsFirst([
    ...words(job),
    ...letterPlaces(job),
    ...loosePieces(job),
    ...dropOuts(job),
    ...narrowBridges(job),
    ...heavyIslands(job),
    ...slenderBridges(job),
    ...lostPlaces(job),
    ...thickening(job),
    ...places(job),
    ...unassigned(job),
    ...machine(job),
    ...order(job),
  ]);
}
