import { Rejection } from '../measure/rejection';
import { cardLineFor } from '../aircraft/configuration-card';
import type { NoTrim } from '../aircraft/trim';
import { windAtStart } from './plan-wind';
import { isApproach } from './approach/approach-drill';
import { cloudProblem } from '../air/cloud';
import { cloudsNot, fallsNot } from './approach/approach-minimum';
import { bankOf } from './goal-in-air';
import { mustEnd } from './drill-check';
import type { Phase } from './drill';
import type { PhaseFile, Quantity } from './drill-file';
import { lessonOf, type Lesson } from './lesson';
import { courseOf } from './drill';
import { runsAlongRadial } from './reference';
import { approachProblems } from '../procedure/approach/approach-check';
import { worldOf } from './lesson-place';
import { holdingLimitAt, holdingLimits } from '../procedure/holding-limits';
import { navigationProblems } from './navigation-brief';
import { figureAsked, type LessonPlan } from './lesson-plan';
import { plannedCloud } from './planned-cloud';
import { conditionOfGoal } from './settings';

/** Why a plan cannot be flown, at the field that would have to change: `startSpeed_kt`, `figures.rate_fpm`. */
export interface PlanProblem {
  field: string;
  message: string;
  /** The phase it is in, counted from 0, where it is in one. */
  phase?: number;
}

/** What is wrong, without the path to its place in the file: for where the place is shown or named itself. */
export function withoutPlace({ field, message }: PlanProblem): string {
  return message.startsWith(`${field}: `) ? message.slice(field.length + 2) : message;
}

/** Clearance above the ground that even the lowest altitude of a drill keeps. */
const GROUND_CLEARANCE_FT = 500;
const STEEPEST_BANK_DEG = 60;
/** Room that slowing, settling and the decision need above the decision altitude. */
const LEAST_DESCENT_FT = 300;
/** A climb weaker than this is none. */
const LEAST_CLIMB_FPM = 100;

