import { isRough } from '../../air/turbulence';
import type { CorridorMeasure } from '../../deviation/corridor-measure';
import { type Corridor, type CorridorChannel } from '../../drill/corridor';
import { type Goal, isOrdinary, phaseById } from '../../drill/drill';
import { tasOf } from '../../drill/goal-in-air';
import type { Lesson } from '../../drill/lesson';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { type Flight, lacking, sampleAt } from '../../flight/flight';
import type { InstrumentId } from '../../instrument/readings';
import { type Fixation, fixationOf } from './fixation';
import { type OutOfTrim, outOfTrimOf, type PowerHunting, powerHuntingOf } from './hand-habits';
import { type OverCorrection, overCorrectionOf } from './over-correction';
import { type TurnByBank, turnByBankOf } from './turn-by-bank';
import { type Swinging, swingingOf } from './vertical-swing';

/** What shows a quantity. */
export const SHOWN_BY: Record<CorridorChannel, { instrument: InstrumentId | null; name: string }> = {
  altitude_ft: { instrument: 'altimeter', name: 'altimeter' },
  ias_kt: { instrument: 'airspeed', name: 'airspeed indicator' },
  verticalSpeed_fpm: { instrument: 'vertical-speed', name: 'vertical speed' },
  heading_deg: { instrument: 'heading', name: 'heading indicator' },
  bank_deg: { instrument: 'attitude', name: 'attitude indicator' },
  turnRate_degps: { instrument: 'turn', name: 'turn indicator' },
  courseShare: { instrument: null, name: 'course needle' },
  arcError_nm: { instrument: null, name: 'distance' },
  pathShare: { instrument: null, name: 'path needle' }
};

/** Ways of flying that show whatever the drill, the worst of each; what explains a rate that was not held, wherever it was. */
export interface Habits {
  overCorrecting: (OverCorrection & { channel: CorridorChannel })[];
  /** Wherever the nose was pumped, the most of it first. */
  pumping: Swinging[];
  hunting: PowerHunting | null;
  outOfTrim: OutOfTrim | null;
  byBank: TurnByBank | null;
  /** A guess from the flying, where the eyes were not recorded. */
  staring: Fixation | null;
}

interface Stretch {
  start_s: number;
  end_s: number;
}

/** Over-correcting is looked for where something is to be held still. */
const OVER_CORRECTED: readonly CorridorChannel[] = ['altitude_ft', 'heading_deg', 'pathShare'];

/** Turns of a procedure proper. */
const STANDARD_RATE: readonly Goal['lateral']['kind'][] = ['hold', 'reversal', 'direct'];

/** Transitions at the beginning of a phase say nothing about steady hands. */
const STEADY_AFTER_S = 12;
/** Phases in which the same is held go on from one to the next across so short a gap. */
const GOES_ON_S = 15;

/**
 * The habits that can be told from the flying alone, in what the student flew but for upsets and recoveries; in rough air
 * some are not.
 */
