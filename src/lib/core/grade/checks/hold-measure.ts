import { THERE_NM } from '../../drill/compose-navigation';
import { type NavigationGoal, phaseById } from '../../drill/drill';
import { tasOf } from '../../drill/goal-in-air';
import type { Lesson } from '../../drill/lesson';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { windAboutFix } from '../../drill/plan-wind';
import type { Flight } from '../../flight/flight';
import { DEGREES_PER_RADIAN, normaliseBearing, normaliseSigned } from '../../measure/angle';
import { isFixAhead } from '../../procedure/fix-ahead';
import { sideOf, solveHold } from '../../procedure/hold';
import { type EntryChoice, holdEntry, type HoldEntry } from '../../procedure/hold-entry';
import { type CourseReading, WINGS_LEVEL_DEG, levelFrom, medianOver, readByCourse } from './course-reading';
import { entryFlown, entryLegOff } from './hold-entry-measure';
import { firstTurn } from './first-turn';
import { passagesOf } from './fix-passages';

type HoldGoal = Extract<NavigationGoal, { kind: 'hold' }>;

/** Once round a hold, from the fix to the fix. */
export interface CircuitMeasure {
  start_s: number;
  end_s: number;
  /** Wings level outbound, or abeam the fix where that comes later: when the clock is due. */
  clockDue_s: number | null;
  /** When the clock was started; null: it was not. */
  clockStarted_s: number | null;
  /** From the moment the clock is due to the beginning of the turn inbound, s. */
  outbound_s: number | null;
  /** Wings level inbound to the fix, s. */
  inbound_s: number | null;
  /** Where the wings came level inbound: share of full scale and NM right of the course, and by the hold's own side, + = gone through. */
  rollOut_s: number | null;
  rollOutOff: number | null;
  overshot_nm: number | null;
  /** Nose right of the outbound course, and of the inbound one while it was held. */
  outboundCorrection_deg: number | null;
  inboundCorrection_deg: number | null;
}

/** How a hold was entered and flown. */
export interface HoldMeasure {
  kind: 'hold';
  phaseId: string;
  inboundCourse_deg: number;
  turn: 'right' | 'left';
  leg_s: number | null;
  arrivalHeading_deg: number;
  due: EntryChoice;
  /** null: it could not be told. */
  entry: HoldEntry | null;
  entryRight: boolean;
  /** How far a teardrop's or parallel entry's leg lay from its own heading, degrees, + = farther round by the hold's own side. Older grades have none. */
  entryLegOff_deg?: number | null;
  entered_s: number;
  /** The entry itself when it is not direct, then every circuit. */
  circuits: CircuitMeasure[];
  /** Times over the fix asked for, the entry's among them; and whether the phase's time was over before they came. */
  askedTimes: number;
  outOfTime: boolean;
  /** The first of `circuits` that counts as one: after a teardrop or parallel entry, the second. */
  firstCircuit: number;
  /** What the exact solution asks for in the briefed wind. */
  solution: { outbound_s: number; outboundCorrection_deg: number; inboundCorrection_deg: number } | null;
}

/** A hold that was left: its time ran out without the fix being passed once inbound. */
export interface LeftHoldMeasure {
  kind: 'left-hold';
  phaseId: string;
  fix: string;
  /** Whether it was turned for at all; older grades do not say. */
  turned?: boolean;
  due: EntryChoice;
  start_s: number;
  end_s: number;
  /** From the fix at the end, NM. */
  away_nm: number;
  /** From the fix where it was nearest, NM; older grades do not say. */
  nearest_nm?: number;
}

/** Whether a hold that was never come back to was come to at all; older grades do not say, and count as that. */
export function cameToFix({ nearest_nm = 0 }: LeftHoldMeasure): boolean {
  return nearest_nm <= THERE_NM;
}

/** A leg is steady when the wings have been level for so long. */
const STEADY_S = 4;
const OUTBOUND_WITHIN_DEG = 65;
const INBOUND_WITHIN_DEG = 50;
/** A heading that moves more slowly is the same. */
const SAME_HEADING_DEGPS = 1.5;
const TURN_BEGINS_DEG = 8;
/** Flights recorded before 0.27.0 counted an arrival along the inbound course as a passage, this soon after the fix is abeam. */
const ARRIVING_S = 5;
/** A clock that was started a little before the fix is that of its entry. */
const EARLY_CLOCK_S = 10;
const GOES_ON_ROUND_DEG = 35;

