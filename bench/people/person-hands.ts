/** The hands of an invented person: keys that move an attitude by steps, or a yoke that is held, trembles and tires. */
import { STEP_S } from '../../src/lib/core/flight/flight-loop';
import type { Hands } from '../../src/lib/core/flight/hands';
import type { Readings } from '../../src/lib/core/instrument/readings';
import { normaliseSigned } from '../../src/lib/core/measure/angle';
import { clamp } from '../../src/lib/core/measure/clamp';
import type { seededNoise } from '../../src/lib/core/measure/seeded-noise';
import type { Person } from './person';

type Stick = Hands['stick'];

export const HAND_EVERY_STEPS = 5;
/** How far back a hand feels the airplane move. */
const FELT_S = 0.2;

export interface WantedAttitude {
  pitch_deg: number;
  bank_deg: number;
}

/** @param trims whether this hand trims its load away */
export function personHands(person: Person, noise: ReturnType<typeof seededNoise>, trims: boolean) {
  let held = 0;
  let filteredPitch = 0;
  let filteredRoll = 0;

  /** A key moves the target by half a degree of pitch, a degree and a half of bank. */
  function byKeys(stick: WantedAttitude, wanted: WantedAttitude, inHaste: boolean): Stick {
    const dt = HAND_EVERY_STEPS * STEP_S;
    const toward = (from: number, to: number, key: number, perSecond: number) =>
      Math.abs(to - from) < key
        ? from
        : from + clamp(Math.round((to - from) / key) * key, -perSecond * dt, perSecond * dt);
    const quick = inHaste ? 3 : 1;
    return {
      kind: 'attitude',
      pitch_deg: toward(stick.pitch_deg, wanted.pitch_deg, 0.5, 4 * quick),
      bank_deg: toward(stick.bank_deg, wanted.bank_deg, 1.5, 12 * quick)
    };
  }

  function byYoke(r: Readings, last: Readings, wanted: WantedAttitude): Stick {
    const pitchError = wanted.pitch_deg - r.pitch_deg;
    const bankError = clamp(wanted.bank_deg - r.bank_deg, -25, 25);
    filteredPitch += 0.5 * ((r.pitch_deg - last.pitch_deg) / FELT_S - filteredPitch);
    filteredRoll += 0.5 * (normaliseSigned(r.bank_deg - last.bank_deg) / FELT_S - filteredRoll);
    held = clamp(held + 0.0022 * pitchError, -0.6, 0.6);
    const stick: Stick = {
      kind: 'direct',
      elevator: clamp(
        0.04 * pitchError - 0.018 * filteredPitch + held + person.tremor * noise.normal(),
        -1,
        1
      ),
      aileron: clamp(0.022 * bankError - 0.01 * filteredRoll + person.tremor * noise.normal(), -1, 1)
    };
    if (trims) held *= 0.999;
    return stick;
  }

  return {
    /** What is held against the trim, share of travel. */
    load: () => held,
    letGo: () => void (held = 0),
    /** @param last what was seen FELT_S ago */
    work: (stick: Stick, r: Readings, last: Readings, wanted: WantedAttitude, inHaste: boolean): Stick =>
      person.hands === 'keys' && stick.kind === 'attitude'
        ? byKeys(stick, wanted, inHaste)
        : byYoke(r, last, wanted)
  };
}
