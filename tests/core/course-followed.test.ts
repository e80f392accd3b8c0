import { describe, expect, test } from 'vitest';
import type { Lesson } from '$core/drill/lesson';
import { placeAt } from '$core/earth/geodesic';
import { courseFollower, type CourseState } from '$core/flight/course-watch';
import { planPicture, planTrack } from '$core/flight/plan-picture';
import { goalOf, lessonFor } from './drawn-flight';
import { madeFlight, planOf } from './flown';
import { lessonOf } from '$core/drill/lesson';

const sine = (deg: number) => Math.sin((deg * Math.PI) / 180);
const cosine = (deg: number) => Math.cos((deg * Math.PI) / 180);
const indexOf = (lesson: Lesson, kind: string) =>
  lesson.drill.phases.findIndex(({ goal }) => goal.lateral.kind === kind);

/** What is told at points about a phase's fix, one after the other: on a radial of its own, so far away. */
function told(lesson: Lesson, phase: number, points: readonly (readonly [radial_deg: number, nm: number])[]) {
  const follow = courseFollower(lesson)!;
  const { place, north_deg } = lesson.drill.phases[phase]!.reference ?? lesson.navigation!.origin;
  return points.map(([radial_deg, nm]): CourseState => {
    const at = placeAt(place, radial_deg + north_deg, nm);
    return follow({ ...at, altitude_ft: 3000, trueAltitude_ft: 3000 }, phase);
  });
}

describe('where an airplane is by what a phase asks for', () => {
  test('a course by a VOR: radial, distance, along and aside by the triangle, full scale at ten degrees', () => {
    const lesson = lessonFor('vor-tracking', {});
    const phase = indexOf(lesson, 'course');
    const { course_deg } = goalOf(lesson, lesson.drill.phases[phase]!.id, 'course');
    for (const [off, nm] of [
      [180 + 5, 12],
      [180 - 3, 8],
      [7, 6]
    ] as const) {
      // prettier-ignore
      const [now] = told(lesson, phase, [[course_deg + off, nm]]);
      expect(now!.fixDistance_nm).toBeCloseTo(nm, 3);
      expect(now!.fixRadial_deg).toBeCloseTo((course_deg + off) % 360, 3);
      expect(now!.along_nm).toBeCloseTo(nm * cosine(off), 3);
      expect(now!.crossTrack_nm).toBeCloseTo(nm * sine(off), 3);
      // On the radial 5° round from the inbound course the airplane is 5° left of it.
      expect(now!.courseShare).toBeCloseTo((off > 90 ? 180 - off : off) / 10, 3);
      expect(now!.arcError_nm).toBe(0);
    }
  });

  test('an arc: outside is more, inside less, all the way round; it has no course', () => {
    const lesson = lessonFor('dme-arc', {});
    const phase = indexOf(lesson, 'arc');
    const { radius_nm } = goalOf(lesson, lesson.drill.phases[phase]!.id, 'arc');
    for (const radial of [10, 130, 250])
      for (const off of [0.6, -0.4]) {
        const [now] = told(lesson, phase, [[radial, radius_nm + off]]);
        expect(now!.arcError_nm).toBeCloseTo(off, 3);
        expect(now!.crossTrack_nm).toBe(now!.arcError_nm);
        expect([now!.courseShare, now!.along_nm]).toEqual([0, 0]);
      }
  });

  test('a heading by radio has a place, and neither course nor arc', () => {
    const lesson = lessonFor('intercept', {});
    const phase = lesson.drill.phases.findIndex(({ goal }) => goal.lateral.kind === 'heading');
    const [now] = told(lesson, phase, [[75, 9]]);
    expect([now!.courseShare, now!.along_nm, now!.crossTrack_nm, now!.arcError_nm]).toEqual([0, 0, 0, 0]);
    expect(now!.fixDistance_nm).toBeCloseTo(9, 3);
  });

  test('a fix is passed once, within a mile and a half abeam, by who had been before it', () => {
    const lesson = lessonFor('vor-tracking', {});
    const phase = indexOf(lesson, 'course');
    const { course_deg } = goalOf(lesson, lesson.drill.phases[phase]!.id, 'course');
    /** Along the course, so far to its right, from one mile to another. */
    const along = (right_nm: number, ...miles: number[]) =>
      miles.map((nm) => [course_deg + (Math.atan2(right_nm, nm) * 180) / Math.PI, Math.hypot(nm, right_nm)] as const); // prettier-ignore
    const passed = (...points: (readonly [number, number])[]) => told(lesson, phase, points).map(({ passages }) => passages); // prettier-ignore
    expect(passed(...along(0.1, -2, -0.5, 0.1, 1))).toEqual([0, 0, 1, 1]);
    expect(passed(...along(1.4, -2, 0.1)).at(-1)).toBe(1);
    expect(passed(...along(1.6, -2, 0.1)).at(-1)).toBe(0);
    // Swinging about it is one; to have been a third of a mile before it makes another.
    expect(passed(...along(0.1, -2, 0.1, -0.2, 0.1)).at(-1)).toBe(1);
    expect(passed(...along(0.1, -2, 0.1, -0.4, 0.1)).at(-1)).toBe(2);
    expect(passed(...along(0.1, 0.1, 1)).at(-1)).toBe(0);
  });

  test('who arrives at a hold along its inbound course has not flown it by that', () => {
    const lesson = lessonFor('vor-hold', {});
    const phase = indexOf(lesson, 'hold');
    const { hold } = goalOf(lesson, lesson.drill.phases[phase]!.id, 'hold');
    const back = hold.inboundCourse_deg + 180;
    const arrives = [[back, 4], [back, 1], [back, 0.2]] as const; // prettier-ignore
    const round = [[hold.inboundCourse_deg, 0.3], [back, 2], [back, 0.3], [hold.inboundCourse_deg, 0.1]] as const; // prettier-ignore
    expect(told(lesson, phase, [...arrives, ...round, ...round.slice(1)]).map(({ passages }) => passages)).toEqual([0, 0, 0, 0, 0, 0, 1, 1, 1, 2]); // prettier-ignore
  });

  test('without radios there is nothing to follow', () => {
    expect(courseFollower(lessonOf(planOf()))).toBeNull();
    expect(planPicture(lessonOf(planOf()))).toBeNull();
  });
});

