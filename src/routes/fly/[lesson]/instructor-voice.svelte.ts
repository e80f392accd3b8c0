import { RadioSound } from '$lib/controls/ident-sound';
import { StallSound } from '$lib/controls/stall-sound';
import { hush, speak } from '$lib/controls/speech';
import type { FlightSession } from '$lib/worker/flight-session.svelte';

/** What is heard while flying: calls as phases begin, the coach, and what the radios are listened to for, the stall warner. */
export class InstructorVoice {
  on = $state(true);
  private readonly sound = new RadioSound();
  private readonly stall = new StallSound();
  private lastPhase = -1;
  private lastHint_s = -1;

  /** @param callOf what is called as a phase begins; null: nothing */
  constructor(private readonly callOf: (phaseIndex: number) => string | null) {}

  begin(): void {
    this.lastPhase = -1;
  }

  say(words: string): void {
    if (this.on && words) speak(words);
  }

  /** Once a picture. */
  follow(session: FlightSession): void {
    const { frame } = session;
    if (!frame) return;
    const running = session.state === 'running';
    if (frame.navigation) {
      const listening = running ? (frame.hands.radios?.listening ?? null) : null;
      this.sound.play(
        listening === null || !this.on ? null : (frame.navigation.idents[listening] ?? ''),
        this.on && running ? frame.navigation.marker : null
      );
    }
    this.stall.play(this.on && running && (session.instruments?.readings.stallWarning ?? false));
    if (!running) return;
    if (frame.phaseIndex !== this.lastPhase) {
      this.lastPhase = frame.phaseIndex;
      this.say(this.callOf(frame.phaseIndex) ?? '');
    }
    if (frame.hint && frame.hint.time_s !== this.lastHint_s) {
      this.lastHint_s = frame.hint.time_s;
      this.say(frame.hint.words);
    }
  }

  close(): void {
    hush();
    this.sound.close();
    this.stall.close();
  }
}
