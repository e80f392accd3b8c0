import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { ChannelId } from '$core/flight/channels';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { courseLineOf } from '$core/drill/phase-course';
import { onPanel } from '$core/drill/reference';
import { firstByRadio, radiosFor } from '$core/drill/reference-radios';
import { holdHint } from '$core/grade/coach/hold-hint';
import { HINT_PAUSE_S, SAME_HINT_PAUSE_S, coach } from '$core/grade/coach';
import { normaliseBearing } from '$core/measure/angle';
import { heading } from '$core/measure/figure';
import { strangeRadios } from '$core/radio/radio-settings';
import { lessonOf } from '$core/drill/lesson';
import { lessonFor, turned } from './drawn-flight';
import { planned } from './planned-approach';
import { even } from './even';

/** What each channel reads at a time of the phase; what is not named reads nothing out of the ordinary. */
type Scene = Record<string, number | ((t: number) => number)>;
const hints = (drill: string, changes: Partial<LessonPlan> = {}) =>
  lessonFor(drill, { corridors: 'hints', ...changes });

/** Shows a scene to the coach as a flight of one phase and hears what it says. */
function hear(lesson: ReturnType<typeof hints>, phaseId: string, scene: Scene, seconds = 60) {
  const phase = lesson.drill.phases.findIndex(({ id }) => id === phaseId);
  const usual: Record<string, number> = {
    altitude_ft: lesson.plan.startAltitude_ft,
    ias_kt: lesson.drill.phases[phase]!.goal.ias_kt,
    groundspeed_kt: 90,
    tas_kt: 90,
    fixDistance_nm: 8
  };
  const voice = coach(lesson);
  const said: { at_s: number; words: string }[] = [];
  for (let k = 0; k <= seconds * 10; k++) {
    const words = voice.watch(k / 10, phase, (channel) => {
      const value = scene[channel] ?? usual[channel] ?? 0;
      return typeof value === 'number' ? value : value(k / 10);
    });
    if (words !== null) said.push({ at_s: k / 10, words });
  }
  return said;
}
const first = (...scene: Parameters<typeof hear>) => hear(...scene)[0]?.words ?? null;
const withoutHeadings = (words: string | null) => words?.replace(/\d+°/g, '°') ?? null;
const otherSide = (words: string | null) =>
  words?.replace(/left|right/g, (side) => (side === 'left' ? 'right' : 'left')) ?? null;

