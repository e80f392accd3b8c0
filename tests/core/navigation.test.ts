import { eventsOf } from '$core/flight/recorder';
import { FlightEvent } from '$core/flight/flight-event';
import fc from 'fast-check';
import { beforeAll, describe, expect, test } from 'vitest';
import { spokenNumber } from '$core/bench/spoken-number';
import { navigationBrief } from '$core/drill/navigation-brief';
import { lessonOf } from '$core/drill/lesson';
import { areaOf, placeOfWorld } from '$core/drill/lesson-place';
import { LessonPlan as LessonPlanSchema, type LessonPlan } from '$core/drill/lesson-plan';
import { problemsOf } from '$core/drill/plan-check';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { courseLineOf } from '$core/drill/phase-course';
import { courseFollower } from '$core/flight/course-watch';
import { placeAt } from '$core/earth/geodesic';
import type { Place } from '$core/earth/local-plane';
import { turnFromTo } from '$core/measure/angle';
import { courseWatch } from '$core/flight/course-watch';
import { CHANNELS_WITHOUT_RADIO, channelDefinitions } from '$core/flight/channels';
import { column, countsOf, type Flight } from '$core/flight/flight';
import { flightLoop } from '$core/flight/flight-loop';
import { flyDrill } from '$core/flight/flown-drill';
import { planPicture, planTrack } from '$core/flight/plan-picture';
import { flightFromChunks } from '$core/flight/recorder';
import { simulatedHands } from '$core/flight/simulated-flight';
import { worldFrom } from '$core/format/world-file';
import { worldToGeoJson } from '$core/format/world-geojson';
import { HINT_PAUSE_S, coach } from '$core/grade/coach';
import { gradeFlight, type Grade } from '$core/grade/grade';
import { Rejection } from '$core/measure/rejection';
import { parse } from '$core/measure/validation';
import { noHabits, type Habits } from '$core/pilot/habits';
import { byCourseLine } from '$core/radio/course-line';
import { mainNeedle } from '$core/radio/navigation-shown';
import {
  frequencyProblem,
  sameRadios,
  strangeRadios,
  waypointProblem,
  type RadioSettings
} from '$core/radio/radio-settings';
import { dmeDistance, vorNeedle } from '$core/radio/receiver';
import { receivers } from '$core/radio/receivers';
import { placeByName, stationById, type Vor } from '$core/radio/station-geometry';
import type { World } from '$core/radio/world';
import { worldById } from '$core/radio/world-catalogue';
import { lessonFor, pen } from './drawn-flight';
import { aircraft, area, chunksOf, flown } from './flown';
import { even } from './even';

const vesterlund = worldById('vesterlund');
const vlb = stationById(vesterlund, 'VLB') as Vor;
const onVlb: RadioSettings = {
  ...strangeRadios,
  nav1: { active_MHz: 113.4, standby_MHz: 108, course_deg: 60 },
  source: 'nav1',
  pointer: 'nav1'
};
const at = (radial_deg: number, distance_nm: number, altitude_ft = 4000) => ({
  ...placeAt(vlb, radial_deg + vlb.alignment_deg, distance_nm),
  altitude_ft,
  trueHeading_deg: 50,
  shownHeading_deg: 59,
  bank_deg: 0
});
/** Receivers left alone until their needles have come to rest. */
function atRest(
  settings: RadioSettings,
  place: ReturnType<typeof at>,
  errors = [] as never[],
  world = vesterlund
) {
  const radio = receivers(world, errors, -9);
  for (let k = 0; k <= 100; k++) radio.step(settings, place, k / 10, 0.1);
  return radio.shown();
}
const planFor = (drill: string, changes: Partial<LessonPlan> = {}): LessonPlan => ({
  ...sensiblePlan(aircraft, area, drill),
  seed: 21,
  ...changes
});

