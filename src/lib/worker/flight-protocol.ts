import type { AutopilotShown } from '$core/aircraft/autopilot-shown';
import type { Place } from '$core/earth/local-plane';
import type { NavigationShown } from '$core/radio/navigation-shown';
import type { Check, Phase } from '$core/drill/drill';
import type { LessonPlan } from '$core/drill/lesson-plan';
import type { Happening } from '$core/flight/flight-event';
import type { Command } from '$core/flight/command';
import type { PlanPoint } from '$core/flight/plan-picture';
import type { LivePiece } from '$core/flight/live-piece';
import type { FlightChunk } from '$core/flight/recorder';
import type { Hands } from '$core/flight/hands';
import type { Gaze, ScanArea } from '$core/instrument/scan-area';
import type { Outside } from '$core/view/looking-out';
import type { QuickReadings, Readings } from '$core/instrument/readings';
import type { Habits } from '$core/pilot/habits';

/** A simulated pilot at the controls. */
export interface SimulatedPilot {
  habits: Habits;
  seed: number;
  /** Whether the eyes are the pilot's as well: where not, the looks are the student's. */
  eyes: boolean;
}

/** What the interface tells the flight worker. */
export type ToFlight =
  | { kind: 'start'; plan: LessonPlan; pilot: SimulatedPilot | null; resume: FlightChunk[] }
  | { kind: 'hands'; hands: Hands }
  | { kind: 'run'; running: boolean }
  | { kind: 'rate'; rate: number }
  /** Something worth keeping with the flight: the assist changed, an instrument covered. */
  | { kind: 'note'; what: Happening }
  /** The student's eyes have moved. */
  | { kind: 'look'; area: Gaze }
  /** Flies on to the end as fast as the machine can; only for a simulated pilot. */
  | { kind: 'to the end' }
  | { kind: 'stop' }
  /** An instructor's command; it is answered by `obeyed`. */
  | { kind: 'command'; number: number; command: Command }
  /** The student takes control that is given back. */
  | { kind: 'take control' }
  /** The pilot looks out, or not. */
  | { kind: 'look out'; looks: boolean }
  /** Somebody watches, or nobody any more. */
  | { kind: 'watched'; watched: boolean };

/** What is drawn anew with every picture of the screen. */
export interface Moving {
  time_s: number;
  /** Where a simulated pilot's eyes are: the stream of a simulated eye tracker. null: a person flies. */
  looksAt: ScanArea | null;
  readings: QuickReadings;
  /** What is seen out of the cockpit; null: nothing to look for, or nobody looks. */
  outside: Outside | null;
}

/** What the instruments show; every other picture of the screen has it new. */
export interface Instruments {
  readings: Readings;
  /** What the navigation instruments show; null without radios. */
  navigation: NavigationShown | null;
}

/** One look at the airplane, for all that stands about the panel: ten times a second. */
export interface Frame extends Instruments {
  time_s: number;
  phaseIndex: number;
  /** What the airplane is flying with. */
  hands: Hands;
  trueAltitude_ft: number;
  /** What the autopilot does; null while it is off. */
  autopilot: AutopilotShown | null;
  /** Where the airplane is; null without radios. */
  place: Place | null;
  /** The same, on the plan of the lesson. */
  fromAbove: PlanPoint | null;
  /** Where the runway is that is to be seen now; null while none is. */
  runway: string | null;
  /** The instructor has control and the student's eyes are closed. */
  eyesClosed: boolean;
  /** What the coach said last; null: nothing yet, or it is off. */
  hint: { words: string; time_s: number; corrects: boolean } | null;
  /** What an examiner offers to stop a test for; null: nothing. */
  offer: { words: string; time_s: number } | null;
  /** An instructor has stopped time. */
  frozen: boolean;
  /** Who has control; offered: the instructor gives it back, and waits for the student to say so. */
  control: 'student' | 'instructor' | 'offered';
  /** How often something else was asked for: what `asked` told last. */
  changes: number;
  /** How often the levers were moved without the person's hands: then these are to be taken from the airplane. */
  handsMoved: number;
  /** Times as fast as it does. */
  rate: number;
}

/** What the flight worker tells the interface. */
export type FromFlight =
  | { kind: 'ready'; frame: Frame; moving: Moving; startingHands: Hands }
  /** A picture of the screen, with what is new in it: what hangs on the whole is too much to be looked at each time. The instruments are given by themselves where the whole, which has them, is not. */
  | { kind: 'picture'; moving: Moving; instruments: Instruments | null; frame: Frame | null }
  /** Something else is asked for than would have come: what the flight is now made of. */
  | { kind: 'asked'; changes: number; plan: LessonPlan; phases: Phase[]; checks: Check[] }
  | { kind: 'chunk'; chunk: FlightChunk }
  | { kind: 'live'; piece: LivePiece }
  | { kind: 'obeyed'; number: number; time_s: number; done: boolean }
  | { kind: 'ended'; how: 'flown' | 'ground' | 'stopped' }
  | { kind: 'failed'; message: string };
