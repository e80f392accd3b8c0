import type { Finding } from './finding';
import type { FindingKind } from './finding-kind';

/** The drill that trains what a finding is about, where there is a better one than the drill it was found in. */
const MENDS: Partial<Record<FindingKind, string>> = {
  'over-correcting': 'straight-and-level',
  'bias-to-one-side': 'straight-and-level',
  'not-trimmed': 'level-speed-changes',
  'power-hunting': 'level-speed-changes',
  pumping: 'constant-rate-climb',
  'level-off-overshoot': 'level-offs',
  'level-off-undershoot': 'level-offs',
  'late-roll-out': 'standard-rate-turns',
  'early-roll-out': 'standard-rate-turns',
  'started-down-before-slowing': 'rate-and-speed-descent',
  'late-configuration': 'rate-and-speed-descent',
  'late-decision': 'rate-and-speed-descent',
  'early-decision': 'rate-and-speed-descent',
  'below-decision-altitude': 'rate-and-speed-descent',
  'slow-recovery': 'unusual-attitudes',
  'wrong-order': 'unusual-attitudes',
  'secondary-stall': 'unusual-attitudes',
  'not-identified': 'centring-and-identifying',
  'not-tuned': 'centring-and-identifying',
  'wrong-course': 'centring-and-identifying',
  'wrong-source': 'centring-and-identifying',
  'intercept-overshoot': 'intercept',
  'not-established': 'intercept',
  'no-wind-correction': 'vor-tracking',
  'chasing-needle': 'vor-tracking',
  'still-turning': 'vor-tracking',
  'over-correcting-course': 'vor-tracking',
  'chased-near-station': 'station-passage',
  'arc-off': 'dme-arc',
  'wrong-entry': 'vor-hold',
  'hold-timing': 'vor-hold',
  'inbound-leg': 'vor-hold',
  'no-hold-correction': 'vor-hold',
  'hold-roll-out': 'vor-hold'
};
/** An excursion is trained where its quantity is the point. */
const MENDS_CHANNEL: Record<string, string> = {
  altitude_ft: 'straight-and-level',
  heading_deg: 'straight-and-level',
  ias_kt: 'level-speed-changes',
  verticalSpeed_fpm: 'constant-rate-climb',
  bank_deg: 'standard-rate-turns',
  turnRate_degps: 'standard-rate-turns',
  offCourse: 'vor-tracking'
};

/** Id of the drill that mends a finding; null where only flying the same again does. */
export function mendingDrill(finding: Finding): string | null {
  return (
    MENDS[finding.kind] ??
    (finding.kind === 'exceedance' ? (MENDS_CHANNEL[finding.channel ?? ''] ?? null) : null)
  );
}