/** Everything that makes a plan impossible or unsafe for this airplane and place; empty when it can be flown. One a field. */
export function problemsOf(plan: LessonPlan): PlanProblem[] {
  let lesson: Lesson;
  try {
    lesson = lessonOf(plan);
    mustEnd(lesson.drill, plan.startAltitude_ft);
  } catch (error) {
    if (!(error instanceof Rejection)) throw error;
    const inPhase = /^phases\.(\d+)/.exec(error.field);
    return [
      { field: error.field, message: error.message, ...(inPhase ? { phase: Number(inPhase[1]) } : {}) }
    ];
  }
  const problems = new Map<string, PlanProblem>();
  const report = (field: string, message: string, phase?: number) => {
    if (!problems.has(field))
      problems.set(field, { field, message, ...(phase === undefined ? {} : { phase }) });
  };
  const { aircraft, area, drill, drillFile } = lesson;
  if (isApproach(plan)) {
    const falls = fallsNot(plan);
    if (falls) report('approach.precipitation', falls);
    const clouds = cloudsNot(plan, aircraft);
    if (clouds) report(clouds.field, clouds.message);
    for (const { field, message, severity } of approachProblems(worldOf(plan), plan.approach.approach))
      if (severity === 'wrong') report('approach', `${field}: ${message}`);
  }
  const { speeds } = aircraft;
  const cloud = plannedCloud(plan);
  const hangs = cloud && cloudProblem([cloud]);
  if (hangs) report('cloudTop_ft', hangs.message);

  for (const figure of drillFile.figures) {
    const value = figureAsked(plan, figure.id);
    if (value !== undefined && !(value >= figure.minimum && value <= figure.maximum))
      report(
        `figures.${figure.id}`,
        `${figure.name} is from ${figure.minimum} to ${figure.maximum} ${figure.unit}.`
      );
  }
  if (plan.scan && !(plan.scan.rhythm_s >= 0.4 && plan.scan.rhythm_s <= 4))
    report('scan.rhythm_s', 'A look takes from 0.4 to 4 s.');
  const floor = area.groundElevation_ft + GROUND_CLEARANCE_FT;
  let slowest = plan.startSpeed_kt;
  drill.phases.forEach((phase, index) => {
    const written = drillFile.phases[index]!;
    const { goal } = phase;
    const altitude = goal.vertical.kind === 'level' ? goal.vertical.altitude_ft : goal.vertical.to_ft;
    slowest = Math.min(slowest, goal.ias_kt);
    if (altitude < floor && !isApproach(plan)) {
      report(
        fieldOf(written, ['to_ft', 'altitude_ft'], 'startAltitude_ft'),
        `${altitude} ft is less than ${GROUND_CLEARANCE_FT} ft above the ground of ${area.name} (${area.groundElevation_ft} ft); ${floor} ft or more.`,
        index
      );
    }
    if (!aircraft.flaps.positions_deg.includes(goal.flaps_deg)) {
      report(
        fieldOf(written, ['flaps_deg'], 'drill'),
        `The ${aircraft.name} has flaps at ${aircraft.flaps.positions_deg.join('°, ')}°.`,
        index
      );
    }
    if (Math.abs(bankOf(goal, plan)) > STEEPEST_BANK_DEG)
      report('drill', `“${phase.name}” asks for more than ${STEEPEST_BANK_DEG}° of bank.`, index);
    speedLimits(phase, written, index);
  });
  for (const check of drill.checks) {
    if (check.kind === 'decision' && plan.startAltitude_ft < check.altitude_ft + LEAST_DESCENT_FT)
      report(
        'startAltitude_ft',
        `The descent needs at least ${LEAST_DESCENT_FT} ft: start at ${check.altitude_ft + LEAST_DESCENT_FT} ft or higher.`
      );
    const after = drill.phases.find((phase) => phase.id === check.phase)?.goal.vertical;
    if (
      check.kind === 'decision' &&
      after &&
      after.kind !== 'level' &&
      after.to_ft < check.altitude_ft + LEAST_DESCENT_FT
    )
      report(
        'figures.levelOffAltitude_ft',
        `The climb needs at least ${LEAST_DESCENT_FT} ft: level off at ${check.altitude_ft + LEAST_DESCENT_FT} ft or higher.`
      );
    if (check.kind === 'speed-first' && check.speed_kt > plan.startSpeed_kt - 10)
      report(
        speedFieldOf(drillFile.phases),
        `The drill slows down first: take a speed at least 10 kt below the ${plan.startSpeed_kt} kt it starts at.`
      );
  }
  drill.phases.forEach(({ goal, reference }) => {
    const course_deg = courseOf(goal.lateral);
    // An approach has been checked against its own chart.
    if (!isApproach(plan) && reference && course_deg !== null && !runsAlongRadial(reference, course_deg))
      report(
        drillFile.figures.some((f) => f.id === 'course_deg') ? 'figures.course_deg' : 'drill',
        `${reference.fix} lies on radial ${reference.radial_deg}°: a needle leads to it only along that radial or against it, not on ${Math.round(course_deg)}°.`
      );
    if (goal.lateral.kind !== 'hold') return;
    const limit = holdingLimitAt(holdingLimits[0]!, plan.startAltitude_ft);
    if (limit && goal.ias_kt > limit.ias_kt)
      report(
        'startSpeed_kt',
        `Holding is flown at ${limit.ias_kt} kt at the most at this height (${holdingLimits[0]!.name}).`
      );
  });
  for (const { field, message } of navigationProblems(lesson)) report(field, message);
  const wind = windAtStart(lesson.plan);
  if (wind.speed_kt > 0.6 * slowest)
    report(
      plan.windLayers.length > 0 ? 'windLayers' : 'windSpeed_kt',
      `A wind of ${wind.speed_kt} kt is too strong for ${slowest} kt of airspeed.`
    );
  plan.windLayers.forEach((layer, i) => {
    const below = plan.windLayers[i - 1];
    if (below && layer.altitude_ft <= below.altitude_ft)
      report('windLayers', 'Each layer stands above the one before it.');
  });
  if (problems.size === 0) flyable();
  return [...problems.values()];

  function speedLimits(phase: Phase, written: PhaseFile, index: number) {
    const { ias_kt, flaps_deg, gear } = phase.goal;
    const field = fieldOf(written, ['speed_kt'], 'startSpeed_kt');
    const stall = flaps_deg > 0 ? speeds.stallFlaps_kt : speeds.stallClean_kt;
    if (ias_kt < 1.2 * stall) {
      report(
        field,
        `${ias_kt} kt is too near the stall of the ${aircraft.name}; ${Math.ceil(1.2 * stall)} kt or more (1.2 × stall).`,
        index
      );
    } else if (flaps_deg > 0 && ias_kt > speeds.flapsExtended_kt) {
      report(field, `${ias_kt} kt is above its limit with flaps out, ${speeds.flapsExtended_kt} kt.`, index);
    } else if (gear > 0 && aircraft.gear.retractable && ias_kt > speeds.gearExtended_kt) {
      report(
        field,
        `${ias_kt} kt is above its limit with the gear out, ${speeds.gearExtended_kt} kt.`,
        index
      );
    } else if (ias_kt > speeds.maximumCruise_kt) {
      report(field, `${ias_kt} kt is above the most it cruises at, ${speeds.maximumCruise_kt} kt.`, index);
    }
  }

  function flyable() {
    let altitude_ft = plan.startAltitude_ft;
    const tried = new Set<string>();
    for (const [index, phase] of drill.phases.entries()) {
      const written = drillFile.phases[index]!;
      const { vertical } = phase.goal;
      const { ends_ft } = phase;
      const condition = conditionOfGoal(lesson, phase.goal, (altitude_ft + ends_ft) / 2);
      altitude_ft = ends_ft;
      const key = JSON.stringify(condition);
      if (tried.has(key)) continue;
      tried.add(key);
      const line = cardLineFor(aircraft, condition);
      if ('kind' in line)
        report(fieldOf(written, FIELDS_BY_REASON[line.reason], 'startSpeed_kt'), line.explanation, index);
      else if (
        vertical.kind === 'speed' &&
        vertical.verticalSpeed_fpm === null &&
        line.verticalSpeed_fpm < LEAST_CLIMB_FPM
      )
        report(
          fieldOf(written, ['to_ft'], 'startAltitude_ft'),
          `The ${aircraft.name} climbs only ${Math.round(line.verticalSpeed_fpm)} ft/min up there.`,
          index
        );
    }
  }
}

