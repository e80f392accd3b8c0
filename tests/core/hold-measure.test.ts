import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { windAboutFix } from '$core/drill/plan-wind';
import type { Lesson } from '$core/drill/lesson';
import { passagesOf } from '$core/grade/checks/fix-passages';
import { measureHold, type HoldMeasure } from '$core/grade/checks/hold-measure';
import { normaliseBearing, normaliseSigned } from '$core/measure/angle';
import { sideOf, solveHold, type HoldSolution } from '$core/procedure/hold';
import { holdEntries, holdEntry } from '$core/procedure/hold-entry';
import { goalOf, lessonFor, pen, turned, type Drawing } from './drawn-flight';
import { findingsOf, elementsOf } from './told';
import { even } from './even';

const angle = fc.integer({ min: 1, max: 360 });
const hold = fc.record({
  course_deg: angle,
  turn: fc.constantFrom('right' as const, 'left' as const),
  windFrom_deg: angle,
  windSpeed_kt: fc.integer({ min: 0, max: 25 })
});
type HoldCase = typeof hold extends fc.Arbitrary<infer T> ? T : never;

/** A hold at a VOR or a waypoint, its exact solution, and a pen over the fix on the heading of arrival. */
function holding({ course_deg, turn, ...wind }: HoldCase, drill: string, arrival_deg = course_deg) {
  const plain = lessonFor(drill, { ...wind, figures: { course_deg, arrival_deg } });
  const lesson = turned(plain, turn);
  const goal = goalOf(lesson, 'hold', 'hold');
  const drawing = pen(lesson, 'hold', {
    along_nm: 0.001,
    right_nm: 0,
    course_deg,
    heading_deg: arrival_deg
  });
  const solution = solveHold(goal.hold, {
    tas_kt: drawing.tas_kt,
    wind: windAboutFix(lesson, lesson.navigation!.origin)
  });
  if (solution.kind === 'impossible') throw new Error(solution.reason);
  const toFix = () => drawing.until(() => drawing.by().along_nm >= 0);
  return { lesson, goal, drawing, solution, toFix, side: sideOf(goal.hold) };
}
function measured(lesson: Lesson, goal: Parameters<typeof measureHold>[2], drawing: Drawing): HoldMeasure {
  const m = measureHold(drawing.flight(), lesson, goal, drawing.span());
  if (m?.kind !== 'hold') throw new Error('the fix was never passed');
  return m;
}
const DRILLS = fc.constantFrom('vor-hold', 'rnav-hold');

