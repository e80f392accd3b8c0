import { isApproach, type PlannedApproach } from './approach/approach-drill';
import { placeAt } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import { asCourse } from '../measure/angle';
import { figure } from '../measure/figure';
import { beforeThreshold, placeOnFinal, runwayOf } from '../procedure/approach/approach-place';
import { finalProfile } from '../procedure/approach/approach-profile';
import { heightOnPath, rateOnPath } from '../procedure/approach/vertical-path';
import { USUAL_PATH } from '../procedure/approach/what-is-seen';
import { courseOf, type Phase } from './drill';
import type { Lesson } from './lesson';
import type { LessonPlan } from './lesson-plan';
import { onPanel } from './reference';

/** A place an airplane is put down at in a lesson, with what is flown from there; without a place it stays where it is. */
export interface PlaceToStart {
  name: string;
  at?: Place;
  altitude_ft: number;
  heading_deg: number;
  speed_kt: number;
  /** Trimmed for the path it is put on; left out: level. */
  verticalSpeed_fpm?: number;
  phase: string;
}

const ON_FINAL_NM = [3, 5, 8, 12] as const;
const BEFORE_FINAL_FIX_NM = 1;
const INTERCEPT_DEG = 30;
/** The intercept begins so far out beyond the final fix, and so far beside the course. */
const INTERCEPT_OUT_NM = 2.5;
const INTERCEPT_ASIDE_NM = 1.5;
const DOWNWIND_NM = 3.5;
const BEFORE_FIX_NM = 5;

/** Where an instructor would put the airplane in a lesson: on the final, its intercept, before a fix, at the beginning of each phase. */
export function placesOfLesson(lesson: Lesson): PlaceToStart[] {
  const { plan, navigation } = lesson;
  if (isApproach(plan)) return placesOfApproach(lesson, plan);
  return navigation ? beforeFixes(lesson) : beginnings(lesson);
}

function placesOfApproach({ drill, navigation, area }: Lesson, plan: PlannedApproach): PlaceToStart[] {
  const { approach, speed_kt } = plan.approach;
  const { world } = navigation!;
  const first = drill.phases.findIndex(({ segment }) => segment === 'final');
  const final = drill.phases[first]!;
  const level_ft = drill.phases[Math.max(0, first - 1)]!.ends_ft;
  /** What leads along the course to the final fix, and what joins it; a procedure turn is begun elsewhere. */
  const inward = drill.phases.slice(0, first).filter(({ goal }) => goal.lateral.kind === 'course');
  const along = inward.at(-1);
  const joins = inward.find(
    ({ goal: { lateral } }) => lateral.kind === 'course' && lateral.intercept_deg !== null
  );
  const course_deg = asCourse(approach.finalCourse_deg + approach.variation_deg - area.variation_deg);
  const heading = (turned_deg: number) => asCourse(course_deg + turned_deg);
  const { finalFix, points } = finalProfile(world, approach);
  const finalFix_nm = (finalFix ?? points[0]!).before_nm;
  const path = approach.path ?? USUAL_PATH;
  const onFinal = (out_nm: number, name = `${figure(out_nm)} NM out on the final`): PlaceToStart => {
    const inside = out_nm < finalFix_nm || !along;
    const ias_kt = inside ? speed_kt : along.goal.ias_kt;
    const path_ft = approach.touchdownElevation_ft + heightOnPath(path, out_nm);
    return {
      name,
      at: placeOnFinal(world, approach, out_nm),
      altitude_ft: Math.round(Math.min(level_ft, path_ft)),
      heading_deg: heading(0),
      speed_kt: ias_kt,
      ...(inside && path_ft < level_ft
        ? { verticalSpeed_fpm: -Math.round(rateOnPath(path.angle_deg, ias_kt)) }
        : {}),
      phase: (inside ? final : along).id
    };
  };
  const beside = (side: -1 | 1, joined: Phase): PlaceToStart => {
    const to_nm = joined.reference ? beforeThreshold(world, approach, joined.reference.place) : 0;
    const out = placeOnFinal(world, approach, Math.max(finalFix_nm, to_nm) + INTERCEPT_OUT_NM);
    return {
      name: `On the intercept, from the ${side < 0 ? 'left' : 'right'}`,
      at: placeAt(out, approach.finalCourse_deg + approach.variation_deg + side * 90, INTERCEPT_ASIDE_NM),
      altitude_ft: altitudeIn(joined),
      heading_deg: heading(-side * INTERCEPT_DEG),
      speed_kt: joined.goal.ias_kt,
      phase: joined.id
    };
  };
  const runway = runwayOf(world, approach);
  return [
    ...ON_FINAL_NM.filter((out_nm) => out_nm < finalFix_nm || along).map((out_nm) => onFinal(out_nm)),
    ...(along
      ? [onFinal(finalFix_nm + BEFORE_FINAL_FIX_NM, `${figure(BEFORE_FINAL_FIX_NM)} NM before the final fix`)]
      : []),
    ...(joins ? [beside(-1, joins), beside(1, joins), downwind(joins)] : [])
  ];

  function downwind(joined: Phase): PlaceToStart {
    return {
      name: 'On a left downwind, abeam the threshold',
      at: placeAt(runway, approach.finalCourse_deg + approach.variation_deg - 90, DOWNWIND_NM),
      altitude_ft: altitudeIn(joined),
      heading_deg: heading(180),
      speed_kt: joined.goal.ias_kt,
      phase: joined.id
    };
  }
}

/** Where a phase is flown level, or leads to. */
function altitudeIn({ goal: { vertical }, ends_ft }: Phase): number {
  return vertical.kind === 'level' ? vertical.altitude_ft : ends_ft;
}

/** Some miles before every fix that a course leads to or from. */
function beforeFixes({ drill, area, plan }: Lesson): PlaceToStart[] {
  return drill.phases.flatMap((phase, index) => {
    const { reference, goal } = phase;
    const course_deg = courseOf(goal.lateral);
    if (!reference || course_deg === null || reference.bySight) return [];
    return [
      {
        name: `${figure(BEFORE_FIX_NM)} NM before ${reference.fix}: ${phase.name}`,
        at: placeAt(reference.place, course_deg + reference.north_deg + 180, BEFORE_FIX_NM),
        altitude_ft: begins(drill.phases, index, plan),
        heading_deg: asCourse(onPanel(course_deg, reference, area)),
        speed_kt: goal.ias_kt,
        phase: phase.id
      }
    ];
  });
}

/** Every phase from its beginning, over the place where the airplane is. */
function beginnings({ drill, plan }: Lesson): PlaceToStart[] {
  let heading_deg = plan.heading_deg;
  return drill.phases.flatMap((phase, index) => {
    const from_deg = heading_deg;
    const { lateral } = phase.goal;
    if (lateral.kind === 'heading') heading_deg = lateral.heading_deg;
    if (lateral.kind === 'turn' && lateral.to_deg !== null) heading_deg = lateral.to_deg;
    if (phase.upset !== null || phase.recovery) return [];
    return [
      {
        name: `As “${phase.name}” begins`,
        altitude_ft: begins(drill.phases, index, plan),
        heading_deg: asCourse(from_deg),
        speed_kt: index === 0 ? plan.startSpeed_kt : drill.phases[index - 1]!.goal.ias_kt,
        phase: phase.id
      }
    ];
  });
}

/** Altitude a phase begins at: the lesson's, or where the phase before leaves the airplane. */
function begins(phases: readonly Phase[], index: number, plan: Pick<LessonPlan, 'startAltitude_ft'>): number {
  return phases[index - 1]?.ends_ft ?? plan.startAltitude_ft;
}
