import { describe, expect, test } from 'vitest';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { distractionsOfLesson } from '$core/drill/distraction';
import { lessonOf } from '$core/drill/lesson';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { placeAt } from '$core/earth/geodesic';
import { trainingAreas } from '$core/earth/training-area';
import { busyTimes } from '$core/flight/busy-times';
import type { ChannelId } from '$core/flight/channels';
import { commandWords, whenWords } from '$core/flight/command-words';
import { withDerived } from '$core/flight/derived-columns';
import type { Flight } from '$core/flight/flight';
import type { FlightEvent } from '$core/flight/flight-event';
import { planInMaking } from '$core/flight/plan-in-making';
import { navigationAt } from '$core/flight/replayed-navigation';
import { runwayWords } from '$core/flight/runway-in-sight';
import { proposedLines, steadyStretches } from '$core/flight/steady-stretch';
import { strangeRadios } from '$core/radio/radio-settings';
import type { Runway } from '$core/radio/world';
import { flown, madeFlight } from './flown';

describe('what is said of a flight', () => {
  test('who has control, what was said and done, and when it comes', () => {
    expect(commandWords({ does: 'control', by: 'instructor' })).toBe('the instructor has control');
    expect(commandWords({ does: 'control', by: 'student' })).toBe('the student has control');
    expect(commandWords({ does: 'call', words: 'Cleared to land.' })).toBe('“Cleared to land.”');
    expect(commandWords({ does: 'go around' })).toBe('sent around');
    expect(commandWords({ does: 'end' })).toBe('flight ended');
    expect(whenWords({ after_s: 20 })).toBe('in 20 s');
    expect(whenWords({ below_ft: 1200 })).toBe('below 1200 ft');
    expect(whenWords({ above_ft: 900 })).toBe('above 900 ft');
    expect(whenWords({ within_nm: 2.5, of: 'VLB' })).toBe('within 2.5 NM of VLB');
  });

  test('a change of the weather is said as it comes; nothing changed is as it was', () => {
    const words = (change: object) => commandWords({ does: 'weather', over_s: 0, ...change } as Parameters<typeof commandWords>[0]); // prettier-ignore
    expect(words({})).toBe('weather: as it was');
    expect(words({ wind: { from_deg: 5, speed_kt: 20 }, gust_kt: 0, over_s: 60 })).toBe('weather: wind 005° 20 kt, no gusts, over 60 s'); // prettier-ignore
    expect(words({ gust_kt: 8, turbulence: 'smooth' })).toBe('weather: gusts of 8 kt, smooth air');
    expect(words({ turbulence: 'moderate', altimeterSetting_hPa: 1004 })).toBe('weather: moderate turbulence, 1004 hPa'); // prettier-ignore
    expect(words({ base_ft: 300, top_ft: null })).toBe('weather: cloud base 300 ft above touchdown, cloud up to above the airplane'); // prettier-ignore
    expect(words({ top_ft: 2000, visibility_sm: 0.75, precipitation: 'none' })).toBe('weather: cloud top 2000 ft above touchdown, visibility ¾ SM, nothing falls'); // prettier-ignore
    expect(words({ visibility_sm: 3, when: { below_ft: 800 } })).toBe(
      'weather: visibility 3 SM, below 800 ft'
    );
  });

  test('a runway in sight: where from the nose, how far, and on which side of its middle', () => {
    const runway = { name: '24' } as Runway;
    const said = (fromNose_deg: number, aside_m: number) => runwayWords(runway, { fromNose_deg, aside_m, distance_nm: 1.24 } as Parameters<typeof runwayWords>[1]); // prettier-ignore
    expect(said(1.4, 11)).toBe('Runway 24 in sight ahead, 1.2 NM: in line with it.');
    expect(said(-20, 84)).toBe('Runway 24 in sight 20° left of the nose, 1.2 NM: 80 m right of its middle.');
    expect(said(1.5, -12)).toBe('Runway 24 in sight 2° right of the nose, 1.2 NM: 10 m left of its middle.');
  });
});

