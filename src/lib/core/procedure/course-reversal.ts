import { edgeBetween } from '../measure/edge';
import { DEGREES_PER_RADIAN, normaliseBearing } from '../measure/angle';
import { figure } from '../measure/figure';
import type { Wind } from '../air/wind';
import { airPath, byCourse, type PathPoint } from './air-path';
import { joinCourse } from './join-course';
import { turnRadius } from '../air/level-turn';
import { procedureTurnRate } from './turn';
import { windTriangle } from './wind-triangle';

export const reversalKinds = ['45/180', '80/260', 'teardrop', 'racetrack'] as const;
export type ReversalKind = (typeof reversalKinds)[number];

/** A course reversal: outbound from the fix on the reciprocal of the inbound course, turned round within a distance. */
export interface CourseReversal {
  kind: ReversalKind;
  inboundCourse_deg: number;
  /** Side of the outbound course on which it is turned round. */
  side: 'right' | 'left';
  /** All of it remains within this distance of the fix, NM. */
  within_nm: number;
}

/** One stretch of a reversal. */
export interface ReversalStep {
  words: string;
  heading_deg: number;
  seconds: number;
}

export interface ReversalPlan {
  kind: 'planned';
  steps: ReversalStep[];
  points: PathPoint[];
  outbound_s: number;
  /** How far the whole of it goes from the fix, NM. */
  farthest_nm: number;
  /** Distance the turn itself takes beyond the end of the outbound leg, NM. */
  turnAllowance_nm: number;
  /** Time by the plain rule: the limit less the turn allowance over the groundspeed outbound. */
  ruleOutbound_s: number;
  /** Distance right of the inbound course where it is rolled out inbound, NM. */
  aside_nm: number;
  /** Still to fly to the fix from there, NM; ≤ 0: rolled out at it or past it. */
  left_nm: number;
  total_s: number;
}

export interface NoReversal {
  kind: 'impossible';
  reason: string;
}

/** Rolled out nearer the fix than this, or farther off the course, there is no course left to be established on. */
const LEAST_LEFT_NM = 0.5;
const MOST_ASIDE_NM = 0.3;

/** Where a reversal comes out, in words; and whether the course can still be joined from there. */
export function rollOutWords({ aside_nm, left_nm }: Pick<ReversalPlan, 'aside_nm' | 'left_nm'>): {
  words: string;
  joins: boolean;
} {
  const aside = Math.abs(aside_nm);
  const along = left_nm < 0.05 ? (left_nm > -0.05 ? 'at the fix' : `${figure(-left_nm, 1)} NM past the fix`) : `${figure(left_nm, 1)} NM before the fix`; // prettier-ignore
  return {
    words: `${along}, ${aside < 0.05 ? 'on the course' : `${figure(aside, 1)} NM ${aside_nm > 0 ? 'right' : 'left'} of the course`}`,
    joins: left_nm >= LEAST_LEFT_NM && aside <= MOST_ASIDE_NM
  };
}

const BARB_S = 60;
const INTERCEPT_DEG = 30;
const LONGEST_OUTBOUND_S = 600;

/**
 * Plans a reversal so that its farthest point just reaches the limit: the outbound time is found by halving, the path is flown
 * through the moving air.
 * @returns `impossible` when even no outbound time keeps within the limit, or the wind cannot be held
 */
