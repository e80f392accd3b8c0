/** The kinds of finding Hanza can make in the rate-and-speed descent. */
export const findingKinds = [
  'exceedance',
  'bias-to-one-side',
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
  'not-flown'
] as const;
export type FindingKind = (typeof findingKinds)[number];

/** hard: cannot be averaged away; fault: to be worked on; good: done as asked. */
export type Severity = 'hard' | 'fault' | 'good';

/** Something an instructor would say, with when, how much, how long, the evidence in figures, and the usual cure. */
export interface Finding {
  kind: FindingKind;
  severity: Severity;
  title: string;
  /** The moment to look at. */
  moment_s: number;
  start_s: number;
  end_s: number;
  /** The strip it belongs to, where there is one. */
  channel: string | null;
  side: 'above' | 'below' | null;
  evidence: string;
  cure: string;
}