test('a fix is passed within a mile and a half of it, coming from before it; farther abeam it is not', () => {
  const lesson = lessonOf(planFor('vor-tracking'));
  const index = lesson.drill.phases.findIndex(({ goal: { lateral } }) => lateral.kind === 'course');
  const line = courseLineOf(lesson.drill.phases[index]!)!;
  const { place, north_deg } = lesson.drill.phases[index]!.reference!;
  /** Along the course so many miles to its right, from three miles before the fix to three beyond. */
  const passing = (right_nm: number, from_nm = -3) => {
    const follow = courseFollower(lesson)!;
    let passages = 0;
    for (let along_nm = from_nm; along_nm <= 3; along_nm += 0.1) {
      const bearing = line.course_deg + north_deg + (Math.atan2(right_nm, along_nm) * 180) / Math.PI;
      const there = placeAt(place, bearing, Math.hypot(right_nm, along_nm));
      ({ passages } = follow({ ...there, altitude_ft: 4000, trueAltitude_ft: 4000 }, index));
    }
    return passages;
  };
  expect([0, 1, -1.4, 1.6, -5, 12].map((right_nm) => passing(right_nm))).toEqual([1, 1, 1, 0, 0, 0]);
  expect(passing(0, 0.2)).toBe(0);
});

describe('radios', () => {
  test('their needles come to rest where the ellipsoid has them, and what is not received is flagged', () => {
    fc.assert(
      fc.property(
        even(0, 359),
        even(3, 60),
        fc.integer({ min: 1, max: 360 }),
        (radial, distance, course_deg) => {
          const place = at(radial, distance);
          const settings = { ...onVlb, nav1: { ...onVlb.nav1, course_deg } };
          const shown = atRest(settings, place);
          const due = vorNeedle(vlb, place, course_deg);
          expect(Math.abs(mainNeedle(shown).deflection - due.deflection)).toBeLessThan(0.01);
          expect(mainNeedle(shown).toFrom).toBe(due.toFrom);
          expect(shown.distance?.nm).toBeCloseTo(dmeDistance(vlb, place)!, 9);
          expect(shown.idents.nav1).toBe('VLB');
        }
      ),
      { numRuns: 60 }
    );
    expect(mainNeedle(atRest(onVlb, at(60, 150))).valid).toBe(false);
    expect(mainNeedle(atRest({ ...onVlb, source: 'nav2' }, at(60, 20))).valid).toBe(false);
    // Overhead nothing is certain.
    expect(mainNeedle(atRest(onVlb, at(60, 0.3, 6000)))).toMatchObject({ valid: false, toFrom: null });
  });

  test('two stations on one frequency: neither can be told', () => {
    const twice = structuredClone(vesterlund) as World;
    (twice.stations.find((s) => s.id === 'KOR') as Vor).frequency_MHz = 113.4;
    const shown = atRest(onVlb, at(110, 15), [], twice);
    expect(mainNeedle(shown).valid).toBe(false);
    expect(shown.idents.nav1).toBeNull();
  });

  test('what an instructor makes go wrong, goes wrong from its moment on', () => {
    const fly = (kind: 'off the air' | 'wrong ident' | 'stuck needle') => {
      const radio = receivers(vesterlund, [{ kind, station: 'VLB', at_s: 20 }], -9);
      const shown = [];
      for (let k = 0; k < 600; k++) {
        radio.step(onVlb, at(240 + k / 60, 15), k / 10, 0.1);
        shown.push(radio.shown());
      }
      return [shown[190]!, shown[599]!] as const;
    };
    const [before, after] = fly('off the air');
    expect([mainNeedle(before).valid, mainNeedle(after).valid]).toEqual([true, false]);
    expect(fly('wrong ident').map(({ idents }) => idents.nav1)).toEqual(['VLB', 'TST']);
    const [moving, stuck] = fly('stuck needle').map((shown) => mainNeedle(shown).deflection);
    expect(Math.abs(stuck! - moving!)).toBeLessThan(0.05);
  });

  test('the groundspeed of a DME is there at once, stays what it is, and a new station is no speed', () => {
    const radio = receivers(vesterlund, [], -9);
    const shown = (from_s: number, to_s: number, settings: RadioSettings) => {
      const speeds: number[] = [];
      for (let k = from_s * 10; k < to_s * 10; k++) {
        // Straight in on the 060 radial from 30 NM at 120 kt: two miles a minute.
        radio.step(settings, at(60, 30 - k / 300), k / 10, 0.1);
        const speed = radio.shown().distance?.groundspeed_kt;
        if (speed !== undefined) speeds.push(speed);
      }
      return speeds;
    };
    const first = shown(0, 60, onVlb);
    expect(Math.abs(first[5]! - 120)).toBeLessThan(2);
    expect(first.slice(5).every((speed) => Math.abs(speed - 120) < 2)).toBe(true);
    const kor = { ...onVlb, nav1: { ...onVlb.nav1, active_MHz: 115.8 } };
    expect(shown(60, 75, kor).every((speed) => speed >= 0 && speed < 130)).toBe(true);
  });

  test('waypoints: direct from where one is, then leg by leg, linear to a mile', () => {
    const radio = receivers(vesterlund, [], -9);
    const settings: RadioSettings = {
      ...onVlb,
      source: 'rnav',
      rnav: { legs: ['TOLVA', 'BRENK'], course_deg: null }
    };
    radio.step(settings, at(65, 6), 0, 0.1);
    expect(mainNeedle(radio.shown())).toMatchObject({ valid: true, toFrom: 'to' });
    expect(Math.abs(mainNeedle(radio.shown()).deflection)).toBeLessThan(0.01);
    expect(radio.shown().waypoint).toMatchObject({ id: 'TOLVA', fullScale_nm: 1, service: null });
    for (let k = 1; k < 80; k++) radio.step(settings, at(65, 6 + k / 10), k, 1);
    expect(radio.shown().waypoint?.id).toBe('BRENK');
    const memory = radio.memory();
    const again = receivers(vesterlund, [], -9);
    again.restore(memory);
    radio.step(settings, at(80, 13), 90, 0.1);
    again.step(settings, at(80, 13), 90, 0.1);
    expect(again.shown()).toEqual(radio.shown());
  });

  test('a waypoint that is passed six miles abeam is not passed; within five it is', () => {
    const a = { id: 'A', at: placeAt(vlb, 0, 10) };
    const b = { id: 'B', at: placeAt(a.at, 0, 10) };
    const legs = { ...onVlb, source: 'rnav' as const, rnav: { legs: ['A', 'B'], course_deg: null } };
    const beyond = (aside_nm: number) => {
      const radio = receivers({ ...vesterlund, fixes: [a, b] }, [], 0);
      radio.step(legs, at(0, 0), 0, 1);
      const abeam = { ...at(0, 0), ...placeAt(placeAt(vlb, 0, 10.5), 90, aside_nm) };
      radio.step(legs, abeam, 1, 1);
      radio.step(legs, abeam, 2, 1);
      return radio.shown().waypoint?.id;
    };
    expect([beyond(6), beyond(4.5)]).toEqual(['A', 'B']);
  });

  test('from one waypoint to the next the course leads from the one that was passed, not from where it began', () => {
    const a = { id: 'A', at: placeAt(vlb, 0, 10) };
    const b = { id: 'B', at: placeAt(a.at, 90, 10) };
    const radio = receivers({ ...vesterlund, fixes: [a, b] }, [], 0);
    const legs = { ...onVlb, source: 'rnav' as const, rnav: { legs: ['A', 'B'], course_deg: null } };
    const place = placeAt(placeAt(a.at, 90, 4), 0, 0.3);
    for (const [k, now] of [vlb, a.at, a.at, place].entries())
      radio.step(legs, { ...at(0, 0), ...now }, k, 1);
    expect(radio.shown().waypoint).toMatchObject({ id: 'B', fullScale_nm: 1 });
    // North of a course to the east is left of it.
    expect(radio.shown().needles.rnav.deflection).toBeCloseTo(0.3, 1);
    expect(Math.abs(radio.shown().needles.rnav.course_deg - 90)).toBeLessThan(0.5);
  });

  // Radius × tan(turn ÷ 2): at 120 kt and 3°/s the radius is 0.637 NM, and after a right angle so is the lead.
  test.each([0, 60, 120, 180])(
    'at %d kt over the ground a fly-by waypoint is left so much earlier',
    (groundspeed_kt) => {
      const a = { id: 'A', at: placeAt(vlb, 0, 10) };
      const b = { id: 'B', at: placeAt(a.at, 0, 10) };
      const c = { id: 'C', at: placeAt(b.at, 90, 10) };
      const radio = receivers({ ...vesterlund, fixes: [a, b, c] }, [], 0);
      const settings: RadioSettings = {
        ...onVlb,
        source: 'rnav',
        rnav: { legs: ['A', 'B', 'C'], course_deg: null }
      };
      let left_nm: number | null = null;
      for (let k = 0; k < 1100 && left_nm === null; k++) {
        const to_nm = 10 - k / 100;
        radio.step(settings, { ...at(0, 0), ...placeAt(a.at, 0, k / 100), groundspeed_kt }, k, 1);
        if (radio.shown().waypoint?.id === 'C') left_nm = to_nm;
      }
      expect(left_nm).toBeCloseTo((groundspeed_kt / 188.5) * Math.tan(Math.PI / 4), 1);
    }
  );

  test.each(['left', 'right'] as const)(
    'along a curve to the %s the needle is what one is outside or inside of it, its course the tangent, to the end',
    (turn) => {
      const way = turn === 'right' ? 1 : -1;
      const RADIUS_NM = 3;
      const centre = vlb;
      const on = (round_deg: number, outside_nm = 0) =>
        placeAt(centre, 180 + way * round_deg, RADIUS_NM + outside_nm);
      const fixes = [0, 90].map((round_deg, i) => ({ id: 'AB'[i]!, at: on(round_deg) }));
      const beyond = { id: 'C', at: placeAt(on(90), 0, 5) };
      const start = { id: 'S', at: placeAt(on(0), -90 * way, 4) };
      const loaded = { final: null, curves: [{ from: 'A', to: 'B', centre, turn }] };
      const radio = receivers({ ...vesterlund, fixes: [start, ...fixes, beyond] }, [], 0, loaded);
      const settings: RadioSettings = {
        ...onVlb,
        source: 'rnav',
        rnav: { legs: ['S', 'A', 'B', 'C'], course_deg: null }
      };
      const shownAt = (place: Place, k: number) => {
        radio.step(settings, { ...at(0, 0), ...place, groundspeed_kt: 0 }, k, 1);
        return { ...mainNeedle(radio.shown()), ...radio.shown() };
      };
      shownAt(placeAt(start.at, -90 * way, 1), 0);
      shownAt(start.at, 1);
      shownAt(fixes[0]!.at, 2);
      for (const [round_deg, outside_nm] of [
        [20, 0],
        [45, 0.2],
        [70, -0.3]
      ] as const) {
        const { deflection, course_deg, distance, waypoint } = shownAt(on(round_deg, outside_nm), 3);
        expect(waypoint?.id).toBe('B');
        // Outside of a right turn one is left of the course, and the needle stands to the right.
        expect(deflection).toBeCloseTo(way * outside_nm, 2);
        expect(Math.abs(turnFromTo(course_deg, 180 + way * (round_deg + 90)))).toBeLessThan(0.6);
        expect(distance?.nm).toBeCloseTo(RADIUS_NM * (90 - round_deg) * (Math.PI / 180), 2);
      }
      shownAt(on(90.5), 4);
      expect(shownAt(on(91), 5).waypoint?.id).toBe('C');
    }
  );

  test('settings survive their line of text; what cannot be tuned is said', () => {
    const mhz = fc.integer({ min: 10800, max: 11795 }).map((f) => f / 100);
    const nav = fc.record({
      active_MHz: mhz,
      standby_MHz: mhz,
      course_deg: fc.integer({ min: 1, max: 360 })
    });
    const settings = fc.record({
      nav1: nav,
      nav2: nav,
      adf: fc.record({
        active_kHz: fc.integer({ min: 190, max: 535 }),
        standby_kHz: fc.integer({ min: 190, max: 535 })
      }),
      rnav: fc.record({
        legs: fc.array(fc.constantFrom('TOLVA', 'BRENK', 'VLB'), { maxLength: 6 }),
        course_deg: fc.option(fc.integer({ min: 1, max: 360 }))
      }),
      source: fc.constantFrom('nav1' as const, 'nav2' as const, 'rnav' as const),
      pointer: fc.constantFrom('nav1' as const, 'adf' as const, 'rnav' as const),
      listening: fc.option(fc.constantFrom('nav1' as const, 'nav2' as const, 'adf' as const))
    });
    fc.assert(
      fc.property(settings, (radios) => {
        const event = { kind: 'radio', time_s: 3, radios };
        expect(parse(FlightEvent, JSON.parse(JSON.stringify(event)))).toEqual(event);
        // The same is the same, and one thing turned anywhere is not.
        expect(sameRadios(radios, structuredClone(radios))).toBe(true);
        const { nav1, nav2, adf, rnav } = radios;
        for (const turned of [
          ...[{ active_MHz: 1 }, { standby_MHz: 1 }, { course_deg: 0 }].flatMap((part) => [
            { nav1: { ...nav1, ...part } },
            { nav2: { ...nav2, ...part } }
          ]),
          ...[{ active_kHz: 1 }, { standby_kHz: 1 }].map((part) => ({ adf: { ...adf, ...part } })),
          { rnav: { ...rnav, legs: [...rnav.legs, 'KELPA'] } },
          { rnav: { ...rnav, legs: rnav.legs.map(() => 'KELPA'), course_deg: 0 } },
          { source: radios.source === 'nav1' ? 'nav2' : 'nav1' } as const,
          { pointer: radios.pointer === 'nav1' ? 'adf' : 'nav1' } as const,
          { listening: radios.listening === 'nav1' ? null : 'nav1' } as const
        ])
          expect(sameRadios(radios, { ...radios, ...turned })).toBe(false);
      })
    );
    expect(() => parse(FlightEvent, { kind: 'radio', time_s: 3, radios: strangeRadios.nav1 })).toThrow();
    expect(frequencyProblem(118.2, 'MHz')).toContain('108.00 to 117.95 MHz');
    expect(frequencyProblem(342, 'kHz')).toBeNull();
    expect(waypointProblem(['NOWHR'], vesterlund)).toContain('no NOWHR');
  });
});

