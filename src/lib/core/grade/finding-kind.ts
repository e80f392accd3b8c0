/** The kinds of finding Hanza can make in attitude flying. */
export const findingKinds = [
  'exceedance',
  'bias-to-one-side',
  'over-correcting',
  'started-down-before-slowing',
  'speed-first',
  'late-configuration',
  'pumping',
  'late-decision',
  'early-decision',
  'below-decision-altitude',
  'prompt-decision',
  'level-off-overshoot',
  'level-off-undershoot',
  'late-roll-out',
  'early-roll-out',
  'fixation',
  'power-hunting',
  'not-trimmed',
  'slow-recovery',
  'wrong-order',
  'secondary-stall',
  'overspeed',
  'clean-recovery',
  'not-flown'
] as const;
export type FindingKind = (typeof findingKinds)[number];