export function habitsOf(
  flight: Flight,
  lesson: Lesson,
  spans: readonly PhaseSpan[],
  measures: readonly CorridorMeasure[]
): Habits {
  const { drill } = lesson;
  const phaseOf = (span: PhaseSpan) => phaseById(drill, span.phaseId);
  const ordinary = spans.filter((span) => isOrdinary(phaseOf(span)));
  // In rough air nobody can tell from the swings whose they are.
  const rough = isRough(lesson.plan.turbulence);
  const runs = rough ? [] : OVER_CORRECTED.flatMap((channel) => overCorrectionsOf(flight, channel, measures));
  // An altitude that is over-corrected is over-corrected with the nose; and with either the speed swings, and the power after it.
  const byNose = runs.filter(({ channel }) => channel !== 'heading_deg');
  const swings = rough ? [] : swingsOf(flight, ordinary);
  const hunting = rough ? null : huntingOf(flight, ordinary);
  return {
    overCorrecting: OVER_CORRECTED.flatMap(
      (id) => runs.filter(({ channel }) => channel === id).sort((a, b) => b.crossings - a.crossings)[0] ?? []
    ),
    pumping: swings.filter((swing) => !isEcho(swing, byNose)).sort((a, b) => b.swings - a.swings),
    hunting: hunting && !isEcho(hunting, [...byNose, ...swings]) ? hunting : null,
    outOfTrim: trimOf(
      flight,
      ordinary.filter((span) => ['heading', 'course', 'direct'].includes(phaseOf(span).goal.lateral.kind))
    ),
    // In such air the bank is not held by anybody.
    byBank: rough ? null : byBankOf(flight, lesson, ordinary),
    staring: staringOf(flight, lesson, measures)
  };
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

function overCorrectionsOf(flight: Flight, channel: CorridorChannel, measures: readonly CorridorMeasure[]) {
  return heldStretches(channel, measures).flatMap(({ corridor, from_s, to_s }) => {
    const run = overCorrectionOf(flight, corridor, sampleAt(flight, from_s), sampleAt(flight, to_s));
    return run ? [{ ...run, channel }] : [];
  });
}

function swingsOf(flight: Flight, spans: readonly PhaseSpan[]): Swinging[] {
  return spans.flatMap(
    (span) => swingingOf(flight, sampleAt(flight, span.start_s), sampleAt(flight, span.end_s)) ?? []
  );
}

/** Whether the others were going on through half of it, taken together. */
function isEcho(one: Stretch, others: readonly Stretch[]): boolean {
  const shared_s = others.reduce(
    (sum, other) =>
      sum + Math.max(0, Math.min(one.end_s, other.end_s) - Math.max(one.start_s, other.start_s)),
    0
  );
  return shared_s >= 0.5 * (one.end_s - one.start_s);
}

function huntingOf(flight: Flight, spans: readonly PhaseSpan[]): PowerHunting | null {
  if (lacking(flight, ['throttle']).length > 0) return null;
  const steady = spans
    .filter((span) => span.end_s - span.start_s > 2 * STEADY_AFTER_S)
    .map((span) => [sampleAt(flight, span.start_s + STEADY_AFTER_S), sampleAt(flight, span.end_s)] as const);
  return powerHuntingOf(flight, steady);
}

/** Turns are asked for at standard rate in holds, reversals and straight to a fix; onto a course and along it they are what the needle asks for, and of an attitude drill its own corridor tells. */
function byBankOf(flight: Flight, { drill, plan }: Lesson, spans: readonly PhaseSpan[]): TurnByBank | null {
  if (lacking(flight, ['bank_deg', 'heading_deg']).length > 0) return null;
  const stretches: [from: number, to: number, tas_kt: number][] = [];
  for (const { phaseId, start_s, end_s } of spans) {
    const { goal, reference } = phaseById(drill, phaseId);
    if (!STANDARD_RATE.includes(goal.lateral.kind) || reference?.bySight) continue;
    const from = sampleAt(flight, start_s);
    const last = stretches.at(-1);
    // A turn may go on from one phase to the next.
    if (last && from - last[1] <= 1) last[1] = sampleAt(flight, end_s);
    else stretches.push([from, sampleAt(flight, end_s), tasOf(goal, plan)]);
  }
  return turnByBankOf(flight, stretches);
}

function trimOf(flight: Flight, straight: readonly PhaseSpan[]): OutOfTrim | null {
  if (lacking(flight, ['elevator', 'bank_deg']).length > 0) return null;
  return outOfTrimOf(
    flight,
    straight.map((span) => [sampleAt(flight, span.start_s), sampleAt(flight, span.end_s)] as const)
  );
}

function staringOf(flight: Flight, lesson: Lesson, measures: readonly CorridorMeasure[]): Fixation | null {
  // Who moved nothing can only be told where all that can be moved was recorded.
  if (lacking(flight, ['pitch_deg', 'bank_deg', 'throttle']).length > 0 || lesson.plan.faults.length > 0)
    return null;
  const visible = (channel: CorridorChannel) => {
    const { instrument } = SHOWN_BY[channel];
    return instrument === null || !lesson.covered.includes(instrument);
  };
  return fixationOf(flight, measures, visible);
}
