import { weatherReport } from '$core/air/weather-report';
import { reportOf, weatherNow } from '$core/flight/weather-now';
import { describe, expect, test } from 'vitest';
import { clearedPhase } from '$core/drill/cleared-phase';
import { FLIGHT_OVER, phaseById } from '$core/drill/drill';
import { lessonOf } from '$core/drill/lesson';
import { placeAt, wayBetween } from '$core/earth/geodesic';
import type { Command } from '$core/flight/command';
import type { FlightEvent } from '$core/flight/flight-event';
import type { PhaseSpan } from '$core/drill/phase-tracker';
import { detectPhases } from '$core/flight/detected-phases';
import { weatherChangesOf } from '$core/flight/as-flown';
import { column, duration, sampleAt, type Flight } from '$core/flight/flight';
import { byRunway, runwaySeenIn } from '$core/flight/runway-in-sight';
import { flightLoop } from '$core/flight/flight-loop';
import type { Hands } from '$core/flight/hands';
import { flyDrill, type FlownDrill } from '$core/flight/flown-drill';
import { simulatedHands } from '$core/flight/simulated-flight';
import { flightFromChunks, type FlightChunk } from '$core/flight/recorder';
import { gradeFlight } from '$core/grade/grade';
import { asJudged } from '$core/flight/judged-channels';
import { noHabits } from '$core/pilot/habits';
import { pressureAltitudeFor } from '$core/air/atmosphere';
import { placesOfLesson } from '$core/drill/places-of-lesson';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { approaches, approachById } from '$core/procedure/approach/approach-catalogue';
import { beforeThreshold } from '$core/procedure/approach/approach-place';
import { aircraft, area, planOf } from './flown';
import { flownAsked, type Asked } from './flown-asked';
import { planned } from './planned-approach';

const phaseNamed = (fly: FlownDrill, phaseId: string) =>
  fly.lesson.drill.phases.find(({ id }) => id === phaseId)!;
/** By its first transition where it has no vectors. */
const wayOf = (id: string) => ({ transition: approachById(id).transitions[0]?.id ?? null });

const level = planOf({ drill: 'straight-and-level', seed: 9, turbulence: 'smooth', figures: {} });
const value = (flight: Flight, id: Parameters<typeof column>[1], at_s: number) =>
  column(flight, id)[sampleAt(flight, at_s)]!;
const steadyHands = (fly: FlownDrill) => {
  const { pitch_deg } = fly.loop.readings();
  return { ...fly.loop.hands(), stick: { kind: 'attitude' as const, pitch_deg, bank_deg: 0 } };
};

describe('the airplane is put down elsewhere', () => {
  const plan = planned('xvlb-ils-24', { transition: null }, { turbulence: 'smooth' });
  const lesson = lessonOf(plan);
  const runway = lesson.navigation!.world.runways.find(({ name }) => name === '24')!;
  const at = placeAt(runway, runway.course_deg + lesson.area.variation_deg + 180, 6);
  const final = lesson.drill.phases.find(({ segment }) => segment === 'final')!;
  const place: Command = {
    does: 'place',
    name: '6 miles out',
    at,
    altitude_ft: 1800,
    heading_deg: 240,
    speed_kt: 90,
    phase: final.id
  };

  test('there it is: in trim with the hands off, its instruments as if it had come so', () => {
    const fly = flyDrill(flightLoop(lesson), lesson);
    const before = steadyHands(fly);
    for (let i = 0; i < 500; i++) fly.step(before);
    fly.command(place);
    const shown = fly.loop.readings();
    expect(wayBetween(fly.loop.place(), at).distance_nm * 1852).toBeLessThan(1);
    expect(shown.altitude_ft).toBeCloseTo(1800, -1);
    expect(shown.ias_kt).toBeCloseTo(90, 0);
    expect(Math.abs(shown.heading_deg - 240)).toBeLessThan(1);
    const hands = steadyHands(fly);
    for (let i = 0; i < 1000; i++) fly.step(hands);
    const after = fly.loop.readings();
    expect(Math.abs(after.altitude_ft - 1800)).toBeLessThan(25);
    expect(Math.abs(after.ias_kt - 90)).toBeLessThan(2);
    expect(fly.phase().phaseId).toBe(final.id);
  });

  test('underground, out of the world, or slower than it flies: refused, with nothing changed', () => {
    const fly = flyDrill(flightLoop(lesson), lesson);
    const before = fly.loop.snapshot();
    const spans = fly.spans();
    for (const [wrong, field] of [
      [{ altitude_ft: -900 }, 'altitude_ft'],
      [{ at: { latitude_deg: 0, longitude_deg: 0 } }, 'at'],
      [{ speed_kt: 41 }, 'speed_kt'],
      [{ phase: 'moon' }, 'phase']
    ] as const)
      expect(() => fly.command({ ...place, ...wrong })).toThrow(expect.objectContaining({ field }));
    expect(() => fly.command({ does: 'clear', direct: 'MOON' })).toThrow(
      expect.objectContaining({ field: 'direct' })
    );
    expect(fly.loop.snapshot()).toEqual(before);
    expect(fly.spans()).toEqual(spans);
  });

  test('what was flown before of that part counts no more, and what was left out is asked of nobody', () => {
    const once = flownAsked(plan, 2000, [{ at_s: 30, command: place }]);
    const grade = gradeFlight(once.flight, plan);
    expect(
      grade.findings.filter(({ kind, severity }) => kind === 'not-flown' || severity === 'hard')
    ).toEqual([]);
    expect(grade.phases[0]).toMatchObject({ cut: true, complete: false });
    expect(grade.phases[1]).toMatchObject({ phaseId: final.id });
    expect(grade.phases[1]!.start_s).toBeCloseTo(30.1, 1);
    // Down the path badly, and once more well: the second time is the grade's.
    const wild: Asked[] = [
      { at_s: 30, command: place },
      { at_s: 60, command: { ...place, altitude_ft: 2600 } },
      { at_s: 90, command: place }
    ];
    const again = gradeFlight(flownAsked(plan, 2000, wild).flight, plan);
    expect(again.findings.filter(({ severity }) => severity === 'hard')).toEqual([]);
    expect(again.phases.filter(({ phaseId }) => phaseId === final.id)).toHaveLength(1);
    expect(again.phases.find(({ phaseId }) => phaseId === final.id)!.start_s).toBeGreaterThan(89);
  });
});

