const LOUDNESS = 0.05;
const LASTS_S = 0.12;
/** Higher as the eyes are freed. */
const HERTZ = { on: 330, off: 660 } as const;

/** The short sound of a view-limiting device that is put on or taken off; silent where the browser has no sound. */
export function deviceSound(now: keyof typeof HERTZ): void {
  if (typeof AudioContext === 'undefined') return;
  const context = new AudioContext();
  const gain = context.createGain();
  const oscillator = context.createOscillator();
  oscillator.frequency.value = HERTZ[now];
  gain.gain.setValueAtTime(LOUDNESS, context.currentTime);
  gain.gain.setTargetAtTime(0, context.currentTime + LASTS_S, 0.02);
  oscillator.connect(gain).connect(context.destination);
  oscillator.onended = () => void context.close();
  oscillator.start();
  oscillator.stop(context.currentTime + 2 * LASTS_S);
}
