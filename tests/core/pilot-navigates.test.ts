import { describe, expect, test } from 'vitest';
import type { Wind } from '$core/air/wind';
import { tasOf } from '$core/drill/goal-in-air';
import { lessonOf, type Lesson } from '$core/drill/lesson';
import type { NavigationGoal } from '$core/drill/drill';
import { placeAt } from '$core/earth/geodesic';
import type { Happening } from '$core/flight/flight-event';
import { believedHeading } from '$core/pilot/believed-heading';
import { arcFlyer } from '$core/pilot/fly-arc';
import { directFlyer } from '$core/pilot/fly-direct';
import { Flying } from '$core/pilot/flying';
import { noHabits, type Habits } from '$core/pilot/habits';
import { navigatorFor } from '$core/pilot/navigator';
import { positionSense } from '$core/pilot/position-sense';
import { holdCircuitSteps, holdEntrySteps, reversalSteps } from '$core/pilot/procedure-script';
import { procedureRunner } from '$core/pilot/run-procedure';
import { sightOf } from '$core/pilot/sight';
import { Steering } from '$core/pilot/steering';
import { courseTracker } from '$core/pilot/track-course';
import type { CourseReversal } from '$core/procedure/course-reversal';
import type { Hold } from '$core/procedure/hold';
import type { NavigationShown } from '$core/radio/navigation-shown';
import { lessonFor } from './drawn-flight';
import { panel } from './level-panel';
import { planned } from './planned-approach';

const still: Wind = { from_deg: 0, speed_kt: 0 };
const hold: Hold = { inboundCourse_deg: 90, turn: 'right', leg: { kind: 'time', seconds: 60 } };
const bad = (habits: Partial<Habits>): Habits => ({ ...noHabits, ...habits });

describe('the steps of a hold', () => {
  test('in still air are a minute out from abeam, by the outbound course, and a turn back', () => {
    expect(holdCircuitSteps(hold, 90, still, noHabits)).toEqual([
      { do: 'turn', to_deg: 270, direction: 1 },
      { do: 'fly', heading_deg: 270, seconds: expect.closeTo(60, 6), timed: true, abeam: true },
      { do: 'join', direction: 1 }
    ]);
    const left = holdCircuitSteps({ ...hold, turn: 'left' }, 90, still, noHabits);
    expect(left.map((step) => 'direction' in step && step.direction)).toEqual([-1, false, -1]);
  });

  test('take what circuits before have taught, but for who holds by the outbound course and a minute', () => {
    const [turn, out] = holdCircuitSteps(hold, 90, still, noHabits, { seconds: 9, heading_deg: -4 });
    expect(turn).toMatchObject({ to_deg: expect.closeTo(266, 6) });
    expect(out).toMatchObject({ heading_deg: expect.closeTo(266, 6), seconds: expect.closeTo(69, 6) });
    expect(holdCircuitSteps(hold, 90, still, noHabits, { seconds: -99, heading_deg: 0 })[1]).toMatchObject({
      seconds: 0
    });
    const wind: Wind = { from_deg: 180, speed_kt: 25 };
    const plain = holdCircuitSteps(hold, 90, wind, bad({ holdsWithoutWind: 1 }), {
      seconds: 9,
      heading_deg: -4
    });
    expect(plain[1]).toMatchObject({ heading_deg: 270, seconds: 60 });
    // From the right inbound, outbound it is from the left: into it, by three times or so.
    const solved = holdCircuitSteps(hold, 90, wind, noHabits)[1]!;
    const inbound_deg = (Math.asin(25 / 90) * 180) / Math.PI;
    expect('heading_deg' in solved && 270 - solved.heading_deg).toBeGreaterThan(2 * inbound_deg);
    expect(holdCircuitSteps(hold, 90, { from_deg: 90, speed_kt: 80 }, noHabits)[1]).toMatchObject({
      heading_deg: 270,
      seconds: 60
    });
    expect(holdCircuitSteps(hold, 90, still, bad({ timesLate: 0.5 }))[1]).toMatchObject({
      seconds: expect.closeTo(71, 6)
    });
  });

  test('begin by the entry that is due: a teardrop thirty degrees into the hold, a parallel leg beside it', () => {
    // Outbound 270: arriving on 250 it lies 20° right, on 300 30° left, on 90 behind.
    expect(holdEntrySteps(hold, 250, 90, still, noHabits)).toEqual([
      { do: 'turn', to_deg: 240, direction: -1 },
      { do: 'fly', heading_deg: 240, seconds: 60, timed: true, abeam: false },
      { do: 'join', direction: 1 }
    ]);
    expect(holdEntrySteps(hold, 300, 90, still, noHabits)).toEqual([
      { do: 'turn', to_deg: 270, direction: -1 },
      { do: 'fly', heading_deg: 270, seconds: 60, timed: true, abeam: false },
      { do: 'join', direction: -1 }
    ]);
    expect(holdEntrySteps(hold, 90, 90, still, noHabits)).toEqual(
      holdCircuitSteps(hold, 90, still, noHabits)
    );
    const left: Hold = { ...hold, turn: 'left' };
    expect(holdEntrySteps(left, 290, 90, still, noHabits)).toMatchObject([
      { to_deg: 300, direction: 1 },
      { heading_deg: 300 },
      { direction: -1 }
    ]);
    expect(holdEntrySteps(left, 240, 90, still, noHabits).at(-1)).toEqual({ do: 'join', direction: 1 });
    expect(holdEntrySteps(hold, 250, 90, still, bad({ laysOffTwice: 1 }))[1]).toMatchObject({
      heading_deg: 210
    });
    expect(holdEntrySteps(hold, 300, 90, still, bad({ laysOffTwice: 1 }))[1]).toMatchObject({
      heading_deg: 270
    });
    // The wrong entry is the next one: parallel for a teardrop, a turn outbound for a parallel one, a teardrop for a direct one.
    const wrong = (heading_deg: number) =>
      holdEntrySteps(hold, heading_deg, 90, still, bad({ wrongEntry: 1 }))[1];
    expect(wrong(250)).toMatchObject({ heading_deg: 270, abeam: false });
    expect(wrong(300)).toMatchObject({ heading_deg: 270, abeam: true });
    expect(wrong(90)).toMatchObject({ heading_deg: 240, abeam: false });
  });

  test('lengthen an entry’s leg out into the wind by what the wind takes from it, at most to twice', () => {
    const leg = (from_deg: number, speed_kt: number) =>
      holdEntrySteps(hold, 300, 90, { from_deg, speed_kt }, noHabits)[1]!;
    // Outbound 270 into 18 kt: 72 kt over the ground out, 108 back.
    expect(leg(270, 18)).toMatchObject({ seconds: expect.closeTo((60 * 108) / 72, 6) });
    expect(leg(270, 36)).toMatchObject({ seconds: 120 });
    expect(leg(90, 18)).toMatchObject({ seconds: 60 });
    // Across 45 kt of 90 the nose goes thirty degrees into it.
    expect(leg(0, 45)).toMatchObject({ heading_deg: expect.closeTo(300, 6), seconds: 60 });
    expect(leg(0, 120)).toMatchObject({ heading_deg: 270, seconds: 60 });
  });
});