describe('the coach on a course', () => {
  const lesson = hints('rnav-tracking', { figures: { course_deg: 40 } });
  /** The course by the panel's north. */
  const course =
    courseLineOf(lesson.drill.phases[0]!)!.course_deg +
    lesson.navigation!.origin.north_deg -
    lesson.area.variation_deg;
  /** Right of the course by a share of full scale, a mile, with nose and track so far right of it. */
  const at = (off: number, nose: number, track: number, bank: Scene[string] = 0): Scene => ({
    courseShare: off,
    crossTrack_nm: off,
    heading_deg: normaliseBearing(course + nose),
    track_deg: normaliseBearing(course + track),
    bank_deg: bank
  });
  const says = (scene: Scene) => first(lesson, 'inbound', scene);
  /** Briefed with ten knots across, from the right or the left. */
  const windFrom = (right_deg: number) =>
    hints('rnav-tracking', {
      figures: { course_deg: 40 },
      windFrom_deg: normaliseBearing(course + right_deg),
      windSpeed_kt: 10
    });
  const [fromRight, fromLeft] = [windFrom(90), windFrom(-90)];

  test('says the one thing an instructor would, with its figure', () => {
    expect(says(at(0, 0, 0))).toBe('Altitude, speed and course well held.');
    expect(says(at(0.5, 0, 0))).toBe('The course is to the left: come left to 027° and hold it.');
    // A fifth of a mile in a minute and a half at 90 kt: five degrees would do.
    expect(says(at(0.2, -40, -40))).toBe('035° is enough of a cut.');
    expect(first(fromRight, 'inbound', at(0.1, 0, -8))).toBe('Wind is from the right: hold 048°.');
    expect(says(at(0.3, 0, 0, (t) => (Math.floor(t / 5) % 2 === 0 ? 12 : -12)))).toBe(
      'Level the wings on 040° and wait: see what it does.'
    );
    // Rolling from side to side is chasing wherever the needle is; a gust now and then is not.
    expect(says(at(0.02, 0, 0, (t) => (Math.floor(t / 5) % 2 === 0 ? 12 : -12)))).toMatch(/^Level the wings/);
    expect(says(at(0.02, 0, 0, (t) => (t % 4 < 0.5 ? 9 : t % 4 > 3.5 ? -9 : 0)))).toMatch(/well held/);
    // A tailwind of 20 kt felt thirty degrees off the course is 10 kt across it: asin(10/90) is 6.4°.
    expect(first(fromRight, 'inbound', { ...at(0.1, -30, -30), groundspeed_kt: 110 })).toBe(
      'Wind is from the right: hold 046°.'
    );
    expect(says(at(0.45, 20, 20, 12))).toBe('Stop the turn: roll level on 029°.');
    expect(
      says({ ...at(0, -10, -10, -12), courseShare: (t) => Math.max(0.2, 0.55 - t / 100), crossTrack_nm: 0.3 })
    ).toBe('It is coming back: take the bank out.');
  });

  test('calls wind what has blown for twenty seconds, and from where it is briefed: a gust is none', () => {
    const winds = (lesson: ReturnType<typeof hints>, track: Scene[string], nose: Scene[string] = 0) =>
      hear(lesson, 'inbound', {
        ...at(0.02, 0, 0),
        heading_deg: (t) => normaliseBearing(course + (typeof nose === 'number' ? nose : nose(t))),
        track_deg: (t) => normaliseBearing(course + (typeof track === 'number' ? track : track(t)))
      }).filter(({ words }) => words.startsWith('Wind'));
    const [told] = winds(fromRight, -6);
    expect(told).toMatchObject({ words: 'Wind is from the right: hold 046°.' });
    expect([told!.at_s >= 20, told!.at_s < 21]).toEqual([true, true]);
    expect(winds(fromLeft, 6)[0]?.words).toBe('Wind is from the left: hold 034°.');
    // In the calm, and against what is briefed, it is the air's own to and fro.
    expect([winds(lesson, -6), winds(fromLeft, -6), winds(fromRight, 6)]).toEqual([[], [], []]);
    // Ten degrees for five seconds in twenty are two and a half.
    expect(winds(fromRight, (t) => (t % 20 < 5 ? -10 : 0))).toEqual([]);
    // A nose that swings about the heading which holds the course has it held.
    const swings = (t: number) => (t % 4 < 2 ? 12 : 0);
    expect(winds(fromRight, (t) => swings(t) - 6, swings)).toEqual([]);
  });

  test('over a station it says to hold the heading, and nothing of a needle that runs away there', () => {
    const near = { ...at(0.9, 0, 0, 12), fixDistance_nm: 0.4 };
    const overVor = hints('vor-tracking', { figures: { course_deg: 40 } });
    expect(first(overVor, 'inbound', near)).toBe('Close to the station: hold the heading.');
    expect(first(overVor, 'inbound', { ...near, bank_deg: 0 })).toBeNull();
    expect(first(overVor, 'outbound', near)).toBeNull();
    // Nor of a nose that swings in rough air.
    const rolls = hear(overVor, 'inbound', { ...near, bank_deg: (t: number) => (t % 6 < 3 ? 10 : -10) }, 30);
    expect(rolls.filter(({ words }) => words.startsWith('Close'))).toEqual([]);
  });

  test('what it says on one side it says mirrored on the other', () => {
    const share = even(-1, 1);
    const angle = fc.integer({ min: -45, max: 45 });
    let spoken = 0;
    fc.assert(
      fc.property(share, angle, angle, fc.constantFrom(-12, 0, 12), (off, nose, track, bank) => {
        const here = first(fromRight, 'inbound', at(off, nose, track, bank), 30);
        const there = first(fromLeft, 'inbound', at(-off, -nose, -track, -bank), 30);
        expect(withoutHeadings(there)).toBe(withoutHeadings(otherSide(here)));
        if (here !== null) spoken += 1;
      }),
      { numRuns: 400 }
    );
    expect(spoken).toBeGreaterThan(30);
  });

  test('it never talks into itself: a pause after every hint, a longer one before the same again', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(even(-0.9, 0.9), fc.integer({ min: -40, max: 40 })), {
          minLength: 4,
          maxLength: 8
        }),
        (legs) => {
          const leg = (t: number) => legs[Math.floor(t / 30) % legs.length]!;
          const scene = {
            ...at(0, 0, 0),
            courseShare: (t: number) => leg(t)[0],
            crossTrack_nm: (t: number) => leg(t)[0],
            heading_deg: (t: number) => normaliseBearing(course + leg(t)[1]),
            altitude_ft: (t: number) => lesson.plan.startAltitude_ft + 95 * Math.sin(t / 9)
          };
          const said = hear(lesson, 'inbound', scene, 240);
          expect(said.length).toBeGreaterThan(0);
          const last = new Map<string, number>();
          said.forEach(({ at_s, words }, i) => {
            if (i > 0) expect(at_s - said[i - 1]!.at_s).toBeGreaterThanOrEqual(HINT_PAUSE_S - 1e-9);
            const kind = words.replace(/[\d:]+/g, '');
            expect(at_s - (last.get(kind) ?? -Infinity)).toBeGreaterThanOrEqual(SAME_HINT_PAUSE_S - 1e-9);
            last.set(kind, at_s);
          });
        }
      ),
      { numRuns: 25 }
    );
  });
});

