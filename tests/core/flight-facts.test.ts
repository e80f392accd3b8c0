import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { describe, expect, test } from 'vitest';
import { STATE, setAttitude } from '$core/aircraft/airplane-state';
import { lessonOf } from '$core/drill/lesson';
import type { PhaseSpan } from '$core/drill/phase-tracker';
import { placeAt } from '$core/earth/geodesic';
import { alignedValues } from '$core/flight/aligned-values';
import { failuresOf, lessonAsFlown, weatherChangesOf } from '$core/flight/as-flown';
import { column, duration, lacking, sampleAt } from '$core/flight/flight';
import { phasesInFlight } from '$core/flight/phases-in-flight';
import { reportedAtStart } from '$core/flight/weather-now';
import { minimumOf } from '$core/drill/approach/approach-minimum';
import { readingsAt } from '$core/flight/replayed-readings';
import { briefingDone } from '$core/flight/briefing-done';
import { lessonInWeather, planInWeather, weatherInFlight } from '$core/flight/weather-in-flight';
import { chartOfPlan } from '$core/drill/approach/chart-of-plan';
import { climbBegan } from '$core/flight/climb-began';
import type { Command } from '$core/flight/command';
import type { FlightEvent, Happening } from '$core/flight/flight-event';
import { commandWords } from '$core/flight/command-words';
import { flightLoop } from '$core/flight/flight-loop';
import { eventsOf } from '$core/flight/recorder';
import type { Hands } from '$core/flight/hands';
import { handsNotes } from '$core/flight/hands-notes';
import { lessonBrief } from '$core/flight/lesson-brief';
import { placedAt_s, sincePlaced } from '$core/flight/placings';
import { startOfFlight } from '$core/flight/start-of-flight';
import { isDue } from '$core/flight/waiting-due';
import { comesAbout, waitingCommand } from '$core/flight/waiting-command';
import { strangeRadios } from '$core/radio/radio-settings';
import { lessonFor } from './drawn-flight';
import { aircraft, madeFlight, planOf } from './flown';
import { planned, plannedDrill } from './planned-approach';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { flyDrill } from '$core/flight/flown-drill';
import { autopilotNotes } from '$core/flight/autopilot-notes';
import { startingBugs } from '$core/flight/flight-bugs';
import { simulateFlight, simulatedHands } from '$core/flight/simulated-flight';
import { noHabits } from '$core/pilot/habits';
import { refused } from './refused';

const KNOT_MPS = 1852 / 3600;
const at = (time_s: number, what: object) => ({ time_s, ...what }) as FlightEvent;
const command = (time_s: number, asked: object) => at(time_s, { kind: 'command', command: asked });