describe('the steps of a course reversal', () => {
  const of = (kind: CourseReversal['kind'], side: 'right' | 'left' = 'left', wind = still) =>
    reversalSteps({ kind, side, inboundCourse_deg: 240, within_nm: 10 }, 60, 90, wind);

  test('go out, aside, round the other way and back on the course', () => {
    expect(of('45/180')).toMatchObject([
      { do: 'turn', to_deg: 60, direction: 1 },
      { do: 'fly', heading_deg: 60, timed: true, abeam: false },
      { do: 'turn', to_deg: 15, direction: -1 },
      { do: 'fly', heading_deg: 15, seconds: 60, timed: true },
      { do: 'join', direction: 1 }
    ]);
    expect(of('45/180', 'right')).toMatchObject([
      {},
      {},
      { to_deg: 105, direction: 1 },
      {},
      { direction: -1 }
    ]);
    expect(of('80/260', 'right')).toMatchObject([
      { to_deg: 60 },
      { heading_deg: 60 },
      { do: 'turn', to_deg: 140, direction: 1 },
      { do: 'join', direction: -1 }
    ]);
    expect(of('80/260')).toMatchObject([
      {},
      {},
      { to_deg: 340, direction: -1 },
      { do: 'join', direction: 1 }
    ]);
    expect(of('racetrack')).toMatchObject([
      { do: 'turn', to_deg: 60, direction: -1 },
      { do: 'fly', heading_deg: 60, abeam: true, timed: true },
      { do: 'join', direction: -1 }
    ]);
    const teardrop = of('teardrop');
    expect(teardrop).toHaveLength(3);
    // A teardrop leaves on the side it does not turn from: the turn back is toward the other side.
    expect(teardrop[2]).toEqual({ do: 'join', direction: 1 });
    expect(of('teardrop', 'right')[2]).toEqual({ do: 'join', direction: -1 });
  });

  test('hold their legs in the wind, and leave no more than the room there is', () => {
    // Out on 060 across 45 kt from 150: thirty degrees right of the course.
    const [turn, out] = of('45/180', 'left', { from_deg: 150, speed_kt: 45 });
    expect(turn).toMatchObject({ to_deg: expect.closeTo(90, 6), direction: 1 });
    expect(out).toMatchObject({ heading_deg: expect.closeTo(90, 6) });
    const seconds = (within_nm: number) => {
      const step = reversalSteps(
        { kind: '45/180', side: 'left', inboundCourse_deg: 240, within_nm },
        60,
        180,
        still
      )[1]!;
      return 'seconds' in step ? step.seconds : NaN;
    };
    expect(seconds(6)).toBeLessThan(seconds(10));
    expect(seconds(0.7)).toBe(60);
  });
});

/** What steers a phase of a drill, in the air a test asks for. */
function steeringOf(lesson: Lesson, phaseId: string, heading_deg: number, habits: Partial<Habits> = {}) {
  const heard: (keyof Habits)[] = [];
  const noted: Happening[] = [];
  const steering = new Steering(
    lesson,
    lesson.navigation!.origin,
    bad(habits),
    (habit) => heard.push(habit),
    (what) => noted.push(what)
  );
  const phase = lesson.drill.phases.findIndex(({ id }) => id === phaseId);
  const heading = steering.enter(phase, heading_deg);
  /** To a place by the fix's own north. */
  const put = (radial_deg: number, distance_nm: number) =>
    steering.sense.put(
      placeAt(steering.reference.place, radial_deg + steering.reference.north_deg, distance_nm)
    );
  return { steering, heading, put, heard, noted, goal: steering.goal! };
}
const calm = (drill: string) => lessonFor(drill, { windSpeed_kt: 0 });
type OfKind<K extends NavigationGoal['kind']> = Extract<NavigationGoal, { kind: K }>;