describe('places an instructor is offered', () => {
  const ways = approaches.map(({ id }) => ({ id, ...wayOf(id) }));
  test.each(ways)(
    '$id: all can be flown from, and those on the final lie on its course and path',
    ({ id, transition }) => {
      const lesson = lessonOf(planned(id, { transition }, { turbulence: 'smooth' }));
      const { approach } = lesson.plan.approach!;
      const places = placesOfLesson(lesson);
      expect(places.length).toBeGreaterThan(1);
      for (const { phase, ...where } of places) {
        const fly = flyDrill(flightLoop(lesson), lesson);
        fly.command({ does: 'place', phase, ...where });
        expect(fly.phase().phaseId).toBe(phase);
        const out = /^(\d+) NM out/.exec(where.name);
        if (!out) continue;
        const before_nm = beforeThreshold(lesson.navigation!.world, approach, where.at!);
        expect(before_nm).toBeCloseTo(Number(out[1]), 2);
        const path = approach.path ?? { angle_deg: 3, crossing_ft: 50 };
        const onPath_ft =
          approach.touchdownElevation_ft +
          path.crossing_ft +
          before_nm * 6076.12 * Math.tan((path.angle_deg * Math.PI) / 180);
        expect(where.altitude_ft).toBeLessThanOrEqual(onPath_ft + 1);
      }
    }
  );

  test.each(
    placesOfLesson(lessonOf(planned('xvlb-ils-24', { transition: null })))
      .map((place) => [place.name, place] as const)
      .filter(([name]) => !name.includes('downwind'))
  )('flown from “%s” by the reference pilot, nothing hard stands against it', (_, { phase, ...where }) => {
    const plan = planned('xvlb-ils-24', { transition: null }, { turbulence: 'smooth' });
    const { flight } = flownAsked(plan, 2000, [{ at_s: 20, command: { does: 'place', phase, ...where } }]);
    const grade = gradeFlight(flight, plan);
    expect(grade.findings.filter(({ severity }) => severity === 'hard').map(({ title }) => title)).toEqual(
      []
    );
    expect(grade.findings.some(({ kind }) => kind === 'not-flown')).toBe(false);
  });

  test('in a lesson without radios, the beginning of each phase; by radio, before each fix', () => {
    for (const drill of ['rate-and-speed-descent', 'vor-tracking', 'vor-hold']) {
      const lesson = lessonOf(planOf({ ...sensiblePlan(aircraft, area, drill), drill }));
      const places = placesOfLesson(lesson);
      expect(places.length).toBeGreaterThan(0);
      for (const { phase, ...where } of places) {
        const fly = flyDrill(flightLoop(lesson), lesson);
        fly.command({ does: 'place', phase, ...where });
        expect(fly.phase().phaseId).toBe(phase);
      }
    }
  });
});