describe('an airplane put somewhere', () => {
  test('begins on its radial, at its distance, its nose on its heading, and is carried by the wind from the first moment', () => {
    const lesson = lessonFor('vor-tracking', { windFrom_deg: 300, windSpeed_kt: 24 });
    const { start, state, observed } = startOfFlight(lesson);
    const { radial_deg, distance_nm, heading_deg } = lesson.start;
    const bearing = ((radial_deg + lesson.navigation!.origin.north_deg) * Math.PI) / 180;
    expect(state[STATE.north]! / 1852).toBeCloseTo(distance_nm * Math.cos(bearing), 6);
    expect(state[STATE.east]! / 1852).toBeCloseTo(distance_nm * Math.sin(bearing), 6);
    observed.observe(start.controls);
    // Over the ground: what it flies through the air, and the wind; by the triangle.
    const tas = observed.tas_mps() / KNOT_MPS;
    const off = ((300 - heading_deg) * Math.PI) / 180;
    const over = Math.hypot(tas - 24 * Math.cos(off), 24 * Math.sin(off));
    expect(observed.groundspeed_kt()).toBeCloseTo(over, 0);
    expect(observed.truth.magneticHeading_deg).toBeCloseTo(heading_deg, 6);
    // No wind is felt as a sideslip.
    expect(Math.abs(observed.angleOfAttack_deg())).toBeLessThan(12);
  });

  test('the wing meets the air at its own angle, whatever the bank: in still air of u and w, in wind and gusts of what is left of them', () => {
    const lesson = lessonFor('vor-tracking', { windFrom_deg: 300, windSpeed_kt: 0 });
    const { start, state, observed } = startOfFlight(lesson);
    const angle = () => {
      observed.observe(start.controls);
      return observed.angleOfAttack_deg();
    };
    const degrees = (w: number, u: number) => (Math.atan2(w, u) * 180) / Math.PI;
    Object.assign(observed.air, { windNorth_mps: 0, windEast_mps: 0, windDown_mps: 0, gustAlong_mps: 0, gustDown_mps: 0 }); // prettier-ignore
    for (const bank_rad of [0, 0.6, -1.2]) {
      setAttitude(state, { bank_rad, pitch_rad: 0.1, heading_rad: 2 });
      [state[STATE.forward], state[STATE.right], state[STATE.down]] = [45, 0, 9];
      expect(angle()).toBeCloseTo(degrees(9, 45), 9);
    }
    // Level and northbound: a headwind is more air along, a gust from below more of it from below.
    setAttitude(state, { bank_rad: 0, pitch_rad: 0, heading_rad: 0 });
    Object.assign(observed.air, { windNorth_mps: -10, gustDown_mps: -3 });
    expect(angle()).toBeCloseTo(degrees(12, 55), 9);
    // On its side an east wind is from below.
    setAttitude(state, { bank_rad: Math.PI / 2, pitch_rad: 0, heading_rad: 0 });
    Object.assign(observed.air, { windNorth_mps: 0, windEast_mps: 5, gustDown_mps: 0 });
    expect(angle()).toBeCloseTo(degrees(9 + 5, 45), 9);
    expect(observed.truth.stallWarning).toBe(true);
    state[STATE.down] = 0;
    observed.observe(start.controls);
    expect(observed.truth.stallWarning).toBe(false);
  });

  test('a place too low, too far or too slow to fly at is refused by its field, and nothing is moved', () => {
    const lesson = lessonOf(planOf());
    const loop = flightLoop(lesson);
    const placing = { does: 'place', name: 'there', altitude_ft: 3000, heading_deg: 90, speed_kt: 100 } as Extract<Command, { does: 'place' }>; // prettier-ignore
    const before = loop.place();
    const refusedAt = (change: object) => refused(() => loop.obey({ ...placing, ...change }));
    const ground_ft = lesson.area.groundElevation_ft;
    expect(refusedAt({ altitude_ft: ground_ft + 99 })).toMatchObject({ field: 'altitude_ft', message: expect.stringContaining(`at least ${ground_ft + 100} ft`) }); // prettier-ignore
    expect(refusedAt({ at: placeAt(lesson.area, 90, 121) })).toMatchObject({ field: 'at', message: expect.stringContaining('within 120 NM') }); // prettier-ignore
    expect(refusedAt({ speed_kt: 30 }).field).toBe('speed_kt');
    expect(loop.place()).toEqual(before);
    const there = placeAt(lesson.area, 40, 20);
    loop.obey({ ...placing, at: there, altitude_ft: ground_ft + 500, speed_kt: 95 });
    expect(loop.place().latitude_deg).toBeCloseTo(there.latitude_deg, 4);
    expect(loop.place().longitude_deg).toBeCloseTo(there.longitude_deg, 4);
  });

  test('of a way only what was flown since it was last put down', () => {
    const events = [command(3, { does: 'place' }), command(5, { does: 'freeze', on: true }), command(7, { does: 'place' })]; // prettier-ignore
    expect(placedAt_s({ events })).toEqual([3, 7]);
    const way = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9];
    expect(sincePlaced(way, 1, [3, 7], 2)).toEqual(way);
    expect(sincePlaced(way, 1, [3, 7], 6)).toEqual([3, 3, 3, 3, 4, 5, 6, 7, 8, 9]);
    expect(sincePlaced(way, 1, [3.2, 7], 3.2)[0]).toBe(4);
    expect(sincePlaced(way, 1, [20], 30)).toEqual(way.map(() => 9));
  });
});

