import { describe, expect, test } from 'vitest';
import { lessonOf, type Lesson } from '$core/drill/lesson';
import type { Phase } from '$core/drill/drill';
import type { PhaseSpan } from '$core/drill/phase-tracker';
import { placeAt } from '$core/earth/geodesic';
import { detectPhases } from '$core/flight/detected-phases';
import type { FlightEvent } from '$core/flight/flight-event';
import type { Flight } from '$core/flight/flight';
import { altimeter } from '$core/grade/checks/altimeter';
import { approachSpeedOff_kt, thresholdSpeedOff_kt } from '$core/grade/checks/approach-speed';
import type { CheckPlace } from '$core/grade/checks/check-kind';
import { measureChecks } from '$core/grade/checks/checks';
import { circle } from '$core/grade/checks/circle';
import { configuration } from '$core/grade/checks/configuration';
import { decision } from '$core/grade/checks/decision';
import type { CourseReading } from '$core/grade/checks/course-reading';
import { firstTurn } from '$core/grade/checks/first-turn';
import { clockStarted } from '$core/grade/checks/final-clock';
import { levelOff } from '$core/grade/checks/level-off';
import { minimumSet } from '$core/grade/checks/minimum-set';
import { missed } from '$core/grade/checks/missed';
import { measurePassage } from '$core/grade/checks/passage';
import { pathStart } from '$core/grade/checks/path-start';
import { rollOut } from '$core/grade/checks/roll-out';
import { speedFirst } from '$core/grade/checks/speed-first';
import { stabilised } from '$core/grade/checks/stabilised';
import { measureStationTime } from '$core/grade/checks/station-time';
import { cameDownOnPath, stepDown } from '$core/grade/checks/step-down';
import { threshold } from '$core/grade/checks/threshold';
import { worldById } from '$core/radio/world-catalogue';
import { lessonFor } from './drawn-flight';
import { flown, madeFlight, planOf } from './flown';
import { planned } from './planned-approach';

/** Where something is measured: a phase of a lesson, flown from one moment to another. */
function place(
  lesson: Lesson,
  phaseId: string,
  flight: Flight,
  [start_s, end_s]: [number, number],
  changes: Partial<PhaseSpan> = {},
  after_s = end_s + 30
): CheckPlace {
  const phase = lesson.drill.phases.find(({ id }) => id === phaseId)!;
  const span: PhaseSpan = { phaseId, start_s, end_s, settled_s: {}, complete: true, ...changes };
  return { flight, lesson, phase, span, spans: [span], until_s: after_s, beyondUntil_s: after_s + 10 };
}
const withEvents = (flight: Flight, events: FlightEvent[]): Flight => ({ ...flight, events });
/** From one value to another between two moments, and held before and after. */
const ramp = (from: number, to: number, start_s: number, end_s: number) => (t: number) =>
  from + (to - from) * Math.min(1, Math.max(0, (t - start_s) / (end_s - start_s)));

const descent = lessonFor('rate-and-speed-descent', {});
const turns = lessonFor('standard-rate-turns', {});
const ils = lessonOf(planned('xvlb-ils-24'));
const [downPath, goAround] = ['Down the path', 'Go around'].map((name) => ils.drill.phases.find((phase) => phase.name === name)!.id) as [string, string]; // prettier-ignore

