import type { Lesson } from '../drill/lesson';
import { isFlown, type PhaseSpan } from '../drill/phase-tracker';
import { phaseById } from '../drill/drill';
import { MOMENT_S, finding, type Finding } from '../finding/finding';
import { duration, type Flight } from '../flight/flight';
import { clock, figure } from '../measure/figure';

/** The last sample lies up to so long before the airplane met the surface. */
const SAMPLE_BEFORE_S = 0.3;
const AT_SURFACE_FT = 10;
/** Who had been down so long had landed, or flies where the ground is lower than the highest of its area. */
const DOWN_FOR_S = 3;
/** Slower than this and no steeper, at the end of a final, it is a landing. */
const LANDS_FPM = 600;
const LANDS_BANK_DEG = 15;
/** A stall so long before is still what it came from. */
const STALLED_WITHIN_S = 90;

/** What was to be flown and was not, and how the flight ended instead; empty where everything was. */
export function notFlown(
  flight: Flight,
  lesson: Lesson,
  toFly: readonly string[],
  spans: readonly PhaseSpan[]
): Finding[] {
  const { drill } = lesson;
  const missing = drill.phases.filter(
    ({ id }) => toFly.includes(id) && !spans.some((span) => span.phaseId === id && isFlown(span))
  );
  if (missing.length === 0) return [];
  const end = duration(flight);
  const names = missing.map(({ name }) => `“${name}”`).join(', ');
  const byInstructor = flight.events.some(
    (event) => event.kind === 'command' && event.command.does === 'end'
  );
  return [
    finding(
      byInstructor ? 'ended-by-instructor' : 'not-flown',
      'fault',
      byInstructor ? 'Ended by the instructor' : 'Not flown to the end',
      { moment_s: end },
      `${byInstructor ? 'The instructor ended the flight' : 'The flight ended'} at ${clock(end)}; not completed: ${names}.`,
      byInstructor ? {} : { failed: true, worth: 8 * MOMENT_S }
    ),
    ...(byInstructor ? [] : metTheSurface(flight, lesson, spans.at(-1)))
  ];
}

/** The airplane came down to the surface where nothing was to be landed: told before anything else, with the stall it came from. */
function metTheSurface(
  flight: Flight,
  { area, aircraft, drill }: Lesson,
  last: PhaseSpan | undefined
): Finding[] {
  const at = flight.length - 1;
  const [height, sink, bank] = (['trueAltitude_ft', 'verticalSpeed_fpm', 'bank_deg'] as const).map(
    (id) => flight.columns.get(id)?.[at]
  );
  if (height === undefined || sink === undefined || bank === undefined) return [];
  const down_fpm = Math.max(0, -sink);
  const isDown = (height_ft: number, by_ft: number) => height_ft - area.groundElevation_ft <= by_ft;
  if (!isDown(height, AT_SURFACE_FT + (SAMPLE_BEFORE_S * down_fpm) / 60)) return [];
  const before = flight.columns.get('trueAltitude_ft')![Math.max(0, at - DOWN_FOR_S * flight.rate_hz)]!;
  if (isDown(before, AT_SURFACE_FT)) return [];
  const onFinal = last !== undefined && phaseById(drill, last.phaseId).segment === 'final';
  if (onFinal && down_fpm <= LANDS_FPM && Math.abs(bank) <= LANDS_BANK_DEG) return [];
  const stalled = stalledAt(flight, aircraft.lift.stallAngle_deg);
  const end = duration(flight);
  const speed_kt = stalled === null ? undefined : flight.columns.get('ias_kt')?.[stalled];
  const stall =
    stalled === null
      ? ''
      : ` The wing had stalled at ${clock(stalled / flight.rate_hz)}${speed_kt === undefined ? '' : `, at ${figure(speed_kt)} kt`}.`;
  return [
    finding(
      'met-the-surface',
      'hard',
      'Flown into the surface',
      { moment_s: end, start_s: stalled === null ? end : stalled / flight.rate_hz, end_s: end },
      `At ${clock(end)} the airplane came down to the surface at ${figure(Math.round(down_fpm / 10) * 10)} ft/min, banked ${figure(Math.abs(bank))}°.${stall}`,
      { channel: 'altitude_ft', side: 'below', failed: true, worth: 1000 * MOMENT_S }
    )
  ];
}

/** The sample in which the wing first stalled in the last part of a flight; null where it did not, or was not recorded. */
function stalledAt(flight: Flight, stallAngle_deg: number): number | null {
  const angle = flight.columns.get('angleOfAttack_deg');
  if (!angle) return null;
  const from = Math.max(0, flight.length - 1 - STALLED_WITHIN_S * flight.rate_hz);
  for (let k = from; k < flight.length; k++) if (angle[k]! > stallAngle_deg) return k;
  return null;
}
