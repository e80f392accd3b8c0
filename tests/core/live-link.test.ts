import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { LiveLink, type Said } from '$lib/worker/live-link';

/** A stream as a browser has it, fed by hand. */
class HandFed extends EventTarget {
  static readonly CLOSED = 2;
  static all: HandFed[] = [];
  readyState = 1;
  constructor(readonly url: string) {
    super();
    HandFed.all.push(this);
  }
  tell(event: string, told: unknown): void {
    this.dispatchEvent(new MessageEvent(event, { data: JSON.stringify(told) }));
  }
  close(): void {
    this.readyState = HandFed.CLOSED;
  }
}

const ATTEMPT = 'a1b2c3d4-0000-4000-8000-000000000000';
const freeze = { does: 'freeze', on: true } as const;
const told = (number: number, more = {}) => ({
  number,
  command: freeze,
  by: 'Nella Vardo',
  age_s: 1,
  outcome: null,
  ...more
});
const stands = (commands: unknown[], more = {}) => ({
  ended: false,
  watchers: ['Nella Vardo'],
  commands,
  marks: [],
  ...more
});

let sent: { method: string; address: string; body: Record<string, unknown> }[] = [];
let network: 'there' | 'gone' = 'there';
let session: {
  state: string;
  frame: { time_s: number };
  command: ReturnType<typeof vi.fn>;
  watched: ReturnType<typeof vi.fn>;
};
let watchers: ReturnType<typeof vi.fn<(names: readonly string[]) => void>>;
let said: ReturnType<typeof vi.fn<(said: Said) => void>>;
let link: LiveLink;
const source = () => HandFed.all.at(-1)!;
const settled = () => vi.advanceTimersByTimeAsync(1);

beforeEach(() => {
  vi.useFakeTimers();
  HandFed.all = [];
  sent = [];
  network = 'there';
  vi.stubGlobal('EventSource', HandFed);
  vi.stubGlobal('fetch', async (address: string, { method, body }: { method: string; body: string }) => {
    if (network === 'gone') throw new TypeError('network');
    sent.push({ method, address, body: JSON.parse(body) as Record<string, unknown> });
    return { status: 200, ok: true };
  });
  session = { state: 'running', frame: { time_s: 42 }, command: vi.fn(), watched: vi.fn() };
  [watchers, said] = [vi.fn(), vi.fn()];
  const control = vi.fn();
  link = new LiveLink(ATTEMPT, () => session as never, { watchers, said, control });
  link.open();
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('a command on its way to the airplane', () => {
  test('is obeyed once, however often it is told, and answered when it is done', async () => {
    source().tell('stands', stands([told(1), told(2, { outcome: 'done' })]));
    source().tell('command', told(1));
    source().tell('stands', stands([told(1)]));
    expect(session.command.mock.calls).toEqual([[1, freeze]]);
    expect(sent).toEqual([]);
    link.obeyed(1, 42.3, true);
    await settled();
    expect(sent).toEqual([
      { method: 'PUT', address: `/api/attempts/${ATTEMPT}/commands/1`, body: { outcome: 'done', at_s: 42.3 } }
    ]);
  });

  test('is not obeyed any more when it comes too late, and says so; after the end it is not possible', async () => {
    source().tell('command', told(3, { age_s: 10.5 }));
    session.state = 'ended';
    source().tell('command', told(4));
    await settled();
    expect(session.command).not.toHaveBeenCalled();
    expect(sent.map(({ body }) => body)).toEqual([
      { outcome: 'too late', at_s: 42 },
      { outcome: 'not possible', at_s: 42 }
    ]);
  });

  test('is answered as soon as the network is back', async () => {
    source().tell('command', told(5));
    network = 'gone';
    link.obeyed(5, 50, true);
    await vi.advanceTimersByTimeAsync(4000);
    expect(sent).toEqual([]);
    network = 'there';
    await vi.advanceTimersByTimeAsync(2000);
    expect(sent).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(5000);
    expect(sent).toHaveLength(1);
  });

  test('what is said stands to be shown, with who said it', () => {
    source().tell('command', told(6, { command: { does: 'call', words: 'heading 240' } }));
    expect(said.mock.calls).toEqual([[{ words: 'heading 240', by: 'Nella Vardo', number: 6 }]]);
  });
});

describe('the link', () => {
  test('is opened anew where it broke, once, and not after the flight has ended', () => {
    link.open();
    expect(HandFed.all).toHaveLength(1);
    source().readyState = HandFed.CLOSED;
    link.open();
    expect(HandFed.all).toHaveLength(2);
    source().tell('ended', {});
    link.open();
    expect(HandFed.all).toHaveLength(2);
    expect(watchers).toHaveBeenLastCalledWith([]);
  });

  test('tells the airplane whether anybody watches, and passes on what is new only so fast as it is taken', async () => {
    source().tell('stands', stands([]));
    source().tell('watchers', []);
    expect(session.watched.mock.calls).toEqual([[true], [false]]);
    const piece = { from: 0, samples: [], phase: 0, running: true, hint: null };
    for (let i = 0; i < 8; i++) link.tell({ ...piece, from: i });
    await settled();
    expect(sent.map(({ body }) => body['from'])).toEqual([0, 1, 2]);
    link.tell({ ...piece, from: 9 });
    await settled();
    expect(sent.at(-1)!.body['from']).toBe(9);
  });
});
