import type { ChannelId } from '../../flight/channels';
import { NEAR_STATION_NM } from '../../radio/station-nearness';
import {
  DEGREES_PER_RADIAN,
  RADIANS_PER_DEGREE,
  normaliseBearing,
  normaliseSigned
} from '../../measure/angle';
import { clamp } from '../../measure/clamp';
import { heading } from '../../measure/figure';
import { mean } from '../../measure/statistics';
import type { Lesson } from '../../drill/lesson';
import { isOverStation, onPanel } from '../../drill/reference';
import { windAboutFix } from '../../drill/plan-wind';
import { tasOf } from '../../drill/goal-in-air';
import { windTriangle } from '../../procedure/wind-triangle';
import { turnRadius } from '../../air/level-turn';
import { procedureTurnRate } from '../../procedure/turn';
import {
  COURSE_WEIGHT,
  before,
  heldHeading,
  lately,
  valueOf,
  type Advice,
  type CoachMoment,
  type Hint
} from './coach-moment';

const OFF = 0.12;
/** Bank that was changed from side to side so often in so short a time is chasing; what a gust makes of it is smoothed out. */
const CHASED_IN_S = 24;
const SMOOTHED_MOMENTS = 5;
/** A correction is in by then: who still turns has forgotten to stop. */
const TURNED_FOR_S = 20;
/** Over a station a turn is one that has gone on for so long, which no swing of the nose does. */
const TURNED_NEAR_S = 4;
const CHASED_TURNS = 3;
const TURNING_DEG = 5;
/** A correction this many times what the error needs is too much. */
const TOO_MUCH = 2;
const LEAST_TOO_MUCH_DEG = 12;
/** The course should be regained within so long. */
const REGAINED_IN_S = 90;
const WIND_MATTERS_DEG = 4;
/** A gust is no wind: what it takes is told from so long. */
const WIND_TOLD_FROM_S = 20;
/** What is called the wind is briefed from that side, with at least so much to correct. */
const WIND_BRIEFED_DEG = 2;
const REACTION_S = 3;
const OFF_ARC_NM = 0.35;
/** An arc that has come nearer by so much in so long is coming back: a cut of five degrees does it. */
const ARC_OVER_S = 6;
const ARC_COMING_NM = 0.015;
/** From outside it is cut to by so much, and by more from farther; from inside a heading along it does. */
const ARC_CUT_DEG = [10, 20] as const;
const FAR_OFF_ARC_NM = 0.7;
const HELD_INWARD_DEG = 10;
const HELD_OUTWARD_DEG = 60;
/** Within this of the arc it has been joined: until then being inside it is the way to it. */
const JOINED_NM = 0.2;

const roll = (words: string, weight = COURSE_WEIGHT): Advice => ({ words, weight, hand: 'roll' });
/** A heading to hold. */
const hold = (degrees: number) => heading(Math.round(normaliseBearing(degrees)));

/** What to say of a course or an arc. */
export function coursesHint(lesson: Lesson): Hint {
  const { drill, area, plan } = lesson;
  let joinedIn = -1;
  return {
    look(memory) {
      const now = memory[memory.length - 1]!;
      const { goal, reference } = drill.phases[now.phaseIndex]!;
      const { lateral } = goal;
      // By eye nobody looks at the needle.
      if (!reference || reference.bySight) return null;
      if (lateral.kind === 'arc') {
        if (Math.abs(valueOf(now, 'arcError_nm')) < JOINED_NM) joinedIn = now.phaseIndex;
        if (joinedIn !== now.phaseIndex) return null;
        const ahead_deg = valueOf(now, 'fixRadial_deg') + 90 * lateral.direction;
        return onArc(memory, lateral.direction, onPanel(ahead_deg, reference, area));
      }
      if (lateral.kind !== 'course') return null;
      const course_deg = onPanel(lateral.course_deg, reference, area);
      const tas_kt = tasOf(goal, plan);
      const wind = windAboutFix(lesson, reference, valueOf(now, 'altitude_ft'));
      const held = windTriangle(lateral.course_deg, tas_kt, wind);
      const briefed_deg = held.kind === 'impossible' ? 0 : held.windCorrectionAngle_deg;
      if (lateral.intercept_deg !== null)
        return joining(memory, course_deg, tas_kt, course_deg + briefed_deg);
      return tracking(memory, course_deg, lateral.way, isOverStation(reference), briefed_deg);
    }
  };
}

