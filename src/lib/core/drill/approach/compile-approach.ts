import { pressureAltitudeFor, trueFromIndicated } from '../../air/atmosphere';
import { groundTrack } from '../../air/wind';
import type { AircraftFile } from '../../aircraft/aircraft-file';
import { placeAt, wayBetween } from '../../earth/geodesic';
import type { Place } from '../../earth/local-plane';
import type { TrainingArea } from '../../earth/training-area';
import { asCourse, normaliseBearing } from '../../measure/angle';
import { Rejection } from '../../measure/rejection';
import { kindsWithPath } from '../../procedure/approach/approach';
import { layApproach } from '../../procedure/approach/approach-path';
import type { World } from '../../radio/world';
import type { Check } from '../drill';
import type { DrillFile } from '../drill-file';
import type { LessonNavigation } from '../lesson-navigation';
import { windOfPlan } from '../plan-wind';
import { approachDrill, type PlannedApproach } from './approach-drill';
import { categoryOfPlan, minimumOf, seenOf } from './approach-minimum';
import { glideSlopeOutageOf, rnavFinalOf, worldWith } from './approach-references';
import { approachChecks } from './approach-checks';
import { circleOf } from './circle';
import { finalPhases, pathFollowed } from './final-phases';
import { arrivalCourse, inboundPhases } from './inbound-phases';
import { missedFromCircle, missedPhases } from './missed-phases';
import { PhaseSheet, VECTORED_DEG } from './phase-sheet';

/** The lesson begins so far before the first fix, and abeam the final course so far out with vectors. */
const BEGINS_BEFORE_NM = 3;
const VECTORED_NM = 3.5;
const JOINS_BEFORE_NM = 2;
/** Flaps and gear are to be out so soon after their moment has come. */
const CONFIGURED_WITHIN_S = 40;

/** An approach as a drill, with what its phases are flown about. */
export interface CompiledApproach {
  file: DrillFile;
  navigation: LessonNavigation;
  /** What is asked of it beyond what its phases ask. */
  checks: Check[];
}

/**
 * The one way from an approach to a drill: its legs, by transition and technique, as phases that each have their own fix, course and
 * floor. The grader knows phases only.
 * @param world of the plan's area
 * @throws Rejection naming what the world has not, a transition that is none, or that nothing is authorised
 */
