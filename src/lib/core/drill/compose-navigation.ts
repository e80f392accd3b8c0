import { RADIANS_PER_DEGREE, asCourse, normaliseBearing, normaliseSigned } from '../measure/angle';
import { Rejection } from '../measure/rejection';
import { leadOffArc } from '../procedure/arc-leads';
import type { Wind } from '../air/wind';
import type { Check, Condition, NavigationGoal, Phase } from './drill';
import { isNavigation } from './drill';
import type { PhaseFile, ReadQuantity } from './drill-file';
import type { Reference } from './reference';

/** Longest that joining or flying a course may take, s. */
const LONGEST_INTERCEPT_S = 600;
const LONGEST_TO_FIX_S = 1200;
const USUAL_COURSE_S = 240;
/** Longer legs are flown with wind, too. */
const LONGER_TIMES = 1.6;
const LONGEST_HOLD_S = 3600;
/** A circuit of a hold with a minute inbound takes about four. */
const CIRCUIT_S = 250;
const LONGEST_CIRCUIT_S = 420;
const REVERSAL_S = 420;
/** Straight to a fix, this near is there. */
export const THERE_NM = 0.8;
/** On course: within half of full scale and going along it for so long. */
const ESTABLISHED_SHARE = 0.5;
const ESTABLISHED_TRACK_DEG = 12;
export const JOINED_FOR_S = 8;

/** Established on a course: near it and going along it, within so many degrees, for so long. */
export function establishedOn(
  track_deg: number,
  for_s: number,
  within_deg = ESTABLISHED_TRACK_DEG
): Condition & { is: 'all' } {
  return {
    is: 'all',
    of: [
      { is: 'within', channel: 'courseShare', value: 0, tolerance: ESTABLISHED_SHARE, for_s },
      {
        is: 'within',
        channel: 'track_deg',
        value: asCourse(track_deg),
        tolerance: within_deg,
        for_s
      }
    ]
  };
}

/**
 * The goal of a phase that is flown by radio; null where the phase says nothing of the kind.
 * @throws Rejection where the drill has no fix, or a figure does not fit
 */
export function navigationGoalOf(
  written: PhaseFile,
  reference: Reference | null,
  read: ReadQuantity,
  at: string
): NavigationGoal | null {
  const { course, arc, hold, reversal, direct } = written;
  if (!course && !arc && !hold && !reversal && !direct) return null;
  if (!reference)
    throw new Rejection(
      at,
      written.name,
      'a phase without course, arc, hold, reversal or direct: the drill has no fix'
    );
  if (direct) return { kind: 'direct', turn: direct === true ? null : direct };
  const side = reference.turn === 'right' ? 1 : -1;
  if (course) {
    const intercept =
      course.intercept_deg === undefined ? null : read(course.intercept_deg, `${at}.course.intercept_deg`);
    if (intercept !== null && !(intercept >= 5 && intercept <= 110))
      throw new Rejection(`${at}.course.intercept_deg`, intercept, 'an angle from 5 to 110°');
    return {
      kind: 'course',
      course_deg: asCourse(read(course.course_deg, `${at}.course.course_deg`)),
      way: course.way,
      intercept_deg: intercept
    };
  }
  if (arc) {
    const radius_nm = read(arc.radius_nm, `${at}.arc.radius_nm`);
    if (!(radius_nm >= 1 && radius_nm <= 40))
      throw new Rejection(`${at}.arc.radius_nm`, radius_nm, 'a radius from 1 to 40 NM');
    return {
      kind: 'arc',
      radius_nm,
      direction: side,
      toRadial_deg: asCourse(read(arc.to_radial_deg, `${at}.arc.to_radial_deg`))
    };
  }
  if (hold) {
    const leg_nm = hold.leg_nm === undefined ? null : read(hold.leg_nm, `${at}.hold.leg_nm`);
    return {
      kind: 'hold',
      hold: {
        inboundCourse_deg: asCourse(read(hold.inbound_deg, `${at}.hold.inbound_deg`)),
        turn: reference.turn,
        leg:
          leg_nm === null
            ? { kind: 'time', seconds: hold.leg_s === undefined ? 60 : read(hold.leg_s, `${at}.hold.leg_s`) }
            : { kind: 'distance', nm: leg_nm }
      },
      circuits: Math.round(read(hold.circuits, `${at}.hold.circuits`))
    };
  }
  return {
    kind: 'reversal',
    reversal: {
      kind: reversal!.kind,
      inboundCourse_deg: asCourse(read(reversal!.inbound_deg, `${at}.reversal.inbound_deg`)),
      side: reference.turn,
      within_nm: read(reversal!.within_nm, `${at}.reversal.within_nm`)
    }
  };
}

