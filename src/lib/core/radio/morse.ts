const MORSE: Record<string, string> = {
  A: '.-', B: '-...', C: '-.-.', D: '-..', E: '.', F: '..-.', G: '--.', H: '....', I: '..', J: '.---', K: '-.-', L: '.-..', M: '--',
  N: '-.', O: '---', P: '.--.', Q: '--.-', R: '.-.', S: '...', T: '-', U: '..-', V: '...-', W: '.--', X: '-..-', Y: '-.--', Z: '--..'
}; // prettier-ignore

/** Tone of station idents, Hz; and how long a dot lasts at about seven words a minute, s (a dash is three, letters three apart). */
export const IDENT_TONE_HZ = 1020;
export const DOT_S = 0.15;
/** Tone of a marker, Hz: the higher, the nearer to the runway. */
export const MARKER_TONE_HZ = { outer: 400, middle: 1300, inner: 3000 } as const;

/** A tone that sounds from one time to another, s. */
export interface Tone {
  from_s: number;
  to_s: number;
}

/** Dots and dashes of an ident, letters apart by a space: `VLB` → `...- .-.. -...`. */
export function morseOf(ident: string): string {
  return [...ident].map((letter) => MORSE[letter] ?? '').join(' ');
}

/** When the tones of an ident sound, beginning at zero. */
export function identTones(ident: string): Tone[] {
  const tones: Tone[] = [];
  let at = 0;
  for (const letter of ident) {
    for (const sign of MORSE[letter] ?? '') {
      const length = sign === '.' ? DOT_S : 3 * DOT_S;
      tones.push({ from_s: at, to_s: at + length });
      at += length + DOT_S;
    }
    at += 2 * DOT_S;
  }
  return tones;
}
