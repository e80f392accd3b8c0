import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { windAboutFix } from '$core/drill/plan-wind';
import { isByRadio, radiosFor } from '$core/drill/reference-radios';
import type { FlightEvent } from '$core/flight/flight-event';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { measureArc } from '$core/grade/checks/arc';
import { measureTracking } from '$core/grade/checks/tracking-measure';
import { measureIntercept } from '$core/grade/checks/intercept';
import { measurePassage } from '$core/grade/checks/passage';
import { measureReversal } from '$core/grade/checks/reversal';
import { setUp, type SetUpMeasure } from '$core/grade/checks/set-up';
import { measureStationTime } from '$core/grade/checks/station-time';
import { OVERSHOOT_SHARE } from '$core/grade/checks/intercept';
import { normaliseSigned } from '$core/measure/angle';
import { planReversal } from '$core/procedure/course-reversal';
import { flyArc } from '$core/procedure/dme-arc';
import { identTones } from '$core/radio/morse';
import { strangeRadios, type RadioSettings } from '$core/radio/radio-settings';
import { goalOf, lessonFor, pen, triangle, turned, type Drawing } from './drawn-flight';
import { madeFlight } from './flown';
import { findingsOf } from './told';
import { even } from './even';

const angle = fc.integer({ min: 1, max: 360 });
const wind = fc.record({ windFrom_deg: angle, windSpeed_kt: fc.integer({ min: 0, max: 25 }) });

