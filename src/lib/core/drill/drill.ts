import { type Corridor, type CorridorChannel, type Profile, corridorChannels } from './corridor';
import type { CourseReversal } from '../procedure/course-reversal';
import type { Hold } from '../procedure/hold';
import type { PathLine } from '../radio/path-line';
import type { Runway } from '../radio/world';
import type { Reference } from './reference';

/** What the conditions of a phase may look at. */
export const conditionChannels = [
  ...corridorChannels,
  'climbRate_fpm',
  'track_deg',
  'fixDistance_nm',
  'fixRadial_deg',
  'along_nm',
  'passages'
] as const;
export type ConditionChannel = (typeof conditionChannels)[number];

/**
 * Something that can be seen to come true in the data. It counts from the first moment it held,
 * once it has held for `for_s` without a break.
 */
export type Condition =
  | {
      is: 'below' | 'above';
      channel: ConditionChannel;
      value: number;
      /** Where the going past began to count, short of `value`; the condition is dated back to there. */
      since?: number;
      /** Only who was short of it since the phase began can go past it. Left out: being past it is enough. */
      crossed?: true;
      for_s: number;
    }
  | { is: 'within'; channel: ConditionChannel; value: number; tolerance: number; for_s: number }
  | { is: 'after'; seconds: number }
  | { is: 'any' | 'all'; of: Condition[] };

/** What is to be flown by radio, about the phase's fix; courses by the fix's own north. */
export type NavigationGoal =
  /** A course to or from the fix; with an angle it is to be intercepted first. */
  | { kind: 'course'; course_deg: number; way: 'to' | 'from'; intercept_deg: number | null }
  /** An arc about the fix to a radial; +1 clockwise. */
  | { kind: 'arc'; radius_nm: number; direction: 1 | -1; toRadial_deg: number }
  | { kind: 'hold'; hold: Hold; circuits: number }
  /** Straight to the fix from wherever the airplane is; with a turn, that way round to it. */
  | { kind: 'direct'; turn: 'left' | 'right' | null }
  | { kind: 'reversal'; reversal: CourseReversal };

/** Whether a goal is flown by radio. */
export function isNavigation(lateral: Goal['lateral']): lateral is NavigationGoal {
  return lateral.kind !== 'heading' && lateral.kind !== 'turn';
}

/** The course a goal is about, by its fix's north; null where it has none. */
export function courseOf(lateral: Goal['lateral']): number | null {
  switch (lateral.kind) {
    case 'course':
      return lateral.course_deg;
    case 'hold':
      return lateral.hold.inboundCourse_deg;
    case 'reversal':
      return lateral.reversal.inboundCourse_deg;
    default:
      return null;
  }
}

/** What is to be flown in a phase, every part of it said. Headings magnetic, vertical speeds signed. */
export interface Goal {
  vertical:
    | { kind: 'level'; altitude_ft: number }
    /** rate: the vertical speed is held with the nose, the airspeed with power. */
    | { kind: 'rate'; to_ft: number; verticalSpeed_fpm: number }
    /** speed: the airspeed is held with the nose; the vertical speed is what the power gives (null: full power). */
    | { kind: 'speed'; to_ft: number; verticalSpeed_fpm: number | null }
    /** A path is followed down; the vertical speed is what it should take. */
    | { kind: 'path'; to_ft: number; verticalSpeed_fpm: number; path: PathLine };
  /**
   * What must not be left downward; left out: nothing but what the vertical goal says. A hard one allows nothing, as below a minimum;
   * another what the altitude is allowed to be off.
   */
  floor?: { ft: number | Profile; hard: boolean };
  ias_kt: number;
  lateral:
    /** With the way it is to be turned to, where an instructor said one. */
    | { kind: 'heading'; heading_deg: number; turn?: 'left' | 'right' }
    | {
        kind: 'turn';
        /** +1 right, −1 left. */
        direction: 1 | -1;
        /** Heading to roll out on; null: until the phase ends. */
        to_deg: number | null;
        /** Bank, degrees, or rate, °/s: whichever is asked for; the other follows from the speed. */
        bank_deg: number | null;
        rate_degps: number | null;
      }
    | NavigationGoal;
  flaps_deg: number;
  /** 0 up, 1 down. */
  gear: number;
}