describe('a plan from above', () => {
  test('a course lies on its own side of the fix, and its lane is as wide as the needle there', () => {
    const lesson = lessonFor('vor-tracking', {});
    const phase = lesson.drill.phases[indexOf(lesson, 'course')]!;
    const { course_deg, way } = goalOf(lesson, phase.id, 'course');
    const { ideals, lanes } = planPicture(lesson)!;
    const out = way === 'to' ? course_deg + 180 : course_deg;
    const { points } = ideals.find(({ phaseId }) => phaseId === phase.id)!;
    const end = points.at(-1)!;
    const reach = Math.hypot(end.north_nm, end.east_nm);
    expect(end.north_nm / reach).toBeCloseTo(cosine(out), 6);
    expect(end.east_nm / reach).toBeCloseTo(sine(out), 6);
    const share = phase.corridors.find(({ channel }) => channel === 'courseShare')!.above!;
    const lane = lanes[0]!;
    expect(lane).toHaveLength(2 * (Math.round(reach) + 1));
    lane.forEach(({ north_nm, east_nm }, k) => {
      const nm = k < lane.length / 2 ? k : lane.length - 1 - k;
      const along = north_nm * cosine(out) + east_nm * sine(out);
      const right = east_nm * cosine(out) - north_nm * sine(out);
      expect(along).toBeCloseTo(nm, 6);
      // So far from the station; within a mile it no longer narrows.
      const away = phase.reference!.distance_nm > 0 ? Math.abs(phase.reference!.distance_nm + nm) : nm;
      expect(right).toBeCloseTo((k < lane.length / 2 ? 1 : -1) * Math.max(1, away) * sine(10 * share), 6);
    });
  });

  test('what was flown stands on it second by second, and nothing of a flight without places', () => {
    const lesson = lessonFor('vor-tracking', {});
    const { place, north_deg } = lesson.navigation!.origin;
    const far = placeAt(place, north_deg + 90, 5);
    const flight = madeFlight(12, {
      latitude_deg: (t) => (t < 6 ? place.latitude_deg : far.latitude_deg),
      longitude_deg: (t) => (t < 6 ? place.longitude_deg : far.longitude_deg)
    });
    const track = planTrack(lesson, flight);
    expect(track).toHaveLength(13);
    expect(Math.hypot(track[5]!.north_nm, track[5]!.east_nm)).toBeLessThan(0.01);
    expect([track[6]!.north_nm, track[6]!.east_nm].map((nm) => Math.abs(Math.round(nm * 50) / 50))).toEqual([0, 5]); // prettier-ignore
    for (const lost of ['latitude_deg', 'longitude_deg'] as const) {
      const columns = new Map([...flight.columns].filter(([id]) => id !== lost));
      expect(planTrack(lesson, { ...flight, columns })).toEqual([]);
    }
  });
});