describe('a flight shown again', () => {
  const shown = (channels: Record<string, number>) =>
    navigationAt(
      madeFlight(20, Object.fromEntries(Object.entries(channels).map(([id, value]) => [id, () => value]))),
      10
    );

  test('a bearing of north is a bearing; one that was not shown, no distance and no path are none', () => {
    expect(shown({ needleSource: 1, toFrom: 1, bearing_deg: 0, heading_deg: 350 })!.pointer).toMatchObject({
      bearing_deg: 0,
      relative_deg: 10
    });
    const nothing = shown({ needleSource: 1, bearing_deg: -1, distance_nm: -1, pathNeedle: -9 })!;
    expect([nothing.pointer, nothing.distance, nothing.path]).toEqual([null, null, null]);
    // What was listened to is not recorded.
    expect(nothing.idents).toEqual({ nav1: null, nav2: null, adf: null });
    expect(nothing.needles.nav1).toMatchObject({ valid: false, toFrom: null });
    const there = shown({ needleSource: 1, toFrom: -1, needle: 0.5, distance_nm: 0, pathNeedle: 0.25 })!;
    expect(there.needles.nav1).toMatchObject({ valid: true, toFrom: 'from', deflection: 0.5 });
    expect([there.distance!.kind, there.distance!.nm, there.path!.deflection]).toEqual(['dme', 0, 0.25]);
    expect(shown({ needleSource: 3, toFrom: 1, distance_nm: 4 })!.distance!.kind).toBe('rnav');
    expect(there.path!.valid).toBe(true);
  });

  test('the pointer is fed as the radios were set by then, whatever else happened', () => {
    const flight = madeFlight(40, { needleSource: () => 1, bearing_deg: () => 90 });
    const set = (time_s: number, pointer: 'adf' | 'nav2'): FlightEvent => ({
      time_s,
      kind: 'radio',
      radios: { ...strangeRadios, pointer }
    });
    const events: FlightEvent[] = [
      set(10, 'adf'),
      { time_s: 12, kind: 'phase', detail: 'p02' },
      set(20, 'nav2'),
      { time_s: 30, kind: 'pause', detail: '' }
    ];
    const fedBy = (time_s: number) => navigationAt({ ...flight, events }, time_s)!.pointer!.source;
    expect([5, 10, 15, 20, 35].map(fedBy)).toEqual(['nav1', 'adf', 'adf', 'nav2', 'nav2']);
  });
});

test('the card from flights takes propeller and gear from those that recorded them, and else the usual', () => {
  const aircraft = aircraftCatalogue[1]!;
  const level = { ias_kt: () => 100, propeller: () => 0.7, gear: () => 0, throttle: () => 0.5 };
  const whole = madeFlight(120, level);
  const without = { ...whole, columns: new Map([...whole.columns].filter(([id]) => id !== 'propeller')) };
  const propeller = (...flights: (typeof whole)[]) =>
    proposedLines(aircraft, flights.map((flight, i) => ({ attemptId: `${i}`, flight }))).map((line) => line.propeller); // prettier-ignore
  expect(propeller(whole)).toEqual([expect.closeTo(0.7, 2)]);
  expect(propeller(whole, without)).toEqual([expect.closeTo(0.7, 2)]);
  expect(propeller(without)).toEqual([1]);
});