test('what the hands did is noted once, the radios as they are first, the marks as they are moved', () => {
  const found = { flapsTarget_deg: 0, gearTarget: 1, altimeterSetting_hPa: 1013 };
  const bugs = { heading_deg: null, altitude_ft: null, minimum_ft: null };
  const notes = handsNotes(found, bugs);
  const did = (hands: Partial<Hands>, flownWith?: typeof strangeRadios): Happening[] => notes.of({ ...found, ...hands } as Hands, flownWith); // prettier-ignore
  expect(did({})).toEqual([]);
  expect(did({ flapsTarget_deg: 10, gearTarget: 0, altimeterSetting_hPa: 1003 })).toEqual([{ kind: 'flaps', detail: '10°' }, { kind: 'gear', detail: 'up' }, { kind: 'altimeter', detail: '1003 hPa' }]); // prettier-ignore
  expect(did({ flapsTarget_deg: 10, gearTarget: 1, altimeterSetting_hPa: 1003 })).toEqual([{ kind: 'gear', detail: 'down' }]); // prettier-ignore
  did({});
  expect(did({}, strangeRadios)).toEqual([{ kind: 'radio', radios: strangeRadios }]);
  expect(did({ radios: structuredClone(strangeRadios) })).toEqual([]);
  expect(did({ radios: { ...strangeRadios, source: 'nav2' } })).toHaveLength(1);
  expect(did({ bugs: { ...bugs } })).toEqual([]);
  expect(did({ bugs: { ...bugs, minimum_ft: 290 } })).toEqual([{ kind: 'bugs', bugs: { ...bugs, minimum_ft: 290 } }]); // prettier-ignore
  expect(notes.bugs().minimum_ft).toBe(290);
});

test('what waits for its moment: after a time, below and above an altitude, near a fix', () => {
  const lesson = lessonFor('vor-tracking', {});
  const vlb = lesson.navigation!.world.stations.find(({ id }) => id === 'VLB')!;
  const due = (when: object, now: { time_s?: number; altitude_ft?: number; nm?: number } = {}, of = lesson) =>
    isDue({ command: { does: 'go around' }, when, since_s: 100 } as never, { time_s: () => now.time_s ?? 0, place: () => placeAt(vlb, 90, now.nm ?? 50) }, of, () => now.altitude_ft ?? 4000); // prettier-ignore
  expect([due({ after_s: 30 }, { time_s: 129 }), due({ after_s: 30 }, { time_s: 130 })]).toEqual([false, true]); // prettier-ignore
  expect([due({ below_ft: 4000 }), due({ below_ft: 4001 }), due({ above_ft: 4000 }), due({ above_ft: 3999 })]).toEqual([false, true, false, true]); // prettier-ignore
  const near = { within_nm: 5, of: 'VLB' };
  expect([due(near, { nm: 5.1 }), due(near, { nm: 4.9 }), due({ ...near, of: 'NIXIE' }, { nm: 1 }), due(near, { nm: 1 }, lessonOf(planOf()))]).toEqual([false, true, false, false]); // prettier-ignore
  const fail = { does: 'fail', what: 'vacuum', when: { after_s: 5 } } as unknown as Command;
  const waits = waitingCommand(fail, 12)!;
  expect(waits).toEqual({ command: { does: 'fail', what: 'vacuum' }, when: { after_s: 5 }, since_s: 12 });
  expect(waitingCommand({ does: 'go around' }, 12)).toBeNull();
  const about = (one: object, other: object) => comesAbout(one as Command, { command: other } as never);
  expect([about({ does: 'fail', what: 'vacuum', when: { after_s: 1 } }, { does: 'fail', what: 'vacuum' }), about({ does: 'fail', what: 'static' }, { does: 'fail', what: 'vacuum' }), about({ does: 'weather', over_s: 0 }, { does: 'weather', over_s: 0 }), about({ does: 'weather', over_s: 5 }, { does: 'weather', over_s: 0 })]).toEqual([true, false, true, false]); // prettier-ignore
});

