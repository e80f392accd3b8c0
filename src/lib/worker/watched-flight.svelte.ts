import type { Command } from '$core/flight/command';
import type { OwnPlace } from '$core/drill/own-place';
import { RECORDING_RATE_HZ, type ChannelId } from '$core/flight/channels';
import type { FlightMark, MarkKind } from '$core/flight/flight-mark';
import type { Flight } from '$core/flight/flight';
import { growingFlight, type LivePiece } from '$core/flight/live-piece';
import { CHUNK_SAMPLES, type FlightChunk } from '$core/flight/recorder';
import { freshId } from './fresh-id';
import { oneAtATime } from './one-at-a-time';

/** A command with what became of it, as the server tells it. */
export interface SeenCommand {
  id: string;
  number: number;
  command: Command;
  by: string;
  outcome: 'done' | 'too late' | 'not possible' | null;
  at_s: number | null;
}
export type SeenMark = FlightMark & { by: string };

const KEPT_MARKS = 'hanza.marks.';
const AGAIN_MS = 1500;
/** Nothing heard for so long: the network is gone, or who flies is. */
const QUIET_MS = 6000;

/** A flight watched from elsewhere: what was flown before, what comes, and what is asked of it. */
export class WatchedFlight {
  /** Changes as samples come. */
  newest = $state.raw<Pick<LivePiece, 'phase' | 'running' | 'hint'> | null>(null);
  length = $state(0);
  watchers = $state.raw<readonly string[]>([]);
  commands = $state.raw<readonly SeenCommand[]>([]);
  /** Asked for here, and not told by the server yet. */
  asked = $state.raw<readonly { id: string; command: Command }[]>([]);
  marks = $state.raw<readonly SeenMark[]>([]);
  ended = $state(false);
  connected = $state(false);
  /** Nothing has come of the flight for a while. */
  quiet = $state(false);
  /** What could not be done, in words. */
  problem = $state('');
  /** Marks that are not with the server yet. */
  unsent = $state(0);
  private readonly growing = growingFlight();
  private giving: Promise<void> = Promise.resolve();
  private source: EventSource | null = null;
  private chunks = 0;
  private heard_ms = Date.now();
  private timer: ReturnType<typeof setInterval> | null = null;

  constructor(readonly attemptId: string) {}

  /** With what was done to it since its last chunk: that is told sooner than kept. */
  flight(): Flight {
    const flight = this.growing.flight();
    const known_s = (this.chunks * CHUNK_SAMPLES) / RECORDING_RATE_HZ;
    const done = this.commands.flatMap(({ command, outcome, at_s }) =>
      outcome === 'done' && at_s !== null && at_s >= known_s
        ? [{ time_s: at_s, kind: 'command' as const, command }]
        : []
    );
    return done.length > 0 ? { ...flight, events: [...flight.events, ...done] } : flight;
  }

  /** The newest moment, for the panel. */
  lastSeconds(): Flight {
    return this.growing.lastSeconds();
  }

  /** Where the airplane is, and how it flies; null where its place is not recorded. */
  here(): Omit<OwnPlace, 'name'> | null {
    const flight = this.lastSeconds();
    const last = (id: ChannelId) => flight.columns.get(id)?.at(-1) ?? NaN;
    const at = { latitude_deg: last('latitude_deg'), longitude_deg: last('longitude_deg') };
    if (!Number.isFinite(at.latitude_deg) || !Number.isFinite(at.longitude_deg)) return null;
    const [altitude_ft, heading_deg, speed_kt] = (['altitude_ft', 'heading_deg', 'ias_kt'] as const).map(
      (id) => Math.round(last(id))
    ) as [number, number, number];
    return { at, altitude_ft, heading_deg, speed_kt };
  }

  /** How long it has been flown. */
  get flown_s(): number {
    return Math.max(0, this.length - 1) / RECORDING_RATE_HZ;
  }

  open(): void {
    this.heard_ms = Date.now();
    this.timer = setInterval(() => {
      this.quiet = Date.now() - this.heard_ms > QUIET_MS;
      if (this.source?.readyState === EventSource.CLOSED) this.listen();
    }, 1000);
    this.listen();
    void this.sendMarks();
  }

  close(): void {
    this.source?.close();
    if (this.timer) clearInterval(this.timer);
  }

