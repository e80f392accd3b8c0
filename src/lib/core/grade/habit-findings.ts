import { figure, percent, signedFigure } from '../measure/figure';
import { type Corridor, type CorridorChannel, type Phase, phaseById } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import type { PhaseSpan } from '../drill/phase-tracker';
import { lacking, sampleAt, type Flight } from '../flight/flight';
import type { InstrumentId } from '../instrument/readings';
import type { CorridorMeasure } from '../deviation/corridor-measure';
import { finding, type Finding } from '../finding/finding';
import { fixationOf } from './fixation';
import { outOfTrimOf, powerHuntingOf } from './hand-habits';
import { overCorrectionOf } from './over-correction';
import { quantityWords } from '../finding/quantity-words';
import { swingingOf } from './vertical-swing';

/** What shows a quantity. */
const SHOWN_BY: Record<CorridorChannel, { instrument: InstrumentId | null; name: string }> = {
  altitude_ft: { instrument: 'altimeter', name: 'altimeter' },
  ias_kt: { instrument: 'airspeed', name: 'airspeed indicator' },
  verticalSpeed_fpm: { instrument: 'vertical-speed', name: 'vertical speed' },
  heading_deg: { instrument: 'heading', name: 'heading indicator' },
  bank_deg: { instrument: 'attitude', name: 'attitude indicator' },
  turnRate_degps: { instrument: 'turn', name: 'turn indicator' },
  offCourse: { instrument: null, name: 'course needle' }
};
/** Over-correcting is looked for where something is to be held still. */
const OVER_CORRECTED: readonly CorridorChannel[] = ['altitude_ft', 'heading_deg'];
/** Transitions at the beginning of a phase say nothing about steady hands. */
const STEADY_AFTER_S = 12;
const PEAKS_SAID = 6;
/** Phases in which the same is held go on from one to the next across so short a gap. */
const GOES_ON_S = 15;

/** What the way of flying says, whatever the drill: over-correcting, pumping, hunting, not trimmed; and last a guess at staring. */
export function habitFindings(
  flight: Flight,
  lesson: Lesson,
  spans: readonly PhaseSpan[],
  measures: readonly CorridorMeasure[]
): Finding[] {
  const { drill } = lesson;
  const phaseOf = (span: PhaseSpan) => phaseById(drill, span.phaseId);
  const ordinary = spans.filter((span) => !phaseOf(span).recovery && phaseOf(span).upset === null);
  return [
    ...OVER_CORRECTED.flatMap((channel) => sayOverCorrecting(flight, channel, measures)),
    ...sayPumping(flight, ordinary),
    ...sayHunting(flight, ordinary),
    ...sayTrim(flight, ordinary, phaseOf),
    ...sayStaring(flight, lesson, measures)
  ];
}

/** The first few of them tell it. */
function peaksWords(peaks: readonly number[]): string {
  const first = peaks
    .slice(0, PEAKS_SAID)
    .map((peak) => signedFigure(peak))
    .join(', ');
  return peaks.length > PEAKS_SAID ? `${first} …` : first;
}

/** Stretches over which one value is held, phases that follow each other taken together. */
function heldStretches(
  channel: CorridorChannel,
  measures: readonly CorridorMeasure[]
): { corridor: Corridor; from_s: number; to_s: number }[] {
  const stretches: { corridor: Corridor; from_s: number; to_s: number }[] = [];
  for (const { corridor, from_s, to_s } of measures.filter((m) => m.channel === channel)) {
    const last = stretches.at(-1);
    if (last && last.corridor.target === corridor.target && from_s - last.to_s < GOES_ON_S) last.to_s = to_s;
    else stretches.push({ corridor, from_s, to_s });
  }
  return stretches;
}

function sayOverCorrecting(
  flight: Flight,
  channel: CorridorChannel,
  measures: readonly CorridorMeasure[]
): Finding[] {
  const runs = heldStretches(channel, measures).flatMap(
    ({ corridor, from_s, to_s }) =>
      overCorrectionOf(flight, corridor, sampleAt(flight, from_s), sampleAt(flight, to_s)) ?? []
  );
  const worst = runs.sort((a, b) => b.crossings - a.crossings)[0];
  if (!worst) return [];
  const { name, unit } = quantityWords[channel];
  return [
    finding(
      'over-correcting',
      'fault',
      `Over-correcting the ${name}`,
      { moment_s: worst.start_s, start_s: worst.start_s, end_s: worst.end_s },
      `Through it ${worst.crossings} times in ${figure(worst.end_s - worst.start_s)} s, peaks ${peaksWords(worst.peaks)}${unit}: they do not get smaller.`,
      { channel, worth: 0.6 * (worst.end_s - worst.start_s) }
    )
  ];
}