/** Stands where an id would, after the last phase of a plan. */
export const FLIGHT_OVER = '';

export const segments = ['inbound', 'final', 'missed'] as const;
export type Segment = (typeof segments)[number];

export interface Phase {
  id: string;
  name: string;
  /** What the instructor calls as it begins; null: nothing, the pilot goes on by himself. */
  call: string | null;
  goal: Goal;
  /** What it is flown about, and distances are told from; null in drills without radios. */
  reference: Reference | null;
  /** own: the pilot goes on to the next phase by himself; called: the next phase comes when this one is over. */
  pace: 'own' | 'called';
  corridors: Corridor[];
  /**
   * Corridors named here are judged only once this condition has come true, or after `atLatest_s` whatever happens:
   * the first moments of a phase are transition, and judged by their own measures. With `goesOn` whoever had settled in the phase
   * before, and flew it to its end, is judged from the first moment.
   */
  settling: { channel: CorridorChannel; when: Condition; atLatest_s: number; goesOn?: true }[];
  /** What ends the phase. */
  until: Condition;
  /**
   * Of one that an instructor asked for on the way: id of the phase that comes then, or `FLIGHT_OVER`; null:
   * it is flown until something else is asked for. Left out: of the plan, and the next one comes.
   */
  then?: string | null;
  /** Asked for in the middle of a hold or a course reversal, and no other way to fly: that goes on. */
  goesOnRound?: true;
  /** How long it should take, s. */
  expected_s: number;
  /** The part of an approach it belongs to; left out: it is part of none. */
  segment?: Segment;
  /** Altitude it should leave the airplane at, ft. */
  ends_ft: number;
  /** The instructor flies the airplane into an unusual attitude, the student's eyes closed. 1 mild … 3 severe. */
  upset: number | null;
  /** The student recovers from one. */
  recovery: boolean;
  /** Of one in which the instructor has control: id of the phase that is flown in it. Left out: the student has. */
  byInstructor?: string;
  /** The view-limiting device comes off for it, where the plan asks for no cloud. */
  looksOut: boolean;
}

/** A phase of the plan, and none that was asked for, taken or kept on the way. */
export function isOfPlan({ then }: Phase): boolean {
  return then === undefined;
}

/** Flown by the student, and neither an upset nor the recovery from one, which are judged by themselves. */
export function isOrdinary({ upset, recovery, byInstructor }: Phase): boolean {
  return upset === null && !recovery && !byInstructor;
}

/** The part of an approach the student flies in a phase; undefined where it is part of none, or the instructor's. */
export function ownSegment({ segment, byInstructor }: Phase): Segment | undefined {
  return byInstructor === undefined ? segment : undefined;
}

