import { figure, percent, signedFigure } from '../measure/figure';
import type { CorridorChannel, Drill } from '../drill/drill';
import { FORGIVEN_CORRECTIONS, type CorridorMeasure } from './corridor-measure';
import type { Exceedance } from './exceedance';
import { finding, type Finding } from './finding';
import { capital, quantityWords, sideWords, targetWords } from './quantity-words';

/** So many exceedances of one corridor are said in one finding. */
const SUMMED_FROM = 3;
/** Bias: mean error beyond this share of the tolerance, over at least this long. */
const BIAS_SHARE = 0.4;
const BIAS_LEAST_S = 60;
/** A bank or turn rate is a fault of technique in one turn, not a lean of the pilot: its bias is not looked for. */
const BIASED: readonly CorridorChannel[] = ['altitude_ft', 'ias_kt', 'verticalSpeed_fpm', 'heading_deg'];

/** What the corridors say: exceedances, and errors that live on one side. */
export function corridorFindings(drill: Drill, measures: readonly CorridorMeasure[]): Finding[] {
  const phaseName = (id: string) => drill.phases.find((phase) => phase.id === id)!.name.toLowerCase();
  return [
    ...measures.flatMap((measure) =>
      measure.exceedances.length >= SUMMED_FROM
        ? [sayTogether(measure, phaseName(measure.phaseId))]
        : measure.exceedances.map((e) => sayExceedance(measure, e, phaseName(measure.phaseId)))
    ),
    ...BIASED.flatMap((channel) => sayBias(channel, measures))
  ];
}

function sayExceedance(measure: CorridorMeasure, e: Exceedance, phase: string): Finding {
  const { name, unit, decimals } = quantityWords[measure.channel];
  const side = sideWords(measure.channel, measure.corridor.target, e.side);
  const allowed = e.side === 'above' ? measure.corridor.above : measure.corridor.below;
  const lasted = figure(e.end_s - e.start_s, 0);
  const input =
    e.correctedAfter_s === null
      ? 'no input against it'
      : e.correctedAfter_s < 0.5
        ? 'input against it at once'
        : `first input after ${figure(e.correctedAfter_s, 1)} s`;
  return finding(
    'exceedance',
    'fault',
    `${capital(name)} ${side} in “${phase}”`,
    { moment_s: e.peak_s, start_s: e.start_s, end_s: e.end_s },
    `${figure(Math.abs(e.peak), decimals)}${unit} ${side} of ${targetWords(measure.channel, measure.corridor.target)} at the most (${allowed}${unit} allowed), ${e.open ? `outside for ${lasted} s as the phase ended` : `${lasted} s until settled inside again`}; ${input}.`,
    { channel: measure.channel, side: e.side }
  );
}

function sayTogether(measure: CorridorMeasure, phase: string): Finding {
  const { name, unit, decimals } = quantityWords[measure.channel];
  const words = (side: 'above' | 'below') => sideWords(measure.channel, measure.corridor.target, side);
  const of = (side: 'above' | 'below') => measure.exceedances.filter((e) => e.side === side).length;
  const worst = measure.exceedances.reduce((a, b) => (Math.abs(b.peak) > Math.abs(a.peak) ? b : a));
  const prompt = measure.exceedances.filter((e) => e.prompt).length;
  const sides = (['above', 'below'] as const)
    .filter((side) => of(side) > 0)
    .map((side) => `${of(side)} × ${words(side)}`);
  return finding(
    'exceedance',
    'fault',
    `${capital(name)} out ${measure.exceedances.length} times in “${phase}”`,
    {
      moment_s: worst.peak_s,
      start_s: measure.exceedances[0]!.start_s,
      end_s: measure.exceedances.at(-1)!.end_s
    },
    `${capital(sides.join(', '))}; at the most ${figure(Math.abs(worst.peak), decimals)}${unit} ${words(worst.side)}. ${prompt} of ${measure.exceedances.length} corrected promptly; ${FORGIVEN_CORRECTIONS} are forgiven.`,
    { channel: measure.channel, side: worst.side }
  );
}

/** Mean signed error of one quantity over all phases that asked for it, as a share of tolerance and in its own unit. */
export function biasOf(
  channel: CorridorChannel,
  measures: readonly CorridorMeasure[]
): { share: number; mean: number; seconds: number } | null {
  const mine = measures.filter((measure) => measure.channel === channel);
  const seconds = mine.reduce((sum, m) => sum + m.to_s - m.from_s, 0);
  if (seconds <= 0) return null;
  const over = (value: (m: CorridorMeasure) => number) =>
    mine.reduce((sum, m) => sum + value(m) * (m.to_s - m.from_s), 0) / seconds;
  return {
    share: over((m) => m.meanDeviation / (m.meanDeviation > 0 ? m.corridor.above : m.corridor.below)),
    mean: over((m) => m.meanDeviation),
    seconds
  };
}

function sayBias(channel: CorridorChannel, measures: readonly CorridorMeasure[]): Finding[] {
  const bias = biasOf(channel, measures);
  if (!bias || bias.seconds < BIAS_LEAST_S || Math.abs(bias.share) < BIAS_SHARE) return [];
  const { name, unit } = quantityWords[channel];
  const mine = measures.filter((measure) => measure.channel === channel);
  const worst = mine.reduce((a, b) => (Math.abs(b.rmsOfTolerance) > Math.abs(a.rmsOfTolerance) ? b : a));
  const side = bias.mean > 0 ? 'above' : 'below';
  return [
    finding(
      'bias-to-one-side',
      'fault',
      `${capital(name)} always ${sideWords(channel, worst.corridor.target, side)}`,
      { moment_s: worst.worst_s, start_s: mine[0]!.from_s, end_s: mine.at(-1)!.to_s },
      `${signedFigure(bias.mean, channel === 'ias_kt' || channel === 'heading_deg' ? 1 : 0)}${unit} on average over ${figure(bias.seconds)} s, ${percent(Math.abs(bias.share))} of the tolerance.`,
      { channel, side }
    )
  ];
}
