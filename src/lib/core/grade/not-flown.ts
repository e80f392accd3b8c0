import { stallTimes } from './stalled';
import type { Lesson } from '../drill/lesson';
import { worldOf } from '../drill/lesson-place';
import { isFlown, type PhaseSpan } from '../drill/phase-tracker';
import { phaseById } from '../drill/drill';
import { MOMENT_S, finding, type Finding } from '../finding/finding';
import { duration, type Flight } from '../flight/flight';
import { byRunway } from '../flight/runway-in-sight';
import { turnFromTo } from '../measure/angle';
import { clock, figure } from '../measure/figure';
import { FEET_PER_NAUTICAL_MILE } from '../measure/units';
import type { Runway } from '../radio/world';

/** How an airplane came down is told before whatever came before it, however large that was. */
const BEFORE_ALL_ELSE = 1e6;
/** The last sample lies up to so long before the airplane met the surface. */
const SAMPLE_BEFORE_S = 0.3;
const AT_SURFACE_FT = 10;
/** Who had been down so long had landed, or flies where the ground is lower than the highest of its area. */
const DOWN_FOR_S = 3;
/** Slower than this and no steeper, at the end of a final, it is a landing. */
const LANDS_FPM = 600;
const LANDS_BANK_DEG = 15;
/** So near its middle and so much along it an airplane is on a runway. */
const ON_RUNWAY_M = 40;
const ALONG_DEG = 25;
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
  const last = spans.at(-1);
  // Whoever has control then, it is not the student who ends it.
  const flownByInstructor = last !== undefined && phaseById(drill, last.phaseId).byInstructor !== undefined;
  const endedByInstructor = flight.events.some(
    (event) => event.kind === 'command' && event.command.does === 'end'
  );
  const byInstructor = flownByInstructor || endedByInstructor;
  return [
    finding(
      byInstructor ? 'ended-by-instructor' : 'not-flown',
      'fault',
      byInstructor ? 'Ended by the instructor' : 'Not flown to the end',
      { moment_s: end },
      `${endedByInstructor ? 'The instructor ended the flight' : 'The flight ended'} at ${clock(end)}${flownByInstructor ? ', the instructor in control' : ''}; not completed: ${names}.`,
      byInstructor ? {} : { failed: true, worth: 8 * MOMENT_S }
    ),
    ...(byInstructor ? [] : metTheSurface(flight, lesson, last))
  ];
}

/** The airplane came down to the surface where nothing was to be landed: told before anything else, with the stall it came from. */
function metTheSurface(flight: Flight, lesson: Lesson, last: PhaseSpan | undefined): Finding[] {
  const { area, aircraft, drill } = lesson;
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
  if (onFinal && down_fpm <= LANDS_FPM && Math.abs(bank) <= LANDS_BANK_DEG) {
    const circle = drill.checks.find((check) => check.kind === 'circle');
    // Before its last turn a circle leads to no runway; who has come down on one has flown another way round.
    if (!circle?.phases.includes(last.phaseId)) return [];
    const runway = runwayUnder(flight, lesson, at);
    if (runway)
      return runway.name === circle.runway.name ? [] : [onOther(runway, circle.runway, duration(flight))];
  }
  const lately = Math.max(0, at - STALLED_WITHIN_S * flight.rate_hz);
  const stalled = stallTimes(flight, aircraft, { from: lately, to: at })[0]?.from ?? null;
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
      { channel: 'altitude_ft', side: 'below', failed: true, worth: BEFORE_ALL_ELSE }
    )
  ];
}

/** The runway an airplane has come down on, along it; null where there is none, or where it was not recorded. */
function runwayUnder(flight: Flight, { plan, area: { variation_deg } }: Lesson, at: number): Runway | null {
  const [latitude_deg, longitude_deg, heading] = (
    ['latitude_deg', 'longitude_deg', 'heading_deg'] as const
  ).map((id) => flight.columns.get(id)?.[at]);
  if (latitude_deg === undefined || longitude_deg === undefined || heading === undefined) return null;
  const isUnder = (runway: Runway) => {
    const { before_nm, aside_m } = byRunway(runway, { latitude_deg, longitude_deg }, variation_deg);
    return (
      Math.abs(aside_m) <= ON_RUNWAY_M &&
      before_nm <= 0 &&
      before_nm >= -runway.length_ft / FEET_PER_NAUTICAL_MILE &&
      Math.abs(turnFromTo(runway.course_deg, heading)) <= ALONG_DEG
    );
  };
  return worldOf(plan).runways.find(isUnder) ?? null;
}

function onOther(landed: Runway, asked: Runway, end_s: number): Finding {
  return finding(
    'other-runway',
    'hard',
    'Landed on another runway',
    { moment_s: end_s },
    `At ${clock(end_s)} the airplane came down on runway ${landed.name}; the circle was to lead to runway ${asked.name}.`,
    { channel: 'altitude_ft', side: 'below', failed: true, worth: BEFORE_ALL_ELSE }
  );
}