describe('steering', () => {
  test('reads the panel by its own north, and aims at a course by the way that is left', () => {
    const { steering, heading, put } = steeringOf(calm('vor-tracking'), 'inbound', 61);
    // The panel's north is 9° west, the station's 10.
    expect(heading).toBeCloseTo(62, 6);
    expect(steering.sense.toPanel(62)).toBeCloseTo(61, 6);
    expect(steering.order).toEqual({ heading_deg: heading, at_s: -Infinity });
    expect(steering.headingFor(60)).toBeCloseTo(60, 6);
    // One in ten: ten miles out on the 245 radial, inbound on 060.
    put(245, 10);
    const aside = 10 * Math.sin((5 * Math.PI) / 180);
    // Inbound on 060 south of it is right of the course; 5° of the ten of full scale.
    expect(steering.needle(60)).toBeCloseTo(-0.5, 3);
    expect(steering.sense.by(60).right_nm).toBeCloseTo(-aside, 3);
    expect(steering.aside_nm(1)).toBeCloseTo(10 * Math.sin((10 * Math.PI) / 180), 3);
    const aim_nm = (steering.tas_kt * 38) / 3600;
    expect(steering.angleBack(0.5, 45)).toBeCloseTo((Math.atan2(-0.5, aim_nm) * 180) / Math.PI, 6);
    expect(steering.angleBack(-9, 25)).toBe(25);
    expect(steering.angleBack(9, 25)).toBe(-25);
    // Nearer than a mile the scale no longer narrows.
    put(250, 0.5);
    expect(steering.aside_nm(1)).toBeCloseTo(Math.sin((10 * Math.PI) / 180), 6);
  });

  test('of a fix on a radial knows the scale by how far the station is', () => {
    const { steering, put } = steeringOf(calm('dme-hold'), 'arrive', 245);
    // Three miles beyond a fix twelve miles from its station: ten degrees of fifteen miles.
    put(65, 3);
    expect(steering.aside_nm(1)).toBeCloseTo(15 * Math.sin((10 * Math.PI) / 180), 3);
  });

  test('keeps a heading until another is worth the turn', () => {
    const { steering } = steeringOf(calm('vor-tracking'), 'inbound', 59);
    expect(steering.hold(100, 60).heading_deg).toBeCloseTo(60, 6);
    expect(steering.hold(101, 61.9).heading_deg).toBeCloseTo(60, 6);
    // Three degrees wait eight seconds for the last to act; thirteen do not, nor what is asked for at once.
    const at = (time_s: number, wanted_deg: number, atOnce = false) =>
      steering.hold(time_s, wanted_deg, atOnce).heading_deg;
    at(200, 90);
    expect(at(207, 93)).toBe(90);
    expect(at(208.5, 93)).toBe(93);
    expect(at(209, 104)).toBe(93);
    expect(at(209, 106)).toBe(106);
    expect(at(210, 109, true)).toBe(109);
    expect(at(211, 110.5, true)).toBe(109);
    expect(at(300, 361)).toBe(1);
  });

  test('by a wind against all it has, heads along the course', () => {
    const { steering } = steeringOf(
      lessonFor('vor-tracking', { windSpeed_kt: 40, windFrom_deg: 140 }),
      'inbound',
      60
    );
    const wind = steering.sense.wind();
    expect(steering.headingFor(60)).toBeCloseTo(
      60 +
        (Math.asin((wind.speed_kt * Math.sin(((wind.from_deg - 60) * Math.PI) / 180)) / steering.tas_kt) *
          180) /
          Math.PI,
      6
    );
    steering.tas_kt = 30;
    expect(steering.headingFor(60)).toBe(60);
  });
});

