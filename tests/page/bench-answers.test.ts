import { BenchAnswers, type Given } from '$lib/worker/bench-answers.svelte';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';

const given = (right: boolean, took_s: number, kind = 'hold', level = 2): Given => ({
  kind,
  level,
  right,
  prompt: true,
  took_s,
  givenAt: '2026-11-29T10:00:00Z'
});
const answer = { kind: 'hold', level: 2, right: true, prompt: true, took_s: 6 };

describe('how it has gone lately', () => {
  test('counts the latest twenty of one kind; the time is the middle of those that were right', () => {
    const older = Array.from({ length: 10 }, () => given(false, 1));
    const latest = Array.from({ length: 20 }, (_, i) => given(i % 4 !== 0, 40 - i));
    const others = [given(true, 99, 'wind'), given(false, 99, 'wind')];
    const answers = new BenchAnswers(() => [...older, ...others, ...latest]);
    // Fifteen of the twenty were right, in 39, 38, 37, 35 … 21 s: the eighth of them by size is 30.
    const times = latest.filter(({ right }) => right).map(({ took_s }) => took_s);
    expect(answers.standing('hold')).toEqual({
      count: 30,
      latest: 20,
      right: 0.75,
      median_s: times.sort((a, b) => a - b)[7]
    });
    expect(answers.standing('hold')!.median_s).toBe(30);
    expect(answers.standing('wind')).toEqual({ count: 2, latest: 2, right: 0.5, median_s: 99 });
    expect(answers.standing('arc')).toBeNull();
    expect(new BenchAnswers(() => [given(false, 5)]).standing('hold')!.median_s).toBeNull();
  });

  test('what one is asked grows with what one gets right, of that kind alone', () => {
    const right = Array.from({ length: 40 }, () => given(true, 2, 'hold', 2));
    const answers = new BenchAnswers(() => right);
    expect(answers.levelOf('hold')).toBeGreaterThan(2);
    expect(answers.levelOf('wind')).toBe(new BenchAnswers(() => []).levelOf('wind'));
  });
});

describe('an answer', () => {
  beforeEach(() => vi.useFakeTimers());
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });
  const network = (...replies: ('lost' | number)[]) => {
    const sent: { id: string }[] = [];
    vi.stubGlobal('fetch', (_: string, { body }: { body: string }) => {
      sent.push(JSON.parse(body) as { id: string });
      const reply = replies[Math.min(sent.length, replies.length) - 1]!;
      return reply === 'lost' ? Promise.reject(new Error('offline')) : Promise.resolve({ ok: reply < 400 });
    });
    return sent;
  };

  test('counts at once, and goes to the server once where it takes it', async () => {
    const sent = network(201);
    const answers = new BenchAnswers(() => []);
    answers.give(answer);
    expect(answers.standing('hold')).toMatchObject({ count: 1, median_s: 6 });
    await vi.runAllTimersAsync();
    expect(sent).toEqual([{ ...answer, id: expect.any(String) }]);
    expect(answers.unsent).toBe(0);
  });

  test('is sent again under the same name when the network fails or the server does, four times, and then said to be unsent', async () => {
    const back = network('lost', 503, 201);
    const answers = new BenchAnswers(() => []);
    answers.give(answer);
    await vi.runAllTimersAsync();
    expect(new Set(back.map(({ id }) => id)).size).toBe(1);
    expect([back.length, answers.unsent]).toEqual([3, 0]);
    const gone = network('lost');
    answers.give(answer);
    await vi.runAllTimersAsync();
    expect([gone.length, answers.unsent]).toEqual([4, 1]);
    expect(answers.standing('hold')!.count).toBe(2);
  });
});