describe('a flight as it was flown', () => {
  test('failures by command and by plan, each once, in their order; the roughest of its air', () => {
    const flight = (events: FlightEvent[]) => ({ events, length: 1001, rate_hz: 10 });
    const planned = [{ kind: 'vacuum', at_s: 60 }, { kind: 'static', at_s: 90 }, { kind: 'pitot', at_s: 101 }] as never; // prettier-ignore
    const failed = failuresOf(flight([command(70, { does: 'fail', what: 'vacuum' }), command(20, { does: 'fail', what: 'electrical', when: { after_s: 5 } }), command(30, { does: 'fail', what: 'alternator' })]), planned); // prettier-ignore
    expect(failed).toEqual([{ kind: 'alternator', at_s: 30 }, { kind: 'vacuum', at_s: 70 }, { kind: 'static', at_s: 90 }]); // prettier-ignore
    const rough = [command(10, { does: 'weather', over_s: 0, turbulence: 'severe', when: { after_s: 5 } }), command(20, { does: 'weather', over_s: 0, turbulence: 'moderate' }), command(30, { does: 'weather', over_s: 0, turbulence: 'smooth' })]; // prettier-ignore
    expect(weatherChangesOf({ events: rough }).map(({ at_s }) => at_s)).toEqual([20, 30]);
    const lesson = lessonFor('straight-and-level', {});
    expect(lessonAsFlown(lesson, flight(rough)).plan.turbulence).toBe('moderate');
    expect(lessonAsFlown(lesson, flight([])).plan.turbulence).toBe('smooth');
  });

  test('another flight laid beside it phase by phase, and no farther than it went', () => {
    const span = (phaseId: string, start_s: number, end_s: number): PhaseSpan => ({ phaseId, start_s, end_s, settled_s: {}, complete: true }); // prettier-ignore
    const here = [span('a', 0, 3), span('b', 3, 5), span('c', 5, 8)];
    const there = [span('a', 0, 1), span('c', 1, 9)];
    const values = [10, 11, 12, 13, 14, 15];
    expect([...alignedValues(values, 1, here, there, 10)]).toEqual([
      10,
      11,
      NaN,
      NaN,
      NaN,
      11,
      12,
      13,
      14,
      15
    ]);
    expect([...alignedValues(values, 1, here, there, 7)]).toEqual([10, 11, NaN, NaN, NaN, 11, 12]);
  });

  test('a climb began at the lowest of the seconds before, where there was anything lower', () => {
    const flight = madeFlight(60, { altitude_ft: (t) => (t < 20 ? 400 - t : 380 + 5 * (t - 20)) });
    expect([climbBegan(flight, 250, 10), climbBegan(flight, 250, 3), climbBegan(flight, 150, 30)]).toEqual([200, 220, 150]); // prettier-ignore
  });
});

