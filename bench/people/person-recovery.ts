/** How an invented person gets out of an unusual attitude: in order, or late, or with the wrong thing first. */
import type { Readings } from '../../src/lib/core/instrument/readings';

/** What is done at a moment; what is left out stays as it is. */
interface Recovering {
  pitch_deg?: number;
  bank_deg?: number;
  throttle?: number;
}

/**
 * @param in_s since the eyes were opened
 * @param noseWasHigh whether the nose was up when they were
 * @param cruise where the nose and the power belong
 */
export function recoverAsPerson(
  r: Readings,
  in_s: number,
  delay_s: number,
  noseWasHigh: boolean,
  cruise: { pitch_deg: number; throttle: number },
  fault: 'slow-recovery' | 'wrong-order' | null
): Recovering {
  const high = r.pitch_deg > 0 && noseWasHigh;
  const wait = delay_s + (fault === 'slow-recovery' ? 4.5 : 0.6);
  const wrongOrder = fault === 'wrong-order';
  if (in_s < wait) return { pitch_deg: r.pitch_deg, bank_deg: r.bank_deg };
  if (high && wrongOrder)
    return {
      bank_deg: 0,
      ...(in_s > wait + 2.5 ? { throttle: 1 } : {}),
      ...(in_s > wait + 3 ? { pitch_deg: cruise.pitch_deg } : {})
    };
  if (high) return { throttle: 1, pitch_deg: cruise.pitch_deg, bank_deg: in_s > wait + 0.4 ? 0 : r.bank_deg };
  if (wrongOrder)
    return {
      pitch_deg: cruise.pitch_deg + 2,
      ...(in_s > wait + 3.5 ? { bank_deg: 0 } : {}),
      ...(in_s > wait + 4 ? { throttle: 0.1 } : {})
    };
  const level = Math.abs(r.pitch_deg - cruise.pitch_deg) < 3 && Math.abs(r.bank_deg) < 8;
  return {
    throttle: level ? cruise.throttle : 0.05,
    bank_deg: 0,
    pitch_deg: Math.abs(r.bank_deg) < 12 ? cruise.pitch_deg : r.pitch_deg
  };
}
