import { lessonOf, type Lesson } from '$core/drill/lesson';
import { flightFromChunks, type FlightChunk } from '$core/flight/recorder';
import { countsOf, type Flight } from '$core/flight/flight';
import { flightLoop } from '$core/flight/flight-loop';
import { simulateFlight } from '$core/flight/simulated-flight';
import { noHabits } from '$core/pilot/habits';
import type { Frame, FromFlight, Moving, ToFlight } from '$lib/worker/flight-protocol';
import { isSeenToDiffer } from '$lib/worker/picture';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { wayBetween } from '$core/earth/geodesic';
import { HINT_STANDS_S } from '$lib/draw/hint-stands';
import { ToldToPilot } from '$lib/worker/told-to-pilot';
import { flyDrill } from '$core/flight/flown-drill';
import { planOf } from '../core/flown';
import { planned } from '../core/planned-approach';

/** A worker as the page has it: messages in, messages out, and a clock that is turned by hand. */
class FlightWorker {
  readonly told: FromFlight[] = [];
  private hear: (message: { data: ToFlight }) => void = () => {};

  static async start(): Promise<FlightWorker> {
    const worker = new FlightWorker();
    vi.stubGlobal('postMessage', (message: FromFlight) => worker.told.push(structuredClone(message)));
    vi.stubGlobal('onmessage', null);
    vi.resetModules();
    await import('$lib/worker/flight.worker');
    worker.hear = globalThis.onmessage as unknown as typeof worker.hear;
    return worker;
  }

  tell(message: ToFlight): void {
    this.hear({ data: structuredClone(message) });
  }

  of<Kind extends FromFlight['kind']>(kind: Kind) {
    return this.told.filter((one): one is Extract<FromFlight, { kind: Kind }> => one.kind === kind);
  }

  get frames(): Frame[] {
    return this.of('picture').flatMap(({ frame }) => frame ?? []);
  }

  get frame() {
    return this.frames.at(-1) ?? this.of('ready')[0]!.frame;
  }

  get chunks(): FlightChunk[] {
    return this.of('chunk').map(({ chunk }) => chunk);
  }

  get flight(): Flight {
    return flightFromChunks(this.chunks);
  }

  kinds(): string[] {
    return this.flight.events.map(({ kind }) => kind);
  }
}

const plan = planOf({ turbulence: 'light', windSpeed_kt: 12 });
const begins = (resume: FlightChunk[] = []): ToFlight => ({ kind: 'start', plan, pilot: null, resume });
const flies: ToFlight = { kind: 'run', running: true };
const stands: ToFlight = { kind: 'run', running: false };
const seconds = (s: number) => vi.advanceTimersByTime(s * 1000);

