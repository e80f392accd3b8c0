/** The faults an invented person may have in an attitude drill: one at a time. */
export const attitudeFaults = [
  'over-correcting-altitude',
  'over-correcting-heading',
  'bias-to-one-side',
  'started-down-before-slowing',
  'late-configuration',
  'pumping',
  'late-decision',
  'early-decision',
  'level-off-overshoot',
  'level-off-undershoot',
  'late-roll-out',
  'early-roll-out',
  'power-hunting',
  'not-trimmed',
  'slow-recovery',
  'wrong-order',
  'looks-away'
] as const;
export type AttitudeFault = (typeof attitudeFaults)[number];