/** Round an arc: a cut to it from outside, along it from inside. @param ahead_deg along the arc here, by the panel's north */
function onArc(memory: readonly CoachMoment[], way: 1 | -1, ahead_deg: number): Advice | null {
  const now = memory[memory.length - 1]!;
  const earlier = before(memory, ARC_OVER_S);
  const off = valueOf(now, 'arcError_nm');
  if (Math.abs(off) < OFF_ARC_NM || !earlier) return null;
  // Who already comes back to it has done what would be said.
  if (Math.abs(valueOf(earlier, 'arcError_nm')) - Math.abs(off) > ARC_COMING_NM) return null;
  const flown = valueOf(now, 'heading_deg');
  const cut_deg = off < 0 ? 0 : off > FAR_OFF_ARC_NM ? ARC_CUT_DEG[1] : ARC_CUT_DEG[0];
  const wanted = ahead_deg + windCorrection(memory, ahead_deg) + way * cut_deg;
  const turn = normaliseSigned(wanted - flown);
  const side = turn > 0 ? 'right' : 'left';
  if (valueOf(now, 'bank_deg') * Math.sign(turn) > TURNING_DEG) return null;
  if (off > 0) return turn * way > 0 ? roll(`Outside the arc: come ${side} to ${hold(wanted)}.`) : null;
  const outward_deg = turn * way;
  return outward_deg < -HELD_INWARD_DEG || outward_deg > HELD_OUTWARD_DEG
    ? roll(`Inside the arc: come ${side} to ${hold(wanted)}, and the arc comes back to you.`)
    : roll(`Inside the arc: hold ${hold(flown)}, the arc comes back to you.`);
}

function joining(
  memory: readonly CoachMoment[],
  course_deg: number,
  tas_kt: number,
  held_deg: number
): Advice | null {
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
    return roll(`It is coming: turn to ${hold(held_deg)} now.`, 2 * COURSE_WEIGHT);
  if (closing_nmps < 0.001 && now.inPhase_s > 30 && Math.abs(valueOf(now, 'courseShare')) > 0.5)
    return roll(
      `The course comes no nearer: come ${side > 0 ? 'left' : 'right'} to ${hold(course_deg - 45 * side)}.`
    );
  return null;
}