describe('a lesson by radio', () => {
  const calm = { windSpeed_kt: 0, turbulence: 'smooth' as const };

  test('true columns follow from place and phase alone; a course line keeps its distances', () => {
    const plan = planFor('vor-tracking', { ...calm, windFrom_deg: 330, windSpeed_kt: 20 });
    const flight = flown(plan);
    const counts = countsOf(flight);
    const watch = courseWatch(lessonOf(plan));
    const passed = column(flight, 'passages').findIndex((n) => n > 0);
    const first = 'courseShare fixDistance_nm fixRadial_deg along_nm crossTrack_nm passages'
      .split(' ')
      .map((id) => channelDefinitions.findIndex((c) => c.id === id));
    for (let k = 0; k < flight.length; k++) {
      const sample = Int32Array.from(counts, (values) => values[k]!);
      const asRecorded = Array.from(first, (i) => sample[i]!);
      watch(sample, k <= passed ? 0 : 1);
      expect(Array.from(first, (i) => sample[i]!)).toEqual(asRecorded);
    }
    fc.assert(
      fc.property(even(0, 359), even(0.1, 30), (radial, distance) => {
        const line = {
          fix: vlb,
          course_deg: 60,
          north_deg: -10,
          scale: { kind: 'distance' as const, nm: 1 }
        };
        const by = byCourseLine(line, placeAt(vlb, radial - 10, distance));
        expect(Math.hypot(by.along_nm, by.crossTrack_nm)).toBeCloseTo(distance, 6);
        expect(
          Math.sign(by.crossTrack_nm) * Math.sin(((radial - 60) * Math.PI) / 180)
        ).toBeGreaterThanOrEqual(-1e-9);
      })
    );
  });

  test('is flown on from any chunk as if nothing had been: radios, needles, true columns and all', () => {
    const plan = planFor('centring-and-identifying');
    const lesson = lessonOf(plan);
    const whole = chunksOf(plan);
    const kept = whole.slice(0, 30);
    const loop = flightLoop(lesson);
    const resumed = flyDrill(loop, lesson, { chunks: kept });
    expect(loop.navigation()!.idents.nav1).toBe('VLB');
    expect(loop.hands().radios).toEqual(eventsOf(kept).findLast((e) => e.kind === 'radio')!.radios);
    const before = whole[29]!.counts.map((values) => values.at(-1)!);
    const now = new Int32Array(channelDefinitions.length);
    loop.sample(now);
    const needle = channelDefinitions.findIndex((c) => c.id === 'needle');
    expect(Math.abs(now[needle]! - before[needle]!)).toBeLessThan(20);
    expect(resumed.phase().phaseId).toBe('set-up');
    expect(resumed.read('fixDistance_nm')).toBeCloseTo(
      before[channelDefinitions.findIndex((c) => c.id === 'fixDistance_nm')]! / 1000,
      3
    );
  });

  test('attitude lessons record as many channels as ever', () => {
    expect(chunksOf(planFor('straight-and-level'))[0]!.counts).toHaveLength(CHANNELS_WITHOUT_RADIO);
  });

  test('what cannot be flown is said at its field', () => {
    const problem = (drill: string, changes: Partial<LessonPlan>) => problemsOf(planFor(drill, changes))[0];
    expect(problem('dme-hold', { figures: { course_deg: 120 } })).toMatchObject({
      field: 'figures.course_deg',
      message: expect.stringContaining('radial 65°')
    });
    expect(problem('vor-hold', { windFrom_deg: 60, windSpeed_kt: 45 })?.field).toBe('windSpeed_kt');
    const navigation = { fix: 'TOLVA', turn: 'right' as const, radios: 'ready' as const, errors: [] };
    expect(problem('vor-tracking', { navigation })).toMatchObject({
      field: 'navigation.fix',
      message: expect.stringContaining('VLB')
    });
    expect(
      navigationBrief(lessonOf(planFor('vor-hold', { windFrom_deg: 330, windSpeed_kt: 20 }))).map(
        ({ name }) => name
      )
    ).toEqual(['Fix', 'Course 060°', 'Entry', 'Outbound', 'Inbound']);
  });

  test('its plan: the way flown lies on the hold that was asked for', () => {
    const plan = planFor('vor-hold', {
      ...calm,
      windFrom_deg: 330,
      windSpeed_kt: 20,
      figures: { circuits: 1 }
    });
    const lesson = lessonOf(plan);
    const ideal = planPicture(lesson)!.ideals.at(-1)!.points;
    const track = planTrack(lesson, flown(plan));
    // Straight legs have no points between their ends.
    const drawn = ideal.flatMap((p, i) => {
      const next = ideal[i + 1] ?? p;
      return Array.from({ length: 20 }, (_, k) => ({
        north_nm: p.north_nm + ((next.north_nm - p.north_nm) * k) / 20,
        east_nm: p.east_nm + ((next.east_nm - p.east_nm) * k) / 20
      }));
    });
    const gap = (p: { north_nm: number; east_nm: number }) =>
      Math.min(...drawn.map((q) => Math.hypot(p.north_nm - q.north_nm, p.east_nm - q.east_nm)));
    expect(Math.max(...track.slice(-200).map(gap))).toBeLessThan(0.35);
  });
});