test('a line of the card has the gauges its engine has, and only those', () => {
  const gauges = (airplane: number) => {
    const aircraft = aircraftCatalogue[airplane]!;
    const flight = madeFlight(120, {
      ias_kt: () => 100,
      manifoldPressure_inHg: () => 21,
      torque_percent: () => 43,
      rpm: () => 2300
    });
    const [line] = proposedLines(aircraft, [{ attemptId: 'a', flight }]);
    return [
      aircraft.propulsion.kind,
      line!.manifoldPressure_inHg?.mean ?? null,
      line!.torque_percent?.mean ?? null
    ];
  };
  expect([0, 1, 2].map(gauges)).toEqual([
    ['fixed-pitch', null, null],
    ['constant-speed', expect.closeTo(21, 1), null],
    ['turboprop', null, expect.closeTo(43, 1)]
  ]);
  // What the airplane's gauges show is what is kept of the flight.
  const kept = (airplane: number, id: ChannelId) =>
    flown(
      { ...sensiblePlan(aircraftCatalogue[airplane]!, trainingAreas[0]!, 'straight-and-level'), seed: 3 },
      {}
    ).columns.get(id)![100]!;
  expect(kept(1, 'manifoldPressure_inHg')).toBeGreaterThan(12);
  expect(kept(2, 'torque_percent')).toBeGreaterThan(15);
});

test('a stretch is steady from two seconds after the last thing moved, for ten at least, the wings about level', () => {
  const at = (from_s: number, to_s: number, inside: number, outside: number) => (t: number) =>
    t >= from_s && t < to_s ? inside : outside;
  const stretches = (channels: Record<string, (t: number) => number>) =>
    steadyStretches(madeFlight(60, channels)).map(({ from, to }) => [from / 10, to / 10]);
  expect(stretches({})).toEqual([[2, 60]]);
  // Eight knots are another speed, six are the same one.
  expect(stretches({ ias_kt: at(0, 30, 90, 98) })).toEqual([
    [2, 29.9],
    [32, 60]
  ]);
  expect(stretches({ ias_kt: at(0, 30, 90, 96) })).toEqual([[2, 60]]);
  expect(stretches({ pitch_deg: at(20, 31.9, 5, 0) })).toEqual([
    [2, 19.9],
    [33.9, 60]
  ]);
  expect(stretches({ pitch_deg: at(20, 32.2, 5, 0) })).toEqual([
    [2, 19.9],
    [22, 32.1],
    [34.2, 60]
  ]);
  expect(stretches({ bank_deg: () => 9 })).toEqual([]);
  expect(stretches({ bank_deg: () => -9 })).toEqual([]);
  expect(stretches({ bank_deg: (t) => (Math.floor(t) % 2 === 0 ? 5 : -5) })).toEqual([[2, 60]]);
});

test('track and groundspeed are made from places where they were not recorded, each by itself', () => {
  const lesson = lessonOf(sensiblePlan(aircraftCatalogue[0]!, trainingAreas[0]!, 'straight-and-level'));
  const { variation_deg } = lesson.area;
  const from = { latitude_deg: 60, longitude_deg: 20 };
  // East at 120 kt, climbing at 600 ft/min.
  const place = (t: number) => placeAt(from, 90, t / 30);
  const moved = madeFlight(20, {
    latitude_deg: (t) => place(t).latitude_deg,
    longitude_deg: (t) => place(t).longitude_deg,
    altitude_ft: (t) => 3000 + 10 * t,
    track_deg: () => 11,
    groundspeed_kt: () => 77
  });
  const has = (...ids: string[]) =>
    withDerived(
      {
        ...moved,
        columns: new Map(
          [...moved.columns].filter(([id]) =>
            [...ids, 'latitude_deg', 'longitude_deg', 'altitude_ft'].includes(id)
          )
        )
      },
      lesson
    );
  const value = (flight: Flight, id: ChannelId) => flight.columns.get(id)![100]!;
  const neither = has();
  expect(value(neither, 'track_deg')).toBeCloseTo(90 - variation_deg, 0);
  expect(value(neither, 'groundspeed_kt') / 120).toBeCloseTo(1, 2);
  expect(value(neither, 'climbRate_fpm') / 600).toBeCloseTo(1, 2);
  expect(value(has('track_deg'), 'track_deg')).toBe(11);
  expect(value(has('track_deg'), 'groundspeed_kt') / 120).toBeCloseTo(1, 2);
  expect(value(has('groundspeed_kt'), 'groundspeed_kt')).toBe(77);
  expect(value(has('groundspeed_kt'), 'track_deg')).toBeCloseTo(90 - variation_deg, 0);
  // At either end it is taken over what there is.
  expect(neither.columns.get('groundspeed_kt')![0]! / 120).toBeCloseTo(1, 1);
  expect(neither.columns.get('climbRate_fpm')!.at(-1)! / 600).toBeCloseTo(1, 1);
});

