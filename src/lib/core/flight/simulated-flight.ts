import type { Command } from './command';
import { clamp } from '../measure/clamp';
import type { Lesson } from '../drill/lesson';
import { phaseSettings } from '../drill/settings';
import { turnFromTo } from '../measure/angle';
import { Rejection } from '../measure/rejection';
import { attitudePilot } from '../pilot/attitude-pilot';
import type { WayRound } from '../pilot/run-procedure';
import { ROLL_DEGPS } from '../pilot/flying';
import type { Readings } from '../instrument/readings';
import type { ScanArea } from '../instrument/scan-area';
import type { Habits } from '../pilot/habits';
import { STEP_S, flightLoop } from './flight-loop';
import { type Hands } from './hands';
import { asksForMinimum } from './flight-bugs';
import { runwaySeenIn } from './runway-in-sight';
import { flyDrill, type FlownDrill } from './flown-drill';
import type { FlightChunk } from './recorder';

/** Longest flight a simulated pilot may take over a drill. */
export const LONGEST_SIMULATED_S = 4000;

/** A simulated pilot has looked at the altimeter setting by then. */
const CHECKS_SETTING_S = 6;
/** A heading indicator wanders: so often it is set by the compass, the wings level; once that has settled, by its mean over so long. */
const SETS_HEADING_S = 600;
const COMPASS_SETTLES_S = 8;
const COMPASS_MEAN_S = 12;
const LEVEL_DEG = 5;
/** How fast hands move: attitude °/s, levers in full travels a second. */
const PITCH_DEGPS = 3.5;
const RECOVERY_PITCH_DEGPS = 7;
const RECOVERY_BANK_DEGPS = 22;

/** What can be learnt of a simulated pilot while it flies. */
export interface PilotWatch {
  /** Hears when a habit acts: the truth findings are measured against. */
  told?: (habit: keyof Habits, time_s: number) => void;
  /** Hears where the eyes go. */
  looked?: (area: ScanArea, time_s: number) => void;
  /** Whether the looks are recorded with the flight; left out: in scan lessons. */
  recordLooks?: boolean;
}

/**
 * The hands of a simulated pilot at a lesson's drill: what the pilot wants, moved at a hand's pace.
 * @throws Rejection when the airplane cannot fly the drill
 */