describe('a final', () => {
  const stable = { altitude_ft: ramp(1600, 300, 0, 130), ias_kt: () => 92, verticalSpeed_fpm: () => -600, throttle: () => 0.4, flaps_deg: () => 10, gear: () => 1, courseShare: (t: number) => t / 100, pathShare: (t: number) => -t / 200 }; // prettier-ignore
  const at = (flight: Flight, changes: Partial<PhaseSpan> = {}, span: [number, number] = [0, 130]) =>
    stabilised.measure(place(ils, downPath, flight, span, changes), { kind: 'stabilised', phase: downPath, altitude_ft: 1100, height_ft: 1000 }); // prettier-ignore

  test('gear is up where it should be down and can be moved, and nowhere else', () => {
    const korvane = lessonOf(planned('xvlb-ils-24', { transition: null }, {}, 2));
    const [onPath, inbound] = ['Down the path', 'Onto the final course'].map((name) => korvane.drill.phases.find((phase) => phase.name === name)!) as [Phase, Phase]; // prettier-ignore
    expect([onPath.goal.gear, inbound.goal.gear]).toEqual([1, 0]);
    const unstable = ({ id, goal }: Phase, gear: number | null) =>
      stabilised.judge({ kind: 'stabilised', phaseId: id, at_s: 50, height_ft: 1000, courseShare: 0, pathShare: 0, speedOff_kt: 0, rate_fpm: -600, throttle: 0.4, flaps_deg: goal.flaps_deg, gear }, korvane); // prettier-ignore
    expect([unstable(onPath, 0), unstable(onPath, 1), unstable(onPath, null)]).toEqual([['gear up'], [], []]);
    expect([unstable(inbound, 0), unstable(inbound, 1)]).toEqual([[], []]);
  });

  test('everything as the height is passed, and not a moment later', () => {
    const measured = at(madeFlight(150, stable))!;
    expect(measured).toMatchObject({ at_s: 50, courseShare: 0.5, pathShare: -0.25, rate_fpm: -600, throttle: expect.closeTo(0.4, 6), flaps_deg: 10, gear: 1, height_ft: 1000 }); // prettier-ignore
    expect(measured.speedOff_kt).toBeCloseTo(2, 6);
    // Begun below it, never come to it, or put down just above it: nothing to say.
    expect(at(madeFlight(150, stable), {}, [60, 130])).toBeNull();
    expect(at(madeFlight(150, stable), {}, [0, 40])).toBeNull();
    expect(at(madeFlight(150, stable), { asked: true }, [31, 130])).toBeNull();
    expect(at(madeFlight(150, stable), { asked: true }, [29, 130])).not.toBeNull();
  });

  test('a speed is what it stood at for three seconds; over the threshold what was given up for landing is none', () => {
    const flight = madeFlight(20, { ias_kt: ramp(90, 100, 10, 11) });
    expect(approachSpeedOff_kt(flight, 100, 90)).toBeCloseTo(0, 6);
    expect(approachSpeedOff_kt(flight, 200, 90)).toBeCloseTo(10, 6);
    // A second and a half of the three after the step, half a second of it climbing.
    expect(approachSpeedOff_kt(flight, 125, 90)).toBeGreaterThan(5.5);
    expect(approachSpeedOff_kt(flight, 125, 90)).toBeLessThan(7.5);
    const slow = (ias_kt: number) => thresholdSpeedOff_kt(madeFlight(5, { ias_kt: () => ias_kt }), 50, 90, 65); // prettier-ignore
    expect([95, 90, 80, 65, 60].map(slow)).toEqual([5, 0, 0, 0, -5].map((kt) => expect.closeTo(kt, 6)));
    // Where the approach is flown slower than that, nothing is given up.
    expect(thresholdSpeedOff_kt(madeFlight(5, { ias_kt: () => 60 }), 50, 62, 65)).toBeCloseTo(-2, 6);
  });

  test('a path: the farthest above it in half a minute, the course as the altitude was left, the altitude at the fix', () => {
    const flight = madeFlight(150, {
      pathShare: (t) => (t < 40 ? 0.02 * t : t < 100 ? 0.2 : 0.5),
      courseShare: (t) => 0.4 - t / 500,
      altitude_ft: ramp(1600, 300, 20, 150),
      along_nm: (t) => -5 + t / 50
    });
    const found = pathStart.measure(place(ils, downPath, flight, [0, 140]), { kind: 'path-start', phase: downPath, before_ft: 1600, fix: 'GRIMA', fixBefore_nm: 4.4, fixAltitude_ft: 1480 })!; // prettier-ignore
    expect(found.highest).toBeCloseTo(0.6, 2);
    // 60 ft at ten a second from 0:20 on.
    expect(found.left_s).toBeCloseTo(26.1, 1);
    expect(found.courseShare).toBeCloseTo(0.4 - 26.1 / 500, 2);
    expect(found.checkAt_s).toBeCloseTo(30, 0);
    // Off the path as the fix was passed there is nothing to hold the altimeter against.
    expect(found.checkOff_ft).toBeNull();
    const later = pathStart.measure(place(ils, downPath, flight, [0, 140]), { kind: 'path-start', phase: downPath, before_ft: 1600, fix: 'GRIMA', fixBefore_nm: 4, fixAltitude_ft: 1250 })!; // prettier-ignore
    // 0:50, thirty seconds of ten feet below 1,600.
    expect(later).toMatchObject({ checkAt_s: expect.closeTo(50, 0), checkOff_ft: expect.closeTo(50, -1) });
    // Left before the phase began: followed back to there.
    const begun = pathStart.measure(place(ils, downPath, flight, [60, 140]), { kind: 'path-start', phase: downPath, before_ft: 1600, fix: 'GRIMA', fixBefore_nm: 4, fixAltitude_ft: 1250 })!; // prettier-ignore
    expect([begun.left_s, begun.checkAt_s]).toEqual([expect.closeTo(26.1, 1), null]);
    const level = pathStart.measure(place(ils, downPath, flight, [0, 19]), { kind: 'path-start', phase: downPath, before_ft: 1600, fix: 'GRIMA', fixBefore_nm: 4, fixAltitude_ft: 1250 })!; // prettier-ignore
    expect([level.left_s, level.courseShare]).toEqual([null, null]);
  });

  test('a fix passed high: because of the path only where one came down on it', () => {
    const flight = (pathShare: number, sinking_fpm: number) => madeFlight(20, { altitude_ft: () => 2500, pathShare: () => pathShare, verticalSpeed_fpm: () => -sinking_fpm }); // prettier-ignore
    const measured = (pathShare: number, sinking_fpm: number, orPath = true) => stepDown.measure(place(ils, downPath, flight(pathShare, sinking_fpm), [10, 20]), { kind: 'step-down', phase: downPath, altitude_ft: 2200, fix: 'NORIN', orPath })!; // prettier-ignore
    expect(measured(0.5, 400)).toMatchObject({ passed_s: 10, altitude_ft: 2500, target_ft: 2200, pathShare: 0.5, descent_fpm: 400 }); // prettier-ignore
    expect([measured(0.5, 400), measured(-0.5, 200), measured(0.5, 199), measured(0.8, 400), measured(0.5, 400, false)].map(cameDownOnPath)).toEqual([true, true, false, false, false]); // prettier-ignore
  });

  test('the clock is the start nearest to the fix, within a minute of it', () => {
    const started = (...at: number[]) => clockStarted(withEvents(madeFlight(1, {}), at.map((time_s) => ({ time_s, kind: 'timer', detail: 'start' }) as FlightEvent)), 100); // prettier-ignore
    expect([started(), started(40), started(41), started(70, 104, 150), started(160)]).toEqual([null, null, -59, 4, null]); // prettier-ignore
    const stopped = withEvents(madeFlight(1, {}), [{ time_s: 101, kind: 'timer', detail: 'stop' }]);
    expect(clockStarted(stopped, 100)).toBeNull();
  });

  test('the minimum that stands as the final begins, and the setting that stands as the phase ends', () => {
    const bugs = (time_s: number, minimum_ft: number | null) => ({ time_s, kind: 'bugs', bugs: { heading_deg: null, altitude_ft: null, minimum_ft } }) as FlightEvent; // prettier-ignore
    const marked = (...events: FlightEvent[]) => minimumSet.measure(place(ils, downPath, withEvents(madeFlight(1, {}), events), [60, 100]), { kind: 'minimum-set', phase: downPath, minimum_ft: 290, least_ft: 288 }); // prettier-ignore
    expect(marked()).toBeNull();
    expect(marked(bugs(10, 500), bugs(60, 290), bugs(61, 200))).toMatchObject({ marked_ft: 290, at_s: 60 });
    expect(marked(bugs(10, null))).toMatchObject({ marked_ft: null });
    expect(marked(bugs(61, 290))).toBeNull();
    expect(marked(bugs(5, 290))).not.toHaveProperty('pathLost');
    const first = ils.drill.phases[0]!.id;
    const set = (...events: FlightEvent[]) => altimeter.measure(place(ils, first, withEvents(madeFlight(1, {}), events), [0, 100]), { kind: 'altimeter', phase: first, setting_hPa: 1003 }); // prettier-ignore
    const turn = (time_s: number, detail: string) => ({ time_s, kind: 'altimeter', detail }) as FlightEvent;
    expect(set()).toMatchObject({ set_hPa: 1003, asked_hPa: 1003, at_s: 100 });
    expect(set(turn(20, '1013 hPa'), turn(100, '1003.5 hPa'), turn(101, '990'))).toMatchObject({ set_hPa: 1003.5 }); // prettier-ignore
  });

  test('over the threshold: aside, before it, how high; climbing away nobody has come to it', () => {
    const runway = worldById('vesterlund').runways.find(({ airport, name }) => airport === 'XVLB' && name === '24')!; // prettier-ignore
    const along = runway.course_deg + ils.area.variation_deg;
    const where = (before_nm: number, right_nm: number) => placeAt(placeAt(runway, along + 180, before_nm), along + 90, right_nm); // prettier-ignore
    const come = (over: { latitude_deg: number; longitude_deg: number }, climb_fpm = -400, height_ft = 50, before_ft = height_ft) =>
      threshold.measure(place(ils, downPath, madeFlight(20, { latitude_deg: () => over.latitude_deg, longitude_deg: () => over.longitude_deg, altitude_ft: (t) => runway.elevation_ft + (t < 10 ? before_ft : height_ft), ias_kt: () => 90, climbRate_fpm: () => climb_fpm }), [0, 15]), { kind: 'threshold', phase: downPath, runway, crossing_ft: 50 }); // prettier-ignore
    const beside = come(where(0.5, 0.02))!;
    expect(beside).toMatchObject({ at_s: 15, came: true, height_ft: expect.closeTo(50, 0), crossing_ft: 50 });
    expect(beside.before_nm).toBeCloseTo(0.5, 2);
    expect(Math.abs(beside.aside_m - 37)).toBeLessThan(2);
    expect(come(where(0, -0.02))!.aside_m).toBeLessThan(-30);
    expect([come(where(0, 0), 200)!.came, come(where(0, 0), 199)!.came, come(where(0, 0), -400, 500, 200)!.came]).toEqual([false, true, false]); // prettier-ignore
    // Nor has who never came near the minimum of 290 ft missed what was to be seen from there.
    const least_ft = 390 - runway.elevation_ft;
    expect(come(where(0, 0), -400, 1100, least_ft - 1)).toMatchObject({ came: false });
    expect(come(where(0, 0), -400, 1100, least_ft + 1)).toBeNull();
    expect(come(where(0, 0), -400, 450, 450)).toMatchObject({ came: true });
  });

  test('a circle: the farthest from the runways, the bank that was held, and the side it was flown on', () => {
    const world = worldById('vesterlund');
    const runway = world.runways.find(({ airport, name }) => airport === 'XVNA' && name === '13')!;
    const lesson = lessonOf(
      planned('xvna-vor-a', { ends: 'landing', circle: { runway: '13', turn: 'right' } })
    );
    const check = lesson.drill.checks.find(({ kind }) => kind === 'circle') as Extract<Lesson['drill']['checks'][number], { kind: 'circle' }>; // prettier-ignore
    const along = runway.course_deg + lesson.area.variation_deg;
    /** Downwind a mile beside the runway, from its middle to a mile and a half before its threshold. */
    const flight = (right_nm: number, bank: (t: number) => number = () => 0) => {
      const where = (t: number) => placeAt(placeAt(runway, along + 180, t / 40 - 0.5), along + 90, right_nm);
      return madeFlight(90, { latitude_deg: (t) => where(t).latitude_deg, longitude_deg: (t) => where(t).longitude_deg, bank_deg: bank, altitude_ft: () => 700, climbRate_fpm: () => 0 }); // prettier-ignore
    };
    const measured = (recorded: Flight, changes: Partial<PhaseSpan> = {}, until_s = 80) => {
      const at = place(lesson, check.phase, recorded, [0, 80], changes, until_s);
      return circle.measure({ ...at, spans: [{ ...at.span, phaseId: check.phases[0]! }, at.span] }, check);
    };
    const right = measured(flight(1))!;
    // At the end a mile and a half before the threshold and one beside it.
    expect(right.farthest_nm).toBeCloseTo(Math.hypot(1.5, 1), 1);
    expect(right).toMatchObject({ farthest_s: expect.closeTo(80, 0), turn: 'right', runway: '13', onSide: 1, bank_deg: 0 }); // prettier-ignore
    expect(measured(flight(-1))!.onSide).toBe(0);
    // Over the runway's line no side is told.
    expect(measured(flight(0.05))!.onSide).toBeNull();
    // Two seconds of 34° are a bank; one is the air.
    expect(measured(flight(1, (t) => (t > 40 && t < 42 ? -34 : 20)))).toMatchObject({ bank_deg: 34, bank_s: expect.closeTo(40, 0) }); // prettier-ignore
    expect(measured(flight(1, (t) => (t > 40 && t < 41 ? -34 : 20)))!.bank_deg).toBe(20);
    expect(measured(flight(1), { complete: false })).toBeNull();
    // Abeam the middle of two miles of runway the tangents run, and not the arcs about its ends.
    const long = { ...runway, length_ft: 2 * 6076.12 };
    const abeam = placeAt(placeAt(runway, along, 1), along + 90, 1.25);
    const beside = madeFlight(90, { latitude_deg: () => abeam.latitude_deg, longitude_deg: () => abeam.longitude_deg, bank_deg: () => 0, altitude_ft: () => 700, climbRate_fpm: () => 0 }); // prettier-ignore
    const at = (runways: (typeof runway)[]) => {
      const here = place(lesson, check.phase, beside, [0, 80], {}, 80);
      return circle.measure({ ...here, spans: [{ ...here.span, phaseId: check.phases[0]! }, here.span] }, { ...check, runway: long, runways })!.farthest_nm; // prettier-ignore
    };
    expect(at([long])).toBeCloseTo(1.25, 2);
    // Two that begin at the same place.
    expect(at([long, { ...long }])).toBeCloseTo(1.25, 2);
    // Another runway, half a mile behind the airplane, is protected as well; and what lies between the two.
    const other = { ...long, ...placeAt(abeam, along + 90, 0.5) };
    expect(at([long, other])).toBeLessThan(0.6);
    expect(at([long, { ...other, length_ft: 6 }])).toBeCloseTo(0.5 / Math.hypot(1, 1.75), 1);
  });

  test('a missed approach: power and climb from where it is due, what came up before, a turn too soon', () => {
    const begins = 60;
    const going = (changes: Record<string, (t: number) => number> = {}) => madeFlight(160, {
      altitude_ft: (t) => (t < begins ? 290 + 7 * (begins - t) : 290 + 12 * Math.max(0, t - begins - 4)),
      throttle: (t) => (t < begins + 2 ? 0.4 : 1),
      climbRate_fpm: (t) => (t < begins + 4 ? -300 : 700),
      flaps_deg: (t) => (t < begins + 8 ? 10 : 0),
      gear: (t) => (t < begins + 9 ? 1 : 0),
      heading_deg: () => 246,
      ...changes
    }); // prettier-ignore
    const measured = (changes: Record<string, (t: number) => number> = {}) =>
      missed.measure(place(ils, goAround, going(changes), [begins, 75]), { kind: 'missed', phase: goAround, first: { straight_ft: 1200 } })!; // prettier-ignore
    expect(measured()).toMatchObject({ begun_s: begins, power_s: expect.closeTo(2, 1), climb_s: expect.closeTo(4, 1), cleanedBefore_s: null, turned: null }); // prettier-ignore
    expect(measured({ flaps_deg: (t) => (t < begins + 3 ? 10 : 0) }).cleanedBefore_s).toBeCloseTo(63, 1);
    // From more than one step the first comes up with the power; the next ones wait for the climb.
    expect(measured({ flaps_deg: (t) => (t < begins + 3 ? 30 : t < begins + 9 ? 20 : 0) }).cleanedBefore_s).toBeNull(); // prettier-ignore
    expect(measured({ flaps_deg: (t) => (t < begins + 3 ? 30 : 10) }).cleanedBefore_s).toBeCloseTo(63, 1);
    expect(measured({ gear: (t) => (t < begins + 3 ? 1 : 0) }).cleanedBefore_s).toBeCloseTo(63, 1);
    expect(measured({ throttle: (t) => (t < begins + 12 ? 0.4 : 1) }).power_s).toBeCloseTo(12, 1);
    expect(measured({ throttle: () => 0.5 }).power_s).toBeNull();
    // Twenty degrees of bank from 0:90 on, and the heading with it: below 1,200 ft it is a turn.
    const turning = { bank_deg: (t: number) => (t < 90 ? 0 : -20), heading_deg: (t: number) => (t < 90 ? 246 : 246 - 3 * (t - 90)) }; // prettier-ignore
    expect(measured(turning).turned).toMatchObject({ at_s: expect.closeTo(90, 0), bank_deg: -20, altitude_ft: expect.closeTo(290 + 12 * 26, -1) }); // prettier-ignore
    // A bank that brings it back to the heading is a correction.
    expect(measured({ ...turning, heading_deg: (t) => (t < 90 ? 266 : Math.max(246, 266 - 3 * (t - 90))) }).turned).toBeNull(); // prettier-ignore
    // Level on with power is no missed approach, and of a flight that ends before it must be one nobody knows.
    expect(measured({ altitude_ft: () => 400 })).toMatchObject({ power_s: null, climb_s: null });
    const short = madeFlight(80, { altitude_ft: () => 400, throttle: () => 0.5 });
    expect(missed.measure(place(ils, goAround, short, [begins, 75]), { kind: 'missed', phase: goAround, first: { straight_ft: 1200 } })).toBeNull(); // prettier-ignore
    const left = (bank_deg: (t: number) => number) => missed.measure(place(ils, goAround, going({ bank_deg }), [begins, 75]), { kind: 'missed', phase: goAround, first: { turn: 'left' } })!.first; // prettier-ignore
    expect(left((t) => (t < 65 ? 0 : -20))).toEqual({ turn: 'left', made: 'left' });
    expect(left((t) => (t < 65 ? 0 : t < 67 ? -20 : t < 70 ? 0 : 20))).toEqual({
      turn: 'left',
      made: 'right'
    });
    expect(left(() => 11)).toEqual({ turn: 'left', made: null });
  });
});