describe('a course drawn by hand', () => {
  /** Joins a course at an angle and begins the turn on to it by so much too late, NM. */
  function joined(changes: Partial<LessonPlan>, course_deg: number, angle_deg: number, late_nm: number) {
    const lesson = lessonFor('intercept', { ...changes, figures: { course_deg, angle_deg, start_deg: 226 } });
    const goal = goalOf(lesson, 'intercept', 'course');
    const drawing = pen(lesson, 'intercept', {
      along_nm: -12,
      right_nm: 3,
      course_deg,
      heading_deg: course_deg - angle_deg
    });
    const radius_nm = drawing.tas_kt / 3600 / ((3 * Math.PI) / 180);
    const lead_nm = radius_nm * (1 - Math.cos((angle_deg * Math.PI) / 180));
    drawing.until(() => drawing.by().right_nm <= lead_nm - late_nm);
    drawing.turn(triangle(course_deg, drawing.tas_kt, lesson).heading_deg).straight(20);
    return { lesson, goal, drawing };
  }

  test('is measured through it by as much as it was turned late, at the angle it was joined', () => {
    fc.assert(
      fc.property(angle, fc.integer({ min: 25, max: 90 }), even(0, 1.5), (course_deg, angle_deg, late_nm) => {
        const { lesson, goal, drawing } = joined({ windSpeed_kt: 0 }, course_deg, angle_deg, late_nm);
        const m = measureIntercept(drawing.flight(), lesson, goal, drawing.span(), drawing.time_s());
        const { right_nm, along_nm } = drawing.by();
        const off = Math.abs(Math.atan2(right_nm, -along_nm) * 18) / Math.PI;
        expect(m.angle_deg).toBeCloseTo(angle_deg, 0);
        expect(Math.abs(m.overshoot - off)).toBeLessThan(0.05);
        expect(m.established_s === null).toBe(off > 0.6);
        const kinds = (measure: typeof m) => findingsOf(lesson, measure).map(({ kind }) => kind);
        expect(kinds(m)).toEqual(
          off > 0.6 ? ['not-established'] : m.overshoot > OVERSHOOT_SHARE ? ['intercept-overshoot'] : []
        );
        // Beyond the course without a heading to meet it is no intercept flown late.
        expect(kinds({ ...m, established_s: 60, overshoot: 0.8, angle_deg: 4 })).toEqual([]);
      }),
      { numRuns: 10 }
    );
  });

  test('with the whole correction held is on the course, with the wind measured to half a degree', () => {
    fc.assert(
      fc.property(wind, angle, fc.constantFrom('vor-tracking', 'rnav-tracking'), (air, course_deg, drill) => {
        const lesson = lessonFor(drill, { ...air, figures: { course_deg } });
        const goal = goalOf(lesson, 'inbound', 'course');
        const drawing = pen(lesson, 'inbound', {
          along_nm: -9,
          right_nm: 0,
          course_deg,
          heading_deg: course_deg
        });
        const due = triangle(course_deg, drawing.tas_kt, lesson);
        drawing.turn(due.heading_deg).until(() => drawing.by().along_nm > -2);
        const m = measureTracking(drawing.flight(), lesson, goal, drawing.span(), 0)!;
        expect(Math.abs(m.correction_deg - due.windCorrectionAngle_deg)).toBeLessThan(0.5);
        expect(Math.abs(m.neededCorrection_deg - due.windCorrectionAngle_deg)).toBeLessThan(0.5);
        expect([m.peaks, m.keptTurning_s, m.driftedOff_s, m.unshrinking]).toEqual([[], [], [], null]);
        expect(findingsOf(lesson, m)).toEqual([]);
      }),
      { numRuns: 10 }
    );
  });

  test('near the station is turned after the needle by as much as the heading was changed for good, not by what the nose swings', () => {
    const lesson = lessonFor('vor-tracking', { windSpeed_kt: 0, figures: { course_deg: 40 } });
    const goal = goalOf(lesson, 'inbound', 'course');
    /** Straight to the station, then something in the last seven tenths of a mile. */
    const near = (what: (drawing: Drawing) => void) => {
      const drawing = pen(lesson, 'inbound', { along_nm: -6, right_nm: 0, course_deg: 40, heading_deg: 40 });
      drawing.until(() => drawing.by().along_nm > -0.7);
      what(drawing);
      drawing.until(() => drawing.by().along_nm > 0);
      return measureTracking(drawing.flight(), lesson, goal, drawing.span(), 0)!;
    };
    const swings = near((drawing) => {
      for (let i = 0; i < 4; i++) drawing.turn(47).turn(33);
    });
    expect(swings.nearStation_deg!).toBeLessThan(7);
    const chased = near((drawing) => drawing.straight(3).turn(60));
    expect(chased.nearStation_deg!).toBeCloseTo(20, 0);
    const held = near(() => undefined);
    expect(held.nearStation_deg!).toBeCloseTo(0, 9);
    const said = (m: typeof held) => findingsOf(lesson, m).map(({ kind }) => kind).filter((kind) => kind === 'chased-near-station'); // prettier-ignore
    expect([said(swings), said(chased), said(held)]).toEqual([[], ['chased-near-station'], []]);
  });

  /** Drawn on a waypoint's course, a mile to full scale, with 20 kt square from the left. */
  const course_deg = 40;
  const crosswind = () => {
    const lesson = lessonFor('rnav-tracking', {
      windFrom_deg: 310,
      windSpeed_kt: 20,
      figures: { course_deg, distance_nm: 25 }
    });
    const goal = goalOf(lesson, 'inbound', 'course');
    const drawing = pen(lesson, 'inbound', {
      along_nm: -24,
      right_nm: 0,
      course_deg,
      heading_deg: course_deg
    });
    const found = () =>
      findingsOf(lesson, measureTracking(drawing.flight(), lesson, goal, drawing.span(), 0)!);
    return {
      drawing,
      found,
      needed_deg: triangle(course_deg, drawing.tas_kt, lesson).windCorrectionAngle_deg
    };
  };
  const off = (drawing: Drawing) => drawing.by().right_nm;

  test('whoever is still on the way to it, from the side the wind comes from, has not drifted there', () => {
    const lesson = lessonFor('rnav-tracking', {
      windFrom_deg: 310,
      windSpeed_kt: 20,
      figures: { course_deg, distance_nm: 25 }
    });
    const goal = goalOf(lesson, 'inbound', 'course');
    const from = { along_nm: -24, right_nm: -2.5, course_deg, heading_deg: course_deg + 30 };
    const drawing = pen(lesson, 'inbound', from);
    drawing.until(() => drawing.by().right_nm > -0.05);
    drawing.turn(triangle(course_deg, drawing.tas_kt, lesson).heading_deg).straight(60);
    const m = measureTracking(drawing.flight(), lesson, goal, drawing.span(), 0)!;
    expect(m.farthestOff).toBeLessThan(-1);
    expect(findingsOf(lesson, m).map(({ kind }) => kind)).not.toContain('no-wind-correction');
  });

  test('coming back each time and taking the whole correction out again: drifted off, so often, so far', () => {
    const { drawing, found, needed_deg } = crosswind();
    for (let time = 0; time < 4; time++) {
      drawing.turn(course_deg).until(() => off(drawing) > 0.3);
      drawing.turn(course_deg - 30).until(() => off(drawing) < 0.04);
    }
    const [only, ...others] = found();
    expect(others).toEqual([]);
    expect(only).toMatchObject({ kind: 'no-wind-correction', side: 'above' });
    expect(only!.evidence).toContain('Drifted off to the right four times');
    expect(only!.evidence).toContain(`${Math.round(-needed_deg)}° left was needed`);
  });

  test('a turn at every move of the needle is chasing; the bank kept in until it is through is that', () => {
    const chased = crosswind();
    for (let swing = 0; swing < 14; swing++) {
      const to = swing % 2 === 0 ? -42 : 28;
      // Never level for long enough to see what the heading does.
      for (let part = 0; part < 4; part++)
        chased.drawing
          .turn(course_deg + to)
          .straight(3)
          .turn(course_deg + to / 2);
    }
    expect(chased.found().map(({ kind }) => kind)).toContain('chasing-needle');

    const kept = crosswind();
    const { drawing } = kept;
    drawing.until(() => off(drawing) > 0.25);
    for (const way of [-1, 1, -1, 1, -1] as const) drawing.turn(course_deg + way * 100, way);
    expect(kept.found().map(({ kind }) => kind)).toContain('still-turning');
  });

  test('equal swings from side to side do not shrink; halved each time they do', () => {
    const swings = (peaks: readonly number[]) => {
      const { drawing, found } = crosswind();
      for (const peak of peaks) {
        const way = Math.sign(peak);
        drawing.turn(course_deg + way * 35 - 12).until(() => off(drawing) * way > Math.abs(peak) - 0.12);
        drawing.turn(course_deg - 12).straight(8);
      }
      return found().map(({ kind }) => kind);
    };
    expect(swings([0.6, -0.6, 0.6, -0.6, 0.6])).toContain('over-correcting-course');
    expect(swings([0.8, -0.4, 0.25, -0.2])).not.toContain('over-correcting-course');
  });
});