describe('joining and holding a course', () => {
  const course = (lesson: Lesson, phase: string, habits: Partial<Habits> = {}) => {
    const set = steeringOf(lesson, phase, 59, habits);
    const tracker = courseTracker(set.steering);
    tracker.begin();
    const goal = set.goal as OfKind<'course'>;
    return {
      ...set,
      tracker,
      fly: (time_s: number, heading_deg: number) => tracker.fly(time_s, heading_deg, goal)
    };
  };

  test('heads for it from either side at the angle asked for, and turns when the turn will end on it', () => {
    const { fly, put, steering, goal } = course(calm('intercept'), 'intercept');
    const { course_deg, intercept_deg } = goal as OfKind<'course'>;
    expect([course_deg, intercept_deg]).toEqual([60, 45]);
    put(220, 12);
    expect(fly(10, 60).heading_deg).toBe(15);
    expect(steering.joined).toBe(false);
    // Radius of a standard turn, TAS over 188.5, less its cosine, and two and a half seconds of going on.
    const lead_nm =
      (steering.tas_kt / 188.5) * (1 - Math.SQRT1_2) + (steering.tas_kt * Math.SQRT1_2 * 2.5) / 3600;
    const beside = (right_nm: number) => put(240 - (Math.asin(right_nm / 10) * 180) / Math.PI, 10);
    beside(lead_nm + 0.01);
    fly(20, 15);
    expect(steering.joined).toBe(false);
    beside(lead_nm - 0.01);
    fly(21, 15);
    expect(steering.joined).toBe(true);
    // The other side.
    const other = course(calm('intercept'), 'intercept');
    other.put(260, 12);
    expect(other.fly(10, 60).heading_deg).toBe(105);
  });

  test('late is beyond it', () => {
    const { fly, put, steering, heard } = course(calm('intercept'), 'intercept', { turnsOnLate: 1 });
    const beside = (right_nm: number) => put(240 - (Math.asin(right_nm / 10) * 180) / Math.PI, 10);
    beside(0.5);
    fly(10, 15);
    beside(-0.6);
    fly(20, 15);
    expect([steering.joined, heard]).toEqual([false, []]);
    beside(-0.72);
    fly(30, 15);
    expect([steering.joined, heard]).toEqual([true, ['turnsOnLate']]);
  });

  test('comes back by no more than its angle, and learns what stays away', () => {
    const { fly, put, steering } = course(calm('vor-tracking'), 'inbound');
    put(240, 10);
    expect(fly(10, 60).heading_deg).toBeCloseTo(60, 3);
    put(250, 10);
    // Left of the course, far: 25° to the right at most.
    expect(fly(30, 60).heading_deg).toBeCloseTo(85, 3);
    // A little left for a long while: what that asks for grows by a seventieth a second of itself.
    const small = course(calm('vor-tracking'), 'inbound');
    small.put(241, 8);
    const first = small.steering.angleBack(small.steering.sense.by(60).right_nm, 25);
    expect(first).toBeGreaterThan(2);
    for (let t = 10; t <= 80; t += 5) small.fly(t, 60);
    const twice_deg = small.steering.order.heading_deg - 60;
    expect(twice_deg / first).toBeGreaterThan(1.75);
    expect(twice_deg / first).toBeLessThan(2.05);
    // Twelve degrees are the most that is learnt of one course, and nothing of it is another's.
    for (let t = 85; t <= 400; t += 5) small.fly(t, 60);
    expect(Math.abs(small.steering.order.heading_deg - 60 - first - 12)).toBeLessThan(2);
    small.tracker.track(405, 70, 25);
    small.put(250, 8);
    small.tracker.track(410, 70, 25);
    expect(small.steering.order.heading_deg).toBeCloseTo(70, 0);
    expect(steering.joined).toBe(true);
  });

  test('close to the station holds what it has, unless the bearing does not run away as it ought to', () => {
    const { fly, put } = course(calm('vor-tracking'), 'inbound');
    put(250, 0.4);
    expect(fly(10, 60).heading_deg).toBeCloseTo(60, 3);
    expect(fly(21, 60).heading_deg).toBeCloseTo(60, 3);
    // Twelve seconds on it is no farther off: it cannot be that near.
    expect(fly(22.5, 60).heading_deg).toBeGreaterThan(62);
    put(254, 0.4);
    expect(fly(23, 60).heading_deg).toBeCloseTo(60, 3);
    put(242, 0.4);
    expect(fly(40, 60).heading_deg).toBeCloseTo(60, 3);
  });

  test('by habit: without wind, chasing, turning until it is centred, to one side', () => {
    const wind = course(calm('vor-tracking'), 'inbound', { ignoresWind: 1 });
    wind.put(243.5, 10);
    expect(wind.fly(10, 60).heading_deg).toBeCloseTo(85, 6);
    expect(wind.heard).toEqual(['ignoresWind']);
    wind.put(240.3, 10);
    expect(wind.fly(20, 60).heading_deg).toBe(60);
    wind.put(242, 10);
    expect(wind.fly(30, 60).heading_deg).toBe(60);
    wind.put(236, 10);
    expect(wind.fly(40, 60).heading_deg).toBe(35);

    const chasing = course(calm('vor-tracking'), 'inbound', { chasesNeedle: 1 });
    chasing.put(242, 10);
    const chased = [4, 5, 8, 12, 16, 20].map((t) => Math.round(chasing.fly(t, 60).heading_deg));
    expect(chased).toEqual([71, 71, 82, 93, 98, 98]);
    chasing.put(238, 10);
    expect(Math.round(chasing.fly(24, 60).heading_deg)).toBe(87);

    const turning = course(calm('vor-tracking'), 'inbound', { keepsTurning: 1 });
    turning.put(242, 10);
    expect(turning.fly(10, 60)).toMatchObject({ bank_deg: 9, heading_deg: expect.closeTo(60, 6) });
    turning.put(240.05, 10);
    expect(turning.fly(20, 60).bank_deg).toBeNull();
    turning.put(238, 10);
    expect(turning.fly(30, 60).bank_deg).toBe(-9);
    expect(turning.heard).toEqual(['keepsTurning', 'keepsTurning']);

    const leaning = course(calm('vor-tracking'), 'inbound', { leansRight: 1 });
    leaning.put(240, 2.5);
    // Content at 0.45 of the scale on the right, 4.5° of ten: from the middle it heads there.
    const content_nm = 2.5 * Math.sin((4.5 * Math.PI) / 180);
    expect(leaning.fly(0, 60).heading_deg).toBeCloseTo(
      60 + (Math.atan2(content_nm, (leaning.steering.tas_kt * 38) / 3600) * 180) / Math.PI,
      3
    );
    expect(leaning.heard).toContain('leansRight');
  });
});

