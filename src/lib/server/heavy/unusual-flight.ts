import { lessonOf } from '../../core/drill/lesson';
import type { LessonPlan } from '../../core/drill/lesson-plan';
import { RECORDING_RATE_HZ } from '../../core/flight/channels';
import type { Command } from '../../core/flight/command';
import { commandWords } from '../../core/flight/command-words';
import { column, type Flight } from '../../core/flight/flight';
import { placedAt_s } from '../../core/flight/placings';
import { flightLoop } from '../../core/flight/flight-loop';
import { flyDrill } from '../../core/flight/flown-drill';
import { CHUNK_SAMPLES, type FlightChunk } from '../../core/flight/recorder';
import { simulatedHands } from '../../core/flight/simulated-flight';
import { clock } from '../../core/measure/figure';
import { normaliseSigned } from '../../core/measure/angle';
import { noHabits } from '../../core/pilot/habits';
import type { PilotKind } from '../pilot-kind';

/** The trainer runs at eight times real time at most; what waited in a browser arrives faster, but not all of a flight. */
const FASTEST = 8;
const PACE_FROM_S = 60;
/** Between two samples no airplane here does more. */
const MOST_FEET_A_SAMPLE = 40;
const MOST_KNOTS_A_SAMPLE = 12;
const MOST_DEGREES_A_SAMPLE = 15;
/** So much of the beginning is flown again to see whose hands these are. */
const REFLOWN_S = 120;

/**
 * What is odd about how a flight came in, in words for the instructor: reasons to look, not proof of anything.
 * @param asked.arrivals_ms when each chunk arrived, ms
 */
export function unusualIn(asked: {
  plan: LessonPlan;
  pilot: PilotKind;
  takenOver: boolean;
  flight: Flight;
  chunks: readonly FlightChunk[];
  arrivals_ms: readonly number[];
  /** What instructors asked of this attempt. */
  commanded: readonly Command[];
  /** What was flown before belongs to another attempt. */
  takenAt_s: number;
}): string[] {
  const { flight, chunks, arrivals_ms, pilot, plan, takenOver } = asked;
  const reasons: string[] = [];
  const byHand = pilot === 'student' || pilot === 'instructor';
  const flown_s = flight.length / flight.rate_hz;
  const arrived_s = ((arrivals_ms.at(-1) ?? 0) - (arrivals_ms[0] ?? 0)) / 1000;
  // One delivery may hold what waited while the network was away: then it says nothing about the pace.
  const deliveries = new Set(arrivals_ms.map((ms) => Math.round(ms / 1000))).size;
  if (
    byHand &&
    !takenOver &&
    flown_s > PACE_FROM_S &&
    deliveries > 2 &&
    flown_s > FASTEST * arrived_s + PACE_FROM_S
  )
    reasons.push(
      `${clock(flown_s)} of flight arrived within ${clock(arrived_s)}; the trainer runs at ${FASTEST} times real time at most`
    );
  const kinds = new Set(flight.events.map((event) => event.kind));
  for (const [kind, words] of [
    ['phase', 'the phases'],
    ['continue', 'the start'],
    ['end', 'the end']
  ] as const)
    if (byHand && !takenOver && !kinds.has(kind))
      reasons.push(`the trainer did not note ${words} of the flight`);
  if (byHand) reasons.push(...nobodyAsked(asked));
  const jump = firstJump(flight);
  if (jump) reasons.push(jump);
  if (pilot === 'student' && !takenOver && isReferencePilot(plan, chunks))
    reasons.push('flown exactly as the simulated reference pilot flies it');
  return reasons;
}

/**
 * Acts in the flight that no instructor asked for: they change what is judged. Failures come from the plan, and from what was to fail
 * later, as well.
 */
function nobodyAsked({
  flight,
  plan,
  commanded,
  takenAt_s
}: {
  flight: Flight;
  plan: LessonPlan;
  commanded: readonly Command[];
  takenAt_s: number;
}): string[] {
  const words = (command: Command) => {
    const { when: _, ...then } = { when: undefined, ...command };
    return canonical(then);
  };
  const left = [
    ...commanded,
    ...plan.faults.map(({ kind }): Command => ({ does: 'fail', what: kind }))
  ].flatMap(
    // What is to come later stands in the flight twice: as it was asked for, and as it came.
    (command) => ('when' in command && command.when ? [words(command), words(command)] : [words(command)])
  );
  const unasked = flight.events.flatMap((event) => {
    if (event.kind !== 'command' || event.time_s < takenAt_s) return [];
    const at = left.indexOf(words(event.command));
    if (at >= 0) left.splice(at, 1);
    return at >= 0 ? [] : [`${commandWords(event.command)} at ${clock(event.time_s)}`];
  });
  return unasked.length > 0
    ? [
        `done to the flight, though no instructor asked for it here: ${unasked.slice(0, MOST_NAMED).join('; ')}`
      ]
    : [];
}
const MOST_NAMED = 3;

/** The same words for the same command, in whatever order its parts were kept. */
function canonical(command: Command): string {
  return JSON.stringify(command, (_, value: unknown) =>
    value !== null && typeof value === 'object'
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value
  );
}

function firstJump(flight: Flight): string | null {
  const placed = placedAt_s(flight).map((time_s) => Math.ceil(time_s * flight.rate_hz - 1e-6));
  const limits = [
    ['trueAltitude_ft', MOST_FEET_A_SAMPLE, 'altitude', false],
    ['ias_kt', MOST_KNOTS_A_SAMPLE, 'airspeed', false],
    ['pitch_deg', MOST_DEGREES_A_SAMPLE, 'pitch', false],
    ['bank_deg', MOST_DEGREES_A_SAMPLE, 'bank', true]
  ] as const;
  for (const [id, most, name, angle] of limits) {
    if (!flight.columns.has(id)) continue;
    const values = column(flight, id);
    for (let k = 1; k < flight.length; k++) {
      if (placed.includes(k)) continue;
      const step = values[k]! - values[k - 1]!;
      if (Math.abs(angle ? normaliseSigned(step) : step) > most)
        return `${name} jumps at ${clock(k / RECORDING_RATE_HZ)}, more than an airplane does in a tenth of a second`;
    }
  }
  return null;
}

/** Flies the beginning again with the reference pilot's hands; broken off at the first sample that differs. */
function isReferencePilot(plan: LessonPlan, chunks: readonly FlightChunk[]): boolean {
  const compared = Math.min(chunks.length, Math.floor((REFLOWN_S * RECORDING_RATE_HZ) / CHUNK_SAMPLES));
  if (compared * CHUNK_SAMPLES < 20 * RECORDING_RATE_HZ) return false;
  const lesson = lessonOf(plan);
  const loop = flightLoop(lesson);
  const flown = flyDrill(loop, lesson);
  let hands: ReturnType<typeof simulatedHands>;
  try {
    hands = simulatedHands(lesson, flown, noHabits, plan.seed);
  } catch {
    // The reference pilot cannot fly this plan: then nobody else has flown as it does.
    return false;
  }
  for (let sequence = 0; sequence < compared && flown.ended() === null;) {
    const again = flown.step(hands());
    if (!again) continue;
    const sent = chunks[sequence]!.counts;
    if (again.counts.some((values, i) => values.some((value, k) => sent[i]?.[k] !== value))) return false;
    sequence += 1;
  }
  return true;
}
