import { expect } from 'vitest';
import { windVelocity } from '$core/air/wind';
import { windAboutFix } from '$core/drill/plan-wind';
import { tasOf } from '$core/drill/goal-in-air';
import type { NavigationGoal } from '$core/drill/drill';
import { lessonOf, type Lesson } from '$core/drill/lesson';
import type { LessonPlan } from '$core/drill/lesson-plan';
import type { PhaseSpan } from '$core/drill/phase-tracker';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { placeOnPlane } from '$core/earth/local-plane';
import { channelDefinitions, writeSample, type Sample } from '$core/flight/channels';
import { courseWatch } from '$core/flight/course-watch';
import type { FlightEvent, Happening } from '$core/flight/flight-event';
import { flightFromCounts, type Flight } from '$core/flight/flight';
import { normaliseBearing, normaliseSigned } from '$core/measure/angle';
import { procedureTurnRate } from '$core/procedure/turn';
import { windTriangle, type WindTriangle } from '$core/procedure/wind-triangle';
import { aircraft, area } from './flown';

const RATE_HZ = 10;
/** Bank of every turn, degrees: what the measures know a turn by. */
const BANK_DEG = 18;
/** A usual lesson in smooth air. */
export const lessonFor = (drill: string, changes: Partial<LessonPlan>): Lesson =>
  lessonOf({ ...sensiblePlan(aircraft, area, drill), seed: 1, turbulence: 'smooth', ...changes });
/** The same lesson with its turns the other way round. */
export function turned(lesson: Lesson, turn: 'right' | 'left'): Lesson {
  const { origin, radios, errors } = lesson.navigation!;
  return lessonOf({ ...lesson.plan, navigation: { fix: origin.fix, radios, errors: [...errors], turn } });
}
/** What a phase is to be flown by. */
export function goalOf<K extends NavigationGoal['kind']>(lesson: Lesson, phaseId: string, kind: K) {
  const { lateral } = lesson.drill.phases.find(({ id }) => id === phaseId)!.goal;
  expect(lateral.kind).toBe(kind);
  return lateral as Extract<NavigationGoal, { kind: K }>;
}
/** Heading and correction for a course in the lesson's wind. @throws where there is none */
export const triangle = (course_deg: number, tas_kt: number, lesson: Lesson): WindTriangle => {
  const solved = windTriangle(course_deg, tas_kt, windAboutFix(lesson, lesson.navigation!.origin));
  if (solved.kind === 'impossible') throw new Error(solved.reason);
  return solved;
};

const radians = (angle: number) => (angle * Math.PI) / 180;

/**
 * Draws a flight of one phase from headings and times alone, in the lesson's wind: a point that moves through the air, stepped
 * a tenth of a second at a time. All angles by the fix's own north, as its courses are.
 */
export function pen(
  lesson: Lesson,
  phaseId: string,
  start: { along_nm: number; right_nm: number; course_deg: number; heading_deg: number }
) {
  const { navigation, area, drill } = lesson;
  const phase = drill.phases.findIndex(({ id }) => id === phaseId);
  const { north_deg, place } = navigation!.origin;
  const tas_kt = tasOf(drill.phases[phase]!.goal, lesson.plan);
  const rate_degps = procedureTurnRate(tas_kt);
  const air = windVelocity(windAboutFix(lesson, lesson.navigation!.origin));
  const watch = courseWatch(lesson);
  const [cos, sin] = [Math.cos(radians(start.course_deg)), Math.sin(radians(start.course_deg))];
  let north = start.along_nm * cos - start.right_nm * sin;
  let east = start.along_nm * sin + start.right_nm * cos;
  let heading = start.heading_deg;
  let bank = 0;
  const samples: Int32Array[] = [];
  const events: FlightEvent[] = [];

  function sample(): void {
    const trueNorth = radians(north_deg);
    const at = placeOnPlane(
      place,
      1852 * (north * Math.cos(trueNorth) - east * Math.sin(trueNorth)),
      1852 * (north * Math.sin(trueNorth) + east * Math.cos(trueNorth))
    );
    const [overNorth, overEast] = [
      tas_kt * Math.cos(radians(heading)) + air.north,
      tas_kt * Math.sin(radians(heading)) + air.east
    ];
    // The panel shows by the area's north, the fix's courses stand by its own.
    const onPanel = (angle: number) => normaliseBearing(angle + north_deg - area.variation_deg);
    const values: Sample = {
      ...at,
      tas_kt,
      bank_deg: bank,
      heading_deg: onPanel(heading),
      track_deg: onPanel((Math.atan2(overEast, overNorth) * 180) / Math.PI)
    };
    const counts = new Int32Array(channelDefinitions.length);
    writeSample(counts, values);
    watch(counts, phase);
    samples.push(counts);
  }
  function step(turn_degps: number): void {
    const middle = radians(heading + turn_degps / RATE_HZ / 2);
    north += (tas_kt * Math.cos(middle) + air.north) / 3600 / RATE_HZ;
    east += (tas_kt * Math.sin(middle) + air.east) / 3600 / RATE_HZ;
    heading = normaliseBearing(heading + turn_degps / RATE_HZ);
    bank = Math.sign(turn_degps) * BANK_DEG;
    sample();
  }
  const by = (course_deg = start.course_deg) => ({
    along_nm: north * Math.cos(radians(course_deg)) + east * Math.sin(radians(course_deg)),
    right_nm: -north * Math.sin(radians(course_deg)) + east * Math.cos(radians(course_deg))
  });
  sample();

  const drawing = {
    by,
    tas_kt,
    air,
    heading: () => heading,
    time_s: () => (samples.length - 1) / RATE_HZ,
    distance_nm: () => Math.hypot(north, east),
    radial_deg: () => normaliseBearing((Math.atan2(east, north) * 180) / Math.PI),
    /** Straight on for so long. */
    straight(seconds: number) {
      for (let k = 0; k < Math.round(seconds * RATE_HZ); k++) step(0);
      return drawing;
    },
    /** Turns to a heading; without a direction by the shorter way. */
    turn(to_deg: number, direction?: 1 | -1) {
      const shortest = normaliseSigned(to_deg - heading);
      const way = direction ?? (shortest < 0 ? -1 : 1);
      const round = normaliseBearing(way * shortest);
      const steps = Math.round((round / rate_degps) * RATE_HZ);
      for (let k = 0; k < steps; k++) step((way * round * RATE_HZ) / steps);
      return drawing;
    },
    /** Straight on until something is so. @throws when it never comes so within ten minutes */
    until(reached: () => boolean) {
      for (let k = 0; !reached(); k++) {
        if (k > 6000) throw new Error('drawn on for ten minutes without coming there');
        step(0);
      }
      return drawing;
    },
    note(what: Happening) {
      events.push({ time_s: drawing.time_s(), ...what });
      return drawing;
    },
    flight: (): Flight =>
      flightFromCounts(
        channelDefinitions.map((_, i) => samples.map((counts) => counts[i]!)),
        events
      ),
    span: (): PhaseSpan => ({
      phaseId,
      start_s: 0,
      end_s: drawing.time_s(),
      settled_s: {},
      complete: true
    })
  };
  return drawing;
}
export type Drawing = ReturnType<typeof pen>;