export function simulatedHands(
  { plan, covered }: Lesson,
  flown: FlownDrill,
  habits: Habits,
  seed: number,
  watch: PilotWatch = {}
): () => Hands {
  const { lesson } = flown;
  let sightByPhase: boolean[] = [];
  let pilot = pilotNow();
  let changes = flown.changes();
  let lastIndex = 0;
  const { loop } = flown;
  const shown = loop.readings();
  const stick = { kind: 'attitude' as const, pitch_deg: shown.pitch_deg, bank_deg: shown.bank_deg };
  const hands: Hands = { ...loop.hands(), stick, bugs: flown.bugs() };
  const minimum_ft = asksForMinimum(lesson)?.minimum_ft ?? null;
  const setsHeading = plan.panel === 'dials' && plan.faults.length === 0 && !covered.includes('heading');
  const gyro = { levelSince_s: 0, setAt_s: 0, off_deg: 0, looks: 0 };
  let lookedAt: ScanArea | null = null;
  const toward = (from: number, to: number, perSecond: number) =>
    from + clamp(to - from, -perSecond * STEP_S, perSecond * STEP_S);
  /** Who is asked for something else thinks anew. */
  function pilotNow(goesOn?: WayRound) {
    const now = flown.inAir();
    const settings = phaseSettings(now);
    if (!Array.isArray(settings))
      throw new Rejection(settings.phase.id, settings.reason, settings.explanation);
    sightByPhase = lesson.drill.phases.map((_, index) => runwaySeenIn(lesson, index) !== null);
    return attitudePilot(now, settings, habits, seed, watch.told, flown.note, goesOn);
  }

  /** Sets the heading indicator by the compass when that is due, and can be done. */
  function setHeading(readings: Readings, time_s: number): void {
    // In a hold the headings of the last circuit are what the next one is flown by; on a final nobody looks for the compass.
    const { goal, segment } = lesson.drill.phases[flown.phase().index]!;
    const busy = goal.lateral.kind === 'hold' || segment === 'final';
    if (busy || Math.abs(readings.bank_deg) > LEVEL_DEG)
      Object.assign(gyro, { levelSince_s: time_s, off_deg: 0, looks: 0 });
    if (time_s - gyro.setAt_s < SETS_HEADING_S || time_s - gyro.levelSince_s < COMPASS_SETTLES_S) return;
    gyro.off_deg += turnFromTo(readings.heading_deg, readings.compass_deg);
    gyro.looks += 1;
    if (gyro.looks * STEP_S < COMPASS_MEAN_S) return;
    hands.headingKnob_deg += Math.round(gyro.off_deg / gyro.looks);
    Object.assign(gyro, { setAt_s: time_s, off_deg: 0, looks: 0 });
  }

  return () => {
    const readings = loop.readings();
    if (setsHeading) setHeading(readings, loop.time_s());
    const { index } = flown.phase();
    // Where it was put is told.
    const isTold = flown.changes() !== changes;
    if (isTold || index < lastIndex) {
      pilot = pilotNow(pilot.wayRound() ?? undefined);
      changes = flown.changes();
      // Wherever it was put, the levers are where they are.
      Object.assign(hands, { ...loop.hands(), stick });
      stick.pitch_deg = readings.pitch_deg;
      stick.bank_deg = readings.bank_deg;
    }
    lastIndex = index;
    const seen = sightByPhase[index] || isTold ? loop.place() : null;
    const wanted = pilot.act(loop.time_s(), readings, index, loop.navigation(), seen);
    if (pilot.looksAt() !== lookedAt) {
      lookedAt = pilot.looksAt();
      watch.looked?.(lookedAt, loop.time_s());
      if (watch.recordLooks ?? lesson.plan.scan !== undefined) flown.note({ kind: 'look', detail: lookedAt });
    }
    if (flown.eyesClosed()) {
      // The instructor has moved stick and lever: the pilot takes them over as they are.
      stick.pitch_deg = readings.pitch_deg;
      stick.bank_deg = readings.bank_deg;
      hands.throttle = loop.hands().throttle;
      return hands;
    }
    if (wanted.radios) hands.radios = wanted.radios;
    // The setting is compared with what was given, once the panel has been taken in.
    if (loop.time_s() > CHECKS_SETTING_S) {
      if (habits.forgetsAltimeter === 0) hands.altimeterSetting_hPa = flown.altimeterSetting_hPa();
      else watch.told?.('forgetsAltimeter', loop.time_s());
      if (minimum_ft !== null && hands.bugs?.minimum_ft !== minimum_ft)
        hands.bugs = { ...flown.bugs(), minimum_ft };
    }
    if (wanted.handsOff) return hands;
    const recovering = lesson.drill.phases[index]!.recovery;
    stick.pitch_deg = toward(
      stick.pitch_deg,
      wanted.pitch_deg,
      recovering ? RECOVERY_PITCH_DEGPS : PITCH_DEGPS
    );
    stick.bank_deg = toward(stick.bank_deg, wanted.bank_deg, recovering ? RECOVERY_BANK_DEGPS : ROLL_DEGPS);
    hands.throttle = toward(hands.throttle, wanted.throttle, recovering ? 1.2 : 0.4);
    hands.propeller = toward(hands.propeller, wanted.propeller, 0.3);
    hands.trim = toward(hands.trim, wanted.trim, 0.08);
    hands.flapsTarget_deg = wanted.flapsTarget_deg;
    hands.gearTarget = wanted.gearTarget;
    return hands;
  };
}

/** What is done to a flight from outside, and when. */
export interface TimedCommand {
  at_s: number;
  command: Command;
}

/**
 * A whole drill flown by a simulated pilot, or its beginning, as fast as the machine can.
 * @param asked what an instructor does meanwhile, in its order
 * @throws Rejection where something is asked for that this lesson has not
 */
export function simulateFlight(
  lesson: Lesson,
  habits: Habits,
  seed: number,
  watch: PilotWatch = {},
  longest_s = LONGEST_SIMULATED_S,
  asked: readonly TimedCommand[] = []
): FlightChunk[] {
  const loop = flightLoop(lesson);
  const flown = flyDrill(loop, lesson);
  const nextHands = simulatedHands(lesson, flown, habits, seed, watch);
  const chunks: FlightChunk[] = [];
  let next = 0;
  while (flown.ended() === null && loop.time_s() < longest_s) {
    for (; asked[next] && asked[next]!.at_s <= loop.time_s(); next++) flown.command(asked[next]!.command);
    const chunk = flown.step(nextHands());
    if (chunk) chunks.push(chunk);
  }
  const last = flown.finish();
  if (last) chunks.push(last);
  return chunks;
}
