import type { Readings } from '../instrument/readings';
import type { Habits } from './habits';

/** Seconds an alert pilot takes from hearing "you have control" to the first input. */
const ALERT_S = 1;

/** What a recovering pilot asks for; null: nothing yet. */
export interface RecoveryHands {
  pitch_deg: number;
  bank_deg: number;
  throttle: number;
}

/**
 * Recovery by the book, airspeed first: low and falling is nose high — full power, unload, then wings level; high and rising
 * is nose low — power to idle, wings level, then the nose. Habits delay it or turn the order round.
 */
export function recoverFrom(
  r: Readings,
  since_s: number,
  cruise: { pitch_deg: number; throttle: number; ias_kt: number },
  habits: Habits,
  noseHighAtHandOver: boolean
): RecoveryHands | null {
  const active_s = since_s - ALERT_S - 6 * habits.slowToReact;
  if (active_s < 0) return null;
  const wrong = habits.wrongOrder > 0 && active_s < 5 * habits.wrongOrder;
  if (noseHighAtHandOver && r.ias_kt < cruise.ias_kt - 4) {
    // Wings first with the nose left up, and no power: the order that invites the stall.
    if (wrong) return { pitch_deg: r.pitch_deg, bank_deg: 0, throttle: 0.3 };
    if (r.pitch_deg > 4) return { pitch_deg: -3, bank_deg: r.bank_deg, throttle: 1 };
    return { pitch_deg: r.ias_kt < cruise.ias_kt - 15 ? -2 : cruise.pitch_deg, bank_deg: 0, throttle: 1 };
  }
  if (!noseHighAtHandOver) {
    // Pulling while still banked winds the spiral up.
    if (wrong) return { pitch_deg: 6, bank_deg: r.bank_deg, throttle: 0.85 };
    if (Math.abs(r.bank_deg) > 12) return { pitch_deg: r.pitch_deg, bank_deg: 0, throttle: 0 };
    if (r.pitch_deg < cruise.pitch_deg - 1.5)
      return { pitch_deg: cruise.pitch_deg + 1, bank_deg: 0, throttle: 0 };
  }
  return { pitch_deg: cruise.pitch_deg, bank_deg: 0, throttle: cruise.throttle };
}
