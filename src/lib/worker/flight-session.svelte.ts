import type { Happening } from '$core/flight/flight-event';
import type { LessonPlan } from '$core/drill/lesson-plan';
import type { Command } from '$core/flight/command';
import type { LivePiece } from '$core/flight/live-piece';
import type { FlightChunk } from '$core/flight/recorder';
import type { Hands } from '$core/flight/hands';
import type { Gaze } from '$core/instrument/scan-area';
import type { Frame, FromFlight, Instruments, Moving, SimulatedPilot, ToFlight } from './flight-protocol';
import { isSeenToDiffer } from './picture';
import FlightWorker from './flight.worker?worker';

export type SessionState = 'loading' | 'ready' | 'running' | 'paused' | 'ended' | 'failed';

export interface SessionEvents {
  onready: (hands: Hands, frame: Frame) => void;
  onchunk: (chunk: FlightChunk) => void;
  onended: (how: 'flown' | 'ground' | 'stopped') => void;
  /** While somebody watches: what is new. */
  onlive?: (piece: LivePiece) => void;
  /** What became of a command. */
  onobeyed?: (number: number, time_s: number, done: boolean) => void;
}

/** The interface's end of one flight: the worker behind it, its newest frame, and what it is doing. */
export class FlightSession {
  state = $state<SessionState>('loading');
  frame = $state.raw<Frame | null>(null);
  /** Newer than the frame, for what is drawn anew more often. */
  instruments = $state.raw<Instruments | null>(null);
  moving = $state.raw<Moving | null>(null);
  failure = $state('');
  rate = $state(1);
  /** An instructor has stopped time: only they let it go on. */
  frozen = $state(false);
  /** What the flight is made of since something else was asked for; null: as planned. */
  asked = $state.raw<Extract<FromFlight, { kind: 'asked' }> | null>(null);
  private told: typeof this.asked = null;
  private ranBefore = false;
  private readonly worker = new FlightWorker();
  private newest: Frame | null = null;
  private newestInstruments: Instruments | null = null;
  /** As it came, whether it is to be seen or not. */
  newestMoving: Moving | null = null;

  constructor(
    plan: LessonPlan,
    pilot: SimulatedPilot | null,
    resume: FlightChunk[],
    private readonly events: SessionEvents
  ) {
    this.worker.onmessage = ({ data }: MessageEvent<FromFlight>) => this.hear(data);
    this.worker.onerror = (event) => this.fail(event.message || 'the flight loop stopped');
    this.tell({ kind: 'start', plan: $state.snapshot(plan) as LessonPlan, pilot, resume });
  }

  private hear(message: FromFlight): void {
    switch (message.kind) {
      case 'ready':
        this.frame = this.newest = message.frame;
        this.instruments = this.newestInstruments = message.frame;
        this.moving = this.newestMoving = message.moving;
        this.state = 'ready';
        this.events.onready(message.startingHands, message.frame);
        return;
      case 'picture':
        this.newest = message.frame ?? this.newest;
        this.newestInstruments = message.frame ?? message.instruments ?? this.newestInstruments;
        this.newestMoving = message.moving;
        return;
      case 'asked':
        this.told = message;
        return;
      case 'chunk':
        this.events.onchunk(message.chunk);
        return;
      case 'live':
        this.events.onlive?.(message.piece);
        return;
      case 'obeyed':
        this.follow();
        this.events.onobeyed?.(message.number, message.time_s, message.done);
        return;
      case 'ended':
        this.show();
        this.state = 'ended';
        this.events.onended(message.how);
        return;
      case 'failed':
        this.fail(message.message);
    }
  }

  private fail(message: string): void {
    this.failure = message;
    this.state = 'failed';
  }

  /** Puts the newest on the panel; to be called once a picture. */
  show(): void {
    const { newest, told } = this;
    if (isSeenToDiffer(this.moving, this.newestMoving)) this.moving = this.newestMoving;
    this.instruments = this.newestInstruments;
    if (!newest) return;
    const belongs =
      // A frame and the phases it counts in belong together: one whose phases are no longer told is passed over.
      !told || newest.changes >= told.changes || newest.changes === (this.asked?.changes ?? 0);
    if (belongs) this.frame = newest;
    if (told !== null && told !== this.asked && newest.changes >= told.changes) this.asked = told;
  }

  hands(hands: Hands): void {
    if (this.state === 'running') this.tell({ kind: 'hands', hands });
  }

  /** An instructor stops time, and lets it go on. */
  private follow(): void {
    this.rate = this.newest?.rate ?? this.rate;
    const frozen = this.newest?.frozen ?? false;
    if (frozen === this.frozen) return;
    this.frozen = frozen;
    if (frozen) this.ranBefore = this.state === 'running';
    if (this.ranBefore) this.state = frozen ? 'paused' : 'running';
  }

  run(running: boolean): void {
    if (this.frozen) return;
    if (!['ready', 'running', 'paused'].includes(this.state)) return;
    this.state = running ? 'running' : 'paused';
    this.tell({ kind: 'run', running });
  }

  setRate(rate: number): void {
    this.rate = rate;
    this.tell({ kind: 'rate', rate });
  }

  look(area: Gaze): void {
    this.tell({ kind: 'look', area });
  }

  note(what: Happening): void {
    this.tell({ kind: 'note', what });
  }

  toTheEnd(): void {
    this.state = 'running';
    this.tell({ kind: 'to the end' });
  }

  command(number: number, command: Command): void {
    this.tell({ kind: 'command', number, command });
  }

  /** Takes control that is given back. */
  takeControl(): void {
    this.tell({ kind: 'take control' });
  }

  lookOut(looks: boolean): void {
    this.tell({ kind: 'look out', looks });
  }

  watched(watched: boolean): void {
    this.tell({ kind: 'watched', watched });
  }

  stop(): void {
    this.tell({ kind: 'stop' });
  }

  dispose(): void {
    this.worker.terminate();
  }

  private tell(message: ToFlight): void {
    this.worker.postMessage(message);
  }
}
