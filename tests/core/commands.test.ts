import { describe, expect, test } from 'vitest';
import { lessonOf } from '$core/drill/lesson';
import { failuresOf, lessonAsFlown } from '$core/flight/as-flown';
import { flightLoop } from '$core/flight/flight-loop';
import { flyDrill } from '$core/flight/flown-drill';
import { upgradeEvents } from '$core/flight/older-events';
import { flightFromChunks, type FlightChunk } from '$core/flight/recorder';
import { gradeFlight } from '$core/grade/grade';
import { planOf } from './flown';

const bare = planOf({ drill: 'straight-and-level', seed: 4 });
const failing = { ...bare, faults: [{ kind: 'vacuum' as const, at_s: 40 }] };
const LENGTH_S = 150;

/** Flown by steady hands that do not know what will fail; with the vacuum lost by command at a moment, or as it is planned. */
function flown(plan: typeof bare, command_s: number | null, resumeAt_s?: number) {
  const lesson = lessonOf(plan);
  let fly = flyDrill(flightLoop(lesson), lesson);
  const chunks: FlightChunk[] = [];
  const { readings, hands } = fly.loop;
  const start = readings();
  const held = {
    ...hands(),
    stick: { kind: 'attitude' as const, pitch_deg: start.pitch_deg, bank_deg: start.bank_deg }
  };
  for (let i = 0; i < LENGTH_S * 100; i++) {
    if (command_s !== null && i === command_s * 100 - 1) fly.command({ does: 'fail', what: 'vacuum' });
    const chunk = fly.step(held);
    if (chunk) chunks.push(chunk);
    if (chunk && resumeAt_s !== undefined && Math.abs(i / 100 - resumeAt_s) < 1) {
      fly = flyDrill(flightLoop(lesson), lesson, { chunks: [...chunks] });
      resumeAt_s = undefined;
    }
  }
  const last = fly.finish();
  return flightFromChunks(last ? [...chunks, last] : chunks);
}

describe('what is done to a flight from outside', () => {
  const planned = flown(failing, null);
  const commanded = flown(bare, 40);
  const heading = (flight: typeof planned) => Array.from(flight.columns.get('heading_deg')!);

  test('a failure that is commanded is the failure that would have been planned: the same flight', () => {
    for (const id of ['heading_deg', 'pitch_deg', 'trueHeading_deg', 'altitude_ft'] as const)
      expect(commanded.columns.get(id)).toEqual(planned.columns.get(id));
    expect(heading(planned)).not.toEqual(heading(flown(bare, null)));
    for (const flight of [planned, commanded])
      expect(flight.events.filter(({ kind }) => kind === 'command')).toEqual([
        { kind: 'command', time_s: expect.closeTo(40, 1), command: { does: 'fail', what: 'vacuum' } }
      ]);
  });

  test.each([100, 101, 105, 99])(
    'what happens last is kept, wherever its piece ends: after %d steps',
    (steps) => {
      const lesson = lessonOf(bare);
      const fly = flyDrill(flightLoop(lesson), lesson);
      const chunks: FlightChunk[] = [];
      for (let i = 0; i < 90 + steps; i++) {
        const chunk = fly.step(fly.loop.hands());
        if (chunk) chunks.push(chunk);
      }
      fly.command({ does: 'end' });
      const last = fly.finish();
      const flight = flightFromChunks(last ? [...chunks, last] : chunks);
      expect(flight.events.map(({ kind }) => kind).slice(-2)).toEqual(['command', 'end']);
      expect(Math.abs(flight.length - 1 - (90 + steps) / 10)).toBeLessThanOrEqual(1);
    }
  );

  test('it is judged in its light, though the plan knew nothing of it', () => {
    const grade = gradeFlight(commanded, bare);
    expect(grade.circumstances).toEqual(gradeFlight(planned, failing).circumstances);
    expect(grade.circumstances).toEqual(['Vacuum lost from 0:40']);
    expect(gradeFlight(flown(bare, null), bare).circumstances).toEqual([]);
    // The lying heading indicator is not held against the pilot: the true heading is judged.
    const off = (flight: typeof planned) =>
      gradeFlight(flight, bare).measures.find(({ channel }) => channel === 'heading_deg')!.worst;
    expect(Math.abs(off(commanded))).toBeLessThan(Math.abs(off({ ...commanded, events: [] })));
  });

  test('a flight that is resumed goes on with it', () => {
    expect(heading(flown(bare, 40, 80))).toEqual(heading(commanded));
    expect(heading(flown(failing, null, 20))).toEqual(heading(planned));
  });

  test('a flight from before commands is judged by its plan, as far as it was flown', () => {
    const older = { events: [], rate_hz: 10, length: 601 };
    expect(failuresOf(older, failing.faults)).toEqual(failing.faults);
    expect(failuresOf({ ...older, length: 301 }, failing.faults)).toEqual([]);
    expect(lessonAsFlown(lessonOf(failing), older).plan.faults).toEqual(failing.faults);
  });
});

test('events of the first releases are read: radios, answers and sums in lines of text', () => {
  const text =
    'nav1 114.20/108.00@090 nav2 109.00/108.00@360 adf 342/250 rnav TOLVA,BRENK@215 source nav1 pointer adf listening -';
  const read = upgradeEvents([
    { time_s: 1, kind: 'radio', detail: text },
    { time_s: 2, kind: 'radio', detail: 'nav1 on fire' },
    { time_s: 3, kind: 'answer', detail: '2:-1' },
    { time_s: 4, kind: 'answer', detail: 'time to the station 7.5 min' },
    { time_s: 5, kind: 'answer', detail: 'sum drift right after 12 s' },
    { time_s: 6, kind: 'mark', detail: 'TOLVA' }
  ]);
  expect(read).toEqual([
    {
      time_s: 1,
      kind: 'radio',
      radios: {
        nav1: { active_MHz: 114.2, standby_MHz: 108, course_deg: 90 },
        nav2: { active_MHz: 109, standby_MHz: 108, course_deg: 360 },
        adf: { active_kHz: 342, standby_kHz: 250 },
        rnav: { legs: ['TOLVA', 'BRENK'], course_deg: 215 },
        source: 'nav1',
        pointer: 'adf',
        listening: null
      }
    },
    { time_s: 3, kind: 'answer', answer: { to: 'distraction', index: 2, option: -1 } },
    { time_s: 4, kind: 'answer', answer: { to: 'station-time', minutes: 7.5 } },
    { time_s: 5, kind: 'answer', answer: { to: 'sum', sum: 'drift', right: true, took_s: 12 } },
    { time_s: 6, kind: 'mark', detail: 'TOLVA' }
  ]);
  expect(upgradeEvents(read)).toEqual(read);
  // Nothing loaded, and no course of its own.
  const bare = text.replace('TOLVA,BRENK@215', '-').replace('listening -', 'listening nav2');
  expect(upgradeEvents([{ time_s: 1, kind: 'radio', detail: bare }])).toMatchObject([
    { radios: { rnav: { legs: [], course_deg: null }, listening: 'nav2' } }
  ]);
});
