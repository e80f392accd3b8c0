import { figure, percent, signedFigure } from '../measure/figure';
import type { CorridorChannel } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import type { PhaseSpan } from '../drill/phase-tracker';
import { sampleAt, type Flight } from '../flight/flight';
import type { CorridorMeasure } from './corridor-measure';
import { finding, type Finding } from './finding';
import { fixationOf, type Fixation } from './fixation';
import { outOfTrimOf, powerHuntingOf } from './hand-habits';
import { overCorrectionOf } from './over-correction';
import { capital, quantityWords } from './quantity-words';
import { swingingOf } from './vertical-swing';

/** What is stared at, by the quantity it shows. */
const INSTRUMENT: Record<CorridorChannel, string> = {
  altitude_ft: 'altimeter',
  ias_kt: 'airspeed',
  verticalSpeed_fpm: 'vertical speed',
  heading_deg: 'heading indicator',
  bank_deg: 'attitude',
  turnRate_degps: 'turn rate',
  offCourse: 'course needle'
};
/** Over-correcting is looked for where something is to be held still. */
const OVER_CORRECTED: readonly CorridorChannel[] = ['altitude_ft', 'heading_deg'];
/** Transitions at the beginning of a phase say nothing about steady hands. */
const STEADY_AFTER_S = 12;

/** What the way of flying says, whatever the drill: over-correcting, pumping, staring, hunting, not trimming. */
export function habitFindings(
  flight: Flight,
  lesson: Lesson,
  spans: readonly PhaseSpan[],
  measures: readonly CorridorMeasure[]
): Finding[] {
  const { drill } = lesson;
  const findings: Finding[] = [];
  const phaseOf = (span: PhaseSpan) => drill.phases.find((phase) => phase.id === span.phaseId)!;
  const samples = (from_s: number, to_s: number) =>
    [sampleAt(flight, from_s), sampleAt(flight, to_s)] as const;

  for (const channel of OVER_CORRECTED) {
    const runs = measures
      .filter((m) => m.channel === channel)
      .flatMap((m) => overCorrectionOf(flight, m.corridor, ...samples(m.from_s, m.to_s)) ?? []);
    const worst = runs.sort((a, b) => b.crossings - a.crossings)[0];
    if (!worst) continue;
    const { name, unit } = quantityWords[channel];
    findings.push(
      finding(
        'over-correcting',
        'fault',
        `Over-correcting the ${name}`,
        { moment_s: worst.start_s, start_s: worst.start_s, end_s: worst.end_s },
        `Through it ${worst.crossings} times in ${figure(worst.end_s - worst.start_s)} s, peaks ${worst.peaks.map((peak) => signedFigure(peak)).join(', ')}${unit}: they do not shrink.`,
        { channel, side: 'above' }
      )
    );
  }

  for (const span of spans) {
    if (phaseOf(span).goal.vertical.kind !== 'rate') continue;
    const swinging = swingingOf(flight, ...samples(span.start_s, span.end_s));
    if (!swinging) continue;
    findings.push(
      finding(
        'pumping',
        'fault',
        'Pumping the pitch',
        { moment_s: swinging.start_s, start_s: swinging.start_s, end_s: swinging.end_s },
        `Rate swung from ${signedFigure(swinging.highest_fpm)} to ${signedFigure(swinging.lowest_fpm)} ft/min, ${swinging.swings} turns, period ${figure(swinging.period_s)} s.`,
        { channel: 'verticalSpeed_fpm', side: 'above' }
      )
    );
    break;
  }

  const stared = firstFixation(flight, measures);
  if (stared) {
    const { name, unit } = quantityWords[stared.wandered];
    findings.push(
      finding(
        'fixation',
        'fault',
        `Staring at the ${INSTRUMENT[stared.held]}`,
        { moment_s: stared.end_s, start_s: stared.start_s, end_s: stared.end_s },
        `${capital(quantityWords[stared.held].name)} within a third of its tolerance while the ${name} went ${signedFigure(stared.deviation)}${unit} away, ${figure(stared.end_s - stared.start_s)} s without an input. Inferred from the flying.`,
        { channel: stared.wandered, side: stared.deviation > 0 ? 'above' : 'below' }
      )
    );
  }

  const steady = spans
    .filter((span) => !phaseOf(span).recovery && phaseOf(span).upset === null)
    .filter((span) => span.end_s - span.start_s > 2 * STEADY_AFTER_S)
    .map((span) => samples(span.start_s + STEADY_AFTER_S, span.end_s));
  const hunting = powerHuntingOf(flight, steady);
  if (hunting) {
    findings.push(
      finding(
        'power-hunting',
        'fault',
        'Hunting with the power',
        { moment_s: hunting.start_s, start_s: hunting.start_s, end_s: hunting.end_s },
        `${hunting.reversals} reversals of the throttle, ${figure(hunting.perMinute)} a minute, where one setting would do.`
      )
    );
  }
  const force = outOfTrimOf(
    flight,
    spans
      .filter((span) => !phaseOf(span).recovery && phaseOf(span).upset === null)
      .filter((span) => phaseOf(span).goal.lateral.kind === 'heading')
      .map((span) => samples(span.start_s, span.end_s))
  );
  if (force) {
    findings.push(
      finding(
        'not-trimmed',
        'fault',
        'Not trimmed',
        { moment_s: force.start_s, start_s: force.start_s, end_s: force.end_s },
        `${percent(Math.abs(force.elevator))} of the elevator held ${force.elevator > 0 ? 'back' : 'forward'} on average over ${figure(force.seconds)} s of straight flight.`
      )
    );
  }
  return findings;
}

/** The first stretch of staring in any phase, over every pair of what was asked there. */
function firstFixation(flight: Flight, measures: readonly CorridorMeasure[]): Fixation | null {
  let first: Fixation | null = null;
  for (const held of measures) {
    for (const wandered of measures) {
      if (held === wandered || held.phaseId !== wandered.phaseId) continue;
      const found = fixationOf(
        flight,
        held.corridor,
        wandered.corridor,
        sampleAt(flight, Math.max(held.from_s, wandered.from_s)),
        sampleAt(flight, Math.min(held.to_s, wandered.to_s))
      );
      if (found && (!first || found.end_s < first.end_s)) first = found;
    }
  }
  return first;
}
