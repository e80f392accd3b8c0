import { capital } from '../../measure/capital';
import { normaliseBearing, normaliseSigned } from '../../measure/angle';
import { clock, heading } from '../../measure/figure';
import { windAboutFix } from '../../drill/plan-wind';
import { tasOf } from '../../drill/goal-in-air';
import type { Phase } from '../../drill/drill';
import { onPanel, panelTurn, type Reference } from '../../drill/reference';
import type { Hold, HoldSolution } from '../../procedure/hold';
import type { Lesson } from '../../drill/lesson';
import { isFixAhead } from '../../procedure/fix-ahead';
import { entryHeadingInWind, holdEntry, type HoldEntry } from '../../procedure/hold-entry';
import { sideOf, solveHold } from '../../procedure/hold';
import {
  COURSE_WEIGHT,
  URGENT,
  heldHeading,
  before,
  valueOf,
  type Advice,
  type CoachMoment,
  type Hint
} from './coach-moment';

/** The entry is said so long before the fix. */
const ENTRY_BEFORE_S = 35;
const LATE_S = 4;
const LEVEL_DEG = 6;
/** Who turns by himself is not told to. */
const GRACE_S = 3;
/** Less than this is no turn to one side. */
const LEAST_TURN_DEG = 20;
/** Flown on straight for so long, and so far beyond the fix, the turn outbound was forgotten. */
const PAST_AFTER_S = 10;
const PAST_NM = 0.4;
/** Where two entries are due, the one that is flown is told by a heading so much nearer to its own. */
const CLEARLY_DEG = 10;
/** Out of a turn the heading one arrives by is known once it was no farther off so shortly before; the nose swings by less. */
const STEADY_S = 4;
const STEADY_DEG = 8;
/** Who has the fix so near to the nose arrives by about the heading that is flown. */
const TOWARD_DEG = 30;

const roll = (words: string): Advice => ({ words, weight: 2 * COURSE_WEIGHT, hand: 'roll' });

interface Solved {
  hold: Hold;
  solution: HoldSolution;
  reference: Reference;
}

