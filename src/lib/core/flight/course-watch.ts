import type { Place } from '../earth/local-plane';
import { courseLineOf } from '../drill/phase-course';
import type { Reference } from '../drill/reference';
import type { Lesson } from '../drill/lesson';
import { byCourseLine, type CourseLine } from '../radio/course-line';
import { writeSample } from './channels';
import { readerOf } from './flight';

/** A fix counts as passed within this distance of it, and only after having been so far before it. */
const PASSED_WITHIN_NM = 1.5;
const ARMED_BEFORE_NM = 0.3;
/**
 * What is true of a course at one moment, by the names of its channels: `courseShare` is + right of the course, 1 = full scale, and 0
 * where none is asked for; `arcError_nm` + outside, and 0 where no arc is.
 */
export const courseChannels = [
  'courseShare',
  'arcError_nm',
  'fixDistance_nm',
  'fixRadial_deg',
  'along_nm',
  'crossTrack_nm',
  'passages'
] as const;
export type CourseState = Record<(typeof courseChannels)[number], number>;

/** Tells what is true of the course a phase asks for, moment by moment. */
export type CourseFollower = (place: Place, phaseIndex: number) => CourseState;

/**
 * Follows an airplane by the courses of a lesson's phases; null where nothing is flown by radio. What it tells follows from places
 * and phases alone, so that a resumed or imported flight gets the same. Passages are counted from the beginning of each phase, over
 * its fix in the direction of its course.
 */
export function courseFollower({ navigation, drill }: Lesson): CourseFollower | null {
  if (!navigation) return null;
  const lines = drill.phases.map((phase) => courseLineOf(phase));
  const plainLines = drill.phases.map(({ reference }) => plainLine(reference ?? navigation.origin));
  let phase = -1;
  let passages = 0;
  let armed = false;
  return (place, phaseIndex) => {
    if (phaseIndex !== phase) {
      phase = phaseIndex;
      passages = 0;
      armed = false;
    }
    const { lateral } = drill.phases[phase]!.goal;
    const course = lines[phase]!;
    const by = byCourseLine(course ?? plainLines[phase]!, place);
    const arcError_nm = lateral.kind === 'arc' ? by.distance_nm - lateral.radius_nm : 0;
    if (by.along_nm < -ARMED_BEFORE_NM) armed = true;
    if (armed && by.along_nm >= 0) {
      armed = false;
      if (Math.abs(by.crossTrack_nm) < PASSED_WITHIN_NM) passages += 1;
    }
    return {
      courseShare: course === null ? 0 : Math.max(-99, Math.min(99, by.courseShare)),
      arcError_nm,
      fixDistance_nm: by.distance_nm,
      fixRadial_deg: by.radial_deg,
      along_nm: course === null ? 0 : by.along_nm,
      crossTrack_nm: lateral.kind === 'arc' ? arcError_nm : course === null ? 0 : by.crossTrack_nm,
      passages
    };
  };
}

/** Writes what is true of the course into a sample, from its place and phase. */
export type CourseWatch = (counts: Int32Array, phaseIndex: number) => void;

export function courseWatch(lesson: Lesson): CourseWatch {
  const follow = courseFollower(lesson);
  if (!follow) return () => {};
  return (counts, phaseIndex) => {
    const read = readerOf(counts);
    const place = { latitude_deg: read('latitude_deg'), longitude_deg: read('longitude_deg') };
    writeSample(counts, follow(place, phaseIndex));
  };
}

/** Distances and radials about a fix where no course is asked for. */
function plainLine({ place, north_deg }: Reference): CourseLine {
  return { fix: place, course_deg: 0, north_deg, scale: { kind: 'distance', nm: 1 } };
}