/** How long such a phase should take, and what ends it. @param panelNorth_deg what the panel's north shows more than the fix's; @param wind by the fix's north */
export function navigationEnd(
  goal: NavigationGoal,
  tas_kt: number,
  startRadial_deg: number,
  panelNorth_deg: number,
  wind: Wind
): { expected_s: number; until: Condition } {
  const orAfter = (condition: Condition, seconds: number): Condition => ({
    is: 'any',
    of: [condition, { is: 'after', seconds }]
  });
  const passed = (count: number): Condition => ({
    is: 'above',
    channel: 'passages',
    value: count - 0.5,
    for_s: 0
  });
  switch (goal.kind) {
    case 'course':
      if (goal.intercept_deg !== null)
        return {
          expected_s: USUAL_COURSE_S / 2,
          until: orAfter(establishedOn(goal.course_deg + panelNorth_deg, JOINED_FOR_S), LONGEST_INTERCEPT_S)
        };
      return goal.way === 'to'
        ? { expected_s: USUAL_COURSE_S, until: orAfter(passed(1), LONGEST_TO_FIX_S) }
        : { expected_s: USUAL_COURSE_S, until: { is: 'after', seconds: USUAL_COURSE_S } };
    case 'arc': {
      const { toRadial_deg: to_deg } = goal;
      const round = normaliseBearing(goal.direction * normaliseSigned(to_deg - startRadial_deg));
      const off = leadOffArc(
        { radius_nm: goal.radius_nm, radial_deg: to_deg, side: goal.direction },
        tas_kt,
        wind
      );
      // Where the wind lets no turn onto the radial be led, the arc ends on it.
      const lead = typeof off === 'number' ? off : 1;
      const expected_s = ((round * RADIANS_PER_DEGREE * goal.radius_nm) / tas_kt) * 3600;
      return {
        expected_s,
        until: orAfter(
          { is: 'within', channel: 'fixRadial_deg', value: asCourse(to_deg), tolerance: lead, for_s: 0 },
          2 * expected_s + 120
        )
      };
    }
    case 'hold': {
      const { leg } = goal.hold;
      const leg_s = leg.kind === 'time' ? leg.seconds : (leg.nm / tas_kt) * 3600;
      const longer_s = 2 * Math.max(0, leg_s - 60);
      return {
        expected_s: Math.min(LONGEST_HOLD_S, (CIRCUIT_S + longer_s) * (goal.circuits + 1)),
        until: orAfter(
          passed(goal.circuits + 1),
          (LONGEST_CIRCUIT_S + LONGER_TIMES * longer_s) * (goal.circuits + 1)
        )
      };
    }
    case 'direct':
      return {
        expected_s: USUAL_COURSE_S,
        until: orAfter(
          { is: 'below', channel: 'fixDistance_nm', value: THERE_NM, for_s: 0 },
          LONGEST_TO_FIX_S
        )
      };
    case 'reversal':
      return { expected_s: REVERSAL_S, until: orAfter(passed(1), LONGEST_TO_FIX_S) };
  }
}

/** The check that goes with a goal flown by radio. @param before the phase before it; null: it is the first */
export function navigationChecks({ id, goal, reference }: Phase, before: Phase | null): Check[] {
  const { lateral } = goal;
  // Looking out, there is no needle to be followed well or badly.
  if (!isNavigation(lateral) || reference?.bySight) return [];
  switch (lateral.kind) {
    case 'course':
      return [{ kind: lateral.intercept_deg === null ? 'tracking' : 'intercept', phase: id }];
    case 'direct':
      // Of several that lead to one fix, the first asks for the turn.
      return before?.goal.lateral.kind === 'direct' && before.reference === reference
        ? []
        : [{ kind: 'to-fix', phase: id }];
    case 'arc':
    case 'hold':
    case 'reversal':
      return [{ kind: lateral.kind, phase: id }];
  }
}
