import { normaliseBearing } from '../measure/angle';
import { METRES_PER_NAUTICAL_MILE } from '../measure/units';
import { byCourse } from './air-path';
import { outboundTurn, sideOf, type Hold, type HoldAir, type HoldSolution } from './hold';
import type { WindTriangle } from './wind-triangle';

/** A circuit flown by a heading and a time outbound: what it leaves at the roll-out. */
export interface HoldError {
  outboundHeading_deg: number;
  outbound_s: number;
  /** Inbound leg less the one asked for, s. */
  inbound_s: number;
  /** Right of the inbound course at roll-out, metres; by the hold's own side: + = overshot, − = undershot. */
  aside_m: number;
  overshot_m: number;
}

/** What an outbound heading and time leave: the turn inbound ends on the inbound heading, wherever that is. */
export function holdError(
  hold: Hold,
  air: HoldAir,
  outboundHeading_deg: number,
  outbound_s: number,
  inbound: WindTriangle
): HoldError {
  const path = outboundTurn(hold, air, inbound, outboundHeading_deg);
  path.straight(outbound_s);
  path.turn(sideOf(hold), inbound.heading_deg);
  const { along_nm, right_nm } = byCourse(path.here(), hold.inboundCourse_deg);
  const asked = hold.leg.kind === 'time' ? hold.leg.seconds : null;
  const took = (-along_nm / inbound.groundspeed_kt) * 3600;
  return {
    outboundHeading_deg: normaliseBearing(outboundHeading_deg),
    outbound_s,
    inbound_s: asked === null ? took : took - asked,
    aside_m: right_nm * METRES_PER_NAUTICAL_MILE,
    overshot_m: -sideOf(hold) * right_nm * METRES_PER_NAUTICAL_MILE
  };
}

/** A rule of thumb beside the exact solution. */
export interface HoldRule {
  name: string;
  words: string;
  error: HoldError;
}

/** The rules of thumb for a timed hold, each with the error it would leave in this wind. */
export function holdRules(hold: Hold, air: HoldAir, solution: HoldSolution): HoldRule[] {
  if (hold.leg.kind !== 'time') return [];
  const { inbound } = solution;
  const wca = inbound.windCorrectionAngle_deg;
  const reciprocal = hold.inboundCourse_deg + 180;
  const leg = hold.leg.seconds;
  const rule = (name: string, words: string, multiple: number, time_s: number): HoldRule => ({
    name,
    words,
    error: holdError(hold, air, reciprocal - multiple * wca, Math.max(0, time_s), inbound)
  });
  const bySecond = leg - inbound.headwind_kt;
  return [
    rule(
      'triple, by the second',
      `three times the correction, ${Math.round(leg)} s less a second a knot of headwind inbound`,
      3,
      bySecond
    ),
    rule(
      'double, by the second',
      `twice the correction, ${Math.round(leg)} s less a second a knot of headwind inbound`,
      2,
      bySecond
    ),
    rule('triple, exact time', 'three times the correction with the exact time', 3, solution.outbound_s),
    rule('no correction', `the outbound course and ${Math.round(leg)} s`, 0, leg)
  ];
}
