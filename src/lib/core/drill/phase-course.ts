import { normaliseSigned } from '../measure/angle';
import { byCourseLine, type CourseLine } from '../radio/course-line';
import { NDB_FULL_SCALE_DEG, RNAV_FULL_SCALE_NM, VOR_FULL_SCALE_DEG } from '../radio/receiver';
import { courseOf, type Phase } from './drill';
import { isOverStation } from './reference';

/** The course line a phase is judged by: its course at its fix, and what full scale is there. null where it has none. */
export function courseLineOf({ goal, reference }: Pick<Phase, 'goal' | 'reference'>): CourseLine | null {
  const course_deg = courseOf(goal.lateral);
  if (course_deg === null || reference === null) return null;
  const { place, north_deg, by, station, final } = reference;
  const angle = (deg: number) => ({ kind: 'angle' as const, deg, from: station! });
  return {
    fix: place,
    course_deg,
    north_deg,
    scale:
      by === 'rnav'
        ? final
          ? { kind: 'final', final }
          : { kind: 'distance', nm: RNAV_FULL_SCALE_NM.terminal }
        : station?.kind === 'localizer'
          ? angle(station.halfWidth_deg)
          : angle(by === 'ndb' ? NDB_FULL_SCALE_DEG : VOR_FULL_SCALE_DEG)
  };
}

/** Courses that differ by no more than this in direction, and miss each other's fixes by no more than that, are one line. */
const SAME_COURSE_DEG = 1;
const SAME_LINE_NM = 0.1;

/**
 * Whether a course is flown on along the line of the phase before, so that whoever was on it is on it still. A new course is joined
 * anew, and so is the same one that was only intercepted, or that leads on behind a station, over which the needle says nothing.
 */
export function goesOnAlong(
  before: Pick<Phase, 'goal' | 'reference'>,
  phase: Pick<Phase, 'goal' | 'reference'>
): boolean {
  const [was, is] = [before.goal.lateral, phase.goal.lateral];
  if (was.kind !== 'course' || is.kind !== 'course' || !before.reference) return false;
  if (was.intercept_deg !== null || is.intercept_deg !== null) return false;
  const [earlier, line] = [courseLineOf(before), courseLineOf(phase)];
  if (!earlier || !line) return false;
  const isPassed = before.reference.fix !== phase.reference!.fix || was.way !== is.way;
  if (isPassed && isOverStation(before.reference)) return false;
  const turn_deg = normaliseSigned(line.course_deg + line.north_deg - earlier.course_deg - earlier.north_deg);
  return (
    Math.abs(turn_deg) <= SAME_COURSE_DEG &&
    Math.abs(byCourseLine(line, earlier.fix).crossTrack_nm) <= SAME_LINE_NM
  );
}
