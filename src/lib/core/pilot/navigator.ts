import type { NavigationGoal } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import type { Happening } from '../flight/flight-event';
import type { Place } from '../earth/local-plane';
import type { Readings } from '../instrument/readings';
import { normaliseSigned } from '../measure/angle';
import type { NavigationShown } from '../radio/navigation-shown';
import { arcFlyer } from './fly-arc';
import { directFlyer } from './fly-direct';
import type { Habits } from './habits';
import { procedureRunner, type WayRound } from './run-procedure';
import { Steering, type SteeringOrder } from './steering';
import { courseTracker } from './track-course';

/** What a simulated pilot makes of needle, pointer and distance: headings to fly. */
export interface Navigator {
  /** @param goesOn how far round the hold or reversal it is that a phase goes on with */
  enter(phaseIndex: number, time_s: number, shown: Readings, goesOn?: WayRound): void;
  wayRound(): WayRound;
  see(shown: NavigationShown, readings: Readings): void;
  steer(time_s: number, readings: Readings): SteeringOrder | null;
  /** By a look out of the window. */
  seePlace(place: Place): void;
  /** How far the phase's fix is believed to be, NM. */
  toFix_nm(): number;
}

/**
 * Who navigates in a lesson; null where it has no radios.
 * @param told hears when a habit acts
 * @param note keeps what is done and said
 */
export function navigatorFor(
  lesson: Lesson,
  habits: Habits,
  told: (habit: keyof Habits, time_s: number) => void,
  note: (what: Happening) => void
): Navigator | null {
  if (!lesson.navigation) return null;
  const steering = new Steering(lesson, lesson.navigation.origin, habits, told, note);
  const { sense } = steering;
  const tracker = courseTracker(steering);
  const arc = arcFlyer(steering);
  const direct = directFlyer(steering);
  const procedure = procedureRunner(steering, tracker);
  const calls = fixCalls(steering);
  /** Reckoned up to here; null: not begun. */
  let last_s: number | null = null;

  function wanted(goal: NavigationGoal, time_s: number, heading_deg: number): SteeringOrder {
    switch (goal.kind) {
      case 'course':
        return tracker.fly(time_s, heading_deg, goal);
      case 'arc':
        return arc.fly(time_s, goal);
      case 'direct':
        return direct.fly(time_s, heading_deg, goal);
      case 'hold':
      case 'reversal':
        return procedure.fly(time_s, heading_deg);
    }
  }

  return {
    wayRound: procedure.wayRound,
    enter(phaseIndex, time_s, shown, goesOn) {
      if (startsClock(lesson, phaseIndex)) {
        if (habits.forgetsClock > 0) told('forgetsClock', time_s);
        else note({ kind: 'timer', detail: 'start' });
      }
      last_s ??= time_s;
      const heading = steering.enter(phaseIndex, shown.heading_deg);
      calls.begin();
      tracker.begin();
      arc.begin();
      direct.begin();
      const { goesOnRound } = lesson.drill.phases[phaseIndex]!;
      procedure.begin(heading, time_s, goesOnRound && goesOn);
    },
    seePlace(place) {
      steering.looksOut = true;
      sense.put(place);
    },
    toFix_nm: sense.distance_nm,
    see(shown, readings) {
      // Looking out, what the radios stand on leads somewhere else.
      if (!steering.reference.bySight) sense.see(shown, readings.altitude_ft, readings.bank_deg);
    },
    steer(time_s, readings) {
      sense.reckon(time_s - (last_s ?? time_s), readings.heading_deg, steering.tas_kt);
      last_s = time_s;
      calls.say(time_s);
      if (!steering.goal) return null;
      const order = wanted(steering.goal, time_s, sense.toFix(readings.heading_deg));
      return { ...order, heading_deg: sense.toPanel(order.heading_deg) };
    }
  };
}

/** At the final fix the clock is started, where the time tells the missed approach point. */
function startsClock({ drill }: Lesson, phaseIndex: number): boolean {
  const { id } = drill.phases[phaseIndex]!;
  return drill.checks.some(({ kind, phase }) => kind === 'final-clock' && phase === id);
}

/** The bearing has to move so far for a time to the station to be told from it. */
const BEARINGS_APART_DEG = 10;
const SETTLED_S = 6;

/** Calls the fix, and works out the time to a station from two bearings, where the drill asks for it. */
function fixCalls(steering: Steering) {
  const { sense, note } = steering;
  const { drill } = steering.lesson;
  let firstBearing: { radial_deg: number; at_s: number } | null = null;
  let said = false;
  return {
    begin() {
      said = false;
    },
    say(time_s: number): void {
      if (said) return;
      const { goal, phase } = steering;
      const asks = (kind: 'passage' | 'station-time') =>
        drill.checks.some((check) => check.kind === kind && check.phase === drill.phases[phase]!.id);
      if (asks('passage') && goal?.kind === 'course' && sense.by(goal.course_deg).along_nm >= 0) {
        said = true;
        note({ kind: 'mark', detail: steering.reference.fix });
      }
      if (!asks('station-time')) return;
      const radial_deg = sense.radial_deg();
      firstBearing ??= time_s > SETTLED_S ? { radial_deg, at_s: time_s } : null;
      if (!firstBearing) return;
      const change_deg = Math.abs(normaliseSigned(radial_deg - firstBearing.radial_deg));
      if (change_deg < BEARINGS_APART_DEG) return;
      said = true;
      // The rule of thumb: minutes between the bearings times sixty, over degrees.
      const minutes = (time_s - firstBearing.at_s) / BEARINGS_APART_DEG;
      note({ kind: 'answer', answer: { to: 'station-time', minutes: Number(minutes.toFixed(1)) } });
    }
  };
}
