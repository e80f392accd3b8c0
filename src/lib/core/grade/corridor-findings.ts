import { capital } from '../measure/capital';
import { figure, signedFigure } from '../measure/figure';
import { type CorridorChannel, type Phase, phaseById } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import { FORGIVEN_CORRECTIONS, type CorridorMeasure } from '../deviation/corridor-measure';
import type { Exceedance } from '../deviation/exceedance';
import { finding, type Finding } from '../finding/finding';
import {
  allowedWords,
  inPhase,
  isArc,
  needleWords,
  offWords,
  quantityWords,
  shareOf,
  sideTitle,
  sideWords
} from '../finding/quantity-words';

/** So many exceedances of one corridor are said in one finding. */
const SUMMED_FROM = 3;
/** Bias: to one side by this share of the tolerance on average, over at least this long, and so for most of the time. */
const BIAS_SHARE = 0.4;
const BIAS_LEAST_S = 60;
const BIAS_OF_TIME = 0.7;
/** A bank or turn rate is a fault of technique in one turn, not a lean of the pilot: its bias is not looked for. */
const BIASED: readonly CorridorChannel[] = [
  'altitude_ft',
  'ias_kt',
  'verticalSpeed_fpm',
  'heading_deg',
  'offCourse'
];

/** What the corridors say: exceedances, and errors that live on one side. */
export function corridorFindings({ drill }: Lesson, measures: readonly CorridorMeasure[]): Finding[] {
  const phaseOf = (id: string) => phaseById(drill, id);
  // An arc is said once, by its own check.
  const checkedArc = (m: CorridorMeasure) =>
    m.channel === 'offCourse' && drill.checks.some((c) => c.kind === 'arc' && c.phase === m.phaseId);
  const said = measures.filter((measure) => !checkedArc(measure));
  return [
    ...said.flatMap((measure) =>
      measure.exceedances.length >= SUMMED_FROM
        ? [sayTogether(measure, phaseOf(measure.phaseId))]
        : measure.exceedances.map((e) => sayExceedance(measure, e, phaseOf(measure.phaseId)))
    ),
    ...BIASED.flatMap((channel) =>
      sayBias(
        channel,
        said.filter((m) => m.channel === channel),
        phaseOf
      )
    )
  ];
}

const isSpeedByNose = (phase: Phase) => phase.goal.vertical.kind === 'speed';

/** Times the tolerance × seconds outside. */
function worthOf(measure: CorridorMeasure, e: Exceedance): number {
  const allowed = e.side === 'above' ? measure.corridor.above : measure.corridor.below;
  return (Math.abs(e.peak) / Math.max(allowed, 1e-9)) * Math.max(1, e.end_s - e.start_s);
}

function inputWords(e: Exceedance): string {
  if (e.inputsUnknown) return 'what was done about it was not recorded';
  if (e.correctedAfter_s === null) return 'no correction';
  return e.correctedAfter_s < 0.5
    ? 'corrected at once'
    : `first correction after ${figure(e.correctedAfter_s, 1)} s`;
}

/** “Up to 160 ft above …”, but not “up to more than full scale”. */
function upTo(words: string): string {
  return words.startsWith('more than') ? capital(words) : `Up to ${words}`;
}

function sayExceedance(measure: CorridorMeasure, e: Exceedance, phase: Phase): Finding {
  const { corridor, channel } = measure;
  const lasted = figure(e.end_s - e.start_s, 0);
  return finding(
    'exceedance',
    'fault',
    sideTitle(corridor, e.side, phase),
    { moment_s: e.peak_s, start_s: e.start_s, end_s: e.end_s },
    `${upTo(offWords(corridor, e.peak, phase))} (${allowedWords(corridor, e.side, phase)} allowed), outside for ${lasted} s${e.open ? ' and still outside at the end of the phase' : ''}; ${inputWords(e)}.`,
    {
      channel,
      side: e.side,
      speedByNose: isSpeedByNose(phase),
      worth: worthOf(measure, e),
      failed: measure.verdict === 'not met'
    }
  );
}