describe('a hold drawn by hand', () => {
  test('is measured as it was drawn: times, headings, and where it rolled out', () => {
    fc.assert(
      fc.property(hold, DRILLS, even(-20, 30), even(-8, 8), (shape, drill, late_s, aside_deg) => {
        const arrival = holding(shape, drill).solution.inbound.heading_deg;
        const { lesson, goal, drawing, solution, toFix, side } = holding(shape, drill, arrival);
        const drawn = [late_s, 0].map((extra_s) => {
          const start_s = drawing.time_s();
          drawing.turn(solution.outboundHeading_deg + aside_deg, side);
          const level_s = drawing.time_s();
          drawing.until(() => drawing.by().along_nm <= 0);
          const due_s = drawing.time_s();
          drawing.note({ kind: 'timer', detail: 'start' }).straight(Math.max(20, solution.timed_s + extra_s));
          const turns_s = drawing.time_s();
          drawing.turn(solution.inbound.heading_deg, side);
          const [rollOut_s, off] = [drawing.time_s(), drawing.by().right_nm];
          toFix();
          return { start_s, level_s, due_s, turns_s, rollOut_s, off, end_s: drawing.time_s() };
        });
        const m = measured(lesson, goal, drawing);
        expect(m.circuits).toHaveLength(2);
        m.circuits.forEach((circuit, i) => {
          const d = drawn[i]!;
          expect(Math.abs(circuit.end_s - d.end_s)).toBeLessThan(0.31);
          expect(Math.abs(circuit.clockDue_s! - d.due_s)).toBeLessThan(1.6);
          expect(circuit.clockStarted_s).toBeCloseTo(d.due_s, 6);
          expect(Math.abs(circuit.outbound_s! - (d.turns_s - d.due_s))).toBeLessThan(2);
          expect(Math.abs(circuit.inbound_s! - (d.end_s - d.rollOut_s))).toBeLessThan(1.6);
          expect(
            Math.abs(circuit.outboundCorrection_deg! - solution.outboundCorrection_deg - aside_deg)
          ).toBeLessThan(0.2);
          expect(
            Math.abs(circuit.inboundCorrection_deg! - solution.inbound.windCorrectionAngle_deg)
          ).toBeLessThan(0.2);
          expect(Math.abs(circuit.overshot_nm! + side * d.off)).toBeLessThan(0.03);
        });
      }),
      { numRuns: 12 }
    );
  });

  test('by its exact solution comes back to the fix in its minute, and is found in order', () => {
    fc.assert(
      fc.property(hold, (shape) => {
        const arrival = holding(shape, 'vor-hold').solution.inbound.heading_deg;
        const { lesson, goal, drawing, solution, toFix, side } = holding(shape, 'vor-hold', arrival);
        for (let circuit = 0; circuit < 4; circuit++) {
          drawing.turn(solution.outboundHeading_deg, side).until(() => drawing.by().along_nm <= 0);
          drawing.note({ kind: 'timer', detail: 'start' });
          drawing.straight(solution.timedFrom === 'abeam' ? solution.timed_s : solution.outbound_s);
          drawing.turn(solution.inbound.heading_deg, side);
          toFix();
        }
        const m = measured(lesson, goal, drawing);
        m.circuits.forEach((circuit) => {
          expect(Math.abs(circuit.inbound_s! - 60)).toBeLessThan(2);
          expect(Math.abs(circuit.rollOutOff!)).toBeLessThan(0.25);
        });
        const kinds = findingsOf(lesson, m).map(({ kind, severity }) => `${kind} ${severity}`);
        expect(kinds).toEqual(['right-entry good', 'hold-converged good']);
      }),
      { numRuns: 5 }
    );
  });

  test('that begins before its fix is entered at the fix: what is flown up to it is neither leg nor circuit', () => {
    fc.assert(
      fc.property(
        angle,
        fc.constantFrom('right' as const, 'left' as const),
        even(0.3, 1.2),
        angle,
        (course_deg, turn, before_nm, arrival_deg) => {
          const still = { course_deg, turn, windFrom_deg: 360, windSpeed_kt: 0 };
          const { lesson, goal, side } = holding(still, 'rnav-hold');
          const { entry, alternative } = holdEntry(goal.hold, arrival_deg);
          fc.pre(alternative === null);
          const from_deg = ((arrival_deg - course_deg) * Math.PI) / 180;
          const drawing = pen(lesson, 'hold', {
            along_nm: -before_nm * Math.cos(from_deg),
            right_nm: -before_nm * Math.sin(from_deg),
            course_deg,
            heading_deg: arrival_deg
          });
          const toFix_s = (before_nm / drawing.tas_kt) * 3600;
          drawing.straight(toFix_s);
          const outbound_deg = course_deg + 180;
          if (entry === 'direct') drawing.turn(outbound_deg, side).until(() => drawing.by().along_nm <= 0);
          else drawing.turn(entry === 'parallel' ? outbound_deg : outbound_deg - 30 * side);
          const due_s = drawing.time_s();
          drawing.note({ kind: 'timer', detail: 'start' }).straight(60);
          if (entry === 'parallel') drawing.turn(course_deg - 30 * side, -side as 1 | -1);
          else drawing.turn(course_deg, side);
          // However it comes back, it passes abeam the fix.
          drawing.until(() => drawing.by().along_nm >= 0.05);
          // From whichever side it was come to, once back over the fix is once.
          expect(passagesOf(drawing.flight(), drawing.span())).toHaveLength(1);
          const m = measured(lesson, goal, drawing);
          expect([m.entry, m.due.entry, m.entryRight]).toEqual([entry, entry, true]);
          expect(Math.abs(normaliseSigned(m.arrivalHeading_deg - arrival_deg))).toBeLessThan(0.2);
          expect(Math.abs(m.entered_s - toFix_s)).toBeLessThan(4);
          expect(Math.abs(m.entryLegOff_deg ?? 0)).toBeLessThan(1);
          expect(m.circuits).toHaveLength(1);
          expect(m.circuits[0]!.clockStarted_s).toBeCloseTo(due_s, 6);
          expect(Math.abs(m.circuits[0]!.clockDue_s! - due_s)).toBeLessThan(2);
          const faults = findingsOf(lesson, m).filter(({ severity }) => severity !== 'good');
          expect(faults.filter(({ kind }) => /entry|timing/.test(kind))).toEqual([]);
        }
      ),
      { numRuns: 60 }
    );
  });

  test('left and not come back to is said so, and not met; so is one come back to too seldom', () => {
    const shape = { course_deg: 60, turn: 'right' as const, windFrom_deg: 340, windSpeed_kt: 20 };
    const gone = holding(shape, 'vor-hold');
    gone.drawing.straight(900);
    const outbound = holding(shape, 'vor-hold');
    outbound.drawing.turn(outbound.solution.outboundHeading_deg, 1).straight(900);
    for (const [{ drawing, lesson, goal }, title, came] of [
      [gone, 'Never turned into the hold at VLB', 'Flew on past the fix for'],
      [outbound, 'Never returned to the fix', 'Not back over the fix in']
    ] as const) {
      const left = measureHold(drawing.flight(), lesson, goal, drawing.span())!;
      const [finding, ...others] = findingsOf(lesson, left);
      expect(others).toEqual([]);
      expect(finding).toMatchObject({ kind: 'not-back-over-fix', severity: 'fault', title });
      const time = Math.floor(drawing.time_s() / 60);
      expect(finding!.evidence).toMatch(
        new RegExp(`^${came} ${time}:\\d\\d, 2\\d\\.\\d NM from it at the end; a direct entry was due`)
      );
      expect(elementsOf(lesson, left)).toMatchObject([{ verdict: 'not met' }]);
    }
    // Who stops before the time is over is told that, and nothing of the hold.
    const stopped = { ...gone.drawing.span(), complete: false };
    expect(measureHold(gone.drawing.flight(), gone.lesson, gone.goal, stopped)).toBeNull();

    const once = holding(shape, 'vor-hold', gone.solution.inbound.heading_deg);
    once.drawing.turn(once.solution.outboundHeading_deg, 1).straight(once.solution.outbound_s);
    once.drawing.turn(once.solution.inbound.heading_deg, 1);
    once.toFix().straight(600);
    const m = measured(once.lesson, once.goal, once.drawing);
    expect(findingsOf(once.lesson, m).find(({ kind }) => kind === 'not-back-over-fix')).toMatchObject({
      title: 'Hold not finished',
      evidence: 'Back over the fix 1 of 4 times when the time was up.'
    });
  });

  test('its entry is told from the flying alone, whichever was flown and whichever was due', () => {
    const told = { right: 0, unsure: 0, wrong: [] as unknown[] };
    fc.assert(
      fc.property(hold, DRILLS, angle, fc.constantFrom(...holdEntries), (shape, drill, arrival, entry) => {
        const { lesson, goal, drawing, solution, toFix, side } = holding(shape, drill, arrival);
        enter(drawing, solution, goal.hold.inboundCourse_deg, entry, side);
        toFix();
        const m = measured(lesson, goal, drawing);
        if (m.entry === entry) told.right += 1;
        else if (m.entry === null) told.unsure += 1;
        else told.wrong.push({ ...shape, drill, arrival, entry, told: m.entry });
        const due = holdEntry(goal.hold, arrival);
        expect(Math.abs(normaliseSigned(m.due.relative_deg - due.relative_deg))).toBeLessThan(0.5);
        expect(m.entryRight).toBe([null, m.due.entry, m.due.alternative].includes(m.entry));
      }),
      { numRuns: 40, seed: 7 }
    );
    // Where the correction makes a teardrop's heading the direct entry's own, the flying is one and the same.
    expect(told.wrong.length).toBeLessThanOrEqual(1);
    expect(told.unsure).toBeLessThanOrEqual(1);
  });

  test('a teardrop or parallel leg laid off beside its heading is told by so much, mirrored too; what the wind asks for is none', () => {
    const laidOff = fc.constantFrom('teardrop' as const, 'parallel' as const);
    fc.assert(
      fc.property(hold, laidOff, even(-12, 40), (shape, entry, farther_deg) => {
        const side = shape.turn === 'right' ? 1 : -1;
        // Arriving well within the entry's own part.
        const arrival = normaliseBearing(shape.course_deg + 180 - side * (entry === 'teardrop' ? 35 : -55));
        const { lesson, goal, drawing, solution, toFix } = holding(shape, 'vor-hold', arrival);
        enter(drawing, solution, shape.course_deg, entry, side, { farther_deg });
        toFix();
        // Laid off so far that it does not lead back over the fix, it is no entry.
        fc.pre(Math.abs(drawing.by().right_nm) < 0.4);
        const m = measured(lesson, goal, drawing);
        const said = findingsOf(lesson, m).find(({ kind }) => kind.includes('entry'))!;
        // So far round that it is another entry, it is that one.
        fc.pre(m.entry === entry);
        const wind = Math.abs(solution.inbound.windCorrectionAngle_deg);
        expect(Math.abs(m.entryLegOff_deg!)).toBeLessThan(Math.abs(farther_deg) + 3);
        expect(Math.abs(m.entryLegOff_deg! - farther_deg)).toBeLessThan(wind + 3);
        if (farther_deg > wind + 18) {
          expect(said.kind).toBe('entry-heading');
          expect(said.evidence).toMatch(
            entry === 'teardrop'
              ? /^At least (4[5-9]|[5-7]\d)° from .*; a teardrop is 30°/
              : /^At least (1[5-9]|[2-4]\d)° beside .*, toward the side of the/
          );
          expect(said.title).toBe(
            entry === 'teardrop' ? 'Teardrop laid off too far' : 'Parallel leg off the outbound course'
          );
        } else if (farther_deg < 12) expect(said.kind).toBe('right-entry');
      }),
      { numRuns: 40, seed: 11 }
    );
  });

  test('the clock of an entry counts from its wings level; over the fix on its heading, from the fix', () => {
    const shape = { course_deg: 90, turn: 'right' as const, windFrom_deg: 90, windSpeed_kt: 0 };
    const said = (arrival: number, clock_s: number) => {
      const { lesson, goal, drawing, solution, toFix } = holding(shape, 'vor-hold', arrival);
      enter(drawing, solution, 90, 'teardrop', 1, { clock_s });
      toFix();
      return findingsOf(lesson, measured(lesson, goal, drawing)).flatMap(({ title, evidence }) =>
        title.startsWith('Clock') ? [evidence] : []
      );
    };
    expect(said(240, 15)).toEqual(['Started 15 s after the wings were level outbound.']);
    expect(said(215, 15)).toEqual([expect.stringMatching(/^Started 1[3-5] s after/)]);
    expect(said(240, 4)).toEqual([]);
    expect(said(215, 4)).toEqual([]);
  });
});