  private listen(): void {
    const source = new EventSource(this.at('live'));
    this.source = source;
    source.onopen = () => (this.connected = true);
    source.onerror = () => (this.connected = false);
    const on = <T>(event: string, hear: (told: T) => void) =>
      source.addEventListener(event, ({ data }) => hear(JSON.parse(data) as T));
    on<Pick<WatchedFlight, 'ended' | 'watchers' | 'commands' | 'marks'>>('stands', (stands) => {
      this.watchers = stands.watchers;
      this.commands = stands.commands;
      this.told(stands.commands);
      this.marks = stands.marks;
      if (stands.ended) return this.end();
      void this.catchUp();
    });
    on<LivePiece>('piece', (piece) => this.hear(piece));
    on<readonly string[]>('watchers', (watchers) => (this.watchers = watchers));
    on<SeenCommand>('command', (one) => {
      this.commands = [...this.commands.filter(({ number }) => number !== one.number), one].sort(
        (a, b) => a.number - b.number
      );
      this.told([one]);
    });
    on<readonly SeenMark[]>('marks', (marks) => (this.marks = marks));
    on('ended', () => this.end());
  }

  private end(): void {
    this.ended = true;
    this.close();
  }

  private hear(piece: LivePiece): void {
    this.heard_ms = Date.now();
    this.quiet = false;
    this.newest = piece;
    const follows = this.growing.addPiece(piece);
    this.length = this.growing.length();
    // What lies between is kept two seconds at a time.
    if (!follows) void this.catchUp();
  }

  /** Fetches what is kept of the flight and not known here. */
  private readonly catchUp = oneAtATime(async () => {
    try {
      for (;;) {
        const response = await fetch(`${this.at('live/chunks')}?from=${this.chunks}`);
        if (!response.ok) return;
        const { chunks } = (await response.json()) as { chunks: Omit<FlightChunk, 'snapshot'>[] };
        for (const chunk of chunks) {
          if (!this.growing.addChunk(chunk)) return;
          this.chunks = chunk.sequence + 1;
        }
        this.length = this.growing.length();
        if (chunks.length === 0) return;
      }
    } catch {
      // The network is gone: the stream says when it is back, and asks again.
    }
  });

  /** Asks for something to be done to the flight; what is asked for first is done first. */
  give(command: Command): Promise<void> {
    const body = { id: freshId(), command };
    this.asked = [...this.asked, body];
    this.giving = this.giving.then(async () => {
      if (!(await this.giveNow(body))) this.told([body]);
    });
    return this.giving;
  }

  private told(ones: readonly { id: string }[]): void {
    this.asked = this.asked.filter(({ id }) => !ones.some((one) => one.id === id));
  }

  /** @returns false where nothing comes of it, which `problem` says */
  private async giveNow(body: { id: string; command: Command }): Promise<boolean> {
    this.problem = '';
    for (let tries = 1; tries <= 3; tries++) {
      try {
        const response = await post(this.at('commands'), body);
        if (response.ok) return true;
        const { message } = (await response.json()) as { message?: string };
        this.problem = message ?? `the server answered ${response.status}`;
        return false;
      } catch {
        await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
      }
    }
    this.problem = 'The server was not reached: nothing was done. Give it again.';
    return false;
  }

  /** Marks this moment; it is kept in this browser until the server has it. */
  mark(kind: MarkKind, words = '', at_s = this.flown_s): void {
    const mark: FlightMark = { id: freshId(), at_s, kind, words };
    this.keepMarks([...this.keptMarks(), mark]);
    void this.sendMarks();
  }

  private readonly sendMarks = oneAtATime(async () => {
    for (;;) {
      const kept = this.keptMarks();
      this.unsent = kept.length;
      const first = kept[0];
      if (!first) return;
      try {
        const response = await post(this.at('marks'), first);
        if (response.status >= 500 || response.status === 401) throw new Error('to be tried again');
        if (!response.ok) {
          const { message } = (await response.json()) as { message?: string };
          this.problem = `A mark was not taken: ${message ?? response.status}`;
        }
        this.keepMarks(this.keptMarks().filter(({ id }) => id !== first.id));
      } catch {
        await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
      }
    }
  });

  private keptMarks(): FlightMark[] {
    return JSON.parse(localStorage.getItem(KEPT_MARKS + this.attemptId) ?? '[]') as FlightMark[];
  }

  private keepMarks(marks: readonly FlightMark[]): void {
    this.unsent = marks.length;
    if (marks.length === 0) localStorage.removeItem(KEPT_MARKS + this.attemptId);
    else localStorage.setItem(KEPT_MARKS + this.attemptId, JSON.stringify(marks));
  }

  private at(what: string): string {
    return `/api/attempts/${this.attemptId}/${what}`;
  }
}

function post(address: string, body: unknown): Promise<Response> {
  return fetch(address, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body)
  });
}
