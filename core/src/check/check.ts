import type { BuiltRule, Finding, MeasuredRule } from './finding.ts';
import { closedCounter } from './rules/closed-counter.ts';
import { dropOut } from './rules/drop-out.ts';
import { faceMissing } from './rules/face-missing.ts';
import { fewPoints } from './rules/few-points.ts';
import { filledCounter } from './rules/filled-counter.ts';
import { holeInTheWay } from './rules/hole-in-the-way.ts';
import { loosePiece } from './rules/loose-piece.ts';
import { lostBar } from './rules/lost-bar.ts';
import { lostBridge } from './rules/lost-bridge.ts';
import { lostNudge } from './rules/lost-nudge.ts';
import { machine } from './rules/machine.ts';
import { missingCharacter } from './rules/missing-character.ts';
import { narrowBridge } from './rules/narrow-bridge.ts';
import { narrowGap } from './rules/narrow-gap.ts';
import { noWords } from './rules/no-words.ts';
import { offTheSheet } from './rules/off-the-sheet.ts';
import { oneBridge } from './rules/one-bridge.ts';
import { order } from './rules/order.ts';
import { partedLetter } from './rules/parted-letter.ts';
import { pastTheCircle } from './rules/past-the-circle.ts';
import { singleLineFace } from './rules/single-line-face.ts';
import { slenderBridge } from './rules/slender-bridge.ts';
import { speck } from './rules/speck.ts';
import { thinNeck } from './rules/thin-neck.ts';
import { thinWall } from './rules/thin-wall.ts';
import { unassigned } from './rules/unassigned.ts';
import { weakHold } from './rules/weak-hold.ts';
import { wordsOffThePlate } from './rules/words-off-the-plate.ts';
import { stopsFirst } from './stops-first.ts';
import type { BuiltSubject, MeasuredSubject, Rule } from './subjects.ts';

/** In the order in which their findings are shown. */
const BUILT_RULES: Record<BuiltRule, Rule<BuiltSubject>> = {
  'face missing': faceMissing,
  'missing character': missingCharacter,
  'no words': noWords,
  'single-line face': singleLineFace,
  'past the circle': pastTheCircle,
  'lost nudge': lostNudge,
  'loose piece': loosePiece,
  'drop-out': dropOut,
  'narrow bridge': narrowBridge,
  'one bridge': oneBridge,
  'slender bridge': slenderBridge,
  'lost bridge': lostBridge,
  'lost bar': lostBar,
  'closed counter': closedCounter,
  'parted letter': partedLetter,
  'off the sheet': offTheSheet,
  'words off the plate': wordsOffThePlate,
  'hole in the way': holeInTheWay,
  unassigned,
  machine,
  order,
};

const MEASURED_RULES: Record<MeasuredRule, Rule<MeasuredSubject>> = {
  'weak hold': weakHold,
  'few points': fewPoints,
  'thin neck': thinNeck,
  'thin wall': thinWall,
  'narrow gap': narrowGap,
  'filled counter': filledCounter,
  speck,
};

/** A coupon is a part of a job that has its own check. */
const COUPON_RULES: ReadonlySet<string> = new Set<BuiltRule>([
  'face missing',
  'missing character',
  'no words',
  'unassigned',
  'machine',
  'order',
]);

/** Every finding of the shop check that needs no measuring of thickness, stops first. */
export const checkBuilt = (subject: BuiltSubject): Finding[] =>
  stopsFirst(
    Object.entries(BUILT_RULES).flatMap(([name, rule]) =>
      subject.recipe.coupon && !COUPON_RULES.has(name) ? [] : rule(subject),
    ),
  );

/** Findings of thickness. */
export const checkMeasured = (subject: MeasuredSubject): Finding[] =>
  Object.values(MEASURED_RULES).flatMap((rule) => rule(subject));
