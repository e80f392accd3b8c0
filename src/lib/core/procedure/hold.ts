import { edgeBetween } from '../measure/edge';
import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE, normaliseBearing, normaliseSigned } from '../measure/angle';
import { figure } from '../measure/figure';
import { windVelocity, type Wind } from '../air/wind';
import { airPath, byCourse, type AirPath, type PathPoint } from './air-path';
import { procedureTurnRate } from './turn';
import { windTriangle, type WindTriangle } from './wind-triangle';

/** A holding pattern as it is cleared or published. */
export interface Hold {
  inboundCourse_deg: number;
  turn: 'right' | 'left';
  /** Inbound leg by time, or the outbound leg's end by distance from the fix. */
  leg: { kind: 'time'; seconds: number } | { kind: 'distance'; nm: number };
}

/** What it is flown in. Course and wind from the same north. */
export interface HoldAir {
  tas_kt: number;
  wind: Wind;
  /** The most bank its turns may have, degrees; 30 unless the rule says another. */
  bankLimit_deg?: number;
}

/** How a hold is flown so that it closes. */
export interface HoldSolution {
  kind: 'solved';
  inbound: WindTriangle;
  turnRate_degps: number;
  outboundHeading_deg: number;
  /** + = nose right of the outbound course. */
  outboundCorrection_deg: number;
  /** Wings level outbound to the turn inbound, s. */
  outbound_s: number;
  /** From wings level to abeam the fix, s; 0 where it is abeam already. More than `outbound_s` where the turn inbound comes first. */
  toAbeam_s: number;
  /** What the clock is started at: wings level, or abeam when that comes later and before the turn inbound. */
  timedFrom: 'wings level' | 'abeam';
  timed_s: number;
  inbound_s: number;
  /** Distance from the fix where the turn inbound begins, NM. */
  turnsAt_nm: number;
  circuit_s: number;
  /** How many times the inbound correction the outbound one is, opposite; null in no crosswind. */
  multiple: number | null;
}

export interface NoHold {
  kind: 'impossible';
  reason: string;
}

/**
 * Solves a hold exactly. With equal rates the air displacements of the two turns cancel, so the outbound leg alone, with the
 * wind of the whole circuit, must lead from the fix back to the roll-out: |A − W·t| = V·t with A = −L·u − W·(2π/ω).
 * A leg by distance leaves the inbound time open and is solved by searching the heading.
 * @returns `impossible`, with why, when the wind leaves no such pattern
 */
export function solveHold(hold: Hold, air: HoldAir): HoldSolution | NoHold {
  const { tas_kt, wind } = air;
  const inbound = windTriangle(hold.inboundCourse_deg, tas_kt, wind);
  if (inbound.kind === 'impossible') return inbound;
  return hold.leg.kind === 'time'
    ? byTime(hold, air, inbound, hold.leg.seconds)
    : byDistance(hold, air, inbound, hold.leg.nm);
}

function byTime(hold: Hold, air: HoldAir, inbound: WindTriangle, leg_s: number): HoldSolution | NoHold {
  const { tas_kt, wind } = air;
  const rate = procedureTurnRate(tas_kt, air.bankLimit_deg);
  const course = hold.inboundCourse_deg * RADIANS_PER_DEGREE;
  const { north, east } = windVelocity(wind);
  const [v, wn, we] = [tas_kt / 3600, north / 3600, east / 3600];
  const turns_s = 360 / rate;
  const length = (inbound.groundspeed_kt * leg_s) / 3600;
  const an = -length * Math.cos(course) - wn * turns_s;
  const ae = -length * Math.sin(course) - we * turns_s;
  const spare = v * v - (wn * wn + we * we);
  if (spare <= 0)
    return {
      kind: 'impossible',
      reason: `a wind of ${Math.round(wind.speed_kt)} kt carries the airplane away at ${Math.round(tas_kt)} kt`
    };
  const dot = an * wn + ae * we;
  const outbound_s = (-dot + Math.sqrt(dot * dot + spare * (an * an + ae * ae))) / spare;
  const heading = normaliseBearing(
    Math.atan2(ae - we * outbound_s, an - wn * outbound_s) * DEGREES_PER_RADIAN
  );
  const correction = normaliseSigned(heading - hold.inboundCourse_deg - 180);
  if (Math.abs(correction) >= 90)
    return {
      kind: 'impossible',
      reason: `with ${Math.round(inbound.headwind_kt)} kt of headwind the two turns alone carry the airplane too far out for an inbound leg of ${Math.round(leg_s)} s; the limit is about a third of the airspeed`
    };
  return solved(hold, air, inbound, heading, outbound_s);
}