describe('a clearance is what is asked for from then on', () => {
  const asked: Asked[] = [
    { at_s: 30, command: { does: 'clear', heading_deg: 150, turn: 'left', altitude_ft: 5000 } },
    { at_s: 150, command: { does: 'clear', speed_kt: 80 } },
    { at_s: 210, command: { does: 'go on', phase: lessonOf(level).drill.phases[0]!.id } }
  ];
  const { flight, spans } = flownAsked(level, 240, asked);

  test('flown, graded by it, and the same live, graded and resumed', () => {
    const found = detectPhases(asJudged(flight, lessonOf(level)), lessonOf(level));
    expect(found.spans).toEqual(spans);
    // The plan's own phase was begun anew.
    expect(found.spans.map(({ phaseId }) => phaseId)).toEqual([
      'cleared-1',
      'cleared-2',
      lessonOf(level).drill.phases[0]!.id
    ]);
    const [, second] = found.lesson.drill.phases.filter(({ then }) => then !== undefined);
    // Of the second, heading and altitude stayed as they were cleared.
    expect(second!.goal).toMatchObject({
      lateral: { kind: 'heading', heading_deg: 150 },
      vertical: { kind: 'level', altitude_ft: 5000 },
      ias_kt: 80
    });
    expect(value(flight, 'heading_deg', 145)).toBeCloseTo(150, -1);
    expect(value(flight, 'altitude_ft', 205)).toBeCloseTo(5000, -2);
    const grade = gradeFlight(flight, level);
    const inside = grade.measures.filter(({ phaseId }) => phaseId.startsWith('cleared'));
    expect(inside.map(({ phaseId, channel }) => `${phaseId} ${channel}`)).toEqual([
      'cleared-1 altitude_ft',
      'cleared-1 ias_kt',
      'cleared-1 heading_deg',
      'cleared-2 altitude_ft',
      'cleared-2 ias_kt',
      'cleared-2 heading_deg'
    ]);
    expect(Math.min(...inside.map(({ shareInside }) => shareInside))).toBeGreaterThan(0.9);
    // Gone on with from 80 kt and 150°, its speed and heading are judged when they have been come to, and its altitude is not in half a minute.
    const goneOn = grade.measures.filter(({ phaseId }) => phaseId === spans.at(-1)!.phaseId);
    expect(goneOn.map(({ channel, shareInside }) => `${channel} ${shareInside}`)).toEqual([
      'ias_kt 1',
      'heading_deg 1'
    ]);
    // Another pilot: a tenth of a second apart.
    const asBegun = ({ settled_s, ...span }: PhaseSpan) => ({ ...span, settled: Object.keys(settled_s) });
    const resumed = flownAsked(level, 240, asked, 170);
    expect(resumed.spans.map(asBegun)).toEqual(spans.map(asBegun));
  });

  test('a second clearance leaves who is still turning by the first the time it has', () => {
    const { flight, spans } = flownAsked(level, 200, [
      { at_s: 30, command: { does: 'clear', heading_deg: 150, turn: 'left' } },
      { at_s: 40, command: { does: 'clear', speed_kt: 80 } }
    ]);
    expect(Math.abs(value(flight, 'heading_deg', 40) - 150)).toBeGreaterThan(30);
    expect(spans.at(-1)).toMatchObject({ phaseId: 'cleared-2', settlesOn: ['heading_deg'] });
    const grade = gradeFlight(flight, level);
    expect(grade.findings.filter(({ channel }) => channel === 'heading_deg')).toMatchObject([
      { kind: 'held-well' }
    ]);
    const turned = grade.measures.filter(
      ({ channel, phaseId }) => channel === 'heading_deg' && phaseId === 'cleared-2'
    );
    expect(turned).toMatchObject([{ shareInside: 1 }]);
    expect(Math.abs(value(flight, 'heading_deg', turned[0]!.from_s) - 150)).toBeLessThan(11);
  });

  test('what comes of itself after a cleared altitude is judged once it has been come to from there', () => {
    const plan = planned('xvlb-ils-24', { transition: 'tolva' }, { turbulence: 'smooth' });
    const { drill } = lessonOf(plan);
    const at = drill.phases.findIndex(({ name }) => name === '3000 to VESKA');
    const plain = flownAsked(plan, 600, []).spans.find(({ phaseId }) => phaseId === drill.phases[at]!.id)!;
    const asked: Asked[] = [{ at_s: plain.end_s - 25, command: { does: 'clear', altitude_ft: 2700 } }];
    const { flight, spans } = flownAsked(plan, plain.end_s + 90, asked);
    const next = spans.find(({ phaseId }) => phaseId === drill.phases[at + 1]!.id)!;
    expect(value(flight, 'altitude_ft', next.start_s)).toBeLessThan(2900);
    const { measures, findings } = gradeFlight(flight, plan);
    const judged = measures.find(
      ({ phaseId, channel }) => phaseId === next.phaseId && channel === 'altitude_ft'
    )!;
    expect(judged.shareInside).toBe(1);
    expect(judged.from_s).toBeGreaterThan(next.start_s + 10);
    expect(
      findings.filter(({ severity, channel }) => severity !== 'good' && channel === 'altitude_ft')
    ).toEqual([]);
  });

  test('what is cleared, or taken, on the way to a path leads to it: the path is known before it begins', () => {
    const plan = planned('xmor-ils-09', { transition: 'mrw', ends: 'missed' }, { turbulence: 'smooth' });
    const lesson = lessonOf(plan);
    const put = placesOfLesson(lesson).find(({ name }) => name === '8 NM out on the final')!;
    const leg = lesson.drill.phases.findIndex(({ id }) => id === put.phase);
    const path = lesson.drill.phases[leg + 1]!;
    const began = (...asked: Asked[]) => {
      const { flight, spans, fly } = flownAsked(plan, 400, [
        { at_s: 10, command: { does: 'place', ...put } },
        ...asked
      ]);
      const begun = spans.find(({ phaseId }) => {
        const { id, byInstructor = id } = phaseById(fly.lesson.drill, phaseId);
        return byInstructor === path.id;
      })!;
      return { at_s: begun.start_s, share: value(flight, 'pathShare', begun.start_s - 0.3) };
    };
    const plain = began();
    expect(plain.share).toBeCloseTo(-0.17, 1);
    for (const command of [
      { does: 'clear', altitude_ft: put.altitude_ft },
      { does: 'control', by: 'instructor' }
    ] as const) {
      const asked = began({ at_s: 30, command });
      expect(asked.at_s).toBeCloseTo(plain.at_s, -1);
      expect(asked.share).toBeCloseTo(plain.share, 1);
    }
  });

  test('what was gone on with stays as it was flown when the plan ends otherwise afterwards', () => {
    const plan = planned('xvlb-ils-24', { transition: null, ends: 'landing' }, { turbulence: 'smooth' });
    const leg = lessonOf(plan).drill.phases.find(({ name }) => name === '1600 to GRIMA')!.id;
    const heights = (asked: Asked[]) => {
      const { flight } = flownAsked(plan, 100, [
        { at_s: 20, command: { does: 'clear', altitude_ft: 1600 } },
        { at_s: 30, command: { does: 'go on', phase: leg } },
        { at_s: 50, command: { does: 'clear', altitude_ft: 1600 } },
        ...asked
      ]);
      expect(value(flight, 'altitude_ft', 49)).toBeGreaterThan(1900);
      return gradeFlight(flight, plan).measures.filter(
        ({ phaseId, channel, corridor }) =>
          phaseId === leg && channel === 'altitude_ft' && corridor.above !== null
      );
    };
    expect(heights([])).toEqual([]);
    // A landing has no missed approach: the plan is another one from here on.
    expect(heights([{ at_s: 70, command: { does: 'go around' } }])).toEqual([]);
  });

  test('a final that was asked for far from it, and given up for a missed approach, is not held against the student', () => {
    const plan = planned('xvna-vor-a', { transition: 'tolva' }, { turbulence: 'smooth' });
    const final = lessonOf(plan).drill.phases.find(({ segment }) => segment === 'final')!;
    const { flight, spans } = flownAsked(plan, 1800, [
      { at_s: 100, command: { does: 'go on', phase: final.id } },
      { at_s: 160, command: { does: 'go around' } }
    ]);
    expect(spans.at(-1)!.complete).toBe(true);
    const grade = gradeFlight(flight, plan);
    expect(grade.story?.map(({ words }) => words)).toContain('The final was not flown.');
    expect(grade.findings.map(({ kind }) => kind)).not.toContain('not-flown');
    // A part of an approach is practice, however well it was flown.
    expect(grade.verdict).not.toBe('not met');
    expect(grade.learningStep).toBe('practised');
  });

  test('sent around from above the altitude of the missed approach, no climb is due, and coming down has its time', () => {
    const plan = planned('xvlb-vor-dme-06', { transition: 'arlak' }, { turbulence: 'smooth' });
    const lesson = lessonOf(plan);
    const top_ft = lesson.drill.phases.at(-1)!.ends_ft;
    const fly = flyDrill(flightLoop(lesson), lesson);
    const high_ft = fly.loop.readings().altitude_ft;
    expect(high_ft).toBeGreaterThan(top_ft + 400);
    const hands: Hands = {
      ...fly.loop.hands(),
      stick: {
        kind: 'autopilot',
        modes: { heading_deg: 180, course: 'off', vertical: { mode: 'altitude', altitude_ft: high_ft } }
      }
    };
    const chunks: FlightChunk[] = [];
    for (let i = 0; i < 18000; i++) {
      if (i === 4000) fly.command({ does: 'go around' });
      // Down, as its level part begins, at a usual rate: there within a minute.
      if (i === 10500 && hands.stick.kind === 'autopilot')
        hands.stick.modes = { ...hands.stick.modes, vertical: { mode: 'altitude', altitude_ft: top_ft } };
      const chunk = fly.step(hands);
      if (chunk) chunks.push(chunk);
    }
    const { findings } = gradeFlight(flightFromChunks([...chunks, fly.finish()!]), plan);
    expect(findings.map(({ kind }) => kind)).not.toContain('late-power');
    expect(findings.filter(({ channel }) => channel === 'altitude_ft')).toEqual([]);
  });

  test('sent around from far out, it is flown to the fix of the hold, and entered there', () => {
    const plan = planned('xvlb-vor-dme-06', { transition: 'arlak' }, { turbulence: 'smooth' });
    const { flight, spans } = flownAsked(plan, 1600, [{ at_s: 200, command: { does: 'go around' } }]);
    const hold = spans.findIndex(({ phaseId }) =>
      /^Hold/.test(phaseById(lessonOf(plan).drill, phaseId).name)
    );
    const direct = spans[hold - 1]!;
    // By the plan it would be there from the missed approach point in half of this.
    expect(direct.end_s - direct.start_s).toBeGreaterThan(300);
    expect(value(flight, 'fixDistance_nm', direct.end_s - 0.2)).toBeLessThan(0.9);
    expect(gradeFlight(flight, plan).findings.map(({ kind }) => kind)).toContain('right-entry');
  });

  test('a new altitude leaves the phase to its own end and to what comes then; a heading does not', () => {
    const plan = planned('xvlb-ils-24', { transition: null }, { turbulence: 'smooth' });
    const [first, second] = lessonOf(plan).drill.phases.map(({ id }) => id);
    const flownWith = (command: Command) =>
      flownAsked(plan, 420, [{ at_s: 20, command }]).spans.map(({ phaseId }) => phaseId);
    const lower = flownWith({ does: 'clear', altitude_ft: 2900 });
    expect(lower.slice(0, 3)).toEqual([first, 'cleared-1', second]);
    expect(flownWith({ does: 'clear', heading_deg: 270 })).toEqual([first, 'cleared-1']);
  });

  test('the way round that was said is given the time it takes', () => {
    const lesson = lessonOf(level);
    const latest = (turn?: 'left' | 'right', from_deg = 100) =>
      clearedPhase(
        lesson,
        lesson.drill.phases[0]!,
        FLIGHT_OVER,
        { does: 'clear', heading_deg: 130, ...(turn ? { turn } : {}) },
        { altitude_ft: 4000, heading_deg: from_deg },
        1
      ).settling.find(({ channel }) => channel === 'heading_deg')!.atLatest_s;
    // 30° the short way and 330° the long one, at three degrees a second.
    expect(latest('left') - latest('right')).toBeCloseTo(100, 0);
    expect(latest()).toBe(latest('right'));
    // A little past it nobody goes all the way round.
    expect(latest('right', 135)).toBe(latest('left', 135));
  });

  test('who does not do it is outside, and is told of it; the same flight without the clearance is not', () => {
    const lesson = lessonOf(level);
    const straight = (ask: boolean) => {
      const fly = flyDrill(flightLoop(lesson), lesson);
      const hands = steadyHands(fly);
      const chunks: FlightChunk[] = [];
      for (let i = 0; i < 9000; i++) {
        if (ask && i === 2000) fly.command({ does: 'clear', heading_deg: 60 });
        const chunk = fly.step(hands);
        if (chunk) chunks.push(chunk);
      }
      return gradeFlight(flightFromChunks([...chunks, fly.finish()!]), level);
    };
    const off = (ask: boolean) =>
      straight(ask).measures.find(
        ({ phaseId, channel }) => channel === 'heading_deg' && phaseId.startsWith('cleared')
      )?.shareInside;
    expect(off(true)).toBe(0);
    expect(off(false)).toBeUndefined();
    expect(
      straight(true)
        .findings.map(({ evidence }) => evidence)
        .join()
    ).toMatch(/060°/);
  });
});

