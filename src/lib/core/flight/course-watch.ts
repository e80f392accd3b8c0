import type { Place } from '../earth/local-plane';
import { nextPhase, type Drill, type Phase } from '../drill/drill';
import { courseLineOf } from '../drill/phase-course';
import type { Reference } from '../drill/reference';
import type { Lesson } from '../drill/lesson';
import { byCourseLine, type CourseLine } from '../radio/course-line';
import { byPathLine, type PathLine } from '../radio/path-line';
import { writeSample } from './channels';
import { readerOf } from './flight';

/** A fix counts as passed within this distance of it, and only after having been so far before it. */
const PASSED_WITHIN_NM = 1.5;
const ARMED_BEFORE_NM = 0.3;
/** Who is so much farther from a hold's fix than before has come to it, or has turned away. */
const COME_NM = 0.05;
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
  'passages',
  'pathShare'
] as const;
export type CourseState = Record<(typeof courseChannels)[number], number>;

/** Tells what is true of the course a phase asks for, moment by moment. */
export type CourseFollower = (at: WatchedPlace, phaseIndex: number) => CourseState;

/** Where the airplane is; its altitude as shown, and as it truly is where that was recorded. */
export interface WatchedPlace extends Place {
  altitude_ft: number;
  trueAltitude_ft: number;
}

/**
 * Follows an airplane by the courses of a lesson's phases; null where nothing is flown by radio. What it tells follows from places
 * and phases alone, so that a resumed or imported flight gets the same. Passages are counted from the beginning of each phase that does
 * not go on round the one before, over its fix in the direction of its course; a hold's from where its fix has been come to: who arrives along its inbound course has not
 * flown it by that.
 */
export function courseFollower(lesson: Lesson): CourseFollower | null {
  const { navigation, drill } = lesson;
  if (!navigation) return null;
  let course: CourseLine | null = null;
  let plain = plainLine(navigation.origin);
  let path: PathLine | null = null;
  let phase = -1;
  let passages = 0;
  let armed = false;
  /** The nearest to a hold's fix on the way to it; null once there, and elsewhere. */
  let nearest_nm: number | null = null;
  return (place, phaseIndex) => {
    if (phaseIndex !== phase) {
      phase = phaseIndex;
      const begun = drill.phases[phase]!;
      if (!begun.goesOnRound) {
        passages = 0;
        armed = false;
        nearest_nm = begun.goal.lateral.kind === 'hold' ? Infinity : null;
      }
      course = courseLineOf(begun);
      plain = plainLine(begun.reference ?? navigation.origin);
      path = pathFrom(drill, phase);
    }
    const { lateral } = drill.phases[phase]!.goal;
    const by = byCourseLine(course ?? plain, place);
    const arcError_nm = lateral.kind === 'arc' ? by.distance_nm - lateral.radius_nm : 0;
    if (nearest_nm !== null)
      nearest_nm = by.distance_nm > nearest_nm + COME_NM ? null : Math.min(nearest_nm, by.distance_nm);
    if (nearest_nm === null && by.along_nm < -ARMED_BEFORE_NM) armed = true;
    if (armed && by.along_nm >= 0) {
      armed = false;
      if (Math.abs(by.crossTrack_nm) < PASSED_WITHIN_NM) passages += 1;
    }
    return {
      courseShare: course === null ? 0 : held(by.courseShare),
      arcError_nm,
      fixDistance_nm: by.distance_nm,
      fixRadial_deg: by.radial_deg,
      along_nm: course === null ? 0 : by.along_nm,
      crossTrack_nm: lateral.kind === 'arc' ? arcError_nm : course === null ? 0 : by.crossTrack_nm,
      passages,
      pathShare:
        path === null
          ? 0
          : held(
              byPathLine(path, place, path.by === 'space' ? place.trueAltitude_ft : place.altitude_ft).share
            )
    };
  };
}

/** Writes what is true of the course into a sample, from its place and phase. */
export type CourseWatch = (counts: Int32Array, phaseIndex: number) => void;

/**
 * Writes the channels that follow from place and phase into every sample of a flight; it writes nothing in a lesson
 * without radios.
 */
export function courseWatch(lesson: Lesson): CourseWatch {
  const follow = courseFollower(lesson);
  if (!follow) return () => {};
  return (counts, phaseIndex) => {
    const read = readerOf(counts);
    const place = {
      latitude_deg: read('latitude_deg'),
      longitude_deg: read('longitude_deg'),
      altitude_ft: read('altitude_ft'),
      trueAltitude_ft: read('trueAltitude_ft')
    };
    writeSample(counts, follow(place, phaseIndex));
  };
}

/** A share is not written beyond this. */
const held = (share: number) => Math.max(-99, Math.min(99, share));

/** The path a phase is judged by: its own, or, before one begins, the one to come, so that it is known where it was met. */
function pathFrom(drill: Drill, first: number): PathLine | null {
  for (
    let phase: Phase | null = drill.phases[first]!;
    phase;
    phase = nextPhase(drill, drill.phases.indexOf(phase))
  )
    if (phase.goal.vertical.kind === 'path') return phase.goal.vertical.path;
  return null;
}

/** Distances and radials about a fix where no course is asked for. */
function plainLine({ place, north_deg }: Reference): CourseLine {
  return { fix: place, course_deg: 0, north_deg, scale: { kind: 'distance', nm: 1 } };
}
