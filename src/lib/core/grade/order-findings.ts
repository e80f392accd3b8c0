import type { Finding } from '../finding/finding';
import type { FindingKind } from '../finding/finding-kind';

/** Findings of one family that overlap in time are one deviation seen twice. */
type Family = 'vertical' | 'speed' | 'lateral' | 'eyes' | 'none';

const FAMILY_OF_CHANNEL: Record<string, Family> = {
  altitude_ft: 'vertical',
  verticalSpeed_fpm: 'vertical',
  ias_kt: 'speed',
  heading_deg: 'lateral',
  bank_deg: 'lateral',
  turnRate_degps: 'lateral',
  courseShare: 'lateral',
  arcError_nm: 'lateral',
  pathShare: 'vertical'
};
const FAMILY_OF_KIND: Partial<Record<FindingKind, Family>> = {
  pumping: 'vertical',
  'not-trimmed': 'vertical',
  'power-hunting': 'speed',
  'chased-near-station': 'lateral',
  'hold-timing': 'none',
  'inbound-leg': 'none',
  'wrong-entry': 'none',
  'started-down-before-slowing': 'speed',
  'late-configuration': 'speed'
};
/** A way of flying, measured over a stretch: where it covers an excursion of its family, that is what it came from. */
const WAYS: readonly FindingKind[] = [
  'pumping',
  'over-correcting',
  'over-correcting-course',
  'chasing-needle',
  'still-turning',
  'no-wind-correction',
  'bias-to-one-side',
  'not-trimmed',
  'power-hunting',
  'arc-off'
];
/** An excursion of which it is known what it came from: where it goes on into the next part of the flight, that is it, too. */
const SAYS_MORE: readonly FindingKind[] = ['down-too-soon', 'lost-while-busy'];
/** Something done too late or too soon: the excursion of its own quantity that follows is its doing. */
const MOMENTS: Partial<Record<FindingKind, string>> = {
  'level-off-overshoot': 'altitude_ft',
  'level-off-undershoot': 'altitude_ft',
  stalled: 'altitude_ft',
  'late-decision': 'altitude_ft',
  'below-decision-altitude': 'altitude_ft',
  'late-roll-out': 'heading_deg',
  'early-roll-out': 'heading_deg',
  'started-down-before-slowing': 'ias_kt',
  'not-back-over-fix': 'courseShare',
  'not-headed-for-fix': 'courseShare'
};
/** What the same excursion may come to. */
const DOWN_TO: readonly FindingKind[] = ['below-minimum', 'met-the-surface'];
/** One act, judged by what the hands did and by what came of it. */
const ONE_ACT: readonly (readonly FindingKind[])[] = [
  ['late-power', 'late-decision', 'below-decision-altitude'],
  ['wrong-order', 'slow-recovery'],
  ['met-the-surface', 'overspeed']
];
/** What follows from another wherever in the flight it shows. */
const SHOWS_AS: Partial<Record<FindingKind, FindingKind>> = { 'altimeter-not-set': 'check-altitude' };
/** What calls for going around: who does so then does not decide early. */
const CALLS_FOR_GOING_AROUND: readonly FindingKind[] = ['not-stabilised', 'full-scale'];
const FOLLOWS_WITHIN_S = 30;
/** A phase ends and the next begins. */
const GOES_ON_S = 1;
/** Of the shorter one's time, so much must be common for two to be one. */
const COMMON_SHARE = 0.5;
/** So many are said first; the rest is there for who looks. */
export const HEADLINES = 5;

function familyOf(finding: Finding): Family {
  if (finding.area) return 'eyes';
  return FAMILY_OF_KIND[finding.kind] ?? FAMILY_OF_CHANNEL[finding.channel ?? ''] ?? 'none';
}

/** Whether two findings lie in the same time. */
function together(a: Finding, b: Finding): boolean {
  const common = Math.min(a.end_s, b.end_s) - Math.max(a.start_s, b.start_s);
  const shorter = Math.min(a.end_s - a.start_s, b.end_s - b.start_s);
  return common >= 0 && common >= COMMON_SHARE * shorter;
}

/** Whether what is found of a quantity follows from a moment. */
function isDoingOf(cause: Finding, other: Finding): boolean {
  return (
    other.channel !== null &&
    other.channel === MOMENTS[cause.kind] &&
    other.end_s >= cause.start_s &&
    other.start_s <= Math.max(cause.moment_s, cause.end_s) + FOLLOWS_WITHIN_S
  );
}

/** Levelled off late, or stalled, and therefore below what is hard, or down on the surface: the latter is said. */
function isHardDoingOf(cause: Finding, other: Finding): boolean {
  return DOWN_TO.includes(other.kind) && cause.side === other.side && isDoingOf(cause, other);
}