test('while the instructor has control nothing is the student’s, and then it is again', () => {
  const taken: Asked[] = [
    { at_s: 40, command: { does: 'control', by: 'instructor' } },
    { at_s: 41, command: { does: 'clear', altitude_ft: 3500 } },
    { at_s: 120, command: { does: 'control', by: 'student' } }
  ];
  const { flight } = flownAsked(level, 160, taken);
  const { spans, lesson } = detectPhases(flight, lessonOf(level));
  const flying = (time_s: number) => spans.findLast(({ start_s }) => start_s <= time_s)!.phaseId;
  expect([20, 60, 119, 121].map(flying)).toEqual([
    lesson.drill.phases[0]!.id,
    'instructor-2',
    'instructor-2',
    'cleared-1'
  ]);
  const { measures } = gradeFlight(flight, level);
  for (const { from_s, to_s } of measures) expect(to_s <= 40.1 || from_s >= 120).toBe(true);
  // The instructor did fly what was cleared.
  expect(value(flight, 'altitude_ft', 119)).toBeCloseTo(3500, -2);
});

describe('an instructor who has control on a final flies on along the approach', () => {
  const taken = (ends: 'missed' | 'landing', more: Asked[] = []) => {
    const plan = planned('xvlb-ils-24', { transition: null, ends }, { turbulence: 'smooth' });
    const lesson = lessonOf(plan);
    const put = placesOfLesson(lesson).find(({ name }) => name === '3 NM out on the final')!;
    const { flight, spans } = flownAsked(plan, 1500, [
      { at_s: 20, command: { does: 'place', ...put } },
      { at_s: 40, command: { does: 'control', by: 'instructor' } },
      ...more
    ]);
    return { plan, lesson, flight, spans, grade: gradeFlight(flight, plan) };
  };
  const minimumOfIls_ft = 390;

  test('at its minimum around, and to the hold; nothing of it is the student’s', () => {
    const { flight, grade } = taken('missed');
    const altitude = column(flight, 'altitude_ft');
    const lowest = altitude.indexOf(Math.min(...altitude));
    expect(altitude[lowest]).toBeGreaterThan(minimumOfIls_ft - 60);
    expect(altitude[lowest]).toBeLessThan(minimumOfIls_ft + 40);
    expect(altitude[lowest + 60 * flight.rate_hz]).toBeGreaterThan(minimumOfIls_ft + 300);
    expect(duration(flight)).toBeLessThan(1400);
    expect(grade.segments?.map(({ segment }) => segment) ?? []).not.toContain('missed');
    expect(grade.findings.filter(({ failed }) => failed)).toEqual([]);
    expect(grade.findings.map(({ kind }) => kind)).toContain('ended-by-instructor');
  });

  test('to the runway, by eye', () => {
    const { flight, lesson, spans } = taken('landing');
    const runway = lesson.navigation!.world.runways.find(({ name }) => name === '24')!;
    const [latitude_deg, longitude_deg] = (['latitude_deg', 'longitude_deg'] as const).map(
      (id) => column(flight, id)[flight.length - 1]!
    );
    const { before_nm, aside_m } = byRunway(
      runway,
      { latitude_deg: latitude_deg!, longitude_deg: longitude_deg! },
      lesson.area.variation_deg
    );
    expect(Math.abs(before_nm)).toBeLessThan(0.15);
    expect(Math.abs(aside_m)).toBeLessThan(25);
    expect(spans.at(-1)!.complete).toBe(true);
  });

  test('and ends it as the weather has it by then', () => {
    const plan = planned(
      'xvlb-ils-24',
      { transition: null, ends: 'as seen', base_ft: 50, visibility_sm: 0.25 },
      { turbulence: 'smooth' }
    );
    const lesson = lessonOf(plan);
    const put = placesOfLesson(lesson).find(({ name }) => name === '3 NM out on the final')!;
    const ended = (...more: Asked[]) =>
      flownAsked(plan, 400, [
        { at_s: 20, command: { does: 'place', ...put } },
        { at_s: 40, command: { does: 'control', by: 'instructor' } },
        ...more
      ]).fly;
    const lowest = ended();
    expect(lowest.phase().phaseId).toMatch(/^instructor-/);
    expect(lowest.lesson.drill.phases[lowest.phase().index]!.segment).toBe('missed');
    const cleared = ended({
      at_s: 60,
      command: { does: 'weather', over_s: 0, base_ft: 2000, visibility_sm: 6 }
    });
    expect(cleared.ended()).toBe('flown');
    expect(runwaySeenIn(cleared.lesson, cleared.phase().index)?.name).toBe('24');
  });

  test('given back in the missed approach it is flown on from there', () => {
    const { flight, lesson, spans, grade } = taken('missed', [
      { at_s: 220, command: { does: 'control', by: 'student' } }
    ]);
    const own = spans.filter(({ start_s }) => start_s >= 220).map(({ phaseId }) => phaseId);
    expect(phaseById(lesson.drill, own[0]!).segment).toBe('missed');
    expect(own.at(-1)).toBe(lesson.drill.phases.at(-1)!.id);
    expect(grade.findings.map(({ kind }) => kind)).not.toContain('not-flown');
    // However well the rest was flown, it is practice: the final was not the student's.
    expect(grade.verdict).toBe('met');
    expect(grade.learningStep).toBe('practised');
    expect(grade.comparable.completed).toBe(false);
    expect(duration(flight)).toBeLessThan(1400);
  });
});

