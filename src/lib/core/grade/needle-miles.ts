import { isApproach } from '../drill/approach/approach-drill';
import { ownSegment, phaseById } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import { COURSE_NEEDLE } from '../drill/corridors-of-goal';
import { isByStation } from '../drill/reference';
import type { PhaseSpan } from '../drill/phase-tracker';
import { sampleAt, type Flight } from '../flight/flight';
import { METRES_PER_NAUTICAL_MILE } from '../measure/units';
import { beforeThreshold } from '../procedure/approach/approach-place';
import { pathScale_ft, type PathLine } from '../radio/path-line';
import { LEAST_SCALE_DISTANCE_NM } from '../radio/course-line';
import { wayBetween } from '../earth/geodesic';

/** How the needles of a final stood in one mile of it, on average without their side. */
export interface NeedleMile {
  /** Whole miles before the threshold: this mile ends so far before it. */
  to_nm: number;
  /** Share of full scale and metres beside the course. */
  course: number;
  aside_m: number;
  /** Share of full scale and feet off the path; null without one. */
  path: number | null;
  offPath_ft: number | null;
  /** What to aim for in this mile, share of full scale: the nearer, the less is left to put right. */
  aim: number;
}

/** By the miles that are left: in the last one, in the one before, and farther out no more than the standard. */
const AIM = [1 / 3, 1 / 2] as const;
/** Of each second one moment: a needle’s average over a mile is no other by ten, and places on the ellipsoid take their time. */
const EVERY_S = 1;
/** A mile of which less was flown says nothing. */
const LEAST_S = 8;
const MOST_MILES = 12;

interface Sums {
  samples: number;
  course: number;
  aside_nm: number;
  pathSamples: number;
  path: number;
  offPath_ft: number;
}

/**
 * The needles of a final, mile by mile to the threshold, the farthest first. Empty where no final by needles was flown, or places or
 * needles were not recorded.
 */
export function needleMiles(flight: Flight, lesson: Lesson, spans: readonly PhaseSpan[]): NeedleMile[] {
  const { plan, drill, navigation, tolerance } = lesson;
  const latitude = flight.columns.get('latitude_deg');
  const longitude = flight.columns.get('longitude_deg');
  const course = flight.columns.get('courseShare');
  const crossTrack = flight.columns.get('crossTrack_nm');
  const path = flight.columns.get('pathShare');
  if (!isApproach(plan) || !navigation || !latitude || !longitude || !course || !crossTrack) return [];
  const miles = new Map<number, Sums>();
  for (const span of spans) {
    const phase = phaseById(drill, span.phaseId);
    const { goal, reference } = phase;
    if (ownSegment(phase) !== 'final' || goal.lateral.kind !== 'course' || reference?.bySight) continue;
    // Over a station a needle says nothing of how it was flown.
    const station = reference && isByStation(reference) ? reference.station : null;
    const line: PathLine | null = goal.vertical.kind === 'path' ? goal.vertical.path : null;
    for (let at_s = span.start_s; at_s < span.end_s; at_s += EVERY_S) {
      const k = sampleAt(flight, at_s);
      const place = { latitude_deg: latitude[k]!, longitude_deg: longitude[k]! };
      if (station && wayBetween(station, place).distance_nm < LEAST_SCALE_DISTANCE_NM) continue;
      const to_nm = Math.floor(beforeThreshold(navigation.world, plan.approach.approach, place));
      if (to_nm < 0 || to_nm >= MOST_MILES) continue;
      const sums = miles.get(to_nm) ?? {
        samples: 0,
        course: 0,
        aside_nm: 0,
        pathSamples: 0,
        path: 0,
        offPath_ft: 0
      };
      miles.set(to_nm, sums);
      sums.samples += 1;
      sums.course += Math.abs(course[k]!);
      sums.aside_nm += Math.abs(crossTrack[k]!);
      if (!line || !path) continue;
      sums.pathSamples += 1;
      sums.path += Math.abs(path[k]!);
      sums.offPath_ft += Math.abs(path[k]!) * pathScale_ft(line, wayBetween(line.aim, place).distance_nm);
    }
  }
  const standard = tolerance.courseNeedle ?? COURSE_NEEDLE;
  return [...miles]
    .filter(([, { samples }]) => samples * EVERY_S >= LEAST_S)
    .sort(([a], [b]) => b - a)
    .map(([to_nm, sums]) => ({
      to_nm,
      course: sums.course / sums.samples,
      aside_m: (sums.aside_nm / sums.samples) * METRES_PER_NAUTICAL_MILE,
      path: sums.pathSamples > 0 ? sums.path / sums.pathSamples : null,
      offPath_ft: sums.pathSamples > 0 ? sums.offPath_ft / sums.pathSamples : null,
      aim: Math.min(standard, AIM[to_nm] ?? standard)
    }));
}
