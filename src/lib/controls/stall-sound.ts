const LOUDNESS = 0.05;
const HERTZ = 520;
/** It chirps on and off, so that it is told from an ident. */
const CHIRPS_A_SECOND = 6;

/** The sound of the stall warner, for as long as it is on; silent where the browser has no sound. */
export class StallSound {
  private context: AudioContext | null = null;
  private stop: (() => void) | null = null;

  /** To be called once a picture. */
  play(on: boolean): void {
    if (on === (this.stop !== null) || typeof AudioContext === 'undefined') return;
    if (!on) return this.silence();
    this.context ??= new AudioContext();
    void this.context.resume();
    const [tone, chirp] = [this.context.createOscillator(), this.context.createOscillator()];
    const gain = this.context.createGain();
    gain.gain.value = LOUDNESS / 2;
    tone.type = chirp.type = 'square';
    tone.frequency.value = HERTZ;
    chirp.frequency.value = CHIRPS_A_SECOND;
    const depth = this.context.createGain();
    depth.gain.value = LOUDNESS / 2;
    chirp.connect(depth).connect(gain.gain);
    tone.connect(gain).connect(this.context.destination);
    tone.start();
    chirp.start();
    this.stop = () => {
      tone.stop();
      chirp.stop();
    };
  }

  close(): void {
    this.silence();
    void this.context?.close();
    this.context = null;
  }

  private silence(): void {
    this.stop?.();
    this.stop = null;
  }
}