describe('things fail later', () => {
  const climb = planOf({ drill: 'straight-and-level', seed: 3, turbulence: 'smooth', figures: {} });
  test.each([
    [{ after_s: 20 }, 30],
    [{ above_ft: climb.startAltitude_ft + 200 }, null],
    [{ below_ft: climb.startAltitude_ft - 300 }, 'never']
  ] as const)('%j', (when, at) => {
    const { flight } = flownAsked(climb, 90, [
      { at_s: 10, command: { does: 'fail', what: 'vacuum', when } },
      { at_s: 10, command: { does: 'clear', altitude_ft: climb.startAltitude_ft + 500 } }
    ]);
    const failed = flight.events.filter(
      (event) => event.kind === 'command' && event.command.does === 'fail' && !event.command.when
    );
    if (at === 'never') return expect(failed).toEqual([]);
    expect(failed).toHaveLength(1);
    if (at !== null) expect(failed[0]!.time_s).toBeCloseTo(at, 0);
    else
      expect(
        Math.abs(value(flight, 'altitude_ft', failed[0]!.time_s) - climb.startAltitude_ft - 200)
      ).toBeLessThan(5);
    expect(gradeFlight(flight, climb).circumstances[0]).toMatch(/Vacuum lost from/);
  });
});

describe('the weather changes', () => {
  test('evenly over its time: the wind carries the airplane, and the altimeter is off by its height a hectopascal', () => {
    const calm = { ...level, windSpeed_kt: 0, windLayers: [] };
    const lesson = lessonOf(calm);
    const fly = flyDrill(flightLoop(lesson), lesson);
    const hands = steadyHands(fly);
    const groundspeed = () => fly.read('groundspeed_kt');
    const headwind = () => fly.read('tas_kt') - groundspeed();
    for (let i = 0; i < 1000; i++) fly.step(hands);
    const [still, shown, truly] = [groundspeed(), fly.read('altitude_ft'), fly.loop.trueAltitude_ft()];
    const { heading_deg } = fly.loop.readings();
    fly.command({
      does: 'weather',
      over_s: 60,
      wind: { from_deg: Math.round(heading_deg), speed_kt: 30 },
      altimeterSetting_hPa: calm.altimeterSetting_hPa - 10
    });
    for (let i = 0; i < 3000; i++) fly.step(hands);
    // The air is there at once; the airplane follows by its drag.
    expect(Math.abs(headwind() - 15)).toBeLessThan(1);
    for (let i = 0; i < 6000; i++) fly.step(hands);
    expect(still - groundspeed()).toBeGreaterThan(27);
    expect(still - groundspeed()).toBeLessThan(33);
    const high = fly.read('altitude_ft') - shown - (fly.loop.trueAltitude_ft() - truly);
    const expected =
      pressureAltitudeFor(0, calm.altimeterSetting_hPa - 10) -
      pressureAltitudeFor(0, calm.altimeterSetting_hPa);
    expect(Math.abs(high - expected)).toBeLessThan(6);
  });

  test('it grows cold: the altimeter shows as much more than there is as the air is denser, by the share of its temperature', () => {
    const calm = { ...level, windSpeed_kt: 0, windLayers: [], altimeterSetting_hPa: 1013 };
    const lesson = lessonOf(calm);
    const fly = flyDrill(flightLoop(lesson), lesson);
    const hands = steadyHands(fly);
    const shownMore = () => fly.loop.readings().altitude_ft - fly.loop.trueAltitude_ft();
    for (let i = 0; i < 1000; i++) fly.step(hands);
    const before = shownMore();
    fly.command({ does: 'weather', over_s: 30, temperatureOffset_K: -30 });
    for (let i = 0; i < 1500; i++) fly.step(hands);
    const halfway = shownMore();
    for (let i = 0; i < 2500; i++) fly.step(hands);
    // ΔH = H·ΔT/T of the layer below: its middle is as warm as the standard has it, 30° colder.
    const height_ft = fly.loop.trueAltitude_ft();
    const middle_K = 288.15 - 0.0065 * 0.3048 * (height_ft / 2) - 30;
    expect(Math.abs(shownMore() - before - (height_ft * 30) / middle_K)).toBeLessThan(
      0.02 * height_ft * (30 / middle_K) + 5
    );
    expect((halfway - before) / (shownMore() - before)).toBeCloseTo(0.5, 1);
  });

  test('snow in the warm is refused, with nothing changed; as it grows cold enough it may fall', () => {
    const plan = planned('xvlb-ils-24', { transition: null, ends: 'missed' });
    const lesson = lessonOf(plan);
    const fly = flyDrill(flightLoop(lesson), lesson);
    const snow = { does: 'weather', over_s: 0, precipitation: 'heavy snow' } as const;
    expect(() => fly.command(snow)).toThrow(expect.objectContaining({ field: 'precipitation' }));
    expect(fly.changes()).toBe(0);
    fly.command({ ...snow, temperatureOffset_K: -20 });
    expect(() => fly.command({ does: 'weather', over_s: 0, temperatureOffset_K: 10 })).toThrow(
      expect.objectContaining({ field: 'precipitation' })
    );
    const now = weatherNow(fly.lesson, [{ change: { ...snow, temperatureOffset_K: -20 }, at_s: 0 }], 10);
    expect(now).toMatchObject({ precipitation: 'heavy snow', temperature_C: -5 });
    expect(weatherReport(reportOf(fly.lesson, now))).toMatch(/SM R24\/M0600FT \+SN .* M05\//);
  });

  test('a hold is held against the wind it was flown in, and against none that changed meanwhile', () => {
    const plan = planOf({
      ...sensiblePlan(aircraft, area, 'vor-hold'),
      drill: 'vor-hold',
      turbulence: 'smooth',
      windFrom_deg: 90,
      windSpeed_kt: 20,
      windLayers: [],
      seed: 2
    });
    const { flight } = flownAsked(plan, 4000, []);
    const change = (at_s: number): FlightEvent => ({
      time_s: at_s,
      kind: 'command',
      command: { does: 'weather', over_s: 0, wind: { from_deg: 270, speed_kt: 35 } }
    });
    const measured = (events: FlightEvent[]) =>
      gradeFlight({ ...flight, events: [...events, ...flight.events] }, plan).checks.find(
        ({ kind }) => kind === 'hold'
      );
    const asPlanned = measured([]);
    const held = gradeFlight(flight, plan).phases.at(-1)!;
    expect(asPlanned).toBeDefined();
    // The wind the report would have it in is another: what was right is wrong in it.
    expect(measured([change(held.start_s - 60)])).not.toEqual(asPlanned);
    expect(measured([change(held.start_s + 60)])).toBeUndefined();
    expect(measured([change(held.end_s + 1)])).toEqual(asPlanned);
  });

  test('rough air on the way is what swings are put down to', () => {
    const { flight } = flownAsked(level, 40, [
      { at_s: 10, command: { does: 'weather', over_s: 0, turbulence: 'moderate' } }
    ]);
    expect(gradeFlight(flight, level).circumstances).toEqual(['Moderate turbulence, from 0:10']);
  });

  test('at the minimum it decides: an approach that was to be missed ends on the runway when it clears in time', () => {
    const plan = planned('xvlb-ils-24', { transition: null, ends: 'missed' });
    const { fly } = flownAsked(plan, 20, [
      { at_s: 10, command: { does: 'weather', over_s: 0, base_ft: 1200, visibility_sm: 6 } }
    ]);
    expect(lessonOf(plan).drill.phases.some(({ segment }) => segment === 'missed')).toBe(true);
    expect(fly.lesson.drill.phases.some(({ segment }) => segment === 'missed')).toBe(false);
    expect(fly.lesson.drill.checks.some(({ kind }) => kind === 'threshold')).toBe(true);
    expect(fly.phase().index).toBe(0);
  });

  test('wind that waits blows from its moment, and other weather and failures wait on beside it', () => {
    const later = (command: Command, after_s: number): Asked => ({
      at_s: 10,
      command: { ...command, when: { after_s } } as Command
    });
    const gale: Command = { does: 'weather', over_s: 0, wind: { from_deg: 90, speed_kt: 40 } };
    const smooth = { ...level, windFrom_deg: 90, windSpeed_kt: 0, heading_deg: 90 };
    const { flight } = flownAsked(smooth, 70, [
      later({ does: 'fail', what: 'vacuum' }, 20),
      later({ does: 'fail', what: 'static-blocked' }, 40),
      // What is asked for twice fails once.
      later({ does: 'fail', what: 'static-blocked' }, 40),
      later(gale, 30)
    ]);
    const came = flight.events.flatMap((event) =>
      event.kind === 'command' && !('when' in event.command)
        ? [[event.command.does, Math.round(event.time_s)]]
        : []
    );
    expect(came).toEqual([
      ['fail', 30],
      ['weather', 40],
      ['fail', 50]
    ]);
    const groundspeed = (at_s: number) => {
      const place = (s: number) => ({
        latitude_deg: value(flight, 'latitude_deg', s),
        longitude_deg: value(flight, 'longitude_deg', s)
      });
      return wayBetween(place(at_s), place(at_s + 8)).distance_nm * (3600 / 8);
    };
    // Straight into it: the ground goes by as much slower as it blows.
    expect(groundspeed(30)).toBeCloseTo(groundspeed(20), -1);
    expect(groundspeed(30) - groundspeed(58)).toBeGreaterThan(28);
  });

  test('what other weather has made impossible meanwhile does not come, and the flight goes on', () => {
    const lesson = lessonOf(
      planned(
        'xvlb-ils-24',
        { transition: null, ends: 'as seen', base_ft: 400, visibility_sm: 2 },
        { temperatureOffset_K: -20 }
      )
    );
    const fly = flyDrill(flightLoop(lesson), lesson);
    const hands = steadyHands(fly);
    const seconds = (s: number) => Array.from({ length: s * 100 }, () => fly.step(hands));
    seconds(2);
    fly.command({ does: 'weather', over_s: 0, precipitation: 'snow', when: { after_s: 3 } });
    fly.command({ does: 'weather', over_s: 0, top_ft: 700, when: { after_s: 4 } });
    fly.command({ does: 'weather', over_s: 0, temperatureOffset_K: 15, base_ft: 600 });
    seconds(8);
    expect(fly.loop.time_s()).toBeGreaterThan(9.9);
    expect(fly.lesson.plan.approach).not.toHaveProperty('precipitation');
    expect(fly.lesson.plan.approach).not.toHaveProperty('top_ft');
    expect(fly.lesson.plan.approach).toMatchObject({ base_ft: 600 });
  });

  test('a top under its base is refused, with nothing changed', () => {
    const lesson = lessonOf(
      planned('xvlb-ils-24', {
        transition: null,
        ends: 'as seen',
        base_ft: 400,
        top_ft: 2000,
        visibility_sm: 2
      })
    );
    const fly = flyDrill(flightLoop(lesson), lesson);
    fly.step(steadyHands(fly));
    const before = JSON.stringify(fly.lesson.plan);
    const refused: Command[] = [
      { does: 'weather', over_s: 0, base_ft: 1000, top_ft: 900 },
      { does: 'weather', over_s: 0, top_ft: 500 },
      { does: 'weather', over_s: 0, top_ft: 500, when: { after_s: 5 } }
    ];
    for (const command of refused)
      expect(() => fly.command(command)).toThrow(/its top lies at \d,?\d* ft or higher/);
    expect(JSON.stringify(fly.lesson.plan)).toBe(before);
    fly.command({ does: 'weather', over_s: 0, top_ft: 700 });
    expect(fly.lesson.plan.approach).toMatchObject({ base_ft: 400, top_ft: 700 });
  });

  test('it clears late: nothing is changed until the altitude is shown, then the runway is there, also for who was resumed meanwhile', () => {
    const plan = planned(
      'xvlb-ils-24',
      { transition: null, ends: 'as seen', base_ft: 50, visibility_sm: 0.25 },
      { turbulence: 'smooth' }
    );
    const from = placesOfLesson(lessonOf(plan)).find(({ name }) => name.startsWith('3 NM'))!;
    const late = { base_ft: 450, visibility_sm: 1 };
    const asked: Asked[] = [
      { at_s: 10, command: { does: 'place', ...from } },
      { at_s: 12, command: { does: 'weather', over_s: 0, ...late, when: { below_ft: 440 } } }
    ];
    const { flight, fly } = flownAsked(plan, 400, asked);
    const came = (one: Flight) =>
      one.events.filter(
        ({ kind, ...event }) =>
          kind === 'command' && 'command' in event && event.command.does === 'weather' && !event.command.when
      );
    expect(came(flight)).toHaveLength(1);
    const { time_s } = came(flight)[0]!;
    expect(value(flight, 'altitude_ft', time_s - 0.2)).toBeGreaterThanOrEqual(440);
    expect(value(flight, 'altitude_ft', time_s)).toBeLessThan(442);
    // Until then nothing was in sight, from then on enough.
    expect(weatherChangesOf(flight)).toEqual([
      { at_s: time_s, change: { does: 'weather', over_s: 0, ...late } }
    ]);
    expect(fly.lesson.drill.phases.some(({ segment }) => segment === 'missed')).toBe(false);
    const grade = gradeFlight(flight, plan);
    expect(grade.story!.map(({ words }) => words).join(' ')).toMatch(/Over the threshold/);
    expect(grade.findings.filter(({ severity }) => severity === 'hard')).toEqual([]);

    const again = flownAsked(plan, 400, asked, 60).flight;
    // The pilot of the other browser remembers nothing: another moment, by the same altitude.
    expect(came(again)).toHaveLength(1);
    expect(value(again, 'altitude_ft', came(again)[0]!.time_s)).toBeLessThan(442);
    expect(
      gradeFlight(again, plan)
        .story!.map(({ words }) => words)
        .join(' ')
    ).toMatch(/Over the threshold/);
    // Asked for at an altitude that is never come to, it never comes, and the approach is missed.
    const never = flownAsked(plan, 300, [
      asked[0]!,
      { at_s: 12, command: { does: 'weather', over_s: 0, ...late, when: { above_ft: 9000 } } }
    ]);
    expect(came(never.flight)).toEqual([]);
    expect(phaseNamed(never.fly, never.fly.phase().phaseId).segment).toBe('missed');
  });

  test.each([
    ['out of the descent', 0],
    ['over the runway’s lights, by eye already', 1]
  ])(
    'sent around %s, an approach that was to end on the runway is missed, and judged as that',
    (_, which) => {
      const plan = planned('xvlb-ils-24', { transition: null, ends: 'landing' }, { turbulence: 'smooth' });
      const lesson = lessonOf(plan);
      const from = placesOfLesson(lesson).find(({ name }) => name.startsWith('3 NM'))!;
      const fly = flyDrill(flightLoop(lesson), lesson);
      const hands = simulatedHands(lesson, fly, noHabits, 5);
      const chunks: FlightChunk[] = [];
      const ends = lesson.drill.phases.at(which === 0 ? -2 : -1)!.id;
      let sent = false;
      const step = () => {
        const chunk = fly.step(hands());
        if (chunk) chunks.push(chunk);
      };
      for (let i = 0; i < 500; i++) step();
      fly.command({ does: 'place', ...from });
      while (fly.loop.time_s() < 500) {
        step();
        if (sent || fly.phase().phaseId !== ends || fly.loop.readings().altitude_ft > 700) continue;
        fly.command({ does: 'go around' });
        sent = true;
      }
      expect(sent).toBe(true);
      expect(
        fly.spans().filter(({ phaseId }) => phaseNamed(fly, phaseId).segment === 'missed').length
      ).toBeGreaterThan(1);
      expect(fly.loop.readings().altitude_ft).toBeGreaterThan(1500);
      const last = fly.finish();
      const grade = gradeFlight(flightFromChunks([...chunks, ...(last ? [last] : [])]), plan);
      expect(grade.segments!.map(({ segment }) => segment)).toContain('missed');
      expect(grade.findings.filter(({ severity }) => severity === 'hard')).toEqual([]);
      expect(grade.checks.some(({ kind }) => kind === 'missed')).toBe(true);
      // What was flown before stays as far as it was flown; and once more, from before: nothing stands there twice.
      expect(grade.phases.some(({ phaseId, cut }) => phaseId === ends && cut)).toBe(true);
      fly.command({ does: 'place', ...from });
      fly.command({ does: 'go around' });
      const ids = fly.spans().map(({ phaseId }) => phaseId);
      expect(new Set(ids).size).toBe(ids.length);
      expect(grade.checks.some(({ kind }) => kind === 'decision')).toBe(false);
    }
  );

  test('weather after the minimum says nothing of what was seen there, and decides for whoever is put before it again', () => {
    const plan = planned('xvlb-ils-24', { transition: null, ends: 'missed' }, { turbulence: 'smooth' });
    const from = placesOfLesson(lessonOf(plan)).find(({ name }) => name.startsWith('3 NM'))!;
    const clears: Command = { does: 'weather', over_s: 0, base_ft: 5000, visibility_sm: 10 };
    const once: Asked[] = [
      { at_s: 10, command: { does: 'place', ...from } },
      { at_s: 250, command: clears }
    ];
    const { flight, fly } = flownAsked(plan, 265, once);
    expect(phaseNamed(fly, fly.phase().phaseId).segment).toBe('missed');
    const words = gradeFlight(flight, plan)
      .story!.map((sentence) => sentence.words)
      .join(' ');
    expect(words).toContain('minimum of');
    expect(words).not.toContain('in sight');
    const again = flownAsked(plan, 275, [...once, { at_s: 262, command: { does: 'place', ...from } }]).fly;
    expect(again.lesson.drill.phases.some(({ segment }) => segment === 'missed')).toBe(false);
  });

  test('pilot and coach reckon by the wind there is', () => {
    const { fly } = flownAsked(level, 20, [
      { at_s: 10, command: { does: 'weather', over_s: 60, wind: { from_deg: 90, speed_kt: 30 } } }
    ]);
    expect(fly.inAir().plan.windFrom_deg).toBeCloseTo(90, 6);
    expect(fly.inAir().plan.windSpeed_kt).toBeCloseTo(30, 6);
  });

  test('where a phase is begun anew it is begun at its altitude, also the first', () => {
    const descent = planOf({ drill: 'rate-and-speed-descent' });
    const [first, second] = placesOfLesson(lessonOf(descent));
    expect(first!.altitude_ft).toBe(descent.startAltitude_ft);
    expect(second!.altitude_ft).toBe(lessonOf(descent).drill.phases[0]!.ends_ft);
  });
});
