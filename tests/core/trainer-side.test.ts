import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { SUSPICIOUS_JUMPS, freshGuard, guarded } from '$lib/controls/axis-guard';
import { spokenFigures } from '$lib/controls/speech';
import { goalWords } from '$lib/draw/goal-words';
import { planWords } from '$lib/draw/plan-words';
import { readingsAt } from '$core/flight/replayed-readings';
import { stripsOf } from '$lib/draw/strip';
import { marksAround, minorMarks, tapeShift } from '$lib/panel/tape';
import { lessonOf } from '$core/drill/lesson';
import { flightLoop } from '$core/flight/flight-loop';
import { flyDrill } from '$core/flight/flown-drill';
import { flightFromChunks, type FlightChunk } from '$core/flight/recorder';
import { simulatedHands } from '$core/flight/simulated-flight';
import { gradeFlight } from '$core/grade/grade';
import { noHabits } from '$core/pilot/habits';
import { flown, planOf } from './flown';
import { even } from './even';

describe('a control axis that jumps', () => {
  test('a spike of one picture never reaches the airplane, a hand that really moved does within a twentieth of a second', () => {
    const guard = freshGuard();
    expect(guarded(guard, 0.1, 0.016)).toBe(0.1);
    expect(guarded(guard, -1, 0.016)).toBe(0.1);
    expect(guarded(guard, 0.12, 0.016)).toBe(0.12);
    expect(guard.jumps).toBe(1);
    const moved = [1, 1, 1, 1].map((value) => guarded(guard, value, 0.02));
    expect(moved.at(-1)).toBe(1);
    expect(guard.jumps).toBe(1);
    for (let i = 0; i < 2; i++) {
      guarded(guard, -1, 0.016);
      guarded(guard, 1, 0.016);
    }
    expect(guard.jumps).toBe(SUSPICIOUS_JUMPS);
  });
  test('a reading that is no number keeps the last one; slow movement passes untouched', () => {
    const guard = freshGuard();
    expect(guarded(guard, NaN, 0.016)).toBe(0);
    fc.assert(
      fc.property(fc.array(even(-0.3, 0.3), { minLength: 1, maxLength: 50 }), (values) => {
        const fresh = freshGuard();
        expect(values.map((value) => guarded(fresh, value, 0.016))).toEqual(values);
      })
    );
  });
});

describe('tapes', () => {
  const scale = { pixels: 0.34, minor: 20, major: 100, half: 150 };
  test('wherever the value stands, the marks fill the window and the shift is less than half a mark', () => {
    fc.assert(
      fc.property(even(-500, 25000), (value) => {
        const marks = marksAround(value, scale);
        expect(marks[0]! * scale.pixels).toBeLessThan(value * scale.pixels - scale.half);
        expect(marks.at(-1)! * scale.pixels).toBeGreaterThan(value * scale.pixels + scale.half);
        expect(Math.abs(tapeShift(value, scale))).toBeLessThanOrEqual((scale.major * scale.pixels) / 2 + 0.5);
      })
    );
    expect(minorMarks(scale, 0, 7).startsWith('M0 ')).toBe(true);
  });
});

test('calls are spoken as on the radio', () => {
  expect(spokenFigures('Climbing right turn, heading 310, 5500')).toBe(
    'Climbing right turn, heading 3 1 0, 5 thousand 500'
  );
  expect(spokenFigures('Descend to 4000 at 500')).toBe('Descend to 4 thousand at 500');
  expect(spokenFigures('Slow to 90 knots')).toBe('Slow to 90 knots');
});

test('phases and plans are said in one line', () => {
  const plan = planOf({ drill: 'called-turns' });
  const { phases } = lessonOf(plan).drill;
  expect(goalWords(phases[1]!, false)).toBe('up to 4500 ft, full power · 75 kt · right turn to 310°, 3°/s');
  expect(phases[1]!.call).toBe('Climbing right turn, heading 310, 4500');
  expect(planWords(planOf({ covered: ['attitude'] }))).toBe(
    'Sandling 160 · 4000 ft, 105 kt, 210° · partial panel · hints'
  );
});

test('the debrief’s panel shows at every sample what the trainer’s panel showed', () => {
  const plan = planOf({ drill: 'standard-rate-turns', faults: [{ kind: 'vacuum', at_s: 20 }] });
  const lesson = lessonOf(plan);
  const loop = flightLoop(lesson);
  const fly = flyDrill(loop, lesson);
  const next = simulatedHands(lesson, fly, noHabits, 5);
  const shown = [loop.readings()];
  const chunks: FlightChunk[] = [];
  for (let i = 1; i <= 9000; i++) {
    const chunk = fly.step(next());
    if (chunk) chunks.push(chunk);
    if (i % 10 === 0) shown.push(loop.readings());
  }
  const flight = flightFromChunks(chunks);
  for (const k of [0, 100, 333, 600, 890]) {
    const replayed = readingsAt(flight, k / 10, { plan, aircraft: lesson.aircraft });
    const live = shown[k]!;
    expect(Math.abs(replayed.pitch_deg - live.pitch_deg)).toBeLessThanOrEqual(0.051);
    expect(Math.abs(replayed.bank_deg - live.bank_deg)).toBeLessThanOrEqual(0.051);
    expect(Math.abs(replayed.ias_kt - live.ias_kt)).toBeLessThanOrEqual(0.051);
    expect(Math.abs(replayed.altitude_ft - live.altitude_ft)).toBeLessThanOrEqual(0.51);
    expect(Math.abs(replayed.verticalSpeed_fpm - live.verticalSpeed_fpm)).toBeLessThanOrEqual(0.51);
    expect(Math.abs(replayed.pathAngle_deg - live.pathAngle_deg)).toBeLessThan(0.3);
    expect(Math.abs(replayed.drift_deg - live.drift_deg)).toBeLessThan(0.3);
  }
});

test('strips of turns carry their bank, and headings their corridors on one unbroken line', () => {
  const plan = planOf({ drill: 'steep-turns', heading_deg: 350 });
  const flight = flown(plan);
  const grade = gradeFlight(flight, plan);
  const strips = stripsOf(flight, grade, lessonOf(plan));
  expect(strips.map((strip) => strip.id)).toContain('bank_deg');
  const heading = strips.find((strip) => strip.id === 'heading_deg')!;
  for (let k = 1; k < heading.values.length; k++)
    expect(Math.abs(heading.values[k]! - heading.values[k - 1]!)).toBeLessThan(5);
  // A full circle right and one back: corridors stand beside the line, a whole turn apart.
  for (const { target, from_s } of heading.corridors)
    expect(Math.abs(target(0) - heading.values[Math.round(from_s * 10)]!)).toBeLessThan(30);
  expect(
    Math.max(...heading.corridors.map((c) => c.target(0))) -
      Math.min(...heading.corridors.map((c) => c.target(0)))
  ).toBeGreaterThan(300);
});
