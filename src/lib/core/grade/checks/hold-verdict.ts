import type { Verdict } from '../../finding/verdict';
import type { CircuitMeasure, HoldMeasure } from './hold-measure';

/** An inbound leg may be off by this much; and a clock started or a turn begun. */
export const INBOUND_WITHIN_S = 10;
export const CLOCK_WITHIN_S = 6;
/** Rolled out inbound this near to the course, share of full scale. */
export const ROLL_OUT_WITHIN = 0.75;

/** An entry's leg may lie so far beside its heading. */
const ENTRY_LEG_WITHIN_DEG = 15;

/** Whether a teardrop or parallel entry was flown on another heading than its own. */
export function isEntryLegOff({ entryLegOff_deg }: HoldMeasure): boolean {
  return Math.abs(entryLegOff_deg ?? 0) > ENTRY_LEG_WITHIN_DEG;
}

/** The clock of an entry's leg that was started too late, s after it was due; null: it was not, or there is none to be started. */
export function entryClockLate_s({ circuits, firstCircuit, askedTimes, leg_s }: HoldMeasure): number | null {
  const entry = firstCircuit === 1 || askedTimes <= 1 ? circuits[0] : undefined;
  if (leg_s === null || !entry || entry.clockDue_s === null || entry.clockStarted_s === null) return null;
  const late_s = entry.clockStarted_s - entry.clockDue_s;
  return late_s > CLOCK_WITHIN_S ? late_s : null;
}

/** The circuits that count, without the entry. */
export function judgedCircuits(m: HoldMeasure): CircuitMeasure[] {
  // A turn in a hold that is only entered is no circuit to be timed.
  return m.askedTimes <= 1 ? [] : m.circuits.slice(m.firstCircuit);
}

/** Those of some values that could be told. */
export const known = (values: readonly (number | null)[]) => values.filter((v): v is number => v !== null);

/** A leg is timed in whole seconds, as it is read off a stopwatch. */
export function isOnTime(leg_s: number, asked_s: number): boolean {
  return Math.abs(Math.round(leg_s) - asked_s) <= INBOUND_WITHIN_S;
}

/** Whether the circuits come to the leg asked for: the last is within, and all are or it is no worse than the first. */
function converges(m: HoldMeasure): boolean {
  const legs = known(judgedCircuits(m).map((c) => c.inbound_s));
  const { leg_s } = m;
  if (leg_s === null || legs.length < 2) return false;
  const last = legs.at(-1)!;
  const off = (leg: number) => Math.abs(leg - leg_s);
  return (
    isOnTime(last, leg_s) && (off(last) <= off(legs[0]!) + 2 || legs.every((leg) => isOnTime(leg, leg_s)))
  );
}

/** Inbound legs against the time asked for; null where none was timed or none could be told. */
function legsVerdict(m: HoldMeasure): Verdict | null {
  const legs = known(judgedCircuits(m).map((c) => c.inbound_s));
  if (m.leg_s === null || legs.length === 0) return null;
  const within = legs.filter((leg) => isOnTime(leg, m.leg_s!));
  if (within.length === legs.length) return 'met';
  return converges(m) ? 'met with prompt correction' : 'not met';
}

/** Circuits whose turn inbound ended off the course. */
export function rollOutsOff(m: HoldMeasure): CircuitMeasure[] {
  return judgedCircuits(m).filter((c) => c.rollOutOff !== null && Math.abs(c.rollOutOff) > ROLL_OUT_WITHIN);
}

/** null where no roll-out inbound could be told. */
function rollOutsVerdict(m: HoldMeasure): Verdict | null {
  const told = judgedCircuits(m).filter((c) => c.rollOutOff !== null);
  if (told.length === 0) return null;
  const off = rollOutsOff(m);
  if (off.length === 0) return 'met';
  return off.length * 2 > told.length && off.includes(told.at(-1)!)
    ? 'not met'
    : 'met with prompt correction';
}

/** What a hold's circuits were worth. */
export interface HoldJudged {
  /** The inbound legs against the time asked for; null where none was timed or none could be told. */
  legs: Verdict | null;
  /** null where no roll-out inbound could be told. */
  rollOuts: Verdict | null;
  converges: boolean;
}

/** Verdicts on a hold’s legs and roll-outs, and whether it grew better from circuit to circuit. */
export function judgeHold(m: HoldMeasure): HoldJudged {
  return { legs: legsVerdict(m), rollOuts: rollOutsVerdict(m), converges: converges(m) };
}
