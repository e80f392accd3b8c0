/**
 * People who fly courses and holds by radio, drawn as a point that is moved through the wind by the headings they choose:
 * apart from the airplane, its pilots and their laws. They see the needle late and in glances, correct by habits of their own,
 * and have, where asked, one fault. Everything the grader is given is written as a recording would have it.
 */
import { windVelocity } from '../../src/lib/core/air/wind';
import { windAboutFix } from '../../src/lib/core/drill/plan-wind';
import { tasOf } from '../../src/lib/core/drill/goal-in-air';
import { lessonOf, type Lesson } from '../../src/lib/core/drill/lesson';
import type { LessonPlan } from '../../src/lib/core/drill/lesson-plan';
import { trackPhases } from '../../src/lib/core/drill/phase-tracker';
import { channelDefinitions, writeSample } from '../../src/lib/core/flight/channels';
import { courseWatch } from '../../src/lib/core/flight/course-watch';
import { type FlightEvent } from '../../src/lib/core/flight/flight-event';
import { flightFromCounts, readerOf, type Flight } from '../../src/lib/core/flight/flight';
import { clamp } from '../../src/lib/core/measure/clamp';
import { normaliseBearing, normaliseSigned } from '../../src/lib/core/measure/angle';
import { seededNoise } from '../../src/lib/core/measure/seeded-noise';
import { entryHeading, holdEntry } from '../../src/lib/core/procedure/hold-entry';
import { sideOf, solveHold } from '../../src/lib/core/procedure/hold';
import { windTriangle } from '../../src/lib/core/procedure/wind-triangle';
import { radioPlan, type RadioFault } from './drawn-radio-plan';
import { drawnSample } from './drawn-sample';

const STEP_S = 0.1;
const RATE_DEGPS = 3;
const BANK_DEG = 16;
const LONGEST_S = 2400;
const radians = (angle: number) => (angle * Math.PI) / 180;

/** A whole drill by radio flown by a point. */
export function drawnByRadio(fault: RadioFault | null, seed: number): { flight: Flight; plan: LessonPlan } {
  const noise = seededNoise(seed * 3 + 1);
  const plan = radioPlan(fault, seed, noise);
  return { flight: draw(lessonOf(plan), fault, noise), plan };
}