describe('an arc and straight to a fix', () => {
  const arc = (habits: Partial<Habits> = {}) => {
    const set = steeringOf(calm('dme-arc'), 'arc', 60, habits);
    const flyer = arcFlyer(set.steering);
    flyer.begin();
    const goal = set.goal as OfKind<'arc'>;
    return { ...set, goal, fly: (time_s: number) => flyer.fly(time_s, goal).heading_deg };
  };

  test('an arc is flown square to its radial, ahead by half a step, in by 35° a mile outside', () => {
    const { fly, put, goal, steering } = arc();
    const ahead_deg = ((steering.tas_kt * 5) / 3600 / goal.radius_nm) * (180 / Math.PI);
    put(0, goal.radius_nm);
    const square = (360 + goal.direction * (90 + ahead_deg / 2)) % 360;
    expect(fly(10)).toBeCloseTo(square, 3);
    put(0, goal.radius_nm + 0.2);
    expect(fly(14)).toBeCloseTo(square, 3);
    expect(fly(15.1)).toBeCloseTo((square + goal.direction * 7) % 360, 2);
    put(0, goal.radius_nm - 3);
    expect(fly(21)).toBeCloseTo((square - goal.direction * 25 + 360) % 360, 3);
  });

  test('wide, only after thirty-two degrees of radial', () => {
    const { fly, put, goal, heard } = arc({ widensArc: 1 });
    put(0, goal.radius_nm + 1);
    const first = fly(10);
    expect(first).toBeCloseTo((360 + goal.direction * 90) % 360, 3);
    put(31, goal.radius_nm + 1);
    expect([fly(60), heard]).toEqual([first, []]);
    put(33, goal.radius_nm + 1);
    expect(fly(70)).toBeCloseTo((360 + 33 + goal.direction * 90) % 360, 3);
    expect(heard).toEqual(['widensArc']);
  });

  test('direct is the bearing to it, the way round that is asked, until it is near', () => {
    const { steering, put } = steeringOf(calm('vor-tracking'), 'inbound', 60);
    const flyer = directFlyer(steering);
    const direct = (time_s: number, heading_deg: number, turn: 'left' | 'right' | null) =>
      flyer.fly(time_s, heading_deg, { kind: 'direct', turn });
    flyer.begin();
    put(300, 8);
    expect(direct(10, 100, null)).toMatchObject({ heading_deg: expect.closeTo(120, 3), direction: 0 });
    // From 100 the long way to the left is asked for: 340° of turn are no longer meant.
    expect(direct(11, 100, 'left').direction).toBe(0);
    flyer.begin();
    expect(direct(12, 300, 'left')).toMatchObject({ direction: -1 });
    expect(direct(13, 160, 'left')).toMatchObject({ direction: -1 });
    // Within thirty degrees the turn is made; after that it is any way.
    expect(direct(14, 149, 'left').direction).toBe(0);
    expect(direct(15, 300, 'left').direction).toBe(0);
    flyer.begin();
    expect(direct(16, 300, 'right')).toMatchObject({ direction: 1 });
    put(100, 0.2);
    expect(direct(60, 120, null).heading_deg).toBeCloseTo(120, 3);
  });
});

const nothing: NavigationShown = {
  source: 'nav1',
  needles: {
    nav1: { deflection: 0, valid: false, toFrom: null, course_deg: 60, fullScale_deg: null },
    nav2: { deflection: 0, valid: false, toFrom: null, course_deg: 60, fullScale_deg: null },
    rnav: { deflection: 0, valid: false, toFrom: null, course_deg: 60, fullScale_deg: null }
  } as unknown as NavigationShown['needles'],
  path: null,
  pointer: null,
  distance: null,
  waypoint: null,
  marker: null,
  idents: {} as NavigationShown['idents']
};
const dme = (nm: number) => ({ kind: 'dme' as const, nm, groundspeed_kt: 90 });