describe('a descent to a decision', () => {
  const asked = { kind: 'decision', phase: 'decision', altitude_ft: 3000 } as const;
  test('the lowest of it, from a little before to half a minute after, and how long to the climb', () => {
    const flight = madeFlight(200, { altitude_ft: (t) => (t < 104 ? 3800 - 8 * t : 2968 + 10 * (t - 104)) });
    const measured = (span: [number, number], changes: Partial<PhaseSpan> = {}) => decision.measure(place(descent, 'decision', flight, span, changes), asked)!; // prettier-ignore
    expect(measured([100, 106])).toEqual({ kind: 'decision', phaseId: 'decision', altitude_ft: 3000, at_s: 100, passed: true, toClimb_s: 6, lowest_ft: 2968, lowest_s: 104 }); // prettier-ignore
    expect(measured([100, 106], { complete: false }).toClimb_s).toBeNull();
    // Told late, the lowest lies before; told much too late, it is not looked for any more.
    expect(measured([123, 125]).lowest_ft).toBe(2968);
    expect(measured([126, 128]).lowest_ft).toBeGreaterThan(2980);
    const high = madeFlight(200, { altitude_ft: (t) => (t < 100 ? 4200 - 8 * t : 3400 + 10 * (t - 100)) });
    expect(decision.measure(place(descent, 'decision', high, [100, 106]), asked)).toMatchObject({ passed: false, at_s: 100, toClimb_s: 0, lowest_ft: 3400 }); // prettier-ignore
    const never = madeFlight(200, { altitude_ft: (t) => (t < 100 ? 4201 - 8 * t : 3401 + 10 * (t - 100)) });
    expect(decision.measure(place(descent, 'decision', never, [100, 106]), asked)).toBeNull();
    // Come to the end of the path well above it and gone down from there.
    const over = madeFlight(200, { altitude_ft: (t) => (t < 120 ? 3076 - Math.max(0, t - 100) * 5 : 2976 + 10 * (t - 120)) }); // prettier-ignore
    expect(decision.measure(place(descent, 'decision', over, [100, 122]), asked)).toMatchObject({ overEnd_ft: 3076 }); // prettier-ignore
    expect(decision.measure(place(descent, 'decision', over, [101, 122]), asked)).not.toHaveProperty('overEnd_ft'); // prettier-ignore
  });

  test('flaps and gear at the moment they were due; over before that, nothing is said', () => {
    const flight = madeFlight(100, { flaps_deg: ramp(0, 20, 30, 50), gear: (t) => (t < 44 ? 0 : 1) });
    const set = (end_s: number) => configuration.measure(place(descent, 'descent', flight, [30, end_s]), { kind: 'configuration', phase: 'descent', within_s: 15 }); // prettier-ignore
    expect(set(45)).toBeNull();
    expect(set(46)).toMatchObject({ at_s: 45, flaps_deg: 15, gear: 1, askedFlaps_deg: 10 });
  });

  test('speed first: where the level was left, by the needle and then by the altitude', () => {
    const flight = (ias: (t: number) => number) =>
      madeFlight(120, { altitude_ft: (t) => (t < 60 ? 4000 : 4000 - (500 / 60) * (t - 60)), verticalSpeed_fpm: ramp(0, -500, 60, 66), ias_kt: ias }); // prettier-ignore
    const measured = speedFirst.measure(place(descent, 'descent', flight(ramp(120, 90, 40, 70)), [66, 110]), { kind: 'speed-first', phase: 'descent', speed_kt: 90 })!; // prettier-ignore
    expect(measured.at_s).toBeGreaterThanOrEqual(59.9);
    expect(measured.at_s).toBeLessThanOrEqual(62);
    expect(measured.ias_kt).toBeCloseTo(120 - (measured.at_s - 40), 1);
    expect(measured.left_ft).toBe(4000);
    // Counted before it sinks, it is looked for ahead.
    expect(speedFirst.measure(place(descent, 'descent', flight(() => 90), [50, 110]), { kind: 'speed-first', phase: 'descent', speed_kt: 90 })!.at_s).toBeCloseTo(61, -0.5); // prettier-ignore
  });

  test('a level-off: where it stopped in its direction, and the farthest beyond', () => {
    const climb = (top_ft: number, then_ft = top_ft) => madeFlight(160, { altitude_ft: (t) => (t < 80 ? ramp(3000, top_ft, 20, 80)(t) : ramp(top_ft, then_ft, 95, 100)(t)) }); // prettier-ignore
    const measured = (flight: Flight, changes: Partial<PhaseSpan> = {}) => levelOff.measure(place(descent, 'climb', flight, [20, 75], changes, 140), { kind: 'level-off', phase: 'climb', altitude_ft: 3600 }); // prettier-ignore
    expect(measured(climb(3600))).toMatchObject({
      stopped_ft: expect.closeTo(0, 0),
      beyond_ft: 0,
      climbing: true
    });
    expect(measured(climb(3540))).toMatchObject({ stopped_ft: expect.closeTo(-60, 0), beyond_ft: 0 });
    expect(measured(climb(3720))).toMatchObject({ beyond_ft: expect.closeTo(120, 0), beyond_s: expect.closeTo(80, 0) }); // prettier-ignore
    expect(measured(climb(3540, 3650))!.beyond_ft).toBeCloseTo(50, 0);
    expect(measured(climb(3600), { complete: false })).toBeNull();
    // What was never begun cannot be stopped too soon.
    expect(measured(climb(3090))).toBeNull();
    expect(measured(climb(3110))!.stopped_ft).toBeCloseTo(-490, -2);
  });
});

