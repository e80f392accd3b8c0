import type { Place } from '../earth/local-plane';
import { courseLineOf } from '../drill/phase-course';
import type { Reference } from '../drill/reference';
import type { Lesson } from '../drill/lesson';
import { byCourseLine, type CourseLine } from '../radio/course-line';
import { channelIndex, channelScales } from './channels';

/** A fix counts as passed within this distance of it, and only after having been so far before it. */
const PASSED_WITHIN_NM = 1.5;
const ARMED_BEFORE_NM = 0.3;
const AT = Object.fromEntries(
  (
    [
      'latitude_deg',
      'longitude_deg',
      'offCourse',
      'fixDistance_nm',
      'fixRadial_deg',
      'along_nm',
      'crossTrack_nm',
      'passages'
    ] as const
  ).map((id) => [id, channelIndex(id)!])
) as Record<string, number>;

/** Follows an airplane by the course its phase asks for and writes what is true of it into the sample. */
export type CourseWatch = (counts: Int32Array, phaseIndex: number) => void;

/**
 * What is written follows from the recorded place and the phase alone, so that a resumed or imported flight gets the same.
 * Passages are counted from the beginning of each phase, over the fix in the direction of its course.
 */
export function courseWatch({ navigation, drill }: Lesson): CourseWatch {
  if (!navigation) return () => {};
  const lines = drill.phases.map((phase) => courseLineOf(phase));
  const plainLines = drill.phases.map(({ reference }) => plainLine(reference ?? navigation.origin));
  let phase = -1;
  let passages = 0;
  let armed = false;
  return (counts, phaseIndex) => {
    if (phaseIndex !== phase) {
      phase = phaseIndex;
      passages = 0;
      armed = false;
    }
    const { lateral } = drill.phases[phase]!.goal;
    const course = lines[phase]!;
    const line = course ?? plainLines[phase]!;
    const place: Place = {
      latitude_deg: counts[AT.latitude_deg!]! / channelScales[AT.latitude_deg!]!,
      longitude_deg: counts[AT.longitude_deg!]! / channelScales[AT.longitude_deg!]!
    };
    const by = byCourseLine(line, place);
    const offCourse =
      lateral.kind === 'arc' ? by.distance_nm - lateral.radius_nm : course === null ? 0 : by.offCourse;
    if (by.along_nm < -ARMED_BEFORE_NM) armed = true;
    if (armed && by.along_nm >= 0) {
      armed = false;
      if (Math.abs(by.crossTrack_nm) < PASSED_WITHIN_NM) passages += 1;
    }
    const write = (id: string, value: number) =>
      (counts[AT[id]!] = Math.round(value * channelScales[AT[id]!]!));
    write('offCourse', Math.max(-99, Math.min(99, offCourse)));
    write('fixDistance_nm', by.distance_nm);
    write('fixRadial_deg', by.radial_deg);
    write('along_nm', course === null ? 0 : by.along_nm);
    write('crossTrack_nm', lateral.kind === 'arc' ? offCourse : course === null ? 0 : by.crossTrack_nm);
    write('passages', passages);
  };
}

/** Distances and radials about a fix where no course is asked for. */
function plainLine({ place, north_deg }: Reference): CourseLine {
  return { fix: place, course_deg: 0, north_deg, scale: { kind: 'distance', nm: 1 } };
}
