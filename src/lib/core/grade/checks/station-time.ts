import type { PhaseSpan } from '../../drill/phase-tracker';
import { finding, type Finding } from '../../finding/finding';
import { column, type Flight, sampleAt } from '../../flight/flight';
import { normaliseSigned } from '../../measure/angle';
import { figure } from '../../measure/figure';
import { stationTime } from '../../procedure/station-time';
import { type CheckKind, elementName, metIf } from './check-kind';

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

/**
 * Measures a time to the station worked out in flight against what bearing change, speed and distance make of it; the
 * first answer counts.
 */
export function measureStationTime(flight: Flight, span: PhaseSpan): StationTimeMeasure {
  const [answer] = flight.events.flatMap(({ time_s, ...event }) =>
    event.kind === 'answer' && event.answer.to === 'station-time' && time_s <= span.end_s + 30
      ? [{ time_s, minutes: event.answer.minutes }]
      : []
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
    answered_min: answer?.minutes ?? null,
    due_min: change_deg < 2 ? null : stationTime(seconds / 60, change_deg, tas[to]!).rule_min,
    change_deg
  };
}

const STATION_TIME_SHARE = 0.2;

function stationTimeRight(m: StationTimeMeasure): boolean {
  if (m.due_min === null) return true;
  return (
    m.answered_min !== null &&
    Math.abs(m.answered_min - m.due_min) <= Math.max(1, STATION_TIME_SHARE * m.due_min)
  );
}

function sayStationTime(m: StationTimeMeasure, right: boolean): Finding[] {
  if (right) return [];
  const { answered_min, due_min } = m;
  return [
    finding(
      'station-time-off',
      'fault',
      answered_min === null ? 'Time to the station not worked out' : 'Time to the station wrong',
      { moment_s: m.at_s },
      `${answered_min === null ? 'No answer' : `${figure(answered_min, 1)} min`}; the bearing moved by ${figure(m.change_deg)}°, which makes ${figure(due_min!, 1)} min.`,
      { failed: true }
    )
  ];
}

export const timeToStation: CheckKind<'station-time', StationTimeMeasure, boolean> = {
  name: 'station time',
  measuredFrom: ['fixRadial_deg', 'tas_kt'],
  measure: ({ flight, span }) => measureStationTime(flight, span),
  judge: stationTimeRight,
  elements: (m, right, lesson) => [
    {
      name: elementName(lesson, m.phaseId, 'time to the station'),
      verdict: metIf(right),
      arithmetic: `${m.answered_min === null ? 'no answer' : `${figure(m.answered_min, 1)} min`}; ${m.due_min === null ? 'the bearings did not move' : `${figure(m.due_min, 1)} min by the bearings`}`
    }
  ],
  findings: sayStationTime
};
