import { clock, figure, heading, percent, signedFigure } from '../measure/figure';
import type { CorridorChannel, Drill } from '../drill/drill';
import type { LessonPlan } from '../drill/lesson-plan';
import type { PhaseSpan } from '../drill/phase-tracker';
import type { ToleranceProfile } from '../drill/tolerance-profile';
import { duration, sampleAt, type Flight } from '../flight/flight';
import { FORGIVEN_CORRECTIONS, type CorridorMeasure } from './corridor-measure';
import { cures } from './cures';
import type { DescentTechnique } from './descent-technique';
import type { Exceedance } from './exceedance';
import type { Finding, FindingKind, Severity } from './finding';
import { swingingOf } from './vertical-swing';

/** Speed above the target at which lowering the nose still counts as "speed first". */
export const SPEED_FIRST_MARGIN_KT = 5;
/** A level-off farther off than this is worth saying. */
export const LEVEL_OFF_MARGIN_FT = 50;
/** Leaving the descent higher than this above the decision altitude is early. */
export const EARLY_MARGIN_FT = 50;
/** So many exceedances of one corridor are said in one finding. */
const SUMMED_FROM = 3;
/** Bias: mean error beyond this share of the tolerance, over at least this long. */
const BIAS_SHARE = 0.4;
const BIAS_LEAST_S = 60;

const QUANTITY: Record<CorridorChannel, { name: string; unit: string; above: string; below: string }> = {
  altitude_ft: { name: 'altitude', unit: 'ft', above: 'high', below: 'low' },
  ias_kt: { name: 'speed', unit: 'kt', above: 'fast', below: 'slow' },
  verticalSpeed_fpm: { name: 'rate', unit: 'ft/min', above: 'too shallow', below: 'too steep' },
  heading_deg: { name: 'heading', unit: '°', above: 'right', below: 'left' }
};