/** What to say on the way round a hold: the entry before the fix, the clock, the turn inbound. */
export function holdHint(lesson: Lesson): Hint {
  const { drill, area, plan } = lesson;
  let clockFrom_s: number | null = null;
  let turnedOutSince_s: number | null = null;
  let said: 'nothing' | 'turn inbound' = 'nothing';
  /** The entry due, while it is being flown: until the turn inbound after it. */
  let entering: HoldEntry | null = null;
  /** Near a boundary: the one that may be flown as well. */
  let other: HoldEntry | null = null;
  /** The entry that was said before the fix, and of which hold. */
  let told: { due: Solved; entry: HoldEntry } | null = null;
  let lastPhase = -1;
  /** What led to the fix was over before it: it is yet to be come to. */
  let arriving = false;
  /** Something was asked for on the way round: which leg is being flown, and since when, is known once it is inbound. */
  let goesOn = false;

  /** Each phase's hold in the briefed wind; null where it has none, or none closes. */
  const solved = drill.phases.map(solve);
  function solve({ goal, reference }: Phase): Solved | null {
    if (goal.lateral.kind !== 'hold' || !reference) return null;
    const { hold } = goal.lateral;
    const solution = solveHold(hold, { tas_kt: tasOf(goal, plan), wind: windAboutFix(lesson, reference) });
    return solution.kind === 'impossible' ? null : { hold, solution, reference };
  }
  /** A heading by the hold's own north as the panel shows it. */
  const shown = (heading_deg: number, { reference }: Solved) =>
    heading(onPanel(heading_deg, reference, area));

  /** The nose by the hold's own north. */
  const noseOf = (now: CoachMoment, { reference }: Solved) =>
    valueOf(now, 'heading_deg') + panelTurn(reference, area);

  /** Wings level toward the fix: in a turn to it nobody knows yet by which heading one arrives. */
  const isOnTheWay = (now: CoachMoment, due: Solved) =>
    Math.abs(valueOf(now, 'bank_deg')) < LEVEL_DEG &&
    Math.abs(normaliseSigned(valueOf(now, 'fixRadial_deg') + 180 - noseOf(now, due))) < TOWARD_DEG;

  /** The entry due from the heading now flown, and the turn it begins with. Near a boundary what was said before stands. */
  function entryFrom(
    memory: readonly CoachMoment[],
    due: Solved
  ): { entry: HoldEntry; other: HoldEntry | null; turn: string } {
    const { hold, solution, reference } = due;
    const now = memory[memory.length - 1]!;
    const turns = Math.abs(valueOf(now, 'bank_deg')) >= LEVEL_DEG;
    const flown_deg = turns ? valueOf(now, 'heading_deg') : heldHeading(memory, STEADY_S);
    const arrival = normaliseBearing(flown_deg + panelTurn(reference, area));
    const choice = holdEntry(hold, arrival);
    const entry = told?.due === due && told.entry === choice.alternative ? choice.alternative : choice.entry;
    const other = entry === choice.entry ? choice.alternative : choice.entry;
    if (entry === 'direct')
      return {
        entry,
        other,
        turn: `turn ${sideOf(hold) > 0 ? 'right' : 'left'} to ${shown(solution.outboundHeading_deg, due)}`
      };
    const out = entryHeadingInWind(hold, entry, solution)!;
    const turn_deg = normaliseSigned(out - arrival);
    const way = turn_deg > 0 ? 'right' : 'left';
    return {
      entry,
      other,
      // A few degrees may be to either side by the time it is there.
      turn:
        Math.abs(turn_deg) < LEAST_TURN_DEG ? `fly ${shown(out, due)}` : `turn ${way} to ${shown(out, due)}`
    };
  }

  /** Whether it is time to say what comes over the fix. */
  const isNearFix = (now: CoachMoment) =>
    (valueOf(now, 'fixDistance_nm') / Math.max(40, valueOf(now, 'groundspeed_kt'))) * 3600 <= ENTRY_BEFORE_S;

  /** Before the fix: which entry, and where it turns. */
  function entryWords(memory: readonly CoachMoment[]): Advice | null {
    const now = memory[memory.length - 1]!;
    const next = solved[now.phaseIndex + 1];
    if (!next || valueOf(now, 'along_nm') > 0 || !isNearFix(now)) return null;
    return atFix(memory, next);
  }
  /** How far the nose has come round in the last seconds, its swings taken out; null while too little is remembered. */
  function turnedLately(memory: readonly CoachMoment[]): number | null {
    const earlier = before(memory, STEADY_S);
    if (!earlier) return null;
    const then = memory.slice(0, memory.indexOf(earlier) + 1);
    return Math.abs(normaliseSigned(heldHeading(memory, STEADY_S) - heldHeading(then, STEADY_S)));
  }
  function atFix(memory: readonly CoachMoment[], due: Solved): Advice | null {
    const turning = turnedLately(memory);
    if (!isOnTheWay(memory[memory.length - 1]!, due) || turning === null || turning > STEADY_DEG) return null;
    const { entry, turn } = entryFrom(memory, due);
    return {
      ...roll(`${capital(entry)} entry: over the fix ${turn}.`),
      onsaid: () => (told = { due, entry })
    };
  }

  /** Gone on past the fix, wings level: the turn that should have begun there. */
  function pastWords(memory: readonly CoachMoment[], due: Solved): Advice | null {
    const now = memory[memory.length - 1]!;
    const straight = Math.abs(valueOf(now, 'bank_deg')) < LEVEL_DEG;
    return straight && now.inPhase_s > PAST_AFTER_S && valueOf(now, 'along_nm') > PAST_NM
      ? roll(`Past ${due.reference.fix}: ${entryFrom(memory, due).turn}.`)
      : null;
  }

  return {
    heard(event) {
      if (event.kind === 'timer') clockFrom_s = event.detail === 'start' ? event.time_s : null;
    },
    look(memory) {
      const now = memory[memory.length - 1]!;
      const due = solved[now.phaseIndex];
      if (!due) {
        clockFrom_s = null;
        return entryWords(memory);
      }
      const { hold, solution } = due;
      const heading_deg = noseOf(now, due);
      if (now.phaseIndex !== lastPhase) {
        lastPhase = now.phaseIndex;
        goesOn = drill.phases[lastPhase]!.goesOnRound === true;
        arriving = !goesOn;
      }
      if (arriving) {
        arriving = isFixAhead({
          radial_deg: valueOf(now, 'fixRadial_deg'),
          distance_nm: valueOf(now, 'fixDistance_nm'),
          heading_deg
        });
        ({ entry: entering, other } = entryFrom(memory, due));
        // Farther off the heading may yet be another.
        if (arriving) return isNearFix(now) ? atFix(memory, due) : null;
      }
      // A teardrop goes out thirty degrees off the outbound course, a parallel entry along it; both on the other side.
      const atEntryOf = (entry: HoldEntry | null) =>
        entry === 'teardrop' || entry === 'parallel' ? entryHeadingInWind(hold, entry, solution) : null;
      const outward = normaliseSigned(heading_deg - hold.inboundCourse_deg - 180);
      const outbound = Math.abs(outward) < 50 && Math.abs(valueOf(now, 'bank_deg')) < LEVEL_DEG;
      if (outbound && other !== null) {
        const off = (entry: HoldEntry | null) => Math.abs(normaliseSigned(heading_deg - (atEntryOf(entry) ?? solution.outboundHeading_deg))); // prettier-ignore
        if (off(other) + CLEARLY_DEG < off(entering)) [entering, other] = [other, entering];
      }
      if (goesOn && outbound) return null;
      const atEntry = atEntryOf(entering);
      const wanted_deg = atEntry ?? solution.outboundHeading_deg;
      if (!outbound) {
        if (Math.abs(outward) > 90) {
          if (turnedOutSince_s !== null) entering = other = null;
          turnedOutSince_s = null;
          goesOn = false;
          clockFrom_s = null;
          said = 'nothing';
          return pastWords(memory, due);
        }
        return null;
      }
      if (valueOf(now, 'along_nm') > 0) return null;
      turnedOutSince_s ??= now.time_s;
      const out_s = now.time_s - turnedOutSince_s;
      if (out_s > LATE_S && clockFrom_s === null && said === 'nothing' && out_s < 20)
        return roll(`${atEntry === null ? 'Abeam and wings level' : 'Wings level'}: start the clock.`);
      const timed_s =
        hold.leg.kind !== 'time' ? null : atEntry === null ? solution.timed_s : hold.leg.seconds;
      const flown_s = clockFrom_s === null ? out_s : now.time_s - clockFrom_s;
      if (timed_s !== null && flown_s > timed_s + GRACE_S && said === 'nothing') {
        const way = entering === 'parallel' ? -sideOf(hold) : sideOf(hold);
        // The turn does not wait for its turn to be spoken.
        return {
          ...roll(`${clock(timed_s)} is up: turn inbound, ${way > 0 ? 'right' : 'left'}.`),
          weight: URGENT,
          onsaid: () => (said = 'turn inbound')
        };
      }
      const off = normaliseSigned(heading_deg - wanted_deg);
      return out_s > 12 && Math.abs(off) > 10 && flown_s < (timed_s ?? Infinity) - 15
        ? roll(
            atEntry === null
              ? `Outbound hold ${shown(wanted_deg, due)}: it holds against the wind.`
              : `${entering === 'teardrop' ? 'Teardrop' : 'Parallel'} entry: hold ${shown(wanted_deg, due)}.`
          )
        : null;
    }
  };
}
