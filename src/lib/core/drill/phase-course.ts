import type { CourseLine } from '../radio/course-line';
import { NDB_FULL_SCALE_DEG, RNAV_FULL_SCALE_NM, VOR_FULL_SCALE_DEG } from '../radio/receiver';
import { courseOf, type Phase } from './drill';

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
