import type { LivePiece } from '$core/flight/live-piece';
import type { FlightSession } from './flight-session.svelte';

/** A command as the server tells it. */
interface Told {
  number: number;
  command: Parameters<FlightSession['command']>[1];
  by: string;
  age_s: number;
  outcome: string | null;
}
/** What an instructor said. */
export interface Said {
  words: string;
  by: string;
  number: number;
}
type Outcome = 'done' | 'too late' | 'not possible';

/** A command that took longer on its way is not obeyed any more: what it was about is over. */
const TOO_LATE_S = 10;
const AT_ONCE = 3;
const AGAIN_MS = 1500;

/**
 * The flyer's end of a live flight: who watches, what they ask for, and what is new for them. Opened as soon as the server knows
 * of the attempt; a lost network heals by itself, and a command is obeyed once.
 */
export class LiveLink {
  private source: EventSource | null = null;
  private onTheWay = 0;
  private readonly answers = new Map<number, { outcome: Outcome; at_s: number } | null>();
  private closed = false;

  constructor(
    private readonly attemptId: string,
    private readonly session: () => Pick<FlightSession, 'state' | 'frame' | 'command' | 'watched'> | null,
    private readonly heard: {
      watchers: (names: readonly string[]) => void;
      said: (said: Said) => void;
      /** Who takes or gives control. */
      control: (by: string) => void;
    }
  ) {}

  /** Opens the link where it is not open; to be called as pieces of the flight are kept. */
  open(): void {
    if (this.closed || (this.source && this.source.readyState !== EventSource.CLOSED)) return;
    const source = new EventSource(this.at('live'));
    this.source = source;
    source.addEventListener('stands', ({ data }) => {
      const { watchers, commands, ended } = JSON.parse(data) as {
        watchers: string[];
        commands: Told[];
        ended: boolean;
      };
      if (ended) return this.close();
      this.see(watchers);
      for (const told of commands) this.hear(told);
    });
    source.addEventListener('watchers', ({ data }) => this.see(JSON.parse(data) as string[]));
    source.addEventListener('command', ({ data }) => this.hear(JSON.parse(data) as Told));
    source.addEventListener('ended', () => this.close());
  }

  close(): void {
    this.closed = true;
    this.source?.close();
    this.heard.watchers([]);
  }

  /** Sends what is new; while the network is slower than the flight, some of it is left to the chunks. */
  tell(piece: LivePiece): void {
    if (this.closed || this.onTheWay >= AT_ONCE) return;
    this.onTheWay += 1;
    void send('POST', this.at('live'), piece).finally(() => (this.onTheWay -= 1));
  }

  /** What became of a command. */
  obeyed(number: number, at_s: number, done: boolean): void {
    this.answer(number, { outcome: done ? 'done' : 'not possible', at_s });
  }

  private see(watchers: readonly string[]): void {
    this.heard.watchers(watchers);
    this.session()?.watched(watchers.length > 0);
  }

  private hear({ number, command, by, age_s, outcome }: Told): void {
    if (outcome !== null || this.answers.has(number)) return;
    this.answers.set(number, null);
    const session = this.session();
    const at_s = session?.frame?.time_s ?? 0;
    if (age_s > TOO_LATE_S) return this.answer(number, { outcome: 'too late', at_s });
    if (!session || session.state === 'ended' || session.state === 'failed')
      return this.answer(number, { outcome: 'not possible', at_s });
    if (command.does === 'call') this.heard.said({ words: command.words, by, number });
    if (command.does === 'control') this.heard.control(by);
    session.command(number, command);
  }

  private answer(number: number, answer: { outcome: Outcome; at_s: number }): void {
    this.answers.set(number, answer);
    void (async () => {
      while (!(await send('PUT', this.at(`commands/${number}`), answer)))
        await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    })();
  }

  private at(what: string): string {
    return `/api/attempts/${this.attemptId}/${what}`;
  }
}

/** @returns false where it may be tried again: the network is gone, or the server is not there */
async function send(method: string, address: string, body: unknown): Promise<boolean> {
  try {
    const response = await fetch(address, {
      method,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body)
    });
    return response.status < 500;
  } catch {
    return false;
  }
}
