import type { CorridorMeasure } from '../deviation/corridor-measure';
import { firstTarget, isOneSided, type CorridorChannel } from '../drill/corridor';
import { type Drill, type Phase, phaseById } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import { finding, type Finding } from '../finding/finding';
import { isSpeedByNose, needleWords, quantityWords, shareOf, sideWords } from '../finding/quantity-words';
import { capital } from '../measure/capital';
import { figure, signedFigure } from '../measure/figure';

/** Bias: to one side by this share of the tolerance on average, over at least this long, and so for most of the time. */
const BIAS_SHARE = 0.4;
const BIAS_LEAST_S = 60;
const BIAS_OF_TIME = 0.7;
/** A bank or turn rate is a fault of technique in one turn, not a lean of the pilot: its bias is not looked for. */
const LEANING: readonly CorridorChannel[] = [
  'altitude_ft',
  'ias_kt',
  'verticalSpeed_fpm',
  'heading_deg',
  'courseShare',
  'pathShare'
];

/** An error of one quantity that lives on one side. */
export interface Lean extends LeanMeasure {
  channel: CorridorChannel;
  side: 'above' | 'below';
  /** Where it leaned most. */
  worst: CorridorMeasure;
  from_s: number;
  to_s: number;
}

/** Signed errors of one quantity over all phases that asked for it. */
export interface LeanMeasure {
  /** Mean, as a share of tolerance and in the channel's own unit. */
  share: number;
  mean: number;
  /** Time judged, s, and the share of it plainly on the side of the lean. */
  seconds: number;
  ofTime: number;
}

/** Whether an arc is judged and said once, by its own check, and not by its corridor as well. */
export function isSaidByCheck({ checks }: Drill, { channel, phaseId }: CorridorMeasure): boolean {
  return channel === 'arcError_nm' && checks.some(({ kind, phase }) => kind === 'arc' && phase === phaseId);
}

/** null where the quantity was not judged at all; what has one limit only leans to no side. */
export function measureLean(
  channel: CorridorChannel,
  measures: readonly CorridorMeasure[]
): LeanMeasure | null {
  const mine = measures.filter((m) => m.channel === channel && !isOneSided(m.corridor));
  const seconds = mine.reduce((sum, m) => sum + m.to_s - m.from_s, 0);
  if (seconds <= 0) return null;
  const over = (value: (m: CorridorMeasure) => number) =>
    mine.reduce((sum, m) => sum + value(m) * (m.to_s - m.from_s), 0) / seconds;
  const share = over((m) => m.lean);
  return {
    share,
    mean: over((m) => m.meanDeviation),
    seconds,
    ofTime: over((m) => (share > 0 ? m.shareAbove : m.shareBelow))
  };
}

/** Judges for each quantity whether it was flown to one side. */
export function leansOfFlight({ drill }: Lesson, measures: readonly CorridorMeasure[]): Lean[] {
  const judged = measures.filter((measure) => !isSaidByCheck(drill, measure));
  return LEANING.flatMap((channel) => {
    const mine = judged.filter((measure) => measure.channel === channel);
    const lean = measureLean(channel, mine);
    if (
      !lean ||
      lean.seconds < BIAS_LEAST_S ||
      Math.abs(lean.share) < BIAS_SHARE ||
      lean.ofTime < BIAS_OF_TIME ||
      Math.sign(lean.mean) !== Math.sign(lean.share)
    )
      return [];
    return [
      {
        ...lean,
        channel,
        side: lean.share > 0 ? ('above' as const) : ('below' as const),
        worst: mine.reduce((a, b) => (Math.abs(b.lean) > Math.abs(a.lean) ? b : a)),
        from_s: mine[0]!.from_s,
        to_s: mine.at(-1)!.to_s
      }
    ];
  });
}

/** Leans in words. */
export function leanFindings({ drill }: Lesson, leans: readonly Lean[]): Finding[] {
  return leans.map((lean) => sayLean(lean, phaseById(drill, lean.worst.phaseId)));
}

function sayLean(lean: Lean, phase: Phase): Finding {
  const { channel, side, mean, worst } = lean;
  const { name, unit } = quantityWords[channel];
  const average =
    channel === 'courseShare' || channel === 'pathShare'
      ? needleWords(mean)
      : `${signedFigure(mean, channel === 'ias_kt' || channel === 'heading_deg' ? 1 : 0)}${unit}`;
  return finding(
    'bias-to-one-side',
    'fault',
    channel === 'courseShare'
      ? `Flown ${side === 'above' ? 'right' : 'left'} of the course`
      : channel === 'pathShare'
        ? `Flown ${side === 'above' ? 'above' : 'below'} the path`
        : `${capital(name)} mostly ${sideWords(channel, firstTarget(worst.corridor), side)}`,
    { moment_s: worst.worst_s, start_s: lean.from_s, end_s: lean.to_s },
    `${capital(average)} on average over ${figure(lean.seconds)} s, and on that side for ${shareOf(lean.ofTime)} of the time.`,
    {
      channel,
      side,
      speedByNose: isSpeedByNose(phase),
      worth: Math.abs(lean.share) * lean.seconds * 0.5
    }
  );
}
