import { channelDefinitions } from '$core/flight/channels';
import type { Command } from '$core/flight/command';
import { CHUNK_SAMPLES, type FlightChunk } from '$core/flight/recorder';
import { WatchedFlight, type SeenCommand } from '$lib/worker/watched-flight.svelte';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { StandingActs } from '../../src/routes/station/[attempt]/standing-acts.svelte';

/** The server's end of the stream that tells of a flight. */
class Stream {
  static readonly CLOSED = 2;
  static newest: Stream;
  readyState = 1;
  onopen = () => {};
  onerror = () => {};
  private readonly heard = new Map<string, (event: { data: string }) => void>();
  constructor(readonly address: string) {
    Stream.newest = this;
  }
  addEventListener(event: string, hear: (event: { data: string }) => void) {
    this.heard.set(event, hear);
  }
  tell(event: string, data: unknown) {
    this.heard.get(event)!({ data: JSON.stringify(data) });
  }
  close() {
    this.readyState = Stream.CLOSED;
  }
}

const sample = (n: number) => channelDefinitions.map((_, channel) => (channel === 0 ? n : 0));
const chunk = (sequence: number): Omit<FlightChunk, 'snapshot'> => ({
  sequence,
  counts: channelDefinitions.map((_, channel) =>
    Array.from({ length: CHUNK_SAMPLES }, (__, k) => sample(sequence * CHUNK_SAMPLES + k)[channel]!)
  ) as never,
  events: []
});
const piece = (from: number, count: number) => ({
  from,
  samples: Array.from({ length: count }, (_, k) => sample(from + k)),
  phase: 0,
  running: true,
  hint: null
});

type Answer = { status: number; body?: unknown } | 'lost';
let asked: { address: string; body: { id?: string; command?: Command; kind?: string; words?: string } }[];
let answers: (address: string) => Answer;
let kept: Map<string, string>;

