import type { FindingKind } from './finding';

/** The usual cure in an instructor's words, by finding. */
export const cures: Record<FindingKind, string> = {
  exceedance: 'See it early: a small correction at the first movement, then wait for it to act.',
  'bias-to-one-side': 'Look where the error lives: the same side each time is a habit, not the air.',
  'started-down-before-slowing':
    'Power back and hold the altitude until the speed is there; only then lower the nose.',
  'speed-first': 'Keep it.',
  'late-configuration':
    'Flaps before the descent, in level flight, so that only one thing changes at a time.',
  pumping: 'One change of pitch, half of what you want to give, then wait for the needle to stop.',
  'late-decision':
    'Hand on the throttle from 100 ft above; power and pitch together at the altitude, not after it.',
  'early-decision': 'Fly the descent to its altitude: the decision is made there, not before.',
  'below-decision-altitude':
    'Lead the altitude by a tenth of the rate; the climb starts before the needle arrives.',
  'prompt-decision': 'Keep it.',
  'level-off-overshoot': 'Begin to level a tenth of the climb rate before the altitude.',
  'level-off-undershoot': 'Hold the climb until the lead, then ease over in one movement.',
  'not-flown': 'Fly the drill to its end; what was not flown cannot be judged.'
};