/** Flies an entry as it is taught: its heading for a minute, back by its side, on to the course at 30°. */
function enter(
  drawing: Drawing,
  solution: HoldSolution,
  inbound_deg: number,
  entry: (typeof holdEntries)[number],
  side: 1 | -1,
  { farther_deg = 0, clock_s = 0 } = {}
): void {
  const wind = -solution.inbound.windCorrectionAngle_deg;
  if (entry === 'direct') drawing.turn(solution.outboundHeading_deg, side).straight(solution.outbound_s);
  else
    drawing
      .turn(inbound_deg + 180 - (entry === 'teardrop' ? side * 30 : 0) - side * farther_deg + wind)
      .straight(clock_s)
      .note({ kind: 'timer', detail: 'start' })
      .straight(60 - clock_s);
  const back = entry === 'parallel' ? (-side as 1 | -1) : side;
  const home = solution.inbound.heading_deg;
  // Round until the course lies ahead at 30°, then along that to it.
  drawing.turn(home - 30 * Math.sign(drawing.by().right_nm || side), back);
  const ahead = Math.sign(drawing.by().right_nm) === Math.sign(normaliseSigned(home - drawing.heading()));
  if (ahead) drawing.until(() => Math.abs(drawing.by().right_nm) < 0.08 || drawing.by().along_nm > -0.3);
  drawing.turn(home);
}