beforeEach(() => {
  vi.useFakeTimers();
  asked = [];
  answers = () => ({ status: 200, body: {} });
  kept = new Map();
  vi.stubGlobal('EventSource', Stream);
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key)
  });
  vi.stubGlobal('fetch', async (address: string, init?: { body: string }) => {
    const answer = answers(address);
    asked.push({ address, body: init ? JSON.parse(init.body) : {} });
    if (answer === 'lost') throw new TypeError('network');
    return { ok: answer.status < 400, status: answer.status, json: async () => answer.body ?? {} };
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

function watched() {
  const flight = new WatchedFlight('a1');
  flight.open();
  Stream.newest.onopen();
  return flight;
}
const stands = (more: object = {}) => ({ ended: false, watchers: [], commands: [], marks: [], ...more });

describe('a flight that is watched', () => {
  test('is whole whenever one joins, and whatever piece of it is lost on the way', async () => {
    const all = [0, 1, 2, 3].map(chunk);
    let known = 3;
    answers = (address) => {
      const from = Number(new URL(address, 'http://x').searchParams.get('from'));
      return { status: 200, body: { chunks: all.slice(from, known) } };
    };
    const flight = watched();
    Stream.newest.tell('stands', stands());
    await vi.advanceTimersByTimeAsync(10);
    expect(flight.length).toBe(3 * CHUNK_SAMPLES);
    Stream.newest.tell('piece', piece(flight.length, 5));
    expect(flight.length).toBe(3 * CHUNK_SAMPLES + 5);
    // Told twice, or from before, it is no longer for it.
    Stream.newest.tell('piece', piece(flight.length - 5, 5));
    expect(flight.length).toBe(3 * CHUNK_SAMPLES + 5);
    await vi.advanceTimersByTimeAsync(10);
    // One is lost: what lies between comes with the chunks.
    known = 4;
    Stream.newest.tell('piece', piece(4 * CHUNK_SAMPLES + 3, 2));
    expect(flight.length).toBe(3 * CHUNK_SAMPLES + 5);
    await vi.advanceTimersByTimeAsync(10);
    expect(flight.length).toBe(4 * CHUNK_SAMPLES);
    Stream.newest.tell('piece', piece(4 * CHUNK_SAMPLES, 2));
    const { columns } = flight.flight();
    const { id, decimals } = channelDefinitions[0];
    const first = [...columns.get(id)!].map((value) => Math.round(value * 10 ** decimals));
    expect(first).toEqual(Array.from({ length: 4 * CHUNK_SAMPLES + 2 }, (_, n) => n));
  });

  test('tells when nothing comes, when the server is gone, and when it is back', async () => {
    const flight = watched();
    Stream.newest.tell('stands', stands());
    Stream.newest.tell('piece', piece(0, 1));
    await vi.advanceTimersByTimeAsync(5000);
    expect([flight.connected, flight.quiet]).toEqual([true, false]);
    await vi.advanceTimersByTimeAsync(3000);
    expect(flight.quiet).toBe(true);
    Stream.newest.tell('piece', piece(1, 1));
    expect(flight.quiet).toBe(false);
    const before = Stream.newest;
    before.onerror();
    expect(flight.connected).toBe(false);
    before.close();
    await vi.advanceTimersByTimeAsync(1100);
    expect(Stream.newest).not.toBe(before);
    Stream.newest.onopen();
    expect(flight.connected).toBe(true);
    Stream.newest.tell('ended', null);
    expect(flight.ended).toBe(true);
    await vi.advanceTimersByTimeAsync(5000);
    expect(vi.getTimerCount()).toBe(0);
  });
});

describe('marks', () => {
  test('are sent in their order, each once, through a server that fails and a browser that is opened again', async () => {
    let status: Answer = 'lost';
    answers = (address) => (address.endsWith('marks') ? status : { status: 200, body: { chunks: [] } });
    const flight = watched();
    flight.mark('good');
    flight.mark('words', 'watch the ball');
    await vi.advanceTimersByTimeAsync(4000);
    expect(flight.unsent).toBe(2);
    status = { status: 503 };
    await vi.advanceTimersByTimeAsync(4000);
    status = { status: 401 };
    await vi.advanceTimersByTimeAsync(4000);
    expect(flight.unsent).toBe(2);
    flight.close();
    // Another page of the same flight finds what was kept. The first one's tries go on until it is gone; that is why each has its id.
    status = { status: 200 };
    asked.length = 0;
    const again = new WatchedFlight('a1');
    again.open();
    await vi.advanceTimersByTimeAsync(4000);
    expect(again.unsent).toBe(0);
    const sent = asked.filter(({ address }) => address.endsWith('marks')).map(({ body }) => body);
    expect([...new Set(sent.map(({ id }) => id))]).toHaveLength(2);
    expect(sent[0]).toMatchObject({ kind: 'good' });
    expect(sent.at(-1)).toMatchObject({ kind: 'words', words: 'watch the ball' });
    expect(kept.size).toBe(0);
  });

  test('one that is refused is told of and holds up no other', async () => {
    let first = true;
    answers = (address) => {
      if (!address.endsWith('marks')) return { status: 200, body: { chunks: [] } };
      const answer = first
        ? { status: 400, body: { message: 'words: at most 200 letters' } }
        : { status: 200 };
      first = false;
      return answer;
    };
    const flight = watched();
    flight.mark('words', 'too long');
    flight.mark('late');
    await vi.advanceTimersByTimeAsync(100);
    expect(flight.unsent).toBe(0);
    expect(flight.problem).toBe('A mark was not taken: words: at most 200 letters');
  });
});

describe('what is asked for', () => {
  const given = () => asked.filter(({ address }) => address.endsWith('commands')).map(({ body }) => body);

  test('goes out in its order under one id each, is tried three times, and is said to be undone then', async () => {
    const commands: Command[] = [
      { does: 'freeze', on: true },
      { does: 'freeze', on: false }
    ];
    const flight = watched();
    // The first is long on its way: the second waits for it.
    let tries = 0;
    answers = () => ((tries += 1) === 1 ? 'lost' : { status: 200 });
    for (const command of commands) void flight.give(command);
    await vi.advanceTimersByTimeAsync(1000);
    expect(given().map(({ command }) => command)).toEqual([commands[0]]);
    await vi.advanceTimersByTimeAsync(1000);
    expect(given().map(({ command }) => command)).toEqual([commands[0], ...commands]);
    answers = () => 'lost';
    asked.length = 0;
    void flight.give(commands[0]!);
    await vi.advanceTimersByTimeAsync(10_000);
    expect(given()).toHaveLength(3);
    expect(new Set(given().map(({ id }) => id)).size).toBe(1);
    expect(flight.problem).toContain('nothing was done');
    answers = () => ({ status: 409, body: { message: 'The flight has ended.' } });
    asked.length = 0;
    await flight.give(commands[0]!);
    expect([given().length, flight.problem]).toEqual([1, 'The flight has ended.']);
  });

  const seen = (number: number, command: Command, more: Partial<SeenCommand> = {}): SeenCommand => ({
    id: `c${number}`,
    number,
    command,
    by: 'Ines',
    outcome: 'done',
    at_s: 10 * number,
    ...more
  });

  test('is shown in its order with its newest outcome, and stands in the flight before its chunk comes', () => {
    const flight = watched();
    Stream.newest.tell('stands', stands({ commands: [seen(2, { does: 'go around' })] }));
    Stream.newest.tell('command', seen(1, { does: 'freeze', on: true }, { outcome: null, at_s: null }));
    Stream.newest.tell('command', seen(1, { does: 'freeze', on: true }));
    expect(flight.commands.map(({ number, outcome }) => [number, outcome])).toEqual([
      [1, 'done'],
      [2, 'done']
    ]);
    expect(flight.flight().events.map((event) => [event.time_s, event.kind])).toEqual([
      [10, 'command'],
      [20, 'command']
    ]);
  });

  test('other weather is not known from when it is asked for until it is told what became of it', async () => {
    const weather = { does: 'weather', over_s: 0, base_ft: 300 } as const;
    const flight = watched();
    const isKnown = () =>
      new StandingActs(
        () => flight.commands,
        () => flight.asked,
        () => []
      ).isWeatherKnown;
    void flight.give({ does: 'freeze', on: true });
    expect(isKnown()).toBe(true);
    void flight.give(weather);
    expect(isKnown()).toBe(false);
    await vi.advanceTimersByTimeAsync(100);
    // The server has it, and has not said so in the stream.
    expect([given().length, isKnown()]).toEqual([2, false]);
    const { id } = given()[1]!;
    Stream.newest.tell('command', seen(2, weather, { id: id!, outcome: null, at_s: null }));
    expect(isKnown()).toBe(false);
    Stream.newest.tell('command', seen(2, weather, { id: id! }));
    expect(isKnown()).toBe(true);
    // Told while the stream was broken.
    void flight.give(weather);
    await vi.advanceTimersByTimeAsync(100);
    Stream.newest.tell('stands', stands({ commands: [seen(3, weather, { id: given()[2]!.id! })] }));
    expect(isKnown()).toBe(true);
    answers = () => ({ status: 409, body: { message: 'The flight has ended.' } });
    await flight.give(weather);
    expect(isKnown()).toBe(true);
  });

  test('of all that was done the newest of each kind stands', () => {
    let commands: SeenCommand[] = [];
    let came: { at_s: number; change: Extract<Command, { does: 'weather' }> }[] = [];
    const acts = new StandingActs(
      () => commands,
      () => [],
      () => came
    );
    expect([acts.frozenBy, acts.heldBy, acts.rate, acts.control]).toEqual([null, null, 1, 'student']);
    const weather = { does: 'weather', over_s: 0, base_ft: 300 } as const;
    commands = [
      seen(1, { does: 'freeze', on: true }),
      seen(2, { does: 'time', rate: 4 }),
      seen(3, { does: 'control', by: 'instructor' }),
      seen(4, { does: 'control', by: 'student' }, { outcome: null, at_s: null }),
      seen(5, { does: 'fail', what: 'vacuum', when: { after_s: 5 } }),
      seen(6, { does: 'fail', what: 'electrical' }),
      seen(7, { ...weather, when: { below_ft: 500 } }),
      seen(8, { does: 'time', rate: 2 }, { outcome: 'too late' })
    ];
    const now = new StandingActs(
      () => commands,
      () => [],
      () => came
    );
    expect(now.frozenBy).toMatchObject({ by: 'Ines', number: 1 });
    expect([now.rate, now.control, now.failed, now.weather]).toEqual([4, 'offered', ['electrical'], []]);
    expect(now.isWeatherKnown).toBe(true);
    // Weather that waited stands from when it came; other weather in the flight was not asked for here.
    came = [
      { at_s: 95, change: weather },
      { at_s: 97, change: { ...weather, base_ft: 900 } }
    ];
    commands = [
      ...commands,
      seen(9, { does: 'freeze', on: false }),
      seen(10, { ...weather, visibility_sm: 1 }, { outcome: null, at_s: null })
    ];
    const then = new StandingActs(
      () => commands,
      () => [],
      () => came
    );
    expect(then.weather).toEqual([{ at_s: 95, change: weather }]);
    expect([then.frozenBy, then.isWeatherKnown]).toEqual([null, false]);
  });
});