describe('the coach elsewhere', () => {
  test('an intercept: in time for the turn, earlier the wider the angle; not at all closing, a bigger angle', () => {
    const lesson = hints('intercept', { figures: { course_deg: 60 } });
    const course = 60 + lesson.navigation!.origin.north_deg - lesson.area.variation_deg;
    const closing = (angle_deg: number, side: 1 | -1) => {
      const speed_nmps = (90 / 3600) * Math.sin((angle_deg * Math.PI) / 180);
      const cross = (t: number) => side * (2 - speed_nmps * t);
      const scene: Scene = {
        crossTrack_nm: cross,
        courseShare: (t) => cross(t) / 2,
        heading_deg: normaliseBearing(course - side * angle_deg)
      };
      const hint = hear(lesson, 'intercept', scene, 200).find(({ words }) =>
        words.startsWith('It is coming')
      );
      return Math.abs(cross(hint!.at_s));
    };
    // Half a mile is the radius of a standard-rate turn at 90 kt; it is what a right-angled intercept needs.
    expect(closing(90, 1)).toBeGreaterThan(0.45);
    expect(closing(90, 1)).toBeLessThan(0.7);
    expect(closing(45, 1)).toBeLessThan(closing(90, 1));
    expect(closing(30, 1)).toBeLessThan(closing(45, 1));
    expect(closing(45, -1)).toBeCloseTo(closing(45, 1), 9);
    const parallel = { crossTrack_nm: 1.5, courseShare: 0.8, heading_deg: course };
    expect(first(lesson, 'intercept', parallel)).toMatch(/comes no nearer: come left to \d+°/);
    expect(first(lesson, 'intercept', { ...parallel, crossTrack_nm: -1.5, courseShare: -0.8 })).toMatch(
      /come right/
    );
  });

  test('an arc: outside cuts to it from the heading along it, inside waits for it; who turns or comes back hears nothing', () => {
    for (const turn of ['right', 'left'] as const) {
      const lesson = turned(hints('dme-arc'), turn);
      const way = turn === 'right' ? 1 : -1;
      const other = turn === 'right' ? 'left' : 'right';
      /** North of the station the arc leads east, clockwise; nose and track so far inward of that. */
      const { reference } = lesson.drill.phases.find(({ id }) => id === 'arc')!;
      const inward = (degrees: number) => normaliseBearing(onPanel(way * (90 + degrees), reference!, lesson.area)); // prettier-ignore
      const joined = (then: number | ((t: number) => number), nose = 0, more: Scene = {}): Scene => ({
        fixRadial_deg: 0,
        heading_deg: inward(nose),
        track_deg: inward(nose),
        arcError_nm: (t) => (t < 20 ? 0.1 : typeof then === 'number' ? then : then(t)),
        ...more
      });
      const said = (...scene: Parameters<typeof joined>) => first(lesson, 'arc', joined(...scene));
      // On the way to it there is nothing to say; once joined, the heading to take.
      expect(first(lesson, 'arc', { ...joined(0), arcError_nm: -0.6 })).toBeNull();
      expect(said(0.6)).toBe(`Outside the arc: come ${turn} to ${heading(inward(10))}.`);
      expect(said(0.6, -40)).toBe(`Outside the arc: come ${turn} to ${heading(inward(10))}.`);
      expect(said(0.8)).toBe(`Outside the arc: come ${turn} to ${heading(inward(20))}.`);
      // Along it over the ground with the nose outward: the wind blows inward, and is allowed for.
      expect(said(0.6, 0, { heading_deg: inward(-12) })).toBe(`Outside the arc: come ${turn} to ${heading(inward(-2))}.`); // prettier-ignore
      // Cutting as much already, turning there, or coming back.
      expect(said(0.6, 15)).toBeNull();
      expect(said(0.6, 0, { bank_deg: way * 12 })).toBeNull();
      expect(said((t) => 0.9 - 0.005 * (t - 20), 0, { bank_deg: (t) => (t < 30 ? way * 12 : 0) })).toBeNull();
      expect(said(-0.6)).toBe(`Inside the arc: hold ${heading(inward(0))}, the arc comes back to you.`);
      expect(said(-0.6, -25)).toBe(`Inside the arc: hold ${heading(inward(-25))}, the arc comes back to you.`); // prettier-ignore
      expect(said(-0.6, -70)).toBe(`Inside the arc: come ${turn} to ${heading(inward(0))}, and the arc comes back to you.`); // prettier-ignore
      // Still pointed inward there is more to do than to wait.
      expect(said(-0.6, 38)).toBe(`Inside the arc: come ${other} to ${heading(inward(0))}, and the arc comes back to you.`); // prettier-ignore
      expect(first(lesson, 'arc', { ...joined(0), arcError_nm: 0.2 })).toBe('Altitude, speed and arc well held.'); // prettier-ignore
    }
  });

  test('to a fix in the missed approach: that it is time to turn, and the way that is published, though the other is shorter', () => {
    const lesson = lessonOf(planned('xvlb-ils-24', { transition: null }, { corridors: 'hints' }));
    const { id } = lesson.drill.phases.find(({ goal }) => goal.lateral.kind === 'direct')!;
    /** The station lies to the east: 160° to the left of a climb on 240°. */
    const climbing = (heading_deg: number, bank_deg: number): Scene => ({
      altitude_ft: (t) => 1200 + 12 * t,
      verticalSpeed_fpm: 720,
      fixRadial_deg: 260,
      fixDistance_nm: 2,
      heading_deg,
      bank_deg
    });
    const roll = (scene: Scene, by = lesson) =>
      hear(by, id, scene, 30)
        .map(({ words }) => words)
        .filter((words) => words.includes('VLB'));
    expect(roll(climbing(240, 0))).toEqual(['Right now, to VLB.']);
    expect(roll(climbing(200, -16))).toEqual(['The turn to VLB goes right.']);
    // Where no side is published the shorter one is said, and none is wrong.
    const either = structuredClone(lesson);
    for (const { goal } of either.drill.phases) if (goal.lateral.kind === 'direct') goal.lateral.turn = null;
    expect(roll(climbing(240, 0), either)).toEqual(['Left now, to VLB.']);
    expect(roll(climbing(200, 16), either)).toEqual(['Left now, to VLB.']);
    expect(roll(climbing(300, 16))).toEqual([]);
    expect(roll(climbing(100, 0))).toEqual([]);
  });

  test('radios to be set up: tune, identify, course, source, one after the other and each in its time', () => {
    const lesson = hints('centring-and-identifying');
    const wanted = radiosFor(firstByRadio(lesson.drill.phases)!);
    const voice = coach(lesson);
    const steps: [from_s: number, radios: typeof strangeRadios, words: RegExp | null][] = [
      [0, strangeRadios, /^Tune VLB: 113\.40 MHz\.$/],
      [30, { ...strangeRadios, nav1: { ...wanted.nav1, course_deg: 90 } }, /^Identify it before you use it/],
      [
        60,
        { ...strangeRadios, nav1: { ...wanted.nav1, course_deg: 90 }, listening: 'nav1' },
        /^Turn the course until the needle is in the middle with TO/
      ],
      [90, { ...wanted, source: 'rnav', listening: null }, /^Now the source/],
      [120, wanted, null]
    ];
    steps.forEach(([from_s, radios, words]) => {
      voice.heard({ kind: 'radio', time_s: from_s, radios });
      const said: string[] = [];
      for (let k = from_s * 10; k < (from_s + (words === null ? 90 : 30)) * 10; k++) {
        const hint = voice.watch(k / 10, 0, (channel) =>
          channel === 'altitude_ft'
            ? lesson.plan.startAltitude_ft
            : channel === 'ias_kt'
              ? lesson.plan.startSpeed_kt
              : channel === 'heading_deg'
                ? lesson.start.heading_deg
                : 0
        );
        if (hint) said.push(hint);
      }
      if (words === null) expect(said).toEqual(['Altitude, speed and heading well held.']);
      else expect(said).toEqual([expect.stringMatching(words)]);
    });
  });

  test('a corridor about to be left: what the hands should do, once it has settled and only while it gets worse', () => {
    const lesson = hints('straight-and-level');
    const { id, goal } = lesson.drill.phases[0]!;
    const heading_deg = goal.lateral.kind === 'heading' ? goal.lateral.heading_deg : 360;
    const level = { heading_deg };
    const sinking = (t: number) => lesson.plan.startAltitude_ft - Math.min(90, 4 * t);
    const said = hear(lesson, id, { ...level, altitude_ft: sinking }, 40);
    expect(said[0]!.words).toBe('Low: a touch of nose up.');
    expect(said[0]!.at_s).toBeGreaterThanOrEqual(15);
    const climbingBack = (t: number) => lesson.plan.startAltitude_ft - Math.max(0, 95 - t);
    expect(hear(lesson, id, { ...level, altitude_ft: climbingBack }, 40)).toEqual([]);
    expect(first(lesson, id, { ...level, ias_kt: goal.ias_kt + 9 })).toBe('Fast: a little power off.');
    expect(first(lesson, id, { heading_deg: normaliseBearing(heading_deg + 9) })).toBe(
      `Come left to ${heading(heading_deg)} and hold it.`
    );
    expect(first(lesson, id, { heading_deg: normaliseBearing(heading_deg - 9) })).toBe(
      `Come right to ${heading(heading_deg)} and hold it.`
    );
  });

  test('the worst thing first, by the hand that mends it in this phase, and at once where it cannot wait', () => {
    const climb = hints('constant-speed-climb');
    const up = climb.drill.phases.findIndex(({ goal }) => goal.vertical.kind === 'speed');
    const { id, goal } = climb.drill.phases[up]!;
    const to_ft = (goal.vertical as { to_ft: number }).to_ft;
    const heading_deg = (goal.lateral as { heading_deg: number }).heading_deg;
    const climbing = { heading_deg, altitude_ft: to_ft - 2000, verticalSpeed_fpm: 600 };
    // In a speed climb the nose holds the speed.
    expect(first(climb, id, { ...climbing, ias_kt: goal.ias_kt - 9 })).toBe(
      'Slow: ease the nose down a touch.'
    );
    // Speed twice outside weighs more than heading just outside.
    expect(
      first(climb, id, {
        ...climbing,
        ias_kt: goal.ias_kt + 19,
        heading_deg: normaliseBearing(heading_deg + 11)
      })
    ).toBe('Fast: a touch of nose up.');
    expect(first(climb, id, { ...climbing, altitude_ft: to_ft - 40 })).toMatch(/feet: begin to level off\.$/);
    expect(first(climb, id, { ...climbing, altitude_ft: to_ft + 90 })).toMatch(
      /^Through .* feet: level off\.$/
    );
    // Steadily outside is not silence.
    const high = hear(hints('straight-and-level'), 'level', { altitude_ft: 9_000 }, 180);
    expect(high.length).toBeGreaterThanOrEqual(3);

    const down = hints('rate-and-speed-descent', { figures: { flaps_deg: 10 } });
    const decision = down.drill.checks.find((check) => check.kind === 'decision')!;
    const deciding = {
      altitude_ft: (decision as { altitude_ft: number }).altitude_ft - 5,
      verticalSpeed_fpm: -500
    };
    const asked = down.drill.phases.find((phase) => phase.id === decision.phase)!.goal;
    const course = { ...deciding, heading_deg: (asked.lateral as { heading_deg: number }).heading_deg };
    expect(first(down, decision.phase, { ...course, flaps_deg: asked.flaps_deg })).toBe(
      'Decision altitude: climb now.'
    );
    const descent = down.drill.phases.find((phase) => phase.goal.flaps_deg === 10)!;
    expect(first(down, descent.id, { ...course, altitude_ft: 9000, flaps_deg: 0 })).toBe('Flaps 10.');
  });

  test('well held is said once a phase, of what was held', () => {
    const lesson = hints('straight-and-level');
    const { id, goal } = lesson.drill.phases[0]!;
    const heading_deg = goal.lateral.kind === 'heading' ? goal.lateral.heading_deg : 360;
    const said = hear(lesson, id, { heading_deg }, 400).map(({ words }) => words);
    expect(said).toEqual(['Altitude, speed and heading well held.']);
  });

  test('the turn inbound is offered until it has really been said', () => {
    const lesson = hints('vor-hold', { windSpeed_kt: 0, figures: { course_deg: 60 } });
    const phaseIndex = lesson.drill.phases.findIndex(({ goal }) => goal.lateral.kind === 'hold');
    const north = lesson.area.variation_deg - lesson.navigation!.origin.north_deg;
    const hint = holdHint(lesson);
    const at = (time_s: number, heading_deg: number, along_nm: number) =>
      hint.look([
        {
          time_s,
          inPhase_s: time_s,
          phaseIndex,
          values: new Map([
            ['heading_deg', normaliseBearing(heading_deg - north)],
            ['along_nm', along_nm]
          ])
        }
      ]);
    // Over the fix inbound, then outbound with the wings level, for longer than the leg.
    at(0, 60, 0.1);
    const offered = Array.from({ length: 90 }, (_, k) => at(30 + k, 240, -0.5)).filter((advice) =>
      advice?.words.includes('turn inbound, right')
    );
    expect(offered.length).toBeGreaterThan(20);
    offered[0]!.onsaid!();
    expect(at(125, 240, -1.5)?.words ?? '').not.toContain('turn inbound');
  });

  test('near a boundary either entry may be flown, and the one that is flown is spoken of', () => {
    const lesson = hints('vor-hold', { windSpeed_kt: 0, figures: { course_deg: 60 } });
    const phaseIndex = lesson.drill.phases.findIndex(({ goal }) => goal.lateral.kind === 'hold');
    const north = lesson.area.variation_deg - lesson.navigation!.origin.north_deg;
    /** Over the fix on a heading, then out on another for half a minute with the clock running. */
    const out = (arriving_deg: number, outbound_deg: number) => {
      const hint = holdHint(lesson);
      const at = (time_s: number, heading_deg: number, along_nm: number, radial_deg = 240) =>
        hint.look(
          [time_s - 5, time_s].map((time_s) => ({
            time_s,
            inPhase_s: time_s,
            phaseIndex,
            values: new Map<ChannelId, number>([
              ['heading_deg', normaliseBearing(heading_deg - north)],
              ['groundspeed_kt', 90],
              ['fixRadial_deg', radial_deg],
              ['fixDistance_nm', Math.abs(along_nm)],
              ['along_nm', along_nm]
            ])
          }))
        )?.words;
      // Come to it along the radial opposite to the heading, and over it.
      const before = at(0, arriving_deg, -0.5, normaliseBearing(arriving_deg + 180));
      at(20, arriving_deg, -0.01, arriving_deg);
      hint.heard!({ time_s: 22, kind: 'timer', detail: 'start' });
      const said = Array.from({ length: 30 }, (_, k) => at(25 + k, outbound_deg, -0.6 - k / 40));
      return [before?.split(' ')[0], said.find((words) => words !== undefined)];
    };
    // Right turns on 060°: out on 240° is parallel, on 210° the teardrop. Between them, at 240°, either is due.
    expect([out(242, 240), out(242, 210)]).toEqual([
      ['Parallel', undefined],
      ['Parallel', undefined]
    ]);
    expect([out(238, 240), out(238, 210)]).toEqual([
      ['Teardrop', undefined],
      ['Teardrop', undefined]
    ]);
    // By the panel's north a degree less. Half-way between them neither is flown; away from a boundary there is one.
    expect(out(242, 226)[1]).toBe('Parallel entry: hold 239°.');
    expect(out(280, 210)[1]).toBe('Parallel entry: hold 239°.');
    expect(out(200, 240)[1]).toBe('Teardrop entry: hold 209°.');
  });

  test('before the fix it says how it is entered, past it that it is past', () => {
    const lesson = hints('vor-hold', { windSpeed_kt: 0, figures: { course_deg: 60 } });
    const phaseIndex = lesson.drill.phases.findIndex(({ goal }) => goal.lateral.kind === 'hold');
    const north = lesson.area.variation_deg - lesson.navigation!.origin.north_deg;
    const hint = holdHint(lesson);
    // On 070 over the fix and on; the course inbound is 060.
    const at = (
      time_s: number,
      radial_deg: number,
      nm: number,
      heading_deg = 280,
      bank_deg = 0,
      turned_degps = 0
    ) =>
      hint.look(
        Array.from({ length: 20 }, (_, k) => k / 2 - 9.5).map((ago_s) => ({
          time_s: time_s + ago_s,
          inPhase_s: time_s + ago_s,
          phaseIndex,
          values: new Map<ChannelId, number>([
            ['heading_deg', normaliseBearing(heading_deg + turned_degps * ago_s - north)],
            ['groundspeed_kt', 95],
            ['bank_deg', bank_deg],
            ['fixRadial_deg', radial_deg],
            ['fixDistance_nm', nm],
            ['along_nm', nm * Math.cos(((radial_deg - 60) * Math.PI) / 180)]
          ])
        }))
      )?.words ?? '';
    // Three miles off it is too soon to say.
    expect(at(0, 100, 3)).toBe('');
    // In a turn to it, or with it off to one side, nobody knows by which heading one arrives.
    expect([at(1, 100, 0.8, 280, 20), at(1, 100, 0.8, 200), at(1, 100, 0.8, 315)]).toEqual(['', '', '']);
    // Nor as the wings come level out of a turn at three degrees a second.
    expect([at(1, 100, 0.8, 280, 0, 3), at(1, 100, 0.8, 280, 0, -3)]).toEqual(['', '']);
    expect(at(1, 100, 0.8)).toMatch(/^Parallel entry: over the fix turn left to 2\d\d°\.$/);
    expect(at(14, 100, 0.5)).toMatch(/^Parallel entry/);
    expect(at(30, 280, 0.2)).not.toMatch(/entry: over|Past/);
    const inbound = holdHint(lesson);
    const past = (nm: number, time_s: number) =>
      inbound.look([
        {
          time_s,
          inPhase_s: time_s,
          phaseIndex,
          values: new Map<ChannelId, number>([
            ['heading_deg', normaliseBearing(70 - north)],
            ['bank_deg', 0],
            ['fixRadial_deg', 70],
            ['fixDistance_nm', nm],
            ['along_nm', nm]
          ])
        }
      ])?.words ?? '';
    expect([past(0.3, 10.5), past(0.5, 9), past(0.5, 11)]).toEqual([
      '',
      '',
      expect.stringMatching(/^Past VLB: turn right to 239°\.$/)
    ]);
  });

  test('outbound the time runs from the clock as it was started; stopped again, or never started, from wings level', () => {
    const lesson = hints('vor-hold', { windSpeed_kt: 0, figures: { course_deg: 60 } });
    const phaseIndex = lesson.drill.phases.findIndex(({ goal }) => goal.lateral.kind === 'hold');
    const north = lesson.area.variation_deg - lesson.navigation!.origin.north_deg;
    /** Seconds after turning out, at 30 s, at which the turn is first offered. */
    const offeredAfter_s = (...timers: { at_s: number; detail: 'start' | 'stop' }[]) => {
      const hint = holdHint(lesson);
      for (let time_s = 0; time_s < 200; time_s++) {
        for (const { at_s, detail } of timers)
          if (at_s === time_s) hint.heard!({ kind: 'timer', time_s, detail });
        const inbound = time_s < 30;
        const values = new Map<ChannelId, number>([
          ['heading_deg', normaliseBearing((inbound ? 60 : 240) - north)],
          ['along_nm', inbound ? 0.1 : -0.5]
        ]);
        const said = hint.look([{ time_s, inPhase_s: time_s, phaseIndex, values }]);
        if (said?.words.includes('turn inbound')) return time_s - 30;
      }
      return null;
    };
    const due_s = offeredAfter_s()!;
    expect(due_s).toBeGreaterThan(55);
    expect(offeredAfter_s({ at_s: 45, detail: 'start' })).toBe(due_s + 15);
    expect(offeredAfter_s({ at_s: 45, detail: 'start' }, { at_s: 50, detail: 'stop' })).toBe(due_s);
    // A clock that ran from the leg before is none of this one's.
    expect(offeredAfter_s({ at_s: 10, detail: 'start' })).toBe(due_s);
  });
});

