import type { Lesson } from '../drill/lesson';
import { wayBetween } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import { RADIANS_PER_DEGREE, normaliseSigned } from '../measure/angle';
import { figure } from '../measure/figure';
import { METRES_PER_NAUTICAL_MILE } from '../measure/units';
import type { Runway } from '../radio/world';

/** The runway that is to be seen in a phase; null while nothing is, or where the lesson leads to none. */
export function runwaySeenIn({ drill }: Lesson, phaseIndex: number): Runway | null {
  const { id: own, byInstructor: id = own } = drill.phases[phaseIndex]!;
  for (const check of drill.checks)
    if (
      (check.kind === 'threshold' && check.phase === id) ||
      (check.kind === 'circle' && check.phases.includes(id))
    )
      return check.runway;
  return null;
}

/** Where a runway is from an airplane. */
export interface RunwaySeen {
  distance_nm: number;
  /** From the nose, degrees, + = right. */
  fromNose_deg: number;
  /** The airplane from the runway's extended middle, + = right, m. */
  aside_m: number;
}

/** A place by a runway as one lands on it. */
export interface ByRunway {
  /** Before the threshold, along the runway's line, NM; − = beyond. */
  before_nm: number;
  /** From the runway's extended middle, + = right, m. */
  aside_m: number;
}

/** Where a place is by a runway. @param variation_deg + = east */
export function byRunway(runway: Runway, place: Place, variation_deg: number): ByRunway {
  const from = wayBetween(runway, place);
  const off = (from.azimuth_deg - variation_deg - runway.course_deg) * RADIANS_PER_DEGREE;
  return {
    before_nm: -from.distance_nm * Math.cos(off),
    aside_m: from.distance_nm * Math.sin(off) * METRES_PER_NAUTICAL_MILE
  };
}

/** @param trueHeading_deg of the nose @param variation_deg + = east */
export function runwaySeen(
  runway: Runway,
  place: Place,
  trueHeading_deg: number,
  variation_deg: number
): RunwaySeen {
  const to = wayBetween(place, runway);
  return {
    distance_nm: to.distance_nm,
    fromNose_deg: normaliseSigned(to.azimuth_deg - trueHeading_deg),
    aside_m: byRunway(runway, place, variation_deg).aside_m
  };
}

const AHEAD_DEG = 1.5;
const IN_LINE_M = 12;
const STEP_M = 10;

/** Where the runway to be seen in a phase is, in words; null while none is. @param heading_deg magnetic */
export function runwayInPhase(
  lesson: Lesson,
  phaseIndex: number,
  place: Place,
  heading_deg: number
): string | null {
  const runway = runwaySeenIn(lesson, phaseIndex);
  const { variation_deg } = lesson.area;
  return runway && runwayWords(runway, runwaySeen(runway, place, heading_deg + variation_deg, variation_deg));
}

/** What is seen of it, as one pilot tells the other. */
export function runwayWords(runway: Runway, { fromNose_deg, aside_m, distance_nm }: RunwaySeen): string {
  const where =
    Math.abs(fromNose_deg) < AHEAD_DEG
      ? 'ahead'
      : `${figure(Math.abs(fromNose_deg))}° ${fromNose_deg > 0 ? 'right' : 'left'} of the nose`;
  const line =
    Math.abs(aside_m) < IN_LINE_M
      ? 'in line with it'
      : `${figure(Math.round(Math.abs(aside_m) / STEP_M) * STEP_M)} m ${aside_m > 0 ? 'right' : 'left'} of its middle`;
  return `Runway ${runway.name} in sight ${where}, ${figure(distance_nm, 1)} NM: ${line}.`;
}
