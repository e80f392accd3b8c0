import type { LessonPlan } from '$core/drill/lesson-plan';
import type { FlightChunk } from '$core/flight/recorder';
import type { Hands } from '$core/flight/flight-loop';
import type { Readings } from '$core/instrument/readings';
import type { Habits } from '$core/pilot/habits';

/** What the interface tells the flight worker. */
export type ToFlight =
  | { kind: 'start'; plan: LessonPlan; pilot: { habits: Habits; seed: number } | null; resume: FlightChunk[] }
  | { kind: 'hands'; hands: Hands }
  | { kind: 'run'; running: boolean }
  | { kind: 'rate'; rate: number }
  /** Something worth keeping with the flight: the assist changed, an instrument covered. */
  | { kind: 'note'; what: 'assist' | 'cover'; detail: string }
  /** Flies on to the end as fast as the machine can; only for a simulated pilot. */
  | { kind: 'to the end' }
  | { kind: 'stop' };

/** One look at the airplane, for the panel. */
export interface Frame {
  time_s: number;
  readings: Readings;
  phaseIndex: number;
  /** What the airplane is flying with. */
  hands: Hands;
  trueAltitude_ft: number;
  /** The instructor has control and the student's eyes are closed. */
  eyesClosed: boolean;
}

/** What the flight worker tells the interface. */
export type FromFlight =
  | { kind: 'ready'; frame: Frame; startingHands: Hands }
  | { kind: 'frame'; frame: Frame }
  | { kind: 'chunk'; chunk: FlightChunk }
  | { kind: 'ended'; how: 'flown' | 'ground' | 'stopped' }
  | { kind: 'failed'; message: string };