export function planReversal(
  reversal: CourseReversal,
  tas_kt: number,
  wind: Wind
): ReversalPlan | NoReversal {
  const outCourse = normaliseBearing(reversal.inboundCourse_deg + 180);
  const out = windTriangle(outCourse, tas_kt, wind);
  const home = windTriangle(reversal.inboundCourse_deg, tas_kt, wind);
  if (out.kind === 'impossible') return out;
  if (home.kind === 'impossible') return home;
  const farthest = (outbound_s: number) => reach(flown(reversal, tas_kt, wind, outbound_s).points);
  const least = farthest(0);
  if (least > reversal.within_nm)
    return {
      kind: 'impossible',
      reason: `turning round at once already goes ${least.toFixed(1)} NM from the fix; the limit is ${reversal.within_nm} NM`
    };
  const { before: outbound_s } = edgeBetween(
    (seconds) => farthest(seconds) > reversal.within_nm,
    0,
    LONGEST_OUTBOUND_S
  );
  const plan = flown(reversal, tas_kt, wind, outbound_s);
  // What the turn takes in still air is what a rule can know.
  const still = flown(reversal, tas_kt, { from_deg: 0, speed_kt: 0 }, outbound_s);
  const allowance =
    reach(still.points) - reach(still.points.filter((p) => p.time_s <= still.outboundEnds_s + 1e-6));
  const last = plan.points[plan.points.length - 1]!;
  const rollOut = byCourse(last, reversal.inboundCourse_deg);
  return {
    kind: 'planned',
    steps: plan.steps,
    points: plan.points,
    outbound_s,
    farthest_nm: reach(plan.points),
    turnAllowance_nm: allowance,
    ruleOutbound_s: Math.max(0, ((reversal.within_nm - allowance) / out.groundspeed_kt) * 3600),
    aside_nm: rollOut.right_nm,
    left_nm: -rollOut.along_nm,
    total_s: last.time_s
  };
}

function reach(points: readonly PathPoint[]): number {
  return points.reduce((most, p) => Math.max(most, Math.hypot(p.north_nm, p.east_nm)), 0);
}

function flown(reversal: CourseReversal, tas_kt: number, wind: Wind, outbound_s: number) {
  const { kind, inboundCourse_deg } = reversal;
  const side = reversal.side === 'right' ? 1 : -1;
  const other = side === 1 ? -1 : 1;
  const outCourse = inboundCourse_deg + 180;
  const headingFor = (course: number) => {
    const triangle = windTriangle(course, tas_kt, wind);
    return triangle.kind === 'impossible' ? course : triangle.heading_deg;
  };
  const inbound = headingFor(inboundCourse_deg);
  const start = kind === 'racetrack' ? inbound : headingFor(outCourse);
  const path = airPath(
    { north_nm: 0, east_nm: 0, heading_deg: start },
    tas_kt,
    wind,
    procedureTurnRate(tas_kt)
  );
  const steps: ReversalStep[] = [];
  let outboundEnds_s = 0;
  const did = (words: string, work: () => void) => {
    const from = path.here().time_s;
    work();
    const { time_s, heading_deg } = path.here();
    if (time_s - from > 0.05) steps.push({ words, heading_deg, seconds: time_s - from });
  };
  const way = (direction: 1 | -1) => (direction === 1 ? 'right' : 'left');
  const joining = { tas_kt, wind, course_deg: inboundCourse_deg, courseHeading_deg: inbound };
  const outbound = () => {
    did('outbound', () => path.straight(outbound_s));
    outboundEnds_s = path.here().time_s;
  };
  switch (kind) {
    case '45/180': {
      outbound();
      const barb = headingFor(outCourse + side * 45);
      did(`turn ${way(side)} 45°`, () => path.turn(side, barb));
      did('hold for a minute', () => path.straight(BARB_S));
      joinCourse(path, joining, other, other, 45, did);
      break;
    }
    case '80/260': {
      outbound();
      did(`turn ${way(side)} 80°`, () => path.turn(side, outCourse + side * 80));
      joinCourse(path, joining, other, other, INTERCEPT_DEG, did);
      break;
    }
    case 'teardrop': {
      // The leg diverges so far that the turn back just meets the course: tan(a/2) = turn radius ÷ leg.
      const leg_nm = Math.max(0.3, (tas_kt * outbound_s) / 3600);
      const angle =
        2 * Math.atan(turnRadius(tas_kt, procedureTurnRate(tas_kt)) / leg_nm) * DEGREES_PER_RADIAN;
      did(`turn ${way(side)} ${Math.round(angle)}°`, () =>
        path.turn(side, headingFor(outCourse + side * angle))
      );
      outbound();
      joinCourse(path, joining, other, other, INTERCEPT_DEG, did);
      break;
    }
    case 'racetrack':
      did(`turn ${way(side)} outbound`, () => path.turn(side, headingFor(outCourse)));
      outbound();
      joinCourse(path, joining, side, side, INTERCEPT_DEG, did);
  }
  return { points: path.points, steps, outboundEnds_s };
}
