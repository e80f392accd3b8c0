import type { FindingKind } from './finding-kind';

/** The usual cure in an instructor's words, by finding. */
export const cures: Record<FindingKind, string> = {
  exceedance: 'See it early: a small correction at the first movement, then wait for it to act.',
  'bias-to-one-side': 'Look where the error lives: the same side each time is a habit, not the air.',
  'over-correcting':
    'Half the correction, then wait: take it out before the altitude is back, not when it is.',
  'started-down-before-slowing':
    'Power back and hold the altitude until the speed is there; only then lower the nose.',
  'speed-first': 'Keep it.',
  'late-configuration':
    'Flaps and gear before the descent, in level flight, so that only one thing changes at a time.',
  pumping: 'One change of pitch, half of what you want to give, then wait for the needle to stop.',
  'late-decision':
    'Hand on the throttle from 100 ft above; power and pitch together at the altitude, not after it.',
  'early-decision': 'Fly the descent to its altitude: the decision is made there, not before.',
  'below-decision-altitude':
    'Lead the altitude by a tenth of the rate; the climb starts before the needle arrives.',
  'prompt-decision': 'Keep it.',
  'level-off-overshoot': 'Begin to level a tenth of the rate before the altitude.',
  'level-off-undershoot': 'Hold the rate until the lead, then ease over in one movement.',
  'late-roll-out': 'Begin to roll out half the bank angle before the heading.',
  'early-roll-out': 'Hold the bank until half of it is left to turn, then roll out in one movement.',
  fixation:
    'Keep the eyes moving: no instrument longer than two seconds, and back to the attitude each time.',
  'power-hunting': 'Set the power you know, and leave it until the speed has answered.',
  'not-trimmed': 'Trim until the hand holds nothing: set the attitude, wait, trim, let go.',
  'slow-recovery': 'Airspeed first, and act on it: power at once, then the wings, then the nose.',
  'wrong-order':
    'Nose low: power off, wings level, then pull. Nose high: power on, unload, then wings level.',
  'secondary-stall': 'Ease the nose up: the wing that has just flown again needs speed, not back pressure.',
  overspeed: 'Power to idle first; unload before the speed builds, not after.',
  'clean-recovery': 'Keep it.',
  'scan-fixation':
    'Read it in a second, and back to the attitude: what you stare at does not fly better for it.',
  'scan-omission': 'Give it a place in the round, and name it aloud each time until it comes by itself.',
  'scan-emphasis':
    'One look, one thought, on: let the trend come from the next look, not from waiting for it.',
  'missed-call': 'Aviate first, but answer: a word costs no more than one look.',
  'not-flown': 'Fly the drill to its end; what was not flown cannot be judged.'
};