/** Less than this is no leg: the turns alone fill the pattern. */
const SHORTEST_LEG_S = 1;
/** The outbound heading is looked for so far to either side of the outbound course, degrees. */
const SEARCHED_DEG = 80;
const SEARCH_STEP_DEG = 4;
const CLOSES_WITHIN_NM = 1e-6;

function byDistance(hold: Hold, air: HoldAir, inbound: WindTriangle, leg_nm: number): HoldSolution | NoHold {
  const reciprocal = hold.inboundCourse_deg + 180;
  const side = sideOf(hold);
  const rate = procedureTurnRate(air.tas_kt, air.bankLimit_deg);
  const speed = air.tas_kt / 3600;
  const radius = speed / (rate * RADIANS_PER_DEGREE);
  const drift = windVelocity(air.wind);
  const [wn, we] = [drift.north / 3600, drift.east / 3600];
  /** Displacement over the ground of a turn between headings, and how long it takes. */
  const turned = (from_deg: number, to_deg: number) => {
    const a = from_deg * RADIANS_PER_DEGREE;
    const b = to_deg * RADIANS_PER_DEGREE;
    const seconds = normaliseBearing(side * normaliseSigned(to_deg - from_deg)) / rate;
    return {
      north: side * radius * (Math.sin(b) - Math.sin(a)) + wn * seconds,
      east: side * radius * (Math.cos(a) - Math.cos(b)) + we * seconds
    };
  };
  const aside = (correction: number): { right_nm: number; outbound_s: number } | null => {
    const heading = reciprocal + correction;
    const out = turned(inbound.heading_deg, heading);
    const angle = heading * RADIANS_PER_DEGREE;
    const [vn, ve] = [speed * Math.cos(angle) + wn, speed * Math.sin(angle) + we];
    // When the straight leg is so far from the fix: the later root of |P + v·t| = D.
    const short = leg_nm * leg_nm - out.north * out.north - out.east * out.east;
    if (short < 0) return null;
    const along = out.north * vn + out.east * ve;
    const square = vn * vn + ve * ve;
    const outbound_s = (-along + Math.sqrt(along * along + square * short)) / square;
    const back = turned(heading, inbound.heading_deg);
    const end = {
      north_nm: out.north + vn * outbound_s + back.north,
      east_nm: out.east + ve * outbound_s + back.east
    };
    return { right_nm: byCourse(end, hold.inboundCourse_deg).right_nm, outbound_s };
  };
  let noLeg: NoHold | null = null;
  // The smallest correction that closes it; a mirrored hold is looked through mirrored.
  for (let near = 0; near < SEARCHED_DEG; near += SEARCH_STEP_DEG)
    for (const way of [side, -side]) {
      const [low, high] = [way * near, way * (near + SEARCH_STEP_DEG)];
      const [lowValue, highValue] = [aside(low)?.right_nm, aside(high)?.right_nm];
      if (lowValue === undefined || highValue === undefined || lowValue * highValue > 0) continue;
      const { from } = edgeBetween((at) => (aside(at)?.right_nm ?? lowValue) * lowValue <= 0, low, high);
      const closing = aside(from);
      // A turn that becomes a whole turn longer changes sides without having met the course.
      if (closing === null || Math.abs(closing.right_nm) > CLOSES_WITHIN_NM) continue;
      const found = solved(hold, air, inbound, normaliseBearing(reciprocal + from), closing.outbound_s);
      if (found.kind === 'solved') return found;
      noLeg = found;
    }
  return (
    noLeg ?? {
      kind: 'impossible',
      reason: `no outbound heading within ${SEARCHED_DEG}° brings the airplane back to the course from a turn at ${leg_nm} NM; the turns and the wind need more room`
    }
  );
}