describe('where a pilot believes to be', () => {
  test('is reckoned on by heading, speed and wind', () => {
    const lesson = lessonFor('vor-tracking', { windSpeed_kt: 20, windFrom_deg: 90 });
    const sense = positionSense(lesson, lesson.navigation!.origin);
    expect([sense.radial_deg(), sense.distance_nm()]).toEqual([expect.closeTo(240, 6), expect.closeTo(9, 6)]);
    const before = sense.by(0);
    sense.reckon(360, 351, 100);
    const after = sense.by(0);
    const wind = sense.wind();
    // Ten miles by the panel's 351, 352 by the station; two miles with the wind.
    const [heading, from] = [(352 * Math.PI) / 180, (wind.from_deg * Math.PI) / 180];
    expect(wind.speed_kt).toBeCloseTo(20, 3);
    expect(after.along_nm - before.along_nm).toBeCloseTo(10 * Math.cos(heading) - 2 * Math.cos(from), 3);
    expect(after.right_nm - before.right_nm).toBeCloseTo(10 * Math.sin(heading) - 2 * Math.sin(from), 3);
  });

  test('is put right by pointer and distance: slant range by its height, a beacon’s swing by a share', () => {
    const lesson = calm('vor-tracking');
    const vor = lesson.navigation!.origin;
    const sense = positionSense(lesson, vor);
    const elevation_ft = vor.station!.elevation_ft;
    sense.see(
      {
        ...nothing,
        pointer: { source: 'nav1', bearing_deg: 70, relative_deg: 0 } as never,
        distance: dme(5)
      },
      elevation_ft + 3 * 6076.115,
      0
    );
    // Three miles up and five away by the slant: four along the ground.
    expect([sense.radial_deg(), sense.distance_nm()]).toEqual([expect.closeTo(250, 6), expect.closeTo(4, 4)]);
    // Without a distance only the bearing is believed.
    sense.see(
      { ...nothing, pointer: { source: 'nav1', bearing_deg: 90, relative_deg: 0 } as never },
      3000,
      0
    );
    expect([sense.radial_deg(), sense.distance_nm()]).toEqual([expect.closeTo(270, 6), expect.closeTo(4, 4)]);
    const beacon = calm('ndb-tracking');
    const heard = positionSense(beacon, beacon.navigation!.origin);
    const swing = (bank_deg: number) =>
      heard.see(
        { ...nothing, pointer: { source: 'adf', bearing_deg: 124, relative_deg: 0 } },
        3000,
        bank_deg
      );
    swing(7);
    expect(heard.radial_deg()).toBeCloseTo(300, 6);
    swing(-6);
    expect(heard.radial_deg()).toBeCloseTo(300 + 0.3 * 4, 1);
  });

  test('by a localizer is so far aside as its needle says, on the side of the antenna one is on', () => {
    const lesson = calm('localizer');
    const origin = lesson.navigation!.origin;
    const sense = positionSense(lesson, origin);
    const course_deg = (origin.station as { course_deg: number }).course_deg;
    const needle = (deflection: number, valid = true): NavigationShown => ({
      ...nothing,
      needles: {
        ...nothing.needles,
        nav1: { ...nothing.needles.nav1, deflection, valid, fullScale_deg: 2.5 }
      },
      distance: dme(10)
    });
    const height_ft = origin.station!.elevation_ft;
    sense.see(needle(0), height_ft, 0);
    expect(sense.by(course_deg).right_nm).toBeCloseTo(0, 6);
    expect(sense.by(course_deg).along_nm).toBeCloseTo(-10, 3);
    // The needle half out to the right: the course lies there, one is left of it.
    sense.see(needle(0.5), height_ft, 0);
    const aside_nm = 10 * Math.sin((1.25 * Math.PI) / 180);
    expect(sense.by(course_deg).right_nm).toBeCloseTo(-aside_nm, 4);
    sense.see(needle(0.98), height_ft, 0);
    sense.see(needle(-0.9, false), height_ft, 0);
    expect(sense.by(course_deg).right_nm).toBeCloseTo(-aside_nm, 4);
    // Beyond the antenna, outbound on the front course, the same side of the beam is the same side of the course.
    sense.put(placeAt(origin.place, course_deg + origin.north_deg, 10));
    sense.see(needle(0.5), height_ft, 0);
    expect(sense.by(course_deg).along_nm).toBeCloseTo(10, 1);
    expect(Math.abs(sense.by(course_deg).right_nm)).toBeCloseTo(aside_nm, 4);
  });

  test('stays where it is when another fix becomes what is flown about', () => {
    const lesson = calm('arc-and-hold');
    const [first, second] = [lesson.drill.phases[0]!.reference!, lesson.drill.phases.at(-1)!.reference!];
    const sense = positionSense(lesson, first);
    sense.put(placeAt(first.place, 40, 7));
    sense.about(second);
    expect(sense.distance_nm()).toBeGreaterThan(0.5);
    sense.about(first);
    expect([sense.radial_deg(), sense.distance_nm()]).toEqual([
      expect.closeTo(40 - first.north_deg, 1),
      expect.closeTo(7, 2)
    ]);
    expect(sense.toStation_nm()).toBeCloseTo(7, 2);
    sense.about(second);
    sense.put(second.place);
    expect(sense.distance_nm()).toBeCloseTo(0, 6);
    expect(sense.toStation_nm()).toBeCloseTo(second.distance_nm, 6);
  });
});