function sayTogether(measure: CorridorMeasure, phase: Phase): Finding {
  const { corridor, channel } = measure;
  const of = (side: 'above' | 'below') => measure.exceedances.filter((e) => e.side === side).length;
  const worst = measure.exceedances.reduce((a, b) => (Math.abs(b.peak) > Math.abs(a.peak) ? b : a));
  const prompt = measure.exceedances.filter((e) => e.prompt).length;
  const arc = isArc(phase);
  const sides = (['above', 'below'] as const)
    .filter((side) => of(side) > 0)
    .map(
      (side) =>
        `${of(side)} × ${channel === 'offCourse' && arc ? (side === 'above' ? 'outside' : 'inside') : sideWords(channel, corridor.target, side)}`
    );
  return finding(
    'exceedance',
    'fault',
    `${capital(quantityWords[channel].name)} out ${measure.exceedances.length} times ${inPhase(phase)}`,
    {
      moment_s: worst.peak_s,
      start_s: measure.exceedances[0]!.start_s,
      end_s: measure.exceedances.at(-1)!.end_s
    },
    `${capital(sides.join(', '))}; at worst ${offWords(corridor, worst.peak, phase)} (${allowedWords(corridor, worst.side, phase)} allowed). ${prompt} of ${measure.exceedances.length} corrected promptly; ${FORGIVEN_CORRECTIONS} are forgiven.`,
    {
      channel,
      side: worst.side,
      speedByNose: isSpeedByNose(phase),
      worth: measure.exceedances.reduce((sum, e) => sum + worthOf(measure, e), 0),
      failed: measure.verdict === 'not met'
    }
  );
}

/** Mean signed error of one quantity over all phases that asked for it, as a share of tolerance and in its own unit. */
export function biasOf(
  channel: CorridorChannel,
  measures: readonly CorridorMeasure[]
): { share: number; mean: number; seconds: number; ofTime: number } | null {
  const mine = measures.filter((measure) => measure.channel === channel);
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

function sayBias(
  channel: CorridorChannel,
  mine: readonly CorridorMeasure[],
  phaseOf: (id: string) => Phase
): Finding[] {
  const bias = biasOf(channel, mine);
  if (
    !bias ||
    bias.seconds < BIAS_LEAST_S ||
    Math.abs(bias.share) < BIAS_SHARE ||
    bias.ofTime < BIAS_OF_TIME ||
    Math.sign(bias.mean) !== Math.sign(bias.share)
  )
    return [];
  const { name, unit } = quantityWords[channel];
  const worst = mine.reduce((a, b) => (Math.abs(b.lean) > Math.abs(a.lean) ? b : a));
  const side = bias.share > 0 ? 'above' : 'below';
  const phase = phaseOf(worst.phaseId);
  const average =
    channel === 'offCourse'
      ? isArc(phase)
        ? `${figure(Math.abs(bias.mean), 1)} NM`
        : needleWords(bias.mean)
      : `${signedFigure(bias.mean, channel === 'ias_kt' || channel === 'heading_deg' ? 1 : 0)}${unit}`;
  return [
    finding(
      'bias-to-one-side',
      'fault',
      channel === 'offCourse'
        ? `Flown ${side === 'above' ? 'right' : 'left'} of the course`
        : `${capital(name)} mostly ${sideWords(channel, worst.corridor.target, side)}`,
      { moment_s: worst.worst_s, start_s: mine[0]!.from_s, end_s: mine.at(-1)!.to_s },
      `${capital(average)} on average over ${figure(bias.seconds)} s, and on that side for ${shareOf(bias.ofTime)} of the time.`,
      {
        channel,
        side,
        speedByNose: isSpeedByNose(phase),
        worth: Math.abs(bias.share) * bias.seconds * 0.5
      }
    )
  ];
}