describe('the air as it changes on the way', () => {
  const plan = planOf({ windFrom_deg: 360, windSpeed_kt: 10, gust_kt: 0, altimeterSetting_hPa: 1013, temperatureOffset_K: 0, turbulence: 'smooth' }); // prettier-ignore
  const changed = (...changes: [object, number][]) => {
    const weather = weatherInFlight(plan, 0);
    for (const [change, at_s] of changes) weather.change({ does: 'weather', over_s: 0, ...change } as never, at_s); // prettier-ignore
    return weather;
  };
  const north = (weather: ReturnType<typeof changed>, time_s: number) => weather.wind(time_s, plan.startAltitude_ft).north; // prettier-ignore
  const before = north(changed(), 0);

  test('a wind turns about evenly over its time; a second change goes on from where the first had come', () => {
    const toSouth = { wind: { from_deg: 180, speed_kt: 10 }, over_s: 100 };
    const weather = changed([toSouth, 50]);
    expect(before).toBeCloseTo(-10, 0);
    expect(north(weather, 50)).toBeCloseTo(before, 6);
    expect(north(weather, 100)).toBeCloseTo((before + 10) / 2, 6);
    expect([north(weather, 150), north(weather, 900)]).toEqual([
      expect.closeTo(10, 6),
      expect.closeTo(10, 6)
    ]);
    const again = changed([toSouth, 50], [{ wind: { from_deg: 180, speed_kt: 30 }, over_s: 10 }, 100]);
    expect(north(again, 105)).toBeCloseTo(((before + 10) / 2 + 30) / 2, 6);
    // At once is at once.
    expect(north(changed([{ ...toSouth, over_s: 0 }, 50]), 50)).toBeCloseTo(10, 6);
  });

  test('gusts, pressure and temperature evenly, turbulence at once, each by itself', () => {
    const weather = changed([{ gust_kt: 10, altimeterSetting_hPa: 1003, temperatureOffset_K: -20, turbulence: 'moderate', over_s: 10 }, 20]); // prettier-ignore
    const at = (time_s: number) => [weather.gust_kt(time_s), weather.altimeterSetting_hPa(time_s), weather.temperatureOffset_K(time_s)]; // prettier-ignore
    expect([at(20), at(25), at(30), at(99)]).toEqual([[0, 1013, 0], [5, 1008, -10], [10, 1003, -20], [10, 1003, -20]]); // prettier-ignore
    expect(weather.turbulence()).toBe('moderate');
    expect(north(weather, 99)).toBeCloseTo(before, 6);
    const then = changed([{ gust_kt: 10, over_s: 10 }, 20], [{ gust_kt: 0, over_s: 10 }, 25]);
    expect([then.gust_kt(25), then.gust_kt(30), then.gust_kt(35)]).toEqual([5, 2.5, 0]);
  });
});

test('what was not recorded is told with what was', () => {
  const flight = madeFlight(2, {});
  const without = { ...flight, columns: new Map([...flight.columns].filter(([id]) => id === 'ias_kt')) } as typeof flight; // prettier-ignore
  expect(lacking(without, ['ias_kt', 'gear', 'rpm'])).toEqual(['gear', 'rpm']);
  expect(() => column(without, 'gear')).toThrow(/this flight recorded ias_kt/);
  expect([sampleAt(flight, -3), sampleAt(flight, 1.26), sampleAt(flight, 99)]).toEqual([0, 13, 20]);
  expect([duration(flight), duration({ length: 0, rate_hz: 10 })]).toEqual([2, 0]);
});

test('what a replayed panel shows: the trend of the speed over two seconds, the path from climb and speed over the ground, the drift', () => {
  const flight = madeFlight(20, { ias_kt: (t) => (t < 10 ? 80 + 2 * t : 100), climbRate_fpm: () => -500, groundspeed_kt: () => 94, track_deg: () => 5, trueHeading_deg: () => 355, heading_deg: () => 340, fuel_kg: () => 80, torque_percent: () => 60, manifoldPressure_inHg: () => 22 }); // prettier-ignore
  const at = (time_s: number, plan: object = {}, propulsion = 'fixed-pitch') => readingsAt(flight, time_s, { plan: planOf(plan), aircraft: aircraftCatalogue.find((one) => one.propulsion.kind === propulsion)! }); // prettier-ignore
  expect([0, 1, 5, 11, 15].map((time_s) => at(time_s).speedTrend_ktps)).toEqual([0, 2, 2, 1, 0].map((ktps) => expect.closeTo(ktps, 4))); // prettier-ignore
  // Five hundred feet a minute at 94 kt: a foot down for nineteen on.
  expect(at(5).pathAngle_deg).toBeCloseTo((-Math.atan(500 / 60 / (94 * 1.68781)) * 180) / Math.PI, 2);
  expect(at(5).drift_deg).toBeCloseTo(10, 6);
  expect([at(5).torque_percent, at(5).manifoldPressure_inHg]).toEqual([null, null]);
  expect([at(5, {}, 'turboprop').torque_percent, at(5, {}, 'constant-speed').manifoldPressure_inHg]).toEqual([60, 22]); // prettier-ignore
  // Without its power a solid-state attitude runs down; a gyro by suction does not know of it.
  const dark = { faults: [{ kind: 'electrical' as const, at_s: 5 }] };
  const valid = (time_s: number, panel: 'dials' | 'tapes') => at(time_s, { ...dark, panel }).attitudeValid;
  expect([valid(7.2, 'tapes'), valid(7.4, 'tapes'), valid(20, 'dials')]).toEqual([true, false, true]);
});

