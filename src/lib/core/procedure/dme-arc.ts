import { bankForTurnRate } from '../air/level-turn';
import { asCourse } from '../measure/angle';
import { RADIANS_PER_DEGREE, DEGREES_PER_RADIAN, normaliseBearing, normaliseSigned } from '../measure/angle';
import { windVelocity, type Wind } from '../air/wind';
import { turnRadius } from '../air/level-turn';
import { procedureTurnRate } from './turn';
import { leadOffArc, leadOntoArc } from './arc-leads';
import { windTriangle, type NoCourse } from './wind-triangle';

/** An arc about a station, from one radial to another. Radials, courses and wind from the same north. */
export interface DmeArc {
  radius_nm: number;
  fromRadial_deg: number;
  toRadial_deg: number;
  /** clockwise: radials grow, the station is off the right wing. */
  direction: 'clockwise' | 'counter-clockwise';
}

/** One radial of the arc as it is flown. */
export interface ArcRadial {
  radial_deg: number;
  /** Along the arc, square to the radial. */
  course_deg: number;
  heading_deg: number;
  /** + = nose right of the arc. */
  windCorrectionAngle_deg: number;
  groundspeed_kt: number;
  /** Where the pointer to the station stands from the wing tip on the station's side, degrees; + = ahead of it. */
  pointerAhead_deg: number;
  /** From the first radial, s. */
  time_s: number;
}

/** An arc planned in a wind. */
export interface ArcPlan {
  kind: 'planned';
  radials: ArcRadial[];
  time_s: number;
  length_nm: number;
  /** Flying the first radial inbound, or outbound: the turn onto the arc begins so much before it, NM. */
  leadOnInbound_nm: number;
  leadOnOutbound_nm: number;
  /** The rule of thumb for both: ½ % of the groundspeed on the radial inbound. */
  leadOnRule_nm: number;
  /** Turning from the arc inbound onto the last radial: so many degrees before it, flown in the wind; and by 57.3·r/R. */
  leadOut_deg: number;
  leadOutRule_deg: number;
  leadRadial_deg: number;
  /** Bank of a continuous turn round the arc in still air, degrees. */
  bank_deg: number;
}

const EVERY_DEG = 10;

/**
 * Headings and times round an arc, every 10° and at its ends.
 * @returns `impossible` where the wind cannot be held somewhere on it
 */
export function planArc(arc: DmeArc, tas_kt: number, wind: Wind): ArcPlan | NoCourse {
  const side = sideOfArc(arc);
  const round = arcDegrees(arc);
  const steps = [
    ...new Set([...Array.from({ length: Math.floor(round / EVERY_DEG) + 1 }, (_, i) => i * EVERY_DEG), round])
  ];
  const radials: ArcRadial[] = [];
  let time_s = 0;
  let last: { at: number; groundspeed_kt: number } | null = null;
  for (const at of steps) {
    const radial = normaliseBearing(arc.fromRadial_deg + side * at);
    const found = arcRadial(arc, radial, tas_kt, wind);
    if (found.kind === 'impossible') return found;
    if (last) time_s += timeOver(arc, last.at, at, tas_kt, wind);
    last = { at, groundspeed_kt: found.groundspeed_kt };
    radials.push({ ...found.radial, time_s });
  }
  const end = radials[radials.length - 1]!;
  const on = { radius_nm: arc.radius_nm, radial_deg: arc.fromRadial_deg, side };
  const inbound = leadOntoArc(on, 'inbound', tas_kt, wind);
  const outbound = leadOntoArc(on, 'outbound', tas_kt, wind);
  const off = leadOffArc({ ...on, radial_deg: arc.toRadial_deg }, tas_kt, wind);
  const radial = windTriangle(arc.fromRadial_deg + 180, tas_kt, wind);
  if (typeof inbound !== 'number') return inbound;
  if (typeof outbound !== 'number') return outbound;
  if (typeof off !== 'number') return off;
  if (radial.kind === 'impossible') return radial;
  return {
    kind: 'planned',
    radials,
    time_s,
    length_nm: round * RADIANS_PER_DEGREE * arc.radius_nm,
    leadOnInbound_nm: inbound,
    leadOnOutbound_nm: outbound,
    leadOnRule_nm: 0.005 * radial.groundspeed_kt,
    leadOut_deg: off,
    leadOutRule_deg: leadRadialRule(arc.radius_nm, end.groundspeed_kt, procedureTurnRate(tas_kt)),
    leadRadial_deg: normaliseBearing(arc.toRadial_deg - side * off),
    bank_deg: arcBank(arc.radius_nm, tas_kt)
  };
}

/** The rule of thumb for the degrees of radial before the one to be turned onto: 57.3 × turn radius ÷ arc radius. */
export function leadRadialRule(radius_nm: number, groundspeed_kt: number, rate_degps: number): number {
  return DEGREES_PER_RADIAN * (turnRadius(groundspeed_kt, rate_degps) / radius_nm);
}

/** +1 clockwise (the station off the right wing), −1 counter-clockwise. */
export function sideOfArc(arc: Pick<DmeArc, 'direction'>): 1 | -1 {
  return arc.direction === 'clockwise' ? 1 : -1;
}