describe('the heading a pilot believes', () => {
  test('with the indicator covered is turn rate by the clock, put right by the compass once the wings are level', () => {
    const lesson = lessonFor('compass-turns', {});
    const flying = new Flying(lesson, [], noHabits, () => {});
    const heading = believedHeading(flying);
    expect(lesson.covered).toContain('heading');
    const { heading_deg } = lesson.start;
    const turning = { ...panel, turnRate_degps: 3, compass_deg: heading_deg + 20 };
    heading.seeTurn(0, panel);
    // Rolled in evenly over two seconds, half the rate counts; then all of it.
    heading.seeTurn(2, turning);
    expect(heading.at(2, panel, false)).toBeCloseTo(heading_deg + 3, 6);
    expect(heading.at(4, panel, false)).toBeCloseTo(heading_deg + 9, 6);
    heading.seeTurn(10, turning);
    heading.seeTurn(12, panel);
    expect(heading.at(20, panel, false)).toBeCloseTo(heading_deg + 30, 6);
    // Seven seconds level are too few for the compass, nine are enough, for three tenths of what it differs.
    const compass = { ...panel, compass_deg: heading_deg + 40 };
    heading.seeTurn(17, panel);
    heading.seeCompass(compass);
    expect(heading.at(17, panel, false)).toBeCloseTo(heading_deg + 30, 6);
    heading.seeTurn(19, panel);
    heading.seeCompass(compass);
    expect(heading.at(19, panel, false)).toBeCloseTo(heading_deg + 33, 6);
  });

  test('in a turn goes on from where it was seen, until it is rolled out of', () => {
    const lesson = lessonFor('standard-rate-turns', {});
    const flying = new Flying(lesson, [], noHabits, () => {});
    flying.sight = sightOf(panel);
    flying.sight.take('heading', 100, panel);
    const heading = believedHeading(flying);
    flying.step = 1;
    flying.since_s = 90;
    expect(heading.at(102, panel, false)).toBeCloseTo(60 + 6, 6);
    expect(heading.at(102, panel, true)).toBe(60);
    expect(heading.at(104, panel, false)).toBe(60);
    flying.since_s = 97;
    expect(heading.at(102, panel, false)).toBe(60);
    flying.step = 3;
    flying.since_s = 90;
    expect(heading.at(102, panel, false)).toBeCloseTo(60 - 6, 6);
    flying.step = 2;
    expect(heading.at(102, panel, false)).toBe(60);
  });
});

describe('flying a procedure by clock and needle', () => {
  /** One who is put where the test wants and asked what comes next. */
  const runner = (habits: Partial<Habits> = {}, leg?: Hold['leg']) => {
    const lesson = calm('vor-hold');
    const set = steeringOf(lesson, 'hold', 60, habits);
    if (leg) {
      const goal = set.steering.goal as OfKind<'hold'>;
      set.steering.goal = { ...goal, hold: { ...goal.hold, leg } };
    }
    const run = procedureRunner(set.steering, courseTracker(set.steering));
    return { ...set, run, inbound_deg: (set.goal as OfKind<'hold'>).hold.inboundCourse_deg };
  };

  test('turns out, times the leg from abeam, and turns back to the course', () => {
    const { run, put, noted, inbound_deg } = runner();
    expect(inbound_deg).toBe(60);
    put(240, 0.05);
    run.begin(60, 0);
    expect(run.fly(1, 60)).toMatchObject({ heading_deg: 240, direction: 1 });
    run.fly(60, 235);
    // Level, and still ahead of the fix: the clock waits for abeam.
    put(90, 1);
    expect(run.fly(61, 240)).toMatchObject({ heading_deg: 240, direction: 0 });
    expect(noted).toEqual([]);
    put(150.1, 1);
    run.fly(70, 240);
    expect(noted).toEqual([{ kind: 'timer', detail: 'start' }]);
    run.fly(129.9, 240);
    expect(noted).toHaveLength(1);
    put(195, 1.5);
    run.fly(130.1, 240);
    expect(noted[1]).toEqual({ kind: 'timer', detail: 'stop' });
    expect(run.fly(131, 240).direction).toBe(1);
    // Nearly round it looks for the course itself.
    put(240, 1.5);
    expect(run.fly(170, 50)).toMatchObject({ heading_deg: expect.closeTo(60, 3), direction: 0 });
  });

  test('a fix that is yet to be come to is flown to first, and entered by the heading one comes on', () => {
    const { run, put, noted, heard } = runner({ wrongEntry: 1 });
    // Outbound is 240: on 250 a parallel entry is due by right turns, and the next one to it is the direct one.
    put(70, 3);
    run.begin(200, 0);
    expect(run.fly(1, 200).heading_deg).toBeCloseTo(250, 3);
    put(70, 0.6);
    expect(run.fly(60, 250).heading_deg).toBeCloseTo(250, 3);
    // Near it the heading stays, whatever the bearing does.
    put(40, 0.2);
    expect(run.fly(80, 250).heading_deg).toBeCloseTo(250, 3);
    expect([noted, heard]).toEqual([[], []]);
    put(335, 0.15);
    expect(run.fly(85, 250)).toMatchObject({ heading_deg: expect.closeTo(240, 3), direction: 1 });
    expect(heard).toEqual(['wrongEntry']);
    const right = runner();
    right.put(70, 0.05);
    right.run.begin(250, 0);
    expect(right.run.fly(1, 250)).toMatchObject({ heading_deg: expect.closeTo(240, 3), direction: -1 });
  });

  test('late with the clock is fifteen seconds late, and by distance no clock ends the leg', () => {
    const late = runner({ startsClockLate: 1 });
    late.put(60, 0.05);
    late.run.begin(60, 0);
    late.put(150.1, 1);
    late.run.fly(1, 240);
    late.run.fly(2, 240);
    late.run.fly(16.9, 240);
    expect(late.noted).toEqual([]);
    late.run.fly(17.1, 240);
    expect([late.noted, late.heard]).toEqual([[{ kind: 'timer', detail: 'start' }], ['startsClockLate']]);

    const far = runner({}, { kind: 'distance', nm: 4 });
    far.put(60, 0.2);
    far.run.begin(60, 0);
    far.put(200, 3.9);
    far.run.fly(1, 240);
    const out = far.steering.order;
    expect(far.run.fly(400, 240).direction).toBe(0);
    far.put(200, 4.1);
    far.run.fly(401, 240);
    expect(far.run.fly(402, 240).direction).toBe(1);
    expect(out.heading_deg).toBeGreaterThanOrEqual(0);
  });

  test('half of what the inbound leg was short is added to the next one outbound', () => {
    const { run, put, noted } = runner();
    put(60, 0.05);
    run.begin(60, 0);
    put(150.1, 1);
    run.fly(1, 240);
    run.fly(2, 240);
    run.fly(63, 240);
    put(240, 1.2);
    run.fly(100, 60);
    run.fly(101, 60);
    // Forty seconds later it is over the fix: twenty short of its minute.
    put(240, 0.6);
    run.fly(130, 60);
    put(60, 0.05);
    run.fly(141, 60);
    noted.length = 0;
    put(150.1, 1);
    run.fly(142, 60);
    run.fly(200, 240);
    run.fly(201, 240);
    const started_s = 201;
    run.fly(started_s + 69, 240);
    expect(noted).toEqual([{ kind: 'timer', detail: 'start' }]);
    run.fly(started_s + 71, 240);
    expect(noted.at(-1)).toEqual({ kind: 'timer', detail: 'stop' });
  });
});