test('a roll-out is where the wings come level, short or past, every whole turn counted', () => {
  const { id, goal } = turns.drill.phases.find(({ goal: { lateral } }) => lateral.kind === 'turn')!;
  const { direction, to_deg } = goal.lateral as Extract<typeof goal.lateral, { kind: 'turn' }>;
  const begins_deg = to_deg! - 180 * direction;
  const turnBy = (degrees: number) => madeFlight(400, { bank_deg: (t) => (t > 10 && t < 10 + degrees / 3 ? 17 * direction : 0), heading_deg: (t) => (begins_deg + direction * Math.min(degrees, Math.max(0, 3 * (t - 10))) + 720) % 360 }); // prettier-ignore
  const measured = (degrees: number, changes: Partial<PhaseSpan> = {}) => rollOut.measure(place(turns, id, turnBy(degrees), [10, 12 + degrees / 3], changes), { kind: 'roll-out', phase: id, heading_deg: to_deg! }); // prettier-ignore
  for (const off of [0, -12, 9, 360, 372])
    expect(measured(180 + off)!.error_deg, String(off)).toBeCloseTo(off, 0);
  expect(measured(171)!.at_s).toBeCloseTo(10 + 171 / 3, 0);
  expect(measured(100)).toBeNull();
  expect(measured(180, { complete: false })).toBeNull();
  // A turn three times as fast is over before half of its time: it ended where it ended.
  const fast = madeFlight(400, { bank_deg: (t) => (t > 10 && t < 30 ? 45 * direction : 0), heading_deg: (t) => (begins_deg + direction * Math.min(180, Math.max(0, 9 * (t - 10))) + 720) % 360 }); // prettier-ignore
  const ended = rollOut.measure(place(turns, id, fast, [10, 32]), { kind: 'roll-out', phase: id, heading_deg: to_deg! }); // prettier-ignore
  expect(ended!.at_s).toBeCloseTo(30, 0);
  expect(ended!.error_deg).toBeCloseTo(0, 0);

  // Once round to the heading it began on, at 45° of bank: none turned is a whole circle short, and thirty degrees more are thirty.
  const steep = lessonFor('steep-turns', {});
  const right = steep.drill.phases.find(({ goal: { lateral } }) => lateral.kind === 'turn')!;
  const { to_deg: again_deg, direction: way } = right.goal.lateral as Extract<typeof right.goal.lateral, { kind: 'turn' }>; // prettier-ignore
  const round = (degrees: number) => {
    const flight = madeFlight(200, { bank_deg: (t) => (t > 10 && t < 10 + degrees / 9 ? 45 * way : 0), heading_deg: (t) => (again_deg! + way * Math.min(degrees, Math.max(0, 9 * (t - 10))) + 720) % 360 }); // prettier-ignore
    return rollOut.measure(place(steep, right.id, flight, [10, 12 + degrees / 9]), { kind: 'roll-out', phase: right.id, heading_deg: again_deg! })?.error_deg; // prettier-ignore
  };
  for (const off of [0, -20, 30]) expect(round(360 + off)!, String(off)).toBeCloseTo(off, 0);
});

