import { describe, expect, test } from 'vitest';
import type { AutopilotModes } from '$core/aircraft/autopilot';
import {
  COUPLED,
  courseWait,
  freshCouplings,
  stepCourse,
  turnLead_s,
  type CourseMode
} from '$core/aircraft/autopilot-couplings';
import { lessonOf } from '$core/drill/lesson';
import { flightLoop } from '$core/flight/flight-loop';
import { courseChannels } from '$core/flight/course-watch';
import { detectPhases } from '$core/flight/detected-phases';
import { column, type Flight } from '$core/flight/flight';
import { flyDrill } from '$core/flight/flown-drill';
import { flightFromChunks, type FlightChunk } from '$core/flight/recorder';
import { gradeFlight } from '$core/grade/grade';
import { mainNeedle } from '$core/radio/navigation-shown';
import type { RadioSettings } from '$core/radio/radio-settings';
import { planned } from './planned-approach';

interface Asked {
  approach?: string;
  airplane?: number;
  wind_kt?: number;
  course: CourseMode;
  /** Turned from the vector heading, and climbed from the altitude of the plan, before it waits. */
  turned_deg?: number;
  higher_ft?: number;
  radios?: (radios: RadioSettings) => RadioSettings;
}

/** Vectors to a final, radios set, the autopilot asked; the power holds the speed. Tells what was shown every second. */
function coupled({ approach: id = 'xvlb-ils-24', airplane = 0, wind_kt = 12, ...asked }: Asked) {
  const lesson = lessonOf(
    planned(
      id,
      { transition: null, radios: 'ready' },
      { assist: 'autopilot', windSpeed_kt: wind_kt },
      airplane
    )
  );
  const loop = flightLoop(lesson);
  const flown = flyDrill(loop, lesson);
  const chunks: FlightChunk[] = [];
  const { plan } = lesson;
  const altitude_ft = plan.startAltitude_ft + (asked.higher_ft ?? 0);
  const modes: AutopilotModes = {
    heading_deg: loop.readings().heading_deg + (asked.turned_deg ?? 0),
    course: asked.course,
    vertical: { mode: 'altitude', altitude_ft }
  };
  const begin = loop.hands();
  const hands = {
    ...begin,
    radios: asked.radios ? asked.radios(begin.radios!) : begin.radios!,
    stick: { kind: 'autopilot' as const, modes }
  };
  let held = hands.throttle;
  const second = (power: 'for the speed' | 'full' = 'for the speed') => {
    for (let i = 0; i < 100; i++) {
      const { ias_kt, speedTrend_ktps } = loop.readings();
      const slow_kt = plan.startSpeed_kt - ias_kt;
      held = Math.max(0, Math.min(1, held + 0.00002 * slow_kt));
      hands.throttle =
        power === 'full' ? 1 : Math.max(0, Math.min(1, held + 0.02 * slow_kt - 0.1 * speedTrend_ktps));
      const chunk = flown.step(hands);
      if (chunk) chunks.push(chunk);
    }
    const shown = loop.navigation()!;
    return {
      time_s: loop.time_s(),
      height_ft: loop.heightAboveGround_ft(),
      needle: mainNeedle(shown).deflection,
      path: shown.path?.deflection ?? 0,
      autopilot: loop.autopilot()!
    };
  };
  const flight = () => {
    const last = flown.finish();
    return flightFromChunks(last ? [...chunks, last] : chunks);
  };
  return { loop, flown, hands, modes, second, flight, lesson };
}
const until = <T>(next: () => T, done: (now: T) => boolean, most = 900): T[] => {
  const all: T[] = [];
  do all.push(next());
  while (!done(all.at(-1)!) && all.length < most);
  return all;
};

