import type { AircraftFile } from '../../aircraft/aircraft-file';
import { trainingAreas } from '../../earth/training-area';
import { asCourse } from '../../measure/angle';
import type { Approach } from '../../procedure/approach/approach';
import { plainDay, type ApproachDay } from '../../procedure/approach/approach-card';
import { finalProfile } from '../../procedure/approach/approach-profile';
import type { World } from '../../radio/world';
import { worlds } from '../../radio/world-catalogue';
import { placeOfWorld } from '../lesson-place';
import type { LessonPlan } from '../lesson-plan';
import { windOfPlan } from '../plan-wind';
import { sensiblePlan } from '../sensible-plan';
import { APPROACH_DRILL, type PlannedApproach } from './approach-drill';
import type { ApproachPlan } from './approach-plan';
import { temperatureOf } from './approach-minimum';

/** An approach as it is usually flown in an airplane: by its first way in, with everything received. */
export function plannedApproach(approach: Approach, aircraft: AircraftFile): ApproachPlan {
  const { speed_kt, transition, technique, addOn_ft, roundTo_ft, altimeter, approachLights } = plainDay(
    approach,
    aircraft
  );
  return {
    approach,
    transition,
    speed_kt,
    technique,
    addOn_ft,
    configure: 'before the final fix',
    roundTo_ft,
    altimeter,
    approachLights,
    withoutFixes: [],
    withoutPath: false,
    line: null,
    ends: 'missed',
    radios: 'cold'
  };
}

/**
 * A plan made over for an approach: its place, and height and heading from which its way in begins.
 * @param plan whose airplane, wind and panel stay
 */
export function planForApproach(
  plan: LessonPlan,
  aircraft: AircraftFile,
  world: World,
  asked: ApproachPlan
): PlannedApproach {
  const { approach, transition } = asked;
  const { ownPlace: _, ownDrill: __, scan: ___, navigation: ____, ...rest } = plan;
  const shipped = worlds.some(({ id }) => id === world.id);
  const area = trainingAreas.find((known) => known.world === world.id);
  const place = shipped && area ? null : placeOfWorld(world, new Date());
  const legs = approach.transitions.find(({ id }) => id === transition)?.legs ?? approach.final;
  const onto = legs[1];
  return {
    ...rest,
    drill: APPROACH_DRILL,
    figures: {},
    area: place?.area.id ?? area!.id,
    ...(place ? { ownPlace: place } : {}),
    startAltitude_ft: startAltitude(world, asked),
    startSpeed_kt: sensiblePlan(aircraft, place?.area ?? area!, 'vor-tracking').startSpeed_kt,
    // Onto a hold or procedure turn at the first fix one comes along its outbound course, so that little is left to turn.
    heading_deg:
      onto?.course_deg === undefined
        ? rest.heading_deg
        : asCourse(onto.course_deg + (onto.type === 'PI' ? 0 : 180)),
    approach: asked
  };
}

/** Height at which the first fix is come to: what it asks for, or a thousand feet above the final fix. */
function startAltitude(world: World, { approach, transition }: ApproachPlan): number {
  const legs = approach.transitions.find(({ id }) => id === transition)?.legs ?? approach.final;
  const { altitude } = legs[0]!;
  const asked = altitude?.above_ft ?? altitude?.below_ft;
  if (asked !== undefined) return asked;
  const { finalFix } = finalProfile(world, approach);
  return (finalFix?.above_ft ?? approach.touchdownElevation_ft + 1500) + 1000;
}

/** The day of a plan's approach, as its card asks for it. */
export function approachDayOf(plan: PlannedApproach, aircraft: AircraftFile): ApproachDay {
  const { approach: asked } = plan;
  return {
    aircraft,
    speed_kt: asked.speed_kt,
    wind: windOfPlan(plan, asked.approach.touchdownElevation_ft + 1000),
    temperature_C: temperatureOf(plan),
    altimeter: asked.altimeter,
    approachLights: asked.approachLights,
    transition: asked.transition,
    withoutFixes: asked.withoutFixes,
    withoutPath: asked.withoutPath,
    line: asked.line,
    roundTo_ft: asked.roundTo_ft,
    technique: asked.technique,
    addOn_ft: asked.addOn_ft
  };
}
