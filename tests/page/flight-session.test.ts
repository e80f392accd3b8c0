import { flightLoop } from '$core/flight/flight-loop';
import { lessonOf } from '$core/drill/lesson';
import type { Frame, FromFlight, Moving, ToFlight } from '$lib/worker/flight-protocol';
import { FlightSession } from '$lib/worker/flight-session.svelte';
import { instrumentsOf, movingOf } from '$lib/worker/picture';
import { beforeEach, expect, test, vi } from 'vitest';
import { planOf } from '../core/flown';

/** The worker's end of it. */
const worker = vi.hoisted(() => ({
  told: [] as unknown[],
  ended: false,
  onmessage: (_: { data: unknown }) => {},
  onerror: (_: { message: string }) => {}
}));
vi.mock('$lib/worker/flight.worker?worker', () => ({
  default: function opened() {
    return Object.assign(worker, {
      postMessage: (message: unknown) => worker.told.push(structuredClone(message)),
      terminate: () => (worker.ended = true)
    });
  }
}));
beforeEach(() => Object.assign(worker, { told: [], ended: false }));

const plan = planOf();
const loop = flightLoop(lessonOf(plan));
const instruments = instrumentsOf(loop);
const frameAt = (time_s: number, changes: Partial<Frame> = {}): Frame =>
  ({ ...instruments, time_s, changes: 0, rate: 1, frozen: false, ...changes }) as Frame;
const movingAt = (pitch_deg: number): Moving => {
  const moving = movingOf(loop, null, null);
  return { ...moving, readings: { ...moving.readings, pitch_deg } };
};
const heard: unknown[][] = [];
const events = {
  onready: (...all: unknown[]) => heard.push(['ready', ...all]),
  onchunk: (...all: unknown[]) => heard.push(['chunk', ...all]),
  onended: (...all: unknown[]) => heard.push(['ended', ...all]),
  onlive: (...all: unknown[]) => heard.push(['live', ...all]),
  onobeyed: (...all: unknown[]) => heard.push(['obeyed', ...all])
};
const says = (message: FromFlight) => worker.onmessage({ data: message });
const picture = (frame: Frame | null, moving = movingAt(2), own = false): FromFlight => ({
  kind: 'picture',
  moving,
  instruments: own ? { ...instruments, navigation: null } : null,
  frame
});
const kinds = () => (worker.told as ToFlight[]).map(({ kind }) => kind);

function begun(): FlightSession {
  heard.length = 0;
  const session = new FlightSession(plan, null, [], events);
  says({ kind: 'ready', frame: frameAt(0), moving: movingAt(2), startingHands: loop.hands() });
  return session;
}

test('it is told what to fly, and is ready when the worker is; hands go only while it runs', () => {
  heard.length = 0;
  const session = new FlightSession(plan, null, [], events);
  expect(worker.told).toEqual([{ kind: 'start', plan, pilot: null, resume: [] }]);
  expect([session.state, session.frame, session.frozen]).toEqual(['loading', null, false]);
  session.run(true);
  expect([session.state, kinds()]).toEqual(['loading', ['start']]);
  says({ kind: 'ready', frame: frameAt(0), moving: movingAt(2), startingHands: loop.hands() });
  expect(session.state).toBe('ready');
  expect(session.frame?.time_s).toBe(0);
  expect(heard.map(([what]) => what)).toEqual(['ready']);
  session.hands(loop.hands());
  session.run(true);
  session.hands(loop.hands());
  session.run(false);
  session.hands(loop.hands());
  expect(kinds()).toEqual(['start', 'run', 'hands', 'run']);
  expect(session.state).toBe('paused');
});