function tracking(
  memory: readonly CoachMoment[],
  course_deg: number,
  way: 'to' | 'from',
  overStation: boolean,
  briefed_deg: number
): Advice | null {
  const now = memory[memory.length - 1]!;
  const off = valueOf(now, 'courseShare');
  const bank = valueOf(now, 'bank_deg');
  if (overStation && valueOf(now, 'fixDistance_nm') < NEAR_STATION_NM)
    return way === 'to' && turnedFor(memory, TURNED_NEAR_S)
      ? roll('Close to the station: hold the heading.')
      : null;
  const recent = memory.filter((moment) => moment.time_s > now.time_s - CHASED_IN_S);
  if (reversals(recent) >= CHASED_TURNS)
    return roll(`Level the wings on ${hold(valueOf(now, 'heading_deg'))} and wait: see what it does.`);
  const earlier = before(memory, 6);
  if (!earlier) return null;
  const side = Math.sign(off);
  const coming = side * (valueOf(earlier, 'courseShare') - off);
  if (coming > 0.04 && bank * -side > TURNING_DEG && Math.abs(off) < 0.6)
    return roll('It is coming back: take the bank out.');
  if (Math.abs(bank) > TURNING_DEG && !turnedFor(memory, TURNED_FOR_S)) return null;
  // What the wind asks for on the course; what the error needs on top of it.
  const correction = windCorrection(memory, course_deg);
  const headingOff = normaliseSigned(valueOf(now, 'heading_deg') - course_deg);
  const cut = headingOff - correction;
  const heldCut = normaliseSigned(heldHeading(memory) - course_deg) - correction;
  const speed_nmps = Math.max(40, valueOf(now, 'groundspeed_kt')) / 3600;
  const cross = valueOf(now, 'crossTrack_nm');
  const needed = Math.atan2(Math.abs(cross), speed_nmps * REGAINED_IN_S) * DEGREES_PER_RADIAN;
  if (Math.abs(bank) > TURNING_DEG)
    return Math.abs(off) > OFF
      ? roll(`Stop the turn: roll level on ${hold(course_deg + correction - side * Math.max(5, needed))}.`)
      : null;
  if (Math.abs(off) > OFF && -side * cut > Math.max(LEAST_TOO_MUCH_DEG, TOO_MUCH * needed))
    return roll(`${hold(course_deg + correction - side * Math.max(2, needed))} is enough of a cut.`);
  if (
    Math.abs(correction) >= WIND_MATTERS_DEG &&
    correction * Math.sign(briefed_deg) > 0 &&
    Math.abs(briefed_deg) >= WIND_BRIEFED_DEG &&
    before(memory, WIND_TOLD_FROM_S) !== null &&
    Math.abs(heldCut) > 0.6 * Math.abs(correction) &&
    heldCut * correction < 0 &&
    Math.abs(off) < 0.4
  )
    return roll(
      `Wind is from the ${correction > 0 ? 'right' : 'left'}: hold ${hold(course_deg + correction)}.`
    );
  if (Math.abs(off) > 0.35 && side * cut > -2)
    return roll(
      `The course is to the ${side > 0 ? 'left' : 'right'}: come ${side > 0 ? 'left' : 'right'} to ${hold(course_deg + correction - side * Math.max(5, needed))} and hold it.`
    );
  return null;
}

/** The wind correction a course needs in the wind that headings, tracks and speeds have told lately; degrees, + = nose right. */
function windCorrection(memory: readonly CoachMoment[], course_deg: number): number {
  const across = (moment: CoachMoment, speed: ChannelId, angle: ChannelId) =>
    valueOf(moment, speed) * Math.sin((valueOf(moment, angle) - course_deg) * RADIANS_PER_DEGREE);
  const toTheRight_kt = mean(
    lately(memory, WIND_TOLD_FROM_S).map(
      (moment) => across(moment, 'groundspeed_kt', 'track_deg') - across(moment, 'tas_kt', 'heading_deg')
    )
  )!;
  const tas_kt = Math.max(40, valueOf(memory[memory.length - 1]!, 'tas_kt'));
  return -Math.asin(clamp(toTheRight_kt / tas_kt, -1, 1)) * DEGREES_PER_RADIAN;
}

/** Whether the bank was to the same side, beyond level, all the last seconds. */
function turnedFor(memory: readonly CoachMoment[], seconds: number): boolean {
  const now = memory[memory.length - 1]!;
  const side = Math.sign(valueOf(now, 'bank_deg'));
  return (
    memory[0]!.time_s <= now.time_s - seconds &&
    memory
      .filter((moment) => moment.time_s > now.time_s - seconds)
      .every((moment) => valueOf(moment, 'bank_deg') * side > TURNING_DEG)
  );
}

/** How often the bank went from one side to the other. */
function reversals(moments: readonly CoachMoment[]): number {
  let count = 0;
  let side = 0;
  for (let k = SMOOTHED_MOMENTS - 1; k < moments.length; k++) {
    let bank = 0;
    for (let back = 0; back < SMOOTHED_MOMENTS; back++)
      bank += valueOf(moments[k - back]!, 'bank_deg') / SMOOTHED_MOMENTS;
    if (Math.abs(bank) < TURNING_DEG || Math.sign(bank) === side) continue;
    if (side !== 0) count += 1;
    side = Math.sign(bank);
  }
  return count;
}
