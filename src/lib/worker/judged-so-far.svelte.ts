import type { Lesson } from '$core/drill/lesson';
import type { Flight } from '$core/flight/flight';
import type { SoFarAnswer, SoFarRequest } from './so-far.worker';
import SoFarWorker from './so-far.worker?worker';
import type { WatchedFlight } from './watched-flight.svelte';

/** It is judged anew no more often. */
const ANEW_MS = 1000;
/** One alone has no duration. */
const LEAST_SAMPLES = 2;

/** A watched flight with what can be said of it, made anew as it grows. */
export class JudgedSoFar {
  flight = $state.raw<Flight | null>(null);
  answer = $state.raw<SoFarAnswer | null>(null);
  failure = $state('');
  private worker: Worker | null = null;
  private timer: ReturnType<typeof setInterval> | null = null;
  private lengthAsked = 0;
  private asked: Flight | null = null;

  constructor(
    private readonly watched: WatchedFlight,
    private readonly planned: Lesson
  ) {}

  /** In the browser. */
  begin(): void {
    this.worker = new SoFarWorker();
    this.worker.onmessage = ({ data }: MessageEvent<SoFarAnswer>) => {
      // The two belong together: findings have their moments in the flight they were found in.
      this.flight = this.asked;
      this.answer = data;
      this.asked = null;
      this.failure = '';
    };
    this.worker.onerror = (event) => {
      this.asked = null;
      this.failure = event.message || 'the worker stopped';
    };
    this.timer = setInterval(() => this.anew(), ANEW_MS);
  }

  end(): void {
    this.worker?.terminate();
    if (this.timer) clearInterval(this.timer);
  }

  /** Asks, unless nothing has come since, or the last answer has not. */
  anew(): void {
    const { watched } = this;
    if (!this.worker || this.asked || watched.length === this.lengthAsked || watched.length < LEAST_SAMPLES)
      return;
    this.lengthAsked = watched.length;
    this.asked = watched.flight();
    this.worker.postMessage({ flight: this.asked, planned: this.planned } satisfies SoFarRequest);
  }
}