test('a fix called and a time worked out: the call nearest to it, the first answer', () => {
  const span: PhaseSpan = { phaseId: 'to-fix', start_s: 0, end_s: 100, settled_s: {}, complete: true };
  const called = (...at: number[]) => measurePassage(withEvents(madeFlight(1, {}), at.map((time_s) => ({ time_s, kind: 'mark' }) as FlightEvent)), span, 15)!.called_s; // prettier-ignore
  expect([called(), called(40), called(41), called(80, 103), called(144), called(145)]).toEqual([null, null, -59, 3, 44, null]); // prettier-ignore
  expect(measurePassage(madeFlight(1, {}), { ...span, complete: false }, 15)).toBeNull();
  // The clock is no call.
  expect(measurePassage(withEvents(madeFlight(1, {}), [{ time_s: 103, kind: 'timer', detail: 'started' }]), span, 15)!.called_s).toBeNull(); // prettier-ignore
  const flight = madeFlight(300, { fixRadial_deg: (t) => (355 + t / 12) % 360, tas_kt: () => 120 });
  const answer = (time_s: number, minutes: number) => ({ time_s, kind: 'answer', answer: { to: 'station-time', minutes } }) as FlightEvent; // prettier-ignore
  const time = (...events: FlightEvent[]) => measureStationTime(withEvents(flight, events), { ...span, end_s: 240 }); // prettier-ignore
  // Two minutes, ten degrees: 60 × 2 ÷ 10.
  expect(time(answer(120, 11), answer(130, 12))).toMatchObject({ at_s: 120, answered_min: 11, change_deg: expect.closeTo(10, 1), due_min: expect.closeTo(12, 1) }); // prettier-ignore
  expect(time(answer(270, 11))).toMatchObject({ answered_min: 11, change_deg: expect.closeTo(20, 1) });
  expect(time(answer(271, 11))).toMatchObject({ answered_min: null, at_s: 240 });
  expect(time(answer(20, 11)).due_min).toBeNull();
});