function draw(lesson: Lesson, fault: RadioFault | null, noise: ReturnType<typeof seededNoise>): Flight {
  const { drill, plan, area } = lesson;
  const { origin } = lesson.navigation!;
  const wind = windAboutFix(lesson, origin);
  const air = windVelocity(wind);
  const watch = courseWatch(lesson);
  const tracker = trackPhases(drill);
  const events: FlightEvent[] = [];
  const samples: Int32Array[] = [];
  const counts = new Int32Array(channelDefinitions.length);
  const read = readerOf(counts);
  const goalNow = () => drill.phases[tracker.current().index]!.goal;
  // This person's own ways.
  const glance_s = 1 + 1.5 * noise.uniform();
  const delay_s = 0.5 + 0.7 * noise.uniform();
  const dead = 0.04 + 0.05 * noise.uniform();
  const cut_deg = 8 + 8 * noise.uniform();
  const guess = 0.7 + 0.5 * noise.uniform();

  const start = radians(lesson.start.radial_deg);
  let north = lesson.start.distance_nm * Math.cos(start);
  let east = lesson.start.distance_nm * Math.sin(start);
  const turned = origin.north_deg - area.variation_deg;
  let heading = normaliseBearing(lesson.start.heading_deg - turned);
  let wanted = heading;
  let direction: 0 | 1 | -1 = 0;
  let bank = 0;
  let nextLook_s = 0;
  let keep = 0;
  let correcting = 0;
  let side = 1;
  const seen: { at_s: number; off: number }[] = [];

  function steer(dt: number): void {
    const gap =
      direction === 0
        ? normaliseSigned(wanted - heading)
        : direction * normaliseBearing(direction * (wanted - heading));
    if (Math.abs(gap) < 0.4 || Math.abs(gap) > 359.6) {
      heading = normaliseBearing(wanted);
      direction = 0;
      bank += clamp(-bank, -8 * dt, 8 * dt);
      return;
    }
    const way = Math.sign(gap);
    const rate = Math.min(RATE_DEGPS, Math.max(0.5, Math.abs(gap) / 2));
    heading = normaliseBearing(heading + way * Math.min(Math.abs(gap), rate * dt));
    const to = way * BANK_DEG * (rate / RATE_DEGPS);
    bank += clamp(to - bank, -8 * dt, 8 * dt);
  }

  /** A course held by its needle: the person's own bracketing, or the fault. */
  function track(now: number, course: number, tas: number): void {
    const triangle = windTriangle(course, tas, wind);
    const due = triangle.kind === 'impossible' ? 0 : triangle.windCorrectionAngle_deg;
    const off = seen.findLast((s) => s.at_s <= now - delay_s)?.off ?? 0;
    if (now < nextLook_s) return;
    nextLook_s = now + glance_s * (0.7 + 0.6 * noise.uniform());
    direction = 0;
    switch (fault) {
      case 'no-wind-correction':
        // Back to the middle with a cut, and then the whole of it taken out again.
        if (correcting === 0 && Math.abs(off) > 0.28) correcting = -Math.sign(off);
        if (correcting !== 0 && off * correcting > -0.05) correcting = 0;
        wanted = course + correcting * 22;
        nextLook_s = now + 1.2;
        return;
      case 'parallel-offset':
        // Holds the heading that keeps the needle where it is, far from the middle.
        if (now < 50) wanted = course + due + Math.sign(due || 1) * 12;
        else wanted = course + due + clamp(-20 * (off - 0.42 * Math.sign(due || 1)), -5, 5);
        return;
      case 'over-correcting':
        if (Math.abs(off) > 0.3) side = -Math.sign(off);
        wanted = course + due + side * 26;
        nextLook_s = now + 0.8;
        return;
      case 'still-turning':
        if (correcting === 0 && Math.abs(off) > 0.18) correcting = -Math.sign(off);
        if (correcting !== 0) {
          wanted = heading + correcting * 14;
          if (off * correcting > 0) {
            correcting = 0;
            wanted = course + due;
          }
        } else wanted = course + (Math.abs(off) < 0.1 ? due * 0.3 : due * 0.3);
        nextLook_s = now + 0.4;
        return;
      case 'chasing': {
        const before = seen.findLast((s) => s.at_s <= now - delay_s - 1.5)?.off ?? off;
        wanted =
          course +
          due * 0.6 -
          clamp(45 * off + 260 * (off - before), -38, 38) +
          9 * Math.sign(Math.sin(now / 1.1));
        nextLook_s = now + 0.9;
        return;
      }
      default: {
        if (keep === 0) keep = due * guess;
        if (Math.abs(off) > dead + 0.1) {
          if (correcting === 0) correcting = -Math.sign(off);
        } else if (correcting !== 0 && off * correcting > -dead) {
          // Back: keep half of what it took, as wind.
          keep += 0.25 * correcting * cut_deg * 0.5;
          keep = keep + 0.5 * (due - keep);
          correcting = 0;
        }
        wanted = course + keep + correcting * cut_deg * 0.6;
      }
    }
  }

  interface HoldStep {
    run(now: number): boolean;
  }
  let steps: HoldStep[] = [];
  let stepSince = 0;
  let wasIndex = -1;

  function circuit(
    course: number,
    turn: 1 | -1,
    outHeading: number,
    out_s: number,
    entry: 'direct' | 'teardrop' | 'parallel',
    entryOut: number
  ): HoldStep[] {
    const begin = (now: number, act: () => void) => {
      if (Math.abs(stepSince - now) < STEP_S / 2) act();
    };
    const toHeading = (angle: number, way: 0 | 1 | -1): HoldStep => ({
      run: (now) => {
        begin(now, () => {
          wanted = normaliseBearing(angle);
          direction = way;
        });
        return Math.abs(normaliseSigned(wanted - heading)) < 0.5;
      }
    });
    const straight = (seconds: number, timed: boolean): HoldStep => ({
      run: (now) => {
        if (timed && fault !== 'hold-no-clock' && Math.abs(now - stepSince - 1) < STEP_S / 2)
          events.push({ time_s: now, kind: 'timer', detail: 'start' });
        return now - stepSince >= seconds;
      }
    });
    const abeam: HoldStep = {
      run: () => north * Math.cos(radians(course)) + east * Math.sin(radians(course)) <= 0
    };
    const inbound: HoldStep = {
      run: (now) => {
        trackCleanly(now, course);
        return north * Math.cos(radians(course)) + east * Math.sin(radians(course)) >= 0;
      }
    };
    if (entry === 'direct')
      return [
        toHeading(outHeading, turn),
        abeam,
        straight(out_s, true),
        toHeading(course + inboundDue(course), turn),
        inbound
      ];
    const back = entry === 'teardrop' ? turn : (-turn as 1 | -1);
    return [
      toHeading(entryOut, 0),
      straight(58, true),
      toHeading(course + inboundDue(course) + (entry === 'parallel' ? -back * -1 * 30 : 0), back),
      inbound
    ];
  }
  const inboundDue = (course: number) => {
    const t = windTriangle(course, tasOf(goalNow(), plan), wind);
    return t.kind === 'impossible' ? 0 : t.windCorrectionAngle_deg;
  };
  function trackCleanly(now: number, course: number): void {
    if (now < nextLook_s) return;
    nextLook_s = now + 1.2;
    direction = 0;
    const off_nm = -north * Math.sin(radians(course)) + east * Math.cos(radians(course));
    wanted = course + inboundDue(course) - clamp(60 * off_nm, -35, 35);
  }

  for (let k = 0; k < LONGEST_S / STEP_S && !tracker.finished(); k++) {
    const now = k * STEP_S;
    const index = tracker.current().index;
    const { goal } = drill.phases[index]!;
    const tas = tasOf(goal, plan);
    if (index !== wasIndex) {
      wasIndex = index;
      steps = [];
      correcting = 0;
      if (goal.lateral.kind === 'hold') {
        const { hold } = goal.lateral;
        const solution = solveHold(hold, { tas_kt: tas, wind });
        if (solution.kind === 'impossible') throw new Error(solution.reason);
        const turn = sideOf(hold);
        const dueEntry = holdEntry(hold, heading);
        const others = (['direct', 'teardrop', 'parallel'] as const).filter(
          (e) => e !== dueEntry.entry && e !== dueEntry.alternative
        );
        const entry =
          fault === 'wrong-entry' ? others[Math.floor(others.length * noise.uniform())]! : dueEntry.entry;
        const plain = normaliseBearing(hold.inboundCourse_deg + 180);
        const out =
          fault === 'hold-no-correction'
            ? plain
            : normaliseBearing(plain + solution.outboundCorrection_deg * (0.85 + 0.3 * noise.uniform()));
        const late = fault === 'hold-late-inbound' ? 28 + 12 * noise.uniform() : 3 * noise.normal();
        const entryOut =
          entry === 'direct'
            ? out
            : normaliseBearing(entryHeading(hold, entry)! - inboundDue(hold.inboundCourse_deg));
        const first = circuit(
          hold.inboundCourse_deg,
          turn,
          out,
          Math.max(6, solution.outbound_s),
          entry,
          entryOut
        );
        const again = () =>
          circuit(hold.inboundCourse_deg, turn, out, Math.max(6, solution.outbound_s + late), 'direct', out);
        steps = [...first, ...again(), ...again(), ...again(), ...again()];
        stepSince = now;
        nextLook_s = 0;
      }
    }
    if (goal.lateral.kind === 'course' && drill.phases.some((p) => p.goal.lateral.kind === 'hold'))
      trackCleanly(now, goal.lateral.course_deg);
    else if (goal.lateral.kind === 'course') track(now, goal.lateral.course_deg, tas);
    else if (steps[0]?.run(now)) {
      steps.shift();
      stepSince = Math.round((now + STEP_S) * 10) / 10;
      nextLook_s = 0;
    }
    steer(STEP_S);
    north += ((tas * Math.cos(radians(heading)) + air.north) / 3600) * STEP_S;
    east += ((tas * Math.sin(radians(heading)) + air.east) / 3600) * STEP_S;
    writeSample(counts, drawnSample(lesson, { time_s: now, index, north, east, heading, bank }));
    watch(counts, tracker.current().index);
    seen.push({ at_s: now, off: read('courseShare') });
    if (seen.length > 80) seen.shift();
    samples.push(counts.slice());
    tracker.advance(now, read);
  }
  return flightFromCounts(
    channelDefinitions.map((_, i) => samples.map((sample) => sample[i]!)),
    events
  );
}