describe('an autopilot that follows the radios', () => {
  // The tangent of a turn through ψ is R·tan(ψ/2) long, and R/V is 1/ω: 60° at standard rate are 11.0 s, a right angle 19.1 s.
  test.each([
    [60, 11.03],
    [90, 19.1]
  ])('a turn of %d° begins %d s and the roll before the course', (angle_deg, tangent_s) => {
    expect(turnLead_s(angle_deg) - 2).toBeCloseTo(tangent_s, 1);
  });

  test.each([
    ['its flag is out', [0.5, -0.01, 30, false], 'no signal'],
    ['its needle is at the stop', [1, 0, 30, true], 'at its stop'],
    ['the angle is too steep', [0.5, -0.05, 85, true], 'angle'],
    ['it was crossed before it was armed', [-0.4, -0.02, 30, true], 'moving away'],
    ['the heading runs beside it', [0.5, 0, 0, true], 'not toward it'],
    ['it is early yet', [0.9, -0.02, 30, true], 'coming'],
    ['the turn is due', [0.13, -0.02, 30, true], null],
    ['it is flown along it already', [0.05, 0.001, 5, true], null]
  ] as const)('a course is caught by angle and rate: %s', (_, [share, rate, angle_deg, valid], expected) => {
    expect(courseWait(share, rate, angle_deg, valid)).toBe(expected);
  });

  test.each([
    { airplane: 0, wind_kt: 12 },
    { airplane: 1, wind_kt: 25 },
    { airplane: 2, wind_kt: 0 }
  ])('$airplane, $wind_kt kt: course, then path from below, both held to two hundred feet', (day) => {
    const { second, flown } = coupled({ ...day, course: 'approach' });
    const noted: string[] = [];
    flown.onnote = (event) => event.kind === 'autopilot' && noted.push(event.detail);
    const way = until(second, ({ height_ft }) => height_ft < 230);
    const caught = (what: 'lateral' | 'vertical', name: string) =>
      way.findIndex(({ autopilot }) => autopilot.flies[what] === name);
    expect(caught('lateral', 'course')).toBeGreaterThan(0);
    expect(caught('vertical', 'path')).toBeGreaterThan(caught('lateral', 'course'));
    const settled = way.slice(caught('vertical', 'path') + 40).filter(({ height_ft }) => height_ft > 500);
    expect(settled.length).toBeGreaterThan(60);
    expect(Math.max(...settled.map(({ needle }) => Math.abs(needle)))).toBeLessThan(0.15);
    // A gust lifts it for a moment, low down by more of the narrowing scale; on the whole it stays on it.
    expect(Math.max(...settled.map(({ path }) => Math.abs(path)))).toBeLessThan(0.3);
    expect(Math.sqrt(settled.reduce((sum, { path }) => sum + path * path, 0) / settled.length)).toBeLessThan(
      0.08
    );
    // What it did can be read in the flight afterwards, and nothing trembles.
    expect(noted[0]).toBe('heading, altitude; armed: course, path');
    expect(noted.slice(-2)).toEqual(['course, altitude; armed: path', 'course, path']);
    expect(noted.length).toBeLessThan(8);
  });

  test('the back course is flown with the needle the other way round, whichever end is set', () => {
    const { second } = coupled({ approach: 'xvlb-back-course-06', course: 'back course' });
    const way = until(second, ({ time_s }) => time_s >= 400);
    expect(way.slice(250).every(({ needle }) => Math.abs(needle) < 0.2)).toBe(true);
    expect(way.at(-1)!.autopilot.flies.lateral).toBe('back course');
    // As a plain course it turns away from the needle and says that something is wrong.
    const wrong = coupled({ approach: 'xvlb-back-course-06', course: 'course' });
    const away = until(
      wrong.second,
      ({ autopilot }) => autopilot.says?.includes('right course') ?? false,
      400
    );
    expect(Math.abs(away.at(-1)!.needle)).toBeGreaterThan(0.5);
    expect(away.length).toBeLessThan(400);
  });

  test('armed above the path it is not caught, and why can be read', () => {
    const { second } = coupled({ course: 'approach', higher_ft: 1500 });
    const way = until(second, ({ autopilot }) => autopilot.says?.includes('below you') ?? false);
    expect(way.at(-1)!.autopilot).toMatchObject({
      flies: { lateral: 'course', vertical: 'altitude' },
      armed: ['path']
    });
    const on = until(second, () => false, 100);
    expect(on.every(({ autopilot }) => autopilot.flies.vertical === 'altitude')).toBe(true);
  });

  test('a wrong course beside a localizer is flown wrongly, and it asks about it', () => {
    const { second } = coupled({
      course: 'course',
      radios: (radios) => ({ ...radios, nav1: { ...radios.nav1, course_deg: 200 } })
    });
    const way = until(second, ({ autopilot }) => autopilot.says?.includes('right course') ?? false, 400);
    expect(way.length).toBeLessThan(400);
    expect(Math.abs(way.at(-1)!.needle)).toBeGreaterThan(0.5);
  });

  test('another vertical mode gives the path up and keeps the course; going around lets go of both', () => {
    const { second, modes } = coupled({ course: 'approach' });
    until(second, ({ autopilot }) => autopilot.flies.vertical === 'path');
    until(second, () => false, 60);
    modes.course = 'course';
    modes.vertical = { mode: 'altitude', altitude_ft: 2500 };
    const level = until(second, () => false, 40);
    expect(level.at(-1)!.autopilot).toMatchObject({
      flies: { lateral: 'course', vertical: 'altitude' },
      armed: []
    });
    modes.course = 'off';
    modes.vertical = { mode: 'go around' };
    second();
    const up = until(second, () => false, 8);
    expect(up.at(-1)!.autopilot.flies).toEqual({ lateral: 'heading', vertical: 'go around' });
  });

  test('a signal that goes gives course and path up; the course is caught again when it is back, the path by another vertical mode', () => {
    const { second, modes, hands } = coupled({ course: 'approach' });
    until(second, ({ autopilot }) => autopilot.flies.vertical === 'path');
    until(second, () => false, 30);
    const tuned = hands.radios;
    hands.radios = { ...tuned, nav1: { ...tuned.nav1, active_MHz: 108 } };
    const gone = until(second, ({ autopilot }) => autopilot.flies.vertical === 'pitch', 30);
    expect(gone.at(-1)!.autopilot.flies).toEqual({ lateral: 'heading', vertical: 'pitch' });
    expect(gone.at(-1)!.autopilot.says).toContain('until it can catch the course again');
    hands.radios = tuned;
    modes.heading_deg = 240;
    const back = until(second, ({ autopilot }) => autopilot.flies.lateral === 'course', 200);
    expect(back.at(-1)!.autopilot.flies).toEqual({ lateral: 'course', vertical: 'pitch' });
    modes.course = 'course';
    modes.vertical = { mode: 'altitude', altitude_ft: 2400 };
    expect(second().autopilot.flies).toEqual({ lateral: 'course', vertical: 'altitude' });
  });

  test('down on the path from above the steps, and around from far above the minimum: neither is told as a fault', () => {
    const { hands, modes, second, flight, lesson } = coupled({ course: 'approach', wind_kt: 18 });
    until(second, ({ autopilot }) => autopilot.flies.vertical === 'path');
    hands.flapsTarget_deg = 10;
    until(second, ({ height_ft }) => height_ft < 1500);
    modes.course = 'off';
    modes.vertical = { mode: 'go around' };
    until(
      () => second('full'),
      () => false,
      35
    );
    const flown = flight();
    const told = (asked: Flight) => {
      const { findings, story, segments } = gradeFlight(asked, lesson.plan);
      return {
        high: findings.filter(({ kind }) => kind === 'high-at-fix').map(({ title }) => title),
        onPath: findings.filter(({ channel, severity }) => channel === 'pathShare' && severity !== 'good'),
        story: story!.map(({ words }) => words).join(' '),
        final: segments!.find(({ segment }) => segment === 'final')!.verdict
      };
    };
    const { high, onPath, story, final } = told(flown);
    expect([high, onPath, final]).toEqual([[], [], 'met']);
    expect(story).toContain('it came down on the path, not in steps');
    expect(story).toMatch(/Gone around from 14\d\d ft, 1\s?0\d\d ft above the minimum/);
    // As high as that above the path as well, it is high.
    const columns = new Map(flown.columns);
    for (const channel of courseChannels) columns.delete(channel);
    const { start_s } = detectPhases(flown, lesson).spans.find(({ phaseId }) => phaseId === 'p05')!;
    for (const channel of ['altitude_ft', 'trueAltitude_ft'] as const)
      columns.set(
        channel,
        column(flown, channel).map((altitude, k) =>
          k <= (start_s + 1) * flown.rate_hz ? Math.max(altitude, 3400) : altitude
        )
      );
    expect(told({ ...flown, columns }).high).toEqual(['High at NORIN']);
  });

  test('taken up again in the middle of a descent it goes on as if nothing had been', () => {
    const one = coupled({ course: 'approach' });
    until(one.second, ({ autopilot }) => autopilot.flies.vertical === 'path');
    until(one.second, () => false, 20);
    const two = coupled({ course: 'approach' });
    two.loop.restore(one.loop.snapshot(), one.hands.radios);
    for (let i = 0; i < 2000; i++) {
      one.loop.step(one.hands);
      two.loop.step(one.hands);
    }
    expect(two.loop.snapshot()).toEqual(one.loop.snapshot());
    expect(two.loop.autopilot()).toEqual(one.loop.autopilot());
  });
});

describe('the wind a coupled course learns', () => {
  const learns = (seconds: number, from: number, perSecond = 0) => {
    const memory = { ...freshCouplings(), course: COUPLED.caught, needle: from, needleRate: perSecond };
    for (let i = 1; i <= seconds * 100; i++) {
      const deflection = from + (perSecond * i) / 100;
      stepCourse(memory, 'approach', { valid: true, deflection, course_deg: 240 }, 240, 0.01);
    }
    return memory.windHeld_deg;
  };
  // 40° of cut a full scale, learnt in 45 s: half a scale for 10 s is 40 · 0.5 · 10 ÷ 45 = 4.4°.
  test.each([
    [0.5, 4.44],
    [-0.5, -4.44],
    [0.7, 0]
  ])('a needle that stands at %d of its scale for ten seconds: %d° held', (share, held_deg) => {
    expect(learns(10, share)).toBeCloseTo(held_deg, 1);
  });
  test('nothing while a needle sweeps, as over a station; what one moves by that is flown to is learnt', () => {
    expect(learns(1.5, 0, 0.4)).toBe(0);
    // 40 ÷ 45 · ∫ 0.1 t dt over 5 s.
    expect(learns(5, 0, 0.1)).toBeCloseTo(1.11, 2);
  });
});