describe('arcs, reversals, fixes drawn by hand', () => {
  test('an arc in ten-degree steps: as many turns, as far off as its plan says, wherever the wind comes from', () => {
    fc.assert(
      fc.property(wind, angle, fc.constantFrom('right' as const, 'left' as const), (air, from_deg, turn) => {
        const side = turn === 'right' ? 1 : -1;
        const figures = { radius_nm: 10, from_deg, to_deg: ((from_deg + side * 80 + 719) % 360) + 1 };
        const plain = lessonFor('dme-arc', { ...air, figures });
        const lesson = turned(plain, turn);
        const goal = goalOf(lesson, 'arc', 'arc');
        expect(goal.direction).toBe(side);
        const heading = (radial: number) => triangle(radial + side * 90, drawing.tas_kt, lesson).heading_deg;
        const drawing: Drawing = pen(lesson, 'arc', {
          along_nm: 10,
          right_nm: 0,
          course_deg: from_deg,
          heading_deg: from_deg + side * 95
        });
        for (let step = 0; step < 8; step++) {
          drawing.turn(heading(from_deg + side * (step * 10 + 5)));
          drawing.until(() => normaliseSigned(drawing.radial_deg() - from_deg) * side >= (step + 1) * 10);
        }
        const m = measureArc(drawing.flight(), lesson, goal, drawing.span())!;
        const plan = flyArc(
          {
            radius_nm: 10,
            fromRadial_deg: from_deg,
            toRadial_deg: from_deg + side * 80,
            direction: side === 1 ? 'clockwise' : 'counter-clockwise'
          },
          'ten-degree steps',
          drawing.tas_kt,
          windAboutFix(lesson, lesson.navigation!.origin)
        );
        expect(m.turns).toBeGreaterThanOrEqual(7);
        expect(Math.abs(m.degreesATurn! - 10)).toBeLessThan(1.6);
        expect(Math.abs(m.outside_nm - plan.outside_nm)).toBeLessThan(0.06);
        expect(Math.abs(m.inside_nm - plan.inside_nm)).toBeLessThan(0.06);
        expect(m.rms_nm).toBeLessThan(Math.max(m.inside_nm, m.outside_nm) + 0.001);
        expect(m.joined_s).toBeLessThan(1);
      }),
      { numRuns: 10 }
    );
  });

  test.each([
    ['procedure-turn', '45/180'],
    ['reversal-teardrop', 'teardrop'],
    ['reversal-racetrack', 'racetrack']
  ])(
    '%s flown by its planned headings and times goes as far as planned and rolls out as planned',
    (drill, kind) => {
      fc.assert(
        fc.property(wind, angle, (air, course_deg) => {
          const lesson = lessonFor(drill, { ...air, figures: { course_deg } });
          const goal = goalOf(lesson, 'reversal', 'reversal');
          expect(goal.reversal.kind).toBe(kind);
          const over = { along_nm: 0.001, right_nm: 0, course_deg, heading_deg: course_deg + 180 };
          const { tas_kt } = pen(lesson, 'reversal', over);
          const plan = planReversal(goal.reversal, tas_kt, windAboutFix(lesson, lesson.navigation!.origin));
          if (plan.kind === 'impossible') throw new Error(plan.reason);
          const drawing = pen(lesson, 'reversal', { ...over, heading_deg: plan.points[0]!.heading_deg });
          for (const { words, heading_deg, seconds } of plan.steps)
            if (words.startsWith('turn')) drawing.turn(heading_deg, words.includes('right') ? 1 : -1);
            else drawing.turn(heading_deg).straight(seconds);
          drawing.until(() => drawing.by().along_nm > 0.02);
          const m = measureReversal(drawing.flight(), lesson, goal, drawing.span());
          expect(Math.abs(m.farthest_nm - plan.farthest_nm)).toBeLessThan(0.08);
          expect(m.farthest_nm).toBeLessThan(goal.reversal.within_nm + 0.1);
          expect(findingsOf(lesson, m)).toEqual([]);
          expect(m.rollOutOff).not.toBeNull();
          expect(findingsOf(lesson, { ...m, outOfTime: true })).toMatchObject([
            { kind: 'not-back-over-fix', title: 'Not back over the fix' }
          ]);
          // Another half minute outbound is beyond the limit, and hard.
          expect(findingsOf(lesson, { ...m, farthest_nm: m.within_nm + 0.8 })).toMatchObject([
            { kind: 'beyond-limit', severity: 'hard' }
          ]);
        }),
        { numRuns: 6 }
      );
    }
  );

  test('the time to a station abeam: the answer is held against the bearings that passed', () => {
    const lesson = lessonFor('time-and-distance', { windSpeed_kt: 0, figures: { radial_deg: 150 } });
    const said = (minutes: string | null) => {
      const drawing = pen(lesson, 'bearings', {
        along_nm: 12,
        right_nm: 0,
        course_deg: 150,
        heading_deg: 240
      });
      drawing.until(() => drawing.radial_deg() >= 160);
      if (minutes) drawing.note({ kind: 'answer', answer: { to: 'station-time', minutes: Number(minutes) } });
      return { drawing, m: measureStationTime(drawing.flight(), drawing.span()) };
    };
    const { drawing, m } = said('7.1');
    // Abeam at 12 NM for ten degrees of bearing: the rule has 60 × minutes ÷ 10.
    const minutes = (12 * Math.tan(Math.PI / 18)) / (drawing.tas_kt / 60);
    expect(m.change_deg).toBeCloseTo(10, 0);
    expect(m.due_min).toBeCloseTo(6 * minutes, 1);
    expect(findingsOf(lesson, m)).toEqual([]);
    expect(findingsOf(lesson, said('12.0').m)[0]!.title).toBe('Time to the station wrong');
    expect(findingsOf(lesson, said(null).m)[0]!.title).toBe('Time to the station not worked out');
  });

  test('a fix is called when it is there: the nearest call counts, before or after', () => {
    const lesson = lessonFor('fix-from-radials', { windSpeed_kt: 0 });
    const goal = goalOf(lesson, 'to-fix', 'course');
    const called = (...after_s: number[]) => {
      const drawing = pen(lesson, 'to-fix', {
        along_nm: -4,
        right_nm: 0,
        course_deg: goal.course_deg,
        heading_deg: goal.course_deg
      });
      const fix_s = (4 / drawing.tas_kt) * 3600;
      for (const after of after_s)
        drawing.straight(fix_s + after - drawing.time_s()).note({ kind: 'mark', detail: 'fix' });
      drawing.straight(Math.max(0, fix_s - drawing.time_s()));
      return measurePassage(drawing.flight(), { ...drawing.span(), end_s: fix_s }, 15)!;
    };
    expect(called(-40, 6).called_s).toBeCloseTo(6, 0);
    expect(findingsOf(lesson, called(-40, 6))).toEqual([]);
    expect(findingsOf(lesson, called(-40))[0]).toMatchObject({ title: 'Fix called too soon' });
    expect(findingsOf(lesson, called(22))[0]).toMatchObject({ title: 'Fix called late' });
    expect(findingsOf(lesson, called())[0]).toMatchObject({ title: 'Fix not called' });
  });
});