test('other weather decides another end; what is not spoken of stays, but a top that the base has come up to', () => {
  const lesson = lessonOf(planned('xvlb-ils-24', { ends: 'as seen', base_ft: 300, top_ft: 2000, visibility_sm: 2 })); // prettier-ignore
  const then = (change: object) => { const { approach } = lessonInWeather(lesson, { does: 'weather', over_s: 0, ...change } as never)!.plan as ReturnType<typeof planned>; return [approach.base_ft, approach.top_ft, approach.visibility_sm, approach.precipitation]; }; // prettier-ignore
  expect(then({ base_ft: 500 })).toEqual([500, 2000, 2, undefined]);
  expect(then({ visibility_sm: 5, precipitation: 'drizzle' })).toEqual([300, 2000, 5, 'drizzle']);
  expect(then({ top_ft: 900 })[1]).toBe(900);
  expect(then({ top_ft: null })[1]).toBeUndefined();
  expect(then({ base_ft: 2500 })[1]).toBeUndefined();
  expect(lessonInWeather(lesson, { does: 'weather', over_s: 0, gust_kt: 5 } as never)).toBeNull();
  const plan = planOf({ windFrom_deg: 360, windSpeed_kt: 10, temperatureOffset_K: 2 });
  const changes = [{ change: { does: 'weather', over_s: 100, wind: { from_deg: 270, speed_kt: 10 }, gust_kt: 6 } as never, at_s: 50 }]; // prettier-ignore
  expect(planInWeather(plan, changes, 49)).toBe(plan);
  // Half way from a north to a west wind: from the northwest, and weaker by the root of two.
  expect(planInWeather(plan, changes, 100)).toMatchObject({ windFrom_deg: expect.closeTo(315, 4), windSpeed_kt: expect.closeTo(10 / Math.SQRT2, 4), gust_kt: 3, temperatureOffset_K: 2, windLayers: [] }); // prettier-ignore
});

test('what of a briefing was said or stood on the panel by a moment; nothing where nobody briefed in the trainer', () => {
  const plan = planned('xvlb-ils-24');
  const lesson = lessonOf(plan);
  const chart = chartOfPlan(plan, lesson.aircraft);
  const [one, two] = chart.items.filter(({ id }) => !['frequency', 'course', 'minimum'].includes(id));
  const done = (until_s: number, ...events: FlightEvent[]) => briefingDone({ ...madeFlight(1, {}), events }, chart, until_s); // prettier-ignore
  const said = (time_s: number, id: string) => at(time_s, { kind: 'briefed', detail: id });
  expect(done(100)).toBeNull();
  expect(done(100, said(101, one!.id))).toBeNull();
  const told = done(100, said(40, one!.id), said(100, two!.id))!;
  expect(told.done).toHaveLength(2);
  expect(told.done.length + told.left.length).toBe(chart.items.length);
  expect(told.done[0]).toBe(one!.title[0]!.toLowerCase() + one!.title.slice(1));
});

test('gone on to is a phase of the plan: another name is refused with the plan’s own, without what was cleared', () => {
  const lesson = lessonFor('vor-tracking', {});
  const flown = phasesInFlight(lesson);
  const shown = { altitude_ft: 4000, heading_deg: 60, speed_kt: 90 };
  flown.obey({ does: 'clear', heading_deg: 90 }, 10, shown);
  expect(flown.lesson.drill.phases.at(-1)!.id).toBe('cleared-1');
  const plans = lesson.drill.phases.map(({ id }) => id).join(', ');
  for (const phase of ['nixie', 'cleared-1'])
    expect(refused(() => flown.admit({ does: 'go on', phase }))).toMatchObject({ field: 'phase', message: expect.stringMatching(new RegExp(`one of ${plans}$`)) }); // prettier-ignore
  expect(() => flown.admit({ does: 'go on', phase: lesson.drill.phases.at(-1)!.id })).not.toThrow();
  expect(refused(() => flown.admit({ does: 'go around' })).field).toBe('does');
});