describe('grading by radio', () => {
  const grades = new Map<string, { grade: Grade; flight: Flight }>();
  const CROSSWIND = { windFrom_deg: 330, windSpeed_kt: 20 };
  const fly = (name: string, drill: string, habits: Partial<Habits>, changes: Partial<LessonPlan> = {}) => {
    const plan = planFor(drill, { ...CROSSWIND, ...changes });
    const flight = flown(plan, habits);
    grades.set(name, { flight, grade: gradeFlight(flight, plan) });
  };
  const hold = (name: string) => {
    const found = grades.get(name)!.grade.checks.find((check) => check.kind === 'hold');
    return found?.kind === 'hold' ? found : null;
  };
  const kinds = (name: string) => grades.get(name)!.grade.findings.map((f) => f.kind);
  beforeAll(() => {
    fly('hold', 'vor-hold', {}, { turbulence: 'smooth', figures: { circuits: 2 } });
    fly(
      'parallel',
      'rnav-hold',
      {},
      { turbulence: 'smooth', figures: { circuits: 1, course_deg: 210, arrival_deg: 60 } }
    );
    fly('wrong entry', 'vor-hold', { wrongEntry: 1 }, { figures: { circuits: 1 } });
    fly('wind', 'vor-tracking', { ignoresWind: 1 });
    fly('set-up', 'centring-and-identifying', { forgetsIdent: 1, setsWrongCourse: 1 });
    fly('fix', 'fix-from-radials', {});
  }, 60_000);

  test('a hold: entry as due, legs to their time, corrections as the exact solution has them', () => {
    const m = hold('hold')!;
    expect([m.entry, m.due.entry, m.entryRight]).toEqual(['direct', 'direct', true]);
    expect(m.circuits).toHaveLength(3);
    for (const circuit of m.circuits) {
      expect(Math.abs(circuit.inbound_s! - 60)).toBeLessThan(10);
      expect(Math.abs(circuit.outboundCorrection_deg! - m.solution!.outboundCorrection_deg)).toBeLessThan(6);
      expect(Math.abs(circuit.clockStarted_s! - circuit.clockDue_s!)).toBeLessThan(4);
    }
    expect(kinds('hold')).toContain('hold-converged');
    const parallel = hold('parallel')!;
    expect([parallel.entry, parallel.firstCircuit]).toEqual(['parallel', 1]);
  });

  test('habits are found for what they are, with figures', () => {
    expect(hold('wrong entry')).toMatchObject({ entry: 'teardrop', entryRight: false });
    expect(kinds('wrong entry')).toContain('wrong-entry');
    const wind = grades.get('wind')!.grade.findings.find((f) => f.kind === 'no-wind-correction')!;
    expect(wind.evidence).toMatch(/Drifted off to the right (twice|\w+ times)/);
    expect(kinds('set-up')).toEqual(expect.arrayContaining(['not-identified', 'wrong-course']));
    expect(kinds('set-up')).not.toContain('radios-ready');
    const fix = grades.get('fix')!.grade.checks.find((check) => check.kind === 'passage');
    expect(fix?.kind === 'passage' && Math.abs(fix.called_s!)).toBeLessThan(8);
  });

  test('the coach says one thing at a time, with a pause; in a test it says nothing', () => {
    const hear = (corridors: 'hints' | 'test', habits: Partial<Habits>, drill = 'vor-tracking') => {
      const lesson = lessonOf(
        planFor(drill, { ...CROSSWIND, corridors, figures: drill === 'vor-hold' ? { circuits: 1 } : {} })
      );
      const loop = flightLoop(lesson);
      const drillFlown = flyDrill(loop, lesson);
      const voice = coach(lesson);
      drillFlown.onnote = voice.heard;
      const hands = simulatedHands(lesson, drillFlown, { ...noHabits, ...habits }, 5);
      const said: { at: number; words: string }[] = [];
      for (let k = 1; drillFlown.ended() === null; k++) {
        drillFlown.step(hands());
        const words =
          k % 10 === 0 ? voice.watch(loop.time_s(), drillFlown.phase().index, drillFlown.read) : null;
        if (words) said.push({ at: loop.time_s(), words });
      }
      return said;
    };
    const said = hear('hints', { ignoresWind: 1 });
    expect(said.map(({ words }) => words)).toContainEqual(
      expect.stringMatching(/^Wind is from the left: hold \d+°/)
    );
    said
      .slice(1)
      .forEach(({ at: now }, i) => expect(now - said[i]!.at).toBeGreaterThanOrEqual(HINT_PAUSE_S - 1e-6));
    expect(hear('test', { ignoresWind: 1 })).toEqual([]);
    const held = hear('hints', { timesLate: 1 }, 'vor-hold').map(({ words }) => words);
    expect(held).toContainEqual(expect.stringMatching(/^Direct entry: over the fix turn right to/));
    expect(held).toContainEqual(expect.stringMatching(/is up: turn inbound, right/));
  });

  test('the coach calls back who flies on past the fix, and does not tire of it', () => {
    const lesson = lessonFor('vor-hold', {
      corridors: 'hints',
      windFrom_deg: 330,
      windSpeed_kt: 20,
      figures: { course_deg: 60 }
    });
    const over = { along_nm: 0.001, right_nm: 0, course_deg: 60, heading_deg: 50 };
    const flight = pen(lesson, 'hold', over).straight(180).flight();
    const voice = coach(lesson);
    const said = Array.from({ length: flight.length }, (_, k) =>
      voice.watch(k / 10, 1, (channel) => column(flight, channel)[k]!)
    ).filter((words) => words?.startsWith('Past'));
    expect(said[0]).toMatch(/^Past VLB: turn right to 2\d\d°\.$/);
    expect(said.length).toBeGreaterThanOrEqual(3);
  });
});

