import type { FlightChunk } from '$core/flight/recorder';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { FlightOutbox, type OutboxAttempt } from '$lib/worker/flight-outbox.svelte';

/** A browser's store, as far as the outbox works with it; what it is given it keeps a copy of. */
const stores = { attempt: new Map<string, unknown>(), chunk: new Map<string, unknown>() };
vi.mock('idb', () => {
  type Range = { from: [string, number]; to: [string, number] };
  const keyOf = (name: string, value: Record<string, unknown>) =>
    name === 'attempt' ? String(value['id']) : JSON.stringify([value['attemptId'], value['sequence']]);
  const keyText = (key: unknown) => (typeof key === 'string' ? key : JSON.stringify(key));
  const inRange = ({ from, to }: Range, key: string) => {
    const [id, sequence] = JSON.parse(key) as [string, number];
    return id === from[0] && sequence >= from[1] && sequence <= to[1];
  };
  const store = (name: 'attempt' | 'chunk') => ({
    put: async (value: Record<string, unknown>) =>
      void stores[name].set(keyOf(name, value), structuredClone(value)),
    get: async (key: unknown) => structuredClone(stores[name].get(keyText(key))),
    getAll: async (range?: Range, count = Infinity) =>
      [...stores[name]]
        .filter(([key]) => !range || inRange(range, key))
        .sort(([, a], [, b]) => ((a as FlightChunk).sequence ?? 0) - ((b as FlightChunk).sequence ?? 0))
        .slice(0, count)
        .map(([, value]) => structuredClone(value)),
    count: async () => stores[name].size,
    delete: async (key: unknown) => {
      const isRange = typeof key === 'object' && key !== null && 'from' in key;
      for (const one of [...stores[name].keys()])
        if (isRange ? inRange(key as Range, one) : one === keyText(key)) stores[name].delete(one);
    }
  });
  const database = {
    put: (name: 'attempt' | 'chunk', value: Record<string, unknown>) => store(name).put(value),
    get: (name: 'attempt' | 'chunk', key: unknown) => store(name).get(key),
    getAll: (name: 'attempt' | 'chunk', range?: Range, count?: number) => store(name).getAll(range, count),
    count: (name: 'attempt' | 'chunk') => store(name).count(),
    delete: (name: 'attempt' | 'chunk', key: unknown) => store(name).delete(key),
    transaction: (names: string | string[]) => ({
      objectStore: store,
      store: store(Array.isArray(names) ? 'chunk' : (names as 'chunk')),
      done: Promise.resolve()
    })
  };
  return { openDB: async () => database };
});

/** A server that keeps one of each, and answers as badly as it is told to. */
type Fails = number | 'lost' | 'answer lost' | null;
function server(fails: () => Fails) {
  const kept = new Map<string, Set<number>>();
  const finished: string[] = [];
  const answer = (status: number, body: unknown) => ({ ok: status < 400, status, json: async () => body });
  vi.stubGlobal('fetch', async (address: string, { body }: { body: string }) => {
    const how = fails();
    if (how === 'lost') throw new TypeError('network');
    if (typeof how === 'number') return answer(how, { message: `refused with ${how}` });
    const [, , , id, what] = address.split('/') as [string, string, string, string, string?];
    let told: unknown = {};
    if (what === 'chunks') {
      const { chunks } = JSON.parse(body) as { chunks: FlightChunk[] };
      const own = kept.get(id)!;
      for (const { sequence } of chunks) own.add(sequence);
      told = { kept: chunks.map(({ sequence }) => sequence) };
    } else if (what === 'finish') finished.push(id);
    else if (!kept.has(id)) kept.set(id, new Set());
    if (how === 'answer lost') throw new TypeError('network');
    return answer(200, told);
  });
  return { kept, finished };
}

const chunk = (sequence: number) =>
  ({ sequence, counts: [[sequence]], events: [] }) as unknown as FlightChunk;
const attempt = (id: string, accountId = 'maren'): OutboxAttempt => ({
  id,
  accountId,
  lessonId: 'lesson',
  pilot: 'student',
  ended: false
});