/** Degrees of radial the arc goes round, (0, 360]. */
export function arcDegrees(arc: DmeArc): number {
  return asCourse(sideOfArc(arc) * normaliseSigned(arc.toRadial_deg - arc.fromRadial_deg));
}

function arcRadial(arc: DmeArc, radial_deg: number, tas_kt: number, wind: Wind) {
  const side = sideOfArc(arc);
  const course_deg = normaliseBearing(radial_deg + side * 90);
  const triangle = windTriangle(course_deg, tas_kt, wind);
  if (triangle.kind === 'impossible') return triangle;
  const { heading_deg, windCorrectionAngle_deg, groundspeed_kt } = triangle;
  return {
    kind: 'flown' as const,
    groundspeed_kt,
    // Nose turned toward the station puts the pointer ahead of the wing tip.
    radial: {
      radial_deg,
      course_deg,
      heading_deg,
      windCorrectionAngle_deg,
      groundspeed_kt,
      pointerAhead_deg: side * windCorrectionAngle_deg
    }
  };
}

/** Time over a piece of the arc, s, by Simpson's rule on 1/GS. */
function timeOver(arc: DmeArc, from: number, to: number, tas_kt: number, wind: Wind): number {
  const slowness = (at: number) => {
    const found = arcRadial(arc, arc.fromRadial_deg + sideOfArc(arc) * at, tas_kt, wind);
    return found.kind === 'impossible' ? 0 : 1 / found.groundspeed_kt;
  };
  const mean = (slowness(from) + 4 * slowness((from + to) / 2) + slowness(to)) / 6;
  return (to - from) * RADIANS_PER_DEGREE * arc.radius_nm * mean * 3600;
}

/** Bank that keeps a still-air turn on the arc, degrees. */
export function arcBank(radius_nm: number, tas_kt: number): number {
  return bankForTurnRate(tas_kt, (tas_kt / 3600 / radius_nm) * DEGREES_PER_RADIAN);
}

/** How an arc is flown: short straight legs with a 10° turn between, or one shallow bank. */
export type ArcSchool = 'ten-degree steps' | 'continuous bank';

/** A point of an arc as flown, NM from the station by the arc's north. */
export interface ArcPoint {
  north_nm: number;
  east_nm: number;
  /** Distance less the arc's radius, NM; + = outside. */
  error_nm: number;
}

const STEP_S = 0.5;

/**
 * The arc as each school flies it in the wind, and the radial error that leaves: steps hold the wind-corrected heading of the
 * middle of each 10°; the continuous bank holds the still-air bank and lets the wind do what it does.
 */
export function flyArc(
  arc: DmeArc,
  school: ArcSchool,
  tas_kt: number,
  wind: Wind
): { points: ArcPoint[]; inside_nm: number; outside_nm: number } {
  const side = sideOfArc(arc);
  const round = arcDegrees(arc);
  const { north: wn, east: we } = windVelocity(wind);
  const angle = arc.fromRadial_deg * RADIANS_PER_DEGREE;
  let north = arc.radius_nm * Math.cos(angle);
  let east = arc.radius_nm * Math.sin(angle);
  const headingAt = (at: number) => {
    const found = arcRadial(arc, arc.fromRadial_deg + side * at, tas_kt, wind);
    return found.kind === 'impossible' ? arc.fromRadial_deg + side * (at + 90) : found.radial.heading_deg;
  };
  const rate = side * (tas_kt / 3600 / arc.radius_nm) * DEGREES_PER_RADIAN;
  let heading = headingAt(0);
  let target = headingAt(EVERY_DEG / 2);
  let passed = 0;
  let stepAt = 0;
  const points: ArcPoint[] = [];
  let inside = 0;
  let outside = 0;
  for (let time = 0; passed < round && time < 7200; time += STEP_S) {
    const error_nm = Math.hypot(north, east) - arc.radius_nm;
    inside = Math.max(inside, -error_nm);
    outside = Math.max(outside, error_nm);
    if (points.length === 0 || time % 4 < STEP_S) points.push({ north_nm: north, east_nm: east, error_nm });
    if (school === 'continuous bank') heading += rate * STEP_S;
    else {
      if (passed >= stepAt + EVERY_DEG) {
        stepAt += EVERY_DEG;
        target = headingAt(stepAt + EVERY_DEG / 2);
      }
      const turn = normaliseSigned(target - heading);
      heading += Math.max(-3 * STEP_S, Math.min(3 * STEP_S, turn));
    }
    north += ((tas_kt * Math.cos(heading * RADIANS_PER_DEGREE) + wn) * STEP_S) / 3600;
    east += ((tas_kt * Math.sin(heading * RADIANS_PER_DEGREE) + we) * STEP_S) / 3600;
    const radial = Math.atan2(east, north) * DEGREES_PER_RADIAN;
    const now = normaliseBearing(side * normaliseSigned(radial - arc.fromRadial_deg));
    // Small steps back over the first radial are not a whole turn.
    if (now > 350 && passed < 10) continue;
    passed = now < passed - 180 ? 360 : Math.max(passed, now);
  }
  return { points, inside_nm: inside, outside_nm: outside };
}