describe('worlds of a school’s own', () => {
  test('can be read after a plan that holds one, in whatever order', () => {
    expect(() => parse(LessonPlanSchema, {})).toThrow('version');
    expect(worldFrom(JSON.stringify(vesterlund)).id).toBe('vesterlund');
  });

  test('come back from JSON and GeoJSON as they went; what does not fit is said at its place', () => {
    expect(worldFrom(JSON.stringify(vesterlund))).toEqual(vesterlund);
    const back = worldFrom(JSON.stringify(worldToGeoJson(vesterlund)), {
      id: 'vesterlund',
      name: vesterlund.name
    });
    expect(back).toEqual(vesterlund);
    const refused = (text: string) => {
      try {
        worldFrom(text, { id: 'x', name: 'X' });
      } catch (error) {
        if (error instanceof Rejection) return error.message;
        throw error;
      }
      return 'taken';
    };
    expect(refused('{"stations": [')).toContain('JSON or GeoJSON');
    const dangling = structuredClone(vesterlund) as World;
    dangling.fixes[0] = { id: 'TOLVA', at: { station: 'GONE', radial_deg: 1, distance_nm: 2 } };
    expect(refused(JSON.stringify(dangling))).toContain('fixes.0.at');
    const high = structuredClone(vesterlund) as World;
    (high.stations[0] as Vor).frequency_MHz = 136;
    expect(refused(JSON.stringify(high))).toMatch(/stations\.0|station: vor/);
    expect(refused('{"type": "FeatureCollection", "features": [{"geometry": {"type": "Line"}}]}')).toContain(
      'features.0.geometry'
    );
  });

  test('are flown in: the area is over them, the variation the magnetic model’s', () => {
    const world = { ...structuredClone(vesterlund), id: 'ours', name: 'Ours' } as World;
    const ownPlace = placeOfWorld(world, new Date('2026-11-25'));
    const plan = planFor('vor-tracking', { area: ownPlace.area.id, ownPlace });
    expect(areaOf(plan).groundElevation_ft).toBe(1910);
    expect(problemsOf({ ...plan, startAltitude_ft: 5000 })).toEqual([]);
    expect(lessonOf(plan).navigation?.origin.place).toEqual(placeByName(world, 'VLB'));
    expect(() => placeOfWorld({ ...world, stations: [], runways: [] }, new Date())).toThrow(
      'at least one station'
    );
  });
});

test.each([
  ['two four zero', 240],
  ['240', 240],
  ['two hundred and forty', 240],
  ['niner fife', 95],
  ['minus five', -5],
  ['one thousand two hundred', 1200],
  ['2 4 0 degrees', 240],
  ['roger', null],
  ['constructor', null]
])('“%s” is heard as %s', (heard, value) => expect(spokenNumber(heard)).toBe(value));

test('a recorded flight by radio says so in its file', () => {
  const flight = flightFromChunks(chunksOf(planFor('ndb-tracking', { figures: { distance_nm: 4 } })));
  expect(flight.columns.has('courseShare')).toBe(true);
  expect(Math.max(...column(flight, 'toFrom'))).toBe(0);
});