test('the report before an approach: the weather where it decides, the minimum’s where the plan does, none without an approach', () => {
  const report = (asked: object) => reportedAtStart(lessonOf(planned('xvlb-ils-24', asked)));
  expect(report({ ends: 'as seen', base_ft: 900, visibility_sm: 4 })).toMatchObject({ station: 'XVLB', base_ft: 900, visibility_sm: 4 }); // prettier-ignore
  const plan = planned('xvlb-ils-24');
  const { set_ft, visibility_sm } = minimumOf(plan, aircraft);
  expect(report({})).toMatchObject({ base_ft: set_ft - plan.approach.approach.touchdownElevation_ft, visibility_sm }); // prettier-ignore
  expect(report({ ends: 'landing', base_ft: 5000 })).toEqual(report({}));
  expect(reportedAtStart(lessonFor('vor-tracking', {}))).toBeNull();
});

test('a heading indicator is set by the compass after ten minutes, with the wings level for twenty seconds; in a hold it is left alone', () => {
  const turned = (plan: LessonPlan) => {
    const lesson = lessonOf(plan);
    const loop = flightLoop(lesson);
    const flown = flyDrill(loop, lesson);
    const next = simulatedHands(lesson, flown, noHabits, plan.seed);
    const turns: { at_s: number; levelFor_s: number; left_deg: number }[] = [];
    let knob_deg = 0;
    let banked_s = 0;
    while (flown.ended() === null) {
      const hands = next();
      flown.step(hands);
      const time_s = loop.time_s();
      if (hands.headingKnob_deg !== knob_deg)
        turns.push({ at_s: time_s, levelFor_s: time_s - banked_s, left_deg: Math.abs(hands.headingKnob_deg - knob_deg) }); // prettier-ignore
      knob_deg = hands.headingKnob_deg;
      if (Math.abs(loop.readings().bank_deg) > 5) banked_s = time_s;
    }
    return { turns, lasted_s: loop.time_s() };
  };
  const held = turned(plannedDrill('vor-hold', { seed: 4, figures: { circuits: 3 } }));
  expect(held.lasted_s).toBeGreaterThan(900);
  expect(held.turns).toEqual([]);
  const { turns } = turned(planned('xvna-vor-a', {}, { seed: 4 }));
  expect(turns.length).toBeGreaterThanOrEqual(2);
  turns.forEach(({ at_s, levelFor_s, left_deg }, k) => {
    expect(at_s - (turns[k - 1]?.at_s ?? 0)).toBeGreaterThan(600);
    expect(levelFor_s).toBeGreaterThan(19);
    // What a gyro drifts in that time, and no more.
    expect(left_deg).toBeLessThan(12);
  });
});

test('weather as it is told: nothing at all, the temperature by its side of the standard, the top that is above', () => {
  const told = (change: object) => commandWords({ does: 'weather', over_s: 0, ...change } as Command);
  expect(told({})).toBe('weather: as it was');
  expect(told({ temperatureOffset_K: 12.4 })).toBe('weather: 12° warmer than standard');
  expect(told({ temperatureOffset_K: -7 })).toBe('weather: 7° colder than standard');
  expect(told({ temperatureOffset_K: 0.3 })).toBe('weather: standard temperature');
  expect(told({ top_ft: null, gust_kt: 0 })).toBe('weather: no gusts, cloud up to above the airplane');
});

test('a lesson is briefed with the clearances of its holds, each once', () => {
  const plan = plannedDrill('vor-hold');
  const [clearance, ...others] = lessonBrief(plan).clearances;
  expect(clearance).toMatch(/^Hold \w+ of /);
  expect(others).toEqual([]);
  expect(lessonBrief(planOf()).clearances).toEqual([]);
});

test('what is to fail later has not failed yet', () => {
  const valid = (more: object) => {
    const lesson = lessonOf(planOf({ drill: 'straight-and-level', figures: {}, panel: 'tapes' }));
    const loop = flightLoop(lesson);
    loop.obey({ does: 'fail', what: 'electrical', ...more } as Command);
    while (loop.time_s() < 5) loop.step(loop.hands());
    return loop.readings().attitudeValid;
  };
  expect([valid({ when: { after_s: 100 } }), valid({})]).toEqual([true, false]);
});