function solved(
  hold: Hold,
  air: HoldAir,
  inbound: WindTriangle,
  heading_deg: number,
  outbound_s: number
): HoldSolution | NoHold {
  const path = outboundTurn(hold, air, inbound, heading_deg);
  const level = path.here();
  const { along_nm } = byCourse(level, hold.inboundCourse_deg);
  const out = groundSpeedAlong(air, heading_deg, hold.inboundCourse_deg + 180);
  // Before abeam at wings level: the clock waits for abeam.
  const toAbeam_s = along_nm <= 0 ? 0 : out > 0 ? (along_nm / out) * 3600 : Infinity;
  path.straight(outbound_s);
  const turnsAt = path.here();
  path.turn(sideOf(hold), inbound.heading_deg);
  const rollOut = path.here();
  const inbound_s = (-byCourse(rollOut, hold.inboundCourse_deg).along_nm / inbound.groundspeed_kt) * 3600;
  if (inbound_s < SHORTEST_LEG_S || outbound_s < SHORTEST_LEG_S)
    return {
      kind: 'impossible',
      reason: `turned inbound at ${figure(distance(turnsAt), 1)} NM, the two turns alone come round to the fix, with no leg left to fly; the turns and the wind need more room`
    };
  const correction = normaliseSigned(heading_deg - hold.inboundCourse_deg - 180);
  const wca = inbound.windCorrectionAngle_deg;
  const waits = toAbeam_s > 0 && toAbeam_s < outbound_s;
  return {
    kind: 'solved',
    inbound,
    turnRate_degps: procedureTurnRate(air.tas_kt, air.bankLimit_deg),
    outboundHeading_deg: heading_deg,
    outboundCorrection_deg: correction,
    outbound_s,
    toAbeam_s,
    timedFrom: waits ? 'abeam' : 'wings level',
    timed_s: waits ? outbound_s - toAbeam_s : outbound_s,
    inbound_s,
    turnsAt_nm: distance(turnsAt),
    circuit_s: rollOut.time_s + inbound_s,
    multiple: Math.abs(wca) < 0.05 ? null : -correction / wca
  };
}

/** +1 for right turns, −1 for left. */
export function sideOf(hold: Pick<Hold, 'turn'>): 1 | -1 {
  return hold.turn === 'right' ? 1 : -1;
}

/** The path from the fix through the turn outbound. */
export function outboundTurn(
  hold: Hold,
  { tas_kt, wind, bankLimit_deg }: HoldAir,
  inbound: WindTriangle,
  heading_deg: number
): AirPath {
  const start = { north_nm: 0, east_nm: 0, heading_deg: inbound.heading_deg };
  return airPath(start, tas_kt, wind, procedureTurnRate(tas_kt, bankLimit_deg)).turn(
    sideOf(hold),
    heading_deg
  );
}

/** One circuit from the fix back to it, for drawing; flown by the solution, or by another heading and time. */
export function holdCircuit(
  hold: Hold,
  air: HoldAir,
  solution: HoldSolution,
  flown?: { heading_deg: number; outbound_s: number }
): PathPoint[] {
  const path = outboundTurn(hold, air, solution.inbound, flown?.heading_deg ?? solution.outboundHeading_deg);
  path.straight(flown?.outbound_s ?? solution.outbound_s).turn(sideOf(hold), solution.inbound.heading_deg);
  path.until((at) => byCourse(at, hold.inboundCourse_deg).along_nm >= 0, 900);
  return path.points;
}

/** How far a circuit reaches, NM: beyond the fix, outbound, on the holding side, and on the side it should stay off. */
export function holdExtent(points: readonly PathPoint[], hold: Hold) {
  const side = sideOf(hold);
  let [beyond, out, holdingSide, otherSide] = [0, 0, 0, 0];
  for (const point of points) {
    const { along_nm, right_nm } = byCourse(point, hold.inboundCourse_deg);
    beyond = Math.max(beyond, along_nm);
    out = Math.max(out, -along_nm);
    holdingSide = Math.max(holdingSide, side * right_nm);
    otherSide = Math.max(otherSide, -side * right_nm);
  }
  return { beyond_nm: beyond, out_nm: out, holdingSide_nm: holdingSide, otherSide_nm: otherSide };
}

function distance({ north_nm, east_nm }: PathPoint): number {
  return Math.hypot(north_nm, east_nm);
}

function groundSpeedAlong({ tas_kt, wind }: HoldAir, heading_deg: number, along_deg: number): number {
  const { north, east } = windVelocity(wind);
  const along = along_deg * RADIANS_PER_DEGREE;
  return (
    tas_kt * Math.cos((heading_deg - along_deg) * RADIANS_PER_DEGREE) +
    north * Math.cos(along) +
    east * Math.sin(along)
  );
}