/** A technique that is judged by its own measure. */
export type Check =
  /** The speed is to be there before the phase's descent begins. */
  | { kind: 'speed-first'; phase: string; speed_kt: number }
  /** The climb is to begin at this altitude, neither before nor late nor below. */
  | { kind: 'decision'; phase: string; altitude_ft: number }
  /** Flaps and gear are to be set this soon after the phase began. */
  | { kind: 'configuration'; phase: string; within_s: number }
  | { kind: 'level-off'; phase: string; altitude_ft: number }
  | { kind: 'roll-out'; phase: string; heading_deg: number }
  | { kind: 'recovery'; phase: string }
  /** The radios are to be set, identified and chosen by the end of the phase. */
  | { kind: 'set-up'; phase: string }
  | { kind: 'intercept'; phase: string }
  | { kind: 'tracking'; phase: string }
  /** The fix that ends the phase is to be recognised within so many seconds. */
  | { kind: 'passage'; phase: string; within_s: number }
  | { kind: 'arc'; phase: string }
  /** The airplane is to be turned to the phase's fix, the way that is said. */
  | { kind: 'to-fix'; phase: string }
  /** A heading is to be turned to the way that was said. */
  | { kind: 'said-turn'; phase: string; turn: 'left' | 'right' }
  | { kind: 'hold'; phase: string }
  | { kind: 'reversal'; phase: string }
  /** Time to the station is to be found from two bearings. */
  | { kind: 'station-time'; phase: string }
  /** By the fix that the phase begins at, this altitude is to have been come down to; where a path leads down from farther out, or the path. */
  | { kind: 'step-down'; phase: string; altitude_ft: number; fix: string; orPath: boolean }
  /** The path of a final is to be met from below and on the course; at its final fix the altimeter is to agree with it. */
  | {
      kind: 'path-start';
      phase: string;
      before_ft: number;
      fix: string;
      fixBefore_nm: number;
      fixAltitude_ft: number;
    }
  /** Passing this altitude everything is to be as it stays: so high above touchdown. */
  | { kind: 'stabilised'; phase: string; altitude_ft: number; height_ft: number }
  /**
   * Power, climb, then the rest; and no turn before this altitude, or, out of a circle, a turn toward the runway at once. Where
   * the clock tells the missed approach point, it is due so long after the phase `from` began.
   */
  | {
      kind: 'missed';
      phase: string;
      first: { straight_ft: number } | { turn: 'left' | 'right' };
      timed?: { from: string; time_s: number };
    }
  /** Aligned, at the right height and speed over the threshold. */
  | { kind: 'threshold'; phase: string; runway: Runway; crossing_ft: number }
  /** The clock is to be started as the phase begins, at the final fix. */
  | { kind: 'final-clock'; phase: string; within_s: number; fix: string }
  /** The altimeter is to be on this setting by the end of the phase, whatever it was found on. */
  | { kind: 'altimeter'; phase: string; setting_hPa: number }
  /** A circle to land: flown on its side of the runway, within the protected distance, by no more than 30° of bank. It ends with the phase. */
  | {
      kind: 'circle';
      phase: string;
      phases: readonly string[];
      runway: Runway;
      /** All of the airport: what is protected is protected about each of them. */
      runways: readonly Runway[];
      turn: 'left' | 'right';
      within_nm: number;
      category: string;
      /** Where the field is lost from sight; null: it stays in sight to the runway. */
      lost: 'downwind' | 'base' | null;
    }
  /** What leads the missed approach, where it is another station than the final's, is to be on a radio as the phase begins. */
  | { kind: 'missed-station'; phase: string }
  /**
   * The minimum is to be marked on the altimeter as the phase begins; one below `least_ft` is too low. Where the path is lost on the way,
   * `before_ft` is what was briefed with it.
   */
  | { kind: 'minimum-set'; phase: string; minimum_ft: number; least_ft: number; before_ft?: number };

/** A drill for one lesson's figures: phases flown one after the other, each with its corridors. The grader knows nothing else. */
export interface Drill {
  id: string;
  name: string;
  purpose: string;
  usualFaults: readonly string[];
  phases: Phase[];
  checks: Check[];
}

/** A phase of a drill by its id, which a span or measure of the same drill names. */
export function phaseById({ phases }: Drill, id: string): Phase {
  return phases.find((phase) => phase.id === id)!;
}

/** The phase that comes by itself after another: of the plan, or what an instructor's word leads to; null where none does. */
export function nextPhase({ phases }: Pick<Drill, 'phases'>, index: number): Phase | null {
  const { then } = phases[index] ?? {};
  const next = then === undefined ? phases[index + 1] : phases.find(({ id }) => id === then);
  return next && (then !== undefined || next.then === undefined) ? next : null;
}