test('what corrects is told apart from what praises: only for that is time worth stopping', () => {
  const lesson = hints('rnav-tracking', { figures: { course_deg: 40 } });
  const phase = lesson.drill.phases.findIndex(({ id }) => id === 'inbound');
  const corrects = (altitude_ft: number) => {
    const voice = coach(lesson);
    expect(voice.corrects()).toBe(false);
    const told: boolean[] = [];
    for (let k = 0; k <= 900; k++) {
      const words = voice.watch(k / 10, phase, (channel) =>
        channel === 'altitude_ft'
          ? altitude_ft
          : channel === 'ias_kt'
            ? lesson.drill.phases[phase]!.goal.ias_kt
            : 90
      );
      if (words !== null) told.push(voice.corrects());
    }
    return told;
  };
  const asked_ft = lesson.plan.startAltitude_ft;
  expect(corrects(asked_ft + 250)[0]).toBe(true);
});

describe('praise', () => {
  const lesson = hints('straight-and-level');
  const { id, corridors } = lesson.drill.phases.find((phase) => phase.corridors.length > 0)!;
  const targets = Object.fromEntries(
    corridors.map(({ channel, target }) => [channel, typeof target === 'number' ? target : 0])
  );
  /** When it was said that things are held well, everything at its target but so much of a tolerance off in altitude. */
  const praised = (share: (t: number) => number, seconds: number) => {
    const { below, target } = corridors.find(({ channel }) => channel === 'altitude_ft')!;
    const altitude_ft = (t: number) => (target as number) - share(t) * below!;
    return hear(lesson, id, { ...targets, altitude_ft }, seconds)
      .filter(({ words }) => words.endsWith(' well held.'))
      .map(({ at_s }) => at_s);
  };
  test('comes when all has been within half of its tolerance for 35 seconds, and once in a phase', () => {
    const [at_s, ...more] = praised(() => 0.45, 400);
    expect(at_s).toBeGreaterThanOrEqual(35);
    expect(at_s).toBeLessThan(37);
    expect(more).toEqual([]);
  });
  test('does not come while something is farther off, nor before 35 seconds have gone by since', () => {
    expect(praised(() => 0.55, 120)).toEqual([]);
    const [after_s] = praised((t) => (t < 20 ? 0.6 : 0.1), 120);
    expect(after_s).toBeGreaterThanOrEqual(54.5);
    expect(after_s).toBeLessThan(57);
  });
});

