import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE, normaliseSigned } from '../../measure/angle';
import { figure } from '../../measure/figure';
import type { NavigationGoal } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import { tasOf } from '../../drill/compose-drill';
import { procedureTurnRate, turnRadius } from '../../procedure/turn';
import { before, valueOf, type CoachMoment, type Hint } from './coach-moment';

const OFF = 0.12;
/** Bank that was changed from side to side so often in so short a time is chasing. */
const CHASED_IN_S = 24;
const CHASED_TURNS = 3;
const TURNING_DEG = 5;
/** A correction this many times what the error needs is too much. */
const TOO_MUCH = 2;
const LEAST_TOO_MUCH_DEG = 12;
/** The course should be regained within so long. */
const REGAINED_IN_S = 90;
const WIND_MATTERS_DEG = 4;
const NEAR_STATION_NM = 0.6;
const REACTION_S = 3;
const OUTSIDE_ARC_NM = 0.35;

/** What to say of a course or an arc. */
export function coursesHint(lesson: Lesson): Hint {
  const { drill, navigation, area, plan } = lesson;
  return {
    look(memory) {
      const now = memory[memory.length - 1]!;
      const { goal } = drill.phases[now.phaseIndex]!;
      const { lateral } = goal;
      if (!navigation) return null;
      if (lateral.kind === 'arc') return onArc(now, lateral);
      if (lateral.kind !== 'course') return null;
      const onPanel = lateral.course_deg + navigation.north_deg - area.variation_deg;
      if (lateral.intercept_deg !== null) return joining(memory, onPanel, tasOf(goal, plan));
      const overStation = navigation.by === 'vor' || navigation.by === 'ndb';
      return tracking(memory, onPanel, lateral.way, overStation);
    }
  };
}

function onArc(now: CoachMoment, { direction }: Extract<NavigationGoal, { kind: 'arc' }>): string | null {
  const off = valueOf(now, 'offCourse');
  if (off > OUTSIDE_ARC_NM && now.inPhase_s > 40)
    return `Outside the arc: ten degrees ${direction > 0 ? 'right' : 'left'}.`;
  if (off < -OUTSIDE_ARC_NM) return 'Inside: hold the heading, the arc comes back to you.';
  return null;
}

function joining(memory: readonly CoachMoment[], course_deg: number, tas_kt: number): string | null {
  const now = memory[memory.length - 1]!;
  const earlier = before(memory, 4);
  if (!earlier) return null;
  const cross = valueOf(now, 'crossTrack_nm');
  const side = Math.sign(cross);
  const closing_nmps = (side * (valueOf(earlier, 'crossTrack_nm') - cross)) / (now.time_s - earlier.time_s);
  const angle = Math.abs(normaliseSigned(valueOf(now, 'heading_deg') - course_deg)) * RADIANS_PER_DEGREE;
  const lead =
    turnRadius(tas_kt, procedureTurnRate(tas_kt)) * (1 - Math.cos(angle)) + closing_nmps * REACTION_S;
  if (closing_nmps > 0.001 && Math.abs(cross) < lead && angle > 0.25)
    return 'It is coming: turn onto the course now.';
  if (closing_nmps < 0.001 && now.inPhase_s > 30 && Math.abs(valueOf(now, 'offCourse')) > 0.5)
    return `The course comes no nearer: turn ${side > 0 ? 'left' : 'right'}, take a bigger angle.`;
  return null;
}

function tracking(
  memory: readonly CoachMoment[],
  course_deg: number,
  way: 'to' | 'from',
  overStation: boolean
): string | null {
  const now = memory[memory.length - 1]!;
  const off = valueOf(now, 'offCourse');
  const bank = valueOf(now, 'bank_deg');
  if (overStation && valueOf(now, 'fixDistance_nm') < NEAR_STATION_NM)
    return way === 'to' && Math.abs(bank) > TURNING_DEG ? 'Close to the station: hold the heading.' : null;
  const recent = memory.filter((moment) => moment.time_s > now.time_s - CHASED_IN_S);
  if (Math.abs(off) > OFF && reversals(recent) >= CHASED_TURNS)
    return 'Level the wings and wait: see what this heading does.';
  const earlier = before(memory, 6);
  if (!earlier) return null;
  const side = Math.sign(off);
  const coming = side * (valueOf(earlier, 'offCourse') - off);
  if (coming > 0.04 && bank * -side > TURNING_DEG && Math.abs(off) < 0.6)
    return 'It is coming back: take the bank out.';
  if (Math.abs(bank) > TURNING_DEG) return null;
  // What the wind asks for, from heading and track as they are; what the error needs on top of it.
  const drift = normaliseSigned(valueOf(now, 'heading_deg') - valueOf(now, 'track_deg'));
  const headingOff = normaliseSigned(valueOf(now, 'heading_deg') - course_deg);
  const cut = headingOff - drift;
  const speed_nmps = Math.max(40, valueOf(now, 'groundspeed_kt')) / 3600;
  const cross = valueOf(now, 'crossTrack_nm');
  const needed = Math.atan2(Math.abs(cross), speed_nmps * REGAINED_IN_S) * DEGREES_PER_RADIAN;
  if (Math.abs(off) > OFF && -side * cut > Math.max(LEAST_TOO_MUCH_DEG, TOO_MUCH * needed))
    return `${figure(Math.max(2, Math.round(needed)))} degrees ${side > 0 ? 'left' : 'right'} is enough.`;
  if (
    Math.abs(drift) >= WIND_MATTERS_DEG &&
    Math.abs(cut) > 0.6 * Math.abs(drift) &&
    cut * drift < 0 &&
    Math.abs(off) < 0.4
  )
    return `Wind is from the ${drift > 0 ? 'right' : 'left'}: keep ${figure(Math.abs(Math.round(drift)))} degrees ${drift > 0 ? 'right' : 'left'}.`;
  if (Math.abs(off) > 0.35 && side * cut > -2)
    return `The course is to the ${side > 0 ? 'left' : 'right'}: ${figure(Math.max(5, Math.round(needed)))} degrees toward it, then level.`;
  return null;
}

/** How often the bank went from one side to the other. */
function reversals(moments: readonly CoachMoment[]): number {
  let count = 0;
  let side = 0;
  for (const moment of moments) {
    const bank = valueOf(moment, 'bank_deg');
    if (Math.abs(bank) < TURNING_DEG || Math.sign(bank) === side) continue;
    if (side !== 0) count += 1;
    side = Math.sign(bank);
  }
  return count;
}