/** The first sample over or abeam the fix, where the phase begins before it; its first one where it does not, or never comes there. */
function overFix(reading: CourseReading, begun: number, end: number): number {
  const isAhead = (k: number) => {
    const [along, right] = [reading.along(k), reading.crossTrack(k)];
    const radial_deg = Math.atan2(right, along) * DEGREES_PER_RADIAN;
    return isFixAhead({
      radial_deg,
      distance_nm: Math.hypot(along, right),
      heading_deg: reading.headingOff(k)
    });
  };
  let k = begun;
  while (k < end && isAhead(k)) k += 1;
  return k < end ? k : begun;
}

/** Nautical miles from the fix where it was nearest. */
function nearestTo(reading: CourseReading, from: number, to: number): number {
  let nearest_nm = Infinity;
  for (let k = from; k <= to; k++) nearest_nm = Math.min(nearest_nm, reading.fixDistance(k));
  return nearest_nm;
}

/** Measures a hold from passage to passage of its fix. null: too little of it was flown to say anything. */
export function measureHold(
  flight: Flight,
  lesson: Lesson,
  goal: HoldGoal,
  span: PhaseSpan
): HoldMeasure | LeftHoldMeasure | null {
  const { hold } = goal;
  const reading = readByCourse(flight, lesson, span, hold.inboundCourse_deg);
  const begun = reading.sample(span.start_s) + 1;
  const end = reading.sample(span.end_s);
  const passed = passagesOf(flight, span);
  const start = overFix(reading, begun, end);
  // From fix to fix: the arrival is no circuit, nor is what is flown after the last.
  const back = passed.filter((k) => k > start + ARRIVING_S * reading.rate_hz);
  const laps = back.map((to, i): [number, number] => [back[i - 1] ?? start, to]);
  // Who turns before the fix arrived on what was flown toward it.
  const arrived = Math.abs(reading.steadyBank(start)) < WINGS_LEVEL_DEG ? start : begun;
  const arrival = normaliseBearing(reading.headingOff(arrived) + hold.inboundCourse_deg);
  const due = holdEntry(hold, arrival);
  const askedTimes = goal.circuits + 1;
  const outOfTime = span.complete && passed.length < askedTimes;
  if (laps.length === 0)
    return outOfTime
      ? {
          kind: 'left-hold',
          phaseId: span.phaseId,
          fix: reading.reference.fix,
          turned: firstTurn(reading, start, end).way !== null,
          due,
          start_s: span.start_s,
          end_s: span.end_s,
          away_nm: reading.fixDistance(end),
          nearest_nm: nearestTo(reading, begun, end)
        }
      : null;
  const phase = phaseById(lesson.drill, span.phaseId);
  const solved = solveHold(hold, {
    tas_kt: tasOf(phase.goal, lesson.plan),
    wind: windAboutFix(lesson, reading.reference)
  });
  const solution =
    solved.kind === 'impossible'
      ? null
      : {
          outbound_s: solved.timed_s,
          outboundCorrection_deg: solved.outboundCorrection_deg,
          inboundCorrection_deg: solved.inbound.windCorrectionAngle_deg
        };
  const wind_deg = -(solution?.inboundCorrection_deg ?? 0);
  const entry = entryFlown(reading, hold, laps[0]!, due, solution?.outboundCorrection_deg ?? 0, wind_deg);
  const clocks = flight.events.filter((e) => e.kind === 'timer' && e.detail === 'start').map((e) => e.time_s);
  const direct = entry === null ? due.entry === 'direct' : entry === 'direct';
  return {
    kind: 'hold',
    phaseId: span.phaseId,
    inboundCourse_deg: hold.inboundCourse_deg,
    turn: hold.turn,
    leg_s: hold.leg.kind === 'time' ? hold.leg.seconds : null,
    arrivalHeading_deg: arrival,
    due,
    entry,
    entryRight: entry === null || entry === due.entry || entry === due.alternative,
    entryLegOff_deg: entryLegOff(reading, hold, laps[0]!, entry, wind_deg),
    entered_s: start === begun ? span.start_s : reading.time(start),
    askedTimes,
    outOfTime,
    circuits: laps.map(([from, to], i) =>
      circuitOf(
        reading,
        sideOf(hold),
        from,
        to,
        i === 0 ? reading.time(from) - EARLY_CLOCK_S : reading.time(from),
        clocks
      )
    ),
    firstCircuit: direct ? 0 : 1,
    solution
  };
}