test('a station is identified by who listens for as long as its letters take once, whatever else is turned meanwhile', () => {
  const lesson = lessonFor('centring-and-identifying', {});
  const wanted = radiosFor(lesson.drill.phases.find(isByRadio)!);
  const seconds = identTones('VLB').at(-1)!.to_s;
  const set = (time_s: number, change: Partial<RadioSettings>): FlightEvent => ({
    time_s,
    kind: 'radio',
    radios: { ...wanted, listening: null, ...change }
  });
  const listening = { listening: 'nav1' as const };
  const off = { nav1: { ...wanted.nav1, active_MHz: 110.1 }, ...listening };
  const flight = madeFlight(120, { heading_deg: () => 320 });
  const span = { phaseId: 'set-up', start_s: 0, end_s: 100, settled_s: {}, complete: true };
  const phase = lesson.drill.phases[0]!;
  const heard = (...events: FlightEvent[]) => {
    const m = setUp.measure(
      {
        flight: { ...flight, events: [set(0, { ...strangeRadios }), ...events] },
        lesson,
        phase,
        span,
        spans: [span],
        until_s: 100
      } as never,
      { kind: 'set-up', phase: 'set-up' }
    );
    return (m as SetUpMeasure).identified;
  };
  expect(heard(set(10, listening), set(10 + seconds + 0.1, {}))).toBe(true);
  expect(heard(set(10, listening), set(10 + seconds - 1, {}))).toBe(false);
  expect(heard(set(10, {}))).toBe(false);
  // Turning the course does not interrupt it; another frequency does, and so does listening to another radio.
  const turned = { ...listening, nav1: { ...wanted.nav1, course_deg: 77 } };
  expect(heard(set(10, listening), set(11, turned), set(10 + seconds + 0.1, {}))).toBe(true);
  expect(heard(set(10, listening), set(11, off), set(12, listening), set(11 + seconds, {}))).toBe(false);
  expect(
    heard(set(10, listening), set(11, { listening: 'nav2' }), set(12, listening), set(11 + seconds, {}))
  ).toBe(false);
  // To the end of the phase is long enough, too.
  expect(heard(set(100 - seconds - 1, listening))).toBe(true);
  expect(heard(set(100 - seconds + 1, listening))).toBe(false);
});
