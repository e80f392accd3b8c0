import type { TrainingArea } from '../earth/training-area';
import type { AircraftFile } from '../aircraft/aircraft-file';
import { cardLineFor } from '../aircraft/configuration-card';
import { conditionsOf } from './briefing';
import type { LessonPlan } from './lesson-plan';
import type { DescentPhase } from './rate-and-speed-descent';

/** Why a plan cannot be flown, at the field that would have to change. */
export interface PlanProblem {
  field: keyof LessonPlan;
  message: string;
}

/** The field a person would look at first when the airplane cannot fly a phase. */
const FIELD_OF_PHASE: Record<DescentPhase, keyof LessonPlan> = {
  level: 'startSpeed_kt',
  slowing: 'targetSpeed_kt',
  descent: 'descentRate_fpm',
  decision: 'decisionAltitude_ft',
  climb: 'climbSpeed_kt',
  'level-off': 'levelOffAltitude_ft'
};

/** Clearance above the ground that even the lowest altitude of a drill keeps. */
const GROUND_CLEARANCE_FT = 500;
/** Room that slowing, settling and the decision need above the decision altitude. */
const LEAST_DESCENT_FT = 300;

/**
 * Everything that makes a plan impossible or unsafe for this airplane and place; empty when it can be flown.
 * One problem a field at the most.
 */
export function problemsOf(plan: LessonPlan, aircraft: AircraftFile, area: TrainingArea): PlanProblem[] {
  const problems = new Map<keyof LessonPlan, string>();
  const report = (field: keyof LessonPlan, message: string) => {
    if (!problems.has(field)) problems.set(field, message);
  };
  const { speeds } = aircraft;
  const floor = area.groundElevation_ft + GROUND_CLEARANCE_FT;

  if (plan.decisionAltitude_ft < floor) {
    report(
      'decisionAltitude_ft',
      `${plan.decisionAltitude_ft} ft is less than ${GROUND_CLEARANCE_FT} ft above the ground of ${area.name} (${area.groundElevation_ft} ft); ${floor} ft or more.`
    );
  }
  if (plan.startAltitude_ft < plan.decisionAltitude_ft + LEAST_DESCENT_FT) {
    report(
      'startAltitude_ft',
      `The descent needs at least ${LEAST_DESCENT_FT} ft: start at ${plan.decisionAltitude_ft + LEAST_DESCENT_FT} ft or higher.`
    );
  }
  if (plan.levelOffAltitude_ft < plan.decisionAltitude_ft + LEAST_DESCENT_FT) {
    report(
      'levelOffAltitude_ft',
      `The climb needs at least ${LEAST_DESCENT_FT} ft: level off at ${plan.decisionAltitude_ft + LEAST_DESCENT_FT} ft or higher.`
    );
  }
  const stall = plan.flaps_deg > 0 ? speeds.stallFlaps_kt : speeds.stallClean_kt;
  speedLimits('startSpeed_kt', 1.2 * speeds.stallClean_kt, speeds.maximumCruise_kt, 'the most it cruises at');
  speedLimits(
    'targetSpeed_kt',
    1.2 * stall,
    plan.flaps_deg > 0 ? speeds.flapsExtended_kt : speeds.maximumCruise_kt,
    plan.flaps_deg > 0 ? 'its limit with flaps out' : 'the most it cruises at'
  );
  speedLimits('climbSpeed_kt', 1.2 * speeds.stallClean_kt, speeds.maximumCruise_kt, 'the most it cruises at');
  if (plan.targetSpeed_kt > plan.startSpeed_kt - 10) {
    report(
      'targetSpeed_kt',
      `The drill slows down first: take a speed at least 10 kt below the ${plan.startSpeed_kt} kt it starts at.`
    );
  }
  if (!aircraft.flaps.positions_deg.includes(plan.flaps_deg)) {
    report('flaps_deg', `The ${aircraft.name} has flaps at ${aircraft.flaps.positions_deg.join('°, ')}°.`);
  }
  if (plan.windSpeed_kt > 0.6 * plan.targetSpeed_kt) {
    report(
      'windSpeed_kt',
      `A wind of ${plan.windSpeed_kt} kt is too strong for ${plan.targetSpeed_kt} kt of airspeed.`
    );
  }
  if (problems.size === 0) {
    for (const { phase, condition } of conditionsOf(plan)) {
      const line = cardLineFor(aircraft, condition);
      if ('kind' in line) report(FIELD_OF_PHASE[phase], line.explanation);
      else if (phase === 'climb' && line.verticalSpeed_fpm < 100) {
        report(
          'levelOffAltitude_ft',
          `The ${aircraft.name} climbs only ${Math.round(line.verticalSpeed_fpm)} ft/min up there.`
        );
      }
    }
  }
  return [...problems].map(([field, message]) => ({ field, message }));

  function speedLimits(
    field: 'startSpeed_kt' | 'targetSpeed_kt' | 'climbSpeed_kt',
    low: number,
    high: number,
    what: string
  ) {
    const speed = plan[field];
    if (speed < low) {
      report(
        field,
        `${speed} kt is too near the stall of the ${aircraft.name}; ${Math.ceil(low)} kt or more (1.2 × stall).`
      );
    } else if (speed > high) report(field, `${speed} kt is above ${what}, ${high} kt.`);
  }
}