function circuitOf(
  reading: CourseReading,
  side: 1 | -1,
  from: number,
  to: number,
  clocksFrom_s: number,
  clocks: readonly number[]
): CircuitMeasure {
  const outward = (k: number) => normaliseSigned(reading.headingOff(k) - 180);
  const steady = STEADY_S * reading.rate_hz;
  // Outbound: the first steady stretch roughly the other way.
  let level: number | null = null;
  for (let k = from; k < to && level === null; k++) {
    const at = levelFrom(reading, k, to, STEADY_S);
    if (at === null) break;
    if (Math.abs(outward(at)) < OUTBOUND_WITHIN_DEG && at - from > 5 * reading.rate_hz) level = at;
    else k = at + steady;
  }
  // Who came over the fix on this heading has been level since then.
  while (level !== null && level > from && goesOnBack(reading, level)) level -= 1;
  let abeam: number | null = null;
  if (level !== null) {
    abeam = level;
    while (abeam < to && reading.along(abeam) > 0) abeam += 1;
  }
  let turnsIn: number | null = null;
  if (level !== null) {
    for (let k = level + steady; k < to && turnsIn === null; k++) {
      if (reading.steadyBank(k) * side <= TURN_BEGINS_DEG) continue;
      // A turn toward the inbound course, not a correction: it goes on round.
      const later = Math.min(to, k + 20 * reading.rate_hz);
      if (side * normaliseSigned(outward(later) - outward(k)) > GOES_ON_ROUND_DEG) turnsIn = k;
    }
  }
  let inbound: number | null = null;
  for (let k = turnsIn ?? from; turnsIn !== null && k < to; k++) {
    const at = levelFrom(reading, k, to, STEADY_S - 1);
    if (at === null) break;
    if (Math.abs(reading.headingOff(at)) < INBOUND_WITHIN_DEG) {
      inbound = at;
      break;
    }
    k = at + steady;
  }
  const due = level === null ? null : Math.max(level, abeam!);
  const clock = clocks.find((at) => at > clocksFrom_s && at < reading.time(turnsIn ?? to));
  const held = inbound === null ? null : Math.round(inbound + 0.5 * (to - inbound));
  return {
    start_s: reading.time(from),
    end_s: reading.time(to),
    clockDue_s: due === null ? null : reading.time(due),
    clockStarted_s: clock ?? null,
    outbound_s: due === null || turnsIn === null ? null : reading.time(turnsIn) - reading.time(due),
    inbound_s: inbound === null ? null : reading.time(to) - reading.time(inbound),
    rollOut_s: inbound === null ? null : reading.time(inbound),
    rollOutOff: inbound === null ? null : reading.courseShare(inbound),
    overshot_nm: inbound === null ? null : -side * reading.crossTrack(inbound),
    outboundCorrection_deg:
      level === null || turnsIn === null
        ? null
        : medianOver(level + steady, Math.max(level + steady, turnsIn - steady), outward),
    inboundCorrection_deg: held === null ? null : medianOver(held, to, reading.headingOff)
  };
}

/** Whether the airplane was level on the same heading a moment before. */
function goesOnBack(reading: CourseReading, k: number): boolean {
  const turned = normaliseSigned(reading.headingOff(k) - reading.headingOff(k - 1));
  return (
    Math.abs(reading.steadyBank(k - 1)) < WINGS_LEVEL_DEG &&
    Math.abs(turned) * reading.rate_hz < SAME_HEADING_DEGPS
  );
}