test('what came last is shown when a picture is drawn: the attitude where it is seen to differ, instruments with or without the whole', () => {
  const session = begun();
  const [first, shown] = [session.frame, session.moving];
  says(picture(frameAt(1), movingAt(2.01)));
  expect(session.frame).toBe(first);
  session.show();
  expect(session.frame?.time_s).toBe(1);
  // A hundredth of a degree is not seen.
  expect(session.moving).toBe(shown);
  says(picture(null, movingAt(3), true));
  session.show();
  expect(session.moving?.readings.pitch_deg).toBe(3);
  expect(session.frame?.time_s).toBe(1);
  expect(session.instruments).not.toBe(session.frame);
  says(picture(frameAt(2)));
  says(picture(null, movingAt(4)));
  session.show();
  // The instruments of the whole are newer than those told before it.
  expect([session.frame?.time_s, session.instruments]).toEqual([2, session.frame]);
});

test('a frame is shown with the phases it counts in, and never with others', () => {
  const session = begun();
  const asked = (changes: number): FromFlight => ({ kind: 'asked', changes, plan, phases: [], checks: [] });
  says(asked(1));
  says(picture(frameAt(5)));
  session.show();
  expect([session.frame?.time_s, session.asked]).toEqual([5, null]);
  says(picture(frameAt(6, { changes: 1 })));
  session.show();
  expect([session.frame?.time_s, session.asked?.changes]).toEqual([6, 1]);
  says(asked(3));
  // Of the change in between nobody can tell the phases any more.
  says(picture(frameAt(7, { changes: 2 })));
  session.show();
  expect([session.frame?.time_s, session.asked?.changes]).toEqual([6, 1]);
  says(picture(frameAt(8, { changes: 3 })));
  session.show();
  expect([session.frame?.time_s, session.asked?.changes]).toEqual([8, 3]);
});

test('an instructor stops time and lets it go on: the student cannot, and what stood before stands afterwards', () => {
  const obeyed: FromFlight = { kind: 'obeyed', number: 4, time_s: 9, done: true };
  for (const ran of [true, false]) {
    const session = begun();
    if (ran) session.run(true);
    says(picture(frameAt(9, { frozen: true, rate: 2 })));
    says(obeyed);
    expect([session.frozen, session.rate, session.state]).toEqual([true, 2, ran ? 'paused' : 'ready']);
    const before = kinds().length;
    session.run(true);
    expect([kinds().length, session.state]).toEqual([before, ran ? 'paused' : 'ready']);
    says(picture(frameAt(9, { frozen: false, rate: 2 })));
    says(obeyed);
    expect([session.frozen, session.state]).toEqual([false, ran ? 'running' : 'ready']);
    expect(heard.at(-1)).toEqual(['obeyed', 4, 9, true]);
  }
});

test('what is asked of the flight goes to the worker as it is', () => {
  const session = begun();
  session.setRate(4);
  session.look('altimeter');
  session.note({ kind: 'mark', detail: '' });
  session.command(7, { does: 'end' });
  session.takeControl();
  session.lookOut(true);
  session.watched(true);
  session.stop();
  expect(worker.told.slice(1)).toEqual([
    { kind: 'rate', rate: 4 },
    { kind: 'look', area: 'altimeter' },
    { kind: 'note', what: { kind: 'mark', detail: '' } },
    { kind: 'command', number: 7, command: { does: 'end' } },
    { kind: 'take control' },
    { kind: 'look out', looks: true },
    { kind: 'watched', watched: true },
    { kind: 'stop' }
  ]);
  expect(session.rate).toBe(4);
  session.toTheEnd();
  expect([session.state, kinds().at(-1)]).toEqual(['running', 'to the end']);
  session.dispose();
  expect(worker.ended).toBe(true);
});

test('the end is shown with the last picture; a failure says what it was, whichever way it comes', () => {
  const ended = begun();
  says(picture(frameAt(60)));
  says({ kind: 'ended', how: 'ground' });
  expect([ended.state, ended.frame?.time_s, heard.at(-1)]).toEqual(['ended', 60, ['ended', 'ground']]);
  ended.run(true);
  expect(ended.state).toBe('ended');
  const failed = begun();
  says({ kind: 'failed', message: 'no such airplane' });
  expect([failed.state, failed.failure]).toEqual(['failed', 'no such airplane']);
  const fallen = begun();
  worker.onerror({ message: '' });
  expect([fallen.state, fallen.failure]).toEqual(['failed', 'the flight loop stopped']);
});