test('who briefs, answers or works a sum is busy; one item, a gauge and other events are not', () => {
  const plan = {
    ...sensiblePlan(aircraftCatalogue[0]!, trainingAreas[0]!, 'straight-and-level'),
    scan: { task: 'looks', flownBy: 'student', distractions: true } as never
  };
  const lesson = lessonOf(plan);
  const of = (...events: FlightEvent[]) =>
    busyTimes({ ...madeFlight(300, {}), events }, lesson).filter(({ doing }) => doing !== 'answering a call');
  const briefed = (time_s: number): FlightEvent => ({ time_s, kind: 'briefed', detail: 'minimum' });
  const timer: FlightEvent = { time_s: 42, kind: 'timer', detail: 'start' };
  expect(of(briefed(40), timer, briefed(60), briefed(85), briefed(111))).toEqual([
    { doing: 'briefing', from_s: 32, to_s: 85 }
  ]);
  expect(of(briefed(4), briefed(9))).toEqual([{ doing: 'briefing', from_s: 0, to_s: 9 }]);
  expect(of(timer, briefed(44))).toEqual([]);
  const sum = { to: 'sum', took_s: 12 } as never;
  expect(of({ time_s: 100, kind: 'answer', answer: sum })).toEqual([
    { doing: 'working a sum', from_s: 88, to_s: 100 }
  ]);
  const calls = distractionsOfLesson(lesson);
  expect(calls.length).toBeGreaterThan(1);
  const asked = calls.flatMap((call, index) => (call.kind === 'gauge' ? [] : [{ ...call, index }]));
  const { index, at_s } = asked[0]!;
  const answers: FlightEvent[] = [
    { time_s: at_s + 6, kind: 'answer', answer: { to: 'distraction', index } as never }
  ];
  const answering = (events: FlightEvent[]) =>
    busyTimes({ ...madeFlight(300, {}), events }, lesson).filter(({ doing }) => doing === 'answering a call');
  expect(answering([])).toEqual(
    asked.map((call) => ({ doing: 'answering a call', from_s: call.at_s, to_s: call.at_s + 15 }))
  );
  expect(answering(answers)[0]).toEqual({ doing: 'answering a call', from_s: at_s, to_s: at_s + 6 });
});

test('a field that was emptied is asked for at its place; one that may be empty is not', () => {
  const plan = sensiblePlan(aircraftCatalogue[0]!, trainingAreas[0]!);
  const problemsOf = (change: object) =>
    planInMaking({ ...plan, ...change } as LessonPlan, { drills: [], profiles: [] }).problems;
  const needed = (field: string) => ({ field, message: 'A number is needed here.' });
  expect(problemsOf({})).toEqual([]);
  const { drill, usual } = planInMaking(plan, { drills: [], profiles: [] });
  expect(Object.keys(usual)).toEqual(drill.figures.map(({ id }) => id));
  for (const { id, minimum, maximum } of drill.figures) expect([usual[id]! >= minimum, usual[id]! <= maximum], id).toEqual([true, true]); // prettier-ignore
  expect(problemsOf({ cloudBase_ft: null })).toEqual([]);
  expect(problemsOf({ windSpeed_kt: NaN })).toContainEqual(needed('windSpeed_kt'));
  expect(problemsOf({ startAltitude_ft: null })).toContainEqual(needed('startAltitude_ft'));
  expect(problemsOf({ figures: { targetSpeed_kt: null } })).toContainEqual(needed('figures.targetSpeed_kt'));
});