describe('what a navigator says', () => {
  const navigating = (lesson: Lesson, habits: Partial<Habits> = {}) => {
    const noted: Happening[] = [];
    const heard: (keyof Habits)[] = [];
    const navigator = navigatorFor(
      lesson,
      bad(habits),
      (habit) => heard.push(habit),
      (what) => noted.push(what)
    )!;
    return { navigator, noted, heard };
  };

  test('calls the fix as it is passed, once', () => {
    const lesson = calm('fix-from-radials');
    const { navigator, noted } = navigating(lesson);
    const { place, north_deg } = lesson.drill.phases[0]!.reference!;
    const phase = lesson.drill.checks.find(({ kind }) => kind === 'passage')!.phase;
    navigator.enter(
      lesson.drill.phases.findIndex(({ id }) => id === phase),
      0,
      panel
    );
    const course_deg = (lesson.drill.phases[0]!.goal.lateral as OfKind<'course'>).course_deg;
    navigator.seePlace(placeAt(place, course_deg + north_deg + 180, 0.5));
    navigator.steer(0.01, { ...panel, heading_deg: course_deg });
    expect(noted).toEqual([]);
    navigator.seePlace(placeAt(place, course_deg + north_deg, 0.1));
    navigator.steer(0.02, { ...panel, heading_deg: course_deg });
    navigator.steer(0.03, { ...panel, heading_deg: course_deg });
    expect(noted).toEqual([{ kind: 'mark', detail: 'ULDAN' }]);
  });

  test('tells the time to a station by the rule of thumb: minutes between bearings times sixty, over degrees', () => {
    const lesson = calm('time-and-distance');
    const { navigator, noted } = navigating(lesson);
    // Abeam on the 150 radial at twelve miles, flown across it: the bearing goes with the arc tangent of the way over twelve.
    const { heading_deg, radial_deg, distance_nm } = lesson.start;
    expect([heading_deg, radial_deg, distance_nm]).toEqual([240, 150, 12]);
    const { origin } = lesson.navigation!;
    navigator.enter(0, 0, panel);
    navigator.seePlace(placeAt(origin.place, 150 + origin.north_deg, 12));
    const fix = { ...panel, heading_deg: 240 - (lesson.area.variation_deg - origin.north_deg) };
    for (let t = 1; t <= 2000; t++) navigator.steer(t / 10, fix);
    const perSecond_nm = tasOf(lesson.drill.phases[0]!.goal, lesson.plan) / 3600;
    const first = Math.atan((perSecond_nm * 6.1) / 12);
    const second_s = (12 * Math.tan(first + Math.PI / 18)) / perSecond_nm;
    const minutes = Number(((second_s - 6.1) / 10).toFixed(1));
    expect(noted).toEqual([{ kind: 'answer', answer: { to: 'station-time', minutes } }]);
    // By time and speed it is twelve miles at 95 kt.
    expect(Math.abs(minutes - 12 / (perSecond_nm * 60))).toBeLessThan(0.6);
  });

  test('starts the clock at the final fix, unless that is forgotten', () => {
    const lesson = lessonOf(planned('xvna-vor-a'));
    const timed = lesson.drill.checks.find(({ kind }) => kind === 'final-clock');
    const final = lesson.drill.phases.findIndex(({ id }) => id === timed?.phase);
    expect(final).toBeGreaterThan(0);
    const minds = navigating(lesson);
    minds.navigator.enter(0, 0, panel);
    expect(minds.noted).toEqual([]);
    minds.navigator.enter(final, 60, panel);
    expect(minds.noted).toEqual([{ kind: 'timer', detail: 'start' }]);
    const forgets = navigating(lesson, { forgetsClock: 1 });
    forgets.navigator.enter(final, 60, panel);
    expect([forgets.noted, forgets.heard]).toEqual([[], ['forgetsClock']]);
  });

  test('is nobody where there are no radios', () => {
    expect(
      navigatorFor(
        lessonFor('steep-turns', {}),
        noHabits,
        () => {},
        () => {}
      )
    ).toBeNull();
  });
});
