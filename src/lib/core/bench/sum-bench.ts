import { seededNoise } from '../measure/seeded-noise';
import { compassRollOut, intercept, quadrant, reciprocal, windCorrection } from './sums/angle-sums';
import { entryHeadingSum, holdEntrySum, outboundHeadingSum, outboundTimeSum } from './sums/hold-sums';
import { arcHeadingSum, descentRate, leadRadialSum, missedApproachTime } from './sums/path-sums';
import type { SumKind, SumMaker, SumQuestion } from './sum-question';

const makers: Record<SumKind, SumMaker> = {
  reciprocal,
  quadrant,
  'descent-rate': descentRate,
  'compass-roll-out': compassRollOut,
  intercept,
  'wind-correction': windCorrection,
  'lead-radial': leadRadialSum,
  'arc-heading': arcHeadingSum,
  'hold-entry': holdEntrySum,
  'entry-heading': entryHeadingSum,
  'outbound-heading': outboundHeadingSum,
  'outbound-time': outboundTimeSum,
  'missed-approach-time': missedApproachTime
};

/** Time for a sum, s: what a student has in the airplane, less the harder it is. */
const PLAIN_S: Partial<Record<SumKind, number>> = {
  reciprocal: 8,
  'descent-rate': 8,
  intercept: 10,
  'outbound-time': 10
};
const USUAL_S = 16;

/** A fresh sum: the same kind, level and seed always make the same one. @param level 1 … 5 */
export function sumQuestion(kind: SumKind, level: number, seed: number): SumQuestion {
  const made = makers[kind](seededNoise(seed), level);
  return {
    picture: null,
    ...made,
    kind,
    level,
    within_s: Math.round((PLAIN_S[kind] ?? USUAL_S) * (1.15 - 0.1 * (level - 1)))
  };
}