function sayPumping(flight: Flight, spans: readonly PhaseSpan[]): Finding[] {
  const swings = spans
    .flatMap((span) => swingingOf(flight, sampleAt(flight, span.start_s), sampleAt(flight, span.end_s)) ?? [])
    .sort((a, b) => b.swings - a.swings);
  const [worst] = swings;
  if (!worst) return [];
  return [
    finding(
      'pumping',
      'fault',
      'Pumping the nose',
      { moment_s: worst.start_s, start_s: worst.start_s, end_s: worst.end_s },
      `The vertical speed swung from ${signedFigure(worst.highest_fpm)} to ${signedFigure(worst.lowest_fpm)} ft/min, ${worst.swings} times over about ${figure(worst.period_s)} s a swing, the nose with it by ${figure(worst.pitch_deg, 1)}°.`,
      { channel: 'verticalSpeed_fpm', worth: worst.end_s - worst.start_s }
    )
  ];
}

function sayHunting(flight: Flight, spans: readonly PhaseSpan[]): Finding[] {
  if (lacking(flight, ['throttle']).length > 0) return [];
  const steady = spans
    .filter((span) => span.end_s - span.start_s > 2 * STEADY_AFTER_S)
    .map((span) => [sampleAt(flight, span.start_s + STEADY_AFTER_S), sampleAt(flight, span.end_s)] as const);
  const hunting = powerHuntingOf(flight, steady);
  if (!hunting) return [];
  return [
    finding(
      'power-hunting',
      'fault',
      'Hunting with the power',
      { moment_s: hunting.start_s, start_s: hunting.start_s, end_s: hunting.end_s },
      `The throttle went to and fro ${hunting.reversals} times within a minute, where one setting would do.`,
      { worth: 0.5 * (hunting.end_s - hunting.start_s) }
    )
  ];
}

function sayTrim(
  flight: Flight,
  spans: readonly PhaseSpan[],
  phaseOf: (span: PhaseSpan) => Phase
): Finding[] {
  if (lacking(flight, ['elevator', 'bank_deg']).length > 0) return [];
  const force = outOfTrimOf(
    flight,
    spans
      .filter((span) => phaseOf(span).goal.lateral.kind === 'heading')
      .map((span) => [sampleAt(flight, span.start_s), sampleAt(flight, span.end_s)] as const)
  );
  if (!force) return [];
  return [
    finding(
      'not-trimmed',
      'fault',
      'Not trimmed',
      { moment_s: force.start_s, start_s: force.start_s, end_s: force.end_s },
      `${percent(Math.abs(force.elevator))} of the elevator held ${force.elevator > 0 ? 'back' : 'forward'} for ${figure(force.seconds)} s of straight flight.`,
      { worth: 0.4 * force.seconds }
    )
  ];
}

function sayStaring(flight: Flight, lesson: Lesson, measures: readonly CorridorMeasure[]): Finding[] {
  // Who moved nothing can only be told where all that can be moved was recorded.
  if (lacking(flight, ['pitch_deg', 'bank_deg', 'throttle']).length > 0) return [];
  const visible = (channel: CorridorChannel) => {
    const { instrument } = SHOWN_BY[channel];
    return instrument === null || !lesson.covered.includes(instrument);
  };
  const stared = lesson.plan.faults.length > 0 ? null : fixationOf(flight, measures, visible);
  if (!stared) return [];
  const { name, unit } = quantityWords[stared.wandered];
  const worst = stared.times.reduce((a, b) => (Math.abs(b.deviation) > Math.abs(a.deviation) ? b : a));
  return [
    finding(
      'fixation',
      'fault',
      `Perhaps too long on the ${SHOWN_BY[stared.held].name}`,
      { moment_s: worst.end_s, start_s: worst.start_s, end_s: worst.end_s },
      `${stared.times.length} times the ${name} drifted off by up to ${figure(Math.abs(worst.deviation))}${unit} without any correction, while the ${quantityWords[stared.held].name} was being worked and held. A guess from the flying: the eyes were not recorded.`,
      { channel: stared.wandered, side: worst.deviation > 0 ? 'above' : 'below', inferred: true }
    )
  ];
}