describe('the coach where the airplane is about to be lost', () => {
  const lesson = hints('straight-and-level');
  const [{ goal }] = lesson.drill.phases as [(typeof lesson.drill.phases)[0]];
  const { stallAngle_deg } = lesson.aircraft.lift;
  const level = { heading_deg: (goal.lateral as { heading_deg: number }).heading_deg };
  const says = (scene: Scene, seconds = 40) => hear(lesson, 'level', { ...level, ...scene }, seconds);
  const words = (scene: Scene) => [...new Set(says(scene).map((one) => one.words))];
  const low = lesson.plan.startAltitude_ft - 150;

  test('low and slow, or high and fast, it is power, and never the nose', () => {
    expect(words({ altitude_ft: low })).toEqual(['Low: a touch of nose up.']);
    expect(words({ altitude_ft: low, ias_kt: goal.ias_kt - 9 })).toEqual(['Low and slow: power first.']);
    // At the speed asked for, but pulled: the wing has nothing to spare as the first word is due.
    const pulled = (t: number) => (t >= 15 && t < 16 ? stallAngle_deg - 3 : 6);
    expect(says({ altitude_ft: low, angleOfAttack_deg: pulled })[0]!.words).toBe('Low: power first.');
    expect(words({ altitude_ft: low + 300, ias_kt: goal.ias_kt + 9 })).toEqual(['High and fast: power off first.']); // prettier-ignore
    expect(words({ altitude_ft: low + 300 })).toEqual(['High: ease the nose down a touch.']);
  });

  test('a wing about to stall goes before everything, again every ten seconds, and nothing lesser is said beside it', () => {
    const stalls: Scene = {
      altitude_ft: low,
      ias_kt: goal.ias_kt - 30,
      angleOfAttack_deg: (t) => (t < 10 ? 6 : t < 20 ? stallAngle_deg - 1 : stallAngle_deg + 2)
    };
    expect(says(stalls, 41)).toEqual([
      { at_s: 11.9, words: 'About to stall: nose down, power.' },
      { at_s: 20.4, words: 'Stalled: nose down, power, wings level.' },
      { at_s: 30.4, words: 'Stalled: nose down, power, wings level.' },
      { at_s: 40.4, words: 'Stalled: nose down, power, wings level.' }
    ]);
    // A gust is no stall.
    const gusts = { angleOfAttack_deg: (t: number) => (t % 5 < 1 ? stallAngle_deg + 1 : 6) };
    expect(words(gusts).join()).not.toMatch(/stall/i);
  });

  test('a bank nobody asked for, and a dive; a steep turn that is asked for is none', () => {
    expect(words({ trueBank_deg: 50 })).toContain('Too steep: roll the wings level.');
    expect(words({ trueBank_deg: -50 })).toContain('Too steep: roll the wings level.');
    expect(words({ trueBank_deg: 40 }).join()).not.toContain('steep');
    const dive = { climbRate_fpm: -3000, ias_kt: goal.ias_kt + 25, trueBank_deg: 60 };
    expect(words(dive)).toEqual(['Power back, wings level, then ease the nose up.']);
    expect(words({ ...dive, ias_kt: goal.ias_kt, trueBank_deg: 0 }).join()).not.toContain('Power back');
    const recovery = hints('unusual-attitudes');
    const recovers = recovery.drill.phases.find((phase) => phase.recovery)!.id;
    expect(hear(recovery, recovers, { ...dive, angleOfAttack_deg: 25 }).map((one) => one.words)).toEqual([]);
  });
});
