import { within } from '../recipe/patch.ts';
import type { AssemblyBuild } from '../assembly/build-assembly.ts';
import type { AssemblyRule, Finding, JobRule, LetteringRule, MeasuredRule, RuleName } from './finding.ts';
import { artworkMissing } from './rules/artwork-missing.ts';
import { bareArea } from './rules/bare-area.ts';
import { closedCounter } from './rules/closed-counter.ts';
import { collidingDots } from './rules/colliding-dots.ts';
import { crossingLine } from './rules/crossing-line.ts';
import { cutTooWide } from './rules/cut-too-wide.ts';
import { depthLost } from './rules/depth-lost.ts';
import { dropOut } from './rules/drop-out.ts';
import { faceMissing } from './rules/face-missing.ts';
import { fewPoints } from './rules/few-points.ts';
import { filledCounter } from './rules/filled-counter.ts';
import { holeInTheWay } from './rules/hole-in-the-way.ts';
import { leadInTheWay } from './rules/lead-in-the-way.ts';
import { loosePiece } from './rules/loose-piece.ts';
import { lostBar } from './rules/lost-bar.ts';
import { lostBridge } from './rules/lost-bridge.ts';
import { lostOutline } from './rules/lost-outline.ts';
import { lostNudge } from './rules/lost-nudge.ts';
import { machine } from './rules/machine.ts';
import { missingCharacter } from './rules/missing-character.ts';
import { narrowBridge } from './rules/narrow-bridge.ts';
import { narrowGap } from './rules/narrow-gap.ts';
import { noLead } from './rules/no-lead.ts';
import { noClearField } from './rules/no-clear-field.ts';
import { nothingSeen } from './rules/nothing-seen.ts';
import { noWords } from './rules/no-words.ts';
import { offTheSheet } from './rules/off-the-sheet.ts';
import { oneBridge } from './rules/one-bridge.ts';
import { lostDecision } from './rules/lost-decision.ts';
import { nearlyDoubled } from './rules/nearly-doubled.ts';
import { openLine } from './rules/open-line.ts';
import { order } from './rules/order.ts';
import { overTheEdge } from './rules/over-the-edge.ts';
import { overlap } from './rules/overlap.ts';
import { partedLetter } from './rules/parted-letter.ts';
import { pastTheCircle } from './rules/past-the-circle.ts';
import { pastTheGuide } from './rules/past-the-guide.ts';
import { shortStroke } from './rules/short-stroke.ts';
import { singleLineFace } from './rules/single-line-face.ts';
import { slenderBridge } from './rules/slender-bridge.ts';
import { speck } from './rules/speck.ts';
import { thinNeck } from './rules/thin-neck.ts';
import { thinWall } from './rules/thin-wall.ts';
import { tooDeep } from './rules/too-deep.ts';
import { tooManyColours } from './rules/too-many-colours.ts';
import { tooNear } from './rules/too-near.ts';
import { tooManySweeps } from './rules/too-many-sweeps.ts';
import { unassigned } from './rules/unassigned.ts';
import { unseenLayer } from './rules/unseen-layer.ts';
import { weakHold } from './rules/weak-hold.ts';
import { wordsOffThePlate } from './rules/words-off-the-plate.ts';
import { stopsFirst } from './stops-first.ts';
import type { AssemblySubject, JobSubject, LetteringSubject, MeasuredSubject, Rule } from './subjects.ts';

const LETTERING_RULES: Record<LetteringRule, Rule<LetteringSubject>> = {
  'face missing': faceMissing,
  'missing character': missingCharacter,
  'no words': noWords,
  'single-line face': singleLineFace,
  'past the circle': pastTheCircle,
  'lost nudge': lostNudge,
};

const ASSEMBLY_RULES: Record<AssemblyRule, Rule<AssemblySubject>> = {
  'loose piece': loosePiece,
  'drop-out': dropOut,
  'narrow bridge': narrowBridge,
  'one bridge': oneBridge,
  'slender bridge': slenderBridge,
  'lost bridge': lostBridge,
  'lost bar': lostBar,
  'closed counter': closedCounter,
  'parted letter': partedLetter,
  'words off the plate': wordsOffThePlate,
  'past the guide': pastTheGuide,
  'nothing seen': nothingSeen,
  'unseen layer': unseenLayer,
  'hole in the way': holeInTheWay,
  'artwork missing': artworkMissing,
  'open line': openLine,
  'nearly doubled': nearlyDoubled,
  'crossing line': crossingLine,
  'bare area': bareArea,
  'colliding dots': collidingDots,
  'over the edge': overTheEdge,
  'short stroke': shortStroke,
  'cut too wide': cutTooWide,
  'no lead': noLead,
  'no clear field': noClearField,
  'lost decision': lostDecision,
  'lost outline': lostOutline,
};

const JOB_RULES: Record<JobRule, Rule<JobSubject>> = {
  'off the sheet': offTheSheet,
  overlap,
  'too near': tooNear,
  'lead in the way': leadInTheWay,
  unassigned,
  machine,
  order,
  'too many colours': tooManyColours,
  'too many sweeps': tooManySweeps,
  'depth lost': depthLost,
  'too deep': tooDeep,
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

/** A coupon is a part of a thing that has its own check. */
const COUPON_RULES: ReadonlySet<string> = new Set<LetteringRule>(['face missing', 'missing character', 'no words']);

const BUILT_RULES = [LETTERING_RULES, ASSEMBLY_RULES, JOB_RULES].flatMap((table) => Object.keys(table) as RuleName[]);

/** Findings of what was built, stops first, and else in the order of the rules. */
export const inOrder = (findings: readonly Finding[]): Finding[] =>
  stopsFirst([...findings].sort((a, b) => BUILT_RULES.indexOf(a.rule) - BUILT_RULES.indexOf(b.rule)));

/** Findings of a thing that need no measuring of thickness, places in its own frame. */
export function checkAssembly(built: AssemblyBuild): Finding[] {
  const { thing, coupon, items } = built;
  const asked = (rule: string) => coupon === null || COUPON_RULES.has(rule);
  const ofLettering = items.flatMap(({ item, role, form, faceKnown }) => {
    if (item.kind !== 'lettering' || !form.lettering) return [];
    const subject = { item, role, thing, lettering: form.lettering, faceKnown };
    const findings = Object.entries(LETTERING_RULES).flatMap(([name, rule]) => (asked(name) ? rule(subject) : []));
    return findings.map((finding) => ({ ...finding, id: `${item.id}/${finding.id}` }));
  });
  return [
    ...ofLettering,
    ...Object.entries(ASSEMBLY_RULES).flatMap(([name, rule]) => (asked(name) ? rule(built) : [])),
  ];
}

/** Findings of the job as a whole. */
export const checkJob = (subject: JobSubject): Finding[] => Object.values(JOB_RULES).flatMap((rule) => rule(subject));

/** Findings of thickness, of one thing. */
export const checkMeasured = (subject: MeasuredSubject): Finding[] =>
  Object.values(MEASURED_RULES).flatMap((rule) => rule(subject));

/**
 * A finding of a thing, as one of the job.
 * @param assembly id of the thing
 * @param of whose recipe its mends change: the thing's, or of a coupon, what it shows
 */
export const findingOf = (finding: Finding, assembly: string, of = assembly): Finding => ({
  ...finding,
  id: `${assembly}/${finding.id}`,
  assembly,
  mends: finding.mends.map((mend) => ({ ...mend, patch: within(of, mend.patch) })),
});
