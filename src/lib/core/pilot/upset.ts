import { seededNoise } from '../measure/seeded-noise';

/** What the instructor does to the airplane while the student's eyes are closed. */
export interface Upset {
  kind: 'nose high' | 'nose low';
  pitch_deg: number;
  bank_deg: number;
  throttle: number;
}

/** Seconds of turning this way and that before the attitude itself is set up. */
const DISORIENTING_S = 4;

/**
 * An unusual attitude from a seed, in graded severity: 1 mild, 2 plain, 3 severe.
 * @param number which of the drill's upsets it is, from 0: two in a row are never of the same kind
 */
export function upsetFrom(seed: number, number: number, severity: number): Upset {
  const first = seededNoise(seed).uniform() < 0.5;
  const noise = seededNoise(seed * 31 + number);
  const side = noise.uniform() < 0.5 ? -1 : 1;
  const spread = 0.9 + 0.2 * noise.uniform();
  return (number % 2 === 0) === first
    ? {
        kind: 'nose high',
        pitch_deg: (11 + 5 * severity) * spread,
        bank_deg: side * (12 + 11 * severity) * spread,
        throttle: 0.3 - 0.1 * severity
      }
    : {
        kind: 'nose low',
        pitch_deg: -(7 + 4 * severity) * spread,
        bank_deg: side * (18 + 12 * severity) * spread,
        throttle: 0.85
      };
}

/** The instructor's hands, so many seconds after taking control. */
export function upsetHands(
  upset: Upset,
  since_s: number
): { pitch_deg: number; bank_deg: number; throttle: number } {
  if (since_s < DISORIENTING_S) {
    const sway = Math.sin((2 * Math.PI * since_s) / DISORIENTING_S);
    return { pitch_deg: 2 + 2 * sway, bank_deg: -Math.sign(upset.bank_deg) * 18 * sway, throttle: 0.55 };
  }
  return upset;
}