test('a flight ends as the ground is reached, and not before; what was asked at a moment is in it from that moment', () => {
  const lesson = lessonFor('straight-and-level', {});
  const loop = flightLoop(lesson);
  const flown = flyDrill(loop, lesson);
  const dive: Hands = {
    ...loop.hands(),
    stick: { kind: 'attitude', pitch_deg: -12, bank_deg: 0 },
    throttle: 0.2
  };
  while (flown.ended() === null && loop.time_s() < 900) {
    expect(loop.heightAboveGround_ft()).toBeGreaterThan(0);
    flown.step(dive);
  }
  expect(flown.ended()).toBe('ground');
  expect(loop.heightAboveGround_ft()).toBeGreaterThan(-2);

  const asked = [{ at_s: 12, command: { does: 'fail', what: 'vacuum' } as const }];
  const done = eventsOf(simulateFlight(lesson, noHabits, 1, {}, 20, asked)).find(
    ({ kind }) => kind === 'command'
  );
  expect(done!.time_s).toBeCloseTo(12.01, 6);
});

test('of an autopilot is kept what it does at once, and what it says once it stands for three seconds', () => {
  const notes = autopilotNotes();
  const shown = (says: string | null, armed: readonly 'course'[] = []) => ({ flies: { lateral: 'heading', vertical: 'altitude' } as const, armed, says }); // prettier-ignore
  const waits = 'No signal to follow.';
  expect(notes(null, 0)).toEqual([]);
  expect(notes(shown(null, ['course']), 1)).toEqual(['heading, altitude; armed: course']);
  expect(notes(shown(waits, ['course']), 2)).toEqual([]);
  expect(notes(shown(waits, ['course']), 4.9)).toEqual([]);
  expect(notes(shown(waits, ['course']), 5)).toEqual([waits]);
  expect(notes(shown(waits, ['course']), 9)).toEqual([]);
  // That nothing is said any more is no words; said again it is said again.
  expect([10, 14].flatMap((at_s) => notes(shown(null, ['course']), at_s))).toEqual([]);
  expect([15, 16, 17.5, 18].flatMap((at_s) => notes(shown(waits, ['course']), at_s))).toEqual([waits]);
  // What trembles is not kept.
  expect([20, 22, 24, 26].flatMap((at_s, k) => notes(shown(k % 2 ? waits : 'Too steep.', ['course']), at_s))).toEqual([]); // prettier-ignore
  expect(notes(null, 27)).toEqual(['off']);
});

test('the minimum is found marked where the radios are found set, and not where it was left out', () => {
  const marked = (asked: object) => {
    const plan = planned('xvlb-ils-24', { radios: 'ready', ...asked });
    return [startingBugs(lessonOf(plan)).minimum_ft, minimumOf(plan, aircraft).set_ft];
  };
  const [set_ft, minimum_ft] = marked({});
  expect(set_ft).toBe(minimum_ft);
  expect(marked({ planted: 'no minimum' })[0]).toBeNull();
  expect(marked({ radios: 'cold' })[0]).toBeNull();
  // With the path to be lost, what stands is what was briefed with it.
  const withPath_ft = marked({ pathLost: true })[0]!;
  expect(withPath_ft).toBe(minimum_ft);
});

test('an airplane is put down a hundred feet above the ground, and no lower', () => {
  const lesson = lessonFor('straight-and-level', {});
  const least_ft = lesson.area.groundElevation_ft + 100;
  const put = (altitude_ft: number) => {
    const loop = flightLoop(lesson);
    loop.obey({ does: 'place', name: 'low', altitude_ft, heading_deg: 90, speed_kt: 90 });
    return loop.trueAltitude_ft();
  };
  expect(refused(() => put(least_ft - 1)).message).toContain(
    `at least ${Math.ceil(least_ft)} ft: the ground is there`
  );
  expect(put(least_ft)).toBeGreaterThan(lesson.area.groundElevation_ft);
});
