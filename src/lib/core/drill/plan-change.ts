import { aircraftById } from '../aircraft/catalogue';
import { plainDay } from '../procedure/approach/approach-card';
import { planForApproach, plannedApproach } from './approach/plan-for-approach';
import { drillCatalogue } from './catalogue/catalogue';
import type { DrillFile } from './drill-file';
import { areaOf, worldOf } from './lesson-place';
import type { LessonPlan } from './lesson-plan';
import { sensiblePlan } from './sensible-plan';

/** What is chosen anew in a plan and takes other fields with it. */
export type PlanChange =
  | { kind: 'drill'; id: string }
  | { kind: 'aircraft'; id: string }
  /** The way in of an approach; null: vectors to final. */
  | { kind: 'way in'; transition: string | null }
  /** Everything back to the airplane's own figures. */
  | { kind: 'own figures' };

/** The plan after a choice, with all that follows from it; an approach's way in changes nothing where none is flown. */
export function changedPlan(
  plan: LessonPlan,
  change: PlanChange,
  ownDrills: readonly DrillFile[]
): LessonPlan {
  switch (change.kind) {
    case 'drill':
      return withDrill(plan, change.id, [...drillCatalogue, ...ownDrills]);
    case 'aircraft':
      return inAircraft(plan, change.id);
    case 'way in':
      return plan.approach
        ? planForApproach(plan, aircraftById(plan.aircraft), worldOf(plan), {
            ...plan.approach,
            transition: change.transition
          })
        : plan;
    case 'own figures':
      return withOwnFigures(plan);
  }
}

function withDrill(plan: LessonPlan, id: string, drills: readonly DrillFile[]): LessonPlan {
  const { navigation: _, approach: __, ...rest } = plan;
  const byRadio = (drill: string) => drills.find((file) => file.id === drill)?.navigation !== undefined;
  const fresh = sensiblePlan(aircraftById(plan.aircraft), areaOf(plan), id);
  // By radio it is flown at a speed of its own.
  const changes = byRadio(id) !== (byRadio(plan.drill) || plan.approach !== undefined);
  return {
    ...rest,
    drill: id,
    figures: {},
    startSpeed_kt: changes ? fresh.startSpeed_kt : plan.startSpeed_kt
  };
}

function inAircraft(plan: LessonPlan, id: string): LessonPlan {
  const aircraft = aircraftById(id);
  const { approach } = plan;
  return {
    ...plan,
    aircraft: id,
    figures: {},
    startSpeed_kt: sensiblePlan(aircraft, areaOf(plan), approach ? 'vor-tracking' : plan.drill).startSpeed_kt,
    ...(approach
      ? { approach: { ...approach, speed_kt: plainDay(approach.approach, aircraft).speed_kt } }
      : {})
  };
}

function withOwnFigures(plan: LessonPlan): LessonPlan {
  const aircraft = aircraftById(plan.aircraft);
  const fresh = { ...sensiblePlan(aircraft, areaOf(plan), plan.drill), seed: plan.seed };
  const { approach } = plan;
  return approach
    ? planForApproach(fresh, aircraft, worldOf(plan), {
        ...plannedApproach(approach.approach, aircraft),
        transition: approach.transition
      })
    : fresh;
}