export function compileApproach(
  plan: PlannedApproach,
  world: World,
  aircraft: AircraftFile,
  area: TrainingArea
): CompiledApproach {
  const planned = plan.approach;
  const { approach } = planned;
  refuseLostPath(planned);
  if (approach.world !== world.id)
    throw new Rejection('area', plan.area, `an area over ${approach.world}, where ${approach.name} is`);
  const known = worldWith(world, approach);
  const legs = layApproach(known, approach, planned.transition);
  const minimum = minimumOf(plan, aircraft);
  const seen = seenOf(plan, minimum);
  const tas = (ias_kt: number, altitude_ft: number) =>
    trueFromIndicated(
      ias_kt,
      pressureAltitudeFor(altitude_ft, plan.altimeterSetting_hPa),
      plan.temperatureOffset_K
    );
  const wind = windOfPlan(plan, plan.startAltitude_ft);
  const sheet = new PhaseSheet({
    world: known,
    planned,
    start_kt: plan.startSpeed_kt,
    startAltitude_ft: plan.startAltitude_ft,
    altimeterSetting_hPa: plan.altimeterSetting_hPa,
    arrival_deg: plan.heading_deg,
    approachFlaps_deg: aircraft.card.find(({ id }) => id === 'approach-descent')?.flaps_deg ?? 0,
    climb_kt:
      aircraft.card.find(({ id }) => id === 'missed-approach')?.ias_kt ?? aircraft.speeds.bestClimb_kt,
    tas_kt: tas(plan.startSpeed_kt, plan.startAltitude_ft),
    approachTas_kt: tas(planned.speed_kt, approach.touchdownElevation_ft + 1000),
    wind: {
      ...wind,
      from_deg: normaliseBearing(wind.from_deg + area.variation_deg - approach.variation_deg)
    },
    minimum,
    briefed_ft: planned.pathLost ? minimumOf(withPath(plan), aircraft).set_ft : null,
    category: categoryOfPlan(plan, aircraft),
    goesOn: seen ? seen.goesOn : planned.ends === 'landing',
    final: rnavFinalOf(known, planned),
    circle: circleOf(known, planned)
  });
  const inbound = legs.filter(({ part }) => part !== 'missed');
  const finalFix = inbound.findIndex(({ part, leg }) => part === 'final' && leg.role === 'final');
  if (finalFix < 0) throw new Rejection('final', approach.name, 'a final part with a final fix');
  const by = pathFollowed(sheet.flown);
  inboundPhases(sheet, inbound, by === 'glide slope' || by === 'space');
  const atFinal = sheet.phases.length;
  const ids = finalPhases(sheet, inbound[finalFix]!, inbound.slice(finalFix + 1));
  const atMissed = sheet.phases.length;
  const missed = legs.filter(({ part }) => part === 'missed');
  const goesAround =
    ids.landing !== null
      ? null
      : ids.circle.length > 0
        ? missedFromCircle(sheet, missed, sheet.flown.circle!)
        : missedPhases(sheet, missed);

  const origin = [...sheet.references.values()][0]!;
  const from = startPlace(sheet, inbound);
  const start = wayBetween(origin.place, from.place);
  return {
    file: {
      ...approachDrill(planned),
      navigation: {
        by: origin.by,
        usualFixes: [origin.fix],
        start: {
          radial_deg: normaliseBearing(start.azimuth_deg - origin.north_deg),
          distance_nm: start.distance_nm,
          heading_deg: asCourse(from.heading_deg - area.variation_deg)
        }
      },
      checks: [
        { kind: 'set-up', phase: sheet.phases[0]!.id },
        ...(sheet.configured
          ? [{ kind: 'configuration' as const, phase: sheet.configured, within_s: CONFIGURED_WITHIN_S }]
          : []),
        ...(goesAround && by !== null
          ? [{ kind: 'decision' as const, phase: goesAround, altitude_ft: minimum.set_ft }]
          : [])
      ],
      phases: sheet.phases.map((phase, index) => ({
        ...phase,
        segment:
          index >= atMissed && goesAround
            ? ('missed' as const)
            : index >= atFinal
              ? ('final' as const)
              : ('inbound' as const)
      }))
    },
    checks: approachChecks(sheet, inbound[finalFix]!, inbound.at(-1)!, ids, goesAround, missed),
    navigation: {
      world: known,
      // What is wrong is found among what is otherwise set.
      radios: planned.planted ? 'ready' : planned.radios,
      planted: planned.planted ?? null,
      errors: [],
      origin,
      others: sheet.references,
      final: sheet.flown.final,
      glideSlopeOutage: glideSlopeOutageOf(known, planned),
      curves: legs.flatMap((laid, i) => {
        const from = legs[i - 1]?.leg.fix;
        const { type, fix, turn = 'right' } = laid.leg;
        return type === 'RF' && from && fix
          ? [{ from, to: fix, centre: sheet.centreOf(laid).place, turn }]
          : [];
      })
    }
  };
}

/** The same plan with its path kept. */
function withPath(plan: PlannedApproach): PlannedApproach {
  const { pathLost: _, ...approach } = plan.approach;
  return { ...plan, approach };
}

/** Only a path that is received is lost. */
function refuseLostPath({ approach, pathLost, withoutPath }: PlannedApproach['approach']): void {
  if (pathLost && (withoutPath || !kindsWithPath.includes(approach.kind)))
    throw new Rejection('approach.pathLost', approach.name, 'an approach whose path is received until then');
}

/** Where the lesson begins, and on what true heading: straight on toward its first fix, wings level in no wind. */
function startPlace(
  sheet: PhaseSheet,
  legs: Parameters<typeof arrivalCourse>[0]
): { place: Place; heading_deg: number } {
  const { approach, flown } = sheet;
  const first = legs[0]!;
  if (flown.planned.transition === null) {
    const course = approach.finalCourse_deg + approach.variation_deg;
    const vector_deg = approach.finalCourse_deg + VECTORED_DEG;
    const joins = placeAt(first.to, course + 180, JOINS_BEFORE_NM);
    // By the way it makes over the ground: on the heading alone a wind ahead would bring one on beyond the fix.
    const { track_deg } = groundTrack(vector_deg, flown.tas_kt, flown.wind);
    return {
      place: placeAt(joins, track_deg + approach.variation_deg + 180, VECTORED_NM),
      heading_deg: vector_deg + approach.variation_deg
    };
  }
  const course =
    legs[1]?.leg.type === 'AF'
      ? wayBetween(first.to, sheet.centreOf(legs[1]).place).azimuth_deg
      : arrivalCourse(legs, sheet);
  const { heading_deg } = sheet.onCourse(course - approach.variation_deg, flown.tas_kt);
  return {
    place: placeAt(first.to, course + 180, BEGINS_BEFORE_NM),
    heading_deg: heading_deg + approach.variation_deg
  };
}
