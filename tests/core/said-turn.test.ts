import { describe, expect, test } from 'vitest';
import { lessonOf } from '$core/drill/lesson';
import type { Command } from '$core/flight/command';
import { flightLoop } from '$core/flight/flight-loop';
import { flyDrill } from '$core/flight/flown-drill';
import { column } from '$core/flight/flight';
import { flightFromChunks, type FlightChunk } from '$core/flight/recorder';
import { simulatedHands } from '$core/flight/simulated-flight';
import { coach } from '$core/grade/coach';
import { gradeFlight } from '$core/grade/grade';
import { leftToTurn, turnFromTo } from '$core/measure/angle';
import { noHabits } from '$core/pilot/habits';
import { planOf } from './flown';

const CLEARED_S = 20;
const plan = planOf({ drill: 'straight-and-level', seed: 4, turbulence: 'smooth' });

/** The heading indicator as it is told, flown by a person or by the reference pilot: what was turned, found and heard. */
function cleared(by_deg: number, turn: 'left' | 'right', person?: (toGo_deg: number) => number) {
  const lesson = lessonOf(plan);
  const loop = flightLoop(lesson);
  const flown = flyDrill(loop, lesson);
  const pilot = simulatedHands(lesson, flown, noHabits, 4);
  const start = loop.readings();
  const heading_deg = ((Math.round(start.heading_deg + by_deg) + 719) % 360) + 1;
  const level = loop.hands();
  const chunks: FlightChunk[] = [];
  const heard: string[] = [];
  let voice = coach(lesson);
  for (let step = 1; step <= 100 * (CLEARED_S + 160); step++) {
    if (step === 100 * CLEARED_S) {
      flown.command({ does: 'clear', heading_deg, turn } satisfies Command);
      voice = coach(flown.lesson);
    }
    const toGo_deg = turnFromTo(loop.readings().heading_deg, heading_deg);
    const bank_deg = person && step > 100 * CLEARED_S ? person(toGo_deg) : 0;
    const chunk = flown.step(person ? { ...level, stick: { kind: 'attitude', pitch_deg: start.pitch_deg, bank_deg } } : pilot()); // prettier-ignore
    if (chunk) chunks.push(chunk);
    const words = step % 10 === 0 && voice.watch(loop.time_s(), flown.phase().index, flown.read);
    if (words && /left|right/.test(words)) heard.push(words.replace(/\d{3}°/, 'it'));
  }
  const flight = flightFromChunks([...chunks, flown.finish()!]);
  const headings = Array.from(column(flight, 'heading_deg')).slice(10 * CLEARED_S);
  const turned_deg = headings.reduce(
    (sum, now, k) => sum + (k === 0 ? 0 : turnFromTo(headings[k - 1]!, now)),
    0
  );
  const grade = gradeFlight(flight, plan);
  return {
    turned_deg,
    heard,
    found: grade.findings.flatMap(({ kind, title, evidence }) => (kind === 'other-turn-than-said' ? [title.replace(/\d{3}°/, 'it'), evidence] : [])), // prettier-ignore
    verdict: grade.elements.find(({ name }) => name.endsWith('way of the turn'))?.verdict
  };
}

test('what is left to turn goes the way that was said; a little on the other side of a heading is past it', () => {
  expect(leftToTurn('right', 210, 130)).toBe(280);
  expect(leftToTurn('left', 210, 130)).toBe(80);
  expect(leftToTurn('left', 350, 20)).toBe(330 - 360);
  expect(leftToTurn('right', 350, 20)).toBe(30);
  expect(leftToTurn('right', 135, 130)).toBe(-5);
  expect([leftToTurn('left', 100, 146), leftToTurn('left', 100, 145), leftToTurn('right', 100, 100)]).toEqual([314, 315, 0]); // prettier-ignore
});

describe('a heading that is given with its turn', () => {
  test.each([
    [-80, 'right', 280],
    [80, 'left', -280],
    [100, 'right', 100],
    [-30, 'right', -30]
  ] as const)('%d° away, turn %s: the reference pilot turns %d°', (by_deg, turn, asked_deg) => {
    const { turned_deg, found, verdict, heard } = cleared(by_deg, turn);
    expect(Math.abs(turned_deg - asked_deg)).toBeLessThan(6);
    expect(found).toEqual([]);
    expect(verdict).toBe(Math.abs(by_deg) < 45 ? undefined : 'met');
    expect(heard.filter((words) => !words.includes(` ${turn} `))).toEqual([]);
  });

  const towards = (toGo_deg: number) => Math.max(-20, Math.min(20, toGo_deg));

  test('who turns the short way instead hears which way it was, and finds it in the debrief', () => {
    const short = cleared(-80, 'right', towards);
    expect(short.turned_deg).toBeCloseTo(-80, -1);
    expect(short.heard).toEqual(['Turn right to it.']);
    expect(short.found).toEqual([
      'Turned left, not right, to it',
      'A right turn was said; the turn went left.'
    ]);
    expect(short.verdict).toBe('not met');
  });

  test('who does not turn is told the way, and nobody says which way was turned', () => {
    const none = cleared(-80, 'right', () => 0);
    expect(new Set(none.heard)).toEqual(new Set(['Turn right to it.']));
    expect(none.found).toEqual([]);
    expect(none.verdict).toBeUndefined();
  });

  test('who turns the said way hears nothing of the other', () => {
    // Past the heading it is a correction again, whichever way.
    const said = cleared(-80, 'right', (toGo_deg) => (Math.abs(toGo_deg) > 30 ? 20 : towards(toGo_deg)));
    expect(said.turned_deg).toBeCloseTo(280, -1);
    expect(said.heard.filter((words) => words.includes('left'))).toEqual([]);
    expect([said.found, said.verdict]).toEqual([[], 'met']);
  });
});