beforeEach(() => {
  stores.attempt.clear();
  stores.chunk.clear();
  vi.useFakeTimers();
  vi.stubGlobal('IDBKeyRange', { bound: (from: unknown, to: unknown) => ({ from, to }) });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('the outbox', () => {
  test('loses nothing and finishes each flight once, however often server and network fail, and whenever an answer is lost', async () => {
    const failing = fc.array(fc.constantFrom<Fails>(null, 'lost', 'answer lost', 500, 503, 429), {
      maxLength: 30
    });
    await fc.assert(
      fc.asyncProperty(
        failing,
        fc.integer({ min: 1, max: 45 }),
        fc.integer({ min: 1, max: 3 }),
        async (fails, pieces, flights) => {
          stores.attempt.clear();
          stores.chunk.clear();
          const left = [...fails];
          const { kept, finished } = server(() => left.shift() ?? null);
          const outbox = new FlightOutbox('maren');
          const told: string[] = [];
          outbox.onfinished = (id) => told.push(id);
          const ids = Array.from({ length: flights }, (_, i) => `flight ${i}`);
          for (let n = 0; n < pieces; n++) for (const id of ids) await outbox.add(attempt(id), chunk(n));
          for (const id of ids) await outbox.end(attempt(id));
          for (let i = 0; i < 60; i++) await vi.advanceTimersByTimeAsync(20_000);
          for (const id of ids)
            expect([...kept.get(id)!].sort((a, b) => a - b)).toEqual(
              Array.from({ length: pieces }, (_, n) => n)
            );
          expect([...new Set(finished)].sort()).toEqual(ids);
          expect(told.sort()).toEqual(ids);
          expect([outbox.status, outbox.waiting, outbox.refused.length]).toEqual(['saved', 0, 0]);
          expect([stores.attempt.size, stores.chunk.size]).toEqual([0, 0]);
          outbox.close();
        }
      ),
      { numRuns: 40 }
    );
  });

  test('what the server will never take is put aside, whole and in words, and the others go on', async () => {
    let bad = true;
    const { kept, finished } = server(() => null);
    const inner = globalThis.fetch;
    vi.stubGlobal('fetch', async (address: string, init: { body: string }) =>
      bad && address.includes('bad')
        ? { ok: false, status: 409, json: async () => ({ message: 'The lesson was withdrawn.' }) }
        : inner(address, init as RequestInit)
    );
    const outbox = new FlightOutbox('maren');
    for (const id of ['bad', 'good']) {
      for (const n of [0, 1]) await outbox.add(attempt(id), chunk(n));
      await outbox.end(attempt(id));
    }
    await vi.advanceTimersByTimeAsync(60_000);
    expect(finished).toEqual(['good']);
    expect(outbox.refused.map(({ id, refused, ended }) => [id, refused, ended])).toEqual([
      ['bad', 'The lesson was withdrawn.', true]
    ]);
    expect([outbox.status, outbox.waiting]).toEqual(['saved', 2]);
    const whole = JSON.parse(await outbox.exported('bad')) as { chunks: FlightChunk[] };
    expect(whole.chunks.map(({ sequence }) => sequence)).toEqual([0, 1]);
    expect(whole.chunks[0]).not.toHaveProperty('attemptId');
    bad = false;
    await outbox.tryAgain('bad');
    await vi.advanceTimersByTimeAsync(60_000);
    expect([...kept.get('bad')!]).toEqual([0, 1]);
    expect(finished).toEqual(['good', 'bad']);
    expect(outbox.refused).toEqual([]);
  });

  test('signed out it says so, keeps trying, and goes on when the person is back; discarded is gone', async () => {
    let answer: number | null = 401;
    const { finished } = server(() => answer);
    const outbox = new FlightOutbox('maren');
    await outbox.add(attempt('one'), chunk(0));
    await outbox.end(attempt('one'));
    await vi.advanceTimersByTimeAsync(100);
    expect(outbox.status).toBe('signed out');
    answer = null;
    await vi.advanceTimersByTimeAsync(16_000);
    expect([outbox.status, finished]).toEqual(['saved', ['one']]);
    answer = 404;
    await outbox.add(attempt('two'), chunk(0));
    await vi.advanceTimersByTimeAsync(100);
    expect(outbox.refused).toHaveLength(1);
    await outbox.discard('two');
    expect([outbox.waiting, outbox.refused.length, stores.attempt.size]).toEqual([0, 0, 0]);
  });

  test('is tried again after a second and a half, and then half as often each time, but four times a minute at least', async () => {
    const tried_s: number[] = [];
    const start = Date.now();
    server(() => {
      tried_s.push((Date.now() - start) / 1000);
      return 'lost';
    });
    const outbox = new FlightOutbox('maren');
    await outbox.add(attempt('one'), chunk(0));
    await vi.advanceTimersByTimeAsync(60_000);
    const between_s = tried_s.slice(1).map((at_s, i) => at_s - tried_s[i]!);
    expect(between_s.slice(0, 4)).toEqual([1.5, 3, 6, 12]);
    expect(between_s.slice(4).every((s) => s === 15)).toBe(true);
    expect([outbox.status, outbox.waiting]).toEqual(['no answer', 1]);
    outbox.close();
  });

  test('what another person left in this browser is theirs: it is neither sent nor told', async () => {
    stores.attempt.set('theirs', attempt('theirs', 'oskar'));
    stores.chunk.set(JSON.stringify(['theirs', 0]), { ...chunk(0), attemptId: 'theirs' });
    const { kept, finished } = server(() => null);
    const outbox = new FlightOutbox('maren');
    await outbox.add(attempt('mine'), chunk(0));
    await outbox.end(attempt('mine'));
    await vi.advanceTimersByTimeAsync(1000);
    expect([[...kept.keys()], finished]).toEqual([['mine'], ['mine']]);
    expect([...stores.attempt.keys()]).toEqual(['theirs']);
    // Closed, nothing is tried any more.
    server(() => 'lost');
    outbox.close();
    await outbox.add(attempt('late'), chunk(0));
    await vi.advanceTimersByTimeAsync(60_000);
    expect(vi.getTimerCount()).toBe(0);
  });
});