/** Everything worth saying about a rate-and-speed descent, in the order it happened. */
export function descentFindings(
  flight: Flight,
  plan: LessonPlan,
  drill: Drill,
  tolerance: ToleranceProfile,
  spans: readonly PhaseSpan[],
  measures: readonly CorridorMeasure[],
  technique: DescentTechnique
): Finding[] {
  const findings: Finding[] = [];
  const say = (
    kind: FindingKind,
    severity: Severity,
    title: string,
    at: { moment_s: number; start_s?: number; end_s?: number },
    evidence: string,
    where: { channel?: string; side?: 'above' | 'below' } = {}
  ) =>
    findings.push({
      kind,
      severity,
      title,
      moment_s: at.moment_s,
      start_s: at.start_s ?? at.moment_s,
      end_s: at.end_s ?? at.moment_s,
      channel: where.channel ?? null,
      side: where.side ?? null,
      evidence,
      cure: cures[kind]
    });

  for (const measure of measures) {
    if (measure.exceedances.length >= SUMMED_FROM) saySum(measure);
    else for (const exceedance of measure.exceedances) sayExceedance(measure, exceedance);
    sayBias(measure);
  }
  sayOrder();
  sayPumping();
  sayDecision();
  sayLevelOff();
  const missing = drill.phases.filter((phase) => !spans.some((s) => s.phaseId === phase.id && s.complete));
  if (missing.length > 0) {
    const end = duration(flight);
    const names = missing.map((phase) => phase.name.toLowerCase()).join(', ');
    say(
      'not-flown',
      'fault',
      'Not flown to the end',
      { moment_s: end },
      `The flight ended at ${clock(end)}; not completed: ${names}.`
    );
  }
  return findings.sort((a, b) => a.moment_s - b.moment_s);

  function sayExceedance(measure: CorridorMeasure, e: Exceedance): void {
    const quantity = QUANTITY[measure.channel];
    const phase = drill.phases.find((p) => p.id === measure.phaseId)!.name.toLowerCase();
    const size = figure(Math.abs(e.peak), 0);
    const unit = measure.channel === 'heading_deg' ? '°' : ` ${quantity.unit}`;
    const target =
      measure.channel === 'heading_deg' ? heading(measure.corridor.target) : figure(measure.corridor.target);
    const lasted = figure(e.end_s - e.start_s, 0);
    const allowed = e.side === 'above' ? measure.corridor.above : measure.corridor.below;
    const input =
      e.correctedAfter_s === null
        ? 'no input against it'
        : e.correctedAfter_s < 0.5
          ? 'input against it at once'
          : `first input after ${figure(e.correctedAfter_s, 1)} s`;
    say(
      'exceedance',
      'fault',
      `${capital(quantity.name)} ${quantity[e.side]} in the ${phase}`,
      { moment_s: e.peak_s, start_s: e.start_s, end_s: e.end_s },
      `${size}${unit} ${quantity[e.side]} of ${target} at the most (${allowed}${unit} allowed), ${e.open ? `outside for ${lasted} s as the phase ended` : `${lasted} s until settled inside again`}; ${input}.`,
      { channel: measure.channel, side: e.side }
    );
  }

  function saySum(measure: CorridorMeasure): void {
    const quantity = QUANTITY[measure.channel];
    const unit = measure.channel === 'heading_deg' ? '°' : ` ${quantity.unit}`;
    const phase = drill.phases.find((p) => p.id === measure.phaseId)!.name.toLowerCase();
    const of = (side: 'above' | 'below') => measure.exceedances.filter((e) => e.side === side).length;
    const worst = measure.exceedances.reduce((a, b) => (Math.abs(b.peak) > Math.abs(a.peak) ? b : a));
    const prompt = measure.exceedances.filter((e) => e.prompt).length;
    const sides = (['above', 'below'] as const)
      .filter((side) => of(side) > 0)
      .map((side) => `${of(side)} × ${quantity[side]}`);
    say(
      'exceedance',
      'fault',
      `${capital(quantity.name)} out ${measure.exceedances.length} times in the ${phase}`,
      {
        moment_s: worst.peak_s,
        start_s: measure.exceedances[0]!.start_s,
        end_s: measure.exceedances.at(-1)!.end_s
      },
      `${capital(sides.join(', '))}; at the most ${figure(Math.abs(worst.peak))}${unit} ${quantity[worst.side]}. ${prompt} of ${measure.exceedances.length} corrected promptly; ${FORGIVEN_CORRECTIONS} are forgiven.`,
      { channel: measure.channel, side: worst.side }
    );
  }

  function sayBias(measure: CorridorMeasure): void {
    const { meanDeviation, corridor } = measure;
    const allowed = meanDeviation > 0 ? corridor.above : corridor.below;
    const long_s = measure.to_s - measure.from_s;
    if (long_s < BIAS_LEAST_S || Math.abs(meanDeviation) < BIAS_SHARE * allowed) return;
    const quantity = QUANTITY[measure.channel];
    const side = meanDeviation > 0 ? 'above' : 'below';
    const phase = drill.phases.find((p) => p.id === measure.phaseId)!.name.toLowerCase();
    say(
      'bias-to-one-side',
      'fault',
      `${capital(quantity.name)} always ${quantity[side]} in the ${phase}`,
      { moment_s: measure.worst_s, start_s: measure.from_s, end_s: measure.to_s },
      `${signedFigure(meanDeviation, measure.channel === 'ias_kt' ? 1 : 0)} ${quantity.unit} on average over ${figure(long_s)} s, ${percent(Math.abs(meanDeviation) / allowed)} of the tolerance.`,
      { channel: measure.channel, side }
    );
  }

  function sayOrder(): void {
    const begun = technique.descentBegun;
    if (!begun) return;
    const over = Math.round(begun.ias_kt) - plan.targetSpeed_kt;
    const where = { channel: 'ias_kt', side: 'above' as const };
    if (over > SPEED_FIRST_MARGIN_KT) {
      say(
        'started-down-before-slowing',
        'fault',
        'Down before slow',
        { moment_s: begun.at_s },
        `Left ${figure(plan.startAltitude_ft)} ft at ${figure(begun.ias_kt)} kt, ${figure(over)} kt above the ${figure(plan.targetSpeed_kt)} kt asked for.`,
        where
      );
    } else {
      say(
        'speed-first',
        'good',
        'Speed first, then descent',
        { moment_s: begun.at_s },
        `${figure(begun.ias_kt)} kt before the nose was lowered, ${figure(plan.targetSpeed_kt)} kt asked for.`,
        { channel: 'ias_kt' }
      );
    }
    if (
      technique.flapsInDescent_deg !== null &&
      Math.abs(technique.flapsInDescent_deg - plan.flaps_deg) > 2
    ) {
      say(
        'late-configuration',
        'fault',
        'Configuration not set',
        { moment_s: begun.at_s + 15 },
        `Flaps ${figure(technique.flapsInDescent_deg)}° a quarter of a minute into the descent, ${figure(plan.flaps_deg)}° briefed.`
      );
    }
  }

  function sayPumping(): void {
    const descent = spans.find((s) => s.phaseId === 'descent');
    if (!descent) return;
    const swinging = swingingOf(flight, sampleAt(flight, descent.start_s), sampleAt(flight, descent.end_s));
    if (!swinging) return;
    say(
      'pumping',
      'fault',
      'Pumping the pitch',
      { moment_s: swinging.start_s, start_s: swinging.start_s, end_s: swinging.end_s },
      `Rate swung from ${figure(swinging.highest_fpm)} to ${figure(swinging.lowest_fpm)} ft/min, ${swinging.swings} turns, period ${figure(swinging.period_s)} s.`,
      { channel: 'verticalSpeed_fpm', side: 'above' }
    );
  }

  function sayDecision(): void {
    const decision = technique.decision;
    if (!decision) return;
    const below = plan.decisionAltitude_ft - decision.lowest_ft;
    const lowest = `Lowest ${figure(decision.lowest_ft)} ft`;
    const where = { channel: 'altitude_ft', side: 'below' as const };
    if (below > tolerance.belowDecision_ft) {
      say(
        'below-decision-altitude',
        'hard',
        'Below the decision altitude',
        { moment_s: decision.lowest_s, start_s: decision.at_s, end_s: decision.lowest_s },
        `${lowest}, ${figure(below)} ft below ${figure(plan.decisionAltitude_ft)}; ${tolerance.belowDecision_ft} ft allowed while the climb is started.`,
        where
      );
    }
    if (-below > EARLY_MARGIN_FT) {
      say(
        'early-decision',
        'fault',
        'Climbed away early',
        { moment_s: decision.lowest_s },
        `${lowest}, ${figure(-below)} ft above the decision altitude of ${figure(plan.decisionAltitude_ft)} ft.`,
        { channel: 'altitude_ft', side: 'above' }
      );
    } else if (decision.toClimb_s === null || decision.toClimb_s > tolerance.climbWithin_s) {
      const took =
        decision.toClimb_s === null
          ? 'no climb was reached'
          : `${figure(decision.toClimb_s, 1)} s to a positive climb`;
      say(
        'late-decision',
        'fault',
        'Late at decision',
        { moment_s: decision.at_s, start_s: decision.at_s, end_s: decision.at_s + (decision.toClimb_s ?? 0) },
        `From ${figure(plan.decisionAltitude_ft)} ft ${took}, ${tolerance.climbWithin_s} s allowed. ${lowest}.`,
        where
      );
    } else if (below <= tolerance.belowDecision_ft) {
      say(
        'prompt-decision',
        'good',
        'Climbed away at the decision altitude',
        { moment_s: decision.at_s },
        decision.passed
          ? `${figure(decision.toClimb_s, 1)} s from ${figure(plan.decisionAltitude_ft)} ft to a positive climb. ${lowest}.`
          : `The climb had begun when ${figure(plan.decisionAltitude_ft)} ft was reached. ${lowest}.`,
        { channel: 'altitude_ft' }
      );
    }
  }

  function sayLevelOff(): void {
    const levelOff = technique.levelOff;
    if (!levelOff) return;
    const over = levelOff.highest_ft - plan.levelOffAltitude_ft;
    const under = plan.levelOffAltitude_ft - levelOff.levelledAt_ft;
    if (over > LEVEL_OFF_MARGIN_FT) {
      say(
        'level-off-overshoot',
        'fault',
        'Overshot the level-off',
        { moment_s: levelOff.highest_s },
        `Highest ${figure(levelOff.highest_ft)} ft, ${figure(over)} ft above ${figure(plan.levelOffAltitude_ft)}.`,
        { channel: 'altitude_ft', side: 'above' }
      );
    } else if (under > LEVEL_OFF_MARGIN_FT) {
      say(
        'level-off-undershoot',
        'fault',
        'Levelled off too soon',
        { moment_s: levelOff.levelledAt_s },
        `The climb stopped at ${figure(levelOff.levelledAt_ft)} ft, ${figure(under)} ft short of ${figure(plan.levelOffAltitude_ft)}.`,
        { channel: 'altitude_ft', side: 'below' }
      );
    }
  }
}

function capital(word: string): string {
  return word.charAt(0).toUpperCase() + word.slice(1);
}
