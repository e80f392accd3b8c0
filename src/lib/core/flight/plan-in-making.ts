import { aircraftById } from '../aircraft/catalogue';
import { approachDrill, isApproach } from '../drill/approach/approach-drill';
import { circlesOf } from '../drill/approach/circle';
import type { ApproachPlan } from '../drill/approach/approach-plan';
import { drillCatalogue } from '../drill/catalogue/catalogue';
import { completedPlan } from '../drill/completed-plan';
import type { DrillFile } from '../drill/drill-file';
import { figuresOf } from '../drill/lesson-figures';
import { lessonNavigation, usualNavigation } from '../drill/lesson-navigation';
import { areaOf, worldOf } from '../drill/lesson-place';
import type { LessonPlan } from '../drill/lesson-plan';
import type { NavigationPlan } from '../drill/navigation-plan';
import { windOfPlan } from '../drill/plan-wind';
import { problemsOf, type PlanProblem } from '../drill/plan-check';
import { fixesFor, servingStation } from '../drill/reference';
import type { ToleranceProfile } from '../drill/tolerance-profile';
import { Rejection } from '../measure/rejection';
import { lessonBrief, type LessonBrief } from './lesson-brief';

/** What a school has of its own that a plan may name. */
export interface SchoolShelf {
  drills: readonly DrillFile[];
  profiles: readonly ToleranceProfile[];
}

/** What can be asked for of the radios in a plan's place. */
export interface RadioChoices {
  /** As the plan has it, or as the drill is usually flown there. */
  now: NavigationPlan;
  fixes: string[];
  others: { id: string; name: string; fixes: string[]; now: { fix: string; turn: 'right' | 'left' } }[];
  /** Stations that something can go wrong with, and the one in use. */
  stations: string[];
  serving: string;
}

/** What a plan that is being made asks of who makes it, and what would follow from it. Plain data. */
export interface PlanInMaking {
  drill: Pick<DrillFile, 'id' | 'name' | 'figures' | 'covers'> & { byRadio: boolean };
  /** What each figure is unless the plan says otherwise; null while the plan is not whole. */
  usual: Record<string, number | null>;
  /** The airplane's flap positions. */
  flaps_deg: readonly number[];
  groundElevation_ft: number;
  /** null where the drill is not flown by radio, or is an approach. */
  radio: RadioChoices | null;
  /** Where the approach leads to no runway, what can be circled. */
  circles: NonNullable<ApproachPlan['circle']>[];
  problems: PlanProblem[];
  /** null while there are problems. */
  brief: LessonBrief | null;
}

/** Of a plan, possibly half filled in (NaN or null where a number is to come): what can be chosen, what is wrong, what would be briefed. */
export function planInMaking(plan: LessonPlan, school: SchoolShelf): PlanInMaking {
  const drillFile = isApproach(plan)
    ? approachDrill(plan.approach)
    : ([...drillCatalogue, ...school.drills].find(({ id }) => id === plan.drill) ?? drillCatalogue[0]!);
  const aircraft = aircraftById(plan.aircraft);
  const area = areaOf(plan);
  const world = worldOf(plan);
  const whole = completedPlan(plan, school);
  const empty = emptyFields(plan);
  const problems = empty.length > 0 ? empty : problemsOf(whole);

  function usualOf(id: string): number | null {
    try {
      const navigation = lessonNavigation(drillFile, whole, world, area.variation_deg);
      return figuresOf(drillFile, { ...whole, figures: {} }, aircraft, area, navigation)({ figure: id }, id);
    } catch (error) {
      if (!(error instanceof Rejection)) throw error;
      // An own drill that names no such figure says so itself, among the problems.
      return null;
    }
  }

  const { id, name, figures, covers, navigation } = drillFile;
  return {
    drill: { id, name, figures, covers, byRadio: navigation !== undefined },
    usual: Object.fromEntries(figures.map((figure) => [figure.id, usualOf(figure.id)])),
    flaps_deg: aircraft.flaps.positions_deg,
    groundElevation_ft: area.groundElevation_ft,
    radio: isApproach(plan) ? null : radioChoices(plan, drillFile),
    circles: plan.approach
      ? circlesOf(
          world,
          plan.approach.approach,
          windOfPlan(whole, plan.approach.approach.airportElevation_ft).from_deg
        )
      : [],
    problems,
    brief: problems.length > 0 ? null : lessonBrief(whole)
  };
}

const MAY_BE_EMPTY = ['cloudBase_ft', 'ownDrill', 'ownTolerance', 'scan', 'approach'];

function emptyFields({ figures, ...plan }: LessonPlan): PlanProblem[] {
  const fields = [
    ...Object.entries(plan).filter(([field]) => !MAY_BE_EMPTY.includes(field)),
    ...Object.entries(figures).map(([id, value]) => [`figures.${id}`, value] as const)
  ];
  return fields
    .filter(([, value]) => value === null || value === undefined || Number.isNaN(value))
    .map(([field]) => ({ field, message: 'A number is needed here.' }));
}

function radioChoices(plan: LessonPlan, file: DrillFile): RadioChoices | null {
  const world = worldOf(plan);
  const usual = usualNavigation(file, world);
  if (!usual) return null;
  const now = plan.navigation ?? usual;
  // What goes wrong elsewhere is not noticed; a waypoint by its place alone has no station.
  const serving =
    world.stations.find(({ id }) => id === servingStation(world, now.fix)) ?? world.stations[0]!;
  return {
    now,
    fixes: fixesFor(world, file.navigation!.by),
    others: (file.navigation!.others ?? []).map(({ id, name, by }) => ({
      id,
      name,
      fixes: fixesFor(world, by),
      now: now.others?.[id] ?? usual.others![id]!
    })),
    stations: world.stations.filter(({ kind }) => kind !== 'marker').map(({ id }) => id),
    serving: serving.id
  };
}
