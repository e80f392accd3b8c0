import { normaliseSigned } from '../../measure/angle';
import type { NavigationGoal } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { column, sampleAt, type Flight } from '../../flight/flight';
import { stationTime } from '../../procedure/station-time';
import { readByCourse, levelFrom } from './course-reading';

/** Whether a fix was called when it was there. */
export interface PassageMeasure {
  kind: 'passage';
  phaseId: string;
  passed_s: number;
  /** Called so long after it, − = before; null: not called. */
  called_s: number | null;
  within_s: number;
}

/** How far a course reversal went, and how it came back. */
export interface ReversalMeasure {
  kind: 'reversal';
  phaseId: string;
  within_nm: number;
  farthest_nm: number;
  farthest_s: number;
  /** Off the inbound course where the wings came level inbound, share of full scale; null: they never did. */
  rollOutOff: number | null;
  rollOut_s: number | null;
  /** The phase's time was over before the airplane was back over the fix. */
  outOfTime: boolean;
  end_s: number;
}

/** Minutes to a station, worked out from two bearings while flying. */
export interface StationTimeMeasure {
  kind: 'station-time';
  phaseId: string;
  at_s: number;
  answered_min: number | null;
  /** By the bearings that passed between the beginning of the phase and the answer, or its end. */
  due_min: number | null;
  change_deg: number;
}

const CALLED_BEFORE_S = 60;
const CALLED_AFTER_S = 45;
export const STATION_TIME_ANSWER = /^time to the station ([\d.]+) min$/;

/** The samples of a phase at which the fix was passed in the direction of its course, as they were counted in flight. */
export function passagesOf(flight: Flight, span: PhaseSpan): number[] {
  const count = column(flight, 'passages');
  const to = sampleAt(flight, span.end_s);
  const passed: number[] = [];
  // At the sample in which a phase begins the count of the one before still stands.
  for (let k = sampleAt(flight, span.start_s) + 1; k <= to; k++)
    if (count[k]! > passed.length) passed.push(k);
  return passed;
}

export function measurePassage(flight: Flight, span: PhaseSpan, within_s: number): PassageMeasure | null {
  if (!span.complete) return null;
  const calls = flight.events
    .filter(
      (e) =>
        e.kind === 'mark' && e.time_s > span.end_s - CALLED_BEFORE_S && e.time_s < span.end_s + CALLED_AFTER_S
    )
    .map((e) => e.time_s - span.end_s)
    .sort((a, b) => Math.abs(a) - Math.abs(b));
  return {
    kind: 'passage',
    phaseId: span.phaseId,
    passed_s: span.end_s,
    called_s: calls[0] ?? null,
    within_s
  };
}

export function measureReversal(
  flight: Flight,
  lesson: Lesson,
  goal: Extract<NavigationGoal, { kind: 'reversal' }>,
  span: PhaseSpan
): ReversalMeasure {
  const reading = readByCourse(flight, lesson, span, goal.reversal.inboundCourse_deg);
  const from = reading.sample(span.start_s) + 1;
  const to = reading.sample(span.end_s);
  let farthest = from;
  for (let k = from; k <= to; k++) if (reading.fixDistance(k) > reading.fixDistance(farthest)) farthest = k;
  let rollOut: number | null = null;
  for (let k = farthest; k < to; k++) {
    const at = levelFrom(reading, k, to, 3);
    if (at === null) break;
    if (Math.abs(reading.headingOff(at)) < 60) {
      rollOut = at;
      break;
    }
    k = at + 3 * reading.rate_hz;
  }
  return {
    kind: 'reversal',
    phaseId: span.phaseId,
    within_nm: goal.reversal.within_nm,
    farthest_nm: reading.fixDistance(farthest),
    farthest_s: reading.time(farthest),
    rollOutOff: rollOut === null ? null : reading.offCourse(rollOut),
    rollOut_s: rollOut === null ? null : reading.time(rollOut),
    outOfTime: span.complete && passagesOf(flight, span).length === 0,
    end_s: span.end_s
  };
}

export function measureStationTime(flight: Flight, span: PhaseSpan): StationTimeMeasure {
  const answer = flight.events.find(
    (e) => e.kind === 'answer' && STATION_TIME_ANSWER.test(e.detail) && e.time_s <= span.end_s + 30
  );
  const radial = column(flight, 'fixRadial_deg');
  const tas = column(flight, 'tas_kt');
  const from = sampleAt(flight, span.start_s);
  const to = sampleAt(flight, Math.min(answer?.time_s ?? span.end_s, span.end_s));
  const change_deg = Math.abs(normaliseSigned(radial[to]! - radial[from]!));
  const seconds = (to - from) / flight.rate_hz;
  return {
    kind: 'station-time',
    phaseId: span.phaseId,
    at_s: answer?.time_s ?? span.end_s,
    answered_min: answer ? Number(STATION_TIME_ANSWER.exec(answer.detail)![1]) : null,
    due_min: change_deg < 2 ? null : stationTime(seconds / 60, change_deg, tas[to]!).rule_min,
    change_deg
  };
}
