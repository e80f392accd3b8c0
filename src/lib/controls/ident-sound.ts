import { DOT_S, IDENT_TONE_HZ, MARKER_TONE_HZ, identTones, morseOf } from '$core/radio/morse';

/** An ident is repeated this long after it began. */
const REPEATS_S = 8;
const LOUDNESS = 0.06;

/** Sounds what a receiver hears: idents in Morse, markers in their own rhythm, hiss where there is no station. */
export class RadioSound {
  private context: AudioContext | null = null;
  private ident: { key: string; gain: GainNode; stop: () => void; next_s: number } | null = null;

  /** To be called once a picture. @param ident letters to send, '' for hiss, null for silence */
  play(ident: string | null, marker: keyof typeof MARKER_TONE_HZ | null): void {
    const key = marker ? `marker ${marker}` : ident === null ? null : `ident ${ident}`;
    if (key === null || typeof AudioContext === 'undefined') return this.silence();
    this.context ??= new AudioContext();
    void this.context.resume();
    if (this.ident?.key !== key) {
      this.silence();
      this.ident =
        marker || ident ? this.tone(key, marker ? MARKER_TONE_HZ[marker] : IDENT_TONE_HZ) : this.hiss(key);
    }
    if (this.ident!.next_s > this.context.currentTime) return;
    this.schedule(marker ? MARKER_RHYTHM[marker] : ident!);
  }

  silence(): void {
    this.ident?.stop();
    this.ident = null;
  }

  close(): void {
    this.silence();
    void this.context?.close();
    this.context = null;
  }

  private tone(key: string, hertz: number) {
    const context = this.context!;
    const gain = context.createGain();
    gain.gain.value = 0;
    const oscillator = context.createOscillator();
    oscillator.frequency.value = hertz;
    oscillator.connect(gain).connect(context.destination);
    oscillator.start();
    return { key, gain, stop: () => oscillator.stop(), next_s: 0 };
  }

  private hiss(key: string) {
    const context = this.context!;
    const gain = context.createGain();
    gain.gain.value = LOUDNESS / 4;
    const buffer = context.createBuffer(1, context.sampleRate, context.sampleRate);
    const samples = buffer.getChannelData(0);
    for (let i = 0; i < samples.length; i++) samples[i] = 2 * Math.random() - 1;
    const source = context.createBufferSource();
    source.buffer = buffer;
    source.loop = true;
    source.connect(gain).connect(context.destination);
    source.start();
    return { key, gain, stop: () => source.stop(), next_s: Infinity };
  }

  private schedule(letters: string): void {
    const { gain } = this.ident!;
    const from = this.context!.currentTime + 0.05;
    const tones = identTones(letters);
    for (const { from_s, to_s } of tones) {
      gain.gain.setTargetAtTime(LOUDNESS, from + from_s, 0.005);
      gain.gain.setTargetAtTime(0, from + to_s, 0.005);
    }
    const lasts = (tones.at(-1)?.to_s ?? 0) + 3 * DOT_S;
    this.ident!.next_s = from + (this.ident!.key.startsWith('marker') ? lasts : Math.max(lasts, REPEATS_S));
  }
}

/** Outer: dashes; middle: dot and dash; inner: dots. Letters of that rhythm. */
const MARKER_RHYTHM = { outer: 'TT', middle: 'A', inner: 'EE' } as const;

/** Dots and dashes, for whoever asks to see them. */
export const identWords = (ident: string) => `${morseOf(ident)} ${ident}`;