beforeEach(() => vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance'] }));
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('time', () => {
  test('begins when it is told to, passes as fast as it is told to, and stands still when it is told to', async () => {
    const worker = await FlightWorker.start();
    worker.tell(begins());
    expect(worker.of('ready')).toHaveLength(1);
    seconds(5);
    expect(worker.frame.time_s).toBe(0);
    worker.tell(flies);
    seconds(10);
    expect(worker.frame.time_s).toBeCloseTo(10, 0);
    worker.tell({ kind: 'rate', rate: 4 });
    seconds(5);
    expect(worker.frame.time_s).toBeCloseTo(30, 0);
    worker.tell(stands);
    expect(worker.frame.time_s).toBeCloseTo(30, 1);
    seconds(60);
    expect(worker.frame.time_s).toBeCloseTo(30, 1);
    // No more pictures than a screen shows, whatever the rate; the instruments new in every other one, the rest in every sixth.
    const pictures = worker.of('picture');
    expect(pictures.length).toBeLessThanOrEqual(15 * 67);
    expect(pictures.length).toBeGreaterThan(15 * 50);
    const instruments = pictures.filter((picture) => picture.instruments ?? picture.frame).length;
    expect(instruments / pictures.length).toBeCloseTo(1 / 2, 1);
    expect(worker.frames.length / pictures.length).toBeCloseTo(1 / 6, 1);
    expect(pictures.at(-1)!.moving.time_s).toBe(worker.frame.time_s);
    expect(pictures.at(-1)!.moving.readings.pitch_deg).toBe(worker.frame.readings.pitch_deg);
  });

  test('a picture is drawn anew once something has moved as far as is to be seen, however slowly it did', () => {
    const at = (changes: Partial<Moving['readings']>, more: Partial<Moving> = {}): Moving => ({
      time_s: 1,
      looksAt: null,
      outside: null,
      ...more,
      readings: {
        attitudeValid: true,
        pitch_deg: 2,
        bank_deg: 0,
        heading_deg: 90,
        pathAngle_deg: 0,
        drift_deg: 4,
        ...changes
      }
    });
    expect(isSeenToDiffer(null, at({}))).toBe(true);
    expect(isSeenToDiffer(at({}), at({}, { time_s: 9 }))).toBe(false);
    for (const channel of ['pitch_deg', 'bank_deg', 'heading_deg', 'pathAngle_deg', 'drift_deg'] as const) {
      const from = at({ [channel]: 1 });
      // A fifth of a degree is two of what the finest panel draws.
      expect(isSeenToDiffer(from, at({ [channel]: 1.2 }))).toBe(true);
      expect(isSeenToDiffer(from, at({ [channel]: 0.8 }))).toBe(true);
      expect(isSeenToDiffer(from, at({ [channel]: 1.01 }))).toBe(false);
    }
    expect(isSeenToDiffer(at({}), at({ attitudeValid: false }))).toBe(true);
  });

  test('does not jump after a machine that slept', async () => {
    const worker = await FlightWorker.start();
    worker.tell(begins());
    worker.tell(flies);
    seconds(2);
    const slept = performance.now() + 600_000;
    vi.spyOn(performance, 'now').mockReturnValue(slept);
    seconds(0.008);
    expect(worker.frame.time_s).toBeLessThan(2.5);
    expect(worker.frame.time_s).toBeGreaterThan(2.2);
  });
});

describe('what is kept', () => {
  test('comes in pieces that follow on each other, and the last of it when the flight is stopped', async () => {
    const worker = await FlightWorker.start();
    worker.tell(begins());
    worker.tell(flies);
    seconds(9);
    worker.tell({ kind: 'stop' });
    expect(worker.of('ended').map(({ how }) => how)).toEqual(['stopped']);
    expect(worker.chunks.map(({ sequence }) => sequence)).toEqual([0, 1, 2, 3, 4]);
    expect(worker.flight.length).toBe(91);
    seconds(5);
    expect(worker.flight.length).toBe(91);
  });

  test('taken up again in another worker it is the flight that was never left, to the last bit', async () => {
    const hands = { ...flightLoop(lessonOf(plan)).hands(), throttle: 0.7 };
    const held: ToFlight = { kind: 'hands', hands };
    const whole = await FlightWorker.start();
    whole.tell(begins());
    whole.tell(held);
    whole.tell(flies);
    seconds(30);
    whole.tell({ kind: 'stop' });

    const first = await FlightWorker.start();
    first.tell(begins());
    first.tell(held);
    first.tell(flies);
    seconds(13);
    // It is closed without a word: what is kept is what was sent.
    const kept = first.chunks;
    first.tell({ kind: 'stop' });
    const second = await FlightWorker.start();
    second.tell(begins(kept));
    expect(second.frame.time_s).toBeCloseTo(11.9, 5);
    second.tell(held);
    second.tell(flies);
    seconds(18.1);
    second.tell({ kind: 'stop' });
    const together = flightFromChunks([...kept, ...second.chunks]);
    expect(together.length).toBe(whole.flight.length);
    expect(JSON.stringify(countsOf(together)) === JSON.stringify(countsOf(whole.flight))).toBe(true);
  });

  test('of a simulated pilot flown to the end it is the flight the core flies', async () => {
    const worker = await FlightWorker.start();
    worker.tell({
      kind: 'start',
      plan,
      pilot: { habits: { ...noHabits, overControls: 0.5 }, seed: 3, eyes: false },
      resume: []
    });
    worker.tell({ kind: 'to the end' });
    expect(worker.of('ended').map(({ how }) => how)).toEqual(['flown']);
    const flown = flightFromChunks(simulateFlight(lessonOf(plan), { ...noHabits, overControls: 0.5 }, 3));
    expect(JSON.stringify(countsOf(worker.flight)) === JSON.stringify(countsOf(flown))).toBe(true);
  });
});

describe('who acts on it', () => {
  test('an instructor stops time, and nobody else lets it go on', async () => {
    const worker = await FlightWorker.start();
    worker.tell(begins());
    worker.tell(flies);
    seconds(4);
    worker.tell({ kind: 'command', number: 7, command: { does: 'freeze', on: true } });
    expect(worker.of('obeyed')).toMatchObject([{ number: 7, done: true }]);
    expect(worker.frame.frozen).toBe(true);
    const { time_s } = worker.frame;
    worker.tell(flies);
    seconds(20);
    expect(worker.frame.time_s).toBe(time_s);
    worker.tell({ kind: 'command', number: 8, command: { does: 'freeze', on: false } });
    seconds(3);
    expect(worker.frame.time_s).toBeCloseTo(time_s + 3, 1);
    worker.tell({ kind: 'command', number: 9, command: { does: 'end' } });
    expect(worker.of('ended')).toHaveLength(1);
    // Nothing is left to be commanded.
    worker.tell({ kind: 'command', number: 10, command: { does: 'freeze', on: true } });
    expect(worker.of('obeyed').map(({ number, done }) => [number, done])).toEqual([
      [7, true],
      [8, true],
      [9, true],
      [10, false]
    ]);
  });

  test('control goes over at once, and comes back when the student takes it', async () => {
    const worker = await FlightWorker.start();
    worker.tell(begins());
    worker.tell(flies);
    seconds(2);
    const give = (number: number, by: 'instructor' | 'student') =>
      worker.tell({ kind: 'command', number, command: { does: 'control', by } });
    give(1, 'instructor');
    expect(worker.frame.control).toBe('instructor');
    give(2, 'student');
    seconds(5);
    expect(worker.frame.control).toBe('offered');
    expect(worker.of('obeyed').map(({ number }) => number)).toEqual([1]);
    const moved = worker.frame.handsMoved;
    worker.tell({ kind: 'take control' });
    expect(worker.frame.control).toBe('student');
    expect(worker.of('obeyed').map(({ number, done }) => [number, done])).toEqual([
      [1, true],
      [2, true]
    ]);
    // The levers stand where the instructor left them, and from then on where the student puts them.
    expect(worker.frame.handsMoved).toBeGreaterThan(moved);
    worker.tell({ kind: 'hands', hands: { ...worker.frame.hands, throttle: 0.9 } });
    worker.tell({ kind: 'command', number: 3, command: { does: 'freeze', on: true } });
    expect(worker.frame.hands.throttle).toBe(0.9);
  });

  test('what cannot be done is answered so, and the flight goes on', async () => {
    const worker = await FlightWorker.start();
    worker.tell(begins());
    worker.tell(flies);
    seconds(1);
    worker.tell({ kind: 'command', number: 1, command: { does: 'go on', phase: 'nowhere' } });
    seconds(2);
    expect(worker.of('obeyed')).toMatchObject([{ number: 1, done: false }]);
    expect(worker.of('failed')).toEqual([]);
    expect(worker.frame.time_s).toBeCloseTo(3, 1);
  });
});

test('eyes that wander while time stands still are not in the flight; where they are as it goes on is', async () => {
  const worker = await FlightWorker.start();
  worker.tell(begins());
  worker.tell({ kind: 'look', area: 'altimeter' });
  worker.tell({ kind: 'look', area: 'airspeed' });
  worker.tell(flies);
  seconds(1);
  worker.tell({ kind: 'look', area: 'heading' });
  worker.tell({ kind: 'stop' });
  const looks = worker.flight.events.filter(({ kind }) => kind === 'look');
  expect(looks.map((event) => ('detail' in event ? event.detail : ''))).toEqual(['airspeed', 'heading']);
});

test('samples go out live while somebody watches, and only then', async () => {
  const worker = await FlightWorker.start();
  worker.tell(begins());
  worker.tell(flies);
  seconds(3);
  expect(worker.of('live')).toEqual([]);
  worker.tell({ kind: 'watched', watched: true });
  seconds(3);
  const sent = worker.of('live').length;
  expect(sent).toBeGreaterThanOrEqual(6);
  worker.tell({ kind: 'watched', watched: false });
  seconds(3);
  expect(worker.of('live')).toHaveLength(sent);
});

test('what is wrong with a plan is told, and ends nothing but the flight', async () => {
  const worker = await FlightWorker.start();
  worker.tell({ ...begins(), plan: { ...plan, drill: 'no such drill' } } as ToFlight);
  expect(worker.of('failed')[0]!.message).toContain('no such drill');
  worker.tell(begins());
  expect(worker.of('ready')).toHaveLength(1);
});

describe('what the frame tells', () => {
  test('by radio, where the airplane is, on the earth and on the plan; without radios neither', async () => {
    const worker = await FlightWorker.start();
    worker.tell(begins());
    expect([worker.frame.place, worker.frame.fromAbove, worker.frame.runway]).toEqual([null, null, null]);
    const byRadio = planned('xvlb-ils-24', { transition: null });
    const other = await FlightWorker.start();
    other.tell({ kind: 'start', plan: byRadio, pilot: null, resume: [] });
    other.tell(flies);
    seconds(60);
    const { place, fromAbove, runway } = other.frame;
    const began = other.of('ready')[0]!.frame;
    // Some ninety knots for a minute; the plan is drawn in miles.
    const moved = wayBetween(began.place!, place!).distance_nm;
    expect(moved).toBeGreaterThan(1);
    expect(moved).toBeLessThan(2);
    expect(fromAbove).not.toBeNull();
    expect(fromAbove).not.toEqual(began.fromAbove);
    expect(runway).toBeNull();
  });

  test('a hint stands for a while, and then no more', () => {
    const told = new ToldToPilot(lessonOf(plan), false, () => null);
    expect(told.standing(100)).toBeNull();
    told.hint = { words: 'Level the wings.', time_s: 100, corrects: true };
    expect(told.standing(100 + HINT_STANDS_S - 0.1)).toBe('Level the wings.');
    expect(told.standing(100 + HINT_STANDS_S)).toBeNull();
  });

  test('a pilot who only shows a lesson is told nothing, but where it is shown with words', () => {
    const hints = (lesson: Lesson, simulated: boolean) => {
      const told = new ToldToPilot(lesson, simulated, () => null);
      const drill = flyDrill(flightLoop(lesson), lesson);
      // Banked and nose down from the first second on.
      const hands = {
        ...drill.loop.hands(),
        stick: { kind: 'attitude' as const, pitch_deg: -4, bank_deg: 20 }
      };
      for (let i = 0; i < 4000; i++) {
        drill.step(hands);
        if (i % 10 === 0) told.watch(drill);
      }
      return told.hint;
    };
    const lesson = lessonOf({ ...plan, corridors: 'hints' });
    expect(hints(lesson, false)).not.toBeNull();
    expect(hints(lesson, true)).toBeNull();
  });
});