test('the first turn worth the name: from its bank on, and the way round it went', () => {
  /** A sample a second: the heading turned each second, with a bank to that side. */
  const reading = (turned: number[]) => {
    const headings = turned.reduce<number[]>((all, by) => [...all, all.at(-1)! + by], [350]);
    return { headingOff: (k: number) => headings[k]!, bank: (k: number) => Math.sign(turned[k - 1] ?? 0) * 15 } as unknown as CourseReading; // prettier-ignore
  };
  const found = (turned: number[], from = 0) => firstTurn(reading(turned), from, turned.length);
  const straight = [0, 0, 0, 0];
  expect(found([...straight, ...Array<number>(20).fill(3)])).toEqual({ begun: 5, way: 'right' });
  expect(found([...straight, ...Array<number>(20).fill(-3)])).toEqual({ begun: 5, way: 'left' });
  // Twenty degrees begin a turn, forty-five tell its way; a correction and back is none.
  expect(found([...straight, ...Array<number>(14).fill(3)])).toEqual({ begun: 5, way: null });
  expect(found([...straight, ...Array<number>(6).fill(3)])).toEqual({ begun: null, way: null });
  expect(found([3, 3, 3, -3, -3, -3, ...straight, ...Array<number>(16).fill(-3)])).toEqual({ begun: 11, way: 'left' }); // prettier-ignore
  // Banked already as it is looked from: it began there.
  expect(found(Array<number>(20).fill(3), 3)).toEqual({ begun: 3, way: 'right' });
});

test('a wind that is changed says nothing of a level-off or a roll-out: only a hold’s circuits cannot be told in it', () => {
  const plan = planOf({ drill: 'constant-rate-climb', figures: {}, turbulence: 'smooth' });
  const lesson = lessonOf(plan);
  const flight = flown(plan);
  const { spans } = detectPhases(flight, lesson);
  const changed: FlightEvent = { time_s: 20, kind: 'command', command: { does: 'weather', over_s: 300, wind: { from_deg: 90, speed_kt: 30 } } }; // prettier-ignore
  const kinds = (events: FlightEvent[]) =>
    measureChecks({ ...flight, events }, lesson, spans).map(({ kind, phaseId }) => `${kind} ${phaseId}`);
  expect(kinds([])).toEqual(expect.arrayContaining(['level-off climb', 'level-off descend']));
  expect(kinds([changed])).toEqual(kinds([]));
});