/** Whether a finding is what an excursion came from. */
function explains(cause: Finding, excursion: Finding): boolean {
  if (excursion.kind !== 'exceedance' || cause === excursion) return false;
  if (MOMENTS[cause.kind] !== undefined) return isDoingOf(cause, excursion);
  if (SAYS_MORE.includes(cause.kind)) return goesOnAs(cause, excursion) || goesOnAs(excursion, cause);
  return WAYS.includes(cause.kind) && familyOf(cause) === familyOf(excursion) && together(cause, excursion);
}

/** Left in one part of the flight, and still left in the next. */
function goesOnAs(a: Finding, b: Finding): boolean {
  return (
    a.channel !== null &&
    a.channel === b.channel &&
    a.side !== null &&
    a.side === b.side &&
    Math.abs(b.start_s - a.end_s) <= GOES_ON_S
  );
}

/** One deviation seen twice: of one family and at one time, or one the cause of the other. */
function isSame(a: Finding, b: Finding): boolean {
  if (explains(a, b) || explains(b, a) || isHardDoingOf(a, b) || isHardDoingOf(b, a)) return true;
  if (goesOnAs(a, b) || goesOnAs(b, a)) return true;
  if (SHOWS_AS[a.kind] === b.kind || SHOWS_AS[b.kind] === a.kind) return true;
  const oneAct = ONE_ACT.some(
    (kinds) => a.kind !== b.kind && kinds.includes(a.kind) && kinds.includes(b.kind)
  );
  if (oneAct && Math.abs(a.moment_s - b.moment_s) <= FOLLOWS_WITHIN_S) return true;
  return familyOf(a) !== 'none' && familyOf(a) === familyOf(b) && together(a, b);
}

/** A climb away that was begun early for a good reason is no fault. */
function wasCalledFor({ kind, moment_s }: Finding, all: readonly Finding[]): boolean {
  return (
    kind === 'early-decision' &&
    all.some((other) => CALLS_FOR_GOING_AROUND.includes(other.kind) && other.moment_s <= moment_s)
  );
}

/** A climb that came in time without its power is not praised. */
function isSpoilt({ kind, moment_s }: Finding, all: readonly Finding[]): boolean {
  return (
    kind === 'prompt-decision' &&
    all.some(
      (other) => other.kind === 'late-power' && Math.abs(other.moment_s - moment_s) <= FOLLOWS_WITHIN_S
    )
  );
}

/** The same thing again elsewhere in the flight. */
function isAlike(a: Finding, b: Finding): boolean {
  return a.kind === b.kind && a.channel === b.channel && a.area === b.area;
}

/** hard, then what failed the verdict, then the others, then guesses, then what was good. */
function rank(finding: Finding): number {
  if (finding.severity === 'good') return 4;
  if (finding.severity === 'hard') return 0;
  if (finding.inferred) return 3;
  return finding.failed ? 1 : 2;
}

/**
 * Puts the worst first and each deviation once: a finding that is another one's moment, or the same again elsewhere, stands
 * under it. Those that stand by themselves come first, by weight; what is good last, in the order of the flight.
 */
export function orderFindings(all: readonly Finding[]): Finding[] {
  const found = all.filter((finding) => !wasCalledFor(finding, all) && !isSpoilt(finding, all));
  const raised = found.map((finding) => {
    // A cause that covers an excursion takes over its weight, so that the cause is said and not each of its moments.
    const covered = found.filter((other) => explains(finding, other));
    return {
      finding,
      rank: Math.min(rank(finding), ...covered.map(rank)),
      worth: finding.worth + covered.reduce((sum, other) => sum + other.worth, 0),
      cause: covered.length > 0
    };
  });
  const weighed = raised.sort(
    (a, b) =>
      a.rank - b.rank ||
      b.worth - a.worth ||
      Number(b.cause) - Number(a.cause) ||
      a.finding.moment_s - b.finding.moment_s
  );
  const leaders: Finding[] = [];
  const followers = new Map<Finding, Finding[]>();
  for (const { finding } of weighed) {
    const leader =
      finding.severity === 'good'
        ? undefined
        : leaders.find(
            (other) =>
              other.severity !== 'good' &&
              (isSame(other, finding) ||
                isAlike(other, finding) ||
                // What it came from may itself be the same again.
                followers.get(other)!.some((again) => explains(again, finding)))
          );
    if (leader) followers.get(leader)!.push(finding);
    else {
      leaders.push(finding);
      followers.set(finding, []);
    }
  }
  const good = leaders
    .filter((f) => f.severity === 'good')
    .sort((a, b) => b.worth - a.worth || a.moment_s - b.moment_s);
  const first = [...leaders.filter((f) => f.severity !== 'good'), ...good];
  return [
    ...first.map((finding) => ({ ...finding, under: null })),
    ...first.flatMap((leader, index) =>
      followers
        .get(leader)!
        .sort((a, b) => a.moment_s - b.moment_s)
        .map((finding) => ({ ...finding, under: index }))
    )
  ];
}