type Written = 'rate_fpm' | 'speed_kt' | 'to_ft' | 'altitude_ft' | 'flaps_deg';
/** What a person would look at first when the airplane cannot fly a phase. */
const FIELDS_BY_REASON: Record<NoTrim['reason'], readonly Written[]> = {
  'too little power': ['rate_fpm', 'speed_kt', 'to_ft'],
  'too much power at idle': ['rate_fpm', 'speed_kt'],
  stalled: ['speed_kt'],
  'beyond the trim': ['speed_kt'],
  'no equilibrium': ['speed_kt', 'rate_fpm']
};

/** The plan's field behind the first of these that the phase builds on a figure of the lesson. */
function fieldOf(written: PhaseFile, order: readonly Written[], otherwise: string): string {
  for (const key of order) {
    const field = figureField(written[key]);
    if (field) return field;
  }
  return otherwise;
}

function figureField(quantity: Quantity | undefined): string | null {
  if (quantity === undefined || typeof quantity === 'number') return null;
  const common = ['startAltitude_ft', 'startSpeed_kt', 'heading_deg'];
  return common.includes(quantity.figure) ? quantity.figure : `figures.${quantity.figure}`;
}

function speedFieldOf(phases: readonly PhaseFile[]): string {
  const first = phases.find((phase) => phase.speed_kt !== undefined);
  return first ? fieldOf(first, ['speed_kt'], 'startSpeed_kt') : 'startSpeed_kt';
}
